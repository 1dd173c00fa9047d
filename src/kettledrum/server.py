"""Starts the web server: on this machine's own loopback address or, when asked, for a network."""

import gc
import ipaddress
import logging
import secrets
import socket
import sys
import threading
from collections.abc import Callable
from pathlib import Path
from types import FrameType

import uvicorn

from kettledrum.api.access import Access
from kettledrum.api.opening import Opening
from kettledrum.api.shell import Stands
from kettledrum.core.terms.errors import KettledrumError
from kettledrum.devices.bench import Bench
from kettledrum.store import Copies, Store, StoreUnusable
from kettledrum.throttled_log import throttle_logs
from kettledrum.timed_http import TimedProtocol

USUAL_PORT = 8750
LOOPBACK = "127.0.0.1"
_LOAD_AFTER_S = 0.05
_GOES_DOWN_S = 5
_COPY_AFTER_S, _COPY_EVERY_S = 20.0, 3600.0
_log = logging.getLogger(__name__)


class CannotListen(KettledrumError):
    """The address or port that was asked for cannot be listened on."""


def serve(
    store: Store,
    host: str = LOOPBACK,
    port: int | None = None,
    told: Path | None = None,
) -> None:
    """Serves a store until it is stopped, after printing the address and, for a network, the token.

    Dated copies of it are made meanwhile. The address goes into the file `told` as well, for whoever would
    start a second server. Without a `port`, the usual one is used, or any free one
    where that is taken. Raises CannotListen.
    """
    listener = _listener(host, port)
    token = None if _is_loopback(listener) else secrets.token_urlsafe(24)
    stands = Stands(store, access=Access(token))
    app = Opening(stands)
    config = uvicorn.Config(
        app,
        http=TimedProtocol,
        log_level="warning",
        access_log=False,
        lifespan="off",
        timeout_graceful_shutdown=_GOES_DOWN_S,
    )
    throttle_logs()
    if told is not None:
        told.write_text(_address(listener), encoding="utf-8")
    looked_at = ", and may be looked at but not changed" if store.read_only else ""
    words = _words(listener, token) + f"The data is in {store.directory}{looked_at}\nStop it with Ctrl+C.\n"
    if not store.read_only:
        _daemon(_COPY_AFTER_S, lambda: _make_copies(Copies(store.directory)))
    _Announced(config, words, stands.bench, app.load).run(sockets=[listener])


class _Announced(uvicorn.Server):
    """A server that says where it is once it answers there."""

    def __init__(self, config: uvicorn.Config, words: str, bench: Bench, load: Callable[[], object]) -> None:
        super().__init__(config)
        self._words = words
        self._bench = bench
        self._load = load

    def handle_exit(self, sig: int, frame: FrameType | None) -> None:
        """Ends what would otherwise go on being told as long as somebody listens."""
        self._bench.closed = True
        super().handle_exit(sig, frame)

    async def startup(self, sockets: list[socket.socket] | None = None) -> None:
        await super().startup(sockets=sockets)
        sys.stdout.write(self._words)
        sys.stdout.flush()
        # Once the first page is on its way, before it asks for more.
        _daemon(_LOAD_AFTER_S, self._load_the_rest)

    def _load_the_rest(self) -> None:
        """Loads what works jobs out; and then what works roads out, which is asked for later still."""
        self._load()
        from kettledrum.core.lineup import coverage
        from kettledrum.core.motors import range as motor_range

        assert coverage and motor_range
        # What is loaded now stays for good, and is not looked through for what could be freed.
        gc.freeze()


def _daemon(after_s: float, work: Callable[[], None]) -> None:
    """Has some work done later, as long as the server still runs."""
    timer = threading.Timer(after_s, work)
    timer.daemon = True
    timer.start()


def _make_copies(copies: Copies) -> None:
    """Makes the day's copy where it is due, now and every hour."""
    try:
        copies.make_due()
    except (StoreUnusable, OSError) as error:
        _log.warning("a copy of the data could not be made by itself: %s", error)
    _daemon(_COPY_EVERY_S, lambda: _make_copies(copies))


def _address(listener: socket.socket) -> str:
    address, port = listener.getsockname()[:2]
    return f"http://[{address}]:{port}/" if ":" in address else f"http://{address}:{port}/"


def _words(listener: socket.socket, token: str | None) -> str:
    address, port = listener.getsockname()[:2]
    shown = f"[{address}]" if ":" in address else address
    if token is None:
        return f"Kettledrum is at {_address(listener)}\n"
    if ipaddress.ip_address(address).is_unspecified:
        shown = socket.gethostname()
    return (
        f"Kettledrum is at http://{shown}:{port}/?token={token}\n"
        "Other devices on the network open just that address, or with this machine's number in place of its "
        "name; programs send the token as a bearer token.\n"
        "Whoever has the token can read and change your data, and what is sent is not encrypted: "
        "use it only on a network that you trust. The token ends when Kettledrum is stopped.\n"
    )


def _is_loopback(listener: socket.socket) -> bool:
    return ipaddress.ip_address(listener.getsockname()[0].partition("%")[0]).is_loopback


def _listener(host: str, port: int | None) -> socket.socket:
    try:
        found = socket.getaddrinfo(host, None, type=socket.SOCK_STREAM)
    except (OSError, UnicodeError) as error:
        raise CannotListen(f"--host: {host} is no name or address of this machine") from error
    family, _, _, _, address = found[0]
    for candidate in [port] if port is not None else [USUAL_PORT, 0]:
        # Named as TCP, or the event loop leaves small answers to wait 40 ms for company (Nagle's algorithm).
        listener = socket.socket(family, socket.SOCK_STREAM, socket.IPPROTO_TCP)
        listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listener.bind((address[0], candidate))
            listener.listen(128)
        except OSError as error:
            listener.close()
            reason = error
        else:
            return listener
    if port is None:
        raise CannotListen(f"--host: {host} cannot be listened on: {reason.strerror}")
    raise CannotListen(f"--port: {port} is taken or not allowed on {host}; leave it out to use a free one")
