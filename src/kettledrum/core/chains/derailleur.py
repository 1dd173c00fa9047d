"""What a derailleur must do for a drive: its largest sprocket, the chain it takes up, the chain's length."""

import math
from dataclasses import dataclass

from kettledrum.core.chains.loop import CHAIN_PITCH_MM, chain_radius_mm, loop_pitches
from kettledrum.core.parts.frame import Frame
from kettledrum.core.parts.stage import SprocketsStage
from kettledrum.core.parts.stated import Limits
from kettledrum.core.terms.check import Check

SPARE_LINKS = 2
"""Added to a chain laid round the largest sprockets without the derailleur, so that it can be shifted there:
the trade's rule."""


@dataclass(frozen=True, slots=True)
class DerailleurNeeds:
    """The capacity that a drive asks for in teeth, its largest sprocket, and the links of its chain.

    `links` is null where the chainstay length is not known.
    """

    capacity: int
    rear_max: int
    links: int | None
    checks: list[Check]


def derailleur_needs(stage: SprocketsStage, where: str, frame: Frame | None) -> DerailleurNeeds | None:
    """What the drive at `where` in the file asks of a derailleur; None where nothing shifts the chain.

    Capacity = (largest − smallest in front) + (largest − smallest behind): so many half pitches of chain
    hang slack between the two extremes. The chain is laid round the largest pair, and 2 links added.
    """
    fronts = sorted({front for front, _ in stage.pairings})
    rears = sorted({rear for _, rear in stage.pairings})
    if stage.drive == "belt" or stage.pairs is not None or len(fronts) + len(rears) < 3:
        return None
    capacity = fronts[-1] - fronts[0] + rears[-1] - rears[0]
    links = None
    if frame and frame.chainstay_mm:
        radii = chain_radius_mm(fronts[-1]), chain_radius_mm(rears[-1])
        if frame.chainstay_mm > sum(radii):
            around = loop_pitches(fronts[-1], rears[-1], frame.chainstay_mm, CHAIN_PITCH_MM, radii)
            links = 2 * math.ceil((around + SPARE_LINKS) / 2 - 1e-9)
    limits = stage.limits or Limits()
    return DerailleurNeeds(
        capacity,
        rears[-1],
        links,
        [
            _held(f"{where}.limits.rear_max", "the largest sprocket", rears[-1], limits.rear_max),
            _held(f"{where}.limits.capacity", "the capacity asked for", capacity, limits.capacity),
        ],
    )


def _held(where: str, what: str, asked: int, most: int | None) -> Check:
    if most is None:
        return Check(
            where=where,
            state="not known",
            what=f"{what} is {asked} teeth; what the derailleur takes is not stated: look for “capacity” and "
            f"“largest sprocket” on its maker’s sheet",
        )
    if asked > most:
        return Check(
            where=where, state="fails", what=f"{what} is {asked} teeth, {asked - most} more than {most}"
        )
    return Check(where=where, state="holds", what=f"{what} is {asked} teeth, of {most}")
