"""Jobs and setups on disk: one SQLite file, one door to it."""

from kettledrum.store.backup import back_up, restore
from kettledrum.store.errors import NotFound, StaleWrite, StoreUnusable
from kettledrum.store.file.damaged import Damaged
from kettledrum.store.records import (
    JobPlaces,
    JobRecord,
    JobSummary,
    RoadRecord,
    SavedNeed,
    SavedRoad,
    SavedSetup,
    SetupRecord,
    Stepped,
    brief_of,
)
from kettledrum.store.shelf import BroughtIn, PartRecord, Shelf
from kettledrum.store.store import Store, TakenIn

__all__ = [
    "BroughtIn",
    "Damaged",
    "JobPlaces",
    "JobRecord",
    "JobSummary",
    "NotFound",
    "PartRecord",
    "RoadRecord",
    "SavedNeed",
    "SavedRoad",
    "SavedSetup",
    "SetupRecord",
    "Shelf",
    "StaleWrite",
    "Stepped",
    "Store",
    "StoreUnusable",
    "TakenIn",
    "back_up",
    "brief_of",
    "restore",
]
