"""What the parts of a shelf can be put together to: every drive but for its pairing of teeth."""

from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import chain, product

import numpy as np

from kettledrum.core.parts.motor import MotorPlace
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.stock import Stock
from kettledrum.core.search.base import Base
from kettledrum.core.search.cases import Case, case_of
from kettledrum.core.search.kinds import Drive, Kind
from kettledrum.core.search.motored import Motored, motored
from kettledrum.core.search.pairs import Pairs, pairs_of

_DRIVES: tuple[Drive, ...] = ("chain", "belt")
MOST_OF_A_KIND = 400
"""Of more parts of a kind the cheapest are tried; those without a price last."""
MOST_BASES = 20_000
"""Where several parts make a drive together, only so many of each kind are put together as stay within this.
"""
CARRIES_CASSETTE = 3
"""A hub of no more gears may carry a cassette beside them: so are they made."""


@dataclass(frozen=True, slots=True)
class Bases:
    """The bases of a shelf; how many of its parts were left untried, and of how many of each kind, the
    cheapest, all combinations were made, None where of all; what motors nobody knows where to put.
    """

    bases: list[Base]
    parts_left: int
    together: int | None
    unplaced: list[str]


_Placed = tuple[int, Part]


class _Shelf:
    def __init__(self, parts: Sequence[Part], stock: Stock | None, motors_at: Collection[MotorPlace]) -> None:
        self.stock = stock
        self.left = 0
        self.hubs, self.boxes, self.chaingears = (
            [case_of(place, part) for place, part in self._cheapest(parts, kind)]
            for kind in ("hub", "gearbox", "chaingear")
        )
        self.cassettes, self.cranksets, motors = (
            self._cheapest(parts, kind) for kind in ("cassette", "crankset", "motor")
        )
        read = [(part.name, motored(place, part)) for place, part in motors] if motors_at else []
        self.unplaced = [name for name, motor in read if motor is None]
        self.motors: list[Motored | None] = [motor for _, motor in read if motor and motor.at in motors_at]
        if not motors_at:
            self.motors = [None]
        self.pairs: dict[object, Pairs] = {}
        self.together = max(
            len(each) for each in (self.hubs, self.chaingears, self.cassettes, self.cranksets, self.motors)
        )
        self.all_together = self.together
        while self.together > 1 and self.count > MOST_BASES:
            self.together -= 1

    def _cheapest(self, parts: Sequence[Part], kind: str) -> list[_Placed]:
        """In an order that does not depend on that of the shelf."""
        found = [(place, part) for place, part in enumerate(parts) if part.kind == kind]
        found.sort(key=lambda each: (each[1].price is None, each[1].price or 0.0, each[1].model_dump_json()))
        self.left += max(len(found) - MOST_OF_A_KIND, 0)
        return found[:MOST_OF_A_KIND]

    @property
    def few(self) -> list[Case]:
        """The hubs that may carry a cassette."""
        return [hub for hub in self.hubs if not hub.stepless and 1 < len(hub.ratios) <= CARRIES_CASSETTE]

    @property
    def count(self) -> int:
        """How many bases there are, with so many of each kind put together."""
        most = self.together
        hubs, few, chaingears, cassettes, cranksets, motors = (
            min(len(each), most)
            for each in (self.hubs, self.few, self.chaingears, self.cassettes, self.cranksets, self.motors)
        )
        alone = 2 * (1 + len(self.hubs) + len(self.boxes) + len(self.chaingears)) + len(self.cassettes)
        both = cassettes * (cranksets + chaingears + few * (1 + cranksets)) + 2 * chaingears * hubs
        return (alone + both) * motors

    def pairings(self, drive: Drive, hub: Case | None, *, at_gearbox: bool = False) -> Pairs:
        """Pairings are worked out once for all parts that take the same sprockets."""
        fit = hub.part.fit if hub else None
        key = (drive, fit and fit.teeth_min, fit and fit.teeth_max, at_gearbox)
        if key not in self.pairs:
            self.pairs[key] = pairs_of(drive, self.stock, fit, at_gearbox=at_gearbox)
        return self.pairs[key]

    def rings(self, fronts: Sequence[int], largest: int) -> Pairs:
        """Single rings, or the largest of several, before a cassette of a largest sprocket."""
        key = (tuple(fronts), largest)
        if key not in self.pairs:
            self.pairs[key] = Pairs.of(list(fronts), [largest])
        return self.pairs[key]


def bases_of(
    parts: Sequence[Part],
    stock: Stock | None,
    motors_at: Collection[MotorPlace] = (),
    *,
    together: bool = True,
) -> Bases:
    """Everything that can be put together, simple drives first, with each motor that drives at a place where
    one is wanted; or, not `together`, each part by itself.
    """
    shelf = _Shelf(parts, stock, motors_at)
    if not together:
        shelf.together = 0
    most = shelf.together
    made = chain(
        (_single(shelf, drive) for drive in _DRIVES),
        (_in_hub(shelf, drive, hub) for hub, drive in product(shelf.hubs, _DRIVES)),
        (_at_cranks(shelf, drive, box) for box, drive in product(shelf.boxes, _DRIVES)),
        (_at_cranks(shelf, drive, box) for box, drive in product(shelf.chaingears, _DRIVES)),
        _derailleurs(shelf),
        (
            _in_hub(shelf, drive, hub, box)
            for box, hub, drive in product(shelf.chaingears[:most], shelf.hubs[:most], _DRIVES)
        ),
    )
    bases = [
        replace(base, motor=motor) if motor else base
        for base, motor in product(made, shelf.motors[: max(most, 1)])
        if motor is None or _goes_with(base, motor)
    ]
    return Bases(bases, shelf.left, most if most < shelf.all_together else None, shelf.unplaced)


def _goes_with(base: Base, motor: Motored) -> bool:
    """Whether there is room for a motor in a drive."""
    box = base.box.part.kind if base.box else None
    return motor.goes_with(gearbox=box == "gearbox", chaingear=box == "chaingear", hub=base.hub is not None)


_ONE = np.ones(1)


def _single(shelf: _Shelf, drive: Drive) -> Base:
    return Base("single-speed", drive, shelf.pairings(drive, None), _ONE)


def _in_hub(shelf: _Shelf, drive: Drive, hub: Case, box: Case | None = None) -> Base:
    kind: Kind = "chaingear and hub" if box else "hub"
    return Base(kind, drive, shelf.pairings(drive, hub), _ONE, box, hub)


def _at_cranks(shelf: _Shelf, drive: Drive, box: Case) -> Base:
    at_gearbox = box.part.kind == "gearbox"
    kind: Kind = "crank gearbox" if at_gearbox else "chaingear"
    return Base(kind, drive, shelf.pairings(drive, None, at_gearbox=at_gearbox), _ONE, box)


def _derailleurs(shelf: _Shelf) -> Iterator[Base]:
    """One ring or a crankset before a cassette, alone, behind a chaingear, or on a hub of few gears."""
    most = shelf.together
    rings = sorted({int(front) for front in shelf.pairings("chain", None).front})
    cranksets: list[_Placed | None] = [None, *shelf.cranksets[:most]]
    for cassette in shelf.cassettes:
        yield _derailleur(shelf, cassette, None, rings)
    for cassette in shelf.cassettes[:most]:
        for crankset in cranksets[1:]:
            yield _derailleur(shelf, cassette, crankset, rings)
        for box in shelf.chaingears[:most]:
            yield _derailleur(shelf, cassette, None, rings, box=box)
        for hub, crankset in product(shelf.few[:most], cranksets):
            yield _derailleur(shelf, cassette, crankset, rings, hub=hub)


def _derailleur(
    shelf: _Shelf,
    cassette: _Placed,
    crankset: _Placed | None,
    rings: list[int],
    *,
    box: Case | None = None,
    hub: Case | None = None,
) -> Base:
    kind: Kind = "chaingear and derailleur" if box else "hub and derailleur" if hub else "derailleur"
    rears = np.array(sorted(cassette[1].teeth or []))
    largest = int(rears.max())
    relative = largest / rears
    places: tuple[int, ...] = (cassette[0],)
    if crankset is not None:
        fronts = np.array(sorted(crankset[1].teeth or []))
        relative = np.outer(fronts / fronts.max(), relative).ravel()
        rings, places = [int(fronts.max())], (cassette[0], crankset[0])
    return Base(
        kind,
        "chain",
        shelf.rings(rings, largest),
        relative,
        box,
        hub,
        cassette[1],
        crankset and crankset[1],
        more_places=places,
    )
