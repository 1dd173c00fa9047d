"""What a road is like with a setup, in sentences."""

from collections.abc import Sequence

from kettledrum.core.roads.ride_result import Ride, SetupRide
from kettledrum.core.terms.in_words import listed, percent, quoted, time, way

LEAST_M = 10.0
"""A shorter stretch is no more than a place, and is not told."""
BY_PEDALS = "All this is by pedals alone; Motors says what they add."


def setup_ride_says(ride: SetupRide) -> str:
    """How long a setup takes over a road, and how much of it is walked or too slow for its lowest gear."""
    told = []
    if ride.walking_m >= LEAST_M:
        told.append(f"walk {way(ride.walking_m)}")
    if ride.grinding_m >= LEAST_M:
        told.append(f"pedal too slowly for {way(ride.grinding_m)}")
    if not told:
        return f"Takes {time(ride.time_s)}, with a gear low enough for every hill of it."
    return f"Takes {time(ride.time_s)}; you would {listed(told)} of it."


def ride_says(ride: Ride) -> str:
    """What a road asks, and which setups ride all of it."""
    steepest = max(ride.steepest, key=lambda pitch: pitch.grade, default=None)
    hill = f", at most {percent(steepest.grade)} over {way(steepest.over_m)}" if steepest else ""
    road = f"{way(ride.length_m)} with {ride.ascent_m:.0f} m of climbing{hill}."
    return f"{road} {_setups_say(ride.setups)}".rstrip()


def _setups_say(setups: Sequence[SetupRide]) -> str:
    if not setups:
        return ""
    quickest = min(setups, key=lambda each: each.time_s)
    walked = [each for each in setups if each.walking_m >= LEAST_M]
    slow = [each for each in setups if each not in walked and each.grinding_m >= LEAST_M]
    if len(setups) == 1:
        takes = setup_ride_says(quickest)
        return f"{quoted(quickest.name)} {takes[:1].lower()}{takes[1:]}"
    able = len(setups) - len(walked) - len(slow)
    too_slow = f"you would pedal too slowly, for up to {_a_hill(slow)}" if slow else ""
    best = f"quickest is {quoted(quickest.name)}, {time(quickest.time_s)}"
    every = "both setups" if len(setups) == 2 else f"all {len(setups)} setups"
    if able == len(setups):
        return f"{every.capitalize()} have a gear for every hill; {best}."
    if len(setups) in (len(slow), len(walked)):
        return f"With {every} {too_slow or 'you would walk'}; {best}."
    told = []
    if able:
        told.append(f"{able} {'has' if able == 1 else 'have'} a gear for every hill")
    if slow:
        told.append(f"with {len(slow)} {too_slow}")
    if walked:
        told.append(f"with {len(walked)} you would walk")
    return f"Of {len(setups)} setups {listed(told)}; {best}."


def _a_hill(slow: Sequence[SetupRide]) -> str:
    return way(max(each.grinding_m for each in slow))
