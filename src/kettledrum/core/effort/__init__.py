"""What a rider can push, and what the parts bear of it."""
