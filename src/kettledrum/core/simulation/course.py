"""The way that a simulated bicycle goes: a road of steps, where the rider lets it roll, and where it ends."""

from bisect import bisect_right
from dataclasses import dataclass
from typing import TYPE_CHECKING

from kettledrum.core.job.route import Leg
from kettledrum.core.roads.ascent import rise_m

if TYPE_CHECKING:
    from kettledrum.core.roads.profile import Profile

CLIMB = 0.05
"""The trial’s hill, or the job’s steepest pitch where that is less: it is to be ridden, not walked."""


@dataclass(frozen=True, slots=True)
class Course:
    """Distances from the start in m and elevations of the corners; the grade of each step; where it rolls.

    `coasts` says of each step whether the rider's feet rest. At the end one brakes to a stop. `altitude_m` is
    how high it lies above the sea, None where it does not tell.
    """

    distance_m: list[float]
    elevation_m: list[float]
    grade: list[float]
    coasts: list[bool]
    altitude_m: float | None = None

    @property
    def length_m(self) -> float:
        """From the start to the stop."""
        return self.distance_m[-1] - self.distance_m[0]

    def step_at(self, distance_m: float, near: int = 0) -> int:
        """The step that a place lies in, looked for from `near` on."""
        corners = self.distance_m
        if corners[near] <= distance_m < corners[near + 1]:
            return near
        return min(max(bisect_right(corners, distance_m) - 1, 0), len(self.grade) - 1)

    def elevation_at(self, distance_m: float, step: int) -> float:
        """The elevation in m at a place of a step."""
        start, end = self.distance_m[step], self.distance_m[step + 1]
        share = min(max((distance_m - start) / (end - start), 0.0), 1.0)
        return self.elevation_m[step] + share * (self.elevation_m[step + 1] - self.elevation_m[step])


def trial_course(steepest: float | None) -> Course:
    """Start, climb, coast and stop: what shifting must cope with, in 900 m.

    100 m on the flat from a standstill, 200 m of climb, 100 m on its top, 250 m down at 5 % and 250 m on the
    flat with resting feet, and a stop.
    """
    climb = CLIMB if steepest is None else min(steepest, CLIMB)
    return of_legs(
        [
            (Leg(length_m=100, grade=0), False),
            (Leg(length_m=200, grade=climb), False),
            (Leg(length_m=100, grade=0), False),
            (Leg(length_m=250, grade=-0.05), True),
            (Leg(length_m=250, grade=0), True),
        ]
    )


def of_legs(legs: list[tuple[Leg, bool]]) -> Course:
    """A course of legs, each with whether the rider's feet rest on it."""
    distance, elevation = [0.0], [0.0]
    for leg, _ in legs:
        distance.append(distance[-1] + leg.length_m)
        elevation.append(elevation[-1] + rise_m(leg.length_m, leg.grade))
    return Course(distance, elevation, [leg.grade for leg, _ in legs], [rests for _, rests in legs])


def of_profile(road: "Profile") -> Course:
    """A road from its first point to a stop at its last; the rider's feet rest only where they must."""
    steps = len(road.step_m)
    distance, elevation, grade = (each.tolist() for each in (road.distance_m, road.elevation_m, road.grade))
    return Course(distance, elevation, grade, [False] * steps, road.altitude_m)
