"""The path multiplied out: gears, their order, the gear for each speed."""
