"""Damaged stores that were found at a start and kept aside."""

from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.store import Damaged, JobSummary

router = routed("damaged", "/damaged", strict=False)


@router.get("")
def list_damaged(store: TheStore) -> list[Damaged]:
    """The damaged stores, and what of each can be brought back."""
    return store.damaged()


@router.post("/{file}/bring-back", status_code=201)
def bring_back(file: str, store: TheStore) -> list[JobSummary]:
    """Adds every job that can be read in a damaged store."""
    return store.bring_back(file)


@router.post("/{file}/dismiss", status_code=204)
def dismiss(file: str, store: TheStore) -> None:
    """Keeps a damaged store where it lies without offering it again."""
    store.dismiss(file)
