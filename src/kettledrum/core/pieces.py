"""Pieces of a setup that are no stage of its path: chain, brake, shifter; for their mass and price."""

from typing import Annotated

from pydantic import Field

from kettledrum.core.fitting import MassAt
from kettledrum.core.quantities import Model, Name
from kettledrum.core.stated import PartMassKg, Price


class Piece(Model):
    """A piece by its name, with its mass in kg, where that sits, and what it costs."""

    name: Name
    mass_kg: PartMassKg | None = None
    at: MassAt | None = None
    price: Price | None = None


Pieces = Annotated[list[Piece], Field(max_length=60)]
