"""A file of any kind that can be imported, told apart by what it holds and not by its name."""

from collections.abc import Iterator
from typing import Literal

from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.validation import validate
from kettledrum.formats.archive import Everything, unpack, unpacking
from kettledrum.formats.foreign import foreign_archive, is_fit, what_it_is
from kettledrum.formats.json_text import MOST_BRIEF_BYTES, parse
from kettledrum.formats.part_table import has_part_columns
from kettledrum.formats.plain_text import plain_text, titles_of
from kettledrum.formats.road_table import has_road_columns, missing_columns
from kettledrum.formats.shelf import MOST_SHELF_BYTES, read_shelf
from kettledrum.formats.track_line import refused
from kettledrum.formats.track_xml import is_xml, other_xml

_ZIP = b"PK"
_SQLITE = b"SQLite format 3\0"
_BLANK = b"\xef\xbb\xbf \r\n\t"
_SHELF = b"kettledrum-shelf/1"
_LOG = b"kettledrum-log/1"


Kind = Literal["parts", "roads", "rides", "logs", "table", "others"]
_GO_ELSEWHERE: dict[str, str] = {
    "rides": "is a FIT file, a ride that was recorded; rides go onto a bike: open Bikes, bring it in there",
    "logs": "holds the log of bikes, which go into a job: open Bikes, and bring the file in there",
    "roads": "holds a road; roads go into a job: open it, and bring the file in there",
}
BEGINNING = 8000
"""So many bytes tell what a file holds."""


def kind_of(beginning: bytes) -> Kind:
    """What a file holds, by how it begins: parts, roads, a ride, the log of bikes, a table of neither parts
    nor roads, or what `read_any` reads. A road's track may be a ride as well.
    """
    if is_fit(beginning):
        return "rides"
    if is_xml(beginning):
        return "others" if other_xml(beginning) else "roads"
    if _SHELF in beginning[:400]:
        return "parts"
    if _LOG in beginning[:400]:
        return "logs"
    if what_it_is(beginning) or beginning.lstrip(_BLANK)[:1] in (b"{", b"[", b""):
        return "others"
    try:
        text = plain_text(beginning, cut=True).text
    except InvalidInput:
        return "others"
    titles = titles_of(text)
    if has_road_columns(titles):
        return "roads"
    if has_part_columns(titles):
        return "parts"
    return "table" if len(titles) > 1 else "others"


def reading_any(data: bytes) -> Iterator[float | Setup | Everything]:
    """Which share of a file is read, where it is long, and at last what `read_any` gives. Raises as that."""
    if data.startswith(_ZIP) and not foreign_archive(data):
        yield from unpacking(data)
    else:
        yield read_any(data)


def read_any(data: bytes) -> Setup | Everything:
    """What a setup file, a brief file, a shelf file, a table of parts or an archive holds.

    Raises InvalidInput.
    """
    if data.startswith(_ZIP) and not foreign_archive(data):
        return unpack(data)
    kind = kind_of(data[:BEGINNING])
    if words := _GO_ELSEWHERE.get(kind) or what_it_is(data):
        raise refused(words)
    if is_xml(data):
        raise refused(other_xml(data) or "is XML of a kind that is not known")
    if data.startswith(_SQLITE):
        raise InvalidInput(
            [Problem("", "the file is a backup of a whole store; kettledrum restore puts it back")]
        )
    if kind == "parts":
        return Everything([], read_shelf(data))
    if kind == "table":
        titles = titles_of(plain_text(data[:BEGINNING], cut=True).text)
        raise refused(f"is a table; {missing_columns(titles)}; a table of parts has columns kind and name")
    # A shelf may be longer than any job; other files are not read so far.
    value = parse(data, MOST_SHELF_BYTES if _SHELF in data[:200] else MOST_BRIEF_BYTES)
    if isinstance(value, dict) and value.get("format") == "kettledrum-setup/1":
        return validate(Setup, value)
    if isinstance(value, dict) and value.get("format") == "kettledrum-brief/1":
        return Everything([validate(Brief, value)], [])
    if isinstance(value, dict) and value.get("format") == "kettledrum-shelf/1":
        # Its format may stand at its end.
        return Everything([], read_shelf(data))
    if not isinstance(value, dict):
        raise InvalidInput([Problem("", "the file must hold a setup, a job, parts or an archive")])
    allowed = "must be “kettledrum-setup/1”, “kettledrum-brief/1” or “kettledrum-shelf/1”"
    raise InvalidInput([Problem("format", allowed if "format" in value else f"is missing; {allowed}")])
