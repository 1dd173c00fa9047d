"""The open formats in and out."""

from kettledrum.formats.archive import MOST_ARCHIVE_BYTES, pack, unpack
from kettledrum.formats.files import as_json, read_brief, read_setup, written
from kettledrum.formats.imports import read_any
from kettledrum.formats.json_text import MOST_BYTES, parse
from kettledrum.formats.schemas import FORMATS, schema_text
from kettledrum.formats.shelf import Shelf, read_shelf, shelf_text
from kettledrum.formats.spreadsheet import System, gear_tables_text

__all__ = [
    "FORMATS",
    "MOST_ARCHIVE_BYTES",
    "MOST_BYTES",
    "Shelf",
    "System",
    "as_json",
    "gear_tables_text",
    "pack",
    "parse",
    "read_any",
    "read_brief",
    "read_setup",
    "read_shelf",
    "schema_text",
    "shelf_text",
    "unpack",
    "written",
]
