"""What setups cost, and which pays itself back, in a few sentences."""

from collections.abc import Sequence

from kettledrum.core.keeping.costs_result import BreakEven, SetupCosts
from kettledrum.core.keeping.rates import Rates
from kettledrum.core.parts.upkeep import Life, Task
from kettledrum.core.terms.in_words import counted, listed, money, money_apart, quoted

_SAME = 0.005
"""Setups whose costs differ by a smaller share cost the same."""


def task_says(task: Task, rate: Rates) -> str:
    """What makes a task due, and what makes up its money: “4,000 km; 25 for material and 15 minutes at 20 an
    hour”.
    """
    km = task.every_km.typical if isinstance(task.every_km, Life) else task.every_km
    months = task.every_months
    # The first of the two makes it due.
    by_way = km is not None and (months is None or km < months * rate.km_a_month)
    every = f"{km:,.0f} km" if by_way else f"{months:g} {'month' if months == 1 else 'months'}"
    pieces = [f"{money(task.cost, '')} for material"] if task.cost else []
    an_hour = rate.own_an_hour if task.by == "owner" else rate.workshop_an_hour
    if task.minutes:
        paid = f" at {money(an_hour, '')} an hour" if an_hour else ""
        pieces.append(f"{task.minutes:g} minutes{paid}")
    if task.away_days and rate.day_without:
        pieces.append(f"{task.away_days:g} days without at {money(rate.day_without, '')}")
    told = f"; {listed(pieces)}" if pieces else ""
    return f"{every}{told}"


def setup_says(one: SetupCosts, rate: Rates) -> str:
    """What a setup costs in all, what of it is for buying, and what is on top of the money."""
    if not one.known:
        return "Nothing is known of what it costs: its prices and its upkeep are missing."
    least = "at least " if one.missing else ""
    a_km = f", {one.a_km:.2f} a km" if one.a_km is not None else ""
    bought = f"{money(one.purchase, '')} of it to buy" if one.purchase else "nothing of it to buy"
    if one.sold:
        back = "all of which" if one.sold >= one.purchase else f"{money(one.sold, '')} of which"
        bought = f"{money(one.purchase, '')} to buy, {back} comes back when it is sold"
    told = [
        f"It costs {least}{money(one.total, rate.currency)} in {counted(rate.years, 'year')}{a_km}: {bought}."
    ]
    besides = []
    if round(one.own_hours):
        besides.append(f"{counted(round(one.own_hours), 'hour')} of your own work")
    if one.workshop_visits:
        besides.append(counted(one.workshop_visits, "visit to a workshop", "visits to a workshop"))
    if one.days_without >= 1:
        besides.append(f"{counted(round(one.days_without), 'day')} without it")
    if besides:
        told.append(f"On top: {listed(besides)}." if rate.own_an_hour == 0 else f"With {listed(besides)}.")
    return " ".join(told)


def costs_say(
    found: Sequence[SetupCosts], pairs: Sequence[BreakEven], rate: Rates, reference: str | None
) -> str:
    """Which setup costs least over the years, and from when on the dearer to buy has paid itself back."""
    known = [each for each in found if each.known]
    if not known:
        return "No price is known yet: say what the parts cost, or begin with what is usual."
    over = f"Over {counted(rate.years, 'year')} and {rate.km_a_year * rate.years:,.0f} km"
    if len(known) == 1:
        cost = f"{_least(known[0])}{money(known[0].total, rate.currency)}"
        return f"{over} {quoted(known[0].name)} costs {cost}.{_unknown(found)}"
    # Of what is known to the last part, where there is such: what lacks a price would seem the cheapest.
    whole = [each for each in known if not each.missing]
    compared = whole or known
    best = min(compared, key=lambda each: each.total)
    rest = [each for each in compared if each is not best and each.total <= best.total * (1 + _SAME)]
    names = listed([quoted(each.name) for each in (best, *rest)])
    verb = "costs" if not rest else "cost"
    said = f"{over} {names} {verb} least, {_least(best)}{money(best.total, rate.currency)}."
    alone = None if rest else best.name
    paid_back = _not_against(whole, pairs, rate, reference, alone) or _paid_back(
        whole, pairs, reference, alone
    )
    return f"{said}{paid_back}{_unknown(found)}"


def _least(one: SetupCosts) -> str:
    return "at least " if one.missing else ""


def _paid_back(
    known: Sequence[SetupCosts], pairs: Sequence[BreakEven], reference: str | None, named: str | None
) -> str:
    """From how many km on a setup that is dearer to buy is the cheaper; of the reference, if there is one.

    One that was `named` just before is “it”.
    """
    if len(known) < 2:
        return ""
    names = {each.name for each in known}
    told = [pair for pair in pairs if {pair.dearer, pair.cheaper} <= names]
    of_reference = [pair for pair in told if reference in (pair.dearer, pair.cheaper)]
    first = min(of_reference or told, key=lambda pair: pair.month, default=None)
    if first is None:
        return " None that is dearer to buy pays itself back in that time."
    who = "It" if first.dearer == named else quoted(first.dearer)
    return (
        f" {who} is dearer to buy than {quoted(first.cheaper)}, and has paid that back after "
        f"{first.km:,.0f} km."
    )


def _not_against(
    known: Sequence[SetupCosts],
    pairs: Sequence[BreakEven],
    rate: Rates,
    reference: str | None,
    named: str | None,
) -> str | None:
    """That nothing dearer to buy than the reference is earned back against it, and what comes nearest.

    None where something is, and where nothing is dearer to buy.
    """
    own = next((each for each in known if each.name == reference), None)
    if own is None or any(own.name in (pair.dearer, pair.cheaper) for pair in pairs):
        return None
    nearest = min((each for each in known if each.purchase > own.purchase), key=_total, default=None)
    if nearest is None or nearest.total <= own.total:
        return None
    it = "it" if own.name == named else quoted(own.name)
    return (
        f" Nothing that is dearer to buy is earned back against {it} in that time; {quoted(nearest.name)} "
        f"comes nearest, {money_apart(nearest.total, own.total, rate.currency)} more."
    )


def _total(one: SetupCosts) -> float:
    return one.total


def _unknown(found: Sequence[SetupCosts]) -> str:
    lacking = [each.name for each in found if each.missing]
    if not lacking:
        return ""
    if len(lacking) == len(found):
        return " None has all its prices yet." if len(found) > 1 else " Not all of its prices are known."
    if len(lacking) == 1:
        return f" {quoted(lacking[0])} lacks a price, so it is not compared."
    return f" {len(lacking)} others lack prices, so they are not compared."
