"""Rides out of FIT files, as bicycle computers write them."""

import io
import warnings
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from typing import Any

import fitdecode

from kettledrum.core.rides.channels import Records, Shift
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.formats.ride_read import ReadRide

CLOCK_LOST_BEFORE = 2000
"""Computers whose clock was lost begin in 1989 or 1990."""
_SWITCHED_ON = datetime(1989, 12, 31, tzinfo=UTC)
_TELLS_EVERY = 2000
_DEGREES = 180 / 2**31
"""Places are written in whole parts of half a turn."""
_CYCLING = (None, "cycling", "generic", "e_biking")
_SHIFTS = ("rear_gear_change", "front_gear_change")


def fit_ride(data: bytes) -> Iterator[float | ReadRide]:
    """How much of a file is read, time and again; at last the ride. Raises InvalidInput for a file without a
    second of riding; what is broken behind its last good record is left out, and told.
    """
    found = _Reading()
    told: list[str] = []
    with warnings.catch_warnings(record=True) as caught:
        warnings.simplefilter("always")
        try:
            with fitdecode.FitReader(
                io.BytesIO(data),
                check_crc=fitdecode.CrcCheck.WARN,
                error_handling=fitdecode.ErrorHandling.WARN,
            ) as reader:
                for number, frame in enumerate(reader):
                    if isinstance(frame, fitdecode.FitDataMessage):
                        found.take(frame)
                    if number % _TELLS_EVERY == _TELLS_EVERY - 1:
                        yield min(len(found.records.at) * 20 / max(len(data), 1), 0.99)
        except (fitdecode.FitError, ValueError, TypeError, KeyError, OverflowError):
            told.append("the file is broken or cut off; what stands before that is taken")
    if any("CRC" in str(each.message).upper() for each in caught):
        told.append("its check sum is wrong: something in it may have been changed on the way")
    yield found.ride(told)


class _Reading:
    def __init__(self) -> None:
        self.records = Records()
        self.start: datetime | None = None
        self.sport: str | None = None
        self.trainer = False
        self.shifts: list[tuple[datetime, Shift]] = []
        self.stamps: list[datetime] = []

    def take(self, frame: Any) -> None:
        """A message of the file."""
        if frame.name == "record":
            self._record(frame)
        elif frame.name == "event" and _value(frame, "event") in _SHIFTS:
            self._shift(frame)
        elif frame.name in ("sport", "session"):
            self.sport = str(_value(frame, "sport") or self.sport or "") or None
            sub = str(_value(frame, "sub_sport") or "")
            self.trainer = self.trainer or sub in ("indoor_cycling", "virtual_activity", "spin")

    def _record(self, frame: Any) -> None:
        stamp = _stamp(frame)
        if stamp is None:
            return
        if self.start is None:
            self.start = stamp
        records = self.records
        records.at.append((stamp - self.start).total_seconds())
        records.speed_mps.append(_number(frame, "enhanced_speed", "speed"))
        records.distance_m.append(_number(frame, "distance"))
        whole = _number(frame, "cadence")
        part = _number(frame, "fractional_cadence")
        # 255 is its word for none, and 254 what some sensors say instead.
        records.cadence_rpm.append(None if whole is None or whole >= 254 else whole + (part or 0.0))
        records.power_w.append(_number(frame, "power"))
        records.elevation_m.append(_number(frame, "enhanced_altitude", "altitude"))
        records.temperature_c.append(_number(frame, "temperature"))
        north, east = _number(frame, "position_lat"), _number(frame, "position_long")
        nowhere = north is None or east is None
        records.latitude.append(None if nowhere else (north or 0.0) * _DEGREES)
        records.longitude.append(None if nowhere else (east or 0.0) * _DEGREES)

    def _shift(self, frame: Any) -> None:
        stamp = _stamp(frame)
        if stamp is None:
            return

        def whole(name: str) -> int | None:
            value = _number(frame, name)
            return None if value is None or not 1 <= value < 250 else int(value)

        shift = Shift(
            0, whole("front_gear_num"), whole("rear_gear_num"), whole("front_gear"), whole("rear_gear")
        )
        self.shifts.append((stamp, shift))

    def ride(self, told: list[str]) -> ReadRide:
        """The ride that it was."""
        if self.start is None:
            raise InvalidInput([Problem("", "there is no second of riding in the file")])
        if self.shifts:
            self.records.shifts = [
                Shift(
                    max(int((stamp - self.start).total_seconds()), 0),
                    each.front,
                    each.rear,
                    each.front_teeth,
                    each.rear_teeth,
                )
                for stamp, each in self.shifts
            ]
        other = None if self.sport in _CYCLING else self.sport
        lost = self.start.year < CLOCK_LOST_BEFORE
        if lost:
            told.append("its clock was lost: when it was is not known")
        began = None if lost else self.start
        return ReadRide(self.records, began, self.trainer, told, other_sport=other)


def _stamp(frame: Any) -> datetime | None:
    """When it was; seconds since the computer was switched on where its clock was lost."""
    value = _value(frame, "timestamp")
    if isinstance(value, int) and not isinstance(value, bool):
        return _SWITCHED_ON + timedelta(seconds=min(max(value, 0), 2**28))
    return value if isinstance(value, datetime) else None


def _value(frame: Any, name: str) -> Any:
    return frame.get_value(name, fallback=None) if frame.has_field(name) else None


def _number(frame: Any, *names: str) -> float | None:
    for name in names:
        value = _value(frame, name)
        if isinstance(value, int | float) and not isinstance(value, bool):
            return float(value)
    return None
