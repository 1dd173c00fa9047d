"""Bikes ridden side by side: runs planned in a balanced order, and what they tell."""
