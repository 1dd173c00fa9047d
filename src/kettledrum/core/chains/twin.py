"""Two chains side by side: pairs of pairings that are both right at one position of the axle."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import islice

from kettledrum.core.chains.loop import CHAIN_PITCH_MM, centre_for, chain_radius_mm, loop_pitches

TOLERANCE_MM = 0.5
"""How far apart the two right positions may be: a chain’s slack takes up about as much."""
SMALLEST_STEP, LARGEST_STEP = 1.1, 3.0
"""Two gears nearer than a tenth are one, and farther than three times too far for any rider. Ours."""


@dataclass(frozen=True, slots=True)
class OneChain:
    """A pairing with its chain: teeth, links, and the axle's distance in mm at which it is just right."""

    front: int
    rear: int
    links: int
    centre_mm: float

    @property
    def ratio(self) -> float:
        """Front over rear teeth."""
        return self.front / self.rear


@dataclass(frozen=True, slots=True)
class Twin:
    """A low and a high pairing, the rise between them (0.5 = 50 %), how far apart the axle's right positions
    are, and the position between.
    """

    low: OneChain
    high: OneChain
    step: float
    apart_mm: float
    centre_mm: float


def twins(
    fronts: Sequence[int],
    rears: Sequence[int],
    reach_mm: tuple[float, float],
    *,
    tolerance_mm: float = TOLERANCE_MM,
    half_links: bool = False,
) -> list[Twin]:
    """Every pair of pairings whose chains fit the same axle within a tolerance, the best fitting first.

    Of two fronts and two rears, each different, since they sit side by side.
    """
    singles = [
        chain
        for front in sorted(set(fronts))
        for rear in sorted(set(rears))
        for chain in _chains(front, rear, reach_mm, tolerance_mm, half_links)
    ]
    singles.sort(key=lambda chain: chain.centre_mm)
    found = []
    for place, one in enumerate(singles):
        for other in islice(singles, place + 1, None):
            apart = other.centre_mm - one.centre_mm
            if apart > tolerance_mm:
                break
            low, high = sorted((one, other), key=lambda chain: chain.ratio)
            step = high.ratio / low.ratio
            if low.front != high.front and low.rear != high.rear and SMALLEST_STEP <= step <= LARGEST_STEP:
                found.append(Twin(low, high, step - 1, apart, (one.centre_mm + other.centre_mm) / 2))
    return sorted(found, key=lambda twin: (twin.apart_mm, twin.centre_mm))


def _chains(
    front: int, rear: int, reach_mm: tuple[float, float], tolerance_mm: float, half_links: bool
) -> list[OneChain]:
    """The chains of one pairing with which the axle lies within its way, a little tolerance before it."""
    radii = chain_radius_mm(front), chain_radius_mm(rear)
    low, high = reach_mm[0] - tolerance_mm, reach_mm[1] + tolerance_mm
    if low <= sum(radii):
        return []
    fewest = math.ceil(loop_pitches(front, rear, low, CHAIN_PITCH_MM, radii) - 1e-9)
    most = math.floor(loop_pitches(front, rear, high, CHAIN_PITCH_MM, radii) + 1e-9)
    found = []
    for links in range(fewest, most + 1):
        if links % 2 == 0 or half_links:
            centre = centre_for(front, rear, links, CHAIN_PITCH_MM, radii)
            if centre is not None:
                found.append(OneChain(front, rear, links, centre))
    return found


def twin_of(
    pairs: Sequence[tuple[int, int]], reach_mm: tuple[float, float] | None
) -> tuple[float, list[OneChain]] | None:
    """How far apart the right positions of given pairings lie, with whole links, the nearest combination.

    None where the frame is not known, or one of them does not fit it.
    """
    if reach_mm is None:
        return None
    choices = [_chains(front, rear, reach_mm, 1.0, False) for front, rear in pairs]
    if not all(choices):
        return None
    first, *others = choices
    best: tuple[float, list[OneChain]] | None = None
    for chain in first:
        row = [chain, *(min(each, key=lambda one: abs(one.centre_mm - chain.centre_mm)) for each in others)]
        centres = [one.centre_mm for one in row]
        apart = max(centres) - min(centres)
        if best is None or apart < best[0]:
            best = apart, row
    return best
