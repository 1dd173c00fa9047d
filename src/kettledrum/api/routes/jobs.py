"""Jobs and their setups. Bodies are the content of brief and setup files as they stand."""

from typing import Annotated

from fastapi import Header, Query, Response
from pydantic import BaseModel

from kettledrum.api.asked import BasedOn
from kettledrum.api.drafts import Drafts, SetupIds
from kettledrum.api.problem_details import FieldProblem
from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.lineup.comparison import Comparison, compare
from kettledrum.core.parts.setup import Setup
from kettledrum.demo import demo_data
from kettledrum.formats.file_names import attached, file_name
from kettledrum.formats.files import written
from kettledrum.store import JobRecord, SavedNeed, SavedSetup, SetupRecord, Stepped

SeenAt = Annotated[int, Query(description="The revision that the job was seen at.")]

router = routed("jobs", "/jobs")


@router.post("", status_code=201, response_model_exclude_unset=True)
def add_job(brief: Brief, store: TheStore) -> JobRecord:
    """Makes a job from a brief."""
    return store.jobs.add(brief)


@router.post("/demo", status_code=201, response_model_exclude_unset=True)
def add_demo_job(store: TheStore) -> JobRecord:
    """Makes the demo jobs, or brings them back; answers with the first of them."""
    return store.jobs.add_demo(demo_data())


@router.delete("/demo", status_code=204)
def delete_demo_jobs(store: TheStore) -> None:
    """Puts the demo jobs away, and leaves all others."""
    store.jobs.delete_demo()


@router.post("/{job_id}/copy", status_code=201, response_model_exclude_unset=True)
def copy_job(job_id: str, store: TheStore) -> JobRecord:
    """Makes a second job like this one."""
    return store.jobs.copy(job_id)


@router.delete("/{job_id}", status_code=204)
def delete_job(job_id: str, store: TheStore) -> None:
    """Puts a job away."""
    store.jobs.delete(job_id)


@router.post("/{job_id}/restore", response_model_exclude_unset=True)
def restore_job(job_id: str, store: TheStore) -> JobRecord:
    """Brings a deleted job back."""
    return store.jobs.restore(job_id)


@router.get(
    "/{job_id}",
    response_model=JobRecord,
    response_model_exclude_unset=True,
    responses={304: {"description": "Nothing of the job has changed since it was given that ETag"}},
)
def read_job(
    job_id: str, store: TheStore, response: Response, if_none_match: Annotated[str | None, Header()] = None
) -> JobRecord | Response:
    """A job with its setups. An open page asks again and again; with an ETag that is still right, cheaply."""
    tag = f'"{store.jobs.mark(job_id)}"'
    if if_none_match == tag:
        return Response(status_code=304, headers={"ETag": tag})
    job = store.jobs.job(job_id)
    response.headers["ETag"] = f'"{job.mark}"'
    return job


class JudgedDrafts(BaseModel):
    """Drafts worked out, with what is wrong with them.

    What of them is refused was replaced by what is saved: the need, where `need_is_saved`, and the setups of
    `saved_setup_ids`.
    """

    comparison: Comparison
    problems: list[FieldProblem]
    need_is_saved: bool
    saved_setup_ids: list[str]


@router.post("/{job_id}/compare", response_model=JudgedDrafts)
def compare_drafts(job_id: str, drafts: Drafts, store: TheStore) -> Response:
    """The setups of a job side by side, as they are being typed; nothing is saved.

    It is asked for at every key that is typed: validating what was just worked out would take twice as long.
    """
    found = drafts.of_job(job_id, store)
    judged = JudgedDrafts(
        comparison=compare(found.brief),
        problems=[FieldProblem.of(problem) for problem in found.problems],
        need_is_saved=found.need_is_saved,
        saved_setup_ids=[drafts.setup_ids[place] for place in found.saved_setups],
    )
    return Response(judged.model_dump_json(), media_type="application/json")


@router.get("/{job_id}/file")
def read_job_file(job_id: str, store: TheStore) -> Response:
    """A job as a brief file."""
    return _file(written(store.jobs.brief(job_id)), "brief.json")


@router.put("/{job_id}", response_model_exclude_unset=True)
def change_need(job_id: str, version: BasedOn, need: Need, store: TheStore) -> SavedNeed:
    """Replaces what a job asks for."""
    return store.jobs.change_need(job_id, need, version)


@router.put("/{job_id}/reference/{setup_id}", response_model_exclude_unset=True)
def change_reference(job_id: str, setup_id: str, version: BasedOn, store: TheStore) -> JobRecord:
    """Makes a setup the one that the others are measured against."""
    return store.jobs.change_reference(job_id, setup_id, version)


@router.post("/{job_id}/undo", response_model_exclude_unset=True)
def undo(job_id: str, revision: SeenAt, store: TheStore) -> Stepped:
    """Takes back the last change to a job."""
    return store.history.undo(job_id, revision)


@router.post("/{job_id}/redo", response_model_exclude_unset=True)
def redo(job_id: str, revision: SeenAt, store: TheStore) -> Stepped:
    """Does the change that was last taken back again."""
    return store.history.redo(job_id, revision)


@router.put("/{job_id}/order", response_model_exclude_unset=True)
def change_order(job_id: str, revision: SeenAt, setup_ids: SetupIds, store: TheStore) -> JobRecord:
    """Puts a job's setups in another order."""
    return store.jobs.change_order(job_id, setup_ids, revision)


@router.post("/{job_id}/setups", status_code=201, response_model_exclude_unset=True)
def add_setup(job_id: str, setup: Setup, store: TheStore) -> SetupRecord:
    """Adds a setup to a job."""
    return store.jobs.add_setup(job_id, setup)


@router.put("/{job_id}/setups/{setup_id}", response_model_exclude_unset=True)
def change_setup(job_id: str, setup_id: str, version: BasedOn, setup: Setup, store: TheStore) -> SavedSetup:
    """Replaces a setup."""
    return store.jobs.change_setup(job_id, setup_id, setup, version)


@router.delete("/{job_id}/setups/{setup_id}", status_code=204)
def delete_setup(job_id: str, setup_id: str, store: TheStore) -> None:
    """Takes a setup out of its job."""
    store.jobs.delete_setup(job_id, setup_id)


@router.post("/{job_id}/setups/{setup_id}/restore", response_model_exclude_unset=True)
def restore_setup(job_id: str, setup_id: str, store: TheStore) -> SetupRecord:
    """Brings a deleted setup back."""
    return store.jobs.restore_setup(job_id, setup_id)


@router.get("/{job_id}/setups/{setup_id}/file")
def read_setup_file(job_id: str, setup_id: str, store: TheStore) -> Response:
    """A setup as a setup file."""
    setup = store.jobs.setup(job_id, setup_id).setup
    return _file(written(setup), file_name(setup.name, "setup", ending="json"))


def _file(text: str, name: str) -> Response:
    return Response(text, media_type="application/json", headers=attached(name))
