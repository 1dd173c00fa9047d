"""The open formats in and out."""

from kettledrum.formats.files import as_json, read_brief, read_setup, written
from kettledrum.formats.json_text import MOST_BYTES, parse

__all__ = ["MOST_BYTES", "as_json", "parse", "read_brief", "read_setup", "written"]
