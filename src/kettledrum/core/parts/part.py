"""A part on the shelf: a hub, gearbox, cassette, wheel or other piece, saved to be used again."""

from typing import Literal

from pydantic import JsonValue, model_validator

from kettledrum.core.inside.gears import Gears
from kettledrum.core.parts.fitting import Fit, MassAt
from kettledrum.core.parts.stage import Change, TeethList, WarrantyYears
from kettledrum.core.parts.stated import Behaviour, Limits, PartMassKg, Price
from kettledrum.core.parts.upkeep import Care
from kettledrum.core.parts.wheel import Wheel
from kettledrum.core.terms.quantities import CrankMm, Model, Name, Notes, refused
from kettledrum.core.terms.spread import EfficiencySpread

PartKind = Literal["hub", "gearbox", "chaingear", "cassette", "crankset", "wheel", "motor"]
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


class Part(Model):
    """A part, called by what it is.

    Hubs, gearboxes and chaingears have `gears`; cassettes and cranksets `teeth`; wheels a `wheel`; a motor's
    own figures are kept in `motor` as they are. `price` is in the owner's own money, `care` its
    upkeep. All but the kind, the
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
    mass_at: MassAt | None = None
    price: Price | None = None
    warranty_years: WarrantyYears | None = None
    care: Care | None = None
    limits: Limits | None = None
    lubricant: Name | None = None
    behaviour: Behaviour | None = None
    fit: Fit | None = None
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
