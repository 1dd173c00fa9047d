"""What was worked out lately, so that it is not worked out again at every look."""

from collections import OrderedDict
from collections.abc import Callable
from threading import Lock
from typing import Generic, TypeVar

Kept = TypeVar("Kept")


class Lately(Generic[Kept]):
    """What was worked out lately, by what it was worked out from; one at a time, and nothing twice."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._held: OrderedDict[str, Kept] = OrderedDict()
        self._lock = Lock()

    def of(self, key: str, work: Callable[[], Kept]) -> Kept:
        """What is held for a key, or what `work` makes of it."""
        with self._lock:
            if key not in self._held:
                self._held[key] = work()
            self._held.move_to_end(key)
            while len(self._held) > self._most:
                self._held.popitem(last=False)
            return self._held[key]
