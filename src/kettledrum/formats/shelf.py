"""The shelf as a file, `kettledrum-shelf/1`: parts that were saved to be used again."""

import json
from collections.abc import Sequence
from typing import Annotated, Any, Literal

from pydantic import Field

from kettledrum.core.parts.part import Part
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.quantities import Model
from kettledrum.core.terms.validation import validate
from kettledrum.formats.json_text import parse
from kettledrum.formats.part_table import MOST_PARTS, part_rows

MOST_SHELF_BYTES = 16_000_000


class Shelf(Model):
    """A shelf file: its parts, in order."""

    format: Literal["kettledrum-shelf/1"]
    parts: Annotated[list[Part], Field(max_length=MOST_PARTS)]


class _AnyShelf(Model):
    """A shelf file whose parts have not been looked at yet."""

    format: Literal["kettledrum-shelf/1"]
    parts: Annotated[list[Any], Field(max_length=MOST_PARTS)]


class UnreadPart:
    """A part as it stands in a file, not yet judged: `where` it stands there, and what it is called."""

    def __init__(self, where: str, data: object) -> None:
        self.where = where
        self._data = data

    @property
    def name(self) -> str:
        """What the file calls it, safe to show; empty where it says nothing."""
        name = self._data.get("name") if isinstance(self._data, dict) else None
        return name[:120] if isinstance(name, str) and name.isprintable() else ""

    def part(self) -> Part:
        """The part. Raises InvalidInput, with places in the part itself."""
        if isinstance(self._data, InvalidInput):
            raise self._data
        return validate(Part, self._data)

    def place(self, inside: str) -> str:
        """A place inside the part as one in the file: "parts[3].mass_kg", or "row 5, mass_kg"."""
        joint = ", " if self.where.startswith("row") else "."
        return f"{self.where}{joint}{inside}" if inside else self.where


_MOST_PLACES = 5


def places_of(parts: Sequence[UnreadPart]) -> str:
    """Where some parts stand in their file: "rows 2, 3 and 7", or "parts[1], parts[4] and 30 more"."""
    rows = len(parts) > 1 and all(part.where.startswith("row ") for part in parts)
    places = [part.where.removeprefix("row ") if rows else part.where for part in parts]
    if len(places) > _MOST_PLACES:
        places = [*places[: _MOST_PLACES - 1], f"{len(places) - _MOST_PLACES + 1} more"]
    listed = " and ".join(filter(None, (", ".join(places[:-1]), places[-1])))
    return f"rows {listed}" if rows else listed


def unread_parts(data: bytes) -> list[UnreadPart]:
    """The parts of a shelf file, or of a table of them, each still to be judged by itself.

    Raises InvalidInput where the file as a whole is neither.
    """
    if not data.lstrip(b"\xef\xbb\xbf \t\r\n").startswith((b"{", b"[")):
        if len(data) > MOST_SHELF_BYTES:
            raise InvalidInput([Problem("", f"the file is larger than {MOST_SHELF_BYTES // 1_000_000} MB")])
        return [UnreadPart(where, part) for where, part in part_rows(data)]
    shelf = validate(_AnyShelf, parse(data, MOST_SHELF_BYTES))
    return [UnreadPart(f"parts[{place}]", part) for place, part in enumerate(shelf.parts)]


def read_shelf(data: bytes) -> list[Part]:
    """The parts in a shelf file or table. Raises InvalidInput, which names the part and the key."""
    parts = []
    for unread in unread_parts(data):
        try:
            parts.append(unread.part())
        except InvalidInput as error:
            raise InvalidInput(
                [Problem(unread.place(each.where), each.what) for each in error.problems]
            ) from error
    return parts


def shelf_text(parts: Sequence[Part]) -> str:
    """The text of a shelf file, one part a line."""
    lines = [
        json.dumps(part.model_dump(mode="json", exclude_unset=True), ensure_ascii=False, allow_nan=False)
        for part in parts
    ]
    held = ",\n    ".join(lines)
    return f'{{\n  "format": "kettledrum-shelf/1",\n  "parts": [\n    {held}\n  ]\n}}\n'
