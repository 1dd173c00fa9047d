"""The forces that hold a rider back, and what they make of power."""

import math
from dataclasses import dataclass
from functools import lru_cache

GRAVITY = 9.806_65
"""m/s², standard."""
BRAKED_KMH = 50.0
"""A loaded rider brakes on a descent rather than go faster than this."""
WALKING_KMH = 4.5
"""A bicycle is pushed at most this fast, and no faster than the rider's power allows."""
FASTEST_MPS = 70.0
"""No speed beyond this is looked for; terminal speed down the steepest pitch lies below it."""
_HALVINGS, _REFINEMENTS = 12, 4
_STEEPEST = math.pi / 4
_REMEMBERED = 1024
"""Setups side by side ask for the same speeds over and over, and again at every key that is typed."""


@dataclass(frozen=True, slots=True)
class Resistance:
    """What a rider moves: all the mass in kg, the coefficient of rolling resistance, the drag area in m².

    `density` of the air in kg/m³ and `wind_mps` along the road in m/s, against the rider where positive.
    """

    mass_kg: float
    crr: float
    cda_m2: float
    density: float
    wind_mps: float

    def drag_n(self, speed_mps: float) -> float:
        """Drag in N at a speed over the ground: ½·ρ·CdA·(v + w)·|v + w|."""
        through_air = speed_mps + self.wind_mps
        return 0.5 * self.density * self.cda_m2 * through_air * abs(through_air)

    def force_n(self, speed_mps: float, grade: float) -> float:
        """Force in N at the tyre for a steady speed on a grade (rise over run).

        m·g·(sin θ + Crr·cos θ) + drag, tan θ = grade: Martin et al., J. Appl. Biomech. 14 (1998), without the
        share of bearings, which efficiency counts.
        """
        slope = math.hypot(1, grade)
        return self.mass_kg * GRAVITY * (grade + self.crr) / slope + self.drag_n(speed_mps)

    def power_w(self, speed_mps: float, grade: float) -> float:
        """Power in W at the tyre for a steady speed."""
        return self.force_n(speed_mps, grade) * speed_mps

    def speed_mps(self, power_w: float, grade: float) -> float:
        """The steady speed in m/s that a power in W at the tyre keeps up; without power, the speed coasted
        at.

        The power that is asked for rises with speed once it is above nought, so that just one speed is
        found, by halving and then by Newton’s method; 0 where nothing moves.
        """
        return _steady_mps(self, power_w, grade)

    def rise_w(self, speed_mps: float, grade: float) -> float:
        """How much more power a little more speed asks for, W per m/s: F + v·dF/dv."""
        through_air = abs(speed_mps + self.wind_mps)
        return self.force_n(speed_mps, grade) + speed_mps * self.density * self.cda_m2 * through_air

    def grade(self, power_w: float, speed_mps: float) -> float:
        """The grade on which a power in W at the tyre keeps up a speed in m/s; negative for a descent.

        sin θ + Crr·cos θ = (P / v − drag) / (m·g) is solved for θ. No grade beyond 1 (45°) is given, either
        way.
        """
        share = (power_w / speed_mps - self.drag_n(speed_mps)) / (self.mass_kg * GRAVITY)
        sine = max(-1.0, min(share / math.hypot(1, self.crr), 1.0))
        angle = math.asin(sine) - math.atan(self.crr)
        return math.tan(max(-_STEEPEST, min(angle, _STEEPEST)))


@lru_cache(_REMEMBERED)
def _steady_mps(moves: Resistance, power_w: float, grade: float) -> float:
    low, high = 0.0, FASTEST_MPS
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        if moves.power_w(middle, grade) > power_w:
            high = middle
        else:
            low = middle
    speed = high
    for _ in range(_REFINEMENTS):
        rise = moves.rise_w(speed, grade)
        if rise <= 0:
            break
        speed = min(max(speed - (moves.power_w(speed, grade) - power_w) / rise, low), high)
    return speed


def held_grade(push_n: float, moves: Resistance) -> float:
    """The grade on which a push at the tyres holds all the mass: sin θ + Crr·cos θ = F / (m·g)."""
    share = push_n / (moves.mass_kg * GRAVITY) / math.hypot(1, moves.crr)
    angle = math.asin(min(share, 1.0)) - math.atan(moves.crr)
    return math.tan(min(max(angle, 0.0), math.pi / 4))
