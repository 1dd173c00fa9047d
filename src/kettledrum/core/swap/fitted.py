"""Least squares on runs: value = rider + bike + what else is known of each + remainder."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from kettledrum.core.physics.arrays import Floats
from kettledrum.core.terms.student import t_chance, t_quantile

SURE = 0.95
EVEN = 1e-9
"""A remainder below this is none: figures that were typed alike."""


@dataclass(frozen=True, slots=True)
class Fit:
    """Each bike against the first, (bikes − 1,), with its standard error; the remainder’s standard deviation
    over so many degrees of freedom; the residuals and the leverages of the runs, (runs,).
    """

    against_first: Floats
    error: Floats
    remainder: float
    degrees: int
    residuals: Floats
    leverage: Floats

    def interval(self, place: int) -> tuple[float, float]:
        """The 95 % interval of a bike’s difference by Student’s t."""
        half = t_quantile(self.degrees, (1 + SURE) / 2) * float(self.error[place])
        middle = float(self.against_first[place])
        return middle - half, middle + half

    def chance(self, place: int) -> float:
        """The chance of as large a difference where there is none."""
        error = float(self.error[place])
        if error == 0:
            return 1.0 if abs(self.against_first[place]) < EVEN else 0.0
        return t_chance(self.degrees, abs(float(self.against_first[place])) / error)


def fitted(
    values: Floats,
    riders: Sequence[int],
    bikes: Sequence[int],
    bike_count: int,
    others: Sequence[Sequence[float]] = (),
) -> Fit | None:
    """Fits runs by their rider and bike, both as places, and by what else is known of each, (others, runs);
    None where they do not tell the bikes apart, or leave no degree of freedom for the remainder.

    Ordinary least squares with one effect a rider and one a bike against the first (Montgomery, *Design and
    Analysis of Experiments*, ch. 4: the rider is the block).
    """
    rows = len(values)
    present = sorted(set(riders))
    design = np.zeros((rows, len(present) + bike_count - 1))
    for row, (rider, bike) in enumerate(zip(riders, bikes, strict=True)):
        design[row, present.index(rider)] = 1.0
        if bike:
            design[row, len(present) + bike - 1] = 1.0
    for other in others:
        # From their mean, so that large figures that hardly differ are still told apart.
        known = np.array(other, dtype=float)
        design = np.column_stack([design, known - known.mean()])
    degrees = rows - design.shape[1]
    if degrees <= 0 or np.linalg.matrix_rank(design) < design.shape[1]:
        return None
    inverse = np.linalg.inv(design.T @ design)
    effects = inverse @ design.T @ values
    residuals = values - design @ effects
    variance = float(residuals @ residuals) / degrees
    variance = 0.0 if variance < EVEN**2 else variance
    first, end = len(present), len(present) + bike_count - 1
    return Fit(
        against_first=np.where(np.abs(effects) < EVEN, 0.0, effects)[first:end],
        error=np.sqrt(variance * np.diag(inverse)[first:end]),
        remainder=float(np.sqrt(variance)),
        degrees=degrees,
        residuals=residuals,
        leverage=np.einsum("ij,jk,ik->i", design, inverse, design),
    )
