"""What motors add, draw and load."""
