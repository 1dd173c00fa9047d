"""What the setups of a brief cost over the years, and which pays itself back when. See docs/method.md."""

from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.keeping.all_tasks import LONGEST, SHORTEST, TYPICAL, AllTasks
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


def costs(brief: Brief, routes: Sequence[Route], *, listed: bool = True) -> Costs:
    """Works out the costs of all setups of a brief, with their events `listed` or not.

    A task falls due at 1, 2, 3 … times the months of its kilometres or its own, whichever are fewer, before
    the end of the last year; each time it costs its material, its work at the rate of who does it, and the
    days without the bicycle.
    """
    rate = rates(brief, routes)
    drawn = wh_a_km(brief, routes)
    owned = [Owned.of(setup, rate, drawn.get(setup.name)) for setup in brief.setups]
    found, pairs = [], []
    if owned:
        tasks = AllTasks.to(owned, rate)
        spent = [tasks.spent(life) for life in (TYPICAL, LONGEST, SHORTEST)]
        by = [by_months(each) for each in spent]
        found = _found(tasks, by)
        pairs = _break_even(found, spent[TYPICAL], by[TYPICAL], rate)
    for setup, one in zip(brief.setups, found if listed else [], strict=False):
        one.events = _events(Same(setup), rate)
        one.more_events -= len(one.events)
    return Costs(
        currency=rate.currency,
        years=rate.years,
        km_a_year=rate.km_a_year,
        assumed=rate.assumed,
        setups=found,
        break_even=pairs,
        says=costs_say(found, pairs, rate, brief.reference),
    )


def _found(tasks: AllTasks, by: Sequence[Floats]) -> list[SetupCosts]:
    """What each setup costs, without its events, with what has been spent `by` each month with lives of each
    kind, of shape (setups, months).
    """
    rate, times = tasks.rate, tasks.times[TYPICAL]
    rows = zip(
        tasks.setups,
        tasks.sums(times * tasks.cost),
        tasks.sums(times * tasks.hours * tasks.own),
        tasks.sums(times * tasks.hours * (1 - tasks.own)),
        tasks.sums(times * tasks.days),
        tasks.sums(times * (1 - tasks.own)),
        tasks.sums(times),
        zip(*(tasks.sums(each * tasks.money) for each in tasks.times), strict=True),
        tasks.by_year(),
        tasks.unplanned(),
        zip(*(each.tolist() for each in by), strict=True),
        strict=True,
    )
    ridden = rate.km_a_year * rate.years
    found = []
    for one, parts, own_hours, workshop_hours, days, visits, events, due, by_year, unplanned, curves in rows:
        sold, energy = one.purchase * rate.sold_for, one.energy * rate.months
        typical, cheapest, dearest = (one.purchase - sold + energy + each for each in due)
        costing = SetupCosts(
            name=one.name,
            missing=one.missing,
            known=one.purchase > 0 or typical > 0,
            purchase=one.purchase,
            parts=parts,
            own_labour=own_hours * rate.own_an_hour,
            workshop=workshop_hours * rate.workshop_an_hour,
            energy=energy,
            days_without_cost=days * rate.day_without,
            sold=sold,
            total=typical,
            total_spread=(cheapest, dearest),
            a_km=typical / ridden if ridden else None,
            own_hours=own_hours,
            workshop_visits=round(visits),
            days_without=days,
            by_year=by_year,
            events=[],
            more_events=round(events),
            unplanned=unplanned,
            curve=Curve(*curves),
            says="",
        )
        costing.says = setup_says(costing, rate)
        found.append(costing)
    return found


@lru_cache(_REMEMBERED)
def _events(setup: Same[Setup], rate: Rates) -> list[Event]:
    """What falls due on a setup, the first first; while another is typed that stays."""
    owned = Owned.of(setup.it, rate, None)
    due, money = owned.due, owned.money(rate).tolist()
    every = due.every[TYPICAL]
    times = np.minimum(times_due(every, rate.months, due.most), MOST_EVENTS).tolist()
    months = [due_at(each, often) for each, often in zip(every.tolist(), times, strict=True)]
    when = np.concatenate([np.zeros(0), *months])
    of = np.repeat(np.arange(len(months)), [len(each) for each in months])
    first = np.argsort(when, kind="stable")[:MOST_EVENTS]
    says = [task_says(task, rate) if len(at) else "" for task, at in zip(due.tasks, months, strict=True)]
    found = []
    for place, month in zip(of[first].tolist(), when[first].tolist(), strict=True):
        task = due.tasks[place]
        found.append(
            Event(
                month=month,
                km=month * rate.km_a_month,
                part=due.parts[place],
                what=task.what,
                cost=task.cost,
                minutes=task.minutes,
                by=task.by,
                money=money[place],
                says=f"{round(month / every[place])} × {says[place]}",
            )
        )
    return found


def _break_even(found: list[SetupCosts], spent: list[Spent], by: Floats, rate: Rates) -> list[BreakEven]:
    return [
        BreakEven(
            dearer=found[dearer].name, cheaper=found[other].name, month=month, km=month * rate.km_a_month
        )
        for dearer, other, month in all_that_break_even(spent, by)
    ]
