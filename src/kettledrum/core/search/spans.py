"""The speeds at which the gears of a drive are in the band of easy cadence."""

import numpy as np

from kettledrum.core.physics.arrays import Floats
from kettledrum.core.search.base import Base


def spans_kmh(base: Base, metres: Floats, band: tuple[float, float]) -> Floats:
    """The speeds at which some gear is in the band, for each pairing, in rising order, none overlapping: of
    shape (pairings, spans, 2). Fewer spans than others have are filled up with nothing at the top end.
    """
    low, high = (cadence * 0.06 for cadence in band)
    if len(base.clipped) == 1:
        inside = base.inside
        begins, ends = (inside[::2], inside[1::2]) if base.stepless else (inside, inside)
        merged = _merged(sorted(zip((begins * low).tolist(), (ends * high).tolist(), strict=True)))
        spans: Floats = metres[:, None, None] * np.array(merged)[None]
        return spans
    rows = []
    for metre in metres.tolist():
        found = [
            (max(ratio * metre * low, begin), min(ratio * metre * high, end))
            for inside, begin, end in base.clipped
            for ratio in inside.tolist()
        ]
        rows.append(_merged(sorted((begin, end) for begin, end in found if begin < end)))
    most = max(len(row) for row in rows)
    return np.array([row + [[row[-1][1] if row else 1.0] * 2] * (most - len(row)) for row in rows])


def _merged(spans: list[tuple[float, float]]) -> list[list[float]]:
    merged: list[list[float]] = []
    for begin, end in spans:
        if merged and begin <= merged[-1][1] * (1 + 1e-9):
            merged[-1][1] = max(merged[-1][1], end)
        else:
            merged.append([begin, end])
    return merged
