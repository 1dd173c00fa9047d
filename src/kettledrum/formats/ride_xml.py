"""Rides out of TCX and GPX, with cadence, power and temperature where they say them."""

import io
from collections.abc import Iterator
from datetime import datetime
from typing import Any
from xml.etree.ElementTree import ParseError

import numpy as np
from defusedxml import DefusedXmlException
from defusedxml.ElementTree import iterparse

from kettledrum.core.rides.channels import Records
from kettledrum.core.roads.track import steps_m
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.formats.ride_read import ReadRide

_TELLS_EVERY = 2000
_POINTS = ("trackpoint", "trkpt")
_SPEED = ("speed",)
_CADENCE = ("cadence", "cad", "runcadence")
_POWER = ("watts", "power", "powerinwatts")
_HEIGHT = ("altitudemeters", "ele")
_CYCLING = ("biking", "cycling", "other")
"""What the attribute of a TCX file calls it."""
_NOT_CYCLING = (
    "running",
    "run",
    "walking",
    "walk",
    "hiking",
    "hike",
    "swimming",
    "skiing",
    "rowing",
    "driving",
)
"""What the type of a GPX track, which may be any word, says where it surely was no cycling."""
_TEMPERATURE = ("temp", "atemp", "temperature")


def xml_ride(data: bytes) -> Iterator[float | ReadRide]:
    """How much of a file is read, time and again; at last the ride. Raises InvalidInput for what is no ride:
    without a time at each point there is none.
    """
    found = _Reading()
    told: list[str] = []
    count = 0
    try:
        for _, element in iterparse(io.BytesIO(data), events=("end",), forbid_dtd=True):
            name = _name(element)
            if name in _POINTS:
                found.point(element)
                element.clear()
                count += 1
            else:
                found.sport_of(element, name)
                if count % _TELLS_EVERY == 0:
                    yield min(count * 250 / max(len(data), 1), 0.99)
    except ParseError:
        told.append("the file is broken or cut off; what stands before that is taken")
    except (DefusedXmlException, ValueError) as error:
        raise InvalidInput([Problem("", "the file holds what no ride needs, and is not read")]) from error
    yield found.ride(told)


class _Reading:
    def __init__(self) -> None:
        self.records = Records()
        self.start: datetime | None = None
        self.places: list[tuple[float, float]] = []
        self.other_sport: str | None = None

    def sport_of(self, element: Any, name: str) -> None:
        """Which sport an activity or a track says it was, if that is another than cycling."""
        if name == "activity":
            sport = (element.get("Sport") or "other").strip().lower()
            self.other_sport = None if sport in _CYCLING else sport
        elif name == "trk":
            told = (each.text for each in element if _name(each) == "type")
            sport = (next(told, None) or "").strip().lower()
            self.other_sport = sport if sport in _NOT_CYCLING else self.other_sport

    def point(self, element: Any) -> None:
        """A point of the track, with its time."""
        said: dict[str, str] = {}
        for each in element.iter():
            text = (each.text or "").strip()
            if text:
                said.setdefault(_name(each), text)
        stamp = _time(said.get("time"))
        if stamp is None:
            return
        if self.start is None:
            self.start = stamp
        records = self.records
        try:
            records.at.append((stamp - self.start).total_seconds())
        except TypeError:
            # A time with a zone beside one without: no one clock.
            return
        records.speed_mps.append(_first(said, _SPEED))
        records.distance_m.append(_first(said, ("distancemeters",)))
        records.cadence_rpm.append(_first(said, _CADENCE))
        records.power_w.append(_first(said, _POWER))
        records.elevation_m.append(_first(said, _HEIGHT))
        records.temperature_c.append(_first(said, _TEMPERATURE))
        latitude = _number(element.get("lat") or said.get("latitudedegrees"))
        longitude = _number(element.get("lon") or said.get("longitudedegrees"))
        nowhere = latitude is None or longitude is None
        self.places.append((float("nan"), float("nan")) if nowhere else (latitude or 0.0, longitude or 0.0))
        records.latitude.append(None if nowhere else latitude)
        records.longitude.append(None if nowhere else longitude)

    def ride(self, told: list[str]) -> ReadRide:
        """The ride that it was."""
        if self.start is None:
            what = "there is no time at its points: it may come in as a road, but not as a ride"
            raise InvalidInput([Problem("", what)])
        if all(value is None for value in (*self.records.distance_m, *self.records.speed_mps)):
            self._by_places()
        return ReadRide(self.records, self.start, trainer=False, told=told, other_sport=self.other_sport)

    def _by_places(self) -> None:
        """Distances from the places, where nothing else is said."""
        latitude, longitude = np.array(self.places, dtype=float).T
        known = ~np.isnan(latitude)
        if known.sum() < 2:
            return
        along = np.concatenate(([0.0], np.cumsum(steps_m(latitude[known], longitude[known]))))
        at = np.flatnonzero(known)
        distance: list[float | None] = [None] * len(latitude)
        for place, metres in zip(at.tolist(), along.tolist(), strict=True):
            distance[place] = metres
        self.records.distance_m = distance


def _name(element: Any) -> str:
    tag = element.tag
    return tag.rsplit("}", 1)[-1].lower() if isinstance(tag, str) else ""


def _time(text: str | None) -> datetime | None:
    if text is None:
        return None
    try:
        return datetime.fromisoformat(text)
    except ValueError:
        return None


def _number(text: str | None) -> float | None:
    if text is None:
        return None
    try:
        value = float(text)
    except ValueError:
        return None
    return value if abs(value) < 1e9 else None


def _first(said: dict[str, str], names: tuple[str, ...]) -> float | None:
    return next((value for name in names if (value := _number(said.get(name))) is not None), None)
