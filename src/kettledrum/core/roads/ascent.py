"""How long a road is and how much it climbs."""

import math
from collections.abc import Iterable

from kettledrum.core.job.route import Route

RIPPLE_M = 1.0
"""A rise lower than this between two falls is not counted as climbed."""


def ascent_m(elevations_m: Iterable[float], ripple_m: float = RIPPLE_M) -> float:
    """The metres climbed in all, leaving out rises and falls smaller than `ripple_m` on the way."""
    heights = iter(elevations_m)
    foot = head = next(heights)
    climbed = 0.0
    for height in heights:
        if height > head:
            head = height
        elif head - height >= ripple_m:
            if head - foot >= ripple_m:
                climbed += head - foot
            foot = head = height
        elif height < foot and head - foot < ripple_m:
            foot = head = height
    return climbed + (head - foot if head - foot >= ripple_m else 0.0)


def rise_m(length_m: float, grade: float) -> float:
    """How high a stretch goes whose length is measured along the road."""
    return length_m * math.sin(math.atan(grade))


def extent(route: Route) -> tuple[float, float]:
    """The length and the ascent of a road in m."""
    if route.points is not None:
        return route.points[-1][0] - route.points[0][0], ascent_m(height for _, height in route.points)
    legs, heights = route.legs or [], [0.0]
    for leg in legs:
        heights.append(heights[-1] + rise_m(leg.length_m, leg.grade))
    return sum(leg.length_m for leg in legs), ascent_m(heights)
