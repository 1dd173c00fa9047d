"""What became of a bike, day by day, with the kilometres on its odometer."""

from collections.abc import Sequence
from datetime import date
from itertools import groupby
from typing import Literal

from pydantic import BaseModel

from kettledrum.core.log.bike import BikeHead, Happened
from kettledrum.core.log.odometer import Odometer
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.terms.in_words import quoted

MOST_POINTS = 400


class HistoryMark(BaseModel):
    """Something of a day: what was mounted, done, measured, or happened, at which km, in words."""

    on: date
    km: float
    kind: Literal["mounted", "done", "happened", "measured"]
    text: str


class History(BaseModel):
    """The odometer as days and km, straight between them, and the marks on it, the earliest first."""

    line: list[tuple[date, float]]
    marks: list[HistoryMark]


def history(bike: BikeHead, rides: Sequence[LoggedRide]) -> History:
    """The history of a bike."""
    odometer = Odometer(bike, rides)
    marks = [
        *(
            HistoryMark(on=on, km=km if km is not None else odometer.km(on), kind=kind, text=text)
            for on, km, kind, text in _marks(bike)
        )
    ]
    marks.sort(key=lambda mark: (mark.on, mark.km))
    days = sorted({bike.since, *(ride.on for ride in rides), *(mark.on for mark in marks)})
    every = -(-len(days) // MOST_POINTS)
    shown = [day for day, _ in groupby([*days[::every], days[-1]])]
    line = [(day, odometer.km(day)) for day in shown]
    if line[0][0] == bike.since and bike.km_at_start < line[0][1]:
        line.insert(0, (bike.since, float(bike.km_at_start)))
    return History(line=line, marks=marks)


_Mark = tuple[date, float | None, Literal["mounted", "done", "happened", "measured"], str]


def _marks(bike: BikeHead) -> list[_Mark]:
    return [
        *((each.on, None, "mounted", f"mounted: {quoted(each.setup.name)}") for each in bike.mounted),
        *((each.on, each.km, "done", f"{each.part}: {each.what}") for each in bike.done or []),
        *((each.on, each.km, "happened", _what(each)) for each in bike.happened or []),
        *(
            (each.on, each.km, "measured", f"{each.what}: {each.value:g} {each.unit or ''}".strip())
            for each in bike.measured or []
        ),
    ]


def _what(each: Happened) -> str:
    if each.start and each.to:
        return f"{each.what}, {each.start} to {each.to}"
    gear = each.gear or each.start
    return f"{each.what}, gear {gear}" if gear else each.what
