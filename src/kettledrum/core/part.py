"""A part on the shelf: a hub, gearbox, cassette, wheel or other piece, saved to be used again."""

from typing import Annotated, Literal

from pydantic import Field, JsonValue, StrictBool, model_validator

from kettledrum.core.gears import Gears
from kettledrum.core.quantities import CrankMm, Model, Name, Notes, StageRatio, Within, refused
from kettledrum.core.stage import Change, EfficiencySpread, TeethList
from kettledrum.core.wheel import Wheel

PartKind = Literal["hub", "gearbox", "chaingear", "cassette", "crankset", "wheel", "motor"]
PartMassKg = Annotated[float, Within(0, 100, unit="kg")]
Price = Annotated[float, Within(0, 100_000)]
TorqueNm = Annotated[float, Within(0, 1000, above=True, unit="Nm")]
SystemMassKg = Annotated[float, Within(20, 1000, unit="kg")]
Words = Annotated[list[Name], Field(max_length=40)]

MADE_BY: dict[PartKind, str] = {
    "hub": "gears",
    "gearbox": "gears",
    "chaingear": "gears",
    "cassette": "teeth",
    "crankset": "teeth",
    "wheel": "wheel",
    "motor": "motor",
}
"""The key that makes a part of each kind what it is."""


class PartLimits(Model):
    """What a maker allows.

    The smallest primary ratio, in general and for heavy loads or motors; the largest torque into it, in Nm;
    the largest mass of bicycle, rider and load, in kg.
    """

    primary_ratio_min: StageRatio | None = None
    primary_ratio_min_heavy: StageRatio | None = None
    input_torque_max_nm: TorqueNm | None = None
    system_mass_max_kg: SystemMassKg | None = None


class PartBehaviour(Model):
    """How a part behaves under the rider; what is missing is not known."""

    shifts_at_rest: StrictBool | None = None
    shifts_under_load: StrictBool | None = None
    shifts_several_at_once: StrictBool | None = None
    neutral: StrictBool | None = None
    turns_backwards: StrictBool | None = None
    automatic: Words | None = None
    loud_gears: Words | None = None


class Part(Model):
    """A part, called by what it is.

    Hubs, gearboxes and chaingears have `gears`; cassettes and cranksets `teeth`; wheels a `wheel`; a motor's
    own figures are kept in `motor` as they are. `price` is in the owner's own money. All but the kind, the
    name and what makes the part may be missing. Raises for a part without what makes it, or with what makes
    another.
    """

    kind: PartKind
    name: Name
    gears: Gears | None = None
    teeth: TeethList | None = None
    crank_mm: CrankMm | None = None
    wheel: Wheel | None = None
    motor: dict[str, JsonValue] | None = None
    change: Change | None = None
    efficiency: EfficiencySpread | None = None
    mass_kg: PartMassKg | None = None
    mass_at: Literal["rear wheel", "frame", "cranks"] | None = None
    price: Price | None = None
    limits: PartLimits | None = None
    lubricant: Name | None = None
    behaviour: PartBehaviour | None = None
    notes: Notes | None = None

    @model_validator(mode="after")
    def _has_what_makes_it(self) -> "Part":
        made_by = MADE_BY[self.kind]
        for key in ("gears", "teeth", "wheel", "motor"):
            if key == made_by and getattr(self, key) is None:
                raise refused(f"is missing: a {self.kind} must have it", key)
            if key != made_by and getattr(self, key) is not None:
                raise refused(f"does not go with a {self.kind}, which has {made_by}", key)
        return self
