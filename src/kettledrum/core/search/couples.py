"""Two bicycles instead of one: which drives share the roads of a job best, for the money."""

from collections.abc import Callable, Iterator, Sequence
from itertools import combinations

from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.lineup.coverage import AS_MUCH, choice
from kettledrum.core.roads.ride_result import Choice, SetupCoverage
from kettledrum.core.search.drives import Drives
from kettledrum.core.search.hunt import Hunt, Row
from kettledrum.core.search.result import Pair
from kettledrum.core.search.says import share_says
from kettledrum.core.terms.in_words import listed, quoted

MOST_ROADS = 4
"""Every way to share so many roads is looked at; of more, the ways to share those with most riding."""
MOST_PAIRS = 5


def best_pairs(
    riding: AllRiding,
    hunt_on: Callable[[AllRiding], Hunt],
    drives: Drives,
    singles: Sequence[tuple[float, float]],
    budget: float | None,
) -> list[Pair]:
    """The pairs of which none covers as much for less, within a budget if there is one, the best first.

    However two drives share the roads, the one is as good on its own as any that is as cheap: so it is enough
    to know the front of each share of the roads by itself. `singles` are what single drives cover, and cost:
    a pair must be better than one for the same money. None where there is one road, or none.
    """
    if riding.plain_terrain or len(riding.routes) < 2:
        return []
    rows: dict[tuple[int, int], Row] = {}
    for roads in _shares(riding):
        hunt = hunt_on(AllRiding(riding.brief, [riding.routes[road] for road in roads]))
        while hunt.round():
            pass
        for row in hunt.front():
            assert row.at is not None
            rows.setdefault((id(row.screened.base), row.at), row)
    found = [row for row in rows.values() if budget is None or row.price <= budget]
    covered = riding.covered([drives.setup(row.screened.base, row.at or 0) for row in found])
    return _best(list(zip(found, covered, strict=True)), singles, riding, budget)


def _shares(riding: AllRiding) -> Iterator[tuple[int, ...]]:
    """Every part of the roads that one of two bicycles might be ridden on, the other on the rest."""
    heaviest = sorted(range(len(riding.routes)), key=lambda road: -riding.weights[road])[:MOST_ROADS]
    others = tuple(road for road in range(len(riding.routes)) if road not in heaviest)
    for count in range(1, len(heaviest)):
        for roads in combinations(sorted(heaviest), count):
            yield roads
            if others:
                yield tuple(sorted((*roads, *others)))


def _best(
    found: list[tuple[Row, SetupCoverage]],
    singles: Sequence[tuple[float, float]],
    riding: AllRiding,
    budget: float | None,
) -> list[Pair]:
    alone = [*singles, *((each.in_band, row.price) for row, each in found)]
    worth = []
    for (one, of_one), (two, of_two) in combinations(found, 2):
        price = one.price + two.price
        if budget is not None and price > budget:
            continue
        both = choice([of_one, of_two], riding.weights)
        better = max(covered for covered, costs in alone if costs <= price)
        if both.covered > better + AS_MUCH:
            worth.append((price, both, better))
    worth.sort(key=lambda each: (each[0], -each[1].covered))
    kept: list[Pair] = []
    for price, both, better in worth:
        if kept and both.covered <= kept[-1].covered + AS_MUCH:
            continue
        one_name, two_name = both.setups
        says = _says(both, better, riding)
        kept.append(Pair((one_name, two_name), both.covered, price, both.on, says))
    return kept[::-1][:MOST_PAIRS]


def _says(both: Choice, alone: float, riding: AllRiding) -> str:
    ridden = []
    for name in both.setups:
        roads = [quoted(road.name) for road, own in zip(riding.routes, both.on, strict=True) if own == name]
        ridden.append(f"{quoted(name)} on {listed(roads)}")
    return (
        f"{listed(ridden)}: together {share_says(both.covered)} of your riding, where one for the same money "
        f"covers {share_says(alone)}."
    )
