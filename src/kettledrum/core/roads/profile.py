"""The profile of a road: its elevation along its length, in steps short enough to ride over."""

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from kettledrum.core.job.route import Route
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.roads.ascent import rise_m
from kettledrum.core.roads.ride_result import SteepestPitch

STEP_M = 10.0
"""No step of a profile is longer than this, unless it would take more than so many."""
MOST_STEPS = 20_000
FELT_M = (50.0, 100.0, 500.0)
"""The lengths over which the steepest pitches are told."""


@dataclass(frozen=True)
class Profile:
    """Distances from the start and elevations in m, both of shape (steps + 1,).

    A distance is measured along the road. `above_sea` says that elevations count from the sea, as those of a
    track do, and not from where a drawn road happens to start.
    """

    distance_m: Floats
    elevation_m: Floats
    above_sea: bool = False

    @cached_property
    def altitude_m(self) -> float | None:
        """The mean altitude of the road in m; None where its elevations do not tell it."""
        if not self.above_sea:
            return None
        middles = (self.elevation_m[1:] + self.elevation_m[:-1]) / 2
        return float((middles * self.step_m).sum() / self.step_m.sum())

    @cached_property
    def step_m(self) -> Floats:
        """The length of each step in m, shape (steps,)."""
        return np.diff(self.distance_m)

    @cached_property
    def grade(self) -> Floats:
        """Rise over run of each step, shape (steps,).

        The distance d is along the road, so the run is √(d² − rise²).
        """
        rise, along = np.diff(self.elevation_m), self.step_m
        return rise / np.sqrt(np.maximum(along**2 - rise**2, (0.5 * along) ** 2))

    @property
    def turns_m(self) -> Floats:
        """The elevations in m of the start, of every top and every bottom, and of the end."""
        upwards = np.diff(self.elevation_m) > 0
        turns = np.flatnonzero(upwards[1:] != upwards[:-1]) + 1
        return self.elevation_m[np.concatenate(([0], turns, [-1]))]

    @property
    def length_m(self) -> float:
        """From the start to the end."""
        return float(self.distance_m[-1] - self.distance_m[0])


def corners(route: Route) -> tuple[Floats, Floats]:
    """The distances and elevations in m of a route's points, or of its legs' ends, in order."""
    if route.points is not None:
        points = np.array(route.points, dtype=float)
        return points[:, 0], points[:, 1]
    legs = route.legs or []
    lengths = np.array([leg.length_m for leg in legs])
    rises = np.array([rise_m(leg.length_m, leg.grade) for leg in legs])
    distance = np.concatenate(([0.0], np.cumsum(lengths)))
    return distance, (route.start_m or 0.0) + np.concatenate(([0.0], np.cumsum(rises)))


def profile(route: Route) -> Profile:
    """The profile of a route from its points, or from its legs one after the other."""
    distance, elevation = corners(route)
    told = route.points is not None or route.start_m is not None
    return in_short_steps(distance - distance[0], elevation, above_sea=told)


def in_short_steps(distance: Floats, elevation: Floats, *, above_sea: bool) -> Profile:
    """The profile through corners at distances from the start and elevations in m, both of one shape.

    Every corner stays; what is longer than a step between two of them is divided evenly."""
    longest = max(STEP_M, float(distance[-1]) / MOST_STEPS)
    parts = np.maximum(np.ceil(np.diff(distance) / longest - 1e-9), 1).astype(int)
    # The place of each new point: the corner before it, and how far it is on the way to the next.
    before = np.repeat(np.arange(len(parts)), parts)
    first = np.cumsum(parts) - parts
    share = (np.arange(len(before)) - first[before]) / parts[before]
    at = np.append(distance[before] + share * np.diff(distance)[before], distance[-1])
    return Profile(at, np.interp(at, distance, elevation), above_sea)


def steepest_pitches(road: Profile) -> list[SteepestPitch]:
    """The steepest climbs over each of the felt lengths that the road is long enough for."""
    found = []
    for over_m in FELT_M:
        if road.length_m < over_m:
            continue
        starts = road.distance_m[road.distance_m <= road.distance_m[-1] - over_m + 1e-9]
        ends = np.interp(starts + over_m, road.distance_m, road.elevation_m)
        rises = ends - road.elevation_m[: len(starts)]
        place = int(np.argmax(rises))
        sine = min(float(rises[place]) / over_m, 0.999)
        found.append(SteepestPitch(over_m, float(starts[place]), sine / math.sqrt(1 - sine * sine)))
    return found
