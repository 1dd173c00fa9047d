"""Stretches of a ride that tell something of the rider and the road: climbs, coasting, the best minutes."""

from collections.abc import Iterator

import numpy as np

from kettledrum.core.log.ride import MOST_CLIMBS, Best, Climbed, Coasted
from kettledrum.core.physics.air import air_density
from kettledrum.core.physics.arrays import Flags, Floats
from kettledrum.core.physics.road_load import GRAVITY
from kettledrum.core.rides.channels import PEDALLING_RPM, Channels

CLIMB_S = 120
"""A climb is held so long at least: shorter, gathering speed and the recorder’s noise tell as much. Ours."""
CLIMB_GRADE = 0.03
"""Less steep, wind tells as much as the hill. Ours."""
COAST_S = 10
"""Coasting is looked at so many seconds at a time: long enough for a receiver’s heights. Ours."""
COAST_MPS = 2.5
BRAKED = 0.06
"""A bicycle that is held back by so much of its weight, the air apart, is braked, or in sand. Ours."""
_NORMAL = 1.4826
"""Of a normal spread, how many median deviations make a standard one."""
_LEAST_OFF = 0.003
"""Heights to a decimetre waver by so much over ten seconds."""
TURNING = 1.012
"""Wheels turn as well as move: their kinetic energy counts as so much more mass, with 1 kg in rims and tyres
of 90 kg. Wilson & Schmidt, *Bicycling Science*, 4th ed., ch. 4."""
BEST_MINUTES = (1, 5, 20, 60)
_WITHOUT_PEDALS = 0.1
"""The share of seconds without pedalling that a climb may have."""
_USUAL_ALTITUDE_M = 300.0
_USUAL_C = 15.0


def density(ride: Channels) -> float:
    """The density of the air in kg/m³ on a ride, by its mean height and temperature as far as they are
    known.
    """
    height, warmth = ride.elevation_m, ride.temperature_c
    return air_density(
        float(np.nanmean(height)) if np.isfinite(height).any() else _USUAL_ALTITUDE_M,
        float(np.nanmean(warmth)) if np.isfinite(warmth).any() else _USUAL_C,
    )


def climbs(ride: Channels) -> list[Climbed]:
    """The climbs of a ride, the longest first: windows of two minutes that go up steadily under pedals, those
    that follow each other as one.
    """
    along = np.concatenate([[0.0], np.cumsum(np.nan_to_num(ride.speed_mps))])
    speed, height = ride.speed_mps, ride.elevation_m
    fine = ~np.isnan(speed) & ~np.isnan(height) & (speed > 0)
    pedalled = ride.cadence_rpm > PEDALLING_RPM
    found: list[tuple[int, int]] = []
    at = 0
    while at + CLIMB_S < ride.seconds:
        here = slice(at, at + CLIMB_S + 1)
        steady = fine[here].all() and pedalled[here].mean() >= 1 - _WITHOUT_PEDALS
        metres = along[at + CLIMB_S] - along[at]
        if steady and metres > 0 and (height[at + CLIMB_S] - height[at]) / metres >= CLIMB_GRADE:
            if found and found[-1][1] == at:
                found[-1] = found[-1][0], at + CLIMB_S
            else:
                found.append((at, at + CLIMB_S))
            at += CLIMB_S
        else:
            at += 10 if not steady else 1
    found.sort(key=lambda ends: ends[0] - ends[1])
    air = density(ride)
    return [_climb(ride, along, ends, air) for ends in found[:MOST_CLIMBS]]


def _climb(ride: Channels, along: Floats, ends: tuple[int, int], air: float) -> Climbed:
    start, end = ends
    seconds = end - start
    speed, height = ride.speed_mps, ride.elevation_m
    metres = float(along[end] - along[start])
    lift = _ends_mean(height, end) - _ends_mean(height, start)
    energy = GRAVITY * lift + 0.5 * TURNING * float(speed[end] ** 2 - speed[start] ** 2)
    power = ride.power_w[start:end]
    known = float(np.isfinite(power).mean()) > 1 - _WITHOUT_PEDALS
    return Climbed(
        seconds=seconds,
        grade=round(max(-1.0, min(lift / metres, 1.0)), 4),
        lift_w=round(energy / seconds, 4),
        roll_w=round(GRAVITY * metres / seconds, 3),
        drag_w=round(0.5 * air * float((speed[start:end] ** 3).mean()), 3),
        power_w=round(float(np.nanmean(power)), 1) if known else None,
    )


def _ends_mean(height: Floats, at: int) -> float:
    """A height as the mean of a few seconds about it, within the ride: receivers waver."""
    reach = min(3, at, len(height) - 1 - at)
    near = height[at - reach : at + reach + 1]
    return float(np.nanmean(near))


def coasted(ride: Channels, lag_s: int) -> Coasted | None:
    """What coasting tells of rolling and air resistance, summed up; None where there is none.

    y = −Δ(½·k·v² + g·h) / (g·Δs) is the share of the weight that held the bicycle back, speed read `lag_s`
    later than height. Stretches that lie far from most others were braked, and are left out.
    """
    air = density(ride)
    rows = list(_coasting_windows(ride, lag_s, air))
    if not rows:
        return None
    x, y = np.array(rows).T
    # What is left when the air of a usual rider is taken off: rolling, and brakes where they were on.
    rolled = y - _AIR_PER_PA * x
    middle = float(np.median(rolled))
    off = max(_NORMAL * float(np.median(np.abs(rolled - middle))), _LEAST_OFF)
    sound = (np.abs(rolled - middle) < 3 * off) & (rolled > -_LEAST_OFF * 5) & (rolled < BRAKED)
    x, y = x[sound], y[sound]
    if not len(x):
        return None
    return Coasted(
        count=len(x),
        x=round(float(x.sum()), 4),
        xx=round(float((x * x).sum()), 3),
        y=round(float(y.sum()), 7),
        xy=round(float((x * y).sum()), 5),
    )


_AIR_PER_PA = 0.55 / (95 * GRAVITY)
"""Of what held a usual rider back, the air’s share for each Pa."""


def _coasting_windows(ride: Channels, lag_s: int, air: float) -> Iterator[tuple[float, float]]:
    speed = np.full(ride.seconds, np.nan)
    speed[: ride.seconds - lag_s] = ride.speed_mps[lag_s:]
    height = ride.elevation_m
    rolling: Flags = (
        (ride.cadence_rpm < 1)
        & ~((ride.power_w > 0) & ~np.isnan(ride.power_w))
        & (speed > COAST_MPS)
        & ~np.isnan(height)
    )
    at = 0
    while at + COAST_S < ride.seconds:
        window = rolling[at : at + COAST_S + 1]
        if not window.all():
            at += int(np.flatnonzero(~window)[-1]) + 1
            continue
        v = speed[at : at + COAST_S + 1]
        metres = float((v[1:] + v[:-1]).sum() / 2)
        # Energy per kg that went: the mean of the ends' heights stays out, as it would mix windows.
        lost = -(
            0.5 * TURNING * float(v[-1] ** 2 - v[0] ** 2) + GRAVITY * float(height[at + COAST_S] - height[at])
        )
        yield 0.5 * air * float((v**3).mean() / v.mean()), lost / (GRAVITY * metres)
        at += COAST_S


def best_minutes(ride: Channels) -> list[Best]:
    """The highest mean power over a minute, 5, 20 and 60, as a meter showed it; none without one."""
    power = ride.power_w
    if np.isfinite(power).mean() < 1 - _WITHOUT_PEDALS:
        return []
    summed = np.concatenate([[0.0], np.cumsum(np.nan_to_num(power))])
    return [
        Best(
            minutes=minutes,
            power_w=round(
                float((summed[60 * minutes :] - summed[: -60 * minutes]).max()) / (60 * minutes), 1
            ),
        )
        for minutes in BEST_MINUTES
        if ride.seconds >= 60 * minutes
    ]
