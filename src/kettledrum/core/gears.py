"""The gears inside a hub, a gearbox or a shifting chainset."""

from typing import Annotated

from pydantic import Field, model_validator

from kettledrum.core.quantities import Model, Name, StageRatio, refused

MOST_GEARS = 400
"""The most gears that one path may have; also the most entries of any list of gears or teeth."""


class Stepless(Model):
    """Any ratio from `low` to `high` (output turns for one input turn)."""

    low: StageRatio
    high: StageRatio

    @model_validator(mode="after")
    def _low_is_below_high(self) -> "Stepless":
        if self.low >= self.high:
            raise refused("must run from low to high: low below high")
        return self


class Gears(Model):
    """Definite `ratios`, in any order, or a `stepless` span; `names`, if given, one for each ratio."""

    ratios: Annotated[list[StageRatio], Field(min_length=1, max_length=MOST_GEARS)] | None = None
    stepless: Stepless | None = None
    names: Annotated[list[Name], Field(max_length=MOST_GEARS)] | None = None

    @model_validator(mode="after")
    def _is_one_kind(self) -> "Gears":
        if (self.ratios is None) == (self.stepless is None):
            raise refused("must have either ratios or stepless")
        if self.names is not None and len(self.names) != len(self.ratios or []):
            raise refused(f"must have one name for each ratio: {len(self.ratios or [])} of them")
        if self.names is not None and len(set(self.names)) < len(self.names):
            raise refused("must differ from each other", "names")
        return self
