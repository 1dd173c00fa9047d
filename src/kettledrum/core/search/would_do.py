"""The search in small: which hubs, gearboxes and chaingears climb and are quick enough, by gears alone."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage
from kettledrum.core.search.asked import Must, YesNo
from kettledrum.core.search.bases import bases_of
from kettledrum.core.search.built import built
from kettledrum.core.search.own import own_sprockets
from kettledrum.core.search.screened import Screen
from kettledrum.core.search.wishes import Wishes

ASKED: tuple[YesNo, ...] = ("climbs the hill", "low enough", "quick enough")
_KINDS = ("hub", "crank gearbox", "chaingear")


@dataclass(frozen=True, slots=True)
class Does:
    """A part that would do, with the pairing that suits best, and the setup that they make."""

    part: Part
    front: int
    rear: int
    setup: Setup


def would_do(brief: Brief, on: Setup, parts: Sequence[Part]) -> list[Does]:
    """The parts that climb the hill within their limits and are as quick as is wanted, on a setup's wheel and
    cranks and with a chain or belt as it has; the cheapest first, those without a price last.
    """
    alone = brief.model_copy(update={"setups": [], "reference": None})
    own = own_sprockets([on], parts)
    screen, wishes = Screen(alone, on, own), Wishes(alone, on.wheel.circumference_m)
    drives = {stage.drive for stage in on.path if isinstance(stage, SprocketsStage)} or {"chain"}
    musts = [Must(criterion=name) for name in ASKED if name in wishes.offered()]
    found = []
    for base in bases_of(parts, brief.stock, together=False).bases:
        if base.kind not in _KINDS or base.drive not in drives:
            continue
        looked = screen.of(base)
        does = looked.runs.copy()
        for must in musts:
            does &= wishes.met(looked, must)
        places = np.flatnonzero(does)
        if len(places):
            best = int(places[np.argmin(wishes.falls_short(looked)[places])])
            front, rear = int(base.pairs.front[best]), int(base.pairs.rear[best])
            [part] = base.parts
            found.append(Does(part, front, rear, built(base, front, rear, on, own)))
    return sorted(found, key=lambda each: (each.part.price is None, each.part.price or 0.0))
