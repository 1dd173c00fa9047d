"""The gears of a hub that nobody described, read off the road: peaks of speed ÷ cadence."""

from collections.abc import Sequence
from itertools import pairwise

import numpy as np

from kettledrum.core.physics.arrays import Floats
from kettledrum.core.rides.channels import Channels
from kettledrum.core.rides.found_result import FoundGear, FoundGears
from kettledrum.core.rides.lag import FEWEST, developments, lag_s
from kettledrum.core.terms.in_words import counted

_BIN = 0.004
_SMOOTH = 0.012
"""Smoothed by this in the logarithm: more than a bin, less than half a step between gears."""
_LOWEST = 0.01
"""A peak that holds less of the pedalling than this is chance."""
_DEEP = 0.75
"""Between two peaks the histogram falls below so much of the lower."""


def found_gears(ride: Channels) -> FoundGears:
    """The peaks of the smoothed histogram of log(speed ÷ cadence), each with all that lies about it."""
    return gears_in([ride])


def gears_in(rides: Sequence[Channels]) -> FoundGears:
    """The gears that several rides on the same gears show together."""
    lags = [lag_s(ride) for ride in rides]
    rows = [developments(ride, lag) for ride, lag in zip(rides, lags, strict=True)]
    metres = np.concatenate([np.zeros(0), *rows])
    logs = np.log(metres[~np.isnan(metres)])
    lag = max(set(lags), key=lags.count, default=0)
    peaks = _peaks(logs) if len(logs) >= FEWEST else []
    says = "Too little pedalling is recorded for any gear to show."
    if peaks:
        low, high = peaks[0].development_m, peaks[-1].development_m
        says = (
            f"{counted(len(peaks), 'gear')} show, from {low:.2f} m to {high:.2f} m for a turn of the pedals."
        )
    return FoundGears(found=peaks, pedalling_s=len(logs), lag_s=lag, says=says)


def _peaks(logs: Floats) -> list[FoundGear]:
    low = float(logs.min()) - 0.1
    count = int((float(logs.max()) + 0.1 - low) / _BIN) + 1
    counts = np.bincount(((logs - low) / _BIN).astype(int), minlength=count).astype(float)
    reach = int(4 * _SMOOTH / _BIN)
    kernel = np.exp(-0.5 * (np.arange(-reach, reach + 1) * _BIN / _SMOOTH) ** 2)
    smooth = np.convolve(counts, kernel / kernel.sum(), "same")
    tops = np.flatnonzero((smooth[1:-1] > smooth[:-2]) & (smooth[1:-1] >= smooth[2:])) + 1
    kept = _parted(smooth, tops.tolist())
    edges = [0, *(int(a + np.argmin(smooth[a : b + 1])) for a, b in pairwise(kept)), count]
    found = []
    place = ((logs - low) / _BIN).astype(int)
    for at in range(len(kept)):
        inside = logs[(place >= edges[at]) & (place < edges[at + 1])]
        share = len(inside) / len(logs)
        if share < _LOWEST:
            continue
        middle = float(np.median(inside))
        # Half of all lie within 0.6745 standard deviations, outliers or not.
        width = float(np.median(np.abs(inside - middle))) / 0.6745
        found.append(FoundGear(development_m=float(np.exp(middle)), share=share, width=width))
    return found


def _parted(smooth: Floats, tops: list[int]) -> list[int]:
    """Of peaks with hardly a valley between them only the higher is one."""
    kept: list[int] = []
    for top in tops:
        if kept:
            valley = float(smooth[kept[-1] : top + 1].min())
            if valley > _DEEP * min(float(smooth[kept[-1]]), float(smooth[top])):
                if smooth[top] > smooth[kept[-1]]:
                    kept[-1] = top
                continue
        kept.append(top)
    return kept
