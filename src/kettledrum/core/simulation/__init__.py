"""A bicycle ridden in steps of time."""
