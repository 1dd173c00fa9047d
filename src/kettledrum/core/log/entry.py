"""Whether an entry can stand in the log of a bike: its day, and its reading of the odometer."""

from collections.abc import Iterator, Sequence
from datetime import date, timedelta

from kettledrum.core.log.bike import BikeHead, Done, Happened, Measurement
from kettledrum.core.log.odometer import Odometer
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.terms.day import in_words
from kettledrum.core.terms.errors import InvalidInput, Problem

Entry = Done | Happened | Measurement
_SAME_KM = 0.5
"""Readings are whole km: so much below what was shown before is no way back."""


def stand(before: BikeHead, after: BikeHead, rides: Sequence[LoggedRide], today: date) -> None:
    """Checks what `after` has and `before` had not: no day before the bike is ridden, none to come (one day
    is left for clocks elsewhere), and an odometer that goes neither back nor past a later reading.

    Raises InvalidInput, each problem by its field. What stood there already is left as it is.
    """
    odometer = Odometer(before, rides)
    problems = []
    for key in ("done", "happened", "measured"):
        old: list[Entry] = list(getattr(before, key) or [])
        for place, entry in enumerate(getattr(after, key) or []):
            if entry in old:
                old.remove(entry)
                continue
            for where, what in _wrong(entry, after, before, odometer, today):
                problems.append(Problem(f"{key}[{place}].{where}", what))
    if problems:
        raise InvalidInput(problems)


def ride_day(bike: BikeHead, on: date, today: date) -> str | None:
    """What is wrong with the day of a ride on a bike; None where nothing is."""
    if on < bike.since:
        return before_bike(bike)
    return "must not lie in the future" if on > today + timedelta(days=1) else None


def before_bike(bike: BikeHead) -> str:
    """What is said to a ride from before a bike was there."""
    return f"must be {in_words(bike.since)} or later: since then “{bike.name}” is ridden"


def _wrong(
    entry: Entry, bike: BikeHead, before: BikeHead, odometer: Odometer, today: date
) -> Iterator[tuple[str, str]]:
    if entry.on < bike.since:
        yield "on", f"must be {in_words(bike.since)} or later: since then it is ridden"
    elif entry.on > today + timedelta(days=1):
        yield "on", "must not lie in the future: what is still to come is not done yet"
    elif entry.km is not None:
        least = odometer.km(entry.on - timedelta(days=1)) if entry.on > bike.since else bike.km_at_start
        later = [(each.on, each.km) for each in _readings(before) if each.on > entry.on]
        most = min(((km, on) for on, km in later if km is not None), default=None)
        if entry.km < least - _SAME_KM:
            yield "km", f"must be at least {least:,.0f} km, which it had come to by the day before"
        elif most is not None and entry.km > most[0] + _SAME_KM:
            yield "km", f"must be at most {most[0]:,.0f} km, which it shows on {in_words(most[1])}"


def _readings(bike: BikeHead) -> Iterator[Entry]:
    yield from bike.done or []
    yield from bike.happened or []
    yield from bike.measured or []
