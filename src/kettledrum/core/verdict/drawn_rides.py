"""Climbs and coverage when power, load, wind and efficiency are not as they were thought to be."""

from dataclasses import replace
from functools import cached_property

import numpy as np

from kettledrum.core.effort.held_power import held_power
from kettledrum.core.effort.steepest import BALANCE_KMH
from kettledrum.core.job.brief import Brief, BriefRoad, Rider
from kettledrum.core.job.conditions import conditions
from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.lineup.comparison import ComparedSetup, compare
from kettledrum.core.lineup.says import verdict_with_motor
from kettledrum.core.physics.arrays import Flags, Floats
from kettledrum.core.terms.spread import EfficiencySpread
from kettledrum.core.verdict.draws import DRAWS, Luck
from kettledrum.core.verdict.measured import Measured

POWERS, POWERS_IN_WIND = 5, 3
"""All riding is ridden with so many powers in the wind that is said, and with so many in two others."""
WINDS = 1.8
"""The outer winds are so many standard deviations from the wind that is said."""
SELDOM = 0.005
"""Powers beyond which so few draws lie count as the outermost that is ridden."""
_POWERS = (0.2, 3.0)
_HALVINGS = 9
_POWER_BOUNDS = (5.0, 2500.0)


class DrawnRides:
    """The rides of one job's setups, in every draw."""

    def __init__(self, measured: Measured, luck: Luck) -> None:
        self.measured, self.brief, self.luck = measured, measured.brief, luck
        self.job = conditions(self.brief)
        least = 0.5 * self.job.resistance.mass_kg
        mass = np.maximum(self.job.resistance.mass_kg + luck.load_kg, least)
        wind = self.job.resistance.wind_mps + luck.wind_mps
        self.resistances = [
            replace(self.job.resistance, mass_kg=kg, wind_mps=mps)
            for kg, mps in zip(mass.tolist(), wind.tolist(), strict=True)
        ]
        self.power = luck.power

    def share(self, spread: EfficiencySpread) -> Floats:
        """The share of power that reaches the wheel, in every draw."""
        return self.luck.efficiency(spread.low, spread.typical, spread.high)

    def climbs(self, at: int) -> Flags | None:
        """Whether the setup at a place climbs the steepest pitch, easily or just; None where that is not
        known.

        It does where at the slowest speed within its band, or at that of balance, the power that can be held
        so long is no less than what is asked for: just what `SteepestPitch` finds. What a motor adds is taken
        to be what it adds where the rider's power would only just do.
        """
        compared, job = self.measured.compared[at], self.job
        if job.steepest is None:
            return None
        speed = max(compared.climb.lowest_kmh, BALANCE_KMH) / 3.6
        grade = job.steepest
        asked = np.array([each.power_w(speed, grade) for each in self.resistances])
        held = self._held_w(speed)
        has = self.power * held * self.share(compared.efficiency)
        if compared.motor is not None:
            just = self._just_climbs(at)
            typical = compared.efficiency.typical
            has = has + job.resistance.power_w(speed, grade) - just * held * typical
        return np.asarray(has >= asked * (1 - 1e-9))

    def _held_w(self, speed_mps: float) -> float:
        job = self.job
        if job.steepest_m is not None:
            return held_power(job).for_s(job.steepest_m / speed_mps)
        return max(job.burst_w or job.power_w, job.power_w)

    def _just_climbs(self, at: int) -> float:
        """The least factor on the rider's power with which the setup climbs, its motor helping."""

        def climbs(factor: float) -> bool:
            alone = _with_power(self.brief, factor).model_copy(
                update={"setups": [self.brief.setups[at]], "reference": None}
            )
            [found] = compare(alone).setups
            return _climbs(found)

        low, high = _POWERS
        if climbs(low):
            return 0.0
        if not climbs(high):
            return float("inf")
        for _ in range(_HALVINGS):
            middle = (low * high) ** 0.5
            low, high = (low, middle) if climbs(middle) else (middle, high)
        return high

    def covered(self, at: int) -> Floats:
        """How much of all riding the setup at a place covers, in every draw.

        Ridden with some powers in some winds; drawn straight between them. Load and efficiency count as the
        power that is as much for each kg: see docs/method.md for how near that comes.
        """
        winds, ridden = self._ridden
        like, wind = self._like_power[at], self.luck.wind_mps
        row = np.clip(np.searchsorted(winds, wind) - 1, 0, max(len(winds) - 2, 0))
        after = np.minimum(row + 1, len(winds) - 1)
        apart = np.where(after > row, winds[after] - winds[row], 1.0)
        share = np.clip((wind - winds[row]) / apart, 0.0, 1.0)
        by_wind = np.array([np.interp(like, powers, covered[:, at]) for powers, covered in ridden])
        draws = np.arange(DRAWS)
        return np.asarray((1 - share) * by_wind[row, draws] + share * by_wind[after, draws])

    @cached_property
    def _like_power(self) -> list[Floats]:
        """For each setup the factors on the rider's power that are as much for each kg as what was drawn."""
        usual_kg = self.job.resistance.mass_kg
        for_each_kg = self.power * usual_kg / np.array([each.mass_kg for each in self.resistances])
        return [
            for_each_kg * self.share(compared.efficiency) / compared.efficiency.typical
            for compared in self.measured.compared
        ]

    @cached_property
    def _ridden(self) -> tuple[Floats, list[tuple[Floats, Floats]]]:
        """What blows more, in m/s; and for each wind factors on power and the share covered with each by each
        setup, of shape (powers, setups).
        """
        ends = [np.quantile(each, (SELDOM, 1 - SELDOM)) for each in self._like_power]
        low, high = min(each[0] for each in ends), max(each[1] for each in ends)
        blows = self.luck.wind_mps.std() * WINDS
        winds = np.array([-blows, 0.0, blows]) if blows else np.zeros(1)
        ridden = []
        for wind in winds.tolist():
            count = POWERS if wind == 0 else POWERS_IN_WIND
            powers = np.linspace(low, high, count) if high > low else np.array([low])
            covered = np.array([self._covered_with(power, wind) for power in powers.tolist()])
            ridden.append((powers, covered))
        return winds, ridden

    def _covered_with(self, power: float, wind_mps: float) -> list[float]:
        road = self.brief.road or BriefRoad()
        blown = road.model_copy(update={"wind_kmh": (road.wind_kmh or 0.0) + wind_mps * 3.6})
        brief = _with_power(self.brief, power).model_copy(update={"road": blown})
        return [each.in_band for each in AllRiding(brief, self.measured.routes).setups]


def _climbs(found: ComparedSetup) -> bool:
    on_pitch = found.motor.on_pitch if found.motor else None
    return verdict_with_motor(found.climb.verdict, on_pitch) != "fails"


def _with_power(brief: Brief, factor: float) -> Brief:
    """The brief with a rider so many times as strong."""
    rider = brief.rider
    low, high = _POWER_BOUNDS

    def times(power_w: float) -> float:
        return min(max(power_w * factor, low), high)

    stronger: Rider = rider.model_copy(
        update={
            "power_w": times(rider.power_w),
            "burst_w": None if rider.burst_w is None else times(rider.burst_w),
        }
    )
    return brief.model_copy(update={"rider": stronger})
