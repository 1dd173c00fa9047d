"""Roads from files that others make: GPX tracks and routes, TCX courses, tables of distance and elevation.

A file is read piece by piece, so that its reader can be asked how far it is, and be left off at any time.
Nothing in it is believed: no entity is resolved, no number is taken that cannot be.
"""

import math
import re
from collections.abc import Iterator
from datetime import datetime
from typing import Any
from xml.sax import SAXException, SAXParseException
from xml.sax.handler import ContentHandler

import defusedxml.sax
from defusedxml import DefusedXmlException

from kettledrum.core.job.route import MOST_ROUTES, Route
from kettledrum.core.roads.cleaning import clean
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.quantities import NAME_LENGTH
from kettledrum.formats.gpx import MOST_TRACK_BYTES
from kettledrum.formats.road_table import table_line
from kettledrum.formats.track_line import MOST_TRACK_POINTS, TrackLine, refused

_PIECE = 256_000
_LONGEST_TEXT = 400


def read_roads(data: bytes, name: str) -> Iterator[float | list[Route]]:
    """How much of a file is read, as a share of 1, time and again; and at last the roads that it holds.

    `name` is for a road that has none. Raises InvalidInput, which names the point, for what is no road.
    """
    if len(data) > MOST_TRACK_BYTES:
        raise refused(f"is larger than {MOST_TRACK_BYTES // 1_000_000} MB, the most that is read")
    if not data.strip():
        raise refused("is empty")
    reader = _xml_lines(data) if is_xml(data) else table_line(data)
    lines: list[TrackLine] = []
    for found in reader:
        if isinstance(found, float):
            yield found * 0.9
        else:
            lines = found
    if len(lines) > MOST_ROUTES:
        raise refused(f"holds {len(lines)} tracks; at most {MOST_ROUTES} are read at once")
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
        raise refused(f"holds {len(roads)} roads, where one is asked for: {names}")
    return roads[0]


def is_xml(data: bytes) -> bool:
    """Whether a file seems to be XML, as GPX and TCX are."""
    start = data[:200].lstrip(b"\xef\xbb\xbf\xff\xfe \r\n\t").replace(b"\x00", b"")
    return start.startswith(b"<")


def _road(line: TrackLine, name: str) -> Route:
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


def _xml_lines(data: bytes) -> Iterator[float | list[TrackLine]]:
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
        raise refused(
            "declares entities or a document type, which no track needs and which are not read"
        ) from error
    except SAXParseException as error:
        place = f"line {error.getLineNumber()}, column {error.getColumnNumber()}"
        raise refused(f"is not complete XML: {place}: {error.getMessage()}") from error
    except SAXException as error:
        raise refused("cannot be read as XML") from error
    yield handler.found()


class _Tracks(ContentHandler):
    """Takes the tracks, routes and courses out of GPX (1.0, 1.1) and TCX, whoever made them."""

    def __init__(self, parser: Any) -> None:
        super().__init__()
        self.parser = parser
        self.tracks: list[TrackLine] = []
        self.routes: list[TrackLine] = []
        self.line: TrackLine | None = None
        self.path: list[str] = []
        self.text: list[str] | None = None
        self.point: dict[str, str] | None = None
        self.title = ""
        self.root = ""
        self.points = 0
        self.time: datetime | None = None

    def found(self) -> list[TrackLine]:
        """What the file holds: its tracks, or else its routes. Raises InvalidInput."""
        if self.root not in ("gpx", "TrainingCenterDatabase"):
            raise refused("is neither GPX nor TCX")
        lines = [line for line in self.tracks or self.routes if line.elevation]
        if not lines:
            raise refused("holds no track or route, at most places by themselves")
        if len(lines) == 1 and not lines[0].name:
            lines[0].name = self.title
        return lines

    def startElement(self, name: str, attrs: Any) -> None:  # noqa: N802 - the handler's own name
        """A tag opens."""
        tag = name.rpartition(":")[2]
        self.root = self.root or tag
        self.path.append(tag)
        if tag in ("trk", "rte", "Course", "Activity"):
            self.line = TrackLine()
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

    def _add(self, line: TrackLine, point: dict[str, str]) -> None:
        self.points += 1
        if self.points > MOST_TRACK_POINTS:
            raise refused(f"holds more than {MOST_TRACK_POINTS} points, the most that are read")
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
