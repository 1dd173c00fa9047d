"""A ride that is there already: from the same file again, or from another device that was along."""

from collections.abc import Iterable
from datetime import datetime

from kettledrum.core.log.ride import LoggedRide

SAME_START_S = 60
"""A file taken in again begins at the same moment; a rounded one within a minute."""
SAME_SHARE = 0.02
DEVICES_START_S = 600
"""Two devices are switched on within so long. Ours."""
DEVICES_SHARE = 0.08


def there_already(ride: LoggedRide, held: Iterable[LoggedRide]) -> tuple[LoggedRide, str] | None:
    """The ride that this one is again, and how that is known; None where there is none."""
    for other in held:
        why = _again(ride, other)
        if why is not None:
            return other, why
    return None


def _again(ride: LoggedRide, other: LoggedRide) -> str | None:
    off = abs(ride.km - other.km) / max(ride.km, other.km)
    if ride.began is not None and other.began is not None:
        apart = abs((_moment(ride.began) - _moment(other.began)).total_seconds())
        if apart <= SAME_START_S and off <= SAME_SHARE:
            return "it began at the same time and is as long"
        if apart <= DEVICES_START_S and off <= DEVICES_SHARE:
            minutes = DEVICES_START_S // 60
            return f"another began within {minutes} minutes of it and is as long: two devices of one ride"
        return None
    if ride.on == other.on and off <= SAME_SHARE:
        return "one of that day is as long, and was typed in"
    return None


def _moment(text: str) -> datetime:
    return datetime.fromisoformat(text)
