"""Parts as a table for a spreadsheet: CSV (RFC 4180), one row a part.

A column is titled by the key that it holds in a shelf file, so that what is wrong is said of its column.
"""

import csv
import io
import json
import re
from collections.abc import Callable, Iterable, Iterator, Sequence
from typing import Any, NamedTuple

from kettledrum.core.parts.figures import part_figures
from kettledrum.core.parts.part import Part
from kettledrum.core.terms.errors import InvalidInput, Problem, safe
from kettledrum.formats.cells import cell, text_of
from kettledrum.formats.decimals import Decimals
from kettledrum.formats.foreign import what_it_is
from kettledrum.formats.json_text import parse
from kettledrum.formats.part_words import DATE_WORDS, Heading, heading, is_date, kind_named
from kettledrum.formats.plain_text import MOST_COLUMNS, OLD, bounded_lines, plain_text, table_of

BYTE_ORDER_MARK = "\ufeff"
"""With it, spreadsheets read names with more than plain letters rightly."""
_NUMBER = re.compile(r"[+-]?(\d+([.,]\d*)?|[.,]\d+)(e[+-]?\d+)?", re.IGNORECASE)
_FLAGS = {"yes": True, "true": True, "no": False, "false": False}
MOST_PARTS = 20_000


def _number(text: str) -> object:
    """A number, with a decimal point or comma; what is none is left as it stands, to be refused."""
    if not _NUMBER.fullmatch(text):
        return text
    plain = text.replace(",", ".")
    return int(plain) if plain.lstrip("+-").isdecimal() and len(plain) < 20 else float(plain)


def _ratios(text: str) -> object:
    if is_date(text):
        raise InvalidInput([Problem("", DATE_WORDS)])
    return [_number(word.rstrip(",")) for word in text.replace(";", " ").split()]


def _teeth(text: str) -> object:
    if is_date(text):
        raise InvalidInput([Problem("", DATE_WORDS)])
    return [_number(word) for word in re.split(r"[\s,;/|–-]+", text) if word]


def _words(text: str) -> object:
    return _json(text) if text.startswith("[") else [word.strip() for word in text.split(";")]


def _flag(text: str) -> object:
    return _FLAGS.get(text.lower(), text)


def _json(text: str) -> object:
    return parse(text.encode()) if text.startswith(("{", "[")) else text


class _Column(NamedTuple):
    """A column: the key that it holds, how its cell is read and how it is written."""

    key: str
    read: Callable[[str], object]
    write: Callable[[Any], str]


def _plain(value: object) -> str:
    return json.dumps(value, allow_nan=False)


def _row_of(values: Sequence[float]) -> str:
    return " ".join(map(_plain, values))


def _listed(values: Sequence[str]) -> str:
    """Words with semicolons between them; as in a shelf file where that would be read otherwise."""
    plain = "; ".join(values)
    is_plain = not plain.startswith("[") and _words(plain) == list(values)
    return cell(plain) if is_plain else _object(list(values))


def _yes_or_no(value: object) -> str:
    return "yes" if value else "no"


def _object(value: object) -> str:
    return json.dumps(value, ensure_ascii=False, allow_nan=False)


def _columns(keys: str, read: Callable[[str], object], write: Callable[[Any], str]) -> list[_Column]:
    return [_Column(key, read, write) for key in keys.split()]


_COLUMNS = [
    *_columns("kind", kind_named, cell),
    *_columns("name", str, cell),
    *_columns("gears.ratios", _ratios, _row_of),
    *_columns("teeth", _teeth, _row_of),
    *_columns("gears.names", _words, _listed),
    *_columns("gears.stepless gears.layshaft gears.epicyclic", _json, _object),
    *_columns("crank_mm wheel.bead_seat_mm wheel.tyre_mm wheel.rollout_mm", _number, _plain),
    *_columns("efficiency.low efficiency.typical efficiency.high mass_kg", _number, _plain),
    *_columns("mass_at", str, cell),
    *_columns("price warranty_years", _number, _plain),
    *_columns("limits.primary_ratio_min limits.primary_ratio_min_heavy", _number, _plain),
    *_columns("limits.heavy_from_kg limits.primary_ratio_min_tandem", _number, _plain),
    *_columns("limits.primary_ratio_min_cargo limits.primary_ratio_min_motor", _number, _plain),
    *_columns("limits.input_torque_max_nm limits.motor_torque_max_nm", _number, _plain),
    *_columns("limits.system_mass_max_kg limits.pull_max_n", _number, _plain),
    *_columns("limits.rear_max limits.capacity", _number, _plain),
    *_columns("limits.warranty", str, cell),
    *_columns("lubricant", str, cell),
    *_columns("behaviour.shifts_at_rest behaviour.shifts_under_load", _flag, _yes_or_no),
    *_columns("behaviour.shifts_several_at_once", _flag, _yes_or_no),
    *_columns("behaviour.neutral behaviour.turns_backwards", _flag, _yes_or_no),
    *_columns("behaviour.rolls_back", _flag, _yes_or_no),
    *_columns("behaviour.automatic behaviour.loud_gears behaviour.slow_changes", _words, _listed),
    *_columns("behaviour.freewheels fit", _json, _object),
    *_columns("change.by", str, cell),
    *_columns("change.trigger_kmh change.back_kmh", _number, _plain),
    *_columns("motor care", _json, _object),
    *_columns("notes", str, cell),
]
_BY_KEY = {column.key: column for column in _COLUMNS}
_FIGURES = ("gears", "range %")
"""Columns that are worked out: written for those who read the table, and passed over when it is read."""


def part_table_text(parts: Sequence[Part], *, tabs: bool = False) -> str:
    """Parts under a row of titles, with commas or tabs between the cells."""
    text = io.StringIO()
    writer = csv.writer(text, delimiter="\t" if tabs else ",", lineterminator="\r\n")
    writer.writerow([*(column.key for column in _COLUMNS), *_FIGURES])
    for part in parts:
        data = part.model_dump(mode="json", exclude_unset=True)
        figures = part_figures(part)
        held = (_found(data, column.key.split(".")) for column in _COLUMNS)
        writer.writerow(
            [
                *(
                    "" if value is None else column.write(value)
                    for column, value in zip(_COLUMNS, held, strict=True)
                ),
                "stepless" if figures.stepless else figures.gears,
                None if figures.range is None else round(figures.range * 100, 1),
            ]
        )
    return text.getvalue()


class _Table(NamedTuple):
    """The columns of a table, None where one is passed over; and how its numbers are written."""

    columns: list[Heading | None]
    decimals: Decimals


def has_part_columns(titles: list[str]) -> bool:
    """Whether a table's titles are those without which there is none of parts."""
    return {"kind", "name"} <= {found.key for found in map(_heading, titles[:MOST_COLUMNS]) if found}


def part_rows(data: bytes) -> list[tuple[str, object]]:
    """The rows of a table of parts: where each stands, as spreadsheets number them, and the part it says.

    Commas, semicolons or tabs part the cells. Nothing is judged here but the table itself: raises
    InvalidInput for what is no table of parts, or has a column that is not known.
    """
    if words := what_it_is(data):
        raise InvalidInput([Problem("", f"the file {words}")])
    text, encoding = plain_text(data)
    if encoding == OLD:
        # Which of the old code pages it is cannot be told, and names would be misread.
        raise InvalidInput(
            [
                Problem(
                    "",
                    "the file is written in an old code page, such as Windows-1252; "
                    "save it as “CSV UTF-8” in the spreadsheet",
                )
            ]
        )
    delimiter, body = table_of(text)
    before = text.count("\n") - body.count("\n")
    try:
        rows = list(_filled(csv.reader(bounded_lines(body), delimiter=delimiter, strict=True)))
    except csv.Error as error:
        raise InvalidInput([Problem("", f"the table cannot be read: {error}")]) from error
    titles = [title.strip() for title in rows[0][1]] if rows else []
    if len(titles) > MOST_COLUMNS:
        raise InvalidInput([Problem("row 1", f"has {len(titles)} columns; at most {MOST_COLUMNS} are read")])
    columns = [_heading(title) for title in titles]
    _check(titles, columns, [row for _, row in rows])
    numeric = [
        place for place, column in enumerate(columns) if column and _BY_KEY[column.key].read is _number
    ]
    cells = (row[place] for _, row in rows[1:] for place in numeric if place < len(row))
    table = _Table(columns, Decimals(cells))
    return [(f"row {before + number}", _part(table, row)) for number, row in rows[1:]]


def _filled(rows: Iterable[list[str]]) -> Iterator[tuple[int, list[str]]]:
    """The rows in which something stands, with their numbers. Raises InvalidInput for too many."""
    count = 0
    for number, row in enumerate(rows, start=1):
        # The titles count even where they are missing.
        if number == 1 or any(value.strip() for value in row):
            count += 1
            if count > MOST_PARTS + 1:
                raise InvalidInput([Problem("", f"the table has more than {MOST_PARTS} parts")])
            yield number, row


def _heading(title: str) -> Heading | None:
    plain = title.strip().lower()
    return Heading(plain) if plain in _BY_KEY else heading(plain)


def _check(titles: list[str], columns: list[Heading | None], rows: list[list[str]]) -> None:
    found = [column.key for column in columns if column]
    problems = [
        Problem("row 1", f"must have a column titled “{key}”") for key in ("kind", "name") if key not in found
    ]
    unknown = []
    for place, (title, column) in enumerate(zip(titles, columns, strict=True)):
        if column is None and title.lower() not in _FIGURES:
            if any(place < len(row) and row[place].strip() for row in rows[1:]) or title:
                unknown.append(title)
        elif column and column.key in [each.key for each in columns[:place] if each]:
            problems.append(Problem("row 1", f"has the column “{safe(title)}” twice"))
    if unknown:
        shown = ", ".join(f"“{safe(title)}”" if title else "one without a title" for title in unknown[:8])
        shown += f" and {len(unknown) - 8} more" if len(unknown) > 8 else ""
        have = "column" if len(unknown) == 1 else "columns"
        problems.append(
            Problem("row 1", f"has the {have} {shown}, not known here; known are {', '.join(_BY_KEY)}")
        )
    if problems:
        raise InvalidInput(problems)


def _part(table: _Table, row: list[str]) -> object:
    """The part that a row says; or the problem with its cells, where they say none."""
    part: dict[str, Any] = {}
    for column, value in zip(table.columns, row, strict=False):
        text = text_of(value.strip())
        if not text or column is None:
            continue
        read = _BY_KEY[column.key].read
        try:
            found = read(table.decimals.plain(text) if read is _number else text)
        except InvalidInput as error:
            told = error.problems[0].what if read in (_teeth, _ratios) else None
            return InvalidInput([Problem(column.key, told or "must be an object as in a shelf file")])
        if column.factor != 1 and isinstance(found, int | float):
            found = round(found * column.factor, 9)
        _put(part, column.key.split("."), found)
    if any(value.strip() for value in row[len(table.columns) :]):
        count = len(table.columns)
        return InvalidInput([Problem("", f"has more cells than the {count} columns that have a title")])
    return part


def _found(data: dict[str, Any], keys: list[str]) -> Any:
    for key in keys:
        if data is None:
            return None
        data = data.get(key)  # type: ignore[assignment]
    return data


def _put(part: dict[str, Any], keys: list[str], value: object) -> None:
    *outer, last = keys
    for key in outer:
        part = part.setdefault(key, {})
    part[last] = value
