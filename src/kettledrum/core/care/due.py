"""What falls due on a bike, when, and because of what. See docs/method.md."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from kettledrum.core.care.due_result import DUE_STATES, Due, DueBike, DueState, DueTask
from kettledrum.core.care.intervals import DAYS_A_MONTH, days_later, months_later
from kettledrum.core.care.says import bike_says, due_says, task_says
from kettledrum.core.log.bike import BikeHead, Done
from kettledrum.core.log.odometer import Odometer
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.log.sums import mounted_on
from kettledrum.core.parts.names import PartOfSetup, part_names
from kettledrum.core.parts.upkeep import Task

LATELY_DAYS = 90
SOON_DAYS = 14
SOON_SHARE = 0.1
YEAR_DAYS = 365
MOST_FOLLOWING = 60


@dataclass(frozen=True, slots=True)
class Ridden:
    """A bike and how far it has come: its odometer, the day that is looked at, km a day as of late."""

    bike: BikeHead
    odometer: Odometer
    on: date
    km_a_day: float | None

    @property
    def km(self) -> float:
        """What the odometer shows on that day."""
        return self.odometer.km(self.on)


def km_a_day(bike: BikeHead, odometer: Odometer, on: date, usual: float | None) -> float | None:
    """How far a bike is ridden a day: over the last 90 days, or since its start if that is younger.

    `usual` where nothing is logged by then, None where nobody knows.
    """
    start = max(on - timedelta(days=LATELY_DAYS), bike.since)
    all_of_it = odometer.km(on) - bike.km_at_start
    if all_of_it <= 0:
        return usual
    days = max((on - start).days, 1)
    before = bike.km_at_start if start == bike.since else odometer.km(start)
    return max(odometer.km(on) - before, 0.0) / days


def due_on_bike(
    bike: BikeHead, rides: Sequence[LoggedRide], on: date, usual_km_a_day: float | None = None
) -> DueBike:
    """What falls due on a bike, what is overdue first.

    `usual_km_a_day` is how far it will be ridden where no ride is logged, as by the job’s roads.
    """
    odometer = Odometer(bike, [ride for ride in rides if ride.on <= on])
    ridden = Ridden(bike, odometer, on, km_a_day(bike, odometer, on, usual_km_a_day))
    tasks = [_due(ridden, name, part, task) for name, part, task in _tasks(bike, on)]
    tasks.sort(key=lambda task: (DUE_STATES.index(task.state), task.due_on or date.max))
    found = DueBike(name=bike.name, km=ridden.km, km_a_day=ridden.km_a_day, tasks=tasks)
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


def _tasks(bike: BikeHead, on: date) -> Iterator[tuple[str, PartOfSetup, Task]]:
    """Those of what is mounted on a day: what will be mounted later is not due yet."""
    for name, part in part_names(bike.mounted[mounted_on(bike, on)].setup):
        for task in part.care or []:
            yield name, part, task


def _mounted_since(bike: BikeHead, name: str, part: PartOfSetup, on: date) -> date:
    """Since when a part is on the bike: through all changes of other parts."""
    now = mounted_on(bike, on)
    since = max(bike.mounted[now].on, bike.since)
    for each in reversed(bike.mounted[: now + 1]):
        if not _is_the_same(dict(part_names(each.setup)).get(name), part):
            break
        since = max(each.on, bike.since)
    return since


def _is_the_same(one: PartOfSetup | None, other: PartOfSetup) -> bool:
    """Whether a part stayed: of the same kind, with the same gears in it and looked after in the same way.
    Other teeth, a name or a price make no new chain.
    """
    return (
        one is not None
        and type(one) is type(other)
        and getattr(one, "gears", None) == getattr(other, "gears", None)
        and one.care == other.care
    )


@dataclass(frozen=True, slots=True)
class _Reach:
    """One of the things that make a task due: the day, and the reading of the odometer if it is one."""

    because: str
    on: date | None
    km: float | None = None
    km_left: float | None = None


def _due(ridden: Ridden, name: str, part: PartOfSetup, task: Task) -> DueTask:
    done = _last_done(ridden.bike, name, task, ridden.on)
    since = done.on if done else _mounted_since(ridden.bike, name, part, ridden.on)
    start_km = _start_km(ridden, done, since)
    reaches = [*_reaches(ridden, task, done, since, start_km)]
    known = [each for each in reaches if each.on is not None]
    first = min(known, key=lambda each: each.on or date.max, default=None)
    by_km = next((each for each in reaches if each.km is not None), None)
    state = _state(ridden, task, first, by_km)
    found = DueTask(
        part=name,
        what=task.what,
        state=state,
        done_on=done.on if done else None,
        done_km=start_km if done else None,
        due_km=by_km.km if by_km else None,
        due_on=first.on if first else None,
        because=first.because if first else None,
        km_left=by_km.km_left if by_km else None,
        minutes=task.minutes,
        cost=task.cost,
        by=task.by,
    )
    _ahead(found, ridden, task, since, start_km)
    return found


def _last_done(bike: BikeHead, name: str, task: Task, on: date) -> Done | None:
    found = [
        each for each in bike.done or [] if (each.part, each.what) == (name, task.what) and each.on <= on
    ]
    return max(found, key=lambda each: (each.on, each.km or 0.0), default=None)


def _start_km(ridden: Ridden, done: Done | None, since: date) -> float:
    """What the odometer showed when a task was last done, or its part mounted."""
    if done is not None:
        return done.km if done.km is not None else ridden.odometer.km(done.on)
    if since <= ridden.bike.since:
        return ridden.bike.km_at_start
    # What was ridden on that day was ridden on the new part.
    return ridden.odometer.km(since - timedelta(days=1))


def _reaches(ridden: Ridden, task: Task, done: Done | None, since: date, start_km: float) -> Iterator[_Reach]:
    life = task.life
    if life is not None:
        due_km = start_km + life.typical
        left = due_km - ridden.km
        yield _Reach("km", _day_of_km(ridden, due_km), due_km, left)
    if task.every_months is not None:
        yield _Reach("months", months_later(since, task.every_months))
    for event in ridden.bike.happened or []:
        after = done is None or event.on > done.on or (event.km is not None and event.km > start_km)
        if event.what in (task.after or ()) and since <= event.on <= ridden.on and after:
            yield _Reach(event.what, event.on)


def _day_of_km(ridden: Ridden, km: float) -> date | None:
    """The day on which the odometer shows so many km, one that was or is to come; None if nobody knows."""
    if ridden.km >= km:
        return ridden.odometer.day_of(km, ridden.on)
    if not ridden.km_a_day:
        return None
    return days_later(ridden.on, math.floor((km - ridden.km) / ridden.km_a_day))


def _state(ridden: Ridden, task: Task, first: _Reach | None, by_km: _Reach | None) -> DueState:
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


def _ahead(found: DueTask, ridden: Ridden, task: Task, since: date, start_km: float) -> None:
    """Fills in when it falls due again over a year, and how early or late it may be."""
    end = days_later(ridden.on, YEAR_DAYS)
    life, rate = task.life, ridden.km_a_day
    if found.due_on is None:
        return
    if life is not None and found.because == "km":
        found.early, found.late = (_day_of_km(ridden, start_km + km) for km in (life.low, life.high))
    day: date | None = max(found.due_on, ridden.on)
    while day is not None and day <= end and len(found.follow) < MOST_FOLLOWING:
        found.follow.append(day)
        day = _again(day, task, rate)


def _again(day: date, task: Task, rate: float | None) -> date | None:
    """When a task that is done on a day falls due next, ridden as of late."""
    days = []
    if task.life is not None and rate:
        days.append(days_later(day, max(math.floor(task.life.typical / rate), 1)))
    if task.every_months is not None:
        days.append(months_later(day, task.every_months))
    return min(days, default=None)
