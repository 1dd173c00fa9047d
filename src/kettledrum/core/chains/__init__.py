"""A chain or a belt round its sprockets: how long, how straight, how worn."""
