"""Setups held against each other."""
