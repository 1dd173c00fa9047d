"""Which battery each motor draws on, and how much the cold leaves of what it holds."""

from collections.abc import Sequence

from kettledrum.core.parts.motor import Motor

COLD_BELOW_C, LOST_A_DEGREE = 20.0, 0.006
"""A lithium battery gives less in the cold: about so much of its energy for a degree. An assumption of ours,
of the order that makers state."""


def energies_wh(motors: Sequence[Motor], temperature_c: float | None) -> list[float]:
    """The energy in Wh that each battery that is known gives when full, in the cold less; None for °C that
    are not known.
    """
    cold = COLD_BELOW_C - (COLD_BELOW_C if temperature_c is None else temperature_c)
    left = 1 - LOST_A_DEGREE * max(cold, 0.0)
    return [motor.battery.usable_wh * left for motor in motors if motor.battery]


def drawn_on(motors: Sequence[Motor]) -> list[int | None]:
    """The battery that each motor draws on, as its place among those that are known.

    A motor's own; where none is stated for it, the first one that is. None where none is known at all.
    """
    known = [place for place, motor in enumerate(motors) if motor.battery is not None]
    if not known:
        return [None] * len(motors)
    return [known.index(place) if place in known else 0 for place in range(len(motors))]
