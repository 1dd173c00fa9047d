"""Motors in one gear of a path: how fast they turn, and how much of their torque is called for."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from kettledrum.core.gearing.gear_table import Gear, GearTable, ratios_in
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.motors.assist_levels import share_at
from kettledrum.core.motors.electric import torque_held_by
from kettledrum.core.parts.efficiency import stage_efficiency
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.motor_place import entry_place
from kettledrum.core.parts.setup import Setup


@dataclass(frozen=True, slots=True)
class Driven:
    """A motor in one gear: its turns for a turn of the wheel, and the share that reaches the wheel.

    `cranks` are the turns of the cranks for one of the wheel.
    """

    motor: Motor
    turns: float
    share: float
    cranks: float

    def at_wheel_nm(self, torque_nm: float) -> float:
        """What reaches the wheel of a torque of the motor's own, in Nm."""
        return torque_nm * self.turns * self.share


def driven_in(setup: Setup, table: GearTable, gear: Gear) -> list[Driven]:
    """The motors of a setup in a gear."""
    return driven_by(setup, ratios_in(table, gear))


def driven_by(setup: Setup, ratios: Sequence[float]) -> list[Driven]:
    """The motors of a setup with its stages in these ratios."""
    shares = [stage_efficiency(stage)[0].typical for stage in setup.path]
    driven = []
    for motor in setup.motors or []:
        place = entry_place(setup.path, motor)
        assert place is not None
        turns = 1 / (math.prod(ratios[place:]) * motor.reduction_ratio)
        driven.append(Driven(motor, turns, math.prod(shares[place:]), 1 / math.prod(ratios)))
    return driven


def motor_rpm(driven: Driven, speed_mps: float, table: GearTable) -> float:
    """How fast the motor itself turns at a speed in m/s."""
    return speed_mps * 60 / table.circumference_m * driven.turns


def legs_follow_to_kmh(table: GearTable) -> float:
    """The speed in km/h beyond which legs cannot follow the highest gear."""
    return table.gears[-1].speed_kmh[1]


def rider_follows_w(speed_mps: float, table: GearTable, job: Conditions) -> float:
    """The rider's power in W at the pedals at a speed: none where the highest gear turns faster than legs."""
    return job.power_w if speed_mps * 3.6 <= legs_follow_to_kmh(table) * (1 + 1e-9) else 0.0


def called_for(
    driven: Driven,
    speed_mps: float,
    table: GearTable,
    job: Conditions,
    level: str | None = None,
    rider_w: float | None = None,
) -> float:
    """The torque of the motors on a shaft, as far as they can, and as far as they are called for.

    By the name of a `level`, so many times the rider's power, which is that of all day unless `rider_w` is
    given; by their highest one unless they have it; by all they have where they have none or are called for
    by hand. Called for by torque they add so many times the torque of the pedals where they enter: for a
    motor in a wheel that is less power the lower the gear, the wheel turning slower than the cranks. Nothing
    above the limit of assistance.
    """
    motor, rpm = driven.motor, motor_rpm(driven, speed_mps, table)
    torque, _ = torque_held_by(motor, rpm)
    assist = motor.assist
    if assist is None:
        return torque
    share = share_at(assist, level)
    if assist.by != "throttle" and share is not None and rpm > 0:
        power = job.power_w if rider_w is None else rider_w
        turns = driven.turns
        if assist.by == "torque":
            turns = driven.cranks / motor.reduction_ratio
        torque = min(torque, power * share * driven.turns / (turns * rpm * math.pi / 30))
    if assist.cutoff_kmh is not None:
        left_kmh = assist.cutoff_kmh - speed_mps * 3.6
        torque *= min(max(left_kmh / assist.fade_kmh, 0.0), 1.0) if assist.fade_kmh else float(left_kmh > 0)
    return torque
