"""The application: routers, errors, the front end, and who may ask."""

from pathlib import Path

from fastapi import APIRouter, FastAPI
from fastapi.routing import APIRoute
from starlette.middleware.trustedhost import TrustedHostMiddleware

from kettledrum import __version__
from kettledrum.api import calculate, jobs, problem_details, site
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
    api.include_router(jobs.router)
    api.include_router(calculate.router)
    app.include_router(api)
    problem_details.install(app)
    site.install(app, static)
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=LOOPBACK)
    return app


def _operation_id(route: APIRoute) -> str:
    return route.name
