"""Roads cleaned, and ridden."""
