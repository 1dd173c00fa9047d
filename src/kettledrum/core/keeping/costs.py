"""What the setups of a brief cost over the years, and which pays itself back when. See docs/method.md."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.keeping.costs_result import BreakEven, Costs, Curve, Event, SetupCosts
from kettledrum.core.keeping.energy import CHARGED, wh_a_km
from kettledrum.core.keeping.rates import Rates, rates
from kettledrum.core.keeping.says import costs_say, setup_says
from kettledrum.core.keeping.schedule import all_times_due, due_at, upkeep
from kettledrum.core.keeping.spent import Spent, all_that_break_even
from kettledrum.core.parts.prices import part_prices
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.upkeep import Task

MOST_EVENTS = 500
"""So many are listed of a setup; the sums count them all."""

TYPICAL, LONGEST, SHORTEST = range(3)
"""The lives of all that wears."""


def costs(brief: Brief, routes: Sequence[Route], *, listed: bool = True) -> Costs:
    """Works out the costs of all setups of a brief, with their events `listed` or not.

    A task falls due at 1, 2, 3 … times the months of its kilometres or its own, whichever are fewer, before
    the end of the last year; each time it costs its material, its work at the rate of who does it, and the
    days without the bicycle.
    """
    rate = rates(brief, routes)
    drawn = wh_a_km(brief, routes)
    owned = [_Owned(setup, rate, drawn.get(setup.name)) for setup in brief.setups]
    found = [each.costs(listed=listed) for each in owned]
    pairs = _break_even(found, [each.spent(TYPICAL) for each in owned], rate)
    return Costs(
        currency=rate.currency,
        years=rate.years,
        km_a_year=rate.km_a_year,
        assumed=rate.assumed,
        setups=found,
        break_even=pairs,
        says=costs_say(found, pairs, rate, brief.reference),
    )


@dataclass(slots=True)
class _Sums:
    """What all that falls due adds up to, and how often a workshop is visited."""

    parts: float = 0.0
    own_hours: float = 0.0
    workshop_hours: float = 0.0
    days: float = 0.0
    visits: int = 0
    times: int = 0

    def add(self, task: Task, times: int) -> None:
        self.parts += times * task.cost
        self.days += times * task.away_days
        self.times += times
        hours = times * task.minutes / 60
        if task.by == "workshop":
            self.workshop_hours += hours
            self.visits += times
        else:
            self.own_hours += hours


class _Owned:
    """A setup that is owned and looked after for so many years."""

    def __init__(self, setup: Setup, rate: Rates, wh_km: float | None) -> None:
        self.setup, self.rate = setup, rate
        prices = part_prices(setup)
        self.missing = [name for name, price in prices if price is None]
        if setup.motors and wh_km is None:
            self.missing.append("what its motors draw")
        self.purchase = float(sum(price for _, price in prices if price is not None))
        self.energy_a_month = rate.km_a_month * (wh_km or 0.0) / CHARGED / 1000 * rate.electricity_a_kwh
        self.due = upkeep(setup, rate.km_a_month)
        self.money = np.array([self._money(each.task) for each in self.due])
        every = [(each.every, each.longest, each.shortest) for each in self.due]
        self.every = np.array(every).reshape(-1, 3).T
        self.times = all_times_due(self.every, rate.months)

    def _money(self, task: Task) -> float:
        """What a task comes to each time: material, work, days without the bicycle."""
        an_hour = self.rate.workshop_an_hour if task.by == "workshop" else self.rate.own_an_hour
        return task.cost + task.minutes / 60 * an_hour + task.away_days * self.rate.day_without

    def spent(self, life: int) -> Spent:
        """What is spent when, with lives of one kind."""
        return Spent.of(self.purchase, self.energy_a_month, self.money, self.every[life], self.rate.months)

    def costs(self, *, listed: bool) -> SetupCosts:
        """All that it costs."""
        rate, sums = self.rate, _Sums()
        for each, times in zip(self.due, self.times[TYPICAL].tolist(), strict=True):
            sums.add(each.task, int(times))
        sold, energy = self.purchase * rate.sold_for, self.energy_a_month * rate.months
        kept = self.purchase - sold + energy
        typical, cheapest, dearest = (kept + self.times @ self.money).tolist()
        spent = [self.spent(life) for life in (TYPICAL, LONGEST, SHORTEST)]
        ridden = rate.km_a_year * rate.years
        events = self._events() if listed else []
        found = SetupCosts.model_construct(
            name=self.setup.name,
            missing=self.missing,
            purchase=self.purchase,
            parts=sums.parts,
            own_labour=sums.own_hours * rate.own_an_hour,
            workshop=sums.workshop_hours * rate.workshop_an_hour,
            energy=energy,
            days_without_cost=sums.days * rate.day_without,
            sold=sold,
            total=typical,
            total_spread=(cheapest, dearest),
            a_km=typical / ridden if ridden else None,
            own_hours=sums.own_hours,
            workshop_visits=sums.visits,
            days_without=sums.days,
            by_year=spent[TYPICAL].before(np.arange(1.0, rate.years + 1) * 12).tolist(),
            events=events,
            more_events=sums.times - len(events),
            unplanned=[f"{each.task.what} ({each.part})" for each in self.due if math.isinf(each.every)],
            curve=self._curve(spent),
            says="",
        )
        found.says = setup_says(found, rate)
        return found

    def _curve(self, spent: list[Spent]) -> Curve:
        at = np.arange(self.rate.months + 1.0)
        typical, cheapest, dearest = (each.by(at).tolist() for each in spent)
        return Curve.model_construct(typical=typical, cheapest=cheapest, dearest=dearest)

    def _events(self) -> list[Event]:
        """What falls due, the first first."""
        rate = self.rate
        found = [
            Event(
                month=month,
                km=month * rate.km_a_month,
                part=due.part,
                what=due.task.what,
                cost=due.task.cost,
                minutes=due.task.minutes,
                by=due.task.by,
                money=money,
            )
            for due, money in zip(self.due, self.money, strict=True)
            for month in due_at(due.every, rate.months)[:MOST_EVENTS].tolist()
        ]
        return sorted(found, key=lambda each: each.month)[:MOST_EVENTS]


def _break_even(found: list[SetupCosts], spent: list[Spent], rate: Rates) -> list[BreakEven]:
    return [
        BreakEven(
            dearer=found[dearer].name, cheaper=found[other].name, month=month, km=month * rate.km_a_month
        )
        for dearer, other, month in all_that_break_even(spent)
    ]
