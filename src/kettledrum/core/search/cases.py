"""A part of the shelf as the search sees it: its gears multiplied out, and what it gives and costs."""

from dataclasses import dataclass

from kettledrum.core.inside.gears import Gears
from kettledrum.core.parts.efficiency import usual_case
from kettledrum.core.parts.part import Part


@dataclass(frozen=True, slots=True, eq=False)
class Case:
    """A hub, gearbox or chaingear by its `place` on the shelf: its ratios from the lowest to the highest, or
    the two ends of a stepless one, and the share of power that typically gets through.
    """

    place: int
    part: Part
    ratios: tuple[float, ...]
    stepless: bool
    efficiency: float


def case_of(place: int, part: Part) -> Case:
    """Reads a part with gears off the shelf."""
    assert part.gears is not None
    return Case(place, part, _ratios(part.gears), part.gears.is_stepless, _efficiency(part, part.gears))


def _ratios(gears: Gears) -> tuple[float, ...]:
    if gears.stepless is not None and gears.is_stepless:
        return gears.stepless.low, gears.stepless.high
    return tuple(sorted(gear.ratio for gear in gears.definite))


def _efficiency(part: Part, gears: Gears) -> float:
    spread = part.efficiency or usual_case(gears, at_cranks=part.kind != "hub")
    return spread.typical
