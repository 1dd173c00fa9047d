"""A shaft as a beam on two bearings: bending moment and deflection along it, overhangs included."""

import math
from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Force:
    """A force across a shaft: `at_mm` from the first bearing, before it where negative, and its size in N."""

    at_mm: float
    newton: float


@dataclass(frozen=True, slots=True)
class Beam:
    """Forces on a shaft whose bearings stand `span_mm` apart, the first at 0, all in one plane.

    `bearings_n` are what the bearings push back with, in N.
    """

    span_mm: float
    forces: tuple[Force, ...]

    @property
    def bearings_n(self) -> tuple[float, float]:
        """By the balance of moments about the first bearing, and of forces."""
        second = sum(force.newton * force.at_mm for force in self.forces) / self.span_mm
        return sum(force.newton for force in self.forces) - second, second

    def _all(self) -> list[Force]:
        first, second = self.bearings_n
        return [*self.forces, Force(0, -first), Force(self.span_mm, -second)]

    def moment_nm(self, at_mm: float) -> float:
        """The bending moment at a place, in Nm."""
        return sum(f.newton * (at_mm - f.at_mm) for f in self._all() if f.at_mm < at_mm) / 1000

    @property
    def worst_nm(self) -> float:
        """The largest bending moment, which stands at one of the forces or bearings."""
        return max(abs(self.moment_nm(force.at_mm)) for force in self._all())

    def deflections_mm(
        self, places_mm: Sequence[float], diameter_mm: float, modulus_mpa: float
    ) -> list[float]:
        """How far a round shaft gives way at some places, in mm along the forces.

        E·I·y″ = −M integrated twice by Macaulay's brackets (Messenger of Math. 48, 1919), with y = 0 at both
        bearings; I = π·d⁴/64.
        """
        stiffness = modulus_mpa * math.pi * diameter_mm**4 / 64
        forces = self._all()

        def bent(at_mm: float) -> float:
            return sum(force.newton * max(at_mm - force.at_mm, 0) ** 3 for force in forces) / 6

        offset = bent(0)
        slope = (bent(self.span_mm) - offset) / self.span_mm
        return [-(offset + slope * at_mm - bent(at_mm)) / stiffness for at_mm in places_mm]
