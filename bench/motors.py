"""How far batteries go over 100 km with eight setups at four levels, and how fast a ride is simulated."""

import time
from collections.abc import Callable

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.motors.range import setup_ranges
from kettledrum.core.roads.profile import Profile
from kettledrum.core.simulation.bike import SimulatedBike
from kettledrum.core.simulation.course import of_profile
from kettledrum.core.terms.validation import validate
from kettledrum.formats.files import as_json

LEVELS = [{"name": f"level {share}", "share": share} for share in (0.5, 1, 1.5, 2.5)]
MOTOR = {
    "at": "front hub",
    "torque_nm": 40,
    "power_w": 400,
    "assist": {"cutoff_kmh": 25, "fade_kmh": 1, "levels": LEVELS},
    "battery": {"energy_wh": 500, "voltage_v": 36, "current_max_a": 20},
    "winding": {"resistance_ohm": 0.15, "torque_constant_nm_a": 1.2, "no_load_a": 0.6},
}


def with_motors(brief: Brief) -> Brief:
    """The same setups, each with a motor of four levels, whose constants are known."""
    data = as_json(brief)
    assert isinstance(data, dict)
    setups = [{**each, "motors": [MOTOR]} for each in data["setups"]]
    return validate(Brief, {**data, "setups": setups})


def core(
    brief: Brief, road: Profile, line: Callable[[str, float, str], None], timed: Callable[..., float]
) -> None:
    """Ranges over the road, and the ride of one setup in steps of time."""
    driven = with_motors(brief)
    points = list(zip(road.distance_m.tolist(), road.elevation_m.tolist(), strict=True))
    route = Route(name="Hundred", points=points)
    line(
        f"ranges of 8 setups × 4 levels over 100 km of {len(points) - 1} steps, core",
        timed(lambda: setup_ranges(driven, [route]), 5),
        "ms",
    )
    course = of_profile(road)
    for what, job in (("with a motor", driven), ("without", brief)):
        bike = SimulatedBike(job, job.setups[3], course)
        start = time.perf_counter()
        while bike.time_s < 3600 and not bike.done:
            bike.step()
        line(f"simulation of an hour, {what}: × real time", bike.time_s / (time.perf_counter() - start), "×")
