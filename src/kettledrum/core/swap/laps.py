"""The loop found in a ride: how often it was ridden round, and each round’s time."""

import math
from itertools import pairwise

import numpy as np

from kettledrum.core.physics.arrays import Floats
from kettledrum.core.rides.channels import STANDING_MPS, Channels
from kettledrum.core.swap.laps_result import Lap
from kettledrum.core.swap.rounds import Loop, rounds
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.in_words import way

NEAR = 0.04
"""By so much, in proportion, what was ridden may differ from whole rounds of the loop. Ours."""
MOST_LAPS = 50


def laps_by_place(ride: Channels, where: Floats, loop: Loop) -> list[Lap]:
    """The rounds of a loop in a ride by where it was ridden, (seconds, 2) in degrees: see `rounds`."""
    ridden = np.concatenate([[0.0], np.cumsum(np.nan_to_num(ride.speed_mps))])
    seconds = np.arange(len(ridden))
    return [
        _lap(ride, start, end, float(np.diff(np.interp([start, end], seconds, ridden))[0]))
        for start, end in rounds(ride, where, loop)
    ]


def laps(ride: Channels, loop_m: float) -> list[Lap]:
    """The rounds of a loop of so many m in a ride, one after the other, by the way that was ridden alone.

    From the first turn of the wheel to the last; stops count, and are told. The rounds are as long as each
    other: a wheel that is set a little wrong changes nothing. Raises InvalidInput where the ride is not once
    or several times round.
    """
    speed = np.nan_to_num(ride.speed_mps)
    moving = np.flatnonzero(speed > STANDING_MPS)
    if len(moving) == 0:
        raise InvalidInput([Problem("", "the ride stands still all the way")])
    first, last = int(moving[0]), int(moving[-1]) + 1
    speed = speed[first:last]
    ridden = np.concatenate([[0.0], np.cumsum(speed)])
    total = float(ridden[-1])
    count = max(round(total / loop_m), 1)
    if abs(total / (count * loop_m) - 1) > NEAR or count > MOST_LAPS:
        what = f"is {way(total)} long and the loop {way(loop_m)}: it is not once or several times round"
        raise InvalidInput([Problem("", f"the ride {what}")])
    ends = np.interp(np.linspace(0, total, count + 1), ridden, np.arange(len(ridden), dtype=float))
    return [_lap(ride, first + start, first + end, total / count) for start, end in pairwise(ends.tolist())]


def _lap(ride: Channels, start: float, end: float, metres: float) -> Lap:
    part = slice(math.floor(start), math.ceil(end))
    return Lap(
        seconds=round(end - start, 1),
        stood_s=float(np.sum(np.nan_to_num(ride.speed_mps[part]) <= STANDING_MPS)),
        metres=metres,
        power_w=_mean(ride.power_w[part]),
        temperature_c=_mean(ride.temperature_c[part]),
    )


def _mean(values: Floats) -> float | None:
    known = values[np.isfinite(values)]
    return round(float(known.mean()), 1) if len(known) else None
