"""What a job makes of its rider, load and road in figures, and which of them had to be assumed."""

from dataclasses import dataclass

from kettledrum.core.job.brief import Need
from kettledrum.core.job.load import BIKE_KG, Load
from kettledrum.core.job.road import DRAG_M2, GRIP, ROLLING, Road
from kettledrum.core.physics.air import air_density
from kettledrum.core.physics.road_load import Resistance

_ROLLING, _DRAG, _ALTITUDE_M, _TEMPERATURE_C = ROLLING["asphalt"], DRAG_M2["relaxed"], 300.0, 15.0
GRIND_SHARE = 0.75
"""Below this share of the lowest easy cadence pedalling is a grind, where the rider does not say."""


@dataclass(frozen=True, slots=True)
class Conditions:
    """A job in figures: what is moved; the rider's powers in W; cadences in rpm; the steepest pitch.

    `burst_w` is the power held for a minute, None where it is not known; so are `steepest` (rise over run)
    and its length `steepest_m`, and the air's `temperature_c`. `grip` is the share of the load on the driven
    wheel that it can push with on the loosest surface of the road, None where that is not known. `assumed`
    are the keys whose figures were taken for want of the rider's own.
    """

    resistance: Resistance
    power_w: float
    burst_w: float | None
    cadence_rpm: tuple[float, float]
    grind_rpm: float
    steepest: float | None
    steepest_m: float | None
    grip: float | None
    temperature_c: float | None
    assumed: list[str]


def conditions(need: Need) -> Conditions:
    """Takes a job's figures together, with usual ones for those that are missing."""
    rider, load, road = need.rider, need.load or Load(), need.road or Road()
    assumed: list[str] = []

    def given(key: str, value: float | None, usual: float) -> float:
        if value is None:
            assumed.append(key)
            return usual
        return value

    surfaces = road.surfaces or []
    crr = sum(ROLLING[each.surface] * each.share for each in surfaces) if surfaces else road.crr
    cda_m2 = DRAG_M2[road.posture] if road.posture else road.cda_m2
    low = rider.cadence_rpm[0]
    return Conditions(
        resistance=Resistance(
            mass_kg=rider.mass_kg
            + given("load.bike_kg", load.bike_kg, BIKE_KG)
            + (load.cargo_kg or 0)
            + (load.trailer_kg or 0),
            crr=given("road.crr", crr, _ROLLING),
            cda_m2=given("road.cda_m2", cda_m2, _DRAG),
            density=air_density(
                given("road.altitude_m", road.altitude_m, _ALTITUDE_M),
                given("road.temperature_c", road.temperature_c, _TEMPERATURE_C),
            ),
            wind_mps=(road.wind_kmh or 0) / 3.6,
        ),
        power_w=rider.power_w,
        burst_w=rider.burst_w,
        cadence_rpm=rider.cadence_rpm,
        grind_rpm=given("rider.grind_rpm", rider.grind_rpm, GRIND_SHARE * low),
        steepest=road.steepest,
        steepest_m=road.steepest_m,
        temperature_c=road.temperature_c,
        grip=min((GRIP[each.surface] for each in surfaces), default=None),
        assumed=assumed,
    )
