"""What a receiver got wrong on a track: places without a fix, points thrown away, elevations fallen to 0."""

from dataclasses import replace
from itertools import pairwise

import numpy as np

from kettledrum.core.physics.arrays import Flags, Floats
from kettledrum.core.roads.track import Track, counted, steps_m

THROWN_M = 1_000.0
"""No point is thrown away that lies nearer than this to the one before. Ours."""
THROWN_STEPS = 30
"""Nor one nearer than so many usual steps. Ours."""
MOST_THROWN = 30
"""More points in a row than this were somewhere else, and not thrown there. Ours."""
COMES_BACK = 0.2
"""Thrown points are left and come back to within this share of how far they were thrown. Ours."""
ENDS_M = 20_000.0
"""At the ends, where nothing comes back, points are thrown that lie farther off than this. Ours."""
MOST_AT_END = 3
NULL_ISLAND_M = 1_000.0
"""Latitude 0 and longitude 0 mean that there was no fix, unless the road runs this near to there."""
DROP_M = 12.0
"""An elevation falls to 0 by more than this, several times a receiver's usual noise. Ours."""
DROP_GRADE, DROP_GRADE_AT_END = 0.25, 0.5
"""As a grade: where it comes back up as well, and where it stands at an end of the road. Ours."""
MOST_DROPPED = 0.5
"""Where more of the elevations are 0, they are what is known and not the others. Ours."""


def without_slips(track: Track, report: list[str]) -> Track:
    """The track without points that no receiver was at; what was left out is told in `report`."""
    if not len(track.latitude):
        return track
    return _without_thrown(_without_no_fix(track, report), report)


def _without_no_fix(track: Track, report: list[str]) -> Track:
    nowhere = (track.latitude == 0) & (track.longitude == 0)
    if not nowhere.any() or nowhere.all():
        return track
    degrees = NULL_ISLAND_M / 111_000
    elsewhere = np.abs(track.latitude[~nowhere]) + np.abs(track.longitude[~nowhere])
    if elsewhere.min() < degrees:
        return track
    report.append(
        f"{counted(int(nowhere.sum()), 'point')} at latitude 0, longitude 0, where there was no fix, left out"
    )
    return _kept(track, ~nowhere)


def _without_thrown(track: Track, report: list[str]) -> Track:
    count = len(track.latitude)
    if count < 2 * MOST_AT_END:
        return track
    steps = steps_m(track.latitude, track.longitude)
    usual = float(np.median(steps))
    jumps = np.flatnonzero(steps > max(THROWN_M, THROWN_STEPS * usual)).tolist()
    thrown = np.zeros(count, dtype=bool)
    far = 0.0
    for out, back in pairwise(jumps):
        if back - out > MOST_THROWN or thrown[out]:
            continue
        ends = [out, back + 1]
        [apart] = steps_m(track.latitude[ends], track.longitude[ends])
        least = min(steps[out], steps[back])
        if apart < COMES_BACK * least:
            thrown[out + 1 : back + 1] = True
            far = max(far, float(least))
    for at_end, reach in ((slice(0, MOST_AT_END), 1), (slice(count - MOST_AT_END, count), -1)):
        for place in range(*at_end.indices(count)):
            step = place if reach == 1 else place - 1
            is_far = steps[step] > max(ENDS_M, 10 * THROWN_STEPS * usual)
            if is_far and not thrown[step] and not thrown[step + 1]:
                thrown[slice(0, step + 1) if reach == 1 else slice(step + 1, count)] = True
                far = max(far, float(steps[step]))
    if not thrown.any():
        return track
    number = int(thrown.sum())
    report.append(f"{counted(number, 'point')} up to {far / 1000:.0f} km off the road left out")
    return _kept(track, ~thrown)


def _kept(track: Track, keep: Flags) -> Track:
    before = np.concatenate(([0], np.cumsum(keep)))
    return replace(
        track,
        latitude=track.latitude[keep],
        longitude=track.longitude[keep],
        elevation_m=track.elevation_m[keep],
        breaks=[int(before[place]) for place in track.breaks],
    )


def fallen_to_nought(along: Floats, elevation_m: Floats) -> Flags:
    """Which elevations are a receiver's 0 for “not known”: exactly 0, where no road falls so from one point
    to the next and rises again. Both arrays of shape (points,); elevations that are missing are NaN.
    """
    fallen = np.zeros(len(along), dtype=bool)
    known = np.flatnonzero(~np.isnan(elevation_m))
    at, height = along[known], elevation_m[known]
    nought = height == 0
    if not nought.any() or nought.mean() > MOST_DROPPED:
        return fallen
    edges = np.flatnonzero(np.diff(np.concatenate(([False], nought, [False])).astype(int)))
    for start, end in edges.reshape(-1, 2).tolist():
        # From the point before the run to its first, from its last to the point after.
        sides = [(start - 1, start)] if start > 0 else []
        sides += [(end, end - 1)] if end < len(height) else []
        least = DROP_GRADE if len(sides) == 2 else DROP_GRADE_AT_END
        drops = [
            abs(height[beside]) > max(DROP_M, least * abs(float(at[inside] - at[beside])))
            for beside, inside in sides
        ]
        if drops and all(drops):
            fallen[known[start:end]] = True
    return fallen
