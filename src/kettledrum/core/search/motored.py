"""A motor of the shelf as the search sees it: what it gives, and where it drives."""

from dataclasses import dataclass

from kettledrum.core.parts.motor import MOTOR_PLACES, Motor, MotorPlace
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.use import as_motor
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate


@dataclass(frozen=True, slots=True, eq=False)
class Motored:
    """A motor by its `place` on the shelf, where it drives, and with what figures."""

    place: int
    part: Part
    at: MotorPlace
    motor: Motor

    def goes_with(self, *, gearbox: bool, chaingear: bool, hub: bool) -> bool:
        """Whether there is room for it beside a gearbox or chaingear at the cranks and gears in the rear hub,
        where there are such: one that is in a case with a gearbox is never without.
        """
        if self.at == "cranks":
            return not gearbox and not chaingear
        if self.at == "gearbox":
            return gearbox
        return self.at == "front hub" or not hub


def motored(place: int, part: Part) -> Motored | None:
    """Reads a motor off the shelf; None where what is kept of it is no motor, or drives between the stages of
    a path of its own.
    """
    try:
        motor = validate(Motor, as_motor(part))
    except InvalidInput:
        return None
    at = next((each for each in MOTOR_PLACES if each == motor.at), None)
    return None if at is None else Motored(place, part, at, motor)
