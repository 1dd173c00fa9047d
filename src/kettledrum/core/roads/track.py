"""A track as it was read, before anything is done to it."""

from dataclasses import dataclass

import numpy as np

from kettledrum.core.physics.arrays import Floats

EARTH_RADIUS_M = 6_371_008.8
"""The mean radius of the ellipsoid WGS 84."""


@dataclass(frozen=True, slots=True)
class Track:
    """A road as it was read: distances in m or places in degrees, elevations in m, NaN where there is none.

    All of shape (points,); `distance_m` is empty where it must be worked out from the places, and these are
    empty where they are not known. `breaks` are the points that begin another segment.
    """

    distance_m: Floats
    latitude: Floats
    longitude: Floats
    elevation_m: Floats
    breaks: list[int]


def steps_m(latitude: Floats, longitude: Floats) -> Floats:
    """Distances in m from each place, in degrees, to the next, on a sphere: shape (points - 1,).

    By the haversine (Sinnott, Sky and Telescope 68, 1984).
    """
    north, east = np.radians(latitude), np.radians(longitude)
    half = (
        np.sin(np.diff(north) / 2) ** 2
        + np.cos(north[:-1]) * np.cos(north[1:]) * np.sin(np.diff(east) / 2) ** 2
    )
    metres: Floats = 2 * EARTH_RADIUS_M * np.arcsin(np.sqrt(np.clip(half, 0, 1)))
    return metres


def counted(number: int, one: str, many: str = "") -> str:
    """So many of something, in words."""
    return f"{number} {one if number == 1 else many or one + 's'}"
