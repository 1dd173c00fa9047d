"""Two bicycles instead of one: what they cost together, each ridden where it is the better."""

from collections.abc import Sequence

from kettledrum.core.job.brief import Brief, named
from kettledrum.core.job.money import Money
from kettledrum.core.job.route import Route
from kettledrum.core.keeping.costs import costs
from kettledrum.core.keeping.pair_result import PairCosts
from kettledrum.core.keeping.rates import rates
from kettledrum.core.lineup.coverage import coverage
from kettledrum.core.terms.in_words import listed, money, percent, quoted


def pair_costs(brief: Brief, routes: Sequence[Route]) -> PairCosts | None:
    """What the two setups that cover most cost together; None where there are no two, or no road to part.

    The km of a year are parted as the roads that say how often they are ridden; of those that do not, each
    counts once a year.
    """
    found = coverage(brief, routes)
    if found.one is None or found.two is None or not routes:
        return None
    rate = rates(brief, routes)
    ways = [route.length_m * (route.rides.a_year if route.rides else 1.0) for route in routes]
    whole = sum(ways)
    km, roads, totals, spreads = [], [], [], []
    lacking: list[str] = []
    for name in found.two.setups:
        mine = [way if on == name else 0.0 for way, on in zip(ways, found.two.on, strict=True)]
        km.append(rate.km_a_year * sum(mine) / whole)
        roads.append([route.name for route, way in zip(routes, mine, strict=True) if way > 0])
        kept = (brief.money or Money()).model_copy(update={"km_a_year": km[-1]})
        alone = brief.model_copy(update={"setups": [named(brief, name)], "reference": None, "money": kept})
        [cost] = costs(alone, routes, listed=False).setups
        lacking += cost.missing
        totals.append(cost.total)
        spreads.append(cost.total_spread)
    [best] = found.one.setups
    single = brief.model_copy(update={"setups": [named(brief, best)], "reference": None})
    [one] = costs(single, routes, listed=False).setups
    low, high = (sum(ends) for ends in zip(*spreads, strict=True))
    result = PairCosts(
        setups=found.two.setups,
        km_a_year=km,
        roads=roads,
        totals=totals,
        total=sum(totals),
        total_spread=(low, high),
        covered=found.two.covered,
        one=best,
        one_total=one.total,
        one_covered=found.one.covered,
        price_missing=bool(lacking or one.missing),
        says="",
    )
    result.says = _without_price(result) if result.price_missing else _says(result, rate.currency)
    return result


def _without_price(found: PairCosts) -> str:
    names = listed([quoted(name) for name in dict.fromkeys([*found.setups, found.one])])
    return f"Of {names} a price is missing: what one bicycle or two would cost is not known."


def _says(found: PairCosts, currency: str) -> str:
    """What the two cost together, against the best single one."""
    if not all(found.roads):
        return (
            f"A second bicycle would gain nothing: {quoted(found.one)} covers {percent(found.one_covered)} "
            "of the riding at an easy cadence, and no other does better on any road."
        )
    ridden = [
        f"{quoted(name)} for {km:,.0f} km a year"
        for name, km in zip(found.setups, found.km_a_year, strict=True)
    ]
    more = found.total - found.one_total
    against = f"{money(abs(more), currency)} {'more' if more > 0 else 'less'} than {quoted(found.one)} alone"
    cost = f"cost {money(found.total, currency)} together: {against}"
    covers = f"They cover {percent(found.covered)} of the riding at an easy cadence"
    return f"Two bicycles, {listed(ridden)}, {cost}. {covers}, it covers {percent(found.one_covered)}."
