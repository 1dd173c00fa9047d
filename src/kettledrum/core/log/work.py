"""What the recorded seconds of a ride come to, with the gears that were mounted then."""

import hashlib

import numpy as np

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.log.ride import GearTime, LoggedRide, Pace, Worked
from kettledrum.core.log.stretches import best_minutes, climbs, coasted
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Flags, Floats
from kettledrum.core.rides.channels import PEDALLING_RPM, STANDING_MPS, Channels
from kettledrum.core.rides.gear_use import gears_ridden, use_of
from kettledrum.core.roads.ascent import ascent_m

PACE_STEP = 0.03
"""The width of a bin of speed, in its logarithm."""
STARTING_S = 10
"""After a standstill nobody is in the gear, and at the cadence, that the road asks for. Ours."""
_USUAL_RPM = (60.0, 90.0)
_SMOOTH_S = 15
"""Heights are averaged over so many seconds before they are counted as climbed."""
_RIPPLE_M = 2.0


def gears_of(setup: Setup) -> str:
    """What tells the gears of a setup: its developments, a digest of them."""
    table = gear_table(setup, _USUAL_RPM)
    told = " ".join(f"{gear.label}={gear.development_m:.4f}" for gear in table.gears)
    return hashlib.sha256(f"{table.stepless} {told}".encode()).hexdigest()[:16]


def worked(ride: LoggedRide, recorded: Channels, setup: Setup) -> LoggedRide:
    """A ride with what its seconds come to on a setup."""
    table = gear_table(setup, _USUAL_RPM)
    found = gears_ridden(recorded, table)
    use = use_of(recorded, table, found)
    content = Worked(
        source=use.source,
        gears_of=gears_of(setup),
        pedalling_s=use.pedalling_s,
        coasting_s=use.coasting_s,
        standing_s=use.standing_s,
        not_recorded_s=use.not_recorded_s,
        lag_s=use.lag_s,
        circumference_m=round(use.circumference_m, 4),
        steady_share=round(use.steady_share, 4),
        fits=round(found.fits, 4),
        shifts=use.shifts,
        pace=pace(recorded),
        climbs=climbs(recorded) or None,
        coasted=coasted(recorded, use.lag_s),
        best=best_minutes(recorded) or None,
    )
    gears = [GearTime(label=gear.label, seconds=gear.seconds) for gear in use.gears]
    return ride.model_copy(update={"gears": gears if use.pedalling_s else None, "worked": content})


def pace(ride: Channels) -> Pace:
    """How long was pedalled at each speed, seconds just after a standstill left out."""
    speed = ride.speed_mps[pedalled(ride)]
    if not len(speed):
        return Pace(first=0, seconds=[])
    bins = np.floor(np.log(speed) / PACE_STEP).astype(int)
    return Pace(first=int(bins.min()), seconds=np.bincount(bins - bins.min()).tolist())


def pedalled(ride: Channels) -> Flags:
    """The seconds that were pedalled on the way, slow ones too, but not those of a start."""
    stood = np.flatnonzero(~(ride.speed_mps > STANDING_MPS))
    since = np.full(ride.seconds, STARTING_S + 1)
    seconds = np.arange(ride.seconds)
    if len(stood):
        last = np.searchsorted(stood, seconds, side="right") - 1
        since = np.where(last >= 0, seconds - stood[np.maximum(last, 0)], since)
    moving = (ride.speed_mps > STANDING_MPS) & (ride.cadence_rpm > PEDALLING_RPM / 2)
    return np.asarray(moving & (since > STARTING_S))


def climbed_m(ride: Channels) -> float | None:
    """The metres climbed on a ride, None where no height is recorded."""
    height = ride.elevation_m[~np.isnan(ride.elevation_m)]
    if len(height) < 2:
        return None
    window = min(_SMOOTH_S, len(height))
    smooth: Floats = np.convolve(height, np.ones(window) / window, "valid")
    return ascent_m(smooth.tolist(), _RIPPLE_M)


def slope(ride: Channels) -> Floats:
    """The slope of each second as rise over run, over some 60 m; NaN where it is not known."""
    speed = np.nan_to_num(ride.speed_mps)
    along = np.cumsum(speed)
    known = ~np.isnan(ride.elevation_m)
    if known.sum() < 2 or along[-1] <= 0:
        return np.full(ride.seconds, np.nan)
    # Heights at even places: standing still has no slope.
    moves = np.flatnonzero(known & (np.diff(along, prepend=-1.0) > 0))
    if len(moves) < 2:
        return np.full(ride.seconds, np.nan)
    height = ride.elevation_m
    back, ahead = along - _SLOPE_M / 2, along + _SLOPE_M / 2
    at = [np.interp(where, along[moves], height[moves]) for where in (back, ahead)]
    run = np.clip(ahead, along[moves[0]], along[moves[-1]]) - np.clip(back, along[moves[0]], along[moves[-1]])
    with np.errstate(divide="ignore", invalid="ignore"):
        return np.where(run > _SLOPE_M / 4, (at[1] - at[0]) / run, np.nan)


_SLOPE_M = 60.0


def looks_made_up(ride: Channels) -> bool:
    """Whether its speed stands still as on no road: a sensor’s wavers from second to second."""
    speed = ride.speed_mps[ride.speed_mps > STANDING_MPS]
    return len(speed) > _ENOUGH_S and float((np.diff(speed) == 0).mean()) > _STANDS_STILL


_ENOUGH_S = 300
_STANDS_STILL = 0.6
"""The share of seconds with the same speed as the one before. A record every second or so has a third at most
where speeds are rounded to 0.1 km/h. Ours."""


def mean_temperature(ride: Channels) -> float | None:
    """The mean temperature of a ride in °C, None where it is not recorded."""
    known = ride.temperature_c[~np.isnan(ride.temperature_c)]
    return round(float(known.mean()), 1) if len(known) else None
