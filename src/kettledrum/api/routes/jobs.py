"""Jobs and their setups. Bodies are the content of brief and setup files as they stand."""

from typing import Annotated

from fastapi import APIRouter, Body, Query, Response

from kettledrum.api.json_body import StrictJsonRoute
from kettledrum.api.the_store import TheStore
from kettledrum.core.job.brief import MOST_SETUPS, Brief, Need
from kettledrum.core.parts.setup import Setup
from kettledrum.demo import demo_jobs
from kettledrum.formats import written
from kettledrum.store import JobPlaces, JobRecord, JobSummary, SetupRecord, Stepped

BasedOn = Annotated[int, Query(description="The version that the change was based on.")]
SeenAt = Annotated[int, Query(description="The revision that the job was seen at.")]
SetupIds = Annotated[list[str], Body(max_length=MOST_SETUPS)]

router = APIRouter(prefix="/jobs", tags=["jobs"], route_class=StrictJsonRoute)


@router.get("")
def list_jobs(store: TheStore) -> list[JobSummary]:
    """Every job, oldest first."""
    return store.jobs()


@router.post("", status_code=201, response_model_exclude_unset=True)
def add_job(brief: Brief, store: TheStore) -> JobRecord:
    """Makes a job from a brief."""
    return store.add_job(brief)


@router.post("/demo", status_code=201, response_model_exclude_unset=True)
def add_demo_job(store: TheStore) -> JobRecord:
    """Makes the demo jobs; answers with the first of them."""
    return store.add_jobs(demo_jobs())[0]


@router.get("/deleted")
def list_deleted_jobs(store: TheStore) -> list[JobSummary]:
    """The jobs that can be brought back."""
    return store.jobs(deleted=True)


@router.get("/places")
def list_places(store: TheStore) -> list[JobPlaces]:
    """Every job and its setups by name, to go to."""
    return store.places()


@router.post("/{job_id}/copy", status_code=201, response_model_exclude_unset=True)
def copy_job(job_id: str, store: TheStore) -> JobRecord:
    """Makes a second job like this one."""
    return store.copy_job(job_id)


@router.delete("/{job_id}", status_code=204)
def delete_job(job_id: str, store: TheStore) -> None:
    """Puts a job away."""
    store.delete_job(job_id)


@router.post("/{job_id}/restore", response_model_exclude_unset=True)
def restore_job(job_id: str, store: TheStore) -> JobRecord:
    """Brings a deleted job back."""
    return store.restore_job(job_id)


@router.get("/{job_id}", response_model_exclude_unset=True)
def read_job(job_id: str, store: TheStore) -> JobRecord:
    """A job with its setups."""
    return store.job(job_id)


@router.get("/{job_id}/file")
def read_job_file(job_id: str, store: TheStore) -> Response:
    """A job as a brief file."""
    return _file(written(store.brief(job_id)), "brief.json")


@router.put("/{job_id}", response_model_exclude_unset=True)
def change_need(job_id: str, version: BasedOn, need: Need, store: TheStore) -> JobRecord:
    """Replaces what a job asks for."""
    return store.change_need(job_id, need, version)


@router.put("/{job_id}/reference/{setup_id}", response_model_exclude_unset=True)
def change_reference(job_id: str, setup_id: str, version: BasedOn, store: TheStore) -> JobRecord:
    """Makes a setup the one that the others are measured against."""
    return store.change_reference(job_id, setup_id, version)


@router.post("/{job_id}/undo", response_model_exclude_unset=True)
def undo(job_id: str, revision: SeenAt, store: TheStore) -> Stepped:
    """Takes back the last change to a job."""
    return store.undo(job_id, revision)


@router.post("/{job_id}/redo", response_model_exclude_unset=True)
def redo(job_id: str, revision: SeenAt, store: TheStore) -> Stepped:
    """Does the change that was last taken back again."""
    return store.redo(job_id, revision)


@router.put("/{job_id}/order", response_model_exclude_unset=True)
def change_order(job_id: str, revision: SeenAt, setup_ids: SetupIds, store: TheStore) -> JobRecord:
    """Puts a job's setups in another order."""
    return store.change_order(job_id, setup_ids, revision)


@router.post("/{job_id}/setups", status_code=201, response_model_exclude_unset=True)
def add_setup(job_id: str, setup: Setup, store: TheStore) -> SetupRecord:
    """Adds a setup to a job."""
    return store.add_setup(job_id, setup)


@router.put("/{job_id}/setups/{setup_id}", response_model_exclude_unset=True)
def change_setup(job_id: str, setup_id: str, version: BasedOn, setup: Setup, store: TheStore) -> SetupRecord:
    """Replaces a setup."""
    return store.change_setup(job_id, setup_id, setup, version)


@router.delete("/{job_id}/setups/{setup_id}", status_code=204)
def delete_setup(job_id: str, setup_id: str, store: TheStore) -> None:
    """Takes a setup out of its job."""
    store.delete_setup(job_id, setup_id)


@router.post("/{job_id}/setups/{setup_id}/restore", response_model_exclude_unset=True)
def restore_setup(job_id: str, setup_id: str, store: TheStore) -> SetupRecord:
    """Brings a deleted setup back."""
    return store.restore_setup(job_id, setup_id)


@router.get("/{job_id}/setups/{setup_id}/file")
def read_setup_file(job_id: str, setup_id: str, store: TheStore) -> Response:
    """A setup as a setup file."""
    return _file(written(store.setup(job_id, setup_id).setup), "setup.json")


def _file(text: str, name: str) -> Response:
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return Response(text, media_type="application/json", headers=headers)
