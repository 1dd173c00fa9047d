"""Where the motors of a setup enter its path."""

from collections.abc import Sequence

from kettledrum.core.parts.motor import Before, Motor
from kettledrum.core.parts.stage import Stage

WHEELS = ("rear hub", "front hub")
"""Where a motor turns with the wheel both ways: only there can it brake."""


def entry_place(path: Sequence[Stage], motor: Motor) -> int | None:
    """How many stages of a path lie before the place where a motor's torque enters; None where the path has
    no such place.
    """
    if isinstance(motor.at, Before):
        return motor.at.before if motor.at.before <= len(path) else None
    if motor.at == "cranks":
        return 0
    if motor.at == "gearbox":
        return next((place for place, stage in enumerate(path) if stage.kind == "gearbox"), None)
    return len(path)
