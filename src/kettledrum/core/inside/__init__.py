"""What is inside a hub or gearbox: its wheels, its gears, whether it can be put together."""
