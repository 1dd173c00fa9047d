"""How many seconds a recorded speed trails the recorded cadence."""

import numpy as np

from kettledrum.core.physics.arrays import Floats
from kettledrum.core.rides.channels import Channels

MOST_LAG_S = 5
BIN = 0.01
"""The width of a bin in the logarithm of the development: 1 %."""
SHARPER = 0.01
"""A longer lag must be so much sharper, in nats: less is chance."""
FEWEST = 60
"""Of fewer seconds of pedalling nothing is read."""


def developments(ride: Channels, lag_s: int) -> Floats:
    """Metres per turn of the cranks in each second, speed being read so many seconds later; NaN where there
    is no pedalling.
    """
    speed = np.full(ride.seconds, np.nan)
    speed[: ride.seconds - lag_s] = ride.speed_mps[lag_s:]
    turning = ride.pedalling & (speed > 0)
    with np.errstate(divide="ignore", invalid="ignore"):
        return np.where(turning, speed * 60 / ride.cadence_rpm, np.nan)


def lag_s(ride: Channels) -> int:
    """The lag at which the histogram of log(speed ÷ cadence) is sharpest: of the least entropy.

    Of lags that are as sharp the shortest; 0 where too little is pedalled to tell.
    """
    found = []
    for lag in range(MOST_LAG_S + 1):
        logs = np.log(developments(ride, lag))
        found.append(_entropy(logs[~np.isnan(logs)]))
    best = 0
    for lag, entropy in enumerate(found):
        if entropy < found[best] - SHARPER:
            best = lag
    return best


def _entropy(logs: Floats) -> float:
    if len(logs) < FEWEST:
        return 0.0
    counts = np.bincount((np.clip(logs, -2, 4) / BIN + 300).astype(int))
    shares = counts[counts > 0] / len(logs)
    return float(-(shares * np.log(shares)).sum())
