"""Tracks, routes and courses out of GPX (1.0, 1.1) and TCX, whoever made them.

A file is read piece by piece. Nothing in it is believed: no entity is resolved, no number is taken that
cannot be, nothing grows without bounds.
"""

import codecs
import math
import re
from collections.abc import Iterator
from datetime import datetime
from typing import Any
from xml.sax import SAXException, SAXParseException
from xml.sax.handler import ContentHandler

import defusedxml.sax
from defusedxml import DefusedXmlException

from kettledrum.core.terms.errors import InvalidInput, Problem, safe
from kettledrum.formats.gpx import ALONG, OWN
from kettledrum.formats.track_line import MOST_TRACK_POINTS, TrackLine, refused

_PIECE = 256_000
_LONGEST_TEXT = 400
_LONGEST_NOTE = 4000
_DEEPEST = 60
_MOST_LINES = 1000
_MOST_SILENT = 3
"""Pieces in a row in which no tag ends and no text stands: something endless."""
_OTHERS = {
    "kml": "is KML, as maps draw it; have it saved as GPX, and bring that in",
    "html": "is a web page; save the track itself as GPX, and bring that in",
    "svg": "is a drawing (SVG); a road comes in as GPX, TCX or a table",
    "fitnessworkout": "is a training file; have it saved as GPX or TCX, and bring that in",
}
_NO_TEXT_CODECS = ("idna", "punycode", "unicode_escape", "raw_unicode_escape", "utf_7", "undefined")


def is_xml(data: bytes) -> bool:
    """Whether a file seems to be XML, as GPX and TCX are."""
    start = data[:200].lstrip(b"\xef\xbb\xbf\xff\xfe \r\n\t\x00").replace(b"\x00", b"")
    return start.startswith(b"<")


def other_xml(data: bytes) -> str | None:
    """What an XML file is that is certainly no track, and what to do, to be said after “the file”."""
    start = data[:8000].replace(b"\x00", b"")
    found = re.search(rb"<(?:[\w.-]+:)?([a-zA-Z]\w*)", re.sub(rb"<!--.*?-->", b"", start, flags=re.DOTALL))
    return _OTHERS.get(found[1].decode("ascii").lower()) if found else None


def xml_lines(data: bytes) -> Iterator[float | list[TrackLine]]:
    """How much of a file is read, time and again; and at last its lines. Raises InvalidInput."""
    parser = defusedxml.sax.make_parser()
    parser.forbid_dtd = True
    handler = _Tracks(parser)
    parser.setContentHandler(handler)
    decoder = _decoder(data)
    silent = told = 0
    try:
        for start in range(0, len(data), _PIECE):
            last = start + _PIECE >= len(data)
            parser.feed(decoder.decode(data[start : start + _PIECE], last))
            silent = silent + 1 if handler.told == told else 0
            told = handler.told
            if silent >= _MOST_SILENT:
                raise refused(
                    f"holds one piece longer than {_MOST_SILENT * _PIECE // 1000} kB without an end"
                )
            yield min((start + _PIECE) / len(data), 1.0)
        parser.close()
    except DefusedXmlException as error:
        raise refused(
            "declares entities or a document type, which no track needs and which are not read"
        ) from error
    except UnicodeDecodeError as error:
        raise refused(f"is not written in {error.encoding}, as it says in its first line") from error
    except SAXParseException as error:
        place = f"line {error.getLineNumber()}, column {error.getColumnNumber()}"
        raise refused(f"is not complete XML: {place}: {error.getMessage()}") from error
    except SAXException as error:
        raise refused("cannot be read as XML") from error
    yield handler.found()


def _old_letters(error: UnicodeError) -> tuple[str, int]:
    """What is no UTF-8 in a text that should be is taken for the code page that older programs write."""
    assert isinstance(error, UnicodeDecodeError)
    wrong = error.object[error.start : error.end]
    return wrong.decode("windows-1252", errors="replace"), error.end


codecs.register_error("kettledrum.old-letters", _old_letters)


def _decoder(data: bytes) -> codecs.IncrementalDecoder:
    """What makes text of a file, by its mark or by what its first line declares. Raises InvalidInput."""
    if data.startswith((b"\xff\xfe", b"\xfe\xff")):
        return codecs.getincrementaldecoder("utf-16")("strict")
    start = data[:200].lstrip(b"\xef\xbb\xbf")
    if b"\x00" in start[:4]:
        return codecs.getincrementaldecoder("utf-16-le" if start[1:2] == b"\x00" else "utf-16-be")("strict")
    declared = re.match(rb"""\s*<\?xml[^>]{0,150}?\sencoding\s*=\s*["']([^"']{1,60})["']""", start)
    name = declared[1].decode("latin-1") if declared else "utf-8"
    shown = safe(name)
    try:
        known = codecs.lookup(name)
        found = codecs.getincrementaldecoder(name)
    except (LookupError, ValueError) as error:
        raise refused(f"says that it is written in “{shown}”, which is no encoding that is known") from error
    if not getattr(known, "_is_text_encoding", True) or known.name.replace("-", "_") in _NO_TEXT_CODECS:
        raise refused(f"says that it is written in “{shown}”, which is none for letters")
    if known.name == "utf-8":
        return codecs.getincrementaldecoder("utf-8-sig")("kettledrum.old-letters")
    # A file that was saved anew may still declare what it once was written in, over 16 bits a letter.
    if known.name.startswith(("utf-16", "utf-32")):
        return codecs.getincrementaldecoder("utf-8-sig")("kettledrum.old-letters")
    return found("strict")


class _Tracks(ContentHandler):
    """Takes the lines out of a file while it is parsed."""

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
        self.own = False
        self.points = 0
        self.time: datetime | None = None
        self.told = 0

    def found(self) -> list[TrackLine]:
        """What the file holds: its tracks, or else its routes. Raises InvalidInput."""
        lines = next(
            (lines for lines in (self._held(self.tracks), self._held(self.routes)) if lines),
            [],
        )
        if not lines:
            unplaced = sum(line.unplaced for line in self.tracks)
            if unplaced:
                raise refused(
                    f"holds {unplaced} points, but no positions in it, as what was ridden indoors; "
                    "a road needs positions, or is drawn by hand"
                )
            raise refused("holds no track or route, at most places by themselves")
        if len(lines) == 1 and not lines[0].name:
            lines[0].name = self.title
        return lines

    @staticmethod
    def _held(lines: list[TrackLine]) -> list[TrackLine]:
        return [line for line in lines if line.elevation or line.wrong]

    def startElement(self, name: str, attrs: Any) -> None:  # noqa: N802 - the handler's own name
        """A tag opens."""
        tag = name.rpartition(":")[2]
        self.told += 1
        if not self.root:
            self._begins(tag, attrs)
        self.path.append(tag)
        if len(self.path) > _DEEPEST:
            raise refused(f"is nested deeper than {_DEEPEST} levels, as no track is")
        if tag in _LINES:
            self.line = TrackLine(exact=self.own)
            self.time = None
            (self.routes if tag == "rte" else self.tracks).append(self.line)
            if len(self.tracks) + len(self.routes) > _MOST_LINES:
                raise refused(f"holds more than {_MOST_LINES} tracks")
        elif tag in ("trkseg", "Track") and self.line is not None and self.line.elevation:
            if self.line.breaks[-1:] != [len(self.line.elevation)]:
                self.line.breaks.append(len(self.line.elevation))
            self.time = None
        elif tag in ("trkpt", "rtept", "Trackpoint"):
            self.point = {key: attrs[key] for key in ("lat", "lon") if key in attrs}
        elif tag in _TEXTS:
            self.text = []

    def _begins(self, tag: str, attrs: Any) -> None:
        self.root = tag
        if tag not in ("gpx", "TrainingCenterDatabase"):
            raise refused(_OTHERS.get(tag.lower(), "is neither GPX nor TCX"))
        self.own = tag == "gpx" and attrs.get("creator") == OWN

    def characters(self, content: str) -> None:
        """Text between tags, of which only what is needed is kept."""
        self.told += 1
        if self.text is not None and len(self.text) < _LONGEST_TEXT:
            self.text.append(content[:_LONGEST_NOTE])

    def endElement(self, name: str) -> None:  # noqa: N802 - the handler's own name
        """A tag closes."""
        tag = name.rpartition(":")[2]
        self.told += 1
        self.path.pop()
        if self.text is not None and tag in _TEXTS:
            self._take(tag, "".join(self.text).strip())
            self.text = None
        if tag in ("trkpt", "rtept", "Trackpoint"):
            if self.line is not None and self.point is not None:
                self._add(self.line, self.point)
            self.point = None
        elif tag in _LINES:
            self.line = None

    def _take(self, tag: str, text: str) -> None:
        above = self.path[-1] if self.path else ""
        if tag in _VALUES and self.point is not None:
            if above in _POINT_TAGS:
                self.point[_VALUES[tag]] = text[:_LONGEST_TEXT]
        elif tag in ("name", "Name", "Id"):
            if above in _LINES and self.line is not None:
                self.line.name = text[:_LONGEST_TEXT]
            elif above in ("gpx", "metadata"):
                self.title = text[:_LONGEST_TEXT]
        elif tag == "desc" and above == "trk" and self.line is not None and self.own:
            self.line.cleaned = text[:_LONGEST_NOTE]

    def _add(self, line: TrackLine, point: dict[str, str]) -> None:
        self.points += 1
        if self.points > MOST_TRACK_POINTS:
            raise refused(f"holds more than {MOST_TRACK_POINTS} points, the most that are read")
        if line.wrong is not None:
            return
        try:
            self._add_point(line, point)
        except InvalidInput as error:
            line.wrong = error

    def _add_point(self, line: TrackLine, point: dict[str, str]) -> None:
        latitude, longitude = self._number(point, "lat", 90), self._number(point, "lon", 180)
        if math.isnan(latitude) != math.isnan(longitude):
            raise self._at("has only one of latitude and longitude")
        if math.isnan(latitude):
            if self.root == "gpx":
                raise self._at("has no latitude and longitude")
            line.unplaced += 1
            return
        self._goes_on(line, point.get("time", ""))
        elevation = self._number(point, "ele", math.inf)
        along = self._number(point, ALONG, math.inf) if line.exact else math.nan
        line.exact = line.exact and math.isfinite(along) and math.isfinite(elevation)
        line.latitude.append(latitude)
        line.longitude.append(longitude)
        line.elevation.append(elevation)
        if line.exact:
            line.distance.append(along)

    def _number(self, point: dict[str, str], key: str, most: float) -> float:
        text = point.get(key, "")
        if not text:
            return math.nan
        try:
            value = float(text)
        except ValueError:
            value = math.nan
        if key in ("ele", ALONG):
            return value
        name = {"lat": "latitude", "lon": "longitude"}[key]
        shown = safe(text, 20)
        if math.isnan(value):
            raise self._at(f"has the {name} “{shown}”, which is no number")
        if abs(value) > most:
            raise self._at(f"has the {name} {shown}; it must be from −{most:g} to {most:g}")
        return value

    def _goes_on(self, line: TrackLine, text: str) -> None:
        try:
            time = datetime.fromisoformat(text)
            line.back += self.time is not None and time < self.time
        except (ValueError, TypeError):
            return
        self.time = time

    def _at(self, what: str) -> InvalidInput:
        return InvalidInput([Problem(f"point {self.points}, line {self.parser.getLineNumber()}", what)])


_LINES = ("trk", "rte", "Course", "Activity")
_VALUES = {
    "ele": "ele",
    "time": "time",
    ALONG: ALONG,
    "LatitudeDegrees": "lat",
    "LongitudeDegrees": "lon",
    "AltitudeMeters": "ele",
    "Time": "time",
}
_TEXTS = {*_VALUES, "name", "Name", "Id", "desc"}
_POINT_TAGS = ("trkpt", "rtept", "Trackpoint", "Position", "extensions")
