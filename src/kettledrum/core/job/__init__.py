"""What a brief holds: rider, load, road, wants, and the conditions that they make."""
