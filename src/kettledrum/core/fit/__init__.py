"""What goes together."""
