"""A file of any kind that can be imported, told apart by what it holds and not by its name."""

from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.validation import validate
from kettledrum.formats.archive import Everything, unpack
from kettledrum.formats.json_text import MOST_BRIEF_BYTES, parse
from kettledrum.formats.part_table import is_part_table
from kettledrum.formats.shelf import MOST_SHELF_BYTES, read_shelf

_ZIP = b"PK"
_SQLITE = b"SQLite format 3\0"
_SHELF = b"kettledrum-shelf/1"


def read_any(data: bytes) -> Setup | Everything:
    """What a setup file, a brief file, a shelf file, a table of parts or an archive holds.

    Raises InvalidInput.
    """
    if data.startswith(_ZIP):
        return unpack(data)
    if data.startswith(_SQLITE):
        raise InvalidInput(
            [Problem("", "the file is a backup of a whole store; kettledrum restore puts it back")]
        )
    if is_part_table(data):
        return Everything([], read_shelf(data))
    # A shelf may be longer than any job; other files are not read so far.
    value = parse(data, MOST_SHELF_BYTES if _SHELF in data[:200] else MOST_BRIEF_BYTES)
    if isinstance(value, dict) and value.get("format") == "kettledrum-setup/1":
        return validate(Setup, value)
    if isinstance(value, dict) and value.get("format") == "kettledrum-brief/1":
        return Everything([validate(Brief, value)], [])
    if isinstance(value, dict) and value.get("format") == "kettledrum-shelf/1":
        return Everything([], read_shelf(data))
    if not isinstance(value, dict):
        raise InvalidInput([Problem("", "the file must hold a setup, a job, parts or an archive")])
    allowed = "must be “kettledrum-setup/1”, “kettledrum-brief/1” or “kettledrum-shelf/1”"
    raise InvalidInput([Problem("format", allowed if "format" in value else f"is missing; {allowed}")])
