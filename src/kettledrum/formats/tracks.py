"""Roads from files that others make: GPX tracks and routes, TCX courses, tables of distance and elevation.

A file is read piece by piece, so that its reader can be asked how far it is, and be left off at any time.
Nothing in it is believed: no entity is resolved, no number is taken that cannot be.
"""

import csv
import io
import math
import re
from collections.abc import Iterator
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any
from xml.sax import SAXException, SAXParseException
from xml.sax.handler import ContentHandler

import defusedxml.sax
import numpy as np
from defusedxml import DefusedXmlException

from kettledrum.core import InvalidInput, Problem
from kettledrum.core.cleaning import Track, clean
from kettledrum.core.quantities import NAME_LENGTH
from kettledrum.core.route import MOST_ROUTES, Route

MOST_TRACK_BYTES = 64_000_000
MOST_TRACK_POINTS = 400_000
_PIECE = 256_000
_LONGEST_TEXT = 400


@dataclass(slots=True)
class _Line:
    """A track while it is read: one value a point in each list, NaN where none is given."""

    name: str = ""
    latitude: list[float] = field(default_factory=list)
    longitude: list[float] = field(default_factory=list)
    elevation: list[float] = field(default_factory=list)
    distance: list[float] = field(default_factory=list)
    breaks: list[int] = field(default_factory=list)

    def track(self) -> Track:
        """The track. Its distances are those that are given where there are no places."""
        return Track(
            np.array(self.distance), np.array(self.latitude), np.array(self.longitude),
            np.array(self.elevation), self.breaks,
        )  # fmt: skip


def read_roads(data: bytes, name: str) -> Iterator[float | list[Route]]:
    """How much of a file is read, as a share of 1, time and again; and at last the roads that it holds.

    `name` is for a road that has none. Raises InvalidInput, which names the point, for what is no road.
    """
    if len(data) > MOST_TRACK_BYTES:
        raise _refused(f"is larger than {MOST_TRACK_BYTES // 1_000_000} MB, the most that is read")
    if not data.strip():
        raise _refused("is empty")
    reader = _xml_lines(data) if is_xml(data) else _table_line(data)
    lines: list[_Line] = []
    for found in reader:
        if isinstance(found, float):
            yield found * 0.9
        else:
            lines = found
    if len(lines) > MOST_ROUTES:
        raise _refused(f"holds {len(lines)} tracks; at most {MOST_ROUTES} are read at once")
    roads = []
    for number, line in enumerate(lines, start=1):
        roads.append(_road(line, name if len(lines) == 1 else f"{name}, {number}"))
        yield 0.9 + 0.1 * number / len(lines)
    yield roads


def one_road(data: bytes, name: str) -> Route:
    """The road of a file that holds just one. Raises InvalidInput for any other."""
    roads = [found for found in read_roads(data, name) if not isinstance(found, float)][-1]
    if len(roads) > 1:
        names = ", ".join(f"“{road.name}”" for road in roads)
        raise _refused(f"holds {len(roads)} roads, where one is asked for: {names}")
    return roads[0]


def is_xml(data: bytes) -> bool:
    """Whether a file seems to be XML, as GPX and TCX are."""
    start = data[:200].lstrip(b"\xef\xbb\xbf\xff\xfe \r\n\t").replace(b"\x00", b"")
    return start.startswith(b"<")


def _refused(what: str) -> InvalidInput:
    return InvalidInput([Problem("", f"the file {what}")])


def _road(line: _Line, name: str) -> Route:
    title = re.sub(r"\s+", " ", "".join(c for c in line.name if c.isprintable() and c not in "<>")).strip()
    try:
        cleaned = clean(line.track())
    except InvalidInput as error:
        problems = [Problem(f"“{title or name}”", problem.what) for problem in error.problems]
        raise InvalidInput(problems) from error
    data: dict[str, Any] = {
        "name": (title or name)[:NAME_LENGTH],
        "cleaned": "; ".join(cleaned.report),
        "points": cleaned.points,
    }
    if cleaned.places:
        data["places"] = cleaned.places
    return Route.model_validate(data)


def _xml_lines(data: bytes) -> Iterator[float | list[_Line]]:
    parser = defusedxml.sax.make_parser()
    parser.forbid_dtd = True
    handler = _Tracks(parser)
    parser.setContentHandler(handler)
    try:
        for start in range(0, len(data), _PIECE):
            parser.feed(data[start : start + _PIECE])
            yield min((start + _PIECE) / len(data), 1.0)
        parser.close()
    except DefusedXmlException as error:
        raise _refused(
            "declares entities or a document type, which no track needs and which are not read"
        ) from error
    except SAXParseException as error:
        place = f"line {error.getLineNumber()}, column {error.getColumnNumber()}"
        raise _refused(f"is not complete XML: {place}: {error.getMessage()}") from error
    except SAXException as error:
        raise _refused("cannot be read as XML") from error
    yield handler.found()


class _Tracks(ContentHandler):
    """Takes the tracks, routes and courses out of GPX (1.0, 1.1) and TCX, whoever made them."""

    def __init__(self, parser: Any) -> None:
        super().__init__()
        self.parser = parser
        self.tracks: list[_Line] = []
        self.routes: list[_Line] = []
        self.line: _Line | None = None
        self.path: list[str] = []
        self.text: list[str] | None = None
        self.point: dict[str, str] | None = None
        self.title = ""
        self.root = ""
        self.points = 0
        self.time: datetime | None = None

    def found(self) -> list[_Line]:
        """What the file holds: its tracks, or else its routes. Raises InvalidInput."""
        if self.root not in ("gpx", "TrainingCenterDatabase"):
            raise _refused("is neither GPX nor TCX")
        lines = [line for line in self.tracks or self.routes if line.elevation]
        if not lines:
            raise _refused("holds no track or route, at most places by themselves")
        if len(lines) == 1 and not lines[0].name:
            lines[0].name = self.title
        return lines

    def startElement(self, name: str, attrs: Any) -> None:  # noqa: N802 - the handler's own name
        """A tag opens."""
        tag = name.rpartition(":")[2]
        self.root = self.root or tag
        self.path.append(tag)
        if tag in ("trk", "rte", "Course", "Activity"):
            self.line = _Line()
            self.time = None
            (self.routes if tag == "rte" else self.tracks).append(self.line)
        elif tag in ("trkseg", "Track") and self.line is not None and self.line.elevation:
            self.line.breaks.append(len(self.line.elevation))
            self.time = None
        elif tag in ("trkpt", "rtept", "Trackpoint"):
            self.point = dict(attrs.items())
        elif tag in _TEXTS:
            self.text = []

    def characters(self, content: str) -> None:
        """Text between tags, of which only what is needed is kept."""
        if self.text is not None and len(self.text) < _LONGEST_TEXT:
            self.text.append(content[:_LONGEST_TEXT])

    def endElement(self, name: str) -> None:  # noqa: N802 - the handler's own name
        """A tag closes."""
        tag = name.rpartition(":")[2]
        self.path.pop()
        if self.text is not None and tag in _TEXTS:
            self._take(tag, "".join(self.text).strip())
            self.text = None
        if tag in ("trkpt", "rtept", "Trackpoint"):
            if self.line is not None and self.point is not None:
                self._add(self.line, self.point)
            self.point = None
        elif tag in ("trk", "rte", "Course", "Activity"):
            self.line = None

    def _take(self, tag: str, text: str) -> None:
        above = self.path[-1] if self.path else ""
        if tag in _VALUES and self.point is not None:
            if above in _POINT_TAGS:
                self.point[_VALUES[tag]] = text
        elif tag in ("name", "Name", "Id"):
            if above in ("trk", "rte", "Course", "Activity") and self.line is not None:
                self.line.name = text
            elif above in ("gpx", "metadata"):
                self.title = text

    def _add(self, line: _Line, point: dict[str, str]) -> None:
        self.points += 1
        if self.points > MOST_TRACK_POINTS:
            raise _refused(f"holds more than {MOST_TRACK_POINTS} points, the most that are read")
        latitude, longitude = self._number(point, "lat", 90), self._number(point, "lon", 180)
        if math.isnan(latitude) != math.isnan(longitude):
            raise self._at("has only one of latitude and longitude")
        if math.isnan(latitude):
            if self.root == "gpx":
                raise self._at("has no latitude and longitude")
            return
        self._goes_on(point.get("time", ""))
        line.latitude.append(latitude)
        line.longitude.append(longitude)
        line.elevation.append(self._number(point, "ele", math.inf))

    def _number(self, point: dict[str, str], key: str, most: float) -> float:
        text = point.get(key, "")
        if not text:
            return math.nan
        try:
            value = float(text)
        except ValueError:
            value = math.nan
        name = {"lat": "latitude", "lon": "longitude", "ele": "elevation"}[key]
        if math.isnan(value):
            if key == "ele":
                return value
            raise self._at(f"has the {name} “{text[:20]}”, which is no number")
        if abs(value) > most:
            raise self._at(f"has the {name} {text[:20]}; it must be from −{most:g} to {most:g}")
        return value

    def _goes_on(self, text: str) -> None:
        try:
            time = datetime.fromisoformat(text)
            backwards = self.time is not None and time < self.time
        except (ValueError, TypeError):
            return
        if backwards:
            raise self._at(f"goes back in time, to {text[:25]}; its points are out of order")
        self.time = time

    def _at(self, what: str) -> InvalidInput:
        return InvalidInput([Problem(f"point {self.points}, line {self.parser.getLineNumber()}", what)])


_VALUES = {
    "ele": "ele",
    "time": "time",
    "LatitudeDegrees": "lat",
    "LongitudeDegrees": "lon",
    "AltitudeMeters": "ele",
    "Time": "time",
}
_TEXTS = {*_VALUES, "name", "Name", "Id"}
_POINT_TAGS = ("trkpt", "rtept", "Trackpoint", "Position")

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


def is_road_table(data: bytes) -> bool:
    """Whether the first line names a column of distances and one of elevations."""
    first = data[:1000].decode("utf-8-sig", errors="ignore").partition("\n")[0]
    return len(_columns(next(csv.reader([first], delimiter=_delimiter(first)), []))) == 2


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


def _table_line(data: bytes) -> Iterator[float | list[_Line]]:
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise _refused("is neither GPX, TCX nor a table in UTF-8") from error
    delimiter = _delimiter(text.partition("\n")[0])
    rows = csv.reader(io.StringIO(text, newline=""), delimiter=delimiter)
    line = _Line()
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
        raise _refused("must hold at least two points")
    yield [line]


def _add_row(
    line: _Line, row: list[str], columns: dict[str, tuple[int, float]], number: int, delimiter: str
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
        raise _refused(f"holds more than {MOST_TRACK_POINTS} points, the most that are read")
    line.distance.append(distance)
    line.elevation.append(value("elevation"))
