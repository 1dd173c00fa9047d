"""The application: routers, errors, the front end, and who may ask."""

from pathlib import Path

from fastapi import FastAPI

from kettledrum import __version__
from kettledrum.api import problem_details, site
from kettledrum.api.access import Access, Gate
from kettledrum.api.routes import (
    bike_rides,
    bikes,
    calculate,
    care,
    damaged,
    data,
    exchange,
    gear_tables,
    jobs,
    live,
    pairings,
    quick,
    roads,
    search,
    shelf,
    shelf_import,
    swap,
    verdict,
    wheels,
)
from kettledrum.devices import Bench
from kettledrum.store import Store

_THIS_MACHINE = Access()
ROUTERS = (
    jobs.router,
    gear_tables.router,
    quick.router,
    calculate.router,
    exchange.router,
    damaged.router,
    data.router,
    wheels.router,
    shelf.router,
    shelf_import.router,
    pairings.router,
    roads.router,
    roads.strict,
    search.router,
    verdict.router,
    bikes.router,
    bikes.strict,
    bike_rides.router,
    bike_rides.strict,
    care.router,
    care.strict,
    swap.router,
    swap.strict,
    live.router,
    live.strict,
)


def create_app(store: Store, static: Path = site.STATIC, access: Access = _THIS_MACHINE) -> FastAPI:
    """The whole application on a store; `static` holds the built front end, `access` says who may ask."""
    app = FastAPI(
        title="Kettledrum",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        separate_input_output_schemas=False,
    )
    app.state.store = store
    app.state.bench = Bench()
    for router in ROUTERS:
        app.router.routes.extend(router.routes)
    problem_details.install(app)
    app.add_middleware(Gate, access=access)
    site.install(app, static)
    return app
