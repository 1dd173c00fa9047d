"""The application from its first moment on: the page and the list of jobs at once, the rest once loaded.

The routes that work jobs out take as long to load as all the rest of a start. Meanwhile the browser reads the
page's scripts.
"""

from threading import Lock

from fastapi.concurrency import run_in_threadpool
from fastapi.routing import APIRoute
from starlette.types import ASGIApp, Receive, Scope, Send

from kettledrum.api.routes import job_list
from kettledrum.api.shell import Stands, application

_AT_ONCE = frozenset({route.path for route in job_list.router.routes if isinstance(route, APIRoute)})


class Opening:
    """An application that answers what it can before it is whole, and has what wants all of it wait."""

    def __init__(self, stands: Stands) -> None:
        self._stands = stands
        self._first: ASGIApp = application(stands, [job_list.router])
        self._whole: ASGIApp | None = None
        self._lock = Lock()

    def load(self) -> ASGIApp:
        """The whole application, which is loaded at the first call; from any thread."""
        with self._lock:
            if self._whole is None:
                from kettledrum.api.app import ROUTERS

                self._whole = application(self._stands, ROUTERS)
            return self._whole

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Passes a request on to whoever answers it."""
        app = self._whole
        if app is None:
            app = self._first if _is_at_once(scope) else await run_in_threadpool(self.load)
        await app(scope, receive, send)


def _is_at_once(scope: Scope) -> bool:
    if scope["type"] != "http" or not scope["path"].startswith("/api/"):
        return True
    return scope["method"] == "GET" and scope["path"] in _AT_ONCE
