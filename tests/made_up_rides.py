"""Rides made up: a rider who shifts to keep an easy cadence, recorded with lag and noise."""

from dataclasses import dataclass

import numpy as np

from kettledrum.core.rides.channels import Channels


@dataclass
class MadeUp:
    """A ride and the truth behind it: the place of the gear of each second, and whether it was pedalled."""

    ride: Channels
    gears: np.ndarray
    pedalled: np.ndarray


def made_up(
    developments,
    seconds=3600,
    *,
    lag=2,
    noise=0.006,
    outliers=0.01,
    coasting=0.12,
    cadence=(60, 88),
    seed=1,
) -> MadeUp:
    """Speed wanders with the ground; the rider shifts when cadence leaves the band, and coasts at times."""
    random = np.random.default_rng(seed)
    developments = np.asarray(developments, dtype=float)
    low, high = cadence
    middle = (low * high) ** 0.5
    lowest, highest = developments[0] * low / 60, developments[-1] * high / 60
    # The ground asks for another speed every half minute or so.
    hills = np.repeat(random.uniform(0.05, 0.95, seconds // 30 + 1), 30)[:seconds]
    wanted = lowest * (highest / lowest) ** hills
    speed = np.empty(seconds)
    speed[0] = wanted[0]
    for at in range(1, seconds):
        speed[at] = speed[at - 1] + 0.12 * (wanted[at] - speed[at - 1]) + random.normal(0, 0.01)
    speed = np.clip(speed, lowest * 0.9, highest * 1.1)
    gears = np.zeros(seconds, dtype=int)
    gear = int(np.argmin(np.abs(np.log(speed[0] * 60 / developments / middle))))
    since = 0
    for at in range(seconds):
        turned = speed[at] * 60 / developments[gear]
        since += 1
        if since > 3 and not low <= turned <= high:
            better = int(np.argmin(np.abs(np.log(speed[at] * 60 / developments / middle))))
            if better != gear:
                gear, since = gear + int(np.sign(better - gear)), 0
        gears[at] = gear
    pedalled = np.ones(seconds, dtype=bool)
    at = 0
    while at < seconds:
        at += int(random.exponential(90)) + 5
        length = int(random.exponential(90 * coasting / max(1 - coasting, 0.01))) + 2
        if coasting:
            pedalled[at : at + length] = False
        at += length
    turned = speed * 60 / developments[gears] * np.exp(random.normal(0, noise, seconds))
    odd = random.random(seconds) < outliers
    turned[odd] *= random.uniform(0.6, 1.5, int(odd.sum()))
    turned[~pedalled] = 0
    shown = np.concatenate([np.full(lag, speed[0]), speed[: seconds - lag]]) if lag else speed
    nothing = np.full(seconds, np.nan)
    ride = Channels(shown, turned, nothing, nothing, nothing)
    return MadeUp(ride, gears, pedalled)
