"""The jobs that there are: what the first page asks for, and needs nothing that works a job out."""

from kettledrum.api.problem_details import TOLD_ONCE
from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.store import JobPlaces, JobSummary

router = routed("jobs", "/jobs")


@router.get("", responses=TOLD_ONCE)
def list_jobs(store: TheStore) -> list[JobSummary]:
    """Every job, oldest first."""
    return store.jobs.summaries()


@router.get("/deleted")
def list_deleted_jobs(store: TheStore) -> list[JobSummary]:
    """The jobs that can be brought back."""
    return store.jobs.summaries(deleted=True)


@router.get("/places")
def list_places(store: TheStore) -> list[JobPlaces]:
    """Every job and its setups by name, to go to."""
    return store.jobs.places()
