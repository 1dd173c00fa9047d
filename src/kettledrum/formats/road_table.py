"""A road out of a table of distance and elevation, in any of the trade's units."""

import csv
import io
import math
import re
from collections.abc import Iterator

from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.formats.track_line import MOST_TRACK_POINTS, TrackLine, refused

_METRES = {"m": 1.0, "km": 1000.0, "ft": 0.3048, "mi": 1609.344, "": 1.0}
_COLUMNS = {
    "distance": "distance",
    "dist": "distance",
    "elevation": "elevation",
    "altitude": "elevation",
    "ele": "elevation",
    "height": "elevation",
}
_TITLES = (
    "the first line must name the columns: distance and elevation, each with its unit, such as “distance km”"
)


def _delimiter(first: str) -> str:
    return max(";\t,", key=first.count)


def _columns(titles: list[str]) -> dict[str, tuple[int, float]]:
    """Where distance and elevation stand, and how many metres one of their units is."""
    found = {}
    for place, title in enumerate(titles):
        word, *unit = re.findall(r"[a-z]+", title.lower()) or [""]
        metres = _METRES.get(unit[0] if unit else "")
        if word in _COLUMNS and metres is not None and _COLUMNS[word] not in found:
            found[_COLUMNS[word]] = (place, metres)
    return found


def table_line(data: bytes) -> Iterator[float | list[TrackLine]]:
    """How much of a table is read, time and again; and at last its one line. Raises InvalidInput."""
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise refused("is neither GPX, TCX nor a table in UTF-8") from error
    delimiter = _delimiter(text.partition("\n")[0])
    rows = csv.reader(io.StringIO(text, newline=""), delimiter=delimiter)
    line = TrackLine()
    try:
        columns = _columns(next(rows, []))
        if len(columns) != 2:
            raise InvalidInput([Problem("line 1", _TITLES)])
        for row in rows:
            if not any(value.strip() for value in row):
                continue
            _add_row(line, row, columns, rows.line_num, delimiter)
            if len(line.distance) % 20_000 == 0:
                yield min(len(line.distance) / MOST_TRACK_POINTS, 1.0)
    except csv.Error as error:
        raise InvalidInput([Problem(f"line {rows.line_num}", f"cannot be read: {error}")]) from error
    if len(line.distance) < 2:
        raise refused("must hold at least two points")
    yield [line]


def _add_row(
    line: TrackLine, row: list[str], columns: dict[str, tuple[int, float]], number: int, delimiter: str
) -> None:
    def value(key: str) -> float:
        place, metres = columns[key]
        text = row[place].strip() if place < len(row) else ""
        if not text:
            return math.nan
        try:
            found = float(text if delimiter == "," else text.replace(",", ".")) * metres
        except ValueError:
            found = math.inf
        if not math.isfinite(found):
            raise InvalidInput(
                [Problem(f"line {number}", f"has the {key} “{text[:20]}”, which is no number")]
            )
        return found

    distance = value("distance")
    if math.isnan(distance) or distance < 0:
        raise InvalidInput([Problem(f"line {number}", "must have a distance of 0 or more")])
    if line.distance and distance < line.distance[-1]:
        raise InvalidInput([Problem(f"line {number}", "must not lie before the line above it")])
    if len(line.distance) >= MOST_TRACK_POINTS:
        raise refused(f"holds more than {MOST_TRACK_POINTS} points, the most that are read")
    line.distance.append(distance)
    line.elevation.append(value("elevation"))
