"""Who may ask: this machine, or, where the user has opened it to a network, who holds the token."""

import ipaddress
import re
import secrets
import socket
from dataclasses import dataclass
from http.cookies import CookieError, SimpleCookie
from urllib.parse import parse_qs, urlencode

from starlette.datastructures import URL, Headers
from starlette.responses import HTMLResponse, PlainTextResponse, RedirectResponse, Response
from starlette.types import ASGIApp, Receive, Scope, Send

from kettledrum.api import problem_details

LOOPBACK = frozenset({"127.0.0.1", "localhost", "::1"})
COOKIE = "kettledrum-token"
_ASK = """<!doctype html><html lang="en"><meta charset="utf-8"><title>Kettledrum</title>
<h1>This Kettledrum asks for its token</h1>
<p>Open the address that was printed where it was started; it ends in <code>?token=…</code>.
The token is new each time Kettledrum is started.</p></html>"""


@dataclass(frozen=True)
class Access:
    """Which requests are answered. Without a `token`, only those to this machine's own loopback names.

    With one, those to any address by number, or to this machine's name, that bring the token: no
    page elsewhere can come by it, whatever name it has pointed here.
    """

    token: str | None = None

    def answers_to(self, host: str) -> bool:
        """Whether a name, as it stands in a request's Host header, is one of ours."""
        name = _without_port(host)
        if name in LOOPBACK:
            return True
        if self.token is None:
            return False
        own = socket.gethostname().lower()
        return _is_address(name) or name in (own, f"{own}.local")

    def holds(self, offered: str | None) -> bool:
        """Whether what a request brought is the token."""
        return self.token is None or (
            offered is not None and secrets.compare_digest(offered.encode(), self.token.encode())
        )


class Gate:
    """Turns away what `Access` does not allow, before anything else sees it."""

    def __init__(self, app: ASGIApp, access: Access) -> None:
        self._app = app
        self._access = access

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Passes a request on, or answers in its place."""
        refusal = self._refusal(scope) if scope["type"] in ("http", "websocket") else None
        if refusal is None:
            await self._app(scope, receive, send)
        else:
            await refusal(scope, receive, send)

    def _refusal(self, scope: Scope) -> Response | None:
        headers = Headers(scope=scope)
        host = headers.get("host", "")
        if not self._access.answers_to(host):
            return PlainTextResponse("Kettledrum does not answer to this name", 400)
        # Browsers name the page's origin with every request that could change something or be read by
        # it; programs on this machine name none.
        origin = headers.get("origin")
        if origin is not None and origin != f"{scope['scheme']}://{host}":
            return problem_details.answer(403, "Requests from other pages are not answered")
        if _from_elsewhere(scope, headers):
            return problem_details.answer(403, "Requests from other pages are not answered")
        return self._without_token(scope, headers)

    def _without_token(self, scope: Scope, headers: Headers) -> Response | None:
        if self._access.token is None:
            return None
        query = parse_qs(scope["query_string"].decode("latin-1"))
        if scope["method"] == "GET" and "token" in query and self._access.holds(query.pop("token")[0]):
            # Into a cookie, and out of the address, where others might read it.
            url = URL(scope=scope).replace(query=urlencode(query, doseq=True))
            response = RedirectResponse(f"{url.path}?{url.query}" if url.query else url.path, 303)
            response.set_cookie(COOKIE, self._access.token, httponly=True, samesite="strict")
            return response
        scheme, _, bearer = headers.get("authorization", "").partition(" ")
        offered = bearer if scheme.lower() == "bearer" else _cookie(headers)
        if self._access.holds(offered):
            return None
        if scope["path"].startswith("/api/"):
            return problem_details.answer(
                401, "This Kettledrum asks for its token, printed where it was started"
            )
        return HTMLResponse(_ASK, 401)


_HOST = re.compile(r"(?:\[([0-9a-f:.]{2,45})\]|([a-z0-9._-]{1,253}))(?::\d{1,5})?", re.IGNORECASE | re.ASCII)


def _without_port(host: str) -> str:
    """The name in a Host header; empty for what is none, such as two names in one."""
    found = _HOST.fullmatch(host)
    return (found[1] or found[2]).lower() if found else ""


def _from_elsewhere(scope: Scope, headers: Headers) -> bool:
    """Whether a browser says that another page asks (Fetch Metadata): but for a link that leads here."""
    if headers.get("sec-fetch-site", "none") in ("none", "same-origin"):
        return False
    leads_here = headers.get("sec-fetch-mode") == "navigate" and headers.get("sec-fetch-dest") == "document"
    return not (scope["method"] == "GET" and leads_here and not scope["path"].startswith("/api/"))


def _is_address(name: str) -> bool:
    try:
        ipaddress.ip_address(name)
    except ValueError:
        return False
    return True


def _cookie(headers: Headers) -> str | None:
    try:
        held = SimpleCookie(headers.get("cookie", "")).get(COOKIE)
    except CookieError:
        return None
    return held.value if held else None
