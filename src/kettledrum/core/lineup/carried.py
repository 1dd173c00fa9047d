"""Which gears of the reference a setup has an equal of, and which are lost."""

from bisect import bisect_left
from dataclasses import dataclass
from typing import Literal

from kettledrum.core.gearing.gear_table import GearTable

EQUAL_WITHIN = 0.03
"""Gears no further apart than this, the higher over the lower, are called equal."""
_ROUNDING = 1e-9


@dataclass(slots=True)
class Carried:
    """One gear of the reference and the gear that comes nearest to it.

    `gear` is its place in the reference's gears. Where it has an equal, `here` is the place of that in the
    setup's own, and `share` how much higher that is (0.02 = 2 %); both are null where a stepless span holds
    it. `lost` says where it lies if it has none: below the setup's lowest gear, above its highest, or between
    two of its gears.
    """

    gear: int
    here: int | None
    share: float | None
    lost: Literal["below", "above", "between"] | None


def carried(table: GearTable, reference: GearTable) -> list[Carried] | None:
    """Each gear of the reference with its equal within 3 %, by development, since wheels may differ.

    None where the reference is stepless: it has no gears to find again.
    """
    if reference.stepless:
        return None
    wanted = [gear.development_m for gear in reference.gears]
    if table.stepless:
        spans = [
            (table.gears[low].development_m, table.gears[high].development_m) for low, high in table.spans
        ]
        return [_in_spans(place, development, spans) for place, development in enumerate(wanted)]
    developments = [gear.development_m for gear in table.gears]
    return [_nearest(place, development, developments) for place, development in enumerate(wanted)]


def _nearest(place: int, wanted: float, developments: list[float]) -> Carried:
    above = bisect_left(developments, wanted)
    near = [other for other in (above - 1, above) if 0 <= other < len(developments)]
    here = min(near, key=lambda other: _apart(developments[other], wanted))
    if _apart(developments[here], wanted) <= 1 + EQUAL_WITHIN + _ROUNDING:
        return Carried(place, here, developments[here] / wanted - 1, None)
    if above == 0:
        return Carried(place, None, None, "below")
    return Carried(place, None, None, "above" if above == len(developments) else "between")


def _in_spans(place: int, wanted: float, spans: list[tuple[float, float]]) -> Carried:
    room = 1 + EQUAL_WITHIN + _ROUNDING
    if any(low / room <= wanted <= high * room for low, high in spans):
        return Carried(place, None, None, None)
    if wanted < min(low for low, _ in spans):
        return Carried(place, None, None, "below")
    return Carried(place, None, None, "above" if wanted > max(high for _, high in spans) else "between")


def _apart(one: float, other: float) -> float:
    return max(one, other) / min(one, other)
