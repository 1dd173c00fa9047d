"""What a rider pedals with along a way, as the ride over a road shares it out."""

from bisect import bisect_right
from dataclasses import dataclass

import numpy as np

from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.setup import Setup
from kettledrum.core.roads.profile import Profile, in_short_steps
from kettledrum.core.roads.ride import ridden
from kettledrum.core.simulation.course import Course


@dataclass(frozen=True, slots=True)
class Pace:
    """The rider's power in W on each step of a way, and the distances in m at which steps begin.

    Whether it is `shared_out` over the whole of a way, and not that of all day but where a hill wants more.
    """

    begins_m: list[float]
    power_w: list[float]
    shared_out: bool

    def at(self, distance_m: float) -> float:
        """The power in W at a place."""
        return self.power_w[max(bisect_right(self.begins_m, distance_m) - 1, 0)]


def paced(brief: Brief, setup: Setup, road: Profile) -> Pace | None:
    """As the ride over a road has it: more on climbs and less between them, see `ride`.

    None where that of all day is ridden throughout: where that of a minute is not known, or where motors
    help, of which the ride over a road knows nothing.
    """
    return _pace(brief, setup, road, paces=True)


def pushed(brief: Brief, setup: Setup, course: Course) -> Pace | None:
    """As on a piece of a long way: the power of all day, and that of a minute where the lowest gear wants it.

    None as with `paced`.
    """
    corners = np.array(course.distance_m), np.array(course.elevation_m)
    return _pace(brief, setup, in_short_steps(*corners, above_sea=False), paces=False)


def _pace(brief: Brief, setup: Setup, road: Profile, *, paces: bool) -> Pace | None:
    if setup.motors or (brief.rider.burst_w or 0) <= brief.rider.power_w:
        return None
    alone = brief.model_copy(update={"setups": [setup]})
    powers = ridden(alone, road, paces=paces).motion.rider_w[0]
    return Pace(road.distance_m[:-1].tolist(), powers.tolist(), shared_out=paces)
