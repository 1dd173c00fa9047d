"""What falls due on a bike, when, and because of what. See docs/method.md."""

import math
from collections.abc import Mapping, Sequence
from datetime import date

from kettledrum.core.care.counted import Counted, Reach, Ridden, counted, day_of_km, reaches, ridden_on
from kettledrum.core.care.due_result import STANDINGS, Due, DueBike, DueState, DueTask
from kettledrum.core.care.intervals import DAYS_A_MONTH, days_later, months_later
from kettledrum.core.care.says import bike_says, due_says, task_says
from kettledrum.core.care.wear import loose, shortest, wear
from kettledrum.core.log.bike import BikeHead
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.parts.upkeep import Task

SOON_DAYS = 14
SOON_SHARE = 0.1
YEAR_DAYS = 365
MOST_FOLLOWING = 60


def due_on_bike(
    bike: BikeHead, rides: Sequence[LoggedRide], on: date, usual_km_a_day: float | None = None
) -> DueBike:
    """What falls due on a bike, what is overdue first, and then what is worn out.

    `usual_km_a_day` is how far it will be ridden where no ride is logged, as by what the job says of a year.
    """
    ridden = ridden_on(bike, rides, on, usual_km_a_day)
    measured = wear(bike, rides, on)
    lasts = shortest(measured)
    tasks = [_due(ridden, each, lasts) for each in counted(ridden)]
    tasks.sort(key=lambda task: (STANDINGS.index(task.standing), task.due_on or date.max))
    worn = [task for _, task, km_left in loose(measured) if km_left <= 0]
    found = DueBike(name=bike.name, km=ridden.km, km_a_day=ridden.km_a_day, tasks=tasks, worn=worn)
    for task in tasks:
        task.says = task_says(task, on)
    found.says = bike_says(found, on)
    return found


def due(
    bikes: Sequence[tuple[BikeHead, Sequence[LoggedRide]]], on: date, usual_km_a_day: float | None = None
) -> Due:
    """What falls due on several bikes."""
    found = Due(on=on, bikes=[due_on_bike(bike, rides, on, usual_km_a_day) for bike, rides in bikes])
    found.says = due_says(found)
    return found


def _due(ridden: Ridden, counts: Counted, lasts: Mapping[tuple[str, str], float]) -> DueTask:
    task, done, start_km = counts.task, counts.done, counts.start_km
    found_reaches = [*reaches(ridden, counts)]
    known = [each for each in found_reaches if each.on is not None]
    first = min(known, key=lambda each: each.on or date.max, default=None)
    by_km = next((each for each in found_reaches if each.km is not None), None)
    state = _state(ridden, task, first, by_km)
    worn_in_km = lasts.get((counts.part, task.what))
    worn = worn_in_km is not None and worn_in_km <= 0
    found = DueTask(
        part=counts.part,
        what=task.what,
        state=state,
        standing="worn out" if worn and state != "overdue" else state,
        done_on=done.on if done else None,
        done_km=start_km if done else None,
        due_km=by_km.km if by_km else None,
        due_on=first.on if first else None,
        because=first.because if first else None,
        km_left=by_km.km_left if by_km else None,
        minutes=task.minutes,
        cost=task.cost,
        by=task.by,
        worn_in_km=worn_in_km,
    )
    _ahead(found, ridden, counts)
    return found


def _state(ridden: Ridden, task: Task, first: Reach | None, by_km: Reach | None) -> DueState:
    life = task.life
    if first is not None and first.on is not None:
        if first.on <= ridden.on and not (first.because == "km" and (by_km and (by_km.km_left or 0) > 0)):
            return "overdue"
        days = (first.on - ridden.on).days
        share = SOON_SHARE * (task.every_months or 0) * DAYS_A_MONTH if first.because == "months" else 0.0
        if days <= max(SOON_DAYS, share):
            return "soon"
    if life is not None and by_km is not None and by_km.km_left is not None:
        if by_km.km_left <= SOON_SHARE * life.typical:
            return "soon"
        if first is None and ridden.km_a_day is None:
            return "not known"
    return "later"


def _ahead(found: DueTask, ridden: Ridden, counts: Counted) -> None:
    """Fills in when it falls due again over a year, and how early or late it may be."""
    task, start_km = counts.task, counts.start_km
    end = days_later(ridden.on, YEAR_DAYS)
    life, rate = task.life, ridden.km_a_day
    worn = found.standing == "worn out"
    if found.due_on is None and not worn:
        return
    if life is not None and found.because == "km" and not worn:
        found.early, found.late = (day_of_km(ridden, start_km + km) for km in (life.low, life.high))
    day: date | None = ridden.on if worn else max(found.due_on or ridden.on, ridden.on)
    while day is not None and day <= end and len(found.follow) < MOST_FOLLOWING:
        found.follow.append(day)
        day = _again(day, task, rate)


def _again(day: date, task: Task, rate: float | None) -> date | None:
    """When a task that is done on a day falls due next, ridden as of late; None for one that is done once."""
    days: list[date] = []
    if task.once:
        return None
    if task.life is not None and rate:
        days.append(days_later(day, max(math.floor(task.life.typical / rate), 1)))
    if task.every_months is not None:
        days.append(months_later(day, task.every_months))
    return min(days, default=None)
