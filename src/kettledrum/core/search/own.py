"""What chains and belts cost and weigh that no shelf holds: as the job's own setups tell, or as is usual."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import product

from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage
from kettledrum.core.parts.usual_care import usual_tasks
from kettledrum.core.parts.usual_masses import CASSETTE_KG, usual_mass_kg
from kettledrum.core.parts.usual_prices import CASSETTE, usual_price


@dataclass(frozen=True, slots=True)
class Sort:
    """A sort of sprockets: chain or belt, with several in front, with several behind."""

    drive: str
    many_front: bool
    many_rear: bool

    @classmethod
    def of(cls, stage: SprocketsStage) -> "Sort":
        """The sort of a stage."""
        return cls(stage.drive, len(stage.front or []) > 1, len(stage.rear or []) > 1)

    @property
    def says(self) -> str:
        """What it is called."""
        if self.drive == "belt":
            return "a belt with its sprockets"
        if self.many_front and self.many_rear:
            return "a chain on several rings and a cassette, with derailleurs and levers"
        if self.many_rear:
            return "a chain on one ring and a cassette, with derailleur and lever"
        return "a chain with its two sprockets"


_SORTS = [Sort("chain", front, rear) for front, rear in product((False, True), (False, True))]
SORTS = [*(each for each in _SORTS if each.many_rear or not each.many_front), Sort("belt", False, False)]
"""Those that a search puts together."""


@dataclass(frozen=True, slots=True)
class OwnSprockets:
    """A stage as one of the job's setups has it, or as is usual; the price and mass of the cassette that
    these include, None where the shelf has none like it. `assumed` says which of its figures nobody told.
    """

    stage: SprocketsStage
    cassette_price: float | None
    cassette_kg: float | None
    assumed: tuple[str, ...]

    def price(self, cassette: Part | None) -> float | None:
        """Its price with a cassette of the shelf: more or less by what the cassettes differ."""
        return _with(self.stage.price, self.cassette_price, cassette.price if cassette else None)

    def mass_kg(self, cassette: Part | None) -> float | None:
        """Its mass in kg with a cassette of the shelf."""
        return _with(self.stage.mass_kg, self.cassette_kg, cassette.mass_kg if cassette else None)

    def behind_kg(self, cassette: Part | None) -> float:
        """What of that a cassette of the shelf weighs in the rear wheel, as setups are weighed."""
        return min(CASSETTE_KG, self.mass_kg(cassette) or 0.0) if cassette else 0.0


def _with(own: float | None, before: float | None, after: float | None) -> float | None:
    if own is None or before is None or after is None:
        return own
    return max(own + after - before, 0.0)


def own_sprockets(setups: Sequence[Setup], parts: Sequence[Part]) -> dict[Sort, OwnSprockets]:
    """Each sort as the first setup has it that tells anything of it, with what is usual for what is not
    told.
    """
    told: dict[Sort, SprocketsStage] = {}
    for setup in setups:
        for stage in setup.path:
            if isinstance(stage, SprocketsStage) and stage.pairs is None and _tells(stage):
                told.setdefault(Sort.of(stage), stage)
    return {sort: _sort(sort, told.get(sort), parts) for sort in SORTS}


def _tells(stage: SprocketsStage) -> bool:
    return any(each is not None for each in (stage.price, stage.mass_kg, stage.care))


def _sort(sort: Sort, own: SprocketsStage | None, parts: Sequence[Part]) -> OwnSprockets:
    usual = _usual(sort)
    stage = own or usual
    assumed = []
    for name in ("price", "mass_kg", "care"):
        if own is None or getattr(own, name) is None:
            assumed.append(name)
            stage = stage.model_copy(update={name: getattr(usual, name)})
    like = _like(parts, stage.rear) if sort.many_rear else None
    return OwnSprockets(
        stage,
        CASSETTE if "price" in assumed else like.price if like else None,
        CASSETTE_KG if "mass_kg" in assumed else like.mass_kg if like else None,
        tuple(assumed),
    )


def _usual(sort: Sort) -> SprocketsStage:
    stage = SprocketsStage(
        kind="sprockets",
        drive="belt" if sort.drive == "belt" else "chain",
        front=[28, 44] if sort.many_front else [42],
        rear=[11, 34] if sort.many_rear else [21],
    )
    return stage.model_copy(
        update={
            "price": usual_price(stage),
            "mass_kg": usual_mass_kg(stage),
            "care": usual_tasks(stage),
        }
    )


def _like(parts: Sequence[Part], teeth: list[int] | None) -> Part | None:
    """The cassette of the shelf with these teeth, or else with the nearest number and largest of them."""
    wanted = sorted(teeth or [])
    cassettes = [each for each in parts if each.kind == "cassette" and each.teeth]

    def off(part: Part) -> tuple[bool, int, int]:
        own = sorted(part.teeth or [])
        return own != wanted, abs(len(own) - len(wanted)), abs(own[-1] - wanted[-1])

    return min(cassettes, key=off, default=None)
