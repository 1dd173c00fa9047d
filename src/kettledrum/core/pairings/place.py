"""Where in a path a sprocket pairing can be exchanged, and for which sprockets."""

import math
from dataclasses import dataclass

from kettledrum.core.parts.fitting import Fit
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import HubStage, SprocketsStage
from kettledrum.core.parts.stock import (
    USUAL_FRONT,
    USUAL_FRONT_AT_GEARBOX,
    USUAL_REAR,
    USUAL_REAR_AT_GEARBOX,
    ChainStock,
    Stock,
)
from kettledrum.core.terms.errors import InvalidInput, Problem

NO_SINGLE_FRONT = "no-single-front"
"""The code of a path in which no single front sprocket could be exchanged."""


@dataclass(frozen=True, slots=True)
class PairingPlace:
    """The sprockets of a path that can be exchanged, with the teeth to be tried, in rising order.

    With `fixed_rear` the rear is a cassette, whose largest sprocket stands for it.
    """

    stage: int
    drive: str
    mounted: tuple[int, int]
    fronts: list[int]
    rears: list[int]
    own_front: bool
    own_rear: bool
    fixed_rear: bool

    def scale(self, front: int, rear: int) -> float:
        """How many times higher all gears are than with the mounted pairing."""
        return front / rear * self.mounted[1] / self.mounted[0]

    def repeats(self, front: int, rear: int, links: int | None) -> int:
        """After how many turns of the front sprocket all stands as it did: rear teeth, and links if known.

        A tooth wears against links, not against other teeth: the same link comes to the same tooth after as
        many turns as the least common multiple of teeth and links takes.
        """
        return math.lcm(front, rear, links or 1) // front


def pairing_place(setup: Setup, stock: Stock | None) -> PairingPlace:
    """The first sprockets of a path with a single front one, and the teeth that can be had for them.

    The user's own list, or else the usual ones for the drive; on a hub only the sprockets that go onto it, as
    far as its maker says. The mounted teeth are always among them. Raises InvalidInput for a path in which
    no single front sprocket could be exchanged.
    """
    for place, stage in enumerate(setup.path):
        if isinstance(stage, SprocketsStage) and stage.pairs is None and len(stage.front or []) == 1:
            return _found(setup, place, stage, stock)
    raise InvalidInput(
        [
            Problem(
                "path",
                "has no sprockets with a single one in front: pairings are tried for hubs, gearboxes, single "
                "speeds and cassettes behind one ring; other teeth are typed under Setups",
                NO_SINGLE_FRONT,
            )
        ]
    )


def _found(setup: Setup, place: int, stage: SprocketsStage, stock: Stock | None) -> PairingPlace:
    assert stage.front is not None and stage.rear is not None
    cassette = len(stage.rear) > 1
    mounted = stage.front[0], max(stage.rear)
    own = (getattr(stock, stage.drive) if stock else None) or ChainStock()
    at_gearbox = any(before.kind == "gearbox" for before in setup.path[:place])
    fronts = set(own.front or (USUAL_FRONT_AT_GEARBOX if at_gearbox else USUAL_FRONT)[stage.drive])
    rears = set(own.rear or (USUAL_REAR_AT_GEARBOX if at_gearbox else USUAL_REAR)[stage.drive])
    behind = setup.path[place + 1] if place + 1 < len(setup.path) else None
    if isinstance(behind, HubStage) and not own.rear:
        rears = taken_by(behind.fit, rears, stage.drive)
    return PairingPlace(
        stage=place,
        drive=stage.drive,
        mounted=mounted,
        fronts=sorted(fronts | {mounted[0]}),
        rears=[mounted[1]] if cassette else sorted(rears | {mounted[1]}),
        own_front=bool(own.front),
        own_rear=bool(own.rear),
        fixed_rear=cassette,
    )


def taken_by(fit: Fit | None, usual: set[int], drive: str) -> set[int]:
    """The rear teeth that go onto a hub: those its maker names, or the usual ones within what it takes."""
    least, most = (fit.teeth_min, fit.teeth_max) if fit else (None, None)
    if drive == "chain" and least is not None and most is not None:
        return set(range(least, most + 1))
    return {each for each in usual if (least or 0) <= each <= (most or math.inf)}
