"""Makes the roads of the demo: GPX files of a seeded terrain in open sea, and what they come out as.

The terrain is a list of legs with a little seeded unevenness on it; the line on the map a seeded bend of a
circle, or of a straight line. The names are invented, and the places are far from any land.
"""

import json
import xml.etree.ElementTree as ET
from dataclasses import dataclass
from pathlib import Path

import numpy as np

from kettledrum.core.roads.cleaning import EARTH_RADIUS_M
from kettledrum.formats.files import as_json
from kettledrum.formats.tracks import one_road

DEMO = Path(__file__).parents[1] / "src" / "kettledrum" / "demo"
SPACING_M = 12.0
WHERE = (31.0, -41.0)
_SPACE = "http://www.topografix.com/GPX/1/1"


@dataclass(frozen=True)
class DemoRoad:
    """A road of a demo job: legs of metres and grades in percent, and places by their distance in km."""

    job: str
    file: str
    name: str
    rides: dict[str, object]
    start_m: float
    loop: bool
    seed: int
    legs: list[tuple[float, float]]
    places: dict[str, float]


ROADS = [
    DemoRoad(
        job="honey-round", file="honey-round.gpx", name="Round of the three apiaries",
        rides={"count": 7, "per": "month"}, start_m=212, loop=True, seed=11,
        legs=[
            (2600, 0.4), (900, 2.5), (1400, 4.5), (350, 7.5), (70, 12), (500, 3), (1500, -5.5), (600, -1),
            (800, 3.5), (1100, 5.5), (250, 8.5), (900, 1), (700, -2), (1900, -4.8), (450, -8), (900, 2),
            (1300, 1.5), (500, 6.2), (1700, -3.4), (1200, -0.6), (2300, -0.9), (1100, -1.15),
        ],
        places={"Thrumcombe": 0, "Hivering apiary": 5.6, "Ossel apiary": 10.9, "Low Quern apiary": 17.4},
    ),
    DemoRoad(
        job="ferry-commute", file="ferry-commute.gpx", name="Dyke road to the ferry",
        rides={"count": 10, "per": "week"}, start_m=3, loop=False, seed=23,
        legs=[
            (1800, 0.05), (180, 3.2), (160, -3.4), (3100, -0.03), (900, 0.12), (240, 4.1), (230, -4.2),
            (2400, 0.02), (500, -0.3),
        ],
        places={"Saltreed": 0, "Sluice bridge": 2, "Ferry steps": 9.5},
    ),
    DemoRoad(
        job="ridge-crossing", file="ridge-crossing.gpx", name="Over Cold Tarn ridge",
        rides={"count": 4, "per": "year"}, start_m=480, loop=False, seed=37,
        legs=[
            (1500, 2), (2200, 6), (300, 10.5), (120, 17.5), (900, 4), (1800, 7.2), (90, 21), (700, 8.5),
            (1600, 0.8), (450, -6), (500, 7.8), (800, -2.5), (1500, -9), (1900, -7), (220, 9), (2600, -5.2),
        ],
        places={"Withy ford": 0, "Camp at the tarn": 10.1, "Brannoch bothy": 17.1},
    ),
]  # fmt: skip


def terrain(road: DemoRoad) -> tuple[np.ndarray, np.ndarray]:
    """Distances and elevations in m, every twelve metres."""
    lengths, grades = np.array(road.legs).T
    corners = np.concatenate(([0], np.cumsum(lengths)))
    heights = road.start_m + np.concatenate(([0], np.cumsum(lengths * grades / 100)))
    if road.loop:
        heights -= (heights[-1] - heights[0]) * corners / corners[-1]
    at = np.arange(0, corners[-1], SPACING_M)
    chance = np.random.default_rng(road.seed)
    uneven = sum(
        chance.uniform(0.1, 0.5) * np.sin(2 * np.pi * at / length + chance.uniform(0, 6))
        for length in (190, 420)
    )
    return at, np.interp(at, corners, heights) + uneven + chance.normal(0, 0.3, len(at))


def line(road: DemoRoad, at: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Latitudes and longitudes whose distances are those of the terrain."""
    chance = np.random.default_rng(road.seed + 1)
    turn = np.linspace(0, 2 * np.pi, 4000)
    bends = sum(chance.uniform(0.05, 0.16) * np.sin(n * turn + chance.uniform(0, 6)) for n in range(2, 9))
    if road.loop:
        east, north = (1 + bends) * np.cos(turn), (1 + bends) * np.sin(turn)
    else:
        east, north = turn, 3 * bends + 0.3 * turn
    along = np.concatenate(([0], np.cumsum(np.hypot(np.diff(east), np.diff(north)))))
    scale = at[-1] / along[-1]
    metres_east, metres_north = (np.interp(at, along * scale, way * scale) for way in (east, north))
    latitude = WHERE[0] + np.degrees(metres_north / EARTH_RADIUS_M)
    return latitude, WHERE[1] + np.degrees(metres_east / EARTH_RADIUS_M) / np.cos(np.radians(WHERE[0]))


def gpx(road: DemoRoad) -> bytes:
    """The road as a device would have recorded it."""
    at, elevation = terrain(road)
    latitude, longitude = line(road, at)
    ET.register_namespace("", _SPACE)
    root = ET.Element(f"{{{_SPACE}}}gpx", {"version": "1.1", "creator": "Kettledrum demo"})

    def point(parent: ET.Element, tag: str, place: int) -> ET.Element:
        found = ET.SubElement(
            parent,
            f"{{{_SPACE}}}{tag}",
            {"lat": f"{latitude[place]:.6f}", "lon": f"{longitude[place]:.6f}"},
        )
        ET.SubElement(found, f"{{{_SPACE}}}ele").text = f"{elevation[place]:.1f}"
        return found

    for name, kilometres in road.places.items():
        place = point(root, "wpt", min(int(kilometres * 1000 / SPACING_M), len(at) - 1))
        ET.SubElement(place, f"{{{_SPACE}}}name").text = name
    track = ET.SubElement(root, f"{{{_SPACE}}}trk")
    ET.SubElement(track, f"{{{_SPACE}}}name").text = road.name
    segment = ET.SubElement(track, f"{{{_SPACE}}}trkseg")
    for place in range(len(at)):
        point(segment, "trkpt", place)
    return ET.tostring(root, encoding="UTF-8", xml_declaration=True) + b"\n"


def main() -> None:
    """Writes the GPX files, and roads.json with the roads as they are read from them."""
    held: dict[str, list[object]] = {}
    for road in ROADS:
        data = gpx(road)
        (DEMO / road.file).write_bytes(data)
        route = as_json(one_road(data, road.name))
        assert isinstance(route, dict)
        held.setdefault(road.job, []).append({**route, "rides": road.rides})
    text = json.dumps(held, ensure_ascii=False, separators=(",", ":")).replace('{"name"', '\n{"name"')
    (DEMO / "roads.json").write_text(text + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
