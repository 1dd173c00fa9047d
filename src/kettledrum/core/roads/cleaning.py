"""A track as a device recorded it, made into a road: noise off the elevation, gaps bridged, all told."""

import math
from dataclasses import dataclass

import numpy as np

from kettledrum.core.job.route import ELEVATION_M, LONGEST_M, MOST_POINTS
from kettledrum.core.physics.arrays import Flags, Floats
from kettledrum.core.roads.slips import fallen_to_nought, without_slips
from kettledrum.core.roads.track import EARTH_RADIUS_M, Track, counted, steps_m
from kettledrum.core.terms.errors import InvalidInput, Problem

LEAST_STEP_M = 10.0
"""The grid that elevations are averaged on: about what a receiver places a point to. Ours."""
MOST_STEPS = 10_000
"""A longer road has a wider grid, so that none takes longer to clean than this many places."""
STANDSTILL_M = 2.0
"""Points nearer than this to the one before are one place: a device at rest wanders."""
NARROWEST_M = 15.0
"""The narrowest curve that uncertain elevations are smoothed with: a step and a half of the grid. Ours."""
WIDEST_M = 300.0
"""The widest: beyond, what is smoothed away would be hills. Ours."""
GRADE_NOISE = 0.01
"""Elevation is smoothed at least until its noise makes no more of a grade than this."""
RECORDED_M, DRAWN_M = 30.0, 60.0
"""Points no farther apart than the first were recorded; than the second, drawn, and have no noise. Ours."""
_BESIDE = 4
"""Points on each side whose curve a point is held against."""
SPIKE_M = 12.0
"""So far off its neighbours' line a point is a receiver's slip, several times its usual noise. Ours."""
STEEPEST_ROAD = 0.5
"""A point that is off by more than a road could rise on the way to the next one is no hill."""
GAP_M = 200.0
"""A stretch without points longer than this is told of as bridged. Ours."""
WIDENING = 1.5
"""Each curve tried is so many times as wide as the one before: fine enough, and few. Ours."""
AGREES = 1.0
"""Two lines agree where they lie within so many standard errors of each other."""
ROUNDED_M = (1.0, 0.5, 0.3048, 0.2, 0.1, 0.05, 0.01)
"""To what devices and maps round elevations, a foot among them."""
QUIET_M = 2.0
"""Curves narrower than this would smooth nothing: the points are taken as they stand. Ours."""


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

    Elevations are averaged on an even grid of at least 10 m; spikes are left out; then a line is fitted at
    each point to its neighbourhood, weighted by a normal curve (Cleveland, J. Am. Stat. Assoc. 74, 1979) at
    least 15 m wide and so wide that the noise is quieted. It is widened from place to place as far as
    the lines agree within their errors (Goldenshluger & Nemirovski, Math. Methods Stat. 6, 1997), so that
    a long ramp becomes one, and a short pitch stays. The noise is estimated from how far points lie from
    the curve of their neighbours.
    """
    report: list[str] = []
    track = without_slips(track, report)
    along = _along(track, report)
    length = _checked_length(along)
    known = _known(along, track.elevation_m, report)
    steps = min(max(int(length / LEAST_STEP_M), 2), MOST_STEPS)
    grid = np.linspace(0.0, length, steps + 1)
    at, height = _averaged(along[known], track.elevation_m[known], length / steps)
    _tell_gaps(at, length, report)
    sound = ~_spikes(at, height)
    if not sound.all():
        report.append(f"{counted(int((~sound).sum()), 'spike')} of elevation left out")
    at, height = at[sound], height[sound]
    spacing = float(np.median(np.diff(at))) if len(at) > 2 else length
    recorded = min(max((DRAWN_M - spacing) / (DRAWN_M - RECORDED_M), 0.0), 1.0)
    noise = recorded * _noise(at, height)
    rounding = _rounding(track.elevation_m[known]) / math.sqrt(12)
    narrowest = _narrowest(math.hypot(noise, recorded * rounding), spacing)
    if sound.all() and narrowest < QUIET_M and len(along) <= MOST_POINTS:
        return _as_it_stands(track, along, known, report)
    smooth, width = _smoothed(np.interp(grid, at, height), length / steps, noise, narrowest, spacing)
    report.append(_smoothing_words(width, noise))
    return CleanRoad(
        points=[(round(at, 2), round(z, 3)) for at, z in zip(grid.tolist(), smooth.tolist(), strict=True)],
        places=_places(track, along, grid),
        report=report,
        noise_m=noise,
    )


def _checked_length(along: Floats) -> float:
    length = float(along[-1]) if len(along) else 0.0
    wrong = None
    if len(along) < 2:
        wrong = f"it has {counted(len(along), 'point')}; a road has at least two"
    elif length == 0:
        wrong = "all its points are in one place; a road has a length"
    elif length < 2 * LEAST_STEP_M:
        wrong = f"it is {length:.0f} m long; a road has at least {2 * LEAST_STEP_M:.0f} m"
    elif length > LONGEST_M:
        wrong = f"it is longer than {LONGEST_M / 1000:.0f} km, the most that is read"
    if wrong:
        raise InvalidInput([Problem("", wrong)])
    return length


def _rounding(elevation: Floats) -> float:
    """To what elevations are rounded, in m; 0 where to nothing that is usual."""
    for unit in ROUNDED_M:
        if np.all(np.abs(elevation - np.round(elevation / unit) * unit) < 0.002):
            return unit
    return 0.0


def _narrowest(uncertain: float, spacing: float) -> float:
    """The width of the curve, in m, that elevations of an uncertainty in m must be smoothed with.

    Under normal weights of width h the slope of a line varies by σ²·Δ / (4·√π·h³), where points lie Δ apart.
    """
    needed: float = (uncertain**2 * spacing / (4 * math.sqrt(math.pi) * GRADE_NOISE**2)) ** (1 / 3)
    from_point_to_point = math.sqrt(2) * uncertain / spacing
    least = NARROWEST_M * min(from_point_to_point / GRADE_NOISE, 1.0)
    return min(max(needed, least), WIDEST_M)


def _as_it_stands(track: Track, along: Floats, known: Flags, report: list[str]) -> CleanRoad:
    """The road through the very points of a track whose elevations have no noise."""
    report.append("elevations taken as they stand: there is no noise in them")
    at = np.round(along, 2)
    moved = np.concatenate(([True], np.diff(at) > 0))
    # Where a device stood, it has the mean of what was told there.
    places, which, count = np.unique(along[known], return_inverse=True, return_counts=True)
    means = np.bincount(which, weights=track.elevation_m[known]) / count
    height = np.round(np.interp(along, places, means), 3)[moved]
    return CleanRoad(
        points=list(zip(at[moved].tolist(), height.tolist(), strict=True)),
        places=_places(track, along, along[moved]),
        report=report,
        noise_m=0.0,
    )


def _along(track: Track, report: list[str]) -> Floats:
    """The distance of each point from the start, in m; a device at rest does not move on."""
    if len(track.distance_m):
        given: Floats = track.distance_m - track.distance_m[0]
        return given
    steps = steps_m(track.latitude, track.longitude)
    # A segment may be empty, at either end too.
    begun = [place for place in sorted(set(track.breaks)) if 0 < place <= len(steps)]
    jumps = [place for place in begun if steps[place - 1] > GAP_M]
    for place in jumps:
        report.append(
            f"a gap of {steps[place - 1] / 1000:.1f} km between segments bridged by a straight line"
        )
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


def _known(along: Floats, elevation_m: Floats, report: list[str]) -> Flags:
    low, high = ELEVATION_M
    missing = np.isnan(elevation_m)
    wrong = ~missing & ~((elevation_m >= low) & (elevation_m <= high))
    fallen = fallen_to_nought(along, np.where(wrong, np.nan, elevation_m))
    if fallen.any():
        report.append(f"{counted(int(fallen.sum()), 'elevation')} that fell to 0 m bridged")
    if wrong.any():
        said = ", ".join(f"{value:g}" for value in np.unique(elevation_m[wrong])[:3])
        report.append(f"{counted(int(wrong.sum()), 'elevation')} that cannot be ({said} m) bridged")
    if missing.any():
        report.append(f"{counted(int(missing.sum()), 'point')} without elevation bridged")
    known = ~(missing | wrong | fallen)
    if known.sum() < 2:
        raise InvalidInput(
            [
                Problem(
                    "", "fewer than two points have an elevation; save it with elevations, or draw it by hand"
                )
            ]
        )
    return np.asarray(known)


def _averaged(along: Floats, elevation: Floats, step: float) -> tuple[Floats, Floats]:
    """Points and elevations averaged over steps of the road, where there are any."""
    place = np.rint(along / step).astype(np.intp)
    count = np.bincount(place)
    held = count > 0
    at: Floats = np.bincount(place, weights=along)[held] / count[held]
    height: Floats = np.bincount(place, weights=elevation)[held] / count[held]
    return at, height


def _tell_gaps(at: Floats, length: float, report: list[str]) -> None:
    gaps = np.diff(np.concatenate(([0.0], at, [length])))
    wide = gaps[gaps > max(GAP_M, 5 * float(np.median(gaps)))]
    if len(wide):
        report.append(
            f"{counted(len(wide), 'stretch', 'stretches')} of {wide.sum() / 1000:.1f} km in all "
            "without elevation taken as straight"
        )


def _spikes(at: Floats, height: Floats) -> Flags:
    """Which heights stand alone, farther off the middle of the seven around them than a road goes."""
    if len(height) < 7:
        return np.zeros(len(height), dtype=bool)
    around = np.lib.stride_tricks.sliding_window_view(np.pad(height, 3, mode="edge"), 7)
    middle = np.median(around, axis=1)
    spread = np.median(np.abs(around - middle[:, None]), axis=1)
    least = max(SPIKE_M, STEEPEST_ROAD * float(np.median(np.diff(at))))
    return np.asarray(np.abs(height - middle) > np.maximum(least, 6 * spread))


def _noise(at: Floats, height: Floats) -> float:
    """The standard deviation of the noise in m, after how far points lie from the curve of their neighbours.

    The curve is the polynomial through four points on each side (Lagrange): it follows a hill of any length
    over some five points, and leaves what goes up and down from point to point. The median holds against
    edges of the road itself (Hampel, J. Am. Stat. Assoc. 69, 1974).
    """
    beside = min(_BESIDE, (len(at) - 1) // 2)
    if beside < 2:
        return 0.0
    places = np.arange(beside, len(at) - beside)[:, None]
    offsets = np.array([offset for offset in range(-beside, beside + 1) if offset])
    away, heights = at[places + offsets] - at[places], height[places + offsets]
    weights = np.ones_like(away)
    for of in range(len(offsets)):
        for other in range(len(offsets)):
            if other != of:
                weights[:, of] *= away[:, other] / (away[:, other] - away[:, of])
    off = height[places[:, 0]] - (weights * heights).sum(axis=1)
    scaled = off / np.sqrt(1 + (weights**2).sum(axis=1))
    return 1.4826 * float(np.median(np.abs(scaled)))


def _smoothed(
    filled: Floats, step: float, noise: float, narrowest: float, spacing: float
) -> tuple[Floats, Floats]:
    """The elevations smoothed, and how wide at each place: the standard deviation of the weights, in m.

    Of widths from the narrowest that will do upwards, the widest is taken at each place whose line still
    agrees with those of all narrower ones within their errors.
    """
    # Under normal weights of width h the height of a line varies by σ²·Δ / (2·√π·h).
    width = max(narrowest, step / 2)
    widths, lines = [width], [_local_lines(filled, width / step)]
    low, high = np.full(len(filled), -np.inf), np.full(len(filled), np.inf)
    agrees, level = np.ones(len(filled), dtype=bool), np.zeros(len(filled))
    at = np.arange(len(filled))
    at_end = np.minimum(at, at[::-1])
    while noise > 0:
        # With neighbours on one side only, it varies four times as much.
        one_sided = 1 + np.exp(-((at_end * step / width) ** 2))
        error = AGREES * noise * math.sqrt(spacing / (2 * math.sqrt(math.pi) * width)) * one_sided
        low, high = np.maximum(low, lines[-1] - error), np.minimum(high, lines[-1] + error)
        agrees &= low <= high
        level += agrees if len(lines) > 1 else 0
        if width * WIDENING > WIDEST_M or not agrees.any():
            break
        width *= WIDENING
        widths.append(width)
        lines.append(_local_lines(filled, width / step))
    # The width changes gradually along the road, so that no step is left where it does.
    level = np.clip(_local_means(level, max(widths[0], spacing) / step), 0, len(lines) - 1)
    below = np.minimum(level.astype(int), max(len(lines) - 2, 0))
    part = level - below
    stack = np.array(lines)
    smooth = (1 - part) * stack[below, at] + part * stack[np.minimum(below + 1, len(lines) - 1), at]
    return smooth, widths[0] * WIDENING**level


def _smoothing_words(width: Floats, noise: float) -> str:
    over = sorted({round(2.35 * float(edge), -1) for edge in (width.min(), width.max())})
    words = f"elevation smoothed over {' to '.join(f'{each:.0f}' for each in over)} m"
    return words + (f"; its noise was ±{noise:.1f} m" if noise >= 0.05 else "")


def _moment(series: Floats, width: float, power: int) -> Floats:
    """At each place the sum of its neighbours under normal weights of a width in places, times the power of
    how many places away each is.
    """
    reach = min(max(int(4 * width), 1), len(series) - 1)
    offset = np.arange(-reach, reach + 1)
    # np.convolve turns the weights round: they are even, odd powers change sign.
    weight = np.exp(-0.5 * (offset / width) ** 2) * (-offset.astype(float)) ** power
    return np.convolve(series, weight, mode="full")[reach : reach + len(series)]


def _local_means(values: Floats, width: float) -> Floats:
    mean: Floats = _moment(values, width, 0) / _moment(np.ones(len(values)), width, 0)
    return mean


def _local_lines(values: Floats, width: float) -> Floats:
    """At each place the line fitted to its neighbourhood, under normal weights of a width in places."""
    ones = np.ones(len(values))
    s0, s1, s2 = (_moment(ones, width, power) for power in (0, 1, 2))
    t0, t1 = _moment(values, width, 0), _moment(values, width, 1)
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
