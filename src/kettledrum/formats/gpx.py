"""A road as a GPX file."""

import xml.etree.ElementTree as ET

from kettledrum.core.job.route import Route
from kettledrum.core.terms.errors import InvalidInput, Problem

MOST_TRACK_BYTES = 64_000_000
"""Of a file of roads that is read."""
_SPACE = "http://www.topografix.com/GPX/1/1"


def gpx_text(route: Route) -> str:
    """A road as the text of a GPX 1.1 file with one track. Raises InvalidInput where it has no places."""
    if not route.places or not route.points:
        raise InvalidInput(
            [Problem("places", "this road was drawn by length and grade: where it lies is not known")]
        )
    ET.register_namespace("", _SPACE)
    root = ET.Element(f"{{{_SPACE}}}gpx", {"version": "1.1", "creator": "Kettledrum"})
    track = ET.SubElement(root, f"{{{_SPACE}}}trk")
    ET.SubElement(track, f"{{{_SPACE}}}name").text = route.name
    segment = ET.SubElement(track, f"{{{_SPACE}}}trkseg")
    for (latitude, longitude), (_, elevation) in zip(route.places, route.points, strict=True):
        point = ET.SubElement(
            segment, f"{{{_SPACE}}}trkpt", {"lat": f"{latitude:.6f}", "lon": f"{longitude:.6f}"}
        )
        ET.SubElement(point, f"{{{_SPACE}}}ele").text = f"{elevation:.2f}"
    ET.indent(root)
    return ET.tostring(root, encoding="unicode", xml_declaration=True) + "\n"


def road_table_text(route: Route) -> str:
    """A road as a table of distance and elevation in m, as it can be read again."""
    # Imported here, since only roads need the arrays it works with.
    from kettledrum.core.roads.profile import profile

    road = profile(route)
    rows = zip(road.distance_m.tolist(), road.elevation_m.tolist(), strict=True)
    return "".join(["distance m,elevation m\n", *(f"{at:.2f},{height:.3f}\n" for at, height in rows)])
