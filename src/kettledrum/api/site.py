"""The built front end, and what the browser is told about it."""

from pathlib import Path

from fastapi import FastAPI
from fastapi.responses import FileResponse, HTMLResponse, Response
from starlette.exceptions import HTTPException
from starlette.middleware.base import BaseHTTPMiddleware, RequestResponseEndpoint
from starlette.requests import Request
from starlette.staticfiles import StaticFiles

STATIC = Path(__file__).parent / "static"

# The components' style library adds style elements without text and fills them by script, which is allowed;
# the empty elements themselves are an inline style, whose hash is that of nothing.
_EMPTY_STYLE = "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"
_HEADERS = {
    "Content-Security-Policy": (
        f"default-src 'none'; script-src 'self'; style-src 'self' {_EMPTY_STYLE}; "
        "font-src 'self'; img-src 'self' data:; "
        "connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
}

_NOT_BUILT = """<!doctype html><title>Kettledrum</title>
<p>The front end is not built. Run <code>make demo</code>, or <code>npm run build</code> in web/.</p>"""


async def _tell_browser(request: Request, call_next: RequestResponseEndpoint) -> Response:
    response = await call_next(request)
    for name, value in _HEADERS.items():
        response.headers.setdefault(name, value)
    if request.url.path.startswith("/assets/"):
        # The names of built assets carry a hash of their content.
        response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
    else:
        response.headers.setdefault("Cache-Control", "no-store")
    return response


def install(app: FastAPI, static: Path) -> None:
    """Serves the front end in `static`: its files, and its one page for every address a view may have."""
    app.add_middleware(BaseHTTPMiddleware, dispatch=_tell_browser)
    if (static / "assets").is_dir():
        app.mount("/assets", StaticFiles(directory=static / "assets"))

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> Response:
        if path.startswith(("api/", "assets/")):
            raise HTTPException(404, f"There is nothing at /{path}")
        file = static / "favicon.svg" if path == "favicon.svg" else static / "index.html"
        return FileResponse(file) if file.is_file() else HTMLResponse(_NOT_BUILT, 503)
