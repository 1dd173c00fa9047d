"""The books of a ride: where energy came from, where it went, and what the batteries still hold."""

from dataclasses import dataclass

from kettledrum.core.parts.motor import Motor


@dataclass(slots=True)
class Books:
    """Where energy came from and where it went, in J, over all of a ride.

    In: the rider's, at the pedals or pushing, and the batteries'. Out: lost in the drive and in the motors,
    to air, tyres and height, in the brakes, and what the batteries got back.
    """

    rider_j: float = 0.0
    battery_j: float = 0.0
    drive_j: float = 0.0
    motors_j: float = 0.0
    air_j: float = 0.0
    tyres_j: float = 0.0
    height_j: float = 0.0
    brakes_j: float = 0.0
    returned_j: float = 0.0


@dataclass(slots=True)
class Cell:
    """A motor's battery: the energy in J that is left and the most that it holds; None where not known."""

    left_j: float | None
    most_j: float | None


def cell_of(motor: Motor) -> Cell:
    """A motor's battery, full, as far as it is known."""
    battery = motor.battery
    if battery is None:
        return Cell(None, None)
    usable = battery.usable_wh * 3600
    return Cell(usable, usable)
