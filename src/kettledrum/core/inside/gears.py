"""The gears inside a hub, a gearbox or a shifting chainset."""

import math
from typing import Annotated

from pydantic import Field, model_validator

from kettledrum.core.inside.epicyclic import Epicyclic, epicyclic_gears
from kettledrum.core.inside.layshaft import Layshaft, layshaft_gears
from kettledrum.core.inside.one_gear import Inside
from kettledrum.core.terms.quantities import Model, Name, StageRatio, Within, refused

MOST_GEARS = 400
"""The most gears that one path may have; also the most entries of any list of gears or teeth."""
HIGHEST_RATIO = 20
Steps = Annotated[int, Within(2, 100, whole=True)]


class Stepless(Model):
    """Any ratio from `low` to `high` (output turns for one input turn).

    With `steps`, it is ridden as so many definite gears, evenly spaced from end to end, as some shifters
    hold it.
    """

    low: StageRatio
    high: StageRatio
    steps: Steps | None = None

    @model_validator(mode="after")
    def _low_is_below_high(self) -> "Stepless":
        if self.low >= self.high:
            raise refused("must run from low to high: low below high")
        return self


class Gears(Model):
    """Definite `ratios`, in any order; a `stepless` span; or `layshaft` or `epicyclic` gears from their
    teeth.

    `names`, if given, one for each gear: in the order of the ratios, or from the lowest gear up.
    """

    ratios: Annotated[list[StageRatio], Field(min_length=1, max_length=MOST_GEARS)] | None = None
    stepless: Stepless | None = None
    layshaft: Layshaft | None = None
    epicyclic: Epicyclic | None = None
    names: Annotated[list[Name], Field(max_length=MOST_GEARS)] | None = None

    @model_validator(mode="after")
    def _is_one_kind(self) -> "Gears":
        kinds = (self.ratios, self.stepless, self.layshaft, self.epicyclic)
        if sum(kind is not None for kind in kinds) != 1:
            raise refused("must have just one of ratios, stepless, layshaft and epicyclic")
        if self.count > MOST_GEARS:
            raise refused(f"has {self.count} gears; at most {MOST_GEARS} are allowed")
        for gear in self.definite if self.layshaft or self.epicyclic else []:
            if gear.ratio > HIGHEST_RATIO:
                raise refused(f"makes a gear of {gear.ratio:.4g}; at most {HIGHEST_RATIO} is allowed")
        if self.names is not None and (self.is_stepless or len(self.names) != self.count):
            count = 0 if self.is_stepless else self.count
            raise refused(f"must have one name for each gear: {count} of them")
        if self.names is not None and len(set(self.names)) < len(self.names):
            raise refused("must differ from each other", "names")
        return self

    @property
    def is_stepless(self) -> bool:
        """Whether it is ridden without steps."""
        return self.stepless is not None and self.stepless.steps is None

    @property
    def count(self) -> int:
        """How many definite gears there are, without working them out; 1 for a stepless span."""
        if self.ratios is not None:
            return len(self.ratios)
        if self.stepless is not None:
            return self.stepless.steps or 1
        if self.layshaft is not None:
            return math.prod(len(train) for train in self.layshaft)
        return math.prod(len(planetary.uses) for planetary in self.epicyclic or [])

    @property
    def definite(self) -> list[Inside]:
        """Every definite gear as it comes about, in the order of the file; none for a stepless span."""
        if self.ratios is not None:
            return [Inside(ratio, "", (place,)) for place, ratio in enumerate(self.ratios)]
        if self.stepless is not None:
            return _even_steps(self.stepless)
        if self.layshaft is not None:
            return layshaft_gears(self.layshaft)
        return epicyclic_gears(self.epicyclic or [])


def _even_steps(stepless: Stepless) -> list[Inside]:
    """Each gear the same share above the one before: low·(high ÷ low)^(k / (n − 1))."""
    last = (stepless.steps or 1) - 1
    span = stepless.high / stepless.low
    return [Inside(stepless.low * span ** (step / last), "", (step,)) for step in range(last + 1) if last > 0]
