"""Roads from files that others make: GPX tracks and routes, TCX courses, tables of distance and elevation.

A file is read piece by piece, so that its reader can be asked how far it is, and be left off at any time.
"""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from pydantic_core import PydanticCustomError

from kettledrum.core.job.route import MOST_ROUTES, Route
from kettledrum.core.roads.cleaning import clean
from kettledrum.core.terms.errors import InvalidInput, Problem, safe
from kettledrum.core.terms.quantities import NAME_LENGTH, PlainText
from kettledrum.core.terms.validation import validate
from kettledrum.formats.foreign import what_it_is
from kettledrum.formats.gpx import MOST_TRACK_BYTES
from kettledrum.formats.road_table import table_line
from kettledrum.formats.track_line import TrackLine, refused
from kettledrum.formats.track_xml import is_xml, xml_lines

_MOST_NAMED = 8


@dataclass(frozen=True)
class LeftOut:
    """A track of a file that could not be taken, by its name, and why."""

    name: str
    why: str


@dataclass(frozen=True)
class ReadRoads:
    """The roads of a file, and the tracks in it that are none."""

    roads: list[Route]
    left_out: list[LeftOut]


def read_roads(data: bytes, name: str) -> Iterator[float | ReadRoads]:
    """How much of a file is read, as a share of 1, time and again; and at last the roads that it holds.

    `name` is for a road that has none. Raises InvalidInput, which names the point, for what holds no road;
    of several tracks those that can be are taken.
    """
    if len(data) > MOST_TRACK_BYTES:
        raise refused(f"is larger than {MOST_TRACK_BYTES // 1_000_000} MB, the most that is read")
    if not data.strip():
        raise refused("is empty")
    if words := what_it_is(data):
        raise refused(words)
    reader = xml_lines(data) if is_xml(data) else table_line(data)
    lines: list[TrackLine] = []
    name = _plain(name) or "Road"
    for found in reader:
        if isinstance(found, float):
            yield found * 0.9
        else:
            lines = found
    roads: list[Route] = []
    left_out: list[LeftOut] = []
    problems: list[Problem] = []
    for number, line in enumerate(lines, start=1):
        shown = _plain(line.name) or (name if len(lines) == 1 else f"{name}, {number}")
        try:
            if len(roads) == MOST_ROUTES:
                raise refused(f"holds more than {MOST_ROUTES} tracks, the most that are taken at once")
            roads.append(_road(line, shown))
        except InvalidInput as error:
            problems += error.problems
            left_out.append(LeftOut(shown, str(error).removeprefix(f"“{shown}”: ")))
        yield 0.9 + 0.1 * number / len(lines)
    if not roads:
        raise InvalidInput(problems)
    yield ReadRoads(roads, left_out)


def every_road(data: bytes, name: str) -> ReadRoads:
    """The roads of a file, and what is left out. Raises InvalidInput for one that holds none."""
    found = [step for step in read_roads(data, name) if isinstance(step, ReadRoads)]
    return found[-1]


class SeveralRoads(InvalidInput):
    """A file holds several roads, or none of the name asked for; `holds` says what it does hold."""

    def __init__(self, holds: str) -> None:
        self.holds = holds
        super().__init__([Problem("", f"the file {holds}")])


def one_road(data: bytes, name: str, track: str | None = None) -> Route:
    """The road of a file that holds just one, or that `track` means: by its name, or its number from 1.

    Raises SeveralRoads, with the list of those that the file holds, for any other, and InvalidInput for none.
    """
    found = every_road(data, name)
    roads = found.roads
    listed = "; ".join(f"{number} “{road.name}”" for number, road in enumerate(roads[:_MOST_NAMED], start=1))
    listed += f"; and {len(roads) - _MOST_NAMED} more" if len(roads) > _MOST_NAMED else ""
    if track is None:
        if len(roads) > 1:
            raise SeveralRoads(f"holds {len(roads)} roads, where one is asked for: {listed}")
        return roads[0]
    named = [road for road in roads if road.name == track]
    if len(named) == 1:
        return named[0]
    if track.isascii() and track.isdigit() and len(track) < 5 and 1 <= int(track) <= len(roads):
        return roads[int(track) - 1]
    left = [each.why for each in found.left_out if each.name == track]
    if left:
        raise SeveralRoads(f"holds the track “{safe(track)}”, which cannot be taken: {left[0]}")
    what = "several roads" if named else "no road"
    raise SeveralRoads(f"holds {what} of the name or number “{safe(track)}”, but: {listed}")


def _plain(name: str) -> str:
    """A name from a file, or of one, as a road may have it; empty where nothing of it can be."""
    shown = "".join(c for c in name if (c.isprintable() or c.isspace()) and c not in "<>")
    shown = re.sub(r"\s+", " ", shown).strip()[:NAME_LENGTH].rstrip()
    try:
        return PlainText(NAME_LENGTH).check(shown)
    except PydanticCustomError:
        return ""


def _road(line: TrackLine, name: str) -> Route:
    """The road of a line, or raises InvalidInput."""
    if line.wrong is not None:
        raise line.wrong
    if line.exact:
        own = _as_it_was(line, name)
        if own is not None:
            return own
    try:
        cleaned = clean(line.track())
    except InvalidInput as error:
        problems = [Problem(f"“{name}”", problem.what) for problem in error.problems]
        raise InvalidInput(problems) from error
    often = "once" if line.back == 1 else f"{line.back} times"
    told = [f"{often} its time goes back: taken in the order of its points"] if line.back else []
    data: dict[str, Any] = {
        "name": name[:NAME_LENGTH],
        "cleaned": "; ".join(told + cleaned.report),
        "points": cleaned.points,
    }
    if cleaned.places:
        data["places"] = cleaned.places
    return validate(Route, data)


def _as_it_was(line: TrackLine, name: str) -> Route | None:
    """A road that went out of Kettledrum; None where it is not in order any more."""
    data: dict[str, Any] = {
        "name": name[:NAME_LENGTH],
        "points": list(zip(line.distance, line.elevation, strict=True)),
    }
    if line.cleaned:
        data["cleaned"] = line.cleaned
    if line.latitude:
        data["places"] = list(zip(line.latitude, line.longitude, strict=True))
    try:
        return validate(Route, data)
    except InvalidInput:
        return None
