"""What stands round the routes of an application: its store, errors, the front end, and who may ask."""

from collections.abc import Iterable
from dataclasses import dataclass, field
from pathlib import Path

from fastapi import APIRouter, FastAPI

from kettledrum import __version__
from kettledrum.api import problem_details, site
from kettledrum.api.access import Access, Gate
from kettledrum.devices.bench import Bench
from kettledrum.store import Store

THIS_MACHINE = Access()


@dataclass(frozen=True)
class Stands:
    """What an application stands on: `static` holds the built front end, `access` says who may ask, and on
    the `bench` are the bikes that are ridden live.
    """

    store: Store
    static: Path = site.STATIC
    access: Access = THIS_MACHINE
    bench: Bench = field(default_factory=Bench)


def application(stands: Stands, routers: Iterable[APIRouter]) -> FastAPI:
    """An application of some routes."""
    app = FastAPI(
        title="Kettledrum",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        separate_input_output_schemas=False,
    )
    app.state.store = stands.store
    app.state.bench = stands.bench
    for router in routers:
        app.router.routes.extend(router.routes)
    problem_details.install(app)
    app.add_middleware(Gate, access=stands.access)
    site.install(app, stands.static)
    return app
