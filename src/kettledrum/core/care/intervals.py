"""Days and months of the calendar, as intervals of upkeep count them."""

import calendar
from datetime import date, timedelta

DAYS_A_MONTH = 365.25 / 12
LAST = date(2150, 12, 31)


def months_later(day: date, months: float) -> date:
    """A day so many months later: the same day of the month, or the last there is; a part of a month in days.

    31 January and a month is 28 February, or 29 in a leap year. No day after 2150 is given.
    """
    whole = int(months)
    count = day.year * 12 + day.month - 1 + whole
    year, month = divmod(count, 12)
    if year > LAST.year:
        return LAST
    found = date(year, month + 1, min(day.day, calendar.monthrange(year, month + 1)[1]))
    return days_later(found, round((months - whole) * DAYS_A_MONTH))


def days_later(day: date, days: float) -> date:
    """A day so many whole days later, 2150 at most."""
    left = (LAST - day).days
    return LAST if days >= left else day + timedelta(days=int(days))
