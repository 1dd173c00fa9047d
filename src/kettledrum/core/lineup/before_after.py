"""What a change to a setup does: as it was held against as it is, on the hill and on roads."""

from collections.abc import Sequence

from kettledrum.core.effort.says import climb_says, kept_up
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import Conditions, conditions
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.before_after_result import BeforeAfter, RoadChanged
from kettledrum.core.lineup.comparison import ComparedSetup, compare
from kettledrum.core.parts.setup import Setup
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ride
from kettledrum.core.roads.ride_result import SetupRide
from kettledrum.core.roads.says import BY_PEDALS, LEAST_M
from kettledrum.core.terms.in_words import IN_TIMES, percent, quoted, speed, time, times_as, turn, way

_SAME = 5e-4
"""Gears that differ by a smaller share are the same: no wheel is measured so well."""
_TOLD = 0.01
"""Of the power that is let through, what is worth a word."""
_FELT_S = 5.0
"""A shorter time on a road is none that a model can tell."""


def before_after(brief: Brief, before: Setup, after: Setup, routes: Sequence[Route] = ()) -> BeforeAfter:
    """Holds a setup against what it was, on the job of a brief, whose setups do not count, and on roads."""
    both = [
        before.model_copy(update={"name": "before"}),
        after.model_copy(update={"name": "after"}),
    ]
    pair = brief.model_copy(update={"setups": both, "reference": None})
    was, now = compare(pair).setups
    roads = []
    for route in routes:
        rode, rides = ride(pair, profile(route)).setups
        roads.append(_on_road(route.name, rode, rides))
    return BeforeAfter(before=was, after=now, says=changed_says(was, now, conditions(brief)), roads=roads)


def changed_says(was: ComparedSetup, now: ComparedSetup, job: Conditions) -> str:
    """What a change does to the gears, to the hill and to the top speed, in sentences."""
    sentences = [_gears(was, now)]
    if job.steepest is not None and was.climb.verdict != now.climb.verdict:
        sentences.append(f"Before: {climb_says(was.climb, job)} Now: {climb_says(now.climb, job)}")
    elif kept_up(was.climb.steepest) != kept_up(now.climb.steepest):
        sentences.append(
            f"All day it keeps an easy cadence {kept_up(now.climb.steepest)} instead of "
            f"{kept_up(was.climb.steepest)}."
        )
        if now.climb.verdict == "fails":
            sentences.append(f"Still: {climb_says(now.climb, job)}")
    if speed(was.top.speed_kmh) != speed(now.top.speed_kmh):
        sentences.append(
            f"It is out of gears at {speed(now.top.speed_kmh)} instead of {speed(was.top.speed_kmh)}."
        )
    through = was.efficiency.typical, now.efficiency.typical
    if abs(through[1] - through[0]) >= _TOLD:
        shares = [f"{share * 100:.0f} %" for share in through]
        sentences.append(f"It lets through {shares[1]} of your power instead of {shares[0]}.")
    if was.motor or now.motor:
        sentences.append(BY_PEDALS)
    return " ".join(sentences)


def _gears(was: ComparedSetup, now: ComparedSetup) -> str:
    low = now.lowest.development_m / was.lowest.development_m - 1
    high = now.highest.development_m / was.highest.development_m - 1
    if abs(low) < _SAME and abs(high) < _SAME:
        return "The lowest and the highest gear are as they were."
    if abs(low - high) < _SAME:
        return f"All gears are {_by(low)}."
    ends = f"{turn(now.lowest.development_m)} instead of {turn(was.lowest.development_m)} per pedal turn"
    lowest = f"is {_by(low)}, {ends}" if abs(low) >= _SAME else "is as it was"
    highest = f"is {_by(high)}" if abs(high) >= _SAME else "as it was"
    return f"The lowest gear {lowest}; the highest {highest}."


def _by(share: float) -> str:
    if 1 + share >= IN_TIMES:
        return f"{times_as(1 + share)} high"
    return f"{percent(abs(share))} {'lower' if share < 0 else 'higher'}"


def _on_road(name: str, was: SetupRide, now: SetupRide) -> RoadChanged:
    later = now.time_s - was.time_s
    told = [
        "as long as before"
        if abs(later) < _FELT_S
        else f"{time(abs(later))} {'longer' if later > 0 else 'less'}, {time(now.time_s)}"
    ]
    for what, before_m, after_m in (
        ("on foot", was.walking_m, now.walking_m),
        ("too slow on the pedals", was.grinding_m, now.grinding_m),
    ):
        if abs(after_m - before_m) >= LEAST_M:
            ways = [way(each) if each >= LEAST_M else "none" for each in (after_m, before_m)]
            told.append(f"{what} {ways[0]} instead of {ways[1]}")
    return RoadChanged(
        name=name,
        before_s=was.time_s,
        after_s=now.time_s,
        on_foot_m=(was.walking_m, now.walking_m),
        too_slow_m=(was.grinding_m, now.grinding_m),
        says=f"{quoted(name)}: {'; '.join(told)}.",
    )
