"""From when each task of a bike counts, and what makes it due."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from kettledrum.core.care.intervals import days_later, months_later
from kettledrum.core.log.bike import BikeHead, Done
from kettledrum.core.log.odometer import Odometer
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.log.sums import mounted_on
from kettledrum.core.parts.names import PartOfSetup, part_names
from kettledrum.core.parts.upkeep import Task

LATELY_DAYS = 90


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


@dataclass(frozen=True, slots=True)
class Reach:
    """One of the things that make a task due: the day, and the reading of the odometer if it is one."""

    because: str
    on: date | None
    km: float | None = None
    km_left: float | None = None


@dataclass(frozen=True, slots=True)
class Counted:
    """A task of a part that is mounted: when it was last done, None for never; the day since when it counts,
    and what the odometer showed then.
    """

    part: str
    task: Task
    done: Done | None
    since: date
    start_km: float


def ridden_on(
    bike: BikeHead, rides: Sequence[LoggedRide], on: date, usual_km_a_day: float | None = None
) -> Ridden:
    """A bike as it stands on a day. `usual_km_a_day` is how far it will be ridden where no ride is logged."""
    odometer = Odometer(bike, [ride for ride in rides if ride.on <= on])
    return Ridden(bike, odometer, on, km_a_day(bike, odometer, on, usual_km_a_day))


def counted(ridden: Ridden) -> Iterator[Counted]:
    """The tasks of what is mounted on the day, but for those that are done once and for all."""
    for name, part in part_names(ridden.bike.mounted[mounted_on(ridden.bike, ridden.on)].setup):
        for task in part.care or []:
            mounted = _mounted_since(ridden.bike, name, part, ridden.on)
            done = _last_done(ridden.bike, name, task, ridden.on)
            if task.once and done is not None and done.on >= mounted:
                continue
            since = done.on if done else mounted
            yield Counted(name, task, done, since, _start_km(ridden, done, since))


def _mounted_since(bike: BikeHead, name: str, part: PartOfSetup, on: date) -> date:
    """Since when a part is on the bike: through all changes of other parts."""
    now = mounted_on(bike, on)
    since = max(bike.mounted[now].on, bike.since)
    for each in reversed(bike.mounted[: now + 1]):
        if not is_the_same(dict(part_names(each.setup)).get(name), part):
            break
        since = max(each.on, bike.since)
    return since


def is_the_same(one: PartOfSetup | None, other: PartOfSetup) -> bool:
    """Whether a part stayed: of the same kind, with the same gears in it and looked after in the same way.
    Other teeth, a name or a price make no new chain.
    """
    return (
        one is not None
        and type(one) is type(other)
        and getattr(one, "gears", None) == getattr(other, "gears", None)
        and one.care == other.care
    )


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


def reaches(ridden: Ridden, each: Counted) -> Iterator[Reach]:
    """Each thing that makes a task due: its kilometres, its months, and what happened since."""
    task, done, since, start_km = each.task, each.done, each.since, each.start_km
    life = task.life
    if life is not None:
        due_km = start_km + life.typical
        left = due_km - ridden.km
        yield Reach("km", day_of_km(ridden, due_km), due_km, left)
    if task.every_months is not None:
        yield Reach("months", months_later(since, task.every_months))
    for event in ridden.bike.happened or []:
        after = done is None or event.on > done.on or (event.km is not None and event.km > start_km)
        if event.what in (task.after or ()) and since <= event.on <= ridden.on and after:
            yield Reach(event.what, event.on)


def day_of_km(ridden: Ridden, km: float) -> date | None:
    """The day on which the odometer shows so many km, one that was or is to come; None if nobody knows."""
    if ridden.km >= km:
        return ridden.odometer.day_of(km, ridden.on)
    if not ridden.km_a_day:
        return None
    return days_later(ridden.on, math.floor((km - ridden.km) / ridden.km_a_day))
