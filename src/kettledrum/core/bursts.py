"""When a rider gives the power of a minute: on a pitch that all-day power does not get up in the band."""

import math

import numpy as np

from kettledrum.core.arrays import Flags, Floats
from kettledrum.core.motion import Drives, Motion
from kettledrum.core.profile import Profile
from kettledrum.core.road_load import GRAVITY, Resistance

MINUTE_S = 60.0
RECOVERY_S = 600.0
"""The time in which all but 1/e of what was spent is back.

After Skiba et al., Med. Sci. Sports Exerc. 44 (2012), who find 316 to 862 s, by how easy the riding is.
"""
LITTLE_MORE = 1.03
"""So much faster than the band's low end the lowest gear is kept, so as not to fall below it."""


def with_bursts(
    day: Motion, road: Profile, resistance: Resistance, drives: Drives, hold_mps: Floats, burst_w: float
) -> Floats:
    """The powers in W of a rider who holds the lowest easy cadence while that lasts: shape (drives, steps).

    A minute of `burst_w` spends all that is to be had above the power of all day; less takes longer. What
    was spent comes back by and by. `hold_mps` is the speed of each drive's lowest gear at the band's low end.
    """
    rider_w = day.rider_w.copy()
    grade, length = road.grade, road.step_m
    slope_n = resistance.mass_kg * GRAVITY * (grade + resistance.crr) / np.hypot(1, grade)
    times = day.time_s(road)
    for drive, (share, walk, hold) in enumerate(
        zip(drives.efficiency.tolist(), drives.walk_mps.tolist(), hold_mps.tolist(), strict=True)
    ):
        day_w = rider_w[drive]
        hold *= LITTLE_MORE
        asked = (slope_n + resistance.drag_n(hold)) * hold / share
        rideable = (slope_n + resistance.drag_n(walk)) * walk / share <= burst_w
        wanted = (day.speed_mps[drive] < hold) & (asked > day_w) & rideable
        if not wanted.any():
            continue
        given = np.clip(asked, day_w, burst_w)
        speed = np.minimum(hold, given * share / np.maximum(slope_n + resistance.drag_n(hold), 1e-9))
        spent = (given - day_w) * length / speed
        granted = _granted(wanted, spent, times[drive], float((burst_w - day_w[0]) * MINUTE_S))
        rider_w[drive] = np.where(granted, given, day_w)
    return rider_w


def _granted(wanted: Flags, spent_j: Floats, time_s: Floats, reserve_j: float) -> Flags:
    """Where it lasts: pitch by pitch, what was spent before and has not come back is missing."""
    granted = np.zeros(len(wanted), dtype=bool)
    edges = np.flatnonzero(np.diff(np.concatenate(([False], wanted, [False])).astype(int)))
    clock = np.concatenate(([0.0], np.cumsum(time_s)))
    spent = np.concatenate(([0.0], np.cumsum(np.where(wanted, spent_j, 0.0))))
    begins, ends = edges[::2], edges[1::2]
    left, since = reserve_j, 0.0
    for begin, end, start_s, before, after in zip(
        begins.tolist(),
        ends.tolist(),
        clock[begins].tolist(),
        spent[begins].tolist(),
        spent[ends].tolist(),
        strict=True,
    ):
        left = reserve_j - (reserve_j - left) * math.exp(-(start_s - since) / RECOVERY_S)
        if after - before > left:
            end = begin + int(np.searchsorted(spent[begin + 1 : end + 1] - before, left, side="right"))
        granted[begin:end] = True
        left -= float(spent[end]) - before
        since = float(clock[end])
    return granted
