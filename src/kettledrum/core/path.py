"""The power path multiplied out: one choice in each stage gives one gear."""

import math
from dataclasses import dataclass
from itertools import product

from pydantic import BaseModel

from kettledrum.core.stage import SprocketsStage, Stage


class Option(BaseModel):
    """One choice in a stage: its `ratio` (output turns for one input turn) and what it is called there.

    `front` and `rear` are teeth, for sprockets only.
    """

    label: str
    ratio: float
    front: int | None = None
    rear: int | None = None


class StageOptions(BaseModel):
    """A stage with its options from the lowest ratio to the highest; a stepless one has its two ends."""

    kind: str
    name: str | None
    drive: str | None
    stepless: bool
    named: bool
    options: list[Option]


@dataclass(frozen=True)
class Combination:
    """One gear of the path, or with stepless stages one span of gears.

    `low` and `high` are overall ratios, the same for a definite gear; `low_choice` and `high_choice`
    say which option each stage stands in at either end.
    """

    low: float
    high: float
    low_choice: tuple[int, ...]
    high_choice: tuple[int, ...]


def stage_options(stage: Stage) -> StageOptions:
    """Every option of a stage, lowest ratio first."""
    if isinstance(stage, SprocketsStage):
        pairings = sorted(stage.pairings, key=lambda pairing: (pairing[0] / pairing[1], pairing))
        options = [
            Option(label=f"{front} × {rear}", ratio=front / rear, front=front, rear=rear)
            for front, rear in pairings
        ]
        return StageOptions(
            kind=stage.kind, name=stage.name, drive=stage.drive, stepless=False, named=False, options=options
        )
    gears = stage.gears
    if gears.stepless is not None:
        options = [
            Option(label="low end", ratio=gears.stepless.low),
            Option(label="high end", ratio=gears.stepless.high),
        ]
    else:
        ratios = gears.ratios or []
        order = sorted(range(len(ratios)), key=lambda place: ratios[place])
        options = [
            Option(label=gears.names[place] if gears.names else str(number), ratio=ratios[place])
            for number, place in enumerate(order, start=1)
        ]
    return StageOptions(
        kind=stage.kind,
        name=stage.name,
        drive=None,
        stepless=gears.stepless is not None,
        named=gears.names is not None,
        options=options,
    )


def combinations(stages: list[StageOptions]) -> list[Combination]:
    """Every gear (or stepless span) of a path of these stages, lowest first.

    The overall ratio is the product of one ratio from each stage. With a stepless stage in the path
    each choice in the other stages gives one span, from all stepless stages at their low end to all
    at their high end.
    """
    last = [1 if stage.stepless else 0 for stage in stages]
    choices = product(*(range(1 if stage.stepless else len(stage.options)) for stage in stages))
    found = []
    for choice in choices:
        upper = tuple(place + more for place, more in zip(choice, last, strict=True))
        found.append(
            Combination(
                low=_overall(stages, choice),
                high=_overall(stages, upper),
                low_choice=choice,
                high_choice=upper,
            )
        )
    return sorted(found, key=lambda combination: (combination.low, combination.high))


def _overall(stages: list[StageOptions], choice: tuple[int, ...]) -> float:
    return math.prod(stage.options[place].ratio for stage, place in zip(stages, choice, strict=True))
