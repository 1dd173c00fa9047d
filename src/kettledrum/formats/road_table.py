"""A road out of a table of distance and elevation, in any of the trade's units."""

import csv
import math
import re
from collections.abc import Iterator

from kettledrum.core.terms.errors import InvalidInput, Problem, safe
from kettledrum.formats.decimals import Decimals
from kettledrum.formats.gpx import CLEANED
from kettledrum.formats.plain_text import MOST_COLUMNS, bounded_lines, plain_text, table_of
from kettledrum.formats.track_line import MOST_TRACK_POINTS, TrackLine, refused

_UNITS = {
    **dict.fromkeys(("m", "meter", "meters", "metre", "metres", "metros", "metri", "mètres"), 1.0),
    **dict.fromkeys(("km", "kilometer", "kilometers", "kilometre", "kilometres"), 1000.0),
    **dict.fromkeys(("ft", "foot", "feet"), 0.3048),
    **dict.fromkeys(("mi", "mile", "miles"), 1609.344),
}
_WORDS = {
    "distance": """distance dist distanz strecke entfernung distancia distância distanza afstand avstånd
        sträcka avstand dystans odległość vzdálenost matka""",
    "elevation": """elevation altitude ele elev alt height höhe hoehe altitud altitudine quota élévation
        elevación elevação elevazione hoogte höjd høyde højde wysokość výška korkeus""",
}
_COLUMNS = {word: column for column, words in _WORDS.items() for word in words.split()}
_BESIDE = {
    "from",
    "start",
    "total",
    "cumulative",
    "above",
    "sea",
    "level",
    "über",
    "ueber",
    "nn",
    "in",
    "the",
}
"""Words of a title that change nothing in it."""
_SHOWN = 8
_LOOKED_AT = 2000


def has_road_columns(titles: list[str]) -> bool:
    """Whether a table's titles name a distance and an elevation."""
    return len(_columns(titles)) == 2


def _columns(titles: list[str]) -> dict[str, tuple[int, float]]:
    """Where distance and elevation stand, and how many metres one of their units is."""
    found = {}
    for place, title in enumerate(titles[:MOST_COLUMNS]):
        words = re.findall(r"[^\W\d_]+", title.lower())
        columns = [_COLUMNS[word] for word in words if word in _COLUMNS]
        units = [_UNITS[word] for word in words if word in _UNITS]
        known = len(columns) + len(units) + sum(word in _BESIDE for word in words)
        if len(columns) == 1 and len(units) <= 1 and known == len(words) and columns[0] not in found:
            found[columns[0]] = (place, units[0] if units else 1.0)
    return found


def table_line(data: bytes) -> Iterator[float | list[TrackLine]]:
    """How much of a table is read, time and again; and at last its one line. Raises InvalidInput."""
    try:
        text = plain_text(data).text
    except InvalidInput as error:
        raise refused("is neither GPX, TCX nor a table of distance and elevation") from error
    delimiter, body = table_of(text)
    rows = csv.reader(bounded_lines(body), delimiter=delimiter)
    before = text.count("\n") - body.count("\n")
    line = TrackLine()
    try:
        titles = next(rows, [])
        columns = _columns(titles)
        if len(columns) != 2:
            raise InvalidInput([Problem(f"line {before + 1}", missing_columns(titles, columns))])
        line.exact = CLEANED in (title.strip().lower() for title in titles)
        decimals = _decimals(body, delimiter, columns)
        for row in rows:
            if not any(value.strip() for value in row):
                continue
            _add_row(line, row, columns, before + rows.line_num, decimals)
            if len(line.distance) % 20_000 == 0:
                yield min(len(line.distance) / MOST_TRACK_POINTS, 1.0)
    except csv.Error as error:
        raise InvalidInput([Problem(f"line {before + rows.line_num}", f"cannot be read: {error}")]) from error
    if len(line.distance) < 2:
        raise refused("must hold at least two points")
    yield [line]


def missing_columns(titles: list[str], found: dict[str, tuple[int, float]] | None = None) -> str:
    """What is said of a table whose columns are not those of a road."""
    named = [title.strip() for title in titles if title.strip().isprintable() and title.strip()]
    shown = ", ".join(f"“{title[:30]}”" for title in named[:_SHOWN])
    shown += f" and {len(named) - _SHOWN} more" if len(named) > _SHOWN else ""
    wanted = [key for key in ("distance", "elevation") if key not in (found or {})]
    return (
        f"the first line names {shown or 'no columns'}; looked for: {' and '.join(wanted)}, "
        "with the unit, such as “distance km”, “elevation m”"
    )


def _decimals(body: str, delimiter: str, columns: dict[str, tuple[int, float]]) -> Decimals:
    """How the table's numbers are written, as its first rows tell."""
    rows = csv.reader(bounded_lines(body), delimiter=delimiter)
    places = [place for place, _ in columns.values()]
    cells = []
    for number, row in enumerate(rows):
        if number > _LOOKED_AT:
            break
        cells += [row[place] for place in places if place < len(row)] if number else []
    return Decimals(cells)


def _add_row(
    line: TrackLine, row: list[str], columns: dict[str, tuple[int, float]], number: int, decimals: Decimals
) -> None:
    def value(key: str) -> float:
        place, metres = columns[key]
        text = row[place].strip() if place < len(row) else ""
        if not text:
            return math.nan
        found = decimals.number(text) * metres
        if not math.isfinite(found):
            raise InvalidInput(
                [Problem(f"line {number}", f"has the {key} “{safe(text, 20)}”, which is no number")]
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
