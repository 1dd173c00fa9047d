"""The gear table of a setup: every gear in every measure the trade uses."""

from dataclasses import dataclass
from itertools import pairwise

from pydantic import BaseModel

from kettledrum.core.chains.wear import Wear, wear
from kettledrum.core.gearing.connected import backwards_checks
from kettledrum.core.gearing.path import Combination, StageOptions, combinations, path_options
from kettledrum.core.gearing.shift_order import (
    crossed_options,
    is_a_step_above,
    moves,
    settings_of,
    usual_order,
)
from kettledrum.core.inside.checks import inside_checks
from kettledrum.core.parts.cassette_range import ends_check
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage
from kettledrum.core.terms.check import Check

INCH_M = 0.0254


@dataclass(slots=True)
class Gear:
    """One gear, or one end of a stepless span.

    `ratio` in turns of the wheel for one of the cranks; `development_m` in metres a turn of the cranks;
    `gear_inches` in inches; `gain_ratio` without unit; `speed_kmh` at the low and the high end of the
    cadence band; `step` the rise from the gear before (0.136 = 13.6 %), null for the lowest;
    `overlaps` the label of the gear that a redundant one sits beside; `choice` the option that each
    stage stands in, as places in the table's `stages`; `moves` how many things move together in the shift
    from the gear before, null for the lowest and on stepless paths; `crossed` whether the chain runs
    slantwise.
    """

    label: str
    ratio: float
    development_m: float
    gear_inches: float
    gain_ratio: float
    speed_kmh: tuple[float, float]
    step: float | None
    overlaps: str | None
    choice: tuple[int, ...]
    moves: int | None = None
    crossed: bool = False


class GearTable(BaseModel):
    """A setup's gears from lowest to highest, and what they add up to.

    `range` is highest ÷ lowest ratio. `mean_step` (geometric), `smallest_step` and `largest_step` are
    null with fewer than two gears and, like `distinct`, for stepless paths, which have no steps.
    `distinct` counts the gears at least 5 % apart. `spans` are the stepless spans, each as the places
    in `gears` of its two ends. `usual_order` are the places of the gears as they are usually ridden up, where
    two things shift. `checks` are those that do not hold, or cannot be made for want of a figure; `wear`
    stands for a single pairing only.
    """

    name: str
    range: float
    stepless: bool
    mean_step: float | None
    smallest_step: float | None
    largest_step: float | None
    distinct: int | None
    circumference_m: float
    cadence_rpm: tuple[float, float]
    gears: list[Gear]
    spans: list[tuple[int, int]]
    stages: list[StageOptions]
    usual_order: list[int] | None
    checks: list[Check]
    wear: Wear | None

    @property
    def ridden(self) -> list[int]:
        """The places of the gears that are ridden: those of the usual order, or all but crossed ones."""
        if self.usual_order is not None:
            return self.usual_order
        straight = [place for place, gear in enumerate(self.gears) if not gear.crossed]
        return straight or list(range(len(self.gears)))


def gear_table(setup: Setup, cadence_rpm: tuple[float, float]) -> GearTable:
    """Works out every gear of a setup for a band of cadences in rpm, low and high.

    For an overall ratio i, wheel circumference U and diameter D, crank length l and cadence n::

        development = i·U        gear inches = i·D / 25.4 mm
        gain ratio = i·(D/2) / l        speed = development·n·60 / 1000   (km/h)

    These are definitions; the gain ratio compares the path of the bicycle with that of the pedal.
    See docs/method.md. A table with one gear has a range of 1 and no steps.
    """
    stages = path_options(setup.path)
    paths = combinations(stages)
    stepless = any(stage.stepless for stage in stages)
    ends = _stepless_ends(paths) if stepless else _definite_ends(paths, stages)
    gears = _gears(setup, cadence_rpm, ends)
    order = None
    if not stepless:
        _mark_steps(gears)
        _mark_shifts(gears, stages)
        order = usual_order(
            stages,
            [gear.ratio for gear in gears],
            [gear.choice for gear in gears],
            [gear.crossed for gear in gears],
        )
    steps = [gear.step for gear in gears if gear.step is not None]
    span = gears[-1].ratio / gears[0].ratio
    return GearTable(
        name=setup.name,
        range=span,
        stepless=stepless,
        mean_step=span ** (1 / len(steps)) - 1 if steps else None,
        smallest_step=min(steps, default=None),
        largest_step=max(steps, default=None),
        distinct=None if stepless else sum(gear.overlaps is None for gear in gears),
        circumference_m=setup.wheel.circumference_m,
        cadence_rpm=cadence_rpm,
        gears=gears,
        spans=_spans(paths, gears) if stepless else [],
        stages=stages,
        usual_order=order,
        checks=_checks(setup, stages),
        wear=_wear(setup),
    )


_End = tuple[str, float, tuple[int, ...]]
"""Label, overall ratio and choice of one gear."""


def _definite_ends(paths: list[Combination], stages: list[StageOptions]) -> list[_End]:
    """Gears are numbered from the lowest; where one stage alone makes them and names them, by its names."""
    shifting = [place for place, stage in enumerate(stages) if len(stage.options) > 1]
    named = len(shifting) == 1 and stages[shifting[0]].named
    return [
        (
            stages[shifting[0]].options[path.low_choice[shifting[0]]].label if named else str(number),
            path.low,
            path.low_choice,
        )
        for number, path in enumerate(paths, start=1)
    ]


def _stepless_ends(paths: list[Combination]) -> list[_End]:
    several = len(paths) > 1
    ends = []
    for number, path in enumerate(paths, start=1):
        before = f"{number} " if several else ""
        ends.append((f"{before}low", path.low, path.low_choice))
        ends.append((f"{before}high", path.high, path.high_choice))
    return sorted(ends, key=lambda end: end[1])


def _spans(paths: list[Combination], gears: list[Gear]) -> list[tuple[int, int]]:
    place = {gear.choice: index for index, gear in enumerate(gears)}
    return [(place[path.low_choice], place[path.high_choice]) for path in paths]


def _gears(setup: Setup, cadence_rpm: tuple[float, float], ends: list[_End]) -> list[Gear]:
    circumference_m = setup.wheel.circumference_m
    inches = setup.wheel.diameter_m / INCH_M
    gain = setup.wheel.diameter_m * 1000 / 2 / setup.cranks.length_mm
    low, high = (cadence * 60 / 1000 for cadence in cadence_rpm)
    return [
        # In the order of the fields: with names, a path of hundreds would take a quarter longer.
        Gear(
            label,
            ratio,
            (development_m := ratio * circumference_m),
            ratio * inches,
            ratio * gain,
            (development_m * low, development_m * high),
            None,
            None,
            choice,
        )
        for label, ratio, choice in ends
    ]


def ratios_in(table: GearTable, gear: Gear) -> list[float]:
    """The ratio that each stage stands in, in a gear."""
    return [stage.options[option].ratio for stage, option in zip(table.stages, gear.choice, strict=True)]


def _mark_steps(gears: list[Gear]) -> None:
    """Fills in each gear's step from the one before, and which of them are redundant.

    A gear is redundant when it is less than 5 % above the last gear that was not.
    """
    kept = gears[0]
    for before, gear in pairwise(gears):
        gear.step = gear.ratio / before.ratio - 1
        if is_a_step_above(gear.ratio, kept.ratio):
            kept = gear
        else:
            gear.overlaps = kept.label


def _mark_shifts(gears: list[Gear], stages: list[StageOptions]) -> None:
    """Fills in what moves in each shift, and where the chain is crossed."""
    for place, stage in enumerate(stages):
        if bad := crossed_options(stage):
            for gear in gears:
                gear.crossed = gear.crossed or gear.choice[place] in bad
    moved = moves(settings_of(stages, [gear.choice for gear in gears]))
    for gear, count in zip(gears[1:], moved, strict=True):
        gear.moves = count


def _checks(setup: Setup, stages: list[StageOptions]) -> list[Check]:
    inside = [
        check
        for place, stage in enumerate(setup.path)
        if not isinstance(stage, SprocketsStage)
        for check in inside_checks(stage.gears, f"path[{place}].gears")
        if check.state != "holds"
    ]
    ends = [
        ends_check(stage.rear, f"path[{place}].rear")
        for place, stage in enumerate(setup.path)
        if isinstance(stage, SprocketsStage) and stage.rear
    ]
    return [*inside, *backwards_checks(stages), *filter(None, ends)]


def _wear(setup: Setup) -> Wear | None:
    sprockets = [stage for stage in setup.path if isinstance(stage, SprocketsStage)]
    if len(sprockets) != 1 or sprockets[0].pairing_count != 1:
        return None
    front, rear = sprockets[0].pairings[0]
    # A gear hub behind it turns the wheel by other shares of a turn, and none is fixed.
    fixed = bool(sprockets[0].fixed) and len(setup.path) == 1
    run = sprockets[0].run
    return wear(front, rear, fixed=fixed, links=(run.links or run.belt_teeth) if run else None)
