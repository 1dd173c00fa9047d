"""Jobs and setups on disk: one SQLite file, one door to it."""

from kettledrum.store.backup import back_up, restore
from kettledrum.store.copies import Copies, Copy
from kettledrum.store.errors import NotFound, StaleWrite, StoreUnusable
from kettledrum.store.file.damaged import Damaged
from kettledrum.store.file.held import AlreadyServed
from kettledrum.store.file.rotation import BackupRules
from kettledrum.store.records import (
    BikeRecord,
    JobPlaces,
    JobRecord,
    JobSummary,
    RideRecord,
    RoadRecord,
    SavedNeed,
    SavedRoad,
    SavedSetup,
    SetupRecord,
    Stepped,
    brief_of,
)
from kettledrum.store.served import serving
from kettledrum.store.shelf import BroughtIn, PartRecord, Shelf
from kettledrum.store.store import Store, TakenIn
from kettledrum.store.upkeep import DataSize

__all__ = [
    "AlreadyServed",
    "BackupRules",
    "BikeRecord",
    "BroughtIn",
    "Copies",
    "Copy",
    "Damaged",
    "DataSize",
    "JobPlaces",
    "JobRecord",
    "JobSummary",
    "NotFound",
    "PartRecord",
    "RideRecord",
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
    "serving",
]
