"""What falls due on a tour, what is better done before it, and what may fall due. See docs/method.md."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from kettledrum.core.care.counted import Counted, Reach, Ridden, counted, reaches
from kettledrum.core.care.intervals import DAYS_A_MONTH
from kettledrum.core.care.tour_result import TourTask
from kettledrum.core.care.wear import loose, shortest
from kettledrum.core.care.wear_result import MeasuredWear
from kettledrum.core.parts.upkeep import Task
from kettledrum.core.terms.in_words import counted as so_many
from kettledrum.core.terms.in_words import listed

GIVEN_UP = 0.5
"""What has more than this share of its interval left is not done before its time."""
WEAR = "wear"
"""What makes a task due whose wear was measured."""
MOST_TIMES = 60
"""So many times of a task are listed."""


@dataclass(frozen=True, slots=True)
class Way:
    """So many km in so many days from a day on, ridden evenly."""

    km: float
    days: int
    start: date

    def day(self, km: float) -> int:
        """The day of the tour on which so many km are reached, from 1 on."""
        return min(max(math.ceil(km / self.km * self.days), 1), self.days)

    def of_day(self, day: date) -> float:
        """The km by the morning of a day, below 0 before the start."""
        return (day - self.start).days / self.days * self.km

    def of_months(self, months: float) -> float:
        """The km that are ridden in so many months at the pace of the tour."""
        return months * DAYS_A_MONTH / self.days * self.km


def km_at_start(ridden: Ridden, way: Way) -> float:
    """What the odometer will show when the tour starts, ridden until then as of late."""
    days = max((way.start - ridden.on).days, 0)
    return ridden.km + days * (ridden.km_a_day or 0.0)


def on_tour(ridden: Ridden, way: Way, worn: Sequence[MeasuredWear] = ()) -> list[TourTask]:
    """All tasks of a bike: those for before leaving first, then in the order in which they fall due.

    What was measured of its wear makes a task due as well, and is due though no part asks for it.
    """
    lasts = shortest(worn)
    until_start = km_at_start(ridden, way) - ridden.km
    tasks = [_of_task(ridden, each, way, lasts.get((each.part, each.task.what))) for each in counted(ridden)]
    tasks += [_of_measured(each, what, left - until_start, way) for each, what, left in loose(worn)]
    return sorted(tasks, key=lambda task: (not task.before, _first(task)))


def _first(task: TourTask) -> float:
    known = [each for each in (*task.at_km[:1], task.watch_km, task.due_km) if each is not None]
    return min(known, default=math.inf)


def _of_task(ridden: Ridden, counts: Counted, way: Way, lasts_km: float | None) -> TourTask:
    task = counts.task
    odometer = km_at_start(ridden, way)
    known = [(_reached(each, way, odometer), each.because) for each in reaches(ridden, counts)]
    if lasts_km is not None:
        known.append((lasts_km - (odometer - ridden.km), WEAR))
    due, because = min(known, default=(math.inf, None))
    every = _interval(task, way)
    before = due <= 0 or (due < way.km and due <= GIVEN_UP * every and not task.once)
    first = every if before else due
    times = 0 if first >= way.km else 1 + (0 if math.isinf(every) else _more(first, every, way.km))
    at_km = [first + place * every if place else first for place in range(min(times, MOST_TIMES))]
    low = task.life.low if task.life else math.inf
    # What was measured knows better than the shortest life of such parts.
    rest = math.inf if lasts_km is not None else counts.start_km + low - odometer
    early = low if before else rest
    # What is to be done once is not watched for again after it was.
    watched = times == 0 and early < way.km and not (before and task.once)
    found = TourTask(
        part=counts.part,
        what=task.what,
        before=before,
        times=times,
        at_km=at_km,
        days=[way.day(km) for km in at_km],
        due_km=due if math.isfinite(due) else None,
        because=because,
        watch_km=max(early, 0.0) if watched else None,
        at_once=list(task.after or []),
        minutes=task.minutes,
        cost=task.cost,
        by=task.by,
    )
    found.says = _says(found, every)
    return found


def _of_measured(measured: MeasuredWear, what: str, due: float, way: Way) -> TourTask:
    """What was measured on something that has no upkeep, due so many km on."""
    life = measured.life_km or math.inf
    before = due <= 0 or (due < way.km and due <= GIVEN_UP * life)
    at_km = [due] if not before and due < way.km else []
    found = TourTask(
        part=measured.what,
        what=what,
        before=before,
        times=len(at_km),
        at_km=at_km,
        days=[way.day(km) for km in at_km],
        due_km=due,
        because=WEAR,
        watch_km=None,
        at_once=[],
        minutes=0.0,
        cost=0.0,
        by="owner",
    )
    found.says = _says(found, life)
    return found


def _reached(reach: Reach, way: Way, odometer: float) -> float:
    """Where on the tour something makes a task due, below 0 before its start."""
    if reach.km is not None:
        return reach.km - odometer
    assert reach.on is not None
    # What happened makes it due at once.
    return way.of_day(reach.on) if reach.because == "months" else -math.inf


def _interval(task: Task, way: Way) -> float:
    """From one time to the next in km of the tour; infinite for what comes once, or by no km and months."""
    if task.once:
        return math.inf
    by_way = task.life.typical if task.life else math.inf
    by_months = math.inf if task.every_months is None else way.of_months(task.every_months)
    return min(by_way, by_months)


def _more(first: float, every: float, km: float) -> int:
    """How often it falls due again before the end."""
    return max(math.ceil((km - first) / every * (1 - 1e-12)) - 1, 0)


def _says(task: TourTask, every: float) -> str:
    pieces = []
    due = task.due_km
    if task.before and (due is None or due <= 0):
        why = {
            "km": f"{-(due or 0):,.0f} km over",
            "months": "its months are up",
            WEAR: "worn out, as measured",
        }.get(task.because or "", f"after the {task.because}")
        pieces.append(f"due by the start: {why}")
    elif task.before:
        share = "" if math.isinf(every) else f", with {(due or 0) / every * 100:.0f} % of its time left"
        left = f"before leaving{share}"
        lasts = ", and then lasts the tour" if task.times == 0 else ""
        measured = ", as measured" if task.because == WEAR else ""
        pieces.append(f"{left}: it would fall due {due:,.0f} km on{measured}{lasts}")
    if task.at_km:
        where = listed([f"{km:,.0f}" for km in task.at_km[:3]])
        more = f" and {so_many(task.times - 3, 'more time')}" if task.times > 3 else ""
        days = f"day {task.days[0]}" if task.times == 1 else f"from day {task.days[0]}"
        measured = ", as measured" if task.because == WEAR and not task.before else ""
        pieces.append(f"on the way at km {where}{more}, {days}{measured}")
    if task.watch_km is not None:
        from_km = "from the start" if task.watch_km < 1 else f"from km {task.watch_km:,.0f} on"
        pieces.append(f"may be due {from_km}, by the shortest life: measure it before leaving")
    if task.at_once:
        pieces.append(f"at once after a {listed(task.at_once, 'or')}")
    return "; ".join(pieces) or "not before the end"
