"""The application: routers, errors, the front end, and who may ask."""

from pathlib import Path

from fastapi import APIRouter, FastAPI
from fastapi.routing import APIRoute
from starlette.middleware.base import BaseHTTPMiddleware, RequestResponseEndpoint
from starlette.middleware.trustedhost import TrustedHostMiddleware
from starlette.requests import Request
from starlette.responses import Response

from kettledrum import __version__
from kettledrum.api import calculate, damaged, exchange, gear_tables, jobs, problem_details, site
from kettledrum.store import Store

LOOPBACK = ["127.0.0.1", "localhost", "[::1]"]


def create_app(store: Store, static: Path = site.STATIC) -> FastAPI:
    """The whole application on a store; `static` holds the built front end.

    It answers to the names of this machine's own loopback only, so that a page elsewhere whose name
    was pointed here gets nothing.
    """
    app = FastAPI(
        title="Kettledrum",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        generate_unique_id_function=_operation_id,
        separate_input_output_schemas=False,
    )
    app.state.store = store
    api = APIRouter(prefix="/api", responses=problem_details.ERRORS)
    for part in (jobs, gear_tables, calculate, exchange, damaged):
        api.include_router(part.router)
    app.include_router(api)
    problem_details.install(app)
    site.install(app, static)
    app.add_middleware(BaseHTTPMiddleware, dispatch=_refuse_other_pages)
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=LOOPBACK)
    return app


async def _refuse_other_pages(request: Request, call_next: RequestResponseEndpoint) -> Response:
    """A page of another origin gets nothing from the API, not even a write whose answer it could not read.

    Browsers name the page's origin with every request that could change something or be read by it;
    programs on this machine name none.
    """
    origin = request.headers.get("origin")
    own = f"{request.url.scheme}://{request.headers.get('host')}"
    if origin is not None and origin != own:
        return problem_details.answer(403, "Requests from other pages are not answered")
    return await call_next(request)


def _operation_id(route: APIRoute) -> str:
    return route.name
