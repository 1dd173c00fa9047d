"""Starts the web server on this machine's own loopback address."""

import socket
import sys
from pathlib import Path

import uvicorn

from kettledrum.api import create_app
from kettledrum.core import KettledrumError
from kettledrum.store import Store

USUAL_PORT = 8750
_HOST = "127.0.0.1"


class PortTaken(KettledrumError):
    """The port that was asked for cannot be listened on."""


def serve(store: Store, port: int | None) -> None:
    """Serves a store until it is stopped, after printing the address.

    Without a `port`, the usual one is used, or any free one where that is taken. Raises PortTaken.
    """
    listener = _listener(port)
    config = uvicorn.Config(create_app(store), log_level="warning", access_log=False, lifespan="off")
    address = f"http://{_HOST}:{listener.getsockname()[1]}/"
    _Announced(config, address, store.directory).run(sockets=[listener])


class _Announced(uvicorn.Server):
    """A server that says where it is once it answers there."""

    def __init__(self, config: uvicorn.Config, address: str, directory: Path) -> None:
        super().__init__(config)
        self._words = f"Kettledrum is at {address}\nThe data is in {directory}\nStop it with Ctrl+C.\n"

    async def startup(self, sockets: list[socket.socket] | None = None) -> None:
        await super().startup(sockets=sockets)
        sys.stdout.write(self._words)
        sys.stdout.flush()


def _listener(port: int | None) -> socket.socket:
    for candidate in [port] if port is not None else [USUAL_PORT, 0]:
        # Named as TCP, or the event loop leaves small answers to wait 40 ms for company (Nagle's algorithm).
        listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
        listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listener.bind((_HOST, candidate))
            listener.listen(128)
        except OSError:
            listener.close()
        else:
            return listener
    raise PortTaken(f"--port: {port} is taken or not allowed; leave it out to use a free one")
