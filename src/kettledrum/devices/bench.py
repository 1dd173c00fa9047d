"""The bench: the bikes that are on it, each by a name that only who put it there knows."""

import secrets
import threading
from collections import Counter, OrderedDict
from collections.abc import Iterator
from contextlib import contextmanager
from typing import TYPE_CHECKING

from kettledrum.core.terms.errors import KettledrumError

if TYPE_CHECKING:
    from kettledrum.devices.bike_on_the_bench import BikeOnTheBench

MOST_BIKES = 12


class NotOnTheBench(KettledrumError):
    """The bike that was asked for is not on the bench, or no longer."""

    def __init__(self) -> None:
        super().__init__("This bike is no longer on the bench; start it again")


class Bench:
    """Room for a dozen bikes; the one that was looked at longest ago makes way for another, unless somebody
    looks on.

    `closed` says that the server is going down, and that nobody need be told any more.
    """

    def __init__(self) -> None:
        self._bikes: OrderedDict[str, BikeOnTheBench] = OrderedDict()
        self._watchers: Counter[str] = Counter()
        self._lock = threading.Lock()
        self.closed = False

    def put(self, bike: "BikeOnTheBench") -> str:
        """Puts a bike on the bench and names it."""
        name = secrets.token_urlsafe(12)
        with self._lock:
            self._bikes[name] = bike
            unwatched = [each for each in self._bikes if each != name and not self._watchers[each]]
            for each in unwatched[: max(len(self._bikes) - MOST_BIKES, 0)]:
                del self._bikes[each]
        return name

    def bike(self, name: str) -> "BikeOnTheBench":
        """The bike of a name. Raises NotOnTheBench."""
        with self._lock:
            bike = self._bikes.get(name)
            if bike is None:
                raise NotOnTheBench
            self._bikes.move_to_end(name)
            return bike

    def take_off(self, name: str) -> None:
        """Takes a bike off; one that is not there is no trouble."""
        with self._lock:
            self._bikes.pop(name, None)

    @contextmanager
    def watched(self, name: str) -> Iterator[None]:
        """While somebody looks on, a bike makes way for no other."""
        with self._lock:
            self._watchers[name] += 1
        try:
            yield
        finally:
            with self._lock:
                self._watchers[name] -= 1
                if not self._watchers[name]:
                    del self._watchers[name]

    def holds(self, name: str) -> bool:
        """Whether a bike is there."""
        return name in self._bikes
