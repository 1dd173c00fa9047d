"""Setups and briefs small enough to work out by hand."""

from copy import deepcopy
from typing import Any

WHEEL = {"bead_seat_mm": 622, "tyre_mm": 42}
"""706 mm across, so 2217.96 mm round."""


def sprockets(front: list[int], rear: list[int], drive: str = "chain") -> dict[str, Any]:
    return {"kind": "sprockets", "drive": drive, "front": front, "rear": rear}


def hub(*ratios: float) -> dict[str, Any]:
    return {"kind": "hub", "gears": {"ratios": list(ratios)}}


def stepless_hub(low: float, high: float) -> dict[str, Any]:
    return {"kind": "hub", "gears": {"stepless": {"low": low, "high": high}}}


def gearbox(*ratios: float) -> dict[str, Any]:
    return {"kind": "gearbox", "gears": {"ratios": list(ratios)}}


def setup(*path: dict[str, Any], name: str = "As ridden", **parts: Any) -> dict[str, Any]:
    return {
        "format": "kettledrum-setup/1",
        "name": name,
        "cranks": {"length_mm": 170},
        "path": deepcopy(list(path)) or [sprockets([42], [21])],
        "wheel": dict(WHEEL),
        **parts,
    }


WITHOUT_COST = {"cranks": {"length_mm": 170, "price": 0}, "wheel": {**WHEEL, "price": 0}}
"""Cranks and a wheel that are there already, so that only what is looked at costs anything."""


def brief(*setups: dict[str, Any], **parts: Any) -> dict[str, Any]:
    return {
        "format": "kettledrum-brief/1",
        "name": "Mill lane",
        "rider": {"mass_kg": 78, "power_w": 125, "cadence_rpm": [60, 88]},
        "setups": list(setups),
        **parts,
    }


NINE_SPEED_HUB = {
    "format": "kettledrum-setup/1",
    "name": "Nine-speed hub, 44 × 19",
    "cranks": {"length_mm": 170},
    "path": [
        {"kind": "sprockets", "drive": "chain", "front": [44], "rear": [19]},
        {
            "kind": "hub",
            "name": "nine-speed hub, grease",
            "gears": {"ratios": [0.53, 0.64, 0.76, 0.91, 1.0, 1.18, 1.42, 1.69, 2.02]},
            "limits": {"primary_ratio_min": 1.95, "input_torque_max_nm": 95},
        },
    ],
    "wheel": {"bead_seat_mm": 622, "tyre_mm": 42},
}
"""The setup file shown in docs/formats.md."""

WHOLE_BRIEF = {
    "format": "kettledrum-brief/1",
    "name": "Honey round",
    "rider": {"mass_kg": 78, "power_w": 125, "burst_w": 220, "cadence_rpm": [60, 88], "grind_rpm": 45},
    "load": {"bike_kg": 17, "cargo_kg": 31, "trailer_kg": 0},
    "road": {
        "crr": 0.008,
        "cda_m2": 0.55,
        "wind_kmh": 0,
        "altitude_m": 300,
        "temperature_c": 12,
        "steepest": 0.14,
    },
    "wants": {},
    "reference": "Nine-speed hub, 44 × 19",
    "setups": [NINE_SPEED_HUB],
}
"""A brief file with every key that the format names so far."""


REFUSED_SETUPS: list[tuple[dict[str, Any], str]] = [
    (setup(sprockets([4], [20])), "path[0].front[0]: must be a whole number from 5 to 200"),
    (setup(sprockets([201], [20])), "path[0].front[0]: must be a whole number from 5 to 200"),
    (setup(sprockets([40], [20.5])), "path[0].rear[0]: must be a whole number from 5 to 200"),
    (
        setup({**sprockets([], [20]), "front": ["forty"]}),
        "path[0].front[0]: must be a whole number from 5 to 200",
    ),
    (setup(sprockets([40], [])), "path[0].rear: must have at least one entry"),
    (setup(hub(0)), "path[0].gears.ratios[0]: must be above 0 and at most 20"),
    (setup(hub(1, 20.5)), "path[0].gears.ratios[1]: must be above 0 and at most 20"),
    (setup(hub()), "path[0].gears.ratios: must have at least one entry"),
    (setup(hub(*[1] * 401)), "path[0].gears.ratios: must have at most 400 entries"),
    (
        setup(sprockets([*range(20, 41)], [*range(11, 31)])),
        "path: has 420 gears; one path may have at most 400",
    ),
    (setup(name="x" * 121), "name: must be text of 1 to 120 characters"),
    (setup(name="<b>Fast</b>"), "name: must be plain text without < or >"),
    (setup(colour="red"), "colour: is not known here; allowed are"),
    (setup() | {"format": "kettledrum-setup/2"}, "format: must be “kettledrum-setup/1”"),
]
"""Setups that cannot be, and what is said of each, wherever it is given."""

REFUSED_BRIEFS: list[tuple[dict[str, Any], str]] = [
    (brief(setup(), setup()), "setups[1].name: must differ from the other setups' names"),
    (
        brief(rider={"mass_kg": 78, "power_w": 125, "cadence_rpm": [88, 60]}),
        "rider.cadence_rpm: must run from low to high, low below high",
    ),
    (brief(spokes=36), "spokes: is not known here; allowed are"),
    (brief() | {"format": "kettledrum-brief/2"}, "format: must be “kettledrum-brief/1”"),
]
