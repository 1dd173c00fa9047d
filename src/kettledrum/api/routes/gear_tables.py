"""Gear tables of stored setups for a spreadsheet."""

from typing import Annotated

from fastapi import Query, Response

from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.formats.part_table import BYTE_ORDER_MARK
from kettledrum.formats.spreadsheet import System, gear_tables_text
from kettledrum.store import SetupRecord, Store

router = routed("gear tables", "/jobs/{job_id}", strict=False)

Units = Annotated[System, Query(description="Metres and km/h, or feet and mph.")]
Tabs = Annotated[bool, Query(description="Tabs between the cells, as a clipboard holds them.")]
TABLE: dict[int | str, dict[str, object]] = {
    200: {"content": {"text/csv": {}, "text/tab-separated-values": {}}}
}


@router.get("/gears.csv", response_class=Response, responses=TABLE)
def read_job_gears(job_id: str, store: TheStore, system: Units = "metric", tabs: Tabs = False) -> Response:
    """Every gear of every setup of a job."""
    return _answer(store, job_id, store.jobs.job(job_id).setups, system, tabs)


@router.get("/setups/{setup_id}/gears.csv", response_class=Response, responses=TABLE)
def read_setup_gears(
    job_id: str, setup_id: str, store: TheStore, system: Units = "metric", tabs: Tabs = False
) -> Response:
    """Every gear of one setup."""
    return _answer(store, job_id, [store.jobs.setup(job_id, setup_id)], system, tabs)


def _answer(store: Store, job_id: str, setups: list[SetupRecord], system: System, tabs: bool) -> Response:
    cadence_rpm = store.jobs.job(job_id).need.rider.cadence_rpm
    text = gear_tables_text([gear_table(held.setup, cadence_rpm) for held in setups], system, tabs=tabs)
    if tabs:
        return Response(text, media_type="text/tab-separated-values")
    headers = {"Content-Disposition": 'attachment; filename="gears.csv"'}
    return Response(BYTE_ORDER_MARK + text, media_type="text/csv; charset=utf-8", headers=headers)
