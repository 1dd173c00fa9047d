"""The whole application."""

from pathlib import Path

from fastapi import FastAPI

from kettledrum.api import site
from kettledrum.api.access import Access
from kettledrum.api.routes import (
    bike_rides,
    bikes,
    calculate,
    care,
    damaged,
    data,
    exchange,
    gear_tables,
    job_list,
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
from kettledrum.api.shell import THIS_MACHINE, Stands, application
from kettledrum.store import Store

ROUTERS = (
    job_list.router,
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


def create_app(store: Store, static: Path = site.STATIC, access: Access = THIS_MACHINE) -> FastAPI:
    """The whole application on a store; `static` holds the built front end, `access` says who may ask."""
    return application(Stands(store, static, access), ROUTERS)
