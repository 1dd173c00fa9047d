"""What measurements of wear say: how fast it goes, and when the part is worn out. See docs/method.md."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np

from kettledrum.core.care.counted import Counted, Ridden, counted, ridden_on
from kettledrum.core.care.wear_result import MeasuredWear, WearPoint
from kettledrum.core.log.bike import BikeHead
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.terms.in_words import counted as so_many
from kettledrum.core.terms.student import t_quantile

FEWEST_FOR_INTERVAL = 3
SURE = 0.975


@dataclass(frozen=True, slots=True)
class _Kind:
    """Something that is measured: words that name it, its limit, whether it grows, and what is done then."""

    words: tuple[str, ...]
    unit: str
    limit: float
    grows: bool
    task: str


KINDS = (
    _Kind(("chain wear", "chain elongation", "chain stretch"), "%", 0.75, True, "new chain"),
    _Kind(("belt wear", "belt teeth"), "%", 100.0, True, "new belt"),
    _Kind(("brake pad", "pads"), "mm", 1.0, False, "new pads"),
    _Kind(("rim wall", "rim"), "mm", 1.0, False, "new rim"),
    _Kind(("tyre tread", "tread"), "mm", 1.0, False, "new tyre"),
)
"""Where such parts are usually taken for worn out; the maker’s own figure stands before it. Ours, but for the
0.75 % at which shops change chains of several sprockets."""


def wear(bike: BikeHead, rides: Sequence[LoggedRide], on: date) -> list[MeasuredWear]:
    """All that was measured at least once, each with the line through it since its part was last new."""
    ridden = ridden_on(bike, rides, on)
    tasks = list(counted(ridden))
    measured = [each for each in bike.measured or [] if each.on <= on]
    return [
        _wear(ridden, tasks, what) for what in dict.fromkeys(each.what.strip().lower() for each in measured)
    ]


def shortest(found: Sequence[MeasuredWear]) -> dict[tuple[str, str], float]:
    """How many km what was measured has left, by its part and task: of several measures the least."""
    lasts: dict[tuple[str, str], float] = {}
    for each in found:
        if each.part is not None and each.task is not None and each.km_left is not None:
            of = each.part, each.task
            lasts[of] = min(each.km_left, lasts.get(of, math.inf))
    return lasts


def loose(found: Sequence[MeasuredWear]) -> Iterator[tuple[MeasuredWear, str, float]]:
    """What was measured that no part of the bike asks for, with what is done then, and in how many km."""
    for each in found:
        if each.part is None and each.task is not None and each.km_left is not None:
            yield each, each.task, each.km_left


def _wear(ridden: Ridden, tasks: Sequence[Counted], what: str) -> MeasuredWear:
    kind = next((each for each in KINDS if any(word in what for word in each.words)), None)
    part, new_on, new_km = _new_since(ridden, tasks, kind)
    points, unit = [], kind.unit if kind else ""
    for each in sorted(ridden.bike.measured or [], key=lambda entry: entry.on):
        if each.what.strip().lower() != what or not new_on <= each.on <= ridden.on:
            continue
        km = each.km if each.km is not None else ridden.odometer.km(each.on)
        points.append(WearPoint(on=each.on, km=km - new_km, value=each.value))
        unit = each.unit or unit
    # A limit in another unit is none.
    limit = kind.limit if kind and unit == kind.unit else None
    found = MeasuredWear(
        what=what,
        unit=unit,
        points=points,
        a_thousand_km=None,
        limit=limit,
        life_km=None,
        low_km=None,
        high_km=None,
        km_left=None,
        part=part,
        task=kind.task if kind else None,
        says="",
    )
    grows, now_km = kind.grows if kind else True, ridden.km - new_km
    _line(found, now_km, grows=grows)
    past = _is_past(found, now_km, grows=grows)
    found.says = _says_past(found) if past else _says(found, grows=grows)
    return found


def _new_since(
    ridden: Ridden, tasks: Sequence[Counted], kind: _Kind | None
) -> tuple[str | None, date, float]:
    """The part that is measured, when it was new, and what the odometer showed then: as its task counts from
    there; where no part has such a task, when it was last done, else the start of the bike.
    """
    bike = ridden.bike
    counts = next((each for each in tasks if kind and each.task.what == kind.task), None)
    if counts is not None:
        return counts.part, counts.since, counts.start_km
    done = [each for each in bike.done or [] if kind and each.on <= ridden.on and each.what == kind.task]
    if done:
        last = max(done, key=lambda each: each.on)
        return None, last.on, last.km if last.km is not None else ridden.odometer.km(last.on)
    return None, bike.since, bike.km_at_start


def _line(found: MeasuredWear, now_km: float, *, grows: bool) -> None:
    """The line by least squares, through nothing worn at 0 km where it grows; when it meets the limit."""
    km = np.array([point.km for point in found.points])
    value = np.array([point.value for point in found.points])
    if grows:
        fitting = km > 0
        km, value = km[fitting], value[fitting]
        if not len(km):
            return
        slope, start = float(km @ value / (km @ km)), 0.0
        free = len(km) - 1
        left = value - slope * km
        error = math.sqrt(float(left @ left) / free / float(km @ km)) if free > 0 else None
    else:
        if len(km) < 2 or float(np.ptp(km)) <= 0:
            return
        slope, start = (float(each) for each in np.polyfit(km, value, 1))
        if float(np.ptp(value)) == 0:
            # Exactly level, which rounding would leave a hair beside it.
            slope = 0.0
        free = len(km) - 2
        left = value - slope * km - start
        about = km - km.mean()
        error = math.sqrt(float(left @ left) / free / float(about @ about)) if free > 0 else None
    found.a_thousand_km = slope * 1000
    if found.limit is None or (slope > 0) != grows or slope == 0:
        return
    found.life_km = (found.limit - start) / slope
    found.km_left = found.life_km - now_km
    if error is not None and len(km) >= FEWEST_FOR_INTERVAL:
        wide = t_quantile(free, SURE) * error
        fast, slow = abs(slope) + wide, abs(slope) - wide
        way = abs(found.limit - start)
        found.low_km = way / fast
        found.high_km = way / slow if slow > 0 else None


def _is_past(found: MeasuredWear, now_km: float, *, grows: bool) -> bool:
    """Whether the last measurement is past the limit while the line, where there is one, is not yet: what is
    measured counts. It was worn out by then at the latest.
    """
    if found.limit is None or not found.points:
        return False
    last = found.points[-1]
    past = last.value >= found.limit if grows else last.value <= found.limit
    left = min(last.km - now_km, 0.0)
    if not past or (found.km_left is not None and found.km_left <= left):
        return False
    # Without a line nobody knows how long it has lasted.
    found.life_km = last.km if found.life_km is not None and last.km > 0 else None
    found.low_km, found.high_km, found.km_left = None, None, left
    return True


def _says_past(found: MeasuredWear) -> str:
    last = found.points[-1]
    return (
        f"{found.what}: {last.value:g} {found.unit} when it was last measured; it is worn out at "
        f"{found.limit:g} {found.unit}."
    )


def _says(found: MeasuredWear, *, grows: bool) -> str:
    count = so_many(len(found.points), "measurement")
    if found.a_thousand_km is None:
        few = "too few for a line" if len(found.points) < 2 else "all at the same distance: no line yet"
        return f"{found.what}: {count}, {few}."
    if found.a_thousand_km != 0 and (found.a_thousand_km > 0) != grows:
        less = f"{count}, that show it less worn the farther it went"
        return f"{found.what}: {less}; was it new in between, and is that not written down?"
    rate = f"{abs(found.a_thousand_km):.2g} {found.unit}".strip()
    told = f"{found.what}: {rate} in 1,000 km"
    if found.life_km is None:
        return f"{told} ({count})."
    between = ""
    if found.low_km is not None and found.high_km is not None:
        between = f", between {found.low_km:,.0f} and {found.high_km:,.0f} km"
    left = found.km_left or 0.0
    end = f"{left:,.0f} km to go" if left > 0 else f"{-left:,.0f} km past it"
    return f"{told}; worn out at {found.limit:g} {found.unit} after {found.life_km:,.0f} km{between}: {end}."
