"""The shelf as a file, `kettledrum-shelf/1`: parts that were saved to be used again."""

import json
from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from kettledrum.core import validate
from kettledrum.core.part import Part
from kettledrum.core.quantities import Model
from kettledrum.formats.json_text import parse

MOST_PARTS = 20_000


class Shelf(Model):
    """A shelf file: its parts, in order."""

    format: Literal["kettledrum-shelf/1"]
    parts: Annotated[list[Part], Field(max_length=MOST_PARTS)]


def read_shelf(data: bytes) -> list[Part]:
    """The parts in a shelf file. Raises InvalidInput, which names the part and the key."""
    return validate(Shelf, parse(data)).parts


def shelf_text(parts: Sequence[Part]) -> str:
    """The text of a shelf file, one part a line."""
    lines = [
        json.dumps(part.model_dump(mode="json", exclude_unset=True), ensure_ascii=False, allow_nan=False)
        for part in parts
    ]
    held = ",\n    ".join(lines)
    return f'{{\n  "format": "kettledrum-shelf/1",\n  "parts": [\n    {held}\n  ]\n}}\n'
