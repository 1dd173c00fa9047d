"""What a job makes of its rider, load and road in figures, and which of them had to be assumed."""

from dataclasses import dataclass

from kettledrum.core.job.brief import Need
from kettledrum.core.job.load import BIKE_KG, Load
from kettledrum.core.job.road import DRAG_M2, GRIP, ROLLING, Road
from kettledrum.core.physics.air import air_density
from kettledrum.core.physics.road_load import Resistance
from kettledrum.core.terms.assumed import Assumed

GRIND_SHARE = 0.75
"""Below this share of the lowest easy cadence pedalling is a grind, where the rider does not say."""

_BIKE = Assumed(where="load.bike_kg", what="the bicycle’s mass", value=BIKE_KG, unit="kg")
_SURFACE = Assumed(where="road.crr", what="the surface", value=ROLLING["asphalt"], taken="asphalt")
_POSTURE = Assumed(
    where="road.cda_m2", what="the posture", value=DRAG_M2["relaxed"], unit="m²", taken="relaxed"
)
_ALTITUDE = Assumed(where="road.altitude_m", what="the altitude", value=300, unit="m")
_TEMPERATURE = Assumed(where="road.temperature_c", what="the temperature", value=15, unit="°C")


def _grind(low_rpm: float) -> Assumed:
    return Assumed(
        where="rider.grind_rpm",
        what="the cadence below which pedalling is too slow",
        value=GRIND_SHARE * low_rpm,
        unit="rpm",
    )


@dataclass(frozen=True, slots=True)
class Conditions:
    """A job in figures: what is moved; the rider's powers in W; cadences in rpm; the steepest pitch.

    `burst_w` is the power held for a minute, None where it is not known; so are `steepest` (rise over run)
    and its length `steepest_m`, and the air's `temperature_c`. `grip` is the share of the load on the driven
    wheel that it can push with on the loosest surface of the road, None where that is not known. `assumed`
    are the figures that were taken for want of the rider's own.
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
    assumed: list[Assumed]


def conditions(need: Need, altitude_m: float | None = None) -> Conditions:
    """Takes a job's figures together, with usual ones for those that are missing.

    `altitude_m` is that of the road that is ridden, where it tells; the job's own stands before it.
    """
    rider, load, road = need.rider, need.load or Load(), need.road or Road()
    low = rider.cadence_rpm[0]
    assumed: list[Assumed] = []

    def given(value: float | None, usual: Assumed) -> float:
        if value is None:
            assumed.append(usual)
        found = usual.value if value is None else value
        assert found is not None
        return found

    surfaces = road.surfaces or []
    crr = sum(ROLLING[each.surface] * each.share for each in surfaces) if surfaces else road.crr
    cda_m2 = DRAG_M2[road.posture] if road.posture else road.cda_m2
    return Conditions(
        resistance=Resistance(
            mass_kg=rider.mass_kg
            + given(load.bike_kg, _BIKE)
            + (load.cargo_kg or 0)
            + (load.trailer_kg or 0),
            crr=given(crr, _SURFACE),
            cda_m2=given(cda_m2, _POSTURE),
            density=air_density(
                given(altitude_m if road.altitude_m is None else road.altitude_m, _ALTITUDE),
                given(road.temperature_c, _TEMPERATURE),
            ),
            wind_mps=(road.wind_kmh or 0) / 3.6,
        ),
        power_w=rider.power_w,
        burst_w=rider.burst_w,
        cadence_rpm=rider.cadence_rpm,
        grind_rpm=given(rider.grind_rpm, _grind(low)),
        steepest=road.steepest,
        steepest_m=road.steepest_m,
        temperature_c=road.temperature_c,
        grip=min((GRIP[each.surface] for each in surfaces), default=None),
        assumed=assumed,
    )
