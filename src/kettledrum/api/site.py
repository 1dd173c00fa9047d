"""The built front end, and what the browser is told about it."""

import os
from pathlib import Path

from fastapi import FastAPI
from fastapi.responses import FileResponse, HTMLResponse, Response
from starlette.datastructures import Headers, MutableHeaders
from starlette.exceptions import HTTPException
from starlette.requests import Request
from starlette.staticfiles import StaticFiles
from starlette.types import ASGIApp, Message, Receive, Scope, Send

STATIC = Path(__file__).parent / "static"

# The components' style library adds style elements without text and fills them by script, which is allowed;
# the empty elements themselves are an inline style, whose hash is that of nothing.
_EMPTY_STYLE = "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"
_HEADERS = {
    "Content-Security-Policy": (
        f"default-src 'none'; script-src 'self'; style-src 'self' {_EMPTY_STYLE}; "
        "font-src 'self'; img-src 'self' data: blob:; "
        "connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
}
_ENCODINGS = {"br": ".br", "gzip": ".gz"}
"""How the build has compressed its files, the best first."""

_NOT_BUILT = """<!doctype html><title>Kettledrum</title>
<p>The front end is not built. Run <code>make demo</code>, or <code>npm run build</code> in web/.</p>"""


class TellBrowser:
    """Puts on every answer what a browser may do with it."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Passes a request on, and its answer back with more headers."""
        # The names of built assets carry a hash of their content.
        lasting = scope.get("path", "").startswith("/assets/")

        async def tell(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in _HEADERS.items():
                    headers.setdefault(name, value)
                good = lasting and message["status"] < 400
                headers.setdefault(
                    "Cache-Control", "public, max-age=31536000, immutable" if good else "no-store"
                )
            await send(message)

        await self._app(scope, receive, tell)


class _Assets(StaticFiles):
    """The built files, as the build has compressed them where the browser takes that."""

    def file_response(
        self,
        full_path: str | os.PathLike[str],
        stat_result: os.stat_result,
        scope: Scope,
        status_code: int = 200,
    ) -> Response:
        return _compressed(Path(full_path), Headers(scope=scope))


def _compressed(file: Path, headers: Headers) -> Response:
    taken = {
        name.strip()
        for name, _, weight in (part.partition(";") for part in headers.get("accept-encoding", "").split(","))
        if weight.replace(" ", "") not in ("q=0", "q=0.0")
    }
    plain = FileResponse(file, headers={"Vary": "Accept-Encoding"})
    for encoding, ending in _ENCODINGS.items():
        smaller = file.with_name(file.name + ending)
        if encoding in taken and smaller.is_file():
            how = {"Vary": "Accept-Encoding", "Content-Encoding": encoding}
            return FileResponse(smaller, media_type=plain.media_type, headers=how)
    return plain


def install(app: FastAPI, static: Path) -> None:
    """Serves the front end in `static`: its files, and its one page for every address a view may have."""
    app.add_middleware(TellBrowser)
    if (static / "assets").is_dir():
        app.mount("/assets", _Assets(directory=static / "assets"))

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str, request: Request) -> Response:
        if path.startswith(("api/", "assets/")):
            raise HTTPException(404, f"There is nothing at /{path}")
        file = static / "favicon.svg" if path == "favicon.svg" else static / "index.html"
        if not file.is_file():
            return HTMLResponse(_NOT_BUILT, 503)
        return _compressed(file, request.headers)
