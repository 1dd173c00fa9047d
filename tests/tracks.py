"""Tracks small enough to see through: a degree of latitude is 111,195 m."""

METRES_A_DEGREE = 111_195.08


def gpx(*segments: list[tuple], name: str = "Mill lane", inside: str = "", head: str = "") -> bytes:
    """A GPX file of one track. A point is latitude, longitude, then elevation and time, which may be None."""
    points = "".join(f"<trkseg>{''.join(map(point, segment))}</trkseg>" for segment in segments)
    return (
        f'<?xml version="1.0"?>{head}<gpx version="1.1" creator="any" xmlns="http://www.topografix.com/GPX/1/1">'
        f"{inside}<trk><name>{name}</name>{points}</trk></gpx>"
    ).encode()


def point(given: tuple, tag: str = "trkpt") -> str:
    latitude, longitude, *rest = given
    elevation, time = [*rest, None, None][:2]
    inner = "" if elevation is None else f"<ele>{elevation}</ele>"
    inner += "" if time is None else f"<time>{time}</time>"
    return f'<{tag} lat="{latitude}" lon="{longitude}">{inner}</{tag}>'


def ramp(length_m: int = 2000, grade: float = 0.05, start: float = 40.0) -> list[tuple]:
    """Due north in open sea, a point every ten metres."""
    return [
        (f"{start + at / METRES_A_DEGREE:.7f}", -30, f"{100 + grade * at:.2f}")
        for at in range(0, length_m + 1, 10)
    ]
