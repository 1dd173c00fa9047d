"""The torques into a part of a path: of the hardest push, of steady climbing, and of motors before it."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from kettledrum.core.effort.pushes import Pushes
from kettledrum.core.gearing.path import path_options
from kettledrum.core.parts.motor_place import entry_place
from kettledrum.core.parts.setup import Setup


@dataclass(frozen=True, slots=True)
class IntoPart:
    """Torques in Nm into a part: the hardest push, steady climbing, and motors at their most."""

    hardest_nm: float
    steady_nm: float
    motor_nm: float

    @property
    def worst_nm(self) -> float:
        """The hardest push and the motors together."""
        return self.hardest_nm + self.motor_nm


def into_part(asked: Pushes, setup: Setup, ratios: Sequence[float], place: int) -> IntoPart:
    """The torques into the stage at a place of a path that stands in these ratios.

    T ÷ (the ratios between where it enters and the part); nothing is taken off for losses, which is on the
    safe side. A motor counts that enters before the part or right at it.
    """
    before = math.prod(ratios[:place])
    motors = 0.0
    for motor in setup.motors or []:
        entry = entry_place(setup.path, motor)
        if entry is not None and entry <= place:
            motors += motor.most_nm / math.prod(ratios[entry:place])
    return IntoPart(asked.hardest_nm / before, asked.steady_nm / before, motors)


def lowest_ratios(setup: Setup) -> list[float]:
    """The lowest ratio of each stage, in which most torque goes into what lies behind it."""
    return [min(option.ratio for option in stage.options) for stage in path_options(setup.path)]
