"""The stages of a power path, in the trade's three kinds, with what their makers state."""

from typing import Annotated, Literal

from pydantic import Discriminator, Field, StrictBool, Tag, model_validator

from kettledrum.core.inside.gears import MOST_GEARS, Gears
from kettledrum.core.parts.fitting import Fit, Run
from kettledrum.core.parts.stated import Behaviour, Limits, PartMassKg, Price
from kettledrum.core.parts.upkeep import Care
from kettledrum.core.terms.quantities import Efficiency, Model, Name, SpeedKmh, Teeth, Within, refused
from kettledrum.core.terms.spread import EfficiencySpread

WarrantyYears = Annotated[float, Within(0, 100, unit="years")]
TeethList = Annotated[list[Teeth], Field(min_length=1, max_length=MOST_GEARS)]


def _efficiency_kind(value: object) -> str:
    return "spread" if isinstance(value, dict | EfficiencySpread) else "number"


USUAL_BACK = 0.92
"""Gears that change by themselves change back below this share of the speed at which they change up: the
weights that hold them out let go later than they take hold. Ours; makers do not state it."""


class Change(Model):
    """How a stage changes gear where no lever does it.

    By kicking back or pedalling back a little, or by itself at a speed: then `trigger_kmh` says at which it
    changes up, and `back_kmh` below which it changes back, a little slower unless given. Raises where that is
    no slower.
    """

    by: Literal["lever", "kick back", "back-pedal", "speed"]
    trigger_kmh: SpeedKmh | None = None
    back_kmh: SpeedKmh | None = None

    @model_validator(mode="after")
    def _speed_has_a_trigger(self) -> "Change":
        if (self.by == "speed") != (self.trigger_kmh is not None):
            what = "is missing" if self.by == "speed" else "goes with a change by speed only"
            raise refused(what, "trigger_kmh")
        if self.back_kmh is not None and self.trigger_kmh is None:
            raise refused("goes with a change by speed only", "back_kmh")
        if self.back_kmh is not None and self.trigger_kmh is not None and self.back_kmh > self.trigger_kmh:
            raise refused(f"must be at most {self.trigger_kmh:g} km/h, at which it changes up", "back_kmh")
        return self

    @property
    def falls_back_kmh(self) -> float | None:
        """The speed in km/h below which it changes back; None where it does not change by speed."""
        if self.trigger_kmh is None:
            return None
        return self.trigger_kmh * USUAL_BACK if self.back_kmh is None else self.back_kmh


class StatedByMaker(Model):
    """What a stage carries besides its gears; what is missing is not known. `price` is in the owner's money,
    `warranty_years` how long its maker answers for it, `lubricant` what it runs in, `care` its upkeep.
    """

    name: Name | None = None
    efficiency: (
        Annotated[
            Annotated[Efficiency, Tag("number")] | Annotated[EfficiencySpread, Tag("spread")],
            Discriminator(_efficiency_kind),
        ]
        | None
    ) = None
    change: Change | None = None
    limits: Limits | None = None
    mass_kg: PartMassKg | None = None
    price: Price | None = None
    warranty_years: WarrantyYears | None = None
    care: Care | None = None
    lubricant: Name | None = None
    behaviour: Behaviour | None = None
    fit: Fit | None = None


class GearboxStage(StatedByMaker):
    """Gears at the cranks: a gearbox in the frame or a shifting chainset."""

    kind: Literal["gearbox"]
    gears: Gears


class HubStage(StatedByMaker):
    """Gears inside the driven wheel."""

    kind: Literal["hub"]
    gears: Gears


class SprocketsStage(StatedByMaker):
    """Front teeth over rear teeth on a chain or a belt.

    With `front` and `rear` every front sprocket runs on every rear one; with `pairs` only the named
    [front, rear] combinations run together (two chains side by side, a sprocket with two sizes). With
    `fixed`, there is no freewheel behind them. `run` says how the chain or belt runs.
    """

    kind: Literal["sprockets"]
    drive: Literal["chain", "belt"] = "chain"
    front: TeethList | None = None
    rear: TeethList | None = None
    pairs: Annotated[list[tuple[Teeth, Teeth]], Field(min_length=1, max_length=MOST_GEARS)] | None = None
    fixed: StrictBool | None = None
    run: Run | None = None

    @model_validator(mode="after")
    def _is_one_kind(self) -> "SprocketsStage":
        lists = self.front is not None or self.rear is not None
        if lists and self.pairs is not None:
            raise refused("must have front and rear, or pairs, not both")
        if self.pairs is None and (self.front is None or self.rear is None):
            raise refused("must have front and rear, or pairs")
        return self

    @property
    def pairings(self) -> list[tuple[int, int]]:
        """Every [front, rear] combination that can run, in teeth, as given."""
        if self.pairs is not None:
            return self.pairs
        assert self.front is not None and self.rear is not None
        return [(front, rear) for front in self.front for rear in self.rear]

    @property
    def pairing_count(self) -> int:
        """How many pairings there are, without making the list of them."""
        return len(self.pairs) if self.pairs is not None else len(self.front or []) * len(self.rear or [])

    @property
    def shifts_chain(self) -> bool:
        """Whether one chain is shifted from sprocket to sprocket, at either end."""
        return self.pairs is None and self.drive == "chain" and self.pairing_count > 1


CHAINGEAR_GEARS = 3
"""A case at the cranks with no more gears than this sits in the bottom bracket, and needs no mount."""

Stage = Annotated[GearboxStage | SprocketsStage | HubStage, Field(discriminator="kind")]


def has_gears(stage: Stage) -> bool:
    """Whether a stage is a case with gears to choose from, in steps or without."""
    return not isinstance(stage, SprocketsStage) and (stage.gears.is_stepless or stage.gears.count > 1)


def stage_name(stage: Stage) -> str:
    """What a stage is called: by its own name, or by what it is."""
    return stage.name or {"hub": "the hub", "gearbox": "the gearbox"}.get(stage.kind, "the drive")


def few_gears(stage: GearboxStage) -> bool:
    """Whether a case at the cranks is a chaingear rather than a gearbox."""
    return not stage.gears.is_stepless and stage.gears.count <= CHAINGEAR_GEARS
