"""A day of the calendar."""

from datetime import date
from typing import Annotated

from pydantic import BeforeValidator

from kettledrum.core.terms.quantities import refused

EARLIEST, LATEST = date(1950, 1, 1), date(2150, 12, 31)


def _day(value: object) -> date:
    """The day, if it may stand; raises PydanticCustomError otherwise."""
    try:
        found = value if type(value) is date else date.fromisoformat(str(value))
    except ValueError:
        found = None
    if found is None or not EARLIEST <= found <= LATEST:
        raise refused(f"must be a day from {EARLIEST.year} to {LATEST.year}, such as 2026-05-14")
    return found


Day = Annotated[date, BeforeValidator(_day)]
"""Year, month and day, as ISO 8601 writes them."""


def in_words(day: date) -> str:
    """A day as it is said: 14 May 2026."""
    return f"{day.day} {_MONTHS[day.month - 1]} {day.year}"


_MONTHS = (
    *("January", "February", "March", "April", "May", "June"),
    *("July", "August", "September", "October", "November", "December"),
)
