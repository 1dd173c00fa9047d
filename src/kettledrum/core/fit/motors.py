"""Rules of motors: a place of their own, a speed that makes sense, and none against another."""

import math
from collections.abc import Iterator

from kettledrum.core.fit.rule import TRADE, Bike, Finding, Rule, not_known
from kettledrum.core.gearing.path import path_options
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.motor_place import WHEELS, entry_place
from kettledrum.core.parts.stage import has_gears

FASTEST_KMH = 100.0
"""A motor that would turn the wheel faster than this without load is geared wrongly, or not for a bicycle."""
ALIKE = 0.1
"""Motors whose speeds without load are no farther apart than this pull together."""


def _motor_place(bike: Bike) -> Iterator[Finding]:
    if bike.motors_at("cranks"):
        case = bike.gearbox or bike.chaingear
        if case is not None:
            yield Finding(
                "fails",
                f"a motor at the cranks and {bike.name(case)} want the same place",
                "gears in the hub, or a unit with motor and gears in one case",
            )
        else:
            yield Finding("holds", "the motor has the cranks to itself")
    if bike.motors_at("rear hub"):
        if bike.geared_hub is not None:
            yield Finding(
                "fails",
                "a motor in the rear hub leaves no room for gears there",
                "a motor in the front hub or at the cranks",
            )
        else:
            yield Finding("holds", "the motor has the rear hub to itself")


def _axle(bike: Bike) -> Iterator[Finding]:
    """A motor in a hub turns its axle against the dropouts as hard as it turns the wheel."""
    for motor in bike.setup.motors or []:
        if motor.at not in WHEELS:
            continue
        name = motor.name or "the motor"
        pushes = f"{motor.most_nm:.0f} Nm with which {name} turns its axle"
        supports = bike.frame.torque_supports if motor.at == "rear hub" else None
        if supports is not None and "arm" in supports:
            yield Finding("holds", f"the frame takes an arm against the {pushes}")
        elif supports is not None:
            yield Finding(
                "fails",
                f"the frame takes no arm against the {pushes}",
                "an arm that fits, if made: washers and slots alone do not hold a motor",
            )
        else:
            end = "the fork bears" if motor.at == "front hub" else "the dropouts bear"
            yield not_known(
                f"whether {end} the {pushes} is not said",
                "the word of the makers of frame and motor on it, above all for aluminium and carbon, and "
                "which torque arm they ask for",
            )


def free_rpm(motor: Motor) -> float | None:
    """How fast a motor turns without load where its torque enters, in rpm; None where that is not known."""
    rpm = motor.no_load_rpm or (motor.curve[-1][0] if motor.curve else None)
    return None if rpm is None else rpm * motor.reduction_ratio


def _speed_kmh(bike: Bike, motor: Motor) -> float | None:
    """How fast the bicycle would go at a motor's speed without load, in its highest gear."""
    rpm, place = free_rpm(motor), entry_place(bike.stages, motor)
    if rpm is None or place is None:
        return None
    highest = [max(option.ratio for option in stage.options) for stage in path_options(bike.stages)]
    return rpm * math.prod(highest[place:]) * bike.setup.wheel.circumference_m * 60 / 1000


def _speed(bike: Bike) -> Iterator[Finding]:
    for motor in bike.setup.motors or []:
        name, kmh = motor.name or "the motor", _speed_kmh(bike, motor)
        if kmh is None:
            yield not_known(
                f"the speed of {name} without load is not known", "its sheet, or counted on a stand"
            )
        elif kmh > FASTEST_KMH:
            yield Finding(
                "fails",
                f"{name} would turn the wheel to {kmh:.0f} km/h without load: no bicycle is made for that",
                "more reduction, or another place",
            )
        else:
            yield Finding("holds", f"{name} turns the wheel to {kmh:.0f} km/h without load")


def _fight(bike: Bike) -> Iterator[Finding]:
    motors = bike.setup.motors or []
    if len(motors) < 2:
        return
    ends = {motor.assist.cutoff_kmh for motor in motors if motor.assist and motor.assist.cutoff_kmh}
    if len(ends) > 1:
        words = " and ".join(f"{end:g}" for end in sorted(ends))
        yield Finding(
            "fails", f"its motors end at {words} km/h: the one is carried by the other", "one limit for all"
        )
    speeds = [kmh for motor in motors if (kmh := _speed_kmh(bike, motor)) is not None]
    if len(speeds) == len(motors) and max(speeds) > min(speeds) * (1 + ALIKE):
        yield Finding(
            "tight",
            f"without load they go {min(speeds):.0f} and {max(speeds):.0f} km/h: beyond that the "
            f"faster one carries the other along",
            "a freewheel behind the slower one, or reductions that suit each other",
        )


def _eases(bike: Bike) -> Iterator[Finding]:
    """A motor before gears that do not shift under load must let go while they do."""
    hub = next((place for place, stage in enumerate(bike.stages) if has_gears(stage)), None)
    if hub is None:
        return
    stage = bike.stages[hub]
    if stage.behaviour is None or stage.behaviour.shifts_under_load is not False:
        return
    for motor in bike.setup.motors or []:
        place = entry_place(bike.stages, motor)
        if place is None or place > hub:
            continue
        name = motor.name or "the motor"
        if motor.eases_to_shift is None:
            what = f"{bike.name(stage)} does not shift under load; whether {name} eases off is not known"
            yield not_known(what, "“shift detection” or a brake lever’s switch on its sheet")
        elif motor.eases_to_shift:
            yield Finding("holds", f"{name} eases off while {bike.name(stage)} shifts")
        else:
            yield Finding(
                "tight",
                f"{bike.name(stage)} does not shift under load, and {name} does not ease off",
                "let go of pedals or throttle before each shift",
            )


def _cargo(bike: Bike) -> Iterator[Finding]:
    """On a cargo bicycle a motor must be approved for it."""
    kind = bike.brief.load.bicycle if bike.brief.load else None
    if kind != "cargo":
        return
    for motor in bike.setup.motors or []:
        name = motor.name or "the motor"
        if motor.cargo_approved is None:
            yield not_known(f"whether {name} is approved for cargo bicycles is not known", "its maker")
        elif motor.cargo_approved:
            yield Finding("holds", f"{name} is approved for cargo bicycles")
        else:
            yield Finding(
                "fails",
                f"{name} is not approved for cargo bicycles",
                "a motor that its maker approves for them",
            )


MOTOR_RULES = [
    Rule(
        "motor-cargo",
        "motor",
        "Brakes, gears and cooling of a motor are made for a mass; beyond it the maker does not answer.",
        TRADE,
        _cargo,
    ),
    Rule("motor-eases", "motor", "Gears forced to shift under a motor’s load wear and break.", TRADE, _eases),
    Rule(
        "motor-axle",
        "motor",
        "An axle that turns tears the motor’s wires and can leave its dropouts, wheel and all.",
        TRADE,
        _axle,
    ),
    Rule("motor-place", "motor", "Motor and gears must not want the same place.", TRADE, _motor_place),
    Rule(
        "motor-speed", "motor", "A motor that runs away takes the wheel, and hands, with it.", TRADE, _speed
    ),
    Rule("motors-fight", "motor", "Two motors on one bicycle must pull together.", TRADE, _fight),
]
