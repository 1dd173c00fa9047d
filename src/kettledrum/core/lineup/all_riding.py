"""All riding of a job: its roads by how often they are ridden, and how much of it a setup covers."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from kettledrum.core.effort.steepest import BALANCE_KMH
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.plain_terrain import plain_terrain
from kettledrum.core.job.route import Route
from kettledrum.core.parts.efficiency import USUAL_EFFICIENCY
from kettledrum.core.parts.prices import whole_price
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Flags, Floats, Places
from kettledrum.core.roads.gears_taken import gears_taken
from kettledrum.core.roads.motion import Drives
from kettledrum.core.roads.profile import Profile, profile
from kettledrum.core.roads.ride import Ridden, ridden, states_of
from kettledrum.core.roads.ride_result import STATES, Missed, RoadShare, SetupCoverage

COASTS_KMH = 35.0
"""Faster than this nobody is asked to pedal, where the rider does not say."""
STEP_KMH = 1.0
FASTEST_KMH = 60
MOST_MISSED = 3
SHORTEST_MISSED_M = 100.0
"""No standing start and no moment between two gears is told as missed."""
JOINED_M = 30.0
"""Missed stretches no farther apart than this are told as one."""
_DIGITS = 12
"""Of a share: sums of thousands of steps are no surer, and what is all of it should be told as all of it."""


@dataclass(frozen=True, slots=True)
class _Asked:
    """A road as a rider with a gear for every speed rides it, on whom no setup has any influence.

    `steps` are those where there is pedalling to do or one walks, of shape (steps,); `time_s` is how long
    each takes, `speed_kmh` how fast it is; `rideable` is the share of the time that is ridden.
    """

    name: str
    road: Profile
    steps: Flags
    time_s: Floats
    speed_kmh: Floats
    rideable: float


class AllRiding:
    """The roads of a job, laid out once for however many setups; `setups` is how much of all riding those of
    the brief cover.

    A road that is not said how often it is ridden counts once a year. Without a road, a plain terrain is made
    up from the steepest pitch: no ground to choose a bicycle by.
    """

    def __init__(self, brief: Brief, routes: Sequence[Route]) -> None:
        self.brief = brief
        self.plain_terrain = not routes
        self.routes = list(routes) or [plain_terrain(brief)]
        self.top_kmh = (brief.wants.top_kmh if brief.wants else None) or COASTS_KMH
        first = [self._first(route) for route in self.routes]
        self.found = [asked for asked, _ in first]
        self.rides_a_year = np.array([route.rides.a_year if route.rides else 1.0 for route in self.routes])
        weights = self.rides_a_year * np.array([each.time_s[each.steps].sum() for each in self.found])
        total = float(weights.sum())
        self.weights: Floats = weights / total if total else weights
        self.setups = self._of_setups(
            brief.setups, [_on_road(found, asked) for asked, found in first] if brief.setups else []
        )

    def _first(self, route: Route) -> tuple[_Asked, Ridden]:
        """A road ridden with all setups of the brief, and along with them with every gear."""
        ideal = Drives(
            efficiency=np.array([USUAL_EFFICIENCY]),
            walk_mps=np.array([BALANCE_KMH / 3.6]),
            top_mps=np.array([self.top_kmh / 3.6]),
        )
        road = profile(route)
        found = ridden(self.brief, road, ideal)
        motion = found.motion
        time_s = motion.time_s(road)[-1]
        # Where anyone would coast there is nothing to miss.
        steps = (motion.wheel_w[-1] > 0) | motion.walking[-1]
        ridden_s = float(time_s[steps & ~motion.walking[-1]].sum())
        asked = _Asked(
            name=route.name,
            road=road,
            steps=steps,
            time_s=time_s,
            speed_kmh=motion.speed_mps[-1] * 3.6,
            rideable=ridden_s / max(float(time_s[steps].sum()), 1e-9),
        )
        return asked, found

    @cached_property
    def asked(self) -> list[float]:
        """How a rider with every gear spreads all riding over speeds, as shares of each step of speed."""
        spread = np.zeros(FASTEST_KMH)
        for each, rides in zip(self.found, self.rides_a_year, strict=True):
            speed = np.minimum(each.speed_kmh / STEP_KMH, FASTEST_KMH - 1).astype(int)
            spread += rides * np.bincount(speed, weights=each.time_s * each.steps, minlength=FASTEST_KMH)
        total = float(spread.sum())
        return [float(each) for each in spread / total] if total else []

    @property
    def rideable(self) -> float:
        """The share of all riding that can be ridden at all, were there a gear for every speed."""
        return float(sum(each.rideable * share for each, share in zip(self.found, self.weights, strict=True)))

    @property
    def roads(self) -> list[RoadShare]:
        """The roads, each with its share of all riding time."""
        return [
            RoadShare(
                name=route.name, rides_a_year=float(rides), assumed=route.rides is None, share=float(weight)
            )
            for route, rides, weight in zip(self.routes, self.rides_a_year, self.weights, strict=True)
        ]

    def covered(self, setups: Sequence[Setup]) -> list[SetupCoverage]:
        """How much of it each setup covers, to the last digit the same in whatever company."""
        if not setups:
            return []
        brief = self.brief.model_copy(update={"setups": list(setups)})
        return self._of_setups(setups, [_on_road(ridden(brief, each.road), each) for each in self.found])

    def _of_setups(
        self, setups: Sequence[Setup], on_roads: list[tuple[Floats, list[list[Missed]]]]
    ) -> list[SetupCoverage]:
        if not setups:
            return []
        seconds, missed = zip(*on_roads, strict=True)
        # Of the time of each setup on each road, shape (roads, setups, states).
        shares = np.array([each / np.maximum(each.sum(axis=1, keepdims=True), 1e-9) for each in seconds])
        return [
            self._of_setup(setup, shares[:, place], [each[place] for each in missed])
            for place, setup in enumerate(setups)
        ]

    def _of_setup(self, setup: Setup, own: Floats, missed: list[list[Missed]]) -> SetupCoverage:
        in_band, grinding, walking, spun_out = np.round(self.weights @ own, _DIGITS).tolist()
        stretches = [stretch for on_road in missed for stretch in on_road]
        return SetupCoverage(
            name=setup.name,
            in_band=in_band,
            grinding=grinding,
            walking=walking,
            spun_out=spun_out,
            roads=np.round(own[:, 0], _DIGITS).tolist(),
            missed=sorted(stretches, key=lambda each: each.from_m - each.to_m)[:MOST_MISSED],
            price=whole_price(setup),
        )


def _on_road(found: Ridden, on: _Asked) -> tuple[Floats, list[list[Missed]]]:
    """The seconds of each setup in each state on a road, shape (setups, states); what of it each misses."""
    times = found.motion.time_s(on.road)
    seconds, missed = [], []
    for place, table in enumerate(found.tables):
        taken = gears_taken(table, found.motion.speed_mps[place])
        state = states_of(found.motion, place, taken.cadence_rpm, found.job.cadence_rpm)
        seconds.append(np.bincount(state, weights=times[place] * on.steps, minlength=len(STATES)))
        missed.append(_missed(on.name, on.road, np.where(on.steps, state, 0)))
    return np.array(seconds, dtype=float), missed


def _missed(name: str, road: Profile, state: Places) -> list[Missed]:
    """The longest stretches out of the band; a few metres within it do not part one."""
    edges = np.concatenate(([0], np.flatnonzero(np.diff(state)) + 1, [len(state)]))
    stretches: list[Missed] = []
    for begin, end in zip(edges[:-1].tolist(), edges[1:].tolist(), strict=True):
        code = int(state[begin])
        if code == 0:
            continue
        start, stop = float(road.distance_m[begin]), float(road.distance_m[end])
        last = next((each for each in reversed(stretches) if each.state == STATES[code]), None)
        if last and start - last.to_m <= JOINED_M:
            last.to_m = stop
        else:
            stretches.append(Missed(road=name, from_m=start, to_m=stop, state=STATES[code]))
    long = [each for each in stretches if each.to_m - each.from_m > SHORTEST_MISSED_M]
    return sorted(long, key=lambda each: each.from_m - each.to_m)[:MOST_MISSED]
