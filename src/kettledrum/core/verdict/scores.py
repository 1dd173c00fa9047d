"""Values, scores and what would tip them: arithmetic on figures, whatever they are of.

Arrays are of shape (setups, criteria); a figure that is not known is NaN.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from kettledrum.core.physics.arrays import Floats

DRAWS = 20_000
_SEED = 20_260_514
LEVEL = 1e-9
"""Scores no farther apart are one."""
HALF_WAY = 0.5
"""What a value counts for that is not known; it may be anything from 0 to 1."""


def own_scales(figures: Floats, more: Sequence[bool]) -> list[tuple[float, float] | None]:
    """The worst and the best of each criterion among the setups; None where none is known."""
    scales: list[tuple[float, float] | None] = []
    for column, better in zip(figures.T, more, strict=True):
        known = column[~np.isnan(column)]
        if len(known) == 0:
            scales.append(None)
            continue
        ends = float(known.min()), float(known.max())
        scales.append(ends if better else ends[::-1])
    return scales


def values(figures: Floats, scales: Sequence[tuple[float, float] | None]) -> Floats:
    """(x − worst) / (best − worst), from 0 to 1; where those are one figure none is worse: 1."""
    found = np.full(figures.shape, np.nan)
    for at, scale in enumerate(scales):
        if scale is None:
            continue
        worst, best = scale
        column = figures[:, at]
        share = (
            np.where(np.isnan(column), np.nan, 1.0) if worst == best else (column - worst) / (best - worst)
        )
        found[:, at] = np.clip(share, 0.0, 1.0)
    return found


def scores(value: Floats, weights: Floats) -> Floats:
    """Σ w·v / Σ w of each setup; what is not known counts half. Σ w must be above nought."""
    return np.asarray(np.nan_to_num(value, nan=HALF_WAY) @ weights / weights.sum())


def wins(value: Floats, weights: Floats, draws: int = DRAWS) -> Floats:
    """The share of all weightings in which each setup is first, those that are level sharing.

    Uniform over the simplex of the criteria with a weight, values that are not known uniform from 0 to 1:
    stochastic multicriteria acceptability, Lahdelma, Hokkanen & Salminen, Eur. J. Oper. Res. 106 (1998).
    """
    of = value[:, weights > 0]
    random = np.random.default_rng(_SEED)
    drawn = random.dirichlet(np.ones(of.shape[1]), draws)
    scored = drawn @ np.nan_to_num(of, nan=0.0).T
    for setup, criterion in np.argwhere(np.isnan(of)).tolist():
        scored[:, setup] += drawn[:, criterion] * random.random(draws)
    return np.asarray(firsts(scored).mean(axis=0))


def firsts(scored: Floats) -> Floats:
    """For each draw of shape (draws, setups) who is first, 1 or, for those that are level, a share of it."""
    first = scored >= scored.max(axis=1, keepdims=True) - LEVEL
    return np.asarray(first / first.sum(axis=1, keepdims=True))


@dataclass(frozen=True, slots=True)
class Tip:
    """A weight from which on another setup leads, by their places: `above` it, or below."""

    criterion: int
    weight: float
    leader: int
    other: int
    above: bool


def tips(value: Floats, weights: Floats) -> Iterator[Tip]:
    """For each criterion the nearest weight at which another than the leader leads, the others as they are.

    The leader is ahead of another by Σ w·(v − v'), linear in each weight: nought at w − lead / slope.
    """
    filled = np.nan_to_num(value, nan=HALF_WAY)
    leader = int(np.argmax(filled @ weights))
    ahead = filled[leader] - filled
    lead = ahead @ weights
    for criterion, weight in enumerate(weights.tolist()):
        slope = ahead[:, criterion]
        others = np.flatnonzero(np.abs(slope) > LEVEL)
        others = others[others != leader]
        at = weight - lead[others] / slope[others]
        # A weight is never below nought: there another leads only as it grows.
        reached = (at > LEVEL) | ((slope[others] < 0) & (at > -LEVEL))
        at, others = np.maximum(at[reached], 0.0), others[reached]
        if len(at) == 0:
            continue
        nearest = int(np.argmin(np.abs(at - weight)))
        other = int(others[nearest])
        yield Tip(criterion, float(at[nearest]), leader, other, above=bool(slope[other] < 0))
