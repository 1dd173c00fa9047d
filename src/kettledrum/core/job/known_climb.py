"""A rider's power from a climb they know: so many metres up in so many minutes."""

from typing import Annotated

from pydantic import BaseModel, model_validator

from kettledrum.core.job.load import BIKE_KG, BikeKg
from kettledrum.core.job.road import DRAG_M2, ROLLING
from kettledrum.core.parts.efficiency import DERAILLEUR
from kettledrum.core.physics.air import air_density
from kettledrum.core.physics.road_load import Resistance
from kettledrum.core.terms.quantities import MassKg, Model, Within, refused

USUAL_GRADE = 0.07
"""Of a climb whose length is not known."""
ALL_DAY_MIN = 300.0
FATIGUE = 0.1
"""Power falls with the time it is held as its power of −0.1 or so, in the order of Kennelly's law of fatigue.

A. E. Kennelly, Proc. Am. Acad. Arts Sci. 42 (1906), has speed fall as time to the power of
−1/9, which is distance to the power of −1/8.
"""
LEAST_MIN = 5.0
_STEEPEST = 0.35

RiseM = Annotated[float, Within(20, 4000, unit="m")]
ClimbM = Annotated[float, Within(50, 100_000, unit="m")]
Minutes = Annotated[float, Within(LEAST_MIN, 600, unit="min")]


class KnownClimb(Model):
    """A climb ridden without a rest: the rider's mass and the bicycle's with all on it in kg, `rise_m` metres
    up in so many `minutes`, over `length_m` of road where that is known.

    Raises where the road would be steeper than 35 %, which no climb is, or its speed beyond belief.
    """

    mass_kg: MassKg
    bike_kg: BikeKg | None = None
    rise_m: RiseM
    minutes: Minutes
    length_m: ClimbM | None = None

    @model_validator(mode="after")
    def _can_be_ridden(self) -> "KnownClimb":
        if self.length_m is not None and self.rise_m > _STEEPEST * self.length_m:
            raise refused(f"must be at least {self.rise_m / _STEEPEST:.0f} m for so much up", "length_m")
        if self.rise_m / self.minutes > 35:
            raise refused(f"must be at least {self.rise_m / 35:.0f} min: nobody climbs faster", "minutes")
        return self


class KnownPower(BaseModel):
    """The power in W that a climb took, between a good drive and a poor one; about what would be held all
    day, to five watts; and whether the climb's length had to be assumed.
    """

    power_w: float
    least_w: float
    most_w: float
    all_day_w: float
    assumed_length: bool


def known_power(climb: KnownClimb) -> KnownPower:
    """The power that a climb took: on asphalt, in a relaxed posture, without wind, through a derailleur.

    P = (m·g·(sin θ + Crr·cos θ) + drag)·v / η. What would be held for five hours is P·(t / 5 h)^0.1; a
    climb that took longer counts as it is.
    """
    length_m = climb.length_m or climb.rise_m / USUAL_GRADE
    sine = climb.rise_m / length_m
    speed_mps = length_m / (climb.minutes * 60)
    resistance = Resistance(
        mass_kg=climb.mass_kg + (climb.bike_kg or BIKE_KG),
        crr=ROLLING["asphalt"],
        cda_m2=DRAG_M2["relaxed"],
        density=air_density(500, 15),
        wind_mps=0,
    )
    wheel_w = resistance.power_w(speed_mps, sine / (1 - sine * sine) ** 0.5)
    power = wheel_w / DERAILLEUR.typical
    held = power * min(climb.minutes / ALL_DAY_MIN, 1) ** FATIGUE
    return KnownPower(
        power_w=power,
        least_w=wheel_w / DERAILLEUR.high,
        most_w=wheel_w / DERAILLEUR.low,
        all_day_w=5 * round(held / 5),
        assumed_length=climb.length_m is None,
    )
