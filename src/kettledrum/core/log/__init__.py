"""The log of bikes: what is mounted, what was ridden, done, measured, and what happened."""
