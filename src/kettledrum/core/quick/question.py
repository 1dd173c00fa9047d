"""The quick question: a rider, a bicycle in one line, and where it is ridden."""

from typing import Annotated

from pydantic import Field

from kettledrum.core.job.load import BikeKg, CarriedKg
from kettledrum.core.job.route import Route
from kettledrum.core.terms.quantities import MassKg, Model, PowerW, SpeedKmh


class QuickQuestion(Model):
    """A rider's mass and what is carried, in kg; the bicycle in one line, and where it is ridden.

    Where: in a word or by the steepest hill, or a road. What else is usual may be said: the power held all
    day and for a minute in W, the bicycle's mass in kg, a wanted top speed in km/h.
    """

    mass_kg: MassKg
    carried_kg: CarriedKg | None = None
    bike: Annotated[str, Field(max_length=300)]
    where: Annotated[str, Field(max_length=100)] = "hilly"
    route: Route | None = None
    power_w: PowerW | None = None
    burst_w: PowerW | None = None
    bike_kg: BikeKg | None = None
    top_kmh: SpeedKmh | None = None
