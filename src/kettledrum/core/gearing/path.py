"""The power path multiplied out: one choice in each stage gives one gear."""

import math
from dataclasses import dataclass
from itertools import product
from operator import itemgetter
from typing import NamedTuple

from pydantic import BaseModel

from kettledrum.core.inside.epicyclic_losses import gear_efficiency
from kettledrum.core.inside.gears import Gears
from kettledrum.core.parts.stage import Change, SprocketsStage, Stage
from kettledrum.core.terms.spread import EfficiencySpread

FEW_GEARS = 3
"""A stage with at most so many gears beside a single front sprocket acts like so many front sprockets."""


@dataclass(slots=True)
class Option:
    """One choice in a stage: its `ratio` (output turns for one input turn) and what it is called there.

    `front` and `rear` are teeth, for sprockets only. `setting` is what each thing that shifts stands in;
    `how` says how a gear comes about inside a case. `equivalent_front` is the front sprocket that would do
    the same without this stage. `efficiency` is what its teeth inside let through, where that is worked out.
    """

    label: str
    ratio: float
    setting: tuple[int, ...]
    front: int | None = None
    rear: int | None = None
    how: str | None = None
    equivalent_front: float | None = None
    efficiency: EfficiencySpread | None = None


class StageOptions(BaseModel):
    """A stage with its options from the lowest ratio to the highest; a stepless one has its two ends."""

    kind: str
    name: str | None
    drive: str | None
    stepless: bool
    named: bool
    fixed: bool
    change: Change | None
    options: list[Option]


class Combination(NamedTuple):
    """One gear of the path, or with stepless stages one span of gears.

    `low` and `high` are overall ratios, the same for a definite gear; `low_choice` and `high_choice`
    say which option each stage stands in at either end.
    """

    low: float
    high: float
    low_choice: tuple[int, ...]
    high_choice: tuple[int, ...]


def path_options(path: list[Stage]) -> list[StageOptions]:
    """Every option of every stage, lowest ratio first, with the front sprockets they are equivalent to."""
    stages = [_stage_options(stage) for stage in path]
    fronts = {option.front for stage in stages for option in stage.options if option.front is not None}
    if len(fronts) == 1 and sum(stage.kind == "sprockets" for stage in stages) == 1:
        front = fronts.pop()
        for stage in stages:
            if stage.kind != "sprockets" and not stage.stepless and 1 < len(stage.options) <= FEW_GEARS:
                for option in stage.options:
                    option.equivalent_front = option.ratio * front
    return stages


def _stage_options(stage: Stage) -> StageOptions:
    if isinstance(stage, SprocketsStage):
        return StageOptions(
            kind=stage.kind,
            name=stage.name,
            drive=stage.drive,
            stepless=False,
            named=False,
            fixed=bool(stage.fixed),
            change=stage.change,
            options=_pairings(stage),
        )
    return StageOptions(
        kind=stage.kind,
        name=stage.name,
        drive=None,
        stepless=stage.gears.is_stepless,
        named=stage.gears.names is not None,
        fixed=False,
        change=stage.change,
        options=_gears(stage.gears),
    )


def _pairings(stage: SprocketsStage) -> list[Option]:
    pairings = sorted([(front / rear, front, rear) for front, rear in stage.pairings])
    fronts = {teeth: place for place, teeth in enumerate(sorted({front for _, front, _ in pairings}))}
    rears = {teeth: place for place, teeth in enumerate(sorted({rear for _, _, rear in pairings}))}
    paired = stage.pairs is not None
    return [
        Option(
            f"{front} × {rear}",
            ratio,
            # Where only certain pairings run together, front and rear change as one.
            (place,) if paired else (fronts[front], rears[rear]),
            front,
            rear,
        )
        for place, (ratio, front, rear) in enumerate(pairings)
    ]


def _gears(gears: Gears) -> list[Option]:
    if gears.stepless is not None and gears.is_stepless:
        return [
            Option(label="low end", ratio=gears.stepless.low, setting=(0,)),
            Option(label="high end", ratio=gears.stepless.high, setting=(1,)),
        ]
    found = gears.definite
    order = sorted(range(len(found)), key=lambda place: found[place].ratio)
    # Ratios are named as they are listed; gears from teeth only have an order once they are worked out.
    names = gears.names and [gears.names[place] for place in order] if gears.ratios else gears.names
    return [
        Option(
            label=names[number] if names else str(number + 1),
            ratio=found[place].ratio,
            setting=found[place].setting,
            how=found[place].how or None,
            efficiency=_efficiency(gears, found[place].setting),
        )
        for number, place in enumerate(order)
    ]


def _efficiency(gears: Gears, setting: tuple[int, ...]) -> EfficiencySpread | None:
    if gears.epicyclic is None:
        return None
    uses = [planetary.uses[place] for planetary, place in zip(gears.epicyclic, setting, strict=True)]
    return gear_efficiency(gears.epicyclic, uses)


def combinations(stages: list[StageOptions]) -> list[Combination]:
    """Every gear (or stepless span) of a path of these stages, lowest first.

    The overall ratio is the product of one ratio from each stage. With a stepless stage in the path
    each choice in the other stages gives one span, from all stepless stages at their low end to all
    at their high end.
    """
    counts = [1 if stage.stepless else len(stage.options) for stage in stages]
    lows = [
        [option.ratio for option in stage.options[:count]]
        for stage, count in zip(stages, counts, strict=True)
    ]
    choices = product(*map(range, counts))
    if not any(stage.stepless for stage in stages):
        found = [
            Combination(ratio, ratio, choice, choice)
            for ratio, choice in zip(map(math.prod, product(*lows)), choices, strict=True)
        ]
        return sorted(found, key=itemgetter(0))
    last = [1 if stage.stepless else 0 for stage in stages]
    spans = []
    for low, choice in zip(map(math.prod, product(*lows)), choices, strict=True):
        upper = tuple(place + more for place, more in zip(choice, last, strict=True))
        high = math.prod(stage.options[place].ratio for stage, place in zip(stages, upper, strict=True))
        spans.append(Combination(low, high, choice, upper))
    return sorted(spans, key=lambda combination: (combination.low, combination.high))
