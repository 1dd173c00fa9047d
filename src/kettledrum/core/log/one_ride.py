"""One ride second by second, drawn over the way: gear, cadence, speed, slope, and where nobody pedalled."""

import numpy as np

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.log.one_ride_result import OneRide, RideGear
from kettledrum.core.log.work import slope
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.rides.channels import Channels
from kettledrum.core.rides.gear_use import gears_ridden

MOST_MARKS = 900
"""So many places of a ride are drawn: more than a screen has room for."""


def one_ride(ride: Channels, setup: Setup, cadence_rpm: tuple[float, float]) -> OneRide:
    """A ride as it is drawn, with the gears of the setup that was mounted."""
    table = gear_table(setup, cadence_rpm)
    found = gears_ridden(ride, table)
    along = np.cumsum(np.nan_to_num(ride.speed_mps))
    marks = np.unique(np.linspace(0, ride.seconds - 1, MOST_MARKS).astype(int))
    gear = np.full(ride.seconds, np.nan)
    gear[found.known] = found.taken
    speed = np.full(ride.seconds, np.nan)
    speed[: ride.seconds - found.lag_s] = ride.speed_mps[found.lag_s :]
    turned = np.full(ride.seconds, np.nan)
    turned[found.known] = speed[found.known] * 60 / ride.cadence_rpm[found.known]
    rolling = (ride.speed_mps > 0.5) & ~(ride.cadence_rpm > 1)
    return OneRide(
        km=np.round(along[marks] / 1000, 4).tolist(),
        minutes=np.round(marks / 60, 3).tolist(),
        speed_kmh=_known(ride.speed_mps[marks] * 3.6, 1),
        cadence_rpm=_known(ride.cadence_rpm[marks], 0),
        slope=_known(slope(ride)[marks], 4),
        elevation_m=_known(ride.elevation_m[marks], 1),
        development_m=_known(turned[marks], 3),
        gear=[None if np.isnan(each) else int(each) for each in gear[marks].tolist()],
        coasting=rolling[marks].tolist(),
        gears=[
            RideGear(label=group.label, development_m=round(group.development_m * found.factor, 4))
            for group in found.own
        ],
        lag_s=found.lag_s,
        power_w=_known(ride.power_w[marks], 0),
    )


def _known(values: Floats, digits: int) -> list[float | None]:
    return [None if np.isnan(each) else round(each, digits) for each in values.tolist()]
