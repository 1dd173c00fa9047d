"""A road as a file: GPX, or a table of distance and elevation. It can be read again as it is."""

import xml.etree.ElementTree as ET

from kettledrum.core.job.route import Route
from kettledrum.core.terms.errors import InvalidInput, Problem

MOST_TRACK_BYTES = 64_000_000
MOST_RIDE_BYTES = 64_000_000
"""Of a file of roads that is read."""
OWN = "Kettledrum"
"""The maker that our own files name."""
SPACE, ALONG = "urn:kettledrum:road:1", "along"
"""The namespace of what our own files say of each point besides, and how they name the way to it."""
CLEANED = "cleaned"
"""The column by which a table of our own says that its road is to be taken as it stands."""
_GPX = "http://www.topografix.com/GPX/1/1"


def gpx_text(route: Route) -> str:
    """A road as the text of a GPX 1.1 file with one track. Raises InvalidInput where it has no places.

    How far along each point lies stands among its extensions, so that it need not be worked out anew.
    """
    if not route.places or not route.points:
        raise InvalidInput(
            [Problem("places", "this road was drawn by length and grade: where it lies is not known")]
        )
    ET.register_namespace("", _GPX)
    ET.register_namespace("kettledrum", SPACE)
    root = ET.Element(f"{{{_GPX}}}gpx", {"version": "1.1", "creator": OWN})
    track = ET.SubElement(root, f"{{{_GPX}}}trk")
    ET.SubElement(track, f"{{{_GPX}}}name").text = route.name
    if route.cleaned:
        ET.SubElement(track, f"{{{_GPX}}}desc").text = route.cleaned
    segment = ET.SubElement(track, f"{{{_GPX}}}trkseg")
    for (latitude, longitude), (along, elevation) in zip(route.places, route.points, strict=True):
        point = ET.SubElement(
            segment, f"{{{_GPX}}}trkpt", {"lat": _decimal(latitude), "lon": _decimal(longitude)}
        )
        ET.SubElement(point, f"{{{_GPX}}}ele").text = _decimal(elevation)
        more = ET.SubElement(point, f"{{{_GPX}}}extensions")
        ET.SubElement(more, f"{{{SPACE}}}{ALONG}").text = _decimal(along)
    ET.indent(root)
    return ET.tostring(root, encoding="unicode", xml_declaration=True) + "\n"


def _decimal(value: float) -> str:
    """A figure with all its digits, never with an exponent, which GPX does not know."""
    text = repr(float(value))
    return f"{value:.12f}" if "e" in text else text


def road_table_text(route: Route) -> str:
    """A road as a table of distance and elevation in m: its points, or the corners of a drawn one."""
    # Imported here, since only roads need the arrays it works with.
    from kettledrum.core.roads.profile import corners

    at, height = corners(route)
    rows = zip(at.tolist(), height.tolist(), strict=True)
    return "".join(
        [f"distance m,elevation m,{CLEANED}\n", *(f"{_decimal(d)},{_decimal(z)},yes\n" for d, z in rows)]
    )
