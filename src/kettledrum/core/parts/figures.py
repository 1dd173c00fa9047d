"""What a part adds up to, as a shelf is searched and sorted by."""

from itertools import pairwise

from pydantic import BaseModel

from kettledrum.core.parts.part import Part


class PartFigures(BaseModel):
    """How many gears a part has, null for a stepless one and for parts without; its ends, range and steps.

    `lowest` and `highest` are ratios, or teeth for cassettes and cranksets; `range` is the share of the
    highest gear to the lowest; `largest_step` the largest rise from one gear to the next (0.25 = 25 %).
    """

    gears: int | None
    lowest: float | None
    highest: float | None
    range: float | None
    largest_step: float | None
    stepless: bool


def part_figures(part: Part) -> PartFigures:
    """Works out a part's figures. A cassette's range is its largest sprocket over its smallest."""
    if part.gears is not None and part.gears.is_stepless:
        assert part.gears.stepless is not None
        low, high = part.gears.stepless.low, part.gears.stepless.high
        return PartFigures(
            gears=None, lowest=low, highest=high, range=high / low, largest_step=None, stepless=True
        )
    values = sorted(float(teeth) for teeth in part.teeth or [])
    if part.gears is not None:
        values = sorted(gear.ratio for gear in part.gears.definite)
    if not values:
        return PartFigures(
            gears=None, lowest=None, highest=None, range=None, largest_step=None, stepless=False
        )
    return PartFigures(
        gears=len(values),
        lowest=values[0],
        highest=values[-1],
        range=values[-1] / values[0],
        largest_step=max((after / before - 1 for before, after in pairwise(values)), default=None),
        stepless=False,
    )
