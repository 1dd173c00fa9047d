"""A drive but for its pairing of teeth: the parts that it is put together of."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from kettledrum.core.parts.part import Part
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.search.cases import Case
from kettledrum.core.search.kinds import Drive, Kind
from kettledrum.core.search.motored import Motored
from kettledrum.core.search.pairs import Pairs


@dataclass(frozen=True, eq=False)
class Base:
    """A drive but for its pairing: the case at the cranks, the one in the hub, the chain or belt between, and
    the cassette and rings of the shelf where there are some.

    `relative` are the ratios of what shifts the chain, over that of the pairing that stands for it.
    """

    kind: Kind
    drive: Drive
    pairs: Pairs
    relative: Floats
    box: Case | None = None
    hub: Case | None = None
    cassette: Part | None = None
    crankset: Part | None = None
    motor: Motored | None = None
    more_places: tuple[int, ...] = ()

    @property
    def stepless(self) -> bool:
        """Whether it has spans instead of gears."""
        return any(each.stepless for each in (self.box, self.hub) if each)

    @cached_property
    def inside(self) -> Floats:
        """All its ratios beside that of the pairing, from the lowest to the highest; or the ends of its
        spans, two and two.
        """
        return self._with(self.hub.ratios if self.hub else (1.0,))

    def _with(self, hub: Sequence[float]) -> Floats:
        box = np.array(self.box.ratios if self.box else (1.0,))
        if self.box and self.box.stepless:
            return np.outer(np.outer(self.relative, hub), box).ravel()
        found = np.outer(np.outer(self.relative, box), hub).ravel()
        return found if self.stepless else np.sort(found)

    @cached_property
    def clipped(self) -> list[tuple[Floats, float, float]]:
        """Its ratios in groups, with the speeds in km/h from which and up to which a group can be ridden: a
        hub of two gears that changes by itself leaves no choice.
        """
        change = self.hub.part.change if self.hub else None
        if change is None or change.trigger_kmh is None or not self.hub or len(self.hub.ratios) != 2:
            return [(self.inside, 0.0, math.inf)]
        low, high = self.hub.ratios
        back = change.falls_back_kmh or 0.0
        return [(self._with([low]), 0.0, change.trigger_kmh), (self._with([high]), back, math.inf)]

    @property
    def efficiency_inside(self) -> float:
        """The share of power that its cases typically let through."""
        return math.prod(each.efficiency for each in (self.box, self.hub) if each)

    @property
    def parts(self) -> list[Part]:
        """The parts of the shelf in it."""
        cases = [each.part for each in (self.box, self.hub) if each]
        others = (self.cassette, self.crankset, self.motor.part if self.motor else None)
        return cases + [each for each in others if each]

    @property
    def places(self) -> list[int]:
        """The places of its parts on the shelf."""
        return [*(each.place for each in (self.box, self.hub) if each), *self.more_places, *self._motor_place]

    @property
    def _motor_place(self) -> list[int]:
        return [self.motor.place] if self.motor else []

    @property
    def name(self) -> str:
        """What it is called, but for its teeth."""
        if not self.box and not self.hub and not self.cassette:
            return "single-speed"
        cases = [each.part.name for each in (self.box, self.hub) if each]
        return ", ".join(cases + ([self.cassette.name] if self.cassette else []))
