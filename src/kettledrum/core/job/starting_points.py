"""What new setups, motors and home-built drives may start from: round figures of ours, to be changed."""

from typing import Any

from pydantic import BaseModel

from kettledrum.core.inside.gears import Gears
from kettledrum.core.job.home_built import HomeBuilt, Shaft
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.setup import Cranks
from kettledrum.core.parts.stage import Stage
from kettledrum.core.parts.wheel import Wheel
from kettledrum.core.terms.validation import validate


class StartingPath(BaseModel):
    """A drive of a kind, by what it is."""

    name: str
    path: list[Stage]


class StartingMotor(BaseModel):
    """A motor of a kind; some go only into the case of a gearbox."""

    name: str
    motor: Motor
    needs_gearbox: bool = False


class StartingPoints(BaseModel):
    """All that may be started from.

    `cranks` and `wheel` of a bicycle of which nothing is known; drives of every kind; `planetary` gears and
    gear `trains` to try things on; the sprockets before a hub and behind a gearbox that were made of such
    gears; the kinds of motor; a home-built drive, and a shaft before its first stage and behind any.
    """

    cranks: Cranks
    wheel: Wheel
    paths: list[StartingPath]
    planetary: Gears
    trains: Gears
    before_hub: Stage
    behind_gearbox: Stage
    motors: list[StartingMotor]
    drive: HomeBuilt
    first_shaft: Shaft
    next_shaft: Shaft


def _sprockets(front: list[int], rear: list[int], drive: str = "chain") -> dict[str, Any]:
    return {"kind": "sprockets", "drive": drive, "front": front, "rear": rear}


def _case(kind: str, **gears: object) -> dict[str, Any]:
    return {"kind": kind, "gears": gears}


_PLANETARY: list[dict[str, Any]] = [
    {"sun": 24, "ring": 60, "planets": 3, "held": "sun", "uses": ["down", "direct", "up"]}
]
_TRAINS = [[[24, 40], [32, 32], [40, 24]], [[28, 36], [32, 32]]]

_PATHS: dict[str, list[dict[str, Any]]] = {
    "Single-speed": [_sprockets([42], [18])],
    "Hub with gears": [_sprockets([42], [20]), _case("hub", ratios=[0.6, 0.72, 0.85, 1, 1.2, 1.45])],
    "Gearbox at the cranks": [
        _case("gearbox", ratios=[0.6, 0.73, 0.9, 1.1, 1.34, 1.64, 2]),
        _sprockets([34], [28], "belt"),
    ],
    "Stepless hub": [_sprockets([46], [22]), _case("hub", stepless={"low": 0.55, "high": 1.8})],
    "Gearbox of two trains": [_case("gearbox", layshaft=_TRAINS), _sprockets([34], [28], "belt")],
    "Planetary hub": [_sprockets([42], [20]), _case("hub", epicyclic=_PLANETARY)],
    "Chaingear and hub": [
        _case("gearbox", ratios=[1, 1.6]),
        _sprockets([32], [18]),
        _case("hub", ratios=[0.7, 0.84, 1, 1.2, 1.43]),
    ],
    "Hub behind a cassette": [
        _sprockets([44], [12, 14, 16, 19, 22, 26, 30]),
        _case("hub", ratios=[0.7, 1, 1.43]),
    ],
    "Two-speed, two chains": [{"kind": "sprockets", "drive": "chain", "pairs": [[30, 21], [42, 17]]}],
    "Shed-built, with a jackshaft": [_sprockets([32], [20]), _sprockets([38], [16])],
    "Derailleur, one ring": [_sprockets([40], [11, 13, 15, 18, 21, 25, 30, 36, 43])],
    "Derailleur, two rings": [_sprockets([30, 44], [11, 13, 15, 17, 20, 23, 27, 32])],
    "Derailleur, three rings": [_sprockets([22, 32, 44], [11, 13, 15, 17, 20, 23, 26, 30, 34])],
}

_MOTORS: dict[str, dict[str, Any]] = {
    "Motor at the cranks": {"name": "crank motor", "at": "cranks", "torque_nm": 60, "power_w": 450},
    "Motor in one case with the gearbox": {
        "name": "motor in the gearbox’s case",
        "at": "gearbox",
        "torque_nm": 60,
        "power_w": 450,
    },
    "Motor in the rear hub": {"name": "rear hub motor", "at": "rear hub", "torque_nm": 40, "power_w": 400},
    "Motor in the front hub": {
        "name": "front hub motor",
        "at": "front hub",
        "torque_nm": 35,
        "power_w": 350,
    },
    "Salvaged geared motor on a chain": {
        "name": "salvaged motor",
        "at": {"before": 0},
        "torque_nm": 6,
        "power_w": 250,
        "no_load_rpm": 400,
        "reduction": [[14, 42]],
        "assist": {"by": "throttle"},
    },
}

_DRIVE: dict[str, Any] = {
    "name": "Home-built drive",
    "motor": {"name": "salvaged geared motor", "count": 1, "rpm": 180, "voltage_v": 24, "current_a": 8},
    "stages": [[16, 28]],
    "wheel_mm": 500,
    "wanted_kmh": 6,
}
_SHAFT: dict[str, Any] = {"diameter_mm": 15, "span_mm": 100, "material": "mild steel bar"}


def starting_points() -> StartingPoints:
    """Everything that may be started from; none of it is anybody's product."""
    data: dict[str, Any] = {
        "cranks": {"length_mm": 170},
        "wheel": {"bead_seat_mm": 622, "tyre_mm": 42},
        "paths": [{"name": name, "path": path} for name, path in _PATHS.items()],
        "planetary": {"epicyclic": _PLANETARY},
        "trains": {"layshaft": _TRAINS},
        "before_hub": _sprockets([42], [20]),
        "behind_gearbox": _sprockets([42], [34]),
        "motors": [
            {"name": name, "motor": motor, "needs_gearbox": motor["at"] == "gearbox"}
            for name, motor in _MOTORS.items()
        ],
        "drive": _DRIVE,
        "first_shaft": {**_SHAFT, "after": 0, "driving_at_mm": 130},
        "next_shaft": {**_SHAFT, "after": 1, "driven_at_mm": -30},
    }
    return validate(StartingPoints, data)
