"""Simulated stand-ins for sensors and motors: what they tell is worked out, not measured."""
