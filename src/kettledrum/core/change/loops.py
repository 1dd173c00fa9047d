"""The chains and belts of a change: how long each must be, and by how much the old one is too long."""

from collections.abc import Iterator
from dataclasses import dataclass

from kettledrum.core.chains.belt import belt_fit
from kettledrum.core.chains.chain import chain_fit
from kettledrum.core.chains.derailleur import derailleur_needs
from kettledrum.core.change.things import from_wheel, rear, rings
from kettledrum.core.parts.frame import Frame
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage
from kettledrum.core.parts.stock import Stock, belt_pitch_mm


@dataclass(frozen=True, slots=True)
class Loop:
    """The chain or belt of a stage, counted from the wheel: so many links or teeth, None where that cannot be
    known.
    """

    place: int
    drive: str
    links: int | None


def loops(setup: Setup, frame: Frame | None, stock: Stock | None) -> Iterator[Loop]:
    """How long each chain and belt of a setup is: as it is mounted, or as it must be."""
    for place, stage in from_wheel(setup):
        if stage.pairs is None:
            yield Loop(place, stage.drive, _links(stage, frame, stock))


def _links(stage: SprocketsStage, frame: Frame | None, stock: Stock | None) -> int | None:
    run = stage.run
    mounted = (run.belt_teeth if stage.drive == "belt" else run.links) if run else None
    if mounted is not None:
        return mounted
    shifted = derailleur_needs(stage, "", frame)
    if shifted is not None:
        return shifted.links
    front, back = rings(stage)[-1], rear(stage)[-1]
    if stage.drive == "belt":
        listed = stock.belt.lengths if stock and stock.belt else None
        pitch = (run.pitch_mm if run else None) or belt_pitch_mm(stock)
        # Which belts exist, only its maker's list tells.
        return belt_fit(front, back, frame, pitch, listed).teeth if listed else None
    return chain_fit(front, back, frame, tensioner=bool(run and run.tensioner)).links
