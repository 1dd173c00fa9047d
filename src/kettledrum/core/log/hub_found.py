"""A hub that nobody described, taken as a part by the gears that were found on the road."""

from typing import Literal

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage
from kettledrum.core.rides.found_result import FoundGear
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.in_words import counted
from kettledrum.core.terms.validation import validate

MOST_FOUND = 40


def hub_found(
    found: list[FoundGear], count: int, per_turn_m: float, name: str, kind: Literal["hub", "gearbox"] = "hub"
) -> Part:
    """A hub or a gearbox with so many gears as the rider says: the `count` developments that are held most.

    `per_turn_m` is what a turn of the cranks is in a gear of 1:1 in it. How uncertain each ratio is stands in
    the part’s notes. Raises InvalidInput where fewer gears show than there are.
    """
    if not 1 <= count <= MOST_FOUND:
        raise InvalidInput([Problem("count", f"must be a whole number from 1 to {MOST_FOUND}")])
    if count > len(found):
        shown = counted(len(found), "gear shows", "gears show")
        what = f"must be at most {len(found)}: only {shown} in the rides; ride in all of them once"
        raise InvalidInput([Problem("count", what)])
    kept = sorted(sorted(found, key=lambda gear: -gear.share)[:count], key=lambda gear: gear.development_m)
    ratios = [round(gear.development_m / per_turn_m, 4) for gear in kept]
    widths = ", ".join(
        f"{ratio:g} ± {gear.width * 100:.1f} %" for ratio, gear in zip(ratios, kept, strict=True)
    )
    notes = f"Read off the road, not from a maker’s sheet: {widths}. One standard deviation each."
    return validate(Part, {"kind": kind, "name": name, "notes": notes, "gears": {"ratios": ratios}})


def per_turn_m(setup: Setup) -> float:
    """Metres for a turn of the cranks with all gears inside hubs and gearboxes at 1:1, and the chain on its
    first pairing.
    """
    metres = gear_table(setup, (60, 90)).circumference_m
    for stage in setup.path:
        if isinstance(stage, SprocketsStage):
            front, rear = stage.pairings[0]
            metres *= front / rear
    return metres
