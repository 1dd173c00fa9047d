"""Connections that say nothing: whoever connects has to ask within a while, or makes room for others."""

import asyncio
from typing import Any

from uvicorn.protocols.http.h11_impl import H11Protocol

ASKS_WITHIN_S = 15.0
"""From when a connection is made, or its last answer given, until all of a request's head is there."""
MOST_AT_ONCE = 200
"""Connections at once. One more, and the one that has said nothing for longest makes room."""


class TimedProtocol(H11Protocol):
    """HTTP whose heads must come within a while; what follows them may take its time."""

    _asked_by: asyncio.TimerHandle | None = None

    def connection_made(self, transport: Any) -> None:
        """A connection is made: from now on it has so long."""
        super().connection_made(transport)
        self._wait()
        if len(self.connections) > MOST_AT_ONCE:
            self._make_room()

    def data_received(self, data: bytes) -> None:
        """Something came: once it was a whole head, nobody waits for one any more."""
        super().data_received(data)
        if self.cycle is not None and not self.cycle.response_complete:
            self._stop_waiting()
        elif self._asked_by is None:
            self._wait()

    def connection_lost(self, exc: Exception | None) -> None:
        """The connection is gone."""
        self._stop_waiting()
        super().connection_lost(exc)

    def _wait(self) -> None:
        self._asked_by = self.loop.call_later(ASKS_WITHIN_S, self._gives_up)

    def _stop_waiting(self) -> None:
        if self._asked_by is not None:
            self._asked_by.cancel()
            self._asked_by = None

    def _make_room(self) -> None:
        """Closes the connection that has been silent for longest, which may be this one."""
        waiting = [
            (other._asked_by.when(), id(other), other)
            for other in self.connections
            if isinstance(other, TimedProtocol) and other._asked_by is not None
        ]
        _, _, silent = min(waiting)
        silent._stop_waiting()
        silent.transport.close()

    def _gives_up(self) -> None:
        self._asked_by = None
        if not self.transport.is_closing() and (self.cycle is None or self.cycle.response_complete):
            self.transport.close()
