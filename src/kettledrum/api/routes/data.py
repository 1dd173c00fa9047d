"""The data itself: how large it is, its copies, and what of its past can be let go."""

from pathlib import Path
from typing import Annotated

from fastapi.responses import FileResponse
from pydantic import BaseModel

from kettledrum import __version__
from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.terms.quantities import Model, Within
from kettledrum.formats.file_names import attached
from kettledrum.store import BackupRules, Copies, Copy, DataSize

router = routed("data", "/data")

Steps = Annotated[int, Within(0, 1000, whole=True)]


class TheData(BaseModel):
    """Where the data lies, how large it is, its copies, the newest first, and how these are made.

    With `read_only` nothing can be changed. `version` is Kettledrum’s own.
    """

    directory: str
    size: DataSize
    rules: BackupRules
    copies: list[Copy]
    read_only: bool
    version: str


class Forgetting(Model):
    """How many steps of each job's undo are kept, and whether what was deleted is let go."""

    steps: Steps
    deleted: bool = False


class MayChange(BaseModel):
    """Whether the data may only be looked at."""

    read_only: bool


class PutBack(BaseModel):
    """Where what stood there before is kept."""

    kept: str | None


@router.get("")
def read_data(store: TheStore) -> TheData:
    """Where the data lies, how large it is, and its copies."""
    copies = Copies(store.directory)
    return TheData(
        directory=str(store.directory),
        size=store.size(),
        rules=copies.rules(),
        copies=copies.copies(),
        read_only=store.read_only,
        version=__version__,
    )


@router.get("/standing")
def read_standing(store: TheStore) -> MayChange:
    """Whether anything can be changed; asked for by every page at its start."""
    return MayChange(read_only=store.read_only)


@router.put("/rules")
def change_rules(rules: BackupRules, store: TheStore) -> BackupRules:
    """Changes how copies are made and kept, from the next on."""
    Copies(store.directory).change_rules(rules)
    return rules


@router.post("/copies", status_code=201)
def make_copy(store: TheStore) -> Copy:
    """Makes a copy as of this moment, which no rule takes away."""
    return Copies(store.directory).make()


@router.get("/copies/{name}", response_class=FileResponse)
def read_copy(name: str, store: TheStore) -> FileResponse:
    """A copy as a file, as `kettledrum restore` takes it."""
    file = Copies(store.directory).file(name)
    return FileResponse(file, media_type="application/vnd.sqlite3", headers=attached(name))


@router.delete("/copies/{name}", status_code=204)
def delete_copy(name: str, store: TheStore) -> None:
    """Takes a copy away for good."""
    Copies(store.directory).delete(name)


@router.post("/copies/{name}/put-back")
def put_back(name: str, store: TheStore) -> PutBack:
    """Puts a copy in the place of all data; what stood there before is kept as a copy."""
    kept: Path | None = Copies(store.directory).put_back(name)
    return PutBack(kept=kept.name if kept else None)


@router.post("/forget")
def forget(forgetting: Forgetting, store: TheStore) -> DataSize:
    """Lets go of older steps of undo and, where asked, of what was deleted. The file shrinks."""
    return store.forget(forgetting.steps, deleted=forgetting.deleted)
