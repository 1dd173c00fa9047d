"""A ride that is there already: from the same file, from another device that was along, or a part of it."""

from collections.abc import Iterable
from datetime import timedelta

from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.terms.written import moment_of

SAME_START_S = 60
"""A file taken in again begins at the same moment; a rounded one within a minute."""
SAME_SHARE = 0.02
DEVICES_START_S = 600
"""Two devices are switched on within so long. Ours."""
DEVICES_SHARE = 0.08
MOSTLY = 0.5
"""Two rides of one bike that lie over each other for more than this share of the shorter are one. Ours."""


def there_already(
    ride: LoggedRide, own: Iterable[LoggedRide], elsewhere: Iterable[LoggedRide] = ()
) -> tuple[LoggedRide, str] | None:
    """The ride that this one is again, and how that is known; None where there is none.

    `own` are the rides of its bike, which is on one way at a time; `elsewhere` those of others.
    """
    for other in own:
        if why := _again(ride, other) or _at_once(ride, other):
            return other, why
    for other in elsewhere:
        if why := _again(ride, other):
            return other, why
    return None


def _again(ride: LoggedRide, other: LoggedRide) -> str | None:
    off = abs(ride.km - other.km) / max(ride.km, other.km)
    if ride.began is not None and other.began is not None:
        apart = abs((moment_of(ride.began) - moment_of(other.began)).total_seconds())
        if apart <= SAME_START_S and off <= SAME_SHARE:
            return "it began at the same time and is as long"
        if apart <= DEVICES_START_S and off <= DEVICES_SHARE:
            minutes = DEVICES_START_S // 60
            return f"another began within {minutes} minutes of it and is as long: two devices of one ride"
        return None
    if ride.on == other.on and off <= SAME_SHARE:
        return "one of that day is as long, and was typed in"
    return None


def _at_once(ride: LoggedRide, other: LoggedRide) -> str | None:
    """Whether the shorter of two rides was for the most part ridden while the other was."""
    spans = [
        (moment_of(each.began), moment_of(each.began) + timedelta(minutes=each.minutes))
        for each in (ride, other)
        if each.began is not None and each.minutes
    ]
    if len(spans) < 2:
        return None
    together = min(end for _, end in spans) - max(start for start, _ in spans)
    if together <= MOSTLY * min(end - start for start, end in spans):
        return None
    return "both were ridden at the same time on this bike: one is a part of the other"
