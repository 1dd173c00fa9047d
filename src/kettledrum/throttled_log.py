"""A log that whoever knocks at the door cannot fill: of many lines that say the same, a few are kept."""

import logging
import time

_WINDOW_S = 60.0
_MOST = 5


def throttle_logs() -> None:
    """Throttles what the server and the application write.

    At what writes it: a filter at a logger is not asked about what comes from those below it.
    """
    own = logging.getLogger("kettledrum")
    if not own.handlers:
        own.addHandler(logging.StreamHandler())
        own.propagate = False
    for name in ("uvicorn", "kettledrum"):
        for handler in logging.getLogger(name).handlers:
            handler.addFilter(Throttle())


class Throttle(logging.Filter):
    """Lets a message through a few times a minute, and tells then how often it was left out."""

    def __init__(self) -> None:
        super().__init__()
        self._seen: dict[tuple[str, str], tuple[float, int]] = {}

    def filter(self, record: logging.LogRecord) -> bool:
        """Whether a record is written."""
        key, at = (record.name, str(record.msg)), time.monotonic()
        began, count = self._seen.get(key, (at, 0))
        if at - began > _WINDOW_S:
            if count > _MOST:
                record.msg = f"{record.msg} (and {count - _MOST} times before, not written)"
            began, count = at, 0
        self._seen[key] = began, count + 1
        return count < _MOST
