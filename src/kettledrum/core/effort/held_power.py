"""The power that a rider holds for a time, and on a pitch for as long as that takes."""

import math
from dataclasses import dataclass
from functools import lru_cache

from kettledrum.core.job.conditions import Conditions
from kettledrum.core.physics.road_load import Resistance

MINUTE_S = 60.0
"""The time that a rider's power for a minute is held, by its name."""
ALL_DAY_S = 3 * 3600.0
"""What is held for so long is held all day."""
_HALVINGS = 50
_REMEMBERED = 256
"""Setups with the same losses ride the same pitch alike, and again at every key that is typed."""


@dataclass(frozen=True, slots=True)
class Held:
    """A pitch ridden steadily from end to end: speed in m/s, and the rider's power in W."""

    speed_mps: float
    power_w: float


@dataclass(frozen=True, slots=True)
class HeldPower:
    """A rider's powers in W: that of all day, and that of a minute, the same where it is not known."""

    day_w: float
    minute_w: float

    @property
    def exponent(self) -> float:
        """How fast power falls with time: b in P = minute · (T / 60 s)^−b, through both powers."""
        return math.log(self.minute_w / self.day_w) / math.log(ALL_DAY_S / MINUTE_S)

    def for_s(self, seconds: float) -> float:
        """The power in W that can be held for a time in s: the power law between a minute and three hours."""
        within = min(max(seconds, MINUTE_S), ALL_DAY_S)
        return self.minute_w * math.pow(within / MINUTE_S, -self.exponent)

    def on_pitch(self, length_m: float, grade: float, resistance: Resistance, share: float) -> Held:
        """A pitch ridden with the power that can be held for as long as it takes.

        Slower takes longer, and what is held longer is less. `share` of the power reaches the wheel. The time
        is found by halving between those with the two ends' powers: power asked for rises faster with speed
        than power held, as long as a minute's power is not 180 times that of all day.
        """
        return _on_pitch(self, length_m, grade, resistance, share)


@lru_cache(_REMEMBERED)
def _on_pitch(held: HeldPower, length_m: float, grade: float, resistance: Resistance, share: float) -> Held:
    def seconds_at(power_w: float) -> float:
        return length_m / max(resistance.speed_mps(power_w * share, grade), 1e-9)

    low, high = math.log(seconds_at(held.minute_w)), math.log(seconds_at(held.day_w))
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        seconds = math.exp(middle)
        if resistance.power_w(length_m / seconds, grade) > held.for_s(seconds) * share:
            low = middle
        else:
            high = middle
    seconds = math.exp(high)
    return Held(length_m / seconds, held.for_s(seconds))


def held_power(job: Conditions) -> HeldPower:
    """What the rider of a job holds over time."""
    return HeldPower(job.power_w, max(job.burst_w or job.power_w, job.power_w))
