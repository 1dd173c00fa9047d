"""A drive built at home, worked out."""
