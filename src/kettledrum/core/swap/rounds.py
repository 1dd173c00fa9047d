"""Rounds of a loop found in a ride by where it was ridden, whatever was ridden before and after them."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from kettledrum.core.physics.arrays import Floats
from kettledrum.core.rides.channels import STANDING_MPS, Channels
from kettledrum.core.roads.track import EARTH_RADIUS_M
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.in_words import counted, way

GATE_M = 40.0
"""Who comes as near to a place as this was there: a receiver under trees is off by as much. Ours."""
NEAR_BY_PLACE = 0.06
"""By so much, in proportion, the way of a round may differ from the loop: wheels are set a little wrong."""
_BESIDE, _CHECKED = 0.08, 8
"""At each eighth of a round one must be on the loop, give or take so much of the round. Ours."""
_JOINED_S, _FITTED, _MOST_FITTED = 5, 5, 120
"""A gap of so many seconds is none; so few seconds are no curve, and who is there for longer loiters."""


@dataclass(frozen=True, slots=True)
class Loop:
    """A loop: latitude and longitude of its places in degrees, (places, 2); how far along each is, in m."""

    places: Floats
    along_m: Floats


@dataclass(frozen=True, slots=True)
class _Pass:
    """Coming by a place: when one comes to it and when one leaves it, in s; one time without a stop."""

    comes: float
    leaves: float


def rounds(ride: Channels, where: Floats, loop: Loop) -> list[tuple[float, float]]:
    """From when to when, in s, each round of a loop went; `where` is each second's place, (seconds, 2), NaN
    where it is not known.

    A round goes from the loop's start to its end, is as long as the loop, and lies on it at each eighth of
    its way. Who waits at the start begins with the first turn of the wheel, and who stops at the end is there
    when the wheel stands. Raises InvalidInput, saying why, where there is none.
    """
    there, ridden = _flat(where, loop.places[0]), np.concatenate([[0.0], np.cumsum(_speed(ride))])
    on_loop = _flat(loop.places, loop.places[0])
    starts, ends = (_passes(ride, there, on_loop[place]) for place in (0, -1))
    if not starts:
        raise _none(f"does not come by where the loop starts: {_how_far(there)}")
    length = float(loop.along_m[-1] - loop.along_m[0])
    found: list[tuple[float, float]] = []
    for end in ends:
        # A computer that pauses while one waits at the start lets one come by it twice: the later one counts.
        for start in reversed(starts):
            if start.leaves >= end.comes or (found and start.leaves < found[-1][1] - 1):
                continue
            went = float(np.diff(np.interp([start.leaves, end.comes], np.arange(len(ridden)), ridden))[0])
            if abs(went / length - 1) <= NEAR_BY_PLACE and _is_on(
                there, ridden, (start.leaves, end.comes), on_loop, loop.along_m
            ):
                found.append((start.leaves, end.comes))
                break
    if not found:
        raise _none(
            f"comes by the start of the loop {counted(len(starts), 'time')}, but never goes round it, "
            f"{way(length)}, in its direction"
        )
    return found


def _none(what: str) -> InvalidInput:
    return InvalidInput([Problem("", f"the ride {what}")])


def _speed(ride: Channels) -> Floats:
    return np.asarray(np.nan_to_num(ride.speed_mps))


def _flat(places: Floats, origin: Floats) -> Floats:
    """Places in m north and east of an origin, (places, 2): on a plane, as exactly as a loop is small."""
    north = np.radians(places[:, 0] - origin[0]) * EARTH_RADIUS_M
    east = (places[:, 1] - origin[1] + 180) % 360 - 180
    return np.stack([north, np.radians(east) * EARTH_RADIUS_M * math.cos(math.radians(origin[0]))], axis=1)


def _how_far(there: Floats) -> str:
    away = np.hypot(there[:, 0], there[:, 1])
    return f"the nearest it comes is {way(float(np.nanmin(away)))} away"


def _passes(ride: Channels, there: Floats, gate: Floats) -> list[_Pass]:
    """Each time that one comes by a place."""
    apart = np.hypot(there[:, 0] - gate[0], there[:, 1] - gate[1])
    near = np.flatnonzero(apart <= GATE_M)
    if len(near) == 0:
        return []
    breaks = [0, *(np.flatnonzero(np.diff(near) > _JOINED_S) + 1).tolist(), len(near)]
    return [_pass(ride, apart, int(near[first]), int(near[last - 1])) for first, last in pairwise(breaks)]


def _pass(ride: Channels, apart: Floats, first: int, last: int) -> _Pass:
    still = first + np.flatnonzero(_speed(ride)[first : last + 1] <= STANDING_MPS)
    if len(still):
        return _Pass(float(still[0]), float(still[-1]) + 1)
    at = _nearest(apart, first, last)
    return _Pass(at, at)


def _nearest(apart: Floats, first: int, last: int) -> float:
    """When one was nearest, in s.

    Squared, the distance to a place is a parabola in time, whichever way one turns off there; with one speed
    before and another behind it is half of one and half of another. The two that fit all seconds near the
    place best by least squares tell when, so that a receiver’s noise evens out.
    """
    squared = apart[first : last + 1] ** 2
    known = ~np.isnan(squared)
    seconds = np.arange(last - first + 1, dtype=float)[known]
    nearest = float(np.nanargmin(squared))
    if not _FITTED <= len(seconds) <= _MOST_FITTED:
        return first + nearest
    tried = np.arange(0, last - first + 0.05, 0.1)
    lefts = [_left_over(seconds - at, squared[known]) for at in tried.tolist()]
    return first + float(tried[int(np.argmin(lefts))])


def _left_over(about: Floats, squared: Floats) -> float:
    """What two half parabolas about a moment leave over of squared distances, squared."""
    halves = np.stack([np.minimum(about, 0) ** 2, np.maximum(about, 0) ** 2, np.ones(len(about))], axis=1)
    # Noise of a distance weighs on its square as much as it is long.
    weight = 1 / np.maximum(np.sqrt(squared), GATE_M / 4)
    fit, *_ = np.linalg.lstsq(halves * weight[:, None], squared * weight, rcond=None)
    return float((((squared - halves @ fit) * weight) ** 2).sum())


def _is_on(
    there: Floats, ridden: Floats, round_: tuple[float, float], on_loop: Floats, along_m: Floats
) -> bool:
    """Whether a round lies on the loop at each eighth of its way; of most of them that must be known."""
    begins, ends = np.interp(round_, np.arange(len(ridden)), ridden)
    share = (ridden[:-1] - begins) / (ends - begins)
    known = 0
    for eighth in range(1, _CHECKED):
        at = eighth / _CHECKED
        along = along_m[0] + at * (along_m[-1] - along_m[0])
        place = [float(np.interp(along, along_m, on_loop[:, axis])) for axis in (0, 1)]
        about = there[np.abs(share - at) <= _BESIDE]
        away = np.hypot(about[:, 0] - place[0], about[:, 1] - place[1])
        if np.any(away <= GATE_M):
            known += 1
        elif not np.isnan(away).any():
            return False
    return known > _CHECKED // 2


def loop_of(places: Sequence[tuple[float, float]], along_m: Sequence[float]) -> Loop:
    """A loop from the places of a road and how far along each is, in m."""
    return Loop(np.array(places, dtype=float), np.array(along_m, dtype=float))
