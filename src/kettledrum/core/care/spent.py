"""What the upkeep of a bike really cost, against what was foretold. See docs/method.md."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from kettledrum.core.care.counted import is_the_same
from kettledrum.core.care.intervals import months_later
from kettledrum.core.care.spent_result import AsItWas, TaskCost, YearCost
from kettledrum.core.keeping.rates import Rates
from kettledrum.core.log.bike import BikeHead, Done
from kettledrum.core.log.odometer import Odometer
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.parts.names import part_names
from kettledrum.core.parts.upkeep import Task
from kettledrum.core.terms.in_words import counted as so_many
from kettledrum.core.terms.in_words import kilometres, money

MOST_TIMES = 10_000
"""So many times of a task are counted, and no more."""
FEWEST_DAYS = 90
"""Over fewer days it is not told how far a bike goes in a year: a season."""
_YEAR_DAYS = 365.25
_SAME = 0.1
"""Sums that differ by less than this share are said to be about the same."""


@dataclass(frozen=True, slots=True)
class _Kept:
    """A task of a part that was on the bike from one day to another."""

    part: str
    task: Task
    start: date
    start_km: float
    end: date


def as_it_was(bike: BikeHead, rides: Sequence[LoggedRide], on: date, rate: Rates) -> AsItWas:
    """What was spent on a bike by a day, and what its tasks cost if each was done when it fell due.

    Money of what was done is what was written down, with one’s own minutes at one’s own rate; foretold is
    material, work at the rate of who does it, and days without. What happened is not foretold.
    """
    odometer = Odometer(bike, [ride for ride in rides if ride.on <= on])
    done = [each for each in bike.done or [] if bike.since <= each.on <= on]
    foretold = [(kept, day) for kept in _kept(bike, odometer, on) for day in _falls_due(kept, odometer)]
    km = odometer.km(on) - bike.km_at_start
    by = {(kept.part, kept.task.what): kept.task.by for kept, _ in foretold}
    paid = [(each, _paid(each, by.get((each.part, each.what), "owner"), rate)) for each in done]
    costs = [(kept, day, _foretold(kept.task, rate)) for kept, day in foretold]
    spent, told = sum(amount for _, amount in paid), sum(amount for *_, amount in costs)
    days = max((on - bike.since).days, 0)
    found = AsItWas(
        currency=rate.currency,
        km=km,
        days=days,
        spent=spent,
        foretold=told,
        spent_a_km=spent / km if km > 0 else None,
        foretold_a_km=told / km if km > 0 else None,
        km_a_year=km / days * _YEAR_DAYS if km > 0 and days >= FEWEST_DAYS else None,
        reckoned_km_a_year=rate.km_a_year,
        without_cost=sum(each.cost is None for each in done),
        years=[*_years(bike, odometer, on, paid, costs)],
        tasks=[*_tasks(paid, costs)],
    )
    found.says = _says(found)
    return found


def _kept(bike: BikeHead, odometer: Odometer, on: date) -> Iterator[_Kept]:
    """Every task of every part that ever was on the bike, from the day the part was mounted until it went."""
    mounts = [each for each in bike.mounted if each.on <= on] or bike.mounted[:1]
    parts = [dict(part_names(each.setup)) for each in mounts]
    for place, named in enumerate(parts):
        for name, part in named.items():
            if place and is_the_same(parts[place - 1].get(name), part):
                continue
            last = place
            while last + 1 < len(parts) and is_the_same(parts[last + 1].get(name), part):
                last += 1
            start = max(mounts[place].on, bike.since)
            end = mounts[last + 1].on if last + 1 < len(mounts) else on
            at_start = bike.km_at_start if place == 0 else odometer.km(start - timedelta(days=1))
            for task in part.care or []:
                yield _Kept(name, task, start, at_start, end)


def _falls_due(kept: _Kept, odometer: Odometer) -> Iterator[date]:
    """The days on which a task fell due, done each time on that day, at those km."""
    task, since, start_km = kept.task, kept.start, kept.start_km
    most = 1 if task.once else MOST_TIMES
    end_km = odometer.km(kept.end)
    for _ in range(most):
        days = []
        if task.life is not None and (due_km := start_km + task.life.typical) <= end_km:
            days.append((odometer.day_of(due_km, kept.end), due_km))
        if task.every_months is not None:
            day = months_later(since, task.every_months)
            if since < day <= kept.end:
                days.append((day, odometer.km(day)))
        if not days:
            return
        since, start_km = min(days)
        yield since


def _paid(done: Done, by: str, rate: Rates) -> float:
    own = (done.minutes or 0.0) / 60 * rate.own_an_hour if by == "owner" else 0.0
    return (done.cost or 0.0) + own


def _foretold(task: Task, rate: Rates) -> float:
    an_hour = rate.own_an_hour if task.by == "owner" else rate.workshop_an_hour
    return task.cost + task.minutes / 60 * an_hour + task.away_days * rate.day_without


def _years(
    bike: BikeHead,
    odometer: Odometer,
    on: date,
    paid: Sequence[tuple[Done, float]],
    costs: Sequence[tuple[_Kept, date, float]],
) -> Iterator[YearCost]:
    before = bike.km_at_start
    for year in range(bike.since.year, on.year + 1):
        shown = odometer.km(min(date(year, 12, 31), on))
        yield YearCost(
            year=year,
            km=shown - before,
            spent=sum(amount for each, amount in paid if each.on.year == year),
            foretold=sum(amount for _, day, amount in costs if day.year == year),
        )
        before = shown


def _tasks(
    paid: Sequence[tuple[Done, float]], costs: Sequence[tuple[_Kept, date, float]]
) -> Iterator[TaskCost]:
    """All that was done or fell due, the dearest first."""
    rows: dict[tuple[str, str], TaskCost] = {}

    def row(part: str, what: str) -> TaskCost:
        empty = TaskCost(part=part, what=what, done=0, foretold_times=0, spent=0.0, foretold=0.0)
        return rows.setdefault((part, what), empty)

    for each, amount in paid:
        one = row(each.part, each.what)
        one.done += 1
        one.spent += amount
    for kept, _, amount in costs:
        one = row(kept.part, kept.task.what)
        one.foretold_times += 1
        one.foretold += amount
    yield from sorted(rows.values(), key=lambda each: -max(each.spent, each.foretold))


def _says(found: AsItWas) -> str:
    over = f"In {so_many(found.days, 'day')} and {found.km:,.0f} km"
    if not found.tasks:
        return f"{over} nothing was done and nothing fell due.{_by_the_year(found)}"
    spent, told = money(found.spent, found.currency), money(found.foretold, found.currency)
    off = found.spent - found.foretold
    if abs(off) <= _SAME * max(found.spent, found.foretold):
        sums = f"upkeep cost {spent}, about what was foretold ({told})"
    else:
        sums = f"upkeep cost {spent}, {'less' if off < 0 else 'more'} than the {told} that were foretold"
    besides = sum(each.spent for each in found.tasks if each.foretold_times == 0)
    part = "All of it" if besides >= found.spent else f"{money(besides, found.currency)} of it"
    besides_told = (
        f" {part} went on what no interval foretold: after a dunking, before its time, or what has none."
        if besides > 0 and besides >= _SAME * found.spent
        else ""
    )
    lacks = (
        f" Of what was done, {so_many(found.without_cost, 'entry has', 'entries have')} no cost written down."
        if found.without_cost
        else ""
    )
    return f"{over} {sums}.{besides_told}{lacks}{_by_the_year(found)}"


def _by_the_year(found: AsItWas) -> str:
    """How far it goes in a year, against what Costs reckons with."""
    ridden, reckoned = found.km_a_year, found.reckoned_km_a_year
    if ridden is None:
        return ""
    told = f" At this rate it goes {kilometres(ridden)} in a year"
    if abs(ridden - reckoned) <= _SAME * max(ridden, reckoned):
        return f"{told}, about what Costs reckons with ({kilometres(reckoned)})."
    return f"{told}; Costs reckons with {kilometres(reckoned)}."
