"""Rides that were ridden: what was recorded, and the gears that were used."""
