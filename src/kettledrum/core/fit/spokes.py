"""Spoke lengths for a hub in a rim, and whether the old spokes still do."""

import math
from dataclasses import dataclass

from kettledrum.core.parts.fitting import SpokeHoles
from kettledrum.core.parts.rim import Rim
from kettledrum.core.terms.check import State

LONG_MM, SHORT_MM = (0.5, 1.0), (1.0, 2.0)
"""How much longer and shorter than worked out a spoke may be: to sit well, and at all. Longer ones run out of
thread or stand into the tube, shorter ones hang in too little of it."""
USUAL_HOLE_MM = 2.6
"""Across the holes of a flange, where that is not stated: for the usual spokes of 2 mm and their bend."""
WIDEST_DEG = 90.0
"""Beyond this a spoke leaves its flange inwards, over the heads of others."""


@dataclass(frozen=True, slots=True)
class SpokeLengths:
    """Lengths left and right in mm, for so many crosses; null where a figure is missing.

    `state` and `what` say whether they can be laced, and whether the old spokes do.
    """

    state: State
    what: str
    crosses: int | None = None
    left_mm: float | None = None
    right_mm: float | None = None


def spoke_mm(
    effective_mm: float, flange_mm: float, offset_mm: float, holes: int, crosses: int, hole_mm: float
) -> float:
    """The length of a spoke from the bend at its head to its end in the nipple, in mm.

    L = √(R² + r² + d² − 2·R·r·cos α) − h/2: R and r are half the rim's effective and the flange's circle, d
    the flange's distance from the plane of the rim's holes, α = 720°·crosses / holes, h the flange holes'
    diameter. The straight line in space between two points; the head hangs at the hole's edge.
    """
    rim, flange = effective_mm / 2, flange_mm / 2
    angle = math.radians(720 * crosses / holes)
    square = rim**2 + flange**2 + offset_mm**2 - 2 * rim * flange * math.cos(angle)
    return math.sqrt(square) - hole_mm / 2


def spoke_lengths(hub: SpokeHoles | None, rim: Rim | None) -> SpokeLengths:
    """The spokes that a hub takes in a rim."""
    missing = [
        words
        for words, value in (
            ("the hub’s flanges", hub),
            ("the rim’s effective diameter", rim and rim.effective_mm),
            ("the rim’s holes", rim and rim.holes),
            ("the crosses", None if rim is None else rim.crosses),
        )
        if value is None
    ]
    if missing or hub is None or rim is None:
        return SpokeLengths("not known", f"{', '.join(missing)}: missing")
    assert rim.effective_mm is not None
    assert rim.crosses is not None
    if hub.holes != rim.holes:
        return SpokeLengths(
            "fails", f"the hub has {hub.holes} holes, the rim {rim.holes}: they cannot be laced", rim.crosses
        )
    if hub.holes % 4:
        return SpokeLengths("fails", f"{hub.holes} holes cannot be laced alike on both sides", rim.crosses)
    degrees = 720 * rim.crosses / hub.holes
    if degrees > WIDEST_DEG:
        most = int(WIDEST_DEG * hub.holes // 720)
        return SpokeLengths(
            "fails",
            f"{rim.crosses} crosses on {hub.holes} holes turn each spoke by {degrees:.0f}°, past its "
            f"tangent: at most {most}",
            rim.crosses,
        )
    left, right = (
        spoke_mm(rim.effective_mm, flange, offset, hub.holes, rim.crosses, hub.hole_mm or USUAL_HOLE_MM)
        for flange, offset in zip(
            hub.flange_mm,
            (hub.offset_mm[0] + rim.offset_mm, hub.offset_mm[1] - rim.offset_mm),
            strict=True,
        )
    )
    state, what = _old_ones(rim.spokes_mm, left, right)
    if hub.hole_mm is None:
        what += f"; holes of {USUAL_HOLE_MM:g} mm in the flanges taken"
    return SpokeLengths(state, what, rim.crosses, left, right)


def _old_ones(old: tuple[float, float] | None, left: float, right: float) -> tuple[State, str]:
    if old is None:
        return "not known", "the old spokes’ lengths are missing: whether they do cannot be told"
    differences = old[0] - left, old[1] - right
    words = " and ".join(
        f"{abs(each):.1f} mm too {'long' if each > 0 else 'short'} {side}"
        for side, each in zip(("left", "right"), differences, strict=True)
    )
    for state, place in (("holds", 0), ("tight", 1)):
        if all(-SHORT_MM[place] <= each <= LONG_MM[place] for each in differences):
            return (
                ("holds", f"the old spokes do: {words}")
                if state == "holds"
                else ("tight", f"the old spokes just do: {words}")
            )
    return "fails", f"the old spokes do not: {words}"
