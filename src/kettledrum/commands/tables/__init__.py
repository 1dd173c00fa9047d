"""Results as tables for a terminal."""
