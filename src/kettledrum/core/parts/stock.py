"""The sprockets and belts that can be had, as far as the rider lists them; usual ranges to start from."""

from typing import Annotated

from pydantic import Field

from kettledrum.core.parts.fitting import Links, PitchMm
from kettledrum.core.terms.quantities import Model, Teeth

TeethChoice = Annotated[list[Teeth], Field(min_length=1, max_length=60)]


class ChainStock(Model):
    """Sprockets for a chain, front and rear, in teeth."""

    front: TeethChoice | None = None
    rear: TeethChoice | None = None


class BeltStock(Model):
    """Sprockets for a belt in teeth, the belt's pitch in mm, and the lengths that exist, in teeth."""

    pitch_mm: PitchMm | None = None
    front: TeethChoice | None = None
    rear: TeethChoice | None = None
    lengths: Annotated[list[Links], Field(min_length=1, max_length=60)] | None = None


class Stock(Model):
    """The user's own lists; what is missing is taken from the usual ones."""

    chain: ChainStock | None = None
    belt: BeltStock | None = None


USUAL_FRONT = {"chain": list(range(30, 55, 2)), "belt": [39, 42, 46, 50, 55, 60]}
"""Front sprockets on sale for one chain or belt, to start from."""
USUAL_FRONT_AT_GEARBOX = {"chain": [26, 28, 30, 32, 34, 36, 38, 40, 42], "belt": [28, 30, 32, 34, 36, 39, 42]}
"""At a gearbox, whose gears reach lower and higher, front sprockets are smaller."""
USUAL_REAR = {"chain": list(range(13, 25)), "belt": [19, 20, 22, 24, 26, 28]}
"""Sprockets on gear hubs and single-speed hubs, to start from."""
USUAL_REAR_AT_GEARBOX = {"chain": list(range(16, 35, 2)), "belt": [22, 24, 26, 28, 30, 32, 34]}
USUAL_BELT_PITCH_MM = 10.0
"""A made-up pitch and lengths, to be replaced by those of the maker's list."""
USUAL_BELT_LENGTHS = list(range(112, 149, 2))


def belt_pitch_mm(stock: Stock | None) -> float:
    """The pitch in mm of the belts that can be had, or the usual one where they are not said."""
    belts = stock.belt if stock else None
    return (belts.pitch_mm if belts else None) or USUAL_BELT_PITCH_MM
