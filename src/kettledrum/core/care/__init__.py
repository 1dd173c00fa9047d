"""Care: what falls due on a bike, when, and what wear says of it."""
