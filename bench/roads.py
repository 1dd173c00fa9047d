"""A road of 100 km and 10,000 steps ridden with eight setups, and a track of twelve hours read."""

import http.client
import json
import time
from collections.abc import Callable
from mmap import mmap

import numpy as np

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.physics.road_load import GRAVITY
from kettledrum.core.roads.profile import Profile
from kettledrum.core.roads.ride import ride
from kettledrum.formats.files import as_json
from kettledrum.formats.tracks import one_road
from serving import Served
from tracks import gpx

STEPS = 10_000
Line = Callable[[str, float, str], None]
Timed = Callable[..., float]


def hundred_km() -> Profile:
    """Hills of several lengths, a step every ten metres."""
    at = np.arange(STEPS + 1) * 10.0
    waves = [(20, 300), (6, 90), (30, 900), (80, 4000)]
    return Profile(at, 400 + sum(high * np.sin(at / long) for high, long in waves))


def core(brief: Brief, line: Line, timed: Timed) -> None:
    """The ride, beside the power equation evaluated once for each step and gear, and in a plain loop."""
    road, job = hundred_km(), conditions(brief)
    moves = job.resistance
    gears = [gear for setup in brief.setups for gear in gear_table(setup, job.cadence_rpm).gears]
    speeds = np.array([sum(gear.speed_kmh) / 7.2 for gear in gears])
    grades = road.grade[:, None]

    def power_equation(room: Floats) -> None:
        through = speeds + moves.wind_mps
        drag = 0.5 * moves.density * moves.cda_m2 * through * np.abs(through)
        slope = moves.mass_kg * GRAVITY * (grades + moves.crr) / np.hypot(1, grades)
        np.add(slope, drag, out=room)
        np.multiply(room, speeds, out=room)

    def new_room() -> Floats:
        # As is done for large arrays, unless some larger one was let go just before.
        return np.frombuffer(mmap(-1, 8 * STEPS * len(gears)), dtype=float).reshape(STEPS, -1)

    def plain_loop() -> None:
        for grade in road.grade[::10].tolist():
            for speed in speeds.tolist():
                moves.power_w(speed, grade)

    ridden = timed(lambda: ride(brief, road), 9)
    once = timed(lambda: power_equation(new_room()), 9)
    room = new_room()
    at_hand = timed(lambda: power_equation(room), 9)
    line(f"8 setups ({len(gears)} gears) over 100 km of {STEPS} steps, core", ridden, "ms")
    line("  steps × gears a second", STEPS * len(gears) / ridden / 1000, "million")
    line("  the power equation once on the same steps × gears", once, "ms")
    line("  so many times as long as that", ridden / once, "×")
    line("  the power equation once, written to memory that is at hand", at_hand, "ms")
    line("  so many times as long as that", ridden / at_hand, "×")
    line("  the power equation once in a plain loop (a tenth × 10)", timed(plain_loop, 3) * 10, "ms")


def through_the_api(served: Served, brief: Brief, line: Line, timed: Timed) -> None:
    """The same through the API, and the import of a track of 12 hours at one point a second."""
    road = hundred_km()
    points = list(zip(road.distance_m.tolist(), road.elevation_m.round(2).tolist(), strict=True))
    data = as_json(brief)
    assert isinstance(data, dict)
    data["road"] = {**data["road"], "routes": [{"name": "Hundred", "points": points}]}
    connection = http.client.HTTPConnection(served.address.split("/")[2])

    def send(path: str, body: bytes, kind: str = "application/json") -> bytes:
        connection.request("POST", path, body, {"content-type": kind})
        return connection.getresponse().read()

    [job] = json.loads(send("/api/import", json.dumps(data).encode(), "application/octet-stream"))["jobs"]
    [held] = served.get(f"api/jobs/{job['id']}")["roads"]
    path, body = f"/api/jobs/{job['id']}/roads/{held['id']}/ride", json.dumps(as_json(brief)).encode()
    line(
        "the same through the API, with the road read from the store",
        timed(lambda: send(path, body), 9),
        "ms",
    )
    seconds = np.arange(12 * 3600)
    east = -30 + 0.01 * np.sin(seconds / 700)
    track = gpx(
        [
            (f"{40 + at * 4e-5:.6f}", f"{across:.6f}", f"{300 + 90 * np.sin(at / 900):.1f}")
            for at, across in zip(seconds.tolist(), east.tolist(), strict=True)
        ]
    )
    line(
        f"a track of 12 hours at one point a second ({len(track) / 1e6:.1f} MB), read",
        timed(lambda: one_road(track, "Long"), 3), "ms",
    )  # fmt: skip
    start = time.perf_counter()
    send(f"/api/jobs/{job['id']}/roads/import?name=Long", track, "application/octet-stream")
    line("  imported through the API", (time.perf_counter() - start) * 1000, "ms")
