"""A file of any kind that can be imported, told apart by what it holds and not by its name."""

from kettledrum.core import Brief, InvalidInput, Problem, Setup, validate
from kettledrum.formats.archive import unpack
from kettledrum.formats.json_text import parse

_ZIP = b"PK"
_SQLITE = b"SQLite format 3\0"


def read_any(data: bytes) -> Setup | list[Brief]:
    """What a setup file, a brief file or an archive holds. Raises InvalidInput."""
    if data.startswith(_ZIP):
        return unpack(data)
    if data.startswith(_SQLITE):
        raise InvalidInput(
            [Problem("", "the file is a backup of a whole store; kettledrum restore puts it back")]
        )
    value = parse(data)
    if isinstance(value, dict) and value.get("format") == "kettledrum-setup/1":
        return validate(Setup, value)
    if isinstance(value, dict) and value.get("format") == "kettledrum-brief/1":
        return [validate(Brief, value)]
    if isinstance(value, dict) and value.get("format") == "kettledrum-shelf/1":
        raise InvalidInput([Problem("", "the file holds a shelf of parts; take it in under Parts")])
    if not isinstance(value, dict):
        raise InvalidInput([Problem("", "the file must hold a setup, a job or an archive of jobs")])
    allowed = "must be “kettledrum-setup/1” or “kettledrum-brief/1”"
    raise InvalidInput([Problem("format", allowed if "format" in value else f"is missing; {allowed}")])
