"""A track as a device recorded it, made into a road: noise off the elevation, gaps bridged, all of it told."""

import math
from dataclasses import dataclass

import numpy as np

from kettledrum.core.errors import InvalidInput, Problem
from kettledrum.core.profile import Floats
from kettledrum.core.route import ELEVATION_M, LONGEST_M

EARTH_RADIUS_M = 6_371_008.8
"""The mean radius of the ellipsoid WGS 84."""
LEAST_STEP_M = 5.0
MOST_STEPS = 10_000
STANDSTILL_M = 2.0
"""Points nearer than this to the one before are one place: a device at rest wanders."""
NARROWEST_M = 15.0
WIDEST_M = 300.0
GRADE_NOISE = 0.01
"""Elevation is smoothed at least until its noise makes no more of a grade than this."""
DRAWN_M = 60.0
"""Points farther apart than this on the whole were drawn, not recorded: no noise is looked for."""
SPIKE_M = 12.0
GAP_M = 200.0
PART = 50
"""Points of a part of the road that is looked at by itself."""


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


@dataclass(frozen=True, slots=True)
class CleanRoad:
    """Points of a road at even distances, with places where they are known, and what was done, in words.

    `noise_m` is the standard deviation that was found in the elevations.
    """

    points: list[tuple[float, float]]
    places: list[tuple[float, float]] | None
    report: list[str]
    noise_m: float


def clean(track: Track) -> CleanRoad:
    """Makes a road of a track. Raises InvalidInput where it has no length or no elevation.

    Elevations are averaged on an even grid of at least 5 m; spikes are left out; then a line is fitted at
    each point to its neighbourhood, weighted by a normal curve (Cleveland, J. Am. Stat. Assoc. 74, 1979). The
    curve is as narrow as the noise allows, at least 15 m, and is widened as long as what it leaves over does
    not grow (by cross-validation, Craven & Wahba, Numer. Math. 31, 1979). The noise is estimated from how
    far each point lies from the line between its neighbours.
    """
    report: list[str] = []
    along = _along(track, report)
    length = float(along[-1])
    if length < 2 * LEAST_STEP_M:
        raise InvalidInput([Problem("", "all its points are in one place; a road has a length")])
    if length > LONGEST_M:
        raise InvalidInput([Problem("", f"it is longer than {LONGEST_M / 1000:.0f} km, the most that is read")])
    known = _known(track.elevation_m, report)
    steps = min(max(int(length / LEAST_STEP_M), 2), MOST_STEPS)
    grid = np.linspace(0.0, length, steps + 1)
    node, height = _averaged(along[known], track.elevation_m[known], length, steps)
    _tell_gaps(grid[node], length, report)
    sound = ~_spikes(height)
    if not sound.all():
        report.append(f"{_count(int((~sound).sum()), 'spike')} of elevation left out")
    node, height = node[sound], height[sound]
    spacing = float(np.median(np.diff(grid[node]))) if len(node) > 2 else length
    noise = _noise(grid[node], height) if spacing < DRAWN_M else 0.0
    filled = np.interp(grid, grid[node], height)
    smooth, width = _smoothed(filled, node, length / steps, noise, spacing)
    report.append(
        f"elevation smoothed over {2.35 * width:.0f} m"
        + (f"; its noise was ±{noise:.1f} m" if noise >= 0.05 else "")
    )
    return CleanRoad(
        points=[(round(at, 2), round(z, 3)) for at, z in zip(grid.tolist(), smooth.tolist(), strict=True)],
        places=_places(track, along, grid),
        report=report,
        noise_m=noise,
    )


def _along(track: Track, report: list[str]) -> Floats:
    """The distance of each point from the start, in m; a device at rest does not move on."""
    if len(track.distance_m):
        return track.distance_m - track.distance_m[0]
    steps = _haversine(track.latitude, track.longitude)
    jumps = [place for place in track.breaks if steps[place - 1] > GAP_M]
    for place in jumps:
        report.append(f"a gap of {steps[place - 1] / 1000:.1f} km between segments bridged by a straight line")
    total, kept_at = 0.0, 0
    along = [0.0]
    latitude, longitude = track.latitude.tolist(), track.longitude.tolist()
    for place, step in enumerate(steps.tolist(), start=1):
        if kept_at != place - 1:
            step = _distance(latitude[kept_at], longitude[kept_at], latitude[place], longitude[place])
        if step >= STANDSTILL_M:
            total, kept_at = total + step, place
        along.append(total)
    return np.array(along)


def _distance(latitude: float, longitude: float, other_latitude: float, other_longitude: float) -> float:
    """Between two places that are near each other, in m: on a plane that touches between them."""
    north = math.radians(other_latitude - latitude)
    east = math.radians(other_longitude - longitude) * math.cos(math.radians(latitude))
    return EARTH_RADIUS_M * math.hypot(north, east)


def _haversine(latitude: Floats, longitude: Floats) -> Floats:
    """Distances in m from each place to the next, on a sphere: shape (points - 1,)."""
    north, east = np.radians(latitude), np.radians(longitude)
    half = (
        np.sin(np.diff(north) / 2) ** 2 + np.cos(north[:-1]) * np.cos(north[1:]) * np.sin(np.diff(east) / 2) ** 2
    )
    return 2 * EARTH_RADIUS_M * np.arcsin(np.sqrt(np.clip(half, 0, 1)))


def _known(elevation_m: Floats, report: list[str]) -> "np.ndarray[tuple[int], np.dtype[np.bool_]]":
    low, high = ELEVATION_M
    missing = np.isnan(elevation_m)
    wrong = ~missing & ~((elevation_m >= low) & (elevation_m <= high))
    if wrong.any():
        said = ", ".join(f"{value:g}" for value in np.unique(elevation_m[wrong])[:3])
        report.append(f"{_count(int(wrong.sum()), 'elevation')} that cannot be ({said} m) bridged")
    if missing.any():
        report.append(f"{_count(int(missing.sum()), 'point')} without elevation bridged")
    known = ~(missing | wrong)
    if known.sum() < 2:
        raise InvalidInput(
            [Problem("", "fewer than two points have an elevation; save it with elevations, or draw it by hand")]
        )
    return np.asarray(known)


def _averaged(
    along: Floats, elevation: Floats, length: float, steps: int
) -> tuple["np.ndarray[tuple[int], np.dtype[np.intp]]", Floats]:
    """The places on the grid that have elevations, and the mean of each."""
    place = np.rint(along / length * steps).astype(np.intp)
    count = np.bincount(place, minlength=steps + 1)
    total = np.bincount(place, weights=elevation, minlength=steps + 1)
    node = np.flatnonzero(count)
    return node, total[node] / count[node]


def _tell_gaps(at: Floats, length: float, report: list[str]) -> None:
    gaps = np.diff(np.concatenate(([0.0], at, [length])))
    wide = gaps[gaps > max(GAP_M, 5 * float(np.median(gaps)))]
    if len(wide):
        report.append(
            f"{_count(len(wide), 'stretch', 'stretches')} of {wide.sum() / 1000:.1f} km in all "
            "without elevation taken as straight"
        )


def _spikes(height: Floats) -> "np.ndarray[tuple[int], np.dtype[np.bool_]]":
    """Which heights stand alone, far above or below the middle of the seven around them."""
    if len(height) < 7:
        return np.zeros(len(height), dtype=bool)
    around = np.lib.stride_tricks.sliding_window_view(np.pad(height, 3, mode="edge"), 7)
    middle = np.median(around, axis=1)
    spread = np.median(np.abs(around - middle[:, None]), axis=1)
    return np.asarray(np.abs(height - middle) > np.maximum(SPIKE_M, 6 * spread))


def _noise(at: Floats, height: Floats) -> float:
    """The standard deviation of the noise in m, after how far points lie from the line of their neighbours.

    The median holds against bends of the road itself (Hampel, J. Am. Stat. Assoc. 69, 1974).
    """
    if len(at) < 5:
        return 0.0
    share = (at[2:] - at[1:-1]) / (at[2:] - at[:-2])
    off = height[1:-1] - (share * height[:-2] + (1 - share) * height[2:])
    scaled = off / np.sqrt(1 + share**2 + (1 - share) ** 2)
    return 1.4826 * float(np.median(np.abs(scaled)))


def _smoothed(
    filled: Floats, node: "np.ndarray[tuple[int], np.dtype[np.intp]]", step: float, noise: float, spacing: float
) -> tuple[Floats, float]:
    """The elevations smoothed, and how wide: the standard deviation of the weights, in m."""
    # The slope of a line fitted under normal weights of width h varies by σ²·Δ / (4·√π·h³).
    needed = (noise**2 * spacing / (4 * math.sqrt(math.pi) * GRADE_NOISE**2)) ** (1 / 3)
    width = min(max(needed, NARROWEST_M), WIDEST_M)
    smooth = _local_lines(filled, width / step)

    def left_over(line: Floats, width: float) -> tuple[float, Floats]:
        # A point's own share in the line fitted to it is Δ / (h·√2π), which hides as much of its noise.
        own = min(spacing / (width * math.sqrt(2 * math.pi)), 0.9)
        squares = (filled[node] - line[node]) ** 2
        parts = np.add.reduceat(squares, starts) / np.diff(np.append(starts, len(squares)))
        return math.sqrt(float(np.mean(squares))) / (1 - own), np.sqrt(parts) / (1 - own)

    # A short pitch on a long road must not be smoothed away: each part of the road has its say.
    starts = np.arange(0, max(len(node) - PART // 2, 1), PART)
    whole, parts = left_over(smooth, width)
    most, most_in_parts = 1.01 * whole, 1.25 * np.maximum(parts, whole)
    while noise > 0 and width * 1.5 <= WIDEST_M:
        wider = _local_lines(filled, width * 1.5 / step)
        whole, parts = left_over(wider, width * 1.5)
        if whole > most or (parts > most_in_parts).any():
            break
        smooth, width = wider, width * 1.5
    return smooth, width


def _local_lines(values: Floats, width: float) -> Floats:
    """At each place the line fitted to its neighbourhood, under normal weights of a width in places."""
    reach = min(max(int(4 * width), 1), len(values) - 1)
    offset = np.arange(-reach, reach + 1)
    weight = np.exp(-0.5 * (offset / width) ** 2)

    def moment(series: Floats, power: int) -> Floats:
        # np.convolve turns the kernel round: weights are even, odd powers change sign.
        return np.convolve(series, weight * (-offset.astype(float)) ** power, mode="full")[reach : reach + len(series)]

    ones = np.ones(len(values))
    s0, s1, s2 = (moment(ones, power) for power in (0, 1, 2))
    t0, t1 = moment(values, 0), moment(values, 1)
    fitted: Floats = (s2 * t0 - s1 * t1) / (s0 * s2 - s1**2)
    return fitted


def _places(track: Track, along: Floats, grid: Floats) -> list[tuple[float, float]] | None:
    if not len(track.latitude):
        return None
    moved = np.concatenate(([True], np.diff(along) > 0))
    # Longitudes that cross the date line go on instead of jumping back.
    longitude = np.unwrap(track.longitude[moved], period=360)
    east = (np.interp(grid, along[moved], longitude) + 180) % 360 - 180
    north = np.interp(grid, along[moved], track.latitude[moved])
    return [(round(a, 6), round(b, 6)) for a, b in zip(north.tolist(), east.tolist(), strict=True)]


def _count(number: int, one: str, many: str = "") -> str:
    return f"{number} {one if number == 1 else many or one + 's'}"
