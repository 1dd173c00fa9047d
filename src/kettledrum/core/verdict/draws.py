"""Luck, the same for all setups: what is not sure, drawn so many times with a fixed seed."""

import zlib
from dataclasses import dataclass
from functools import cached_property
from statistics import NormalDist

import numpy as np

from kettledrum.core.job.weighing import Unsure
from kettledrum.core.physics.arrays import Floats

DRAWS = 2000
_SEED = 41
USUAL_POWER = 0.08
USUAL_LOAD_KG = 3.0
USUAL_WIND_KMH = 5.0
USUAL_PRICES = 0.1
"""One standard deviation of what the rider says nothing of; ours. Efficiencies and lives have ends of their
own: two standard deviations."""
_ENDS = 2.0
_LEAST = 0.05
"""Nothing becomes less than this share of itself, however unlucky."""


@dataclass(frozen=True)
class Luck:
    """Draws of a job's luck, by the spreads that the rider gives or the usual ones."""

    unsure: Unsure

    @cached_property
    def _normal(self) -> Floats:
        """Standard normal figures in equal steps of chance: shuffled, each draw has one of each."""
        normal = NormalDist()
        return np.array([normal.inv_cdf((at + 0.5) / DRAWS) for at in range(DRAWS)])

    def normal(self, of: str) -> Floats:
        """Standard normal figures of some luck, the same ones for the same words."""
        random = np.random.default_rng([_SEED, zlib.crc32(of.encode())])
        return random.permutation(self._normal)

    def uniform(self, of: str) -> Floats:
        """Figures from 0 to 1 of some luck."""
        random = np.random.default_rng([_SEED, zlib.crc32(of.encode())])
        return np.asarray((random.permutation(DRAWS) + 0.5) / DRAWS)

    def factor(self, of: str, spread: float) -> Floats:
        """Factors about 1 with a relative spread."""
        return np.asarray(np.maximum(1 + spread * self.normal(of), _LEAST))

    def between(self, of: str, low: float, typical: float, high: float) -> Floats:
        """Figures about a typical one that has ends."""
        normal = self.normal(of)
        step = np.where(normal > 0, high - typical, typical - low) / _ENDS
        return np.asarray(np.maximum(typical + step * normal, _LEAST * typical))

    @property
    def power(self) -> Floats:
        """Factors on the rider's powers."""
        return self.factor("power", _or(self.unsure.power, USUAL_POWER))

    @property
    def load_kg(self) -> Floats:
        """What is carried more, in kg."""
        return _or(self.unsure.load_kg, USUAL_LOAD_KG) * self.normal("load")

    @property
    def wind_mps(self) -> Floats:
        """What blows more against the rider, in m/s."""
        return _or(self.unsure.wind_kmh, USUAL_WIND_KMH) / 3.6 * self.normal("wind")

    def efficiency(self, low: float, typical: float, high: float) -> Floats:
        """The share of power that reaches the wheel, a runner's luck with one drive being that with all."""
        if self.unsure.efficiency is not None:
            found = typical + self.unsure.efficiency * self.normal("efficiency")
        else:
            found = self.between("efficiency", low, typical, high)
        return np.clip(found, _LEAST, 1.0)

    def price(self, of: str) -> Floats:
        """Factors on a price: what is of one name and price in two setups is bought in one shop."""
        return self.factor(f"price of {of}", _or(self.unsure.prices, USUAL_PRICES))

    def life(self, of: str, low: float, typical: float, high: float) -> Floats:
        """How long something lasts, in the measure of its ends."""
        if self.unsure.lives is not None:
            return typical * self.factor(f"life of {of}", self.unsure.lives)
        return self.between(f"life of {of}", low, typical, high)


def _or(value: float | None, usual: float) -> float:
    return usual if value is None else value
