"""Ride files as bicycle computers write them, made here for the demo and for tests: FIT with its check sum,
TCX, GPX.
"""

import struct
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta

import numpy as np

from kettledrum.core.rides.channels import Channels

BEGAN = datetime(2026, 4, 12, 6, 30, tzinfo=UTC)
_EPOCH = datetime(1989, 12, 31, tzinfo=UTC)
_CRC = (
    0,
    52225,
    55297,
    5120,
    61441,
    15360,
    10240,
    58369,
    40961,
    27648,
    30720,
    46081,
    20480,
    39937,
    34817,
    17408,
)
_SIZES = {0: ("B", 1), 2: ("B", 1), 1: ("b", 1), 132: ("H", 2), 134: ("I", 4), 131: ("h", 2), 133: ("i", 4)}


def _crc(data: bytes) -> int:
    crc = 0
    for byte in data:
        for half in (byte & 0xF, byte >> 4):
            crc = (crc >> 4) & 0x0FFF ^ _CRC[crc & 0xF] ^ _CRC[half]
    return crc


def _definition(local: int, number: int, fields: Sequence[tuple[int, int]]) -> bytes:
    head = struct.pack("<BBBHB", 0x40 | local, 0, 0, number, len(fields))
    return head + b"".join(struct.pack("BBB", each, _SIZES[kind][1], kind) for each, kind in fields)


def fit(
    ride: Channels,
    *,
    began: datetime = BEGAN,
    shifts: Sequence[tuple[int, int, int, int, int]] = (),
    sport: int = 2,
    sub_sport: int = 0,
    places: Sequence[tuple[float, float] | None] = (),
) -> bytes:
    """A FIT file of a ride: a record a second, with its place in degrees where `places` has one, shifts as
    events, a session at the end.
    """
    start = int((began - _EPOCH).total_seconds())
    record = [(253, 134), (5, 134), (6, 132), (4, 2), (7, 132), (2, 132), (13, 1)]
    record += [(0, 133), (1, 133)] if places else []
    event = [(253, 134), (0, 0), (1, 0), (3, 134)]
    session = [(253, 134), (5, 0), (6, 0)]
    body = _definition(0, 20, record) + _definition(1, 21, event) + _definition(2, 18, session)
    metres = np.cumsum(np.nan_to_num(ride.speed_mps))
    told = {
        second: (front, rear, front_teeth, rear_teeth)
        for second, front, rear, front_teeth, rear_teeth in shifts
    }
    for at in range(ride.seconds):
        if at in told:
            front, rear, front_teeth, rear_teeth = told[at]
            data = rear | rear_teeth << 8 | front << 16 | front_teeth << 24
            body += struct.pack("<BIBBI", 1, start + at, 43, 3, data)
        body += struct.pack(
            "<BIIHBHHb",
            0,
            start + at,
            int(metres[at] * 100),
            _whole(ride.speed_mps[at] * 1000, 0xFFFF),
            _whole(ride.cadence_rpm[at], 0xFF),
            _whole(ride.power_w[at], 0xFFFF),
            _whole((ride.elevation_m[at] + 500) * 5, 0xFFFF),
            _whole(ride.temperature_c[at], 0x7F),
        )
        if places:
            place = places[at]
            body += struct.pack("<ii", *([_NOWHERE] * 2 if place is None else map(_semicircles, place)))
    body += struct.pack("<BIBB", 2, start + ride.seconds, sport, sub_sport)
    head = struct.pack("<BBHI4s", 14, 0x20, 2140, len(body), b".FIT")
    head += struct.pack("<H", _crc(head))
    whole = head + body
    return whole + struct.pack("<H", _crc(whole))


_NOWHERE = 0x7FFFFFFF


def _semicircles(degrees: float) -> int:
    return round(degrees * 2**31 / 180)


def _whole(value: float, none: int) -> int:
    return none if np.isnan(value) else round(float(value))


def tcx(ride: Channels, *, began: datetime = BEGAN) -> bytes:
    """A TCX file of a ride, speed and power in its extensions."""
    points = []
    metres = np.cumsum(np.nan_to_num(ride.speed_mps))
    for at in range(ride.seconds):
        stamp = (began + timedelta(seconds=at)).strftime("%Y-%m-%dT%H:%M:%SZ")
        cadence = ride.cadence_rpm[at]
        cadences = "" if np.isnan(cadence) else f"<Cadence>{cadence:.0f}</Cadence>"
        height = ride.elevation_m[at]
        heights = "" if np.isnan(height) else f"<AltitudeMeters>{height:.1f}</AltitudeMeters>"
        points.append(
            f"<Trackpoint><Time>{stamp}</Time><DistanceMeters>{metres[at]:.2f}</DistanceMeters>"
            f"{heights}{cadences}"
            f'<Extensions><TPX xmlns="urn:x"><Speed>{ride.speed_mps[at]:.3f}</Speed></TPX></Extensions>'
            "</Trackpoint>"
        )
    return (
        '<?xml version="1.0"?><TrainingCenterDatabase xmlns="urn:t"><Activities><Activity Sport="Biking">'
        f"<Lap><Track>{''.join(points)}</Track></Lap></Activity></Activities></TrainingCenterDatabase>"
    ).encode()


def gpx(ride: Channels, *, began: datetime = BEGAN) -> bytes:
    """A GPX file of a ride due north, with cadence and temperature in its extensions and no speed."""
    points = []
    metres = np.cumsum(np.nan_to_num(ride.speed_mps))
    for at in range(ride.seconds):
        stamp = (began + timedelta(seconds=at)).strftime("%Y-%m-%dT%H:%M:%SZ")
        points.append(
            f'<trkpt lat="{45 + metres[at] / 111_195:.9f}" lon="7"><ele>300</ele><time>{stamp}</time>'
            f"<extensions><x:atemp>9</x:atemp><x:cad>{ride.cadence_rpm[at]:.0f}</x:cad></extensions></trkpt>"
        )
    return (
        '<?xml version="1.0"?><gpx xmlns="urn:g" xmlns:x="urn:x" version="1.1"><trk><trkseg>'
        f"{''.join(points)}</trkseg></trk></gpx>"
    ).encode()
