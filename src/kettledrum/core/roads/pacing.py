"""How a rider shares power out over a road: more on climbs, as much as is held for each, less between them.

The rule of pacing. A climb is a stretch of at least 2 %, gaps of less than 100 m joined. From two minutes on
it is ridden with the power that can be held for as long as it takes, up to one minute like the rest, in
between with a share of what it would take more; the rest of the pedalling with
so much less that the mean power while pedalling is what can be held for the ride's time, that of all day from
three hours on. Where climbs are too many for that, they take less too: between them no less than half the
mean is ridden. Riders who vary their power with the slope are faster than with an even one (Swain, Med. Sci.
Sports Exerc. 29, 1997).
"""

import numpy as np

from kettledrum.core.effort.held_power import ALL_DAY_S, MINUTE_S, HeldPower
from kettledrum.core.physics.arrays import Flags, Floats, Places
from kettledrum.core.physics.road_load import BRAKED_KMH, GRAVITY, WALKING_KMH, Resistance
from kettledrum.core.roads.motion import Drives
from kettledrum.core.roads.profile import Profile

CLIMB_GRADE = 0.02
"""From this grade on a stretch is a climb."""
JOINED_M = 100.0
"""A flat or a dip of less than this does not part a climb. A rule of ours."""
LEAST_BETWEEN = 0.5
"""Of the mean power, what is ridden with between climbs at the least. A rule of ours."""
_ROUNDS = 4
"""Rounds of power and time after each other; the last changes a power by less than a hundredth."""
_GRADES, _HALVINGS = 200, 24
"""Grades at which a steady speed is looked for, and the halvings of that search, to a millionth of 14 m/s."""
_FLAT_EXPONENT = 1 / 3
"""On the flat speed goes with the cube root of power, drag being most of it; on a climb with power itself."""


def paced(road: Profile, resistance: Resistance, drives: Drives, held: HeldPower) -> Floats:
    """The power in W of a rider of each drive at each step, of shape (drives, steps)."""
    powers = np.full((len(drives.top_mps), len(road.step_m)), held.day_w)
    if held.minute_w <= held.day_w:
        return powers
    climb = climbs(road)
    count = int(climb.max(initial=-1)) + 1
    pedalled = road.grade > -CLIMB_GRADE
    grades = np.linspace(road.grade.min() - 1e-9, road.grade.max() + 1e-9, _GRADES)
    for drive, speeds in enumerate(_steady_mps(grades, resistance, drives, held.day_w)):
        times = road.step_m / np.interp(road.grade, grades, speeds)
        powers[drive] = _of_drive(times, climb, count, pedalled, held)
    return powers


def _steady_mps(grades: Floats, resistance: Resistance, drives: Drives, rider_w: float) -> Floats:
    """How fast one goes steadily with a power, found by halving: shape (drives, grades)."""
    slope_n = resistance.mass_kg * GRAVITY * (grades + resistance.crr) / np.hypot(1, grades)
    wheel_w = rider_w * drives.efficiency[:, None]
    low = np.zeros((len(wheel_w), len(grades)))
    high = np.full_like(low, BRAKED_KMH / 3.6)
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        through = middle + resistance.wind_mps
        drag = 0.5 * resistance.density * resistance.cda_m2 * through * np.abs(through)
        more = (slope_n + drag) * middle > wheel_w
        high, low = np.where(more, middle, high), np.where(more, low, middle)
    pushed = np.minimum(WALKING_KMH / 3.6, rider_w / np.maximum(slope_n, 1e-9))
    found: Floats = np.where(high < drives.walk_mps[:, None], pushed, high)
    return found


def climbs(road: Profile) -> Places:
    """The number of the climb that each step belongs to, from 0, or -1 between climbs: shape (steps,)."""
    up = road.grade >= CLIMB_GRADE
    edges = np.flatnonzero(np.diff(up.astype(int), prepend=0, append=0))
    found = np.full(len(up), -1)
    starts, ends = edges[::2], edges[1::2]
    number, before, last_end = -1, -np.inf, 0
    for start, end in zip(starts.tolist(), ends.tolist(), strict=True):
        if road.distance_m[start] - before >= JOINED_M:
            number += 1
        else:
            found[last_end:start] = number
        found[start:end] = number
        before, last_end = road.distance_m[end], end
    return found


def _of_drive(times: Floats, climb: Places, count: int, pedalled: Flags, held: HeldPower) -> Floats:
    """The powers of one drive's rider, from how long each step takes with the power of all day."""
    of_climb = climb >= 0
    on_climbs = np.bincount(climb[of_climb], weights=times[of_climb], minlength=count)
    long = on_climbs > MINUTE_S
    counts = np.minimum(on_climbs[long] / MINUTE_S - 1, 1.0)
    apart = np.append(long, False)[climb]
    between = float(times[pedalled & ~apart].sum())
    resting = float(times.sum()) - float(on_climbs[long].sum()) - between
    up, rest = held.day_w * np.ones(int(long.sum())), held.day_w
    for _ in range(_ROUNDS):
        up_s = on_climbs[long] * held.day_w / up
        rest_s = between * (held.day_w / rest) ** _FLAT_EXPONENT
        mean = held.for_s(float(up_s.sum()) + rest_s + resting)
        up, rest = _balanced(mean + counts * (_held_for(up_s, held) - mean), up_s, rest_s, mean)
    power = np.full(len(times), rest)
    of = np.full(count, rest)
    of[long] = up
    power[of_climb] = of[climb[of_climb]]
    return power


def _held_for(seconds: Floats, held: HeldPower) -> Floats:
    """`HeldPower.for_s` for many times at once."""
    within: Floats = np.clip(seconds, MINUTE_S, ALL_DAY_S) / MINUTE_S
    return held.minute_w * within**-held.exponent


def _balanced(up: Floats, up_s: Floats, rest_s: float, mean: float) -> tuple[Floats, float]:
    """Powers on climbs and between them whose mean over time is `mean`, as near to those wanted as can be."""
    if rest_s <= 0 or not len(up):
        # All of it is climbed: nowhere to save what would be more than the mean.
        return np.full(len(up), mean), mean
    over = float(((up - mean) * up_s).sum())
    most = (1 - LEAST_BETWEEN) * mean * rest_s
    share = min(1.0, most / over) if over > 0 else 1.0
    return mean + (up - mean) * share, mean - share * over / rest_s
