"""Jobs and setups on disk: one SQLite file, one door to it."""

from kettledrum.store.errors import NotFound, StaleWrite, StoreUnusable
from kettledrum.store.records import JobRecord, JobSummary, SetupRecord, Stepped, brief_of
from kettledrum.store.store import Store

__all__ = [
    "JobRecord",
    "JobSummary",
    "NotFound",
    "SetupRecord",
    "StaleWrite",
    "Stepped",
    "Store",
    "StoreUnusable",
    "brief_of",
]
