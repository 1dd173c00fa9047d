"""What the setups of a brief cost over the years, and which pays itself back when. See docs/method.md."""

from collections.abc import Sequence
from functools import cached_property, lru_cache

import numpy as np

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.keeping.break_even import all_that_break_even
from kettledrum.core.keeping.costs_result import BreakEven, Costs, Curve, Event, SetupCosts
from kettledrum.core.keeping.energy import wh_a_km
from kettledrum.core.keeping.owned import Owned
from kettledrum.core.keeping.rates import Rates, rates
from kettledrum.core.keeping.says import costs_say, setup_says, task_says
from kettledrum.core.keeping.schedule import due_at, times_due
from kettledrum.core.keeping.spent import Spent, by_months
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.terms.same import Same

MOST_EVENTS = 500
"""So many are listed of a setup; the sums count them all."""

_REMEMBERED = 64
"""Setups of which it is remembered what falls due when: those of two jobs, or of one at two rates."""

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
    owned = [_owned(Same(setup), rate, drawn.get(setup.name)) for setup in brief.setups]
    found, pairs = [], []
    if owned:
        spent = [each.spent[life] for life in (TYPICAL, LONGEST, SHORTEST) for each in owned]
        by = by_months(spent).reshape(3, len(owned), -1)
        found = [each.costs(by[:, place], listed=listed) for place, each in enumerate(owned)]
        pairs = _break_even(found, spent[: len(owned)], by[TYPICAL], rate)
    return Costs(
        currency=rate.currency,
        years=rate.years,
        km_a_year=rate.km_a_year,
        assumed=rate.assumed,
        setups=found,
        break_even=pairs,
        says=costs_say(found, pairs, rate, brief.reference),
    )


class _Owned:
    """A setup that is owned and looked after for so many years."""

    def __init__(self, setup: Setup, rate: Rates, wh_km: float | None) -> None:
        self.setup, self.rate = setup, rate
        owned = Owned.of(setup, rate, wh_km)
        self.missing, self.purchase, self.due = owned.missing, owned.purchase, owned.due
        self.money = owned.money(rate)
        self.times = times_due(self.due.every, rate.months, self.due.most)
        self.spent = [
            Spent(rate.months, self.purchase, owned.energy, self.money, every, self.due.most, times)
            for every, times in zip(self.due.every, self.times, strict=True)
        ]

    def costs(self, by: Floats, *, listed: bool) -> SetupCosts:
        """All that it costs, with what has been spent `by` each month with lives of each kind."""
        rate, spent, due = self.rate, self.spent, self.due
        times = self.times[TYPICAL]
        own_hours = float(times @ (due.hours * due.own))
        workshop_hours = float(times @ (due.hours * (1 - due.own)))
        days = float(times @ due.days)
        sold, energy = self.purchase * rate.sold_for, spent[TYPICAL].a_month * rate.months
        kept = self.purchase - sold + energy
        typical, cheapest, dearest = (kept + self.times @ self.money).tolist()
        ridden = rate.km_a_year * rate.years
        events = self.events if listed else []
        found = SetupCosts(
            name=self.setup.name,
            missing=self.missing,
            known=self.purchase > 0 or typical > 0,
            purchase=self.purchase,
            parts=float(times @ due.cost),
            own_labour=own_hours * rate.own_an_hour,
            workshop=workshop_hours * rate.workshop_an_hour,
            energy=energy,
            days_without_cost=days * rate.day_without,
            sold=sold,
            total=typical,
            total_spread=(cheapest, dearest),
            a_km=typical / ridden if ridden else None,
            own_hours=own_hours,
            workshop_visits=round(float(times @ (1 - due.own))),
            days_without=days,
            by_year=spent[TYPICAL].before(np.arange(1.0, rate.years + 1) * 12).tolist(),
            events=events,
            more_events=round(float(times.sum())) - len(events),
            unplanned=[
                f"{due.tasks[place].what} ({due.parts[place]})"
                for place in np.flatnonzero(np.isinf(due.every[TYPICAL])).tolist()
            ],
            curve=Curve(*by.tolist()),
            says="",
        )
        found.says = setup_says(found, rate)
        return found

    @cached_property
    def events(self) -> list[Event]:
        """What falls due, the first first."""
        every = self.due.every[TYPICAL].tolist()
        times = np.minimum(self.spent[TYPICAL].times, MOST_EVENTS).tolist()
        months = [due_at(each, often) for each, often in zip(every, times, strict=True)]
        when = np.concatenate([np.zeros(0), *months])
        of = np.repeat(np.arange(len(months)), [len(each) for each in months])
        first = np.argsort(when, kind="stable")[:MOST_EVENTS]
        says = [
            task_says(task, self.rate) if len(due) else ""
            for task, due in zip(self.due.tasks, months, strict=True)
        ]
        money = self.money.tolist()
        found = []
        for place, month in zip(of[first].tolist(), when[first].tolist(), strict=True):
            task = self.due.tasks[place]
            found.append(
                Event(
                    month=month,
                    km=month * self.rate.km_a_month,
                    part=self.due.parts[place],
                    what=task.what,
                    cost=task.cost,
                    minutes=task.minutes,
                    by=task.by,
                    money=money[place],
                    says=f"{round(month / every[place])} × {says[place]}",
                )
            )
        return found


@lru_cache(_REMEMBERED)
def _owned(setup: Same[Setup], rate: Rates, wh_km: float | None) -> _Owned:
    """While the price of one part is typed, what falls due on all other setups stays."""
    return _Owned(setup.it, rate, wh_km)


def _break_even(found: list[SetupCosts], spent: list[Spent], by: Floats, rate: Rates) -> list[BreakEven]:
    return [
        BreakEven(
            dearer=found[dearer].name, cheaper=found[other].name, month=month, km=month * rate.km_a_month
        )
        for dearer, other, month in all_that_break_even(spent, by)
    ]
