"""Motors where their help ends at a speed, in steps of time: they give just as much as stays below it."""

from collections.abc import Sequence

from kettledrum.core.motors.driven import Driven
from kettledrum.core.parts.motor import Motor
from kettledrum.core.physics.road_load import BRAKED_KMH

_JUST = 1e-6
"""Help that ends at a speed is held so much below it, in proportion, where it would take one beyond."""


class HelpEnds:
    """The speeds at which help of the motors of a bicycle ends, that weighs so many kg and is pushed with so
    many N a Nm at its wheel, in steps of so many s.

    That of all motors ends where one brakes: nobody has them push against the brakes.
    """

    def __init__(self, motors: Sequence[Motor], mass_kg: float, per_nm: float, step_s: float) -> None:
        self._stops_kg_s, self._per_nm = mass_kg / step_s, per_nm
        ends = [motor.assist.cutoff_kmh if motor.assist else None for motor in motors]
        below = sorted({end for end in ends if end is not None and end < BRAKED_KMH})
        # Just below which speeds in m/s it ends, and of which motors, by their place.
        self._ends = [
            (end / 3.6 * (1 - _JUST), [place for place, each in enumerate(ends) if each == end])
            for end in below
        ]
        self._ends.append((BRAKED_KMH / 3.6, [*range(len(motors))]))

    def held(
        self, driven: list[Driven], torques: list[float], speed: float, against: float
    ) -> tuple[list[float], float]:
        """The motors' torques in Nm and their push in N, only as much as stays below where their help ends.

        `speed` is in m/s, `against` what holds back in N, the rider's push taken off.
        """
        pushes = [
            each.at_wheel_nm(torque) * self._per_nm for each, torque in zip(driven, torques, strict=True)
        ]
        for just_below, places in self._ends:
            if speed > just_below:
                continue
            pushed = sum([pushes[place] for place in places])
            needed = (just_below - speed) * self._stops_kg_s + against
            needed -= sum(pushes) - pushed
            if max(needed, 0.0) < pushed:
                share = max(needed, 0.0) / pushed
                for place in places:
                    pushes[place] *= share
                    torques[place] *= share
        return torques, sum(pushes)
