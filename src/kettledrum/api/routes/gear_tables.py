"""Gear tables of stored setups for a spreadsheet."""

from typing import Annotated

from fastapi import Query, Response

from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.formats.file_names import attached, file_name
from kettledrum.formats.part_table import BYTE_ORDER_MARK
from kettledrum.formats.spreadsheet import System, gear_tables_text
from kettledrum.store import JobRecord, SetupRecord

router = routed("gear tables", "/jobs/{job_id}", strict=False)

Units = Annotated[System, Query(description="Metres and km/h, or feet and mph.")]
Tabs = Annotated[bool, Query(description="Tabs between the cells, as a clipboard holds them.")]
TABLE: dict[int | str, dict[str, object]] = {
    200: {"content": {"text/csv": {}, "text/tab-separated-values": {}}}
}


@router.get("/gears.csv", response_class=Response, responses=TABLE)
def read_job_gears(job_id: str, store: TheStore, system: Units = "metric", tabs: Tabs = False) -> Response:
    """Every gear of every setup of a job."""
    job = store.jobs.job(job_id)
    return _answer(job, job.setups, file_name(job.need.name, "gears", ending="csv"), system, tabs)


@router.get("/setups/{setup_id}/gears.csv", response_class=Response, responses=TABLE)
def read_setup_gears(
    job_id: str, setup_id: str, store: TheStore, system: Units = "metric", tabs: Tabs = False
) -> Response:
    """Every gear of one setup."""
    held = store.jobs.setup(job_id, setup_id)
    name = file_name(held.setup.name, "gears", ending="csv")
    return _answer(store.jobs.job(job_id), [held], name, system, tabs)


def _answer(job: JobRecord, setups: list[SetupRecord], name: str, system: System, tabs: bool) -> Response:
    cadence_rpm = job.need.rider.cadence_rpm
    text = gear_tables_text([gear_table(held.setup, cadence_rpm) for held in setups], system, tabs=tabs)
    if tabs:
        return Response(text, media_type="text/tab-separated-values")
    return Response(BYTE_ORDER_MARK + text, media_type="text/csv; charset=utf-8", headers=attached(name))
