"""How hard the cranks are turned: the torques that every part behind them must bear."""

import math

from pydantic import BaseModel

from kettledrum.core.job.brief import Need
from kettledrum.core.job.conditions import conditions
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.road_load import GRAVITY

STANDING = 1.0
"""The hardest push over the rider's weight where the rider does not say: standing on one pedal."""


class Pushes(BaseModel):
    """Torques at the cranks in Nm, and the mass of bicycle, rider and load in kg.

    `hardest_nm` is the push of `factor` times the rider's weight on a level crank, `steady_nm` that of the
    power of all day at the lowest easy cadence, `minute_nm` that of the power of a minute there, null where
    it is not known. `factor_assumed` says that the factor is not the rider's own.
    """

    factor: float
    factor_assumed: bool
    hardest_nm: float
    steady_nm: float
    minute_nm: float | None
    with_motor: bool
    system_kg: float


def pushes(need: Need, setup: Setup) -> Pushes:
    """The hardest push is rider mass · g · crank length · factor; a steady torque is P / ω.

    Standing on one pedal with the crank level is a factor of 1; pulling at the bar goes beyond it.
    """
    job = conditions(need)
    factor = need.rider.push_factor
    used = STANDING if factor is None else factor
    per_watt = 60 / (2 * math.pi * job.cadence_rpm[0])
    return Pushes(
        factor=used,
        factor_assumed=factor is None,
        hardest_nm=need.rider.mass_kg * GRAVITY * setup.cranks.length_mm / 1000 * used,
        steady_nm=job.power_w * per_watt,
        minute_nm=None if job.burst_w is None else job.burst_w * per_watt,
        with_motor=bool(setup.motors),
        system_kg=job.resistance.mass_kg,
    )
