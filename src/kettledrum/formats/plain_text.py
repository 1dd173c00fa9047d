"""Text of tables as other programs write it: UTF-8, UTF-16, or the usual code page of older spreadsheets."""

import codecs
import csv
import re
from collections.abc import Iterator
from typing import NamedTuple

from kettledrum.core.terms.errors import InvalidInput, Problem

_MARKS = ((b"\xff\xfe", "utf-16"), (b"\xfe\xff", "utf-16"), (b"\xef\xbb\xbf", "utf-8-sig"))
_LOOKED_AT = 4000
OLD = "windows-1252"


class PlainText(NamedTuple):
    """A text, and the encoding that it was read in."""

    text: str
    encoding: str


def plain_text(data: bytes, *, cut: bool = False) -> PlainText:
    """The text in some bytes, which may be `cut` off within a letter.

    Raises InvalidInput for what is no text, as a picture or a program.
    """
    for encoding in _tried(data):
        try:
            text = codecs.getincrementaldecoder(encoding)().decode(data, not cut)
        except UnicodeDecodeError:
            continue
        if "\x00" in text[:_LOOKED_AT]:
            break
        return PlainText(text, encoding)
    raise InvalidInput(
        [Problem("", "the file is no text that can be read; save it as CSV in UTF-8 (“CSV UTF-8”)")]
    )


def _tried(data: bytes) -> tuple[str, ...]:
    """The encodings that a text may be in, the surest first."""
    for mark, encoding in _MARKS:
        if data.startswith(mark):
            return (encoding,)
    start = data[:_LOOKED_AT]
    # Latin letters in UTF-16 have a zero beside each.
    if len(start) >= 4 and start[1::2].count(0) > len(start) / 3:
        return ("utf-16-le",)
    if len(start) >= 4 and start[::2].count(0) > len(start) / 3:
        return ("utf-16-be",)
    return ("utf-8", OLD)


LONGEST_LINE = 500_000
MOST_COLUMNS = 200
_LINE = re.compile(r"[^\r\n]*(?:\r\n|\r|\n|\Z)")


def bounded_lines(text: str) -> Iterator[str]:
    """The lines of a table. Raises InvalidInput for one that is endless."""
    # Found one by one: a buffer of the whole text would take four times its room.
    for found in _LINE.finditer(text):
        line = found[0]
        if len(line) > LONGEST_LINE:
            raise InvalidInput([Problem("", f"the table has a line of more than {LONGEST_LINE} letters")])
        if line:
            yield line


def table_of(text: str) -> tuple[str, str]:
    """What parts the cells of a table, and its text without the line that says so (`sep=;`)."""
    first, _, rest = text.partition("\n")
    told = first.strip().strip('"').lower()
    if told.startswith("sep=") and len(told) == 5:
        return told[4], rest
    if told == "sep=" and "\t" in first:
        return "\t", rest
    return max(";\t,", key=first.count), text


def titles_of(text: str) -> list[str]:
    """The titles in the first row of a table; none where that is no row."""
    delimiter, body = table_of(text)
    try:
        return next(csv.reader(bounded_lines(body[:20_000]), delimiter=delimiter), [])
    except csv.Error:
        return []
