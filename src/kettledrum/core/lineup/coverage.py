"""How much of all riding each setup covers, and whether one bicycle or two would cover it better."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations

import numpy as np

from kettledrum.core.effort.steepest import BALANCE_KMH
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.plain_terrain import plain_terrain
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.coverage_says import coverage_says
from kettledrum.core.parts.efficiency import USUAL_EFFICIENCY, path_efficiency
from kettledrum.core.parts.prices import whole_price
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Floats, Places
from kettledrum.core.roads.gears_taken import gears_taken
from kettledrum.core.roads.motion import Drives
from kettledrum.core.roads.profile import Profile, profile
from kettledrum.core.roads.ride import ridden, states_of
from kettledrum.core.roads.ride_result import STATES, Choice, Coverage, Missed, RoadShare, SetupCoverage
from kettledrum.core.roads.says import BY_PEDALS

COASTS_KMH = 35.0
"""Faster than this nobody is asked to pedal, where the rider does not say."""
STEP_KMH = 1.0
FASTEST_KMH = 60
MOST_MISSED = 3
AS_MUCH = 0.005
"""What covers less than this more covers as much."""
SHORTEST_MISSED_M = 100.0
"""No standing start and no moment between two gears is told as missed."""
JOINED_M = 30.0
"""Missed stretches no farther apart than this are told as one."""


@dataclass(frozen=True, slots=True)
class _OnRoad:
    """A road ridden: seconds by state of each setup, (setups, states), and of its rider with any gear.

    `asked` is that rider's time by speed, `rideable` the part of it that is ridden; `missed` the stretches of
    each setup that are.
    """

    seconds: Floats
    asked: Floats
    rideable: float
    missed: list[list[Missed]]


def coverage(brief: Brief, routes: Sequence[Route]) -> Coverage:
    """Rides all roads with all setups. One that is not said how often it is ridden counts once a year.

    Without a road, a plain terrain is made up from the steepest pitch: no ground to choose a bicycle by.
    """
    plain = not routes
    driven = any(setup.motors for setup in brief.setups)
    routes = routes or [plain_terrain(brief)]
    top_kmh = (brief.wants.top_kmh if brief.wants else None) or COASTS_KMH
    found = [_on_road(brief, route.name, profile(route), top_kmh) for route in routes]
    a_year = np.array([route.rides.a_year if route.rides else 1.0 for route in routes])
    weights = a_year * np.array([each.asked.sum() for each in found])
    total = float(weights.sum())
    # Of the time of each setup on each road, shape (roads, setups, states).
    shares = np.array([each.seconds / each.seconds.sum(axis=1, keepdims=True) for each in found])
    weights = weights / total if total else weights
    asked = sum(
        (each.asked * rides for each, rides in zip(found, a_year, strict=True)), np.zeros(FASTEST_KMH)
    )
    setups = [
        _setup_coverage(setup, place, found, shares, weights) for place, setup in enumerate(brief.setups)
    ]
    one, two = (None, None) if plain else (_best(setups, weights, 1), _best(setups, weights, 2))
    return Coverage(
        plain_terrain=plain,
        roads=[
            RoadShare(
                name=route.name, rides_a_year=float(rides), assumed=route.rides is None, share=float(weight)
            )
            for route, rides, weight in zip(routes, a_year, weights, strict=True)
        ],
        setups=setups,
        one=one,
        two=two,
        rideable=float(sum(each.rideable * weight for each, weight in zip(found, weights, strict=True))),
        top_kmh=top_kmh,
        asked_step_kmh=STEP_KMH,
        asked=(asked / asked.sum()).tolist() if total else [],
        says=" ".join([coverage_says(setups, one, two), *([BY_PEDALS] if driven else [])]).strip(),
    )


def _on_road(brief: Brief, name: str, road: Profile, top_kmh: float) -> _OnRoad:
    known = [path_efficiency(setup.path).typical for setup in brief.setups]
    ideal = Drives(
        efficiency=np.array([float(np.mean(known)) if known else USUAL_EFFICIENCY]),
        walk_mps=np.array([BALANCE_KMH / 3.6]),
        top_mps=np.array([top_kmh / 3.6]),
    )
    found = ridden(brief, road, ideal)
    times = found.motion.time_s(road)
    # Where anyone would coast there is nothing to miss.
    asked = (found.motion.wheel_w[-1] > 0) | found.motion.walking[-1]
    seconds, missed = [], []
    for place, table in enumerate(found.tables):
        taken = gears_taken(table, found.motion.speed_mps[place])
        state = states_of(found.motion, place, taken.cadence_rpm, found.job.cadence_rpm)
        seconds.append(np.bincount(state, weights=times[place] * asked, minlength=len(STATES)).astype(float))
        missed.append(_missed(name, road, np.where(asked, state, 0)))
    speed = np.minimum(found.motion.speed_mps[-1] * 3.6 / STEP_KMH, FASTEST_KMH - 1).astype(int)
    ideal_s = times[-1] * asked
    return _OnRoad(
        seconds=np.array(seconds).reshape(-1, len(STATES)),
        asked=np.bincount(speed, weights=ideal_s, minlength=FASTEST_KMH).astype(float),
        rideable=float(ideal_s[~found.motion.walking[-1]].sum() / max(ideal_s.sum(), 1e-9)),
        missed=missed,
    )


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


def _setup_coverage(
    setup: Setup, place: int, found: list[_OnRoad], shares: Floats, weights: Floats
) -> SetupCoverage:
    own = shares[:, place] if len(shares) else np.zeros((0, len(STATES)))
    in_band, grinding, walking, spun_out = (weights @ own).tolist()
    missed = [stretch for each in found for stretch in each.missed[place]]
    return SetupCoverage(
        name=setup.name,
        in_band=in_band,
        grinding=grinding,
        walking=walking,
        spun_out=spun_out,
        roads=own[:, 0].tolist(),
        missed=sorted(missed, key=lambda each: each.from_m - each.to_m)[:MOST_MISSED],
        price=whole_price(setup),
    )


def _best(setups: list[SetupCoverage], weights: Floats, count: int) -> Choice | None:
    """The choice of so many setups that covers most; of those that cover as much, the cheapest known."""
    if not len(weights) or len(setups) < count:
        return None
    choices = [_choice(chosen, weights) for chosen in combinations(setups, count)]
    most = max(choice.covered for choice in choices)
    as_good = [choice for choice in choices if choice.covered > most - AS_MUCH]
    if any(choice.price is None for choice in as_good):
        return max(as_good, key=lambda choice: choice.covered)
    return min(as_good, key=lambda choice: (choice.price, -choice.covered))


def _choice(chosen: Sequence[SetupCoverage], weights: Floats) -> Choice:
    on = np.array([setup.roads for setup in chosen])
    prices = [setup.price for setup in chosen]
    return Choice(
        setups=[setup.name for setup in chosen],
        covered=float(on.max(axis=0) @ weights),
        on=[chosen[place].name for place in on.argmax(axis=0).tolist()],
        price=None if None in prices else sum(price for price in prices if price is not None),
    )
