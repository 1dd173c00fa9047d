"""The open formats in and out."""

from kettledrum.formats.archive import MOST_ARCHIVE_BYTES, Everything, pack, unpack
from kettledrum.formats.files import as_json, read_brief, read_setup, written
from kettledrum.formats.imports import read_any
from kettledrum.formats.json_text import MOST_BRIEF_BYTES, MOST_BYTES, parse
from kettledrum.formats.part_table import BYTE_ORDER_MARK, part_table_text
from kettledrum.formats.schemas import FORMATS, schema_text
from kettledrum.formats.shelf import (
    MOST_PARTS,
    MOST_SHELF_BYTES,
    Shelf,
    UnreadPart,
    read_shelf,
    shelf_text,
    unread_parts,
)
from kettledrum.formats.spreadsheet import System, gear_tables_text

__all__ = [
    "BYTE_ORDER_MARK",
    "FORMATS",
    "MOST_ARCHIVE_BYTES",
    "MOST_BRIEF_BYTES",
    "MOST_BYTES",
    "MOST_PARTS",
    "MOST_SHELF_BYTES",
    "Everything",
    "Shelf",
    "System",
    "UnreadPart",
    "as_json",
    "gear_tables_text",
    "pack",
    "parse",
    "part_table_text",
    "read_any",
    "read_brief",
    "read_setup",
    "read_shelf",
    "schema_text",
    "shelf_text",
    "unpack",
    "unread_parts",
    "written",
]
