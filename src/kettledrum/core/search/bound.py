"""How much of all riding a drive can cover at the most, told from a few rides without any gap between gears.

A stepless drive with the same lowest gear and the same efficiency is ridden along the roads; where that one's
speed lies in none of a drive's gears, the drive is out of the band. What a drive's missing gears do to its
own speed, and what lies between the rides that were made, is small: the bound is wider by `WIDER` in speed at
either end of each gear, and by `MORE` of all riding. tests/core/search/test_bound.py rides many drives of
many jobs, none of which is better than its bound.
"""

import math
from collections.abc import Sequence

import numpy as np

from kettledrum.core.job.conditions import Conditions, conditions
from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Floats, Places
from kettledrum.core.physics.road_load import GRAVITY
from kettledrum.core.roads.profile import Profile
from kettledrum.core.roads.ride import ridden
from kettledrum.core.terms.validation import validate

WIDER, MORE = 0.02, 0.02
LOWEST_M = tuple(0.8 * 1.15**step for step in range(19))
"""The lowest developments in m that are ridden with: 0.8 to 9.9."""
_HIGHEST_M = 20.0
_SLOWEST_KMH, _FASTEST_KMH, _CELLS = 3.0, 90.0, 680
"""Speeds are told apart to half a percent."""


class Bound:
    """The bounds of drives with some efficiencies and lowest gears in m, between the least and the most of
    them.
    """

    def __init__(self, riding: AllRiding, efficiencies: Sequence[float], lowest_m: Sequence[float]) -> None:
        self.band = riding.brief.rider.cadence_rpm
        low, high = min(efficiencies), max(efficiencies)
        levels = 1 if high < low * 1.01 else 2 if high < low * 1.08 else 3
        self.shares = np.linspace(low, high, levels)
        first, last = np.interp(
            np.log([min(lowest_m), max(lowest_m)]), np.log(LOWEST_M), np.arange(len(LOWEST_M))
        )
        self.lowest_m = LOWEST_M[
            min(int(first), len(LOWEST_M) - 2) : max(math.ceil(last), int(first) + 1) + 1
        ]
        self.lowest = np.log(self.lowest_m)
        self.up_to, self.coasted = self._ridden(riding)
        lowest_kmh = np.array(self.lowest_m) * self.band[0] * 0.06
        self.begins, self.begins_wider = _cells(lowest_kmh / 1.005), _cells(lowest_kmh / (1 + WIDER))

    def _ridden(self, riding: AllRiding) -> tuple[Floats, Floats]:
        """The share of all riding that is pedalled up to a speed, and that where one would coast no faster
        than that; of shape (efficiencies, lowest gears, speeds).
        """
        setups = [_stepless(lowest, share) for share in self.shares for lowest in self.lowest_m]
        brief = riding.brief.model_copy(update={"setups": setups})
        edges = np.exp(np.linspace(math.log(_SLOWEST_KMH), math.log(_FASTEST_KMH), _CELLS)) / 3.6
        up_to, coasted = np.zeros((2, len(setups), _CELLS))
        for asked, weight in zip(riding.found, riding.weights, strict=True):
            motion = ridden(brief, asked.road).motion
            times = motion.time_s(asked.road)
            coasts = _coasts_mps(asked.road, conditions(brief, asked.road.altitude_m))
            pedalled = asked.steps & (motion.wheel_w > 0) & ~motion.walking
            for place in range(len(setups)):
                speed, time = motion.speed_mps[place], times[place]
                whole = float(time[asked.steps].sum())
                if whole <= 0:
                    continue
                own = pedalled[place]
                for table, values in ((up_to, speed), (coasted, coasts)):
                    table[place] += weight * _sums(values[own], time[own], edges) / whole
        shape = len(self.shares), len(self.lowest_m), _CELLS
        return up_to.reshape(shape), coasted.reshape(shape)

    def of(self, spans_kmh: Floats, lowest_m: Floats, share: float, *, wider: bool) -> Floats:
        """At the most (or, not `wider`, about) so much is covered by drives of one efficiency.

        `spans_kmh` are the speeds from where to where each drive has gears in the band, none of them
        overlapping, in rising order, of shape (drives, spans, 2); `lowest_m` its lowest gear.
        """
        room = 1 + WIDER if wider else 1.0
        begins, ends = _cells(spans_kmh[:, :, 0] / room), _cells(spans_kmh[:, :, 1] * room)
        between = np.clip(np.interp(np.log(lowest_m), self.lowest, np.arange(len(self.lowest_m))), 0, None)
        below = np.minimum(between.astype(int), len(self.lowest_m) - 2)
        if wider:
            # Of the two efficiencies about it the better, of the two lowest gears the lower.
            found = [self._at(at, below, begins, ends, self.begins_wider) for at, _ in self._near(share)]
            at_most: Floats = np.minimum(np.maximum.reduce(found) + MORE, 1.0)
            return at_most
        covered = np.zeros(len(spans_kmh))
        for at, its in self._near(share):
            for level in (below, below + 1):
                part = 1 - np.abs(between - level)
                covered += its * part * self._at(at, level, begins, ends, self.begins)
        return covered

    def _at(self, at_share: int, level: Places, begins: Places, ends: Places, lowest: Places) -> Floats:
        up_to, coasted = self.up_to[at_share], self.coasted[at_share]
        rows = level[:, None]
        # Who rides with that lowest gear holds the band's low end in that one.
        starts = begins.copy()
        starts[:, 0] = lowest[level]
        inner = up_to[rows, ends[:, :-1]] - up_to[rows, starts[:, :-1]]
        # Faster than the highest gear nobody need go who would coast no faster.
        last = coasted[level, ends[:, -1]] - up_to[level, starts[:, -1]]
        found: Floats = np.maximum(inner, 0).sum(axis=1) + np.maximum(last, 0)
        return found

    def _near(self, share: float) -> list[tuple[int, float]]:
        if len(self.shares) == 1:
            return [(0, 1.0)]
        at = float(np.interp(share, self.shares, np.arange(len(self.shares))))
        below = min(int(at), len(self.shares) - 2)
        return [(below, 1 - (at - below)), (below + 1, at - below)]


def _cells(speed_kmh: Floats) -> Places:
    where = np.log(np.maximum(speed_kmh, 1e-3) / _SLOWEST_KMH) / math.log(_FASTEST_KMH / _SLOWEST_KMH)
    return np.clip(np.rint(where * (_CELLS - 1)), 0, _CELLS - 1).astype(int)


def _sums(values: Floats, time_s: Floats, edges: Floats) -> Floats:
    """The time in which a value is no more than each edge."""
    order = np.argsort(values)
    up_to = np.concatenate(([0.0], np.cumsum(time_s[order])))
    found: Floats = up_to[np.searchsorted(values[order], edges, side="right")]
    return found


def _coasts_mps(road: Profile, job: Conditions) -> Floats:
    """The speed that one comes to without pedalling on the slope of each step."""
    resistance = job.resistance
    fall_n = -resistance.mass_kg * GRAVITY * (road.grade + resistance.crr) / np.hypot(1, road.grade)
    through = np.sqrt(np.maximum(fall_n, 0) / (0.5 * resistance.density * resistance.cda_m2))
    coasts: Floats = np.maximum(through - resistance.wind_mps, 0)
    return coasts


def _stepless(lowest_m: float, share: float) -> Setup:
    """A drive on a wheel of 2 m round with every gear from a lowest one up."""
    hub = {
        "kind": "hub",
        "efficiency": share,
        "gears": {"stepless": {"low": lowest_m / 2, "high": _HIGHEST_M / 2}},
    }
    return validate(
        Setup,
        {
            "format": "kettledrum-setup/1",
            "name": f"{lowest_m:.3f} {share:.4f}",
            "cranks": {"length_mm": 170},
            "path": [hub],
            "wheel": {"rollout_mm": 2000},
        },
    )
