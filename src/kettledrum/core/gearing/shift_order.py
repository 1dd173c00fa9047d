"""How a path is shifted: what each shift moves, which combinations cross the chain, the usual order."""

from collections.abc import Sequence
from itertools import chain
from math import sqrt
from operator import getitem, ne

from kettledrum.core.gearing.path import StageOptions

FEWEST_CROSSED = 5
"""A chain crosses only on a cassette of at least so many sprockets."""
DISTINCT_STEP = 0.05
"""Gears closer together than this feel like one gear."""
_ROUNDING = 1e-9

Choice = Sequence[int]


def is_a_step_above(higher: float, lower: float) -> bool:
    """Whether a gear is far enough above another (at least 5 %, in any one measure) to count as a second."""
    return higher / lower >= 1 + DISTINCT_STEP - _ROUNDING


def settings_of(
    stages: list[StageOptions], choices: Sequence[Choice], *, by_rider: bool = False
) -> list[tuple[int, ...]]:
    """What each thing that shifts stands in, gear by gear: both derailleurs, a hub, each train in a gearbox.

    `by_rider`, what each shifter stands in: whatever moves inside a case, the rider has one for it.
    """
    own = [
        [
            (place,) if by_rider and stage.kind != "sprockets" else option.setting
            for place, option in enumerate(stage.options)
        ]
        for stage in stages
    ]
    if len(own) == 1:
        return [own[0][choice[0]] for choice in choices]
    return [tuple(chain.from_iterable(map(getitem, own, choice))) for choice in choices]


def moves(settings: Sequence[tuple[int, ...]]) -> list[int]:
    """How many things move in each shift from one of these settings to the next."""
    moved = [map(ne, stands, stands[1:]) for stands in zip(*settings, strict=True)]
    return list(map(sum, zip(*moved, strict=True)))


def crossed_options(stage: StageOptions) -> set[int]:
    """The places of a stage's options in which the chain runs slantwise from one side to the other.

    With several front sprockets, the smallest (which sits nearest to the frame) with the smallest fifth of a
    cassette, which sits farthest out, and the largest with the largest fifth. The trade's rule; how far it
    matters depends on the chainline.
    """
    fronts = {option.setting[0] for option in stage.options if len(option.setting) == 2}
    rears = {option.setting[1] for option in stage.options if len(option.setting) == 2}
    if stage.kind != "sprockets" or len(fronts) < 2 or len(rears) < FEWEST_CROSSED:
        return set()
    fifth = max(1, round(len(rears) / 5))
    last_front, last_rear = max(fronts), max(rears)
    return {
        place
        for place, option in enumerate(stage.options)
        if (option.setting[0] == 0 and option.setting[1] < fifth)
        or (option.setting[0] == last_front and option.setting[1] > last_rear - fifth)
    }


def usual_order(
    stages: list[StageOptions], ratios: Sequence[float], choices: Sequence[Choice], crossed: Sequence[bool]
) -> list[int] | None:
    """The gears as they are usually ridden up: all of one coarse step, then the next, each coarse shift once.

    Worked out where just two things shift; the one with fewer positions is the coarse one. It is shifted in
    the middle (geometric) of what both its positions reach without a crossed chain, and then to the first
    gear at least 5 % above. None where fewer or more than two things shift, or a stage is stepless.
    """
    settings = settings_of(stages, choices, by_rider=True)
    counts = [len(set(column)) for column in zip(*settings, strict=True)]
    shifting = [axis for axis, count in enumerate(counts) if count > 1]
    if len(shifting) != 2 or any(stage.stepless for stage in stages):
        return None
    coarse = min(shifting, key=lambda axis: counts[axis])
    groups: dict[int, list[int]] = {}
    for gear, setting in enumerate(settings):
        if not crossed[gear]:
            groups.setdefault(setting[coarse], []).append(gear)
    rows = sorted(groups.values(), key=lambda row: ratios[row[0]])
    order: list[int] = []
    for row, after in zip(rows, [*rows[1:], None], strict=True):
        highest = ratios[row[-1]]
        lowest_after = ratios[after[0]] if after else highest
        change = sqrt(highest * lowest_after) if after and lowest_after < highest else highest
        reached = ratios[order[-1]] if order else 0.0
        order += [
            gear
            for gear in row
            if ratios[gear] <= change * (1 + _ROUNDING)
            and (not reached or is_a_step_above(ratios[gear], reached))
        ]
    return order
