"""What a roll down a slope tells of rolling resistance, in closed form.

Along a slope from rest: m·v·dv/ds = m·a − ½·ρ·CdA·v², a = g·(sin θ − Crr·cos θ). With k = ρ·CdA/(2·m):
v² = a/k·(1 − e^(−2ks)), and s = ln cosh(√(a·k)·t)/k. What turns with the wheels is left out: 1 to 2 %.
"""

import math

from kettledrum.core.job.swap_test import Slope
from kettledrum.core.physics.road_load import GRAVITY, Resistance

_LEAST, _MOST = 1e-4, 0.3
_HALVINGS = 60


def roll_s(moves: Resistance, slope: Slope) -> float | None:
    """The time in s down a slope from rest; None where it does not roll."""
    push, drag = _push(moves, slope), _drag(moves)
    if push <= 0:
        return None
    # cosh x grows beyond any float where drag holds it back for long: there x is the logarithm and ln 2.
    way = drag * slope.length_m
    angle = math.acosh(math.exp(way)) if way < 300 else way + math.log(2)
    return angle / math.sqrt(push * drag)


def roll_out_m(moves: Resistance, slope: Slope) -> float | None:
    """The distance in m rolled out on the level behind a slope, from rest at its top; None where it does not
    roll.
    """
    push, drag = _push(moves, slope), _drag(moves)
    if push <= 0:
        return None
    square = push / drag * -math.expm1(-2 * drag * slope.length_m)
    return math.log1p(drag * square / (GRAVITY * moves.crr)) / (2 * drag)


def crr_of(moves: Resistance, slope: Slope, ratio: float, *, distance: bool) -> float | None:
    """The coefficient of rolling resistance of a bike whose time (or distance) is so many times that of
    `moves`; None where none between 0.0001 and 0.3 is.
    """
    figure = roll_out_m if distance else roll_s
    own = figure(moves, slope)
    if own is None:
        return None
    wanted = own * ratio

    def more(crr: float) -> bool:
        """Whether such a coefficient is too much: too long a time, or too short a distance."""
        found = figure(_with(moves, crr), slope)
        return found is None or (found < wanted if distance else found > wanted)

    low, high = _LEAST, _MOST
    if more(low) or not more(high):
        return None
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        low, high = (low, middle) if more(middle) else (middle, high)
    return high


def _with(moves: Resistance, crr: float) -> Resistance:
    return Resistance(moves.mass_kg, crr, moves.cda_m2, moves.density, 0.0)


def _push(moves: Resistance, slope: Slope) -> float:
    return GRAVITY * (slope.grade - moves.crr) / math.hypot(1, slope.grade)


def _drag(moves: Resistance) -> float:
    return moves.density * moves.cda_m2 / (2 * moves.mass_kg)
