"""How much of all riding each setup covers, and whether one bicycle or two would cover it better."""

from collections.abc import Sequence
from itertools import combinations

import numpy as np

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.all_riding import STEP_KMH
from kettledrum.core.lineup.coverage_says import coverage_says
from kettledrum.core.lineup.remembered import all_riding
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.roads.ride_result import Choice, Coverage, SetupCoverage
from kettledrum.core.roads.says import BY_PEDALS

AS_MUCH = 0.005
"""What covers less than this more covers as much."""


def coverage(brief: Brief, routes: Sequence[Route]) -> Coverage:
    """Rides all roads with all setups. See docs/method.md."""
    riding = all_riding(brief, routes)
    setups, plain = riding.setups, riding.plain_terrain
    one, two = (None, None) if plain else (_best(setups, riding.weights, count) for count in (1, 2))
    driven = any(setup.motors for setup in brief.setups)
    return Coverage(
        plain_terrain=plain,
        roads=riding.roads,
        setups=setups,
        one=one,
        two=two,
        rideable=riding.rideable,
        top_kmh=riding.top_kmh,
        asked_step_kmh=STEP_KMH,
        asked=riding.asked,
        says=" ".join([coverage_says(setups, one, two), *([BY_PEDALS] if driven else [])]).strip(),
    )


def _best(setups: list[SetupCoverage], weights: Floats, count: int) -> Choice | None:
    """The choice of so many setups that covers most; of those that cover as much, the cheapest known."""
    if len(setups) < count:
        return None
    choices = [choice(chosen, weights) for chosen in combinations(setups, count)]
    most = max(each.covered for each in choices)
    as_good = [each for each in choices if each.covered > most - AS_MUCH]
    if any(each.price is None for each in as_good):
        return max(as_good, key=lambda each: each.covered)
    return min(as_good, key=lambda each: (each.price, -each.covered))


def choice(chosen: Sequence[SetupCoverage], weights: Floats) -> Choice:
    """One setup, or several, each road ridden on the best of them."""
    on = np.array([setup.roads for setup in chosen])
    prices = [setup.price for setup in chosen]
    return Choice(
        setups=[setup.name for setup in chosen],
        covered=float(on.max(axis=0) @ weights),
        on=[chosen[place].name for place in on.argmax(axis=0).tolist()],
        price=None if None in prices else sum(price for price in prices if price is not None),
    )
