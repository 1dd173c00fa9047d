"""Pieces of a setup that are no stage of its path: chain, brake, shifter; for their mass and price."""

from typing import Annotated

from pydantic import Field

from kettledrum.core.parts.fitting import MassAt
from kettledrum.core.parts.stated import PartMassKg, Price
from kettledrum.core.parts.upkeep import Care
from kettledrum.core.terms.quantities import Model, Name


class Piece(Model):
    """A piece by its name, with its mass in kg, where that sits, what it costs, and its upkeep."""

    name: Name
    mass_kg: PartMassKg | None = None
    at: MassAt | None = None
    price: Price | None = None
    care: Care | None = None


Pieces = Annotated[list[Piece], Field(max_length=60)]
