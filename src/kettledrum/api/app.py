"""The application: routers, errors, the front end, and who may ask."""

from pathlib import Path

from fastapi import APIRouter, FastAPI
from fastapi.routing import APIRoute

from kettledrum import __version__
from kettledrum.api import problem_details, site
from kettledrum.api.access import Access, Gate
from kettledrum.api.routes import (
    calculate,
    damaged,
    exchange,
    gear_tables,
    jobs,
    live,
    pairings,
    roads,
    shelf,
    shelf_import,
    wheels,
)
from kettledrum.devices import Bench
from kettledrum.store import Store

_THIS_MACHINE = Access()


def create_app(store: Store, static: Path = site.STATIC, access: Access = _THIS_MACHINE) -> FastAPI:
    """The whole application on a store; `static` holds the built front end, `access` says who may ask."""
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
    app.state.bench = Bench()
    api = APIRouter(prefix="/api", responses=problem_details.ERRORS)
    for part in (jobs, gear_tables, calculate, exchange, damaged, wheels, shelf, shelf_import, pairings):
        api.include_router(part.router)
    api.include_router(roads.router)
    api.include_router(roads.strict)
    api.include_router(live.router)
    api.include_router(live.strict)
    app.include_router(api)
    problem_details.install(app)
    app.add_middleware(Gate, access=access)
    site.install(app, static)
    return app


def _operation_id(route: APIRoute) -> str:
    return route.name
