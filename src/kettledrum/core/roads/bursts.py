"""When a rider gives the power of a minute: on a pitch that all-day power does not get up in the band."""

import math
from bisect import bisect_right
from itertools import pairwise

import numpy as np

from kettledrum.core.effort.held_power import MINUTE_S, HeldPower
from kettledrum.core.physics.arrays import Flags, Floats, Places
from kettledrum.core.roads.motion import Way

RECOVERY_S = 600.0
"""The time in which all but 1/e of what was spent is back.

After Skiba et al., Med. Sci. Sports Exerc. 44 (2012), who find 316 to 862 s, by how easy the riding is.
"""
LITTLE_MORE = 1.03
"""So much faster than the band's low end the lowest gear is kept, so as not to fall below it."""


def with_bursts(way: Way, hold_mps: Floats, held: HeldPower) -> Floats:
    """The powers in W of a rider who holds the lowest easy cadence while that lasts: shape (drives, steps).

    A minute of a minute's power spends all that is to be had above that of all day; less takes longer. What
    was spent comes back over time. The `way` is ridden with its own powers otherwise; `hold_mps` is the speed
    of each drive's lowest gear at the band's low end.
    """
    speed_mps, rider_w = way.roughly(), way.rider_w.copy()
    reserve_j = (held.minute_w - held.day_w) * MINUTE_S
    length, slope_n = way.step_m, way.mass_kg * way.slope
    for speed, powers, share, walk, hold in zip(
        speed_mps,
        rider_w,
        way.drives.efficiency.tolist(),
        way.drives.walk_mps.tolist(),
        (hold_mps * LITTLE_MORE).tolist(),
        strict=True,
    ):
        held_n, walked_n = way.drag_n(hold), way.drag_n(walk)
        wanted = (speed < hold) & (slope_n > powers * (share / hold) - held_n)
        wanted &= slope_n <= held.minute_w * share / walk - walked_n
        steps = np.flatnonzero(wanted)
        if not len(steps):
            continue
        forces = slope_n[steps] + held_n
        paced = powers[steps]
        given = np.clip(forces * (hold / share), paced, held.minute_w)
        bought = np.minimum(hold, given * share / forces)
        spent = (given - paced) * length[steps] / bought
        powers[steps] = np.where(_granted(steps, spent, length / speed, reserve_j), given, paced)
    return rider_w


def _granted(steps: Places, spent_j: Floats, time_s: Floats, reserve_j: float) -> Flags:
    """At which of the steps it lasts: pitch by pitch, what was spent before and is not back is missing."""
    granted = np.ones(len(steps), dtype=bool)
    clock = np.cumsum(time_s)
    begins_s, ends_s = (clock - time_s)[steps].data, clock[steps].data
    spent = np.concatenate(([0.0], np.cumsum(spent_j))).data
    begins = np.flatnonzero(np.diff(steps, prepend=-2) > 1).tolist()
    left, since = reserve_j, 0.0
    for begin, end in pairwise([*begins, len(steps)]):
        start_s, end_s, before, after = begins_s[begin], ends_s[end - 1], spent[begin], spent[end]
        left = reserve_j - (reserve_j - left) * math.exp(-(start_s - since) / RECOVERY_S)
        if after - before > left:
            last = bisect_right(spent, before + left) - 1
            granted[last:end] = False
            after, end_s = spent[last], begins_s[last]
        left -= after - before
        since = end_s
    return granted
