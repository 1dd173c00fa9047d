"""Simulated stand-ins for sensors and motors: what they tell is worked out, not measured."""

from kettledrum.devices.bench import Bench, NotOnTheBench
from kettledrum.devices.bike_on_the_bench import MOST_PACE, BikeOnTheBench, Reading

__all__ = ["MOST_PACE", "Bench", "BikeOnTheBench", "NotOnTheBench", "Reading"]
