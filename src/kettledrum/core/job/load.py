"""What is carried besides the rider."""

from typing import Annotated, Literal

from kettledrum.core.terms.quantities import Model, Within

BikeKg = Annotated[float, Within(3, 300, unit="kg")]
CarriedKg = Annotated[float, Within(0, 500, unit="kg")]

BIKE_KG = 15.0
"""A bicycle nobody has weighed: one for touring or errands, with racks and lights."""


class Load(Model):
    """The mass of the bicycle, of what is carried on it and of a trailer with what is in it, in kg.

    `bicycle` is its kind as far as makers set other limits for it.
    """

    bike_kg: BikeKg | None = None
    cargo_kg: CarriedKg | None = None
    trailer_kg: CarriedKg | None = None
    bicycle: Literal["usual", "tandem", "cargo"] | None = None
