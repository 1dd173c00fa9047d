"""Setups weighed: what knocks one out, which leads, how sure that is, and what was decided."""
