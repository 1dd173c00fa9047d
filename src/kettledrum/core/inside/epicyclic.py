"""Planetary sets: ratios by Willis' equation, how fast every member turns, and what the meshes lose.

Directions are signs: a member that turns against the input has a negative speed. Teeth stand for radii, since
wheels that mesh share a module.
"""

from itertools import product
from typing import Annotated, Literal

from pydantic import BaseModel, Field, model_validator

from kettledrum.core.inside.one_gear import Inside
from kettledrum.core.terms.quantities import Model, Teeth, Within, refused

MOST_SETS = 6
FEWEST_PLANET_TEETH = 5
PlanetCount = Annotated[int, Within(2, 12, whole=True)]
Use = Literal["direct", "up", "down"]


class PlanetarySet(Model):
    """A sun, a ring and planets on a carrier, one of the two outer members held.

    `planet` gives the two rows of stepped planets, [on the sun, on the ring]; without it the planets
    are plain and have (ring − sun) ÷ 2 teeth. `uses` are the ways in which power goes through: "direct", the
    set turning as one; "up", in at the carrier and out at the free member; "down", the other way. `held` is
    the member that stands still in "up" and "down". `planets` is how many there are, where that is known.
    Raises for a ring too small for planets to fit between it and the sun.
    """

    sun: Teeth
    ring: Teeth
    planet: tuple[Teeth, Teeth] | None = None
    planets: PlanetCount | None = None
    held: Literal["sun", "ring"] = "sun"
    uses: Annotated[list[Use], Field(min_length=1, max_length=3)]

    @model_validator(mode="after")
    def _can_be_built(self) -> "PlanetarySet":
        if self.planet is None and self.ring < self.sun + 2 * FEWEST_PLANET_TEETH:
            raise refused(
                f"must have at least {self.sun + 2 * FEWEST_PLANET_TEETH} teeth "
                f"for planets to fit round a sun of {self.sun}",
                "ring",
            )
        if self.planet is not None and self.ring <= self.planet[1]:
            raise refused(f"must have more teeth than the planets of {self.planet[1]} that run in it", "ring")
        if len(set(self.uses)) < len(self.uses):
            raise refused("must differ from each other", "uses")
        return self

    @property
    def planet_teeth(self) -> tuple[float, float]:
        """Teeth of the planets on sun and ring; halves where plain planets do not come out whole."""
        if self.planet is not None:
            return self.planet
        plain = (self.ring - self.sun) / 2
        return plain, plain

    @property
    def basic_ratio(self) -> float:
        """Turns of the sun for one of the ring with the carrier held; negative, for they turn against each
        other.

        −R·a/(S·b), and −R/S for plain planets. [1]_

        [1] Willis, Principles of Mechanism (1841); Müller, Epicyclic Drive Trains (1982).
        """
        on_sun, on_ring = self.planet_teeth
        return -(self.ring * on_sun) / (self.sun * on_ring)


Epicyclic = Annotated[list[PlanetarySet], Field(min_length=1, max_length=MOST_SETS)]
"""Sets in a row from the input to the output; in each, one use carries the power at a time."""


class MemberSpeeds(BaseModel):
    """Turns of each member of a set for one turn of the set's input, and which members power enters and
    leaves by.

    `planet` turns about its own pin, seen from the frame.
    """

    use: Use
    sun: float
    carrier: float
    ring: float
    planet: float
    power_in: Literal["carrier", "sun", "ring"]
    power_out: Literal["carrier", "sun", "ring"]


def member_speeds(planetary: PlanetarySet, use: Use) -> MemberSpeeds:
    """How fast every member turns for one turn of the input.

    Willis: (ω_sun − ω_carrier) / (ω_ring − ω_carrier) = i₀, the basic ratio; with one speed 0 and one 1 the
    third follows. In direct drive all turn as one.
    """
    free: Literal["sun", "ring"] = "ring" if planetary.held == "sun" else "sun"
    if use == "direct":
        return MemberSpeeds(use=use, sun=1, carrier=1, ring=1, planet=1, power_in="carrier", power_out=free)
    basic = planetary.basic_ratio
    # Turns of the free member for one of the carrier, the held one standing still.
    gain = 1 - 1 / basic if planetary.held == "sun" else 1 - basic
    carrier, moved = (1.0, gain) if use == "up" else (1 / gain, 1.0)
    sun, ring = (0.0, moved) if planetary.held == "sun" else (moved, 0.0)
    on_sun, _ = planetary.planet_teeth
    return MemberSpeeds(
        use=use,
        sun=sun,
        carrier=carrier,
        ring=ring,
        planet=carrier - (sun - carrier) * planetary.sun / on_sun,
        power_in="carrier" if use == "up" else free,
        power_out=free if use == "up" else "carrier",
    )


def set_ratio(planetary: PlanetarySet, use: Use) -> float:
    """Output turns for one input turn of a set."""
    speeds = member_speeds(planetary, use)
    return float(getattr(speeds, speeds.power_out))


def epicyclic_gears(sets: Epicyclic) -> list[Inside]:
    """Every gear of planetary sets in a row: one use of each, their ratios multiplied."""
    found = []
    for uses in product(*(planetary.uses for planetary in sets)):
        ratio = 1.0
        for planetary, use in zip(sets, uses, strict=True):
            ratio *= set_ratio(planetary, use)
        setting = tuple(planetary.uses.index(use) for planetary, use in zip(sets, uses, strict=True))
        found.append(Inside(ratio=ratio, how=", ".join(uses), setting=setting))
    return found
