"""The books of a ride: where energy came from, where it went, and what the batteries still hold."""

from collections.abc import Sequence
from dataclasses import dataclass

from kettledrum.core.motors.batteries import drawn_on, energies_wh
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
    """A battery: the energy in J that is left and the most that it holds."""

    left_j: float
    most_j: float


def cells_of(motors: Sequence[Motor], temperature_c: float | None) -> tuple[list[Cell], list[Cell | None]]:
    """All batteries that are known, full; and of each motor the one that it draws on."""
    cells = [Cell(each * 3600, each * 3600) for each in energies_wh(motors, temperature_c)]
    return cells, [None if on is None else cells[on] for on in drawn_on(motors)]
