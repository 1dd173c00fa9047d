"""Values with their bounds, problems, names: what every other room is written in."""
