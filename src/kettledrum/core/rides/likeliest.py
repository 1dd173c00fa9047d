"""The likeliest sequence of gears behind recorded speed and cadence: a hidden Markov model, by Viterbi."""

import numpy as np

from kettledrum.core.physics.arrays import Floats, Places

SPREAD = 0.02
"""Noise of the logarithm of speed ÷ cadence, as one standard deviation."""
OUTLIERS = 0.05
"""The share of seconds in which it is anything."""
SWITCHES = 0.05
"""The chance of another gear a second later."""
NEAR = 0.5
"""Of gears each one farther away is so much less likely."""
FITTED = 0.04
"""A tyre's circumference is within so much of what it is thought to be."""
_STEPS = 81
_BIN = 0.004
_BELIEVED = 0.015
"""How far off a circumference is, as one standard deviation, before the ride is looked at."""
_RANGE = 3.0
"""Outliers lie anywhere in so much of the logarithm."""


def densities(logs: Floats, gears: Floats) -> Floats:
    """The likelihood of each second in each gear: shape (seconds, gears). `logs` and `gears` are logarithms
    of developments.
    """
    off = (logs[:, None] - gears[None, :]) / SPREAD
    normal = np.exp(-0.5 * off * off) / (SPREAD * np.sqrt(2 * np.pi))
    return np.asarray((1 - OUTLIERS) * normal + OUTLIERS / _RANGE)


def fitted_circumference(logs: Floats, gears: Floats) -> float:
    """The factor on the circumference with which the gears explain the ride best, within 4 % of 1."""
    factors = np.linspace(1 - FITTED, 1 + FITTED, _STEPS)
    if len(logs) == 0:
        return 1.0
    # Seconds of one bin are as likely as each other.
    low = float(logs.min())
    counts = np.bincount(((logs - low) / _BIN).astype(int))
    filled = np.flatnonzero(counts)
    counts = counts[filled]
    middles: Floats = np.asarray(low + (filled + 0.5) * _BIN, dtype=np.float64)
    likely = [
        float(counts @ np.log(densities(middles, gears + np.log(factor)).sum(axis=1)))
        - 0.5 * ((factor - 1) / _BELIEVED) ** 2
        for factor in factors.tolist()
    ]
    return float(factors[int(np.argmax(likely))])


def likeliest(logs: Floats, gears: Floats, gap_s: Places) -> Places:
    """The gear of each second: the sequence that is likeliest as a whole (Viterbi, IEEE Trans. Inf. Theory
    13, 1967). `gap_s` is how many seconds lie between one and the one before, 1 where none is left out.
    """
    count = len(gears)
    if len(logs) == 0:
        return np.zeros(0, dtype=np.intp)
    if count == 1:
        return np.zeros(len(logs), dtype=np.intp)
    emitted = np.log(densities(logs, gears))
    # From all gears (along a row) to each: a row’s best is found fastest.
    moves = {gap: np.ascontiguousarray(_moves(count, gap).T) for gap in range(1, _LONGEST_GAP + 1)}
    gaps = np.minimum(gap_s, _LONGEST_GAP).tolist()
    from_ = np.zeros((len(logs), count), dtype=np.intp)
    score, reached = emitted[0], np.empty((count, count))
    row = np.arange(count) * count
    for second in range(1, len(logs)):
        np.add(moves[gaps[second]], score, out=reached)
        best = from_[second]
        reached.argmax(axis=1, out=best)
        score = reached.ravel().take(best + row)
        score += emitted[second]
    found = np.zeros(len(logs), dtype=np.intp)
    found[-1] = int(score.argmax())
    for second in range(len(logs) - 1, 0, -1):
        found[second - 1] = from_[second, found[second]]
    return found


_LONGEST_GAP = 20
"""After so many seconds any gear is as likely as it will be."""


def _moves(count: int, gap_s: int) -> Floats:
    """The logarithm of the chance to be in one gear (row) and so many seconds later in another (column)."""
    switched = 1 - (1 - SWITCHES) ** gap_s
    apart = np.abs(np.arange(count)[:, None] - np.arange(count)[None, :])
    weight = np.where(apart == 0, 0.0, NEAR ** np.minimum(apart, 12))
    chances = switched * weight / weight.sum(axis=1, keepdims=True)
    np.fill_diagonal(chances, 1 - switched)
    return np.asarray(np.log(np.maximum(chances, 1e-12)))
