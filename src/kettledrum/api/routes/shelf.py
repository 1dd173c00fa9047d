"""The shelf: parts saved to be used again, in and out of setups, in and out as a file."""

from datetime import UTC, datetime
from typing import Annotated

from fastapi import Body, Query, Response
from pydantic import BaseModel

from kettledrum.api.asked import BasedOn
from kettledrum.api.routes.gear_tables import TABLE, Tabs
from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.job.brief import MOST_SETUPS
from kettledrum.core.lineup.familiar import Ends, Familiar, familiar
from kettledrum.core.parts.cassette_range import CassetteRange, cassette_range
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.says import parts_says
from kettledrum.core.parts.use import part_from, with_part
from kettledrum.formats.file_names import attached
from kettledrum.formats.part_table import BYTE_ORDER_MARK, MOST_PARTS, part_table_text
from kettledrum.formats.shelf import shelf_text
from kettledrum.store import PartRecord, SavedSetup

TeethAsked = Annotated[int, Query(ge=5, le=200)]
CountAsked = Annotated[int | None, Query(ge=2, le=30, description="How many sprockets there are.")]

router = routed("shelf", "/shelf")

PartIds = Annotated[list[str], Body(max_length=MOST_PARTS)]
Setups = Annotated[list[Ends], Body(max_length=MOST_SETUPS)]


@router.get("", response_model_exclude_unset=True)
def list_parts(store: TheStore) -> list[PartRecord]:
    """Every part on the shelf."""
    return store.shelf.parts()


class ShelfSays(BaseModel):
    """What the shelf offers and what is missing on it, in words."""

    says: str


@router.get("/says")
def sum_up(store: TheStore) -> ShelfSays:
    """What the shelf offers and what is missing on it, in a few sentences."""
    return ShelfSays(says=parts_says([record.part for record in store.shelf.parts()]))


@router.post("", status_code=201, response_model_exclude_unset=True)
def add_part(part: Part, store: TheStore) -> PartRecord:
    """Puts a part on the shelf."""
    return store.shelf.add(part)


@router.post("/familiar")
def liken(setups: Setups, store: TheStore) -> list[Familiar]:
    """What setups are like, among the derailleur drives that the shelf's parts can make."""
    cranksets, cassettes = store.shelf.teeth("crankset"), store.shelf.teeth("cassette")
    return [familiar(ends, cranksets, cassettes) for ends in setups]


@router.get("/cassettes")
def find_cassettes(
    smallest: TeethAsked, largest: TeethAsked, store: TheStore, count: CountAsked = None
) -> CassetteRange:
    """What a cassette from one sprocket to another may be: those on the shelf, or one in even steps."""
    return cassette_range(smallest, largest, count, store.shelf.cassettes())


@router.get("/file")
def read_shelf_file(store: TheStore) -> Response:
    """The whole shelf as a shelf file."""
    text = shelf_text([record.part for record in store.shelf.parts()])
    return Response(text, media_type="application/json", headers=_attached("json"))


@router.get("/table", response_class=Response, responses=TABLE)
def read_shelf_table(store: TheStore, tabs: Tabs = False) -> Response:
    """The whole shelf as a table, one row a part."""
    text = part_table_text([record.part for record in store.shelf.parts()], tabs=tabs)
    if tabs:
        return Response(text, media_type="text/tab-separated-values")
    return Response(BYTE_ORDER_MARK + text, media_type="text/csv; charset=utf-8", headers=_attached("csv"))


def _attached(ending: str) -> dict[str, str]:
    return attached(f"kettledrum-shelf-{datetime.now(UTC):%Y-%m-%d}.{ending}")


@router.post("/take-off", status_code=204)
def take_parts_off(part_ids: PartIds, store: TheStore) -> None:
    """Takes many parts off the shelf at one stroke, as those that an import brought in."""
    store.shelf.take_off(part_ids)


@router.post("/from-setup", status_code=201, response_model_exclude_unset=True)
def save_part(job_id: str, setup_id: str, place: str, store: TheStore) -> PartRecord:
    """Saves a stage of a setup, by its number, or its wheel."""
    return store.shelf.add(part_from(store.jobs.setup(job_id, setup_id).setup, place))


@router.put("/{part_id}", response_model_exclude_unset=True)
def change_part(part_id: str, version: BasedOn, part: Part, store: TheStore) -> PartRecord:
    """Replaces a part."""
    return store.shelf.change(part_id, part, version)


@router.put("/{part_id}/pinned", response_model_exclude_unset=True)
def pin_part(part_id: str, pinned: bool, store: TheStore) -> PartRecord:
    """Pins a part to the top, or lets it go."""
    return store.shelf.pin(part_id, pinned=pinned)


@router.delete("/{part_id}", status_code=204)
def delete_part(part_id: str, store: TheStore) -> None:
    """Takes a part off the shelf."""
    store.shelf.delete(part_id)


@router.post("/{part_id}/restore", response_model_exclude_unset=True)
def restore_part(part_id: str, store: TheStore) -> PartRecord:
    """Puts a part back."""
    return store.shelf.restore(part_id)


@router.post("/{part_id}/use", response_model_exclude_unset=True)
def use_part(part_id: str, job_id: str, setup_id: str, version: BasedOn, store: TheStore) -> SavedSetup:
    """Puts a copy of a part into a setup, in the place of the one it had."""
    setup = with_part(store.jobs.setup(job_id, setup_id).setup, store.shelf.part(part_id))
    return store.jobs.change_setup(job_id, setup_id, setup, version)
