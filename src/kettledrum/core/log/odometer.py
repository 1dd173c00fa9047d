"""How far a bike has come by a day."""

from bisect import bisect_left, bisect_right
from collections.abc import Iterable, Sequence
from datetime import date
from functools import cached_property

from kettledrum.core.log.bike import BikeHead
from kettledrum.core.log.ride import LoggedRide


class Odometer:
    """The odometer of a bike: from its readings, and from the rides after each of them.

    A reading of a day counts the rides of that day; not every ride need be logged. It never falls: of two
    ways to count, the one that makes it more.
    """

    def __init__(self, bike: BikeHead, rides: Iterable[LoggedRide]) -> None:
        ridden = sorted((ride.on, ride.km) for ride in rides)
        self._days = [day for day, _ in ridden]
        self._km = [0.0]
        for _, km in ridden:
            self._km.append(self._km[-1] + km)
        entries: Sequence[tuple[date, float | None]] = [
            *((each.on, each.km) for each in bike.done or []),
            *((each.on, each.km) for each in bike.happened or []),
            *((each.on, each.km) for each in bike.measured or []),
        ]
        known = sorted((on, km) for on, km in entries if km is not None)
        before = bike.km_at_start - self._until(bike.since) + self._on(bike.since)
        # A reading, less all that was logged by then: what has to be added to the rides of any later day.
        self._from = [bike.since, *(on for on, _ in known)]
        self._added = [before, *(km - self._until(on) for on, km in known)]
        for place in range(1, len(self._added)):
            self._added[place] = max(self._added[place], self._added[place - 1])

    @property
    def latest_km(self) -> float:
        """What it shows now, as far as is logged."""
        return self.km(max([self._from[-1], *self._days[-1:]]))

    def km(self, day: date) -> float:
        """What it shows at the end of a day."""
        place = bisect_right(self._from, day) - 1
        return self._added[max(place, 0)] + self._until(day)

    def day_of(self, km: float, latest: date) -> date:
        """The first day by which it showed so many km, of those on which anything is logged; `latest` if none
        of them did.
        """
        days, shown = self._shown
        place = bisect_left(shown, km)
        return min(days[place], latest) if place < len(days) else latest

    @cached_property
    def _shown(self) -> tuple[list[date], list[float]]:
        """Each day on which anything is logged, and what it showed then."""
        days = sorted({*self._from, *self._days})
        return days, [self.km(day) for day in days]

    def _until(self, day: date) -> float:
        return self._km[bisect_right(self._days, day)]

    def _on(self, day: date) -> float:
        return sum(
            self._km[place + 1] - self._km[place] for place, each in enumerate(self._days) if each == day
        )
