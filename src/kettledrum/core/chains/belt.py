"""Whether a belt of those that exist fits a pairing."""

import math
from bisect import bisect_left
from collections.abc import Sequence
from dataclasses import dataclass

from kettledrum.core.chains.loop import belt_radius_mm, centre_for, loop_pitches, run_angle, wrapped
from kettledrum.core.parts.frame import Frame
from kettledrum.core.terms.check import State

SNUG_MM = 0.25
"""A belt must sit on an axle that does not move within so much; it neither stretches nor beds in."""
FEWEST_IN_MESH = 6
"""With fewer teeth in mesh a toothed belt drive’s load is reckoned down (ISO 5295, teeth in mesh factor)."""


@dataclass(slots=True)
class BeltFit:
    """A belt on a pairing: its length in `teeth`, the axle at `centre_mm`, teeth in mesh front and rear.

    `pull_n` is what the hardest push pulls it with, `smallest_front` the fewest teeth in front with which the
    pull stays within what is allowed, null where that is not stated. `room_mm` is how much farther back the
    axle can be set.
    """

    state: State
    what: str
    teeth: int | None = None
    centre_mm: float | None = None
    mesh: tuple[float, float] | None = None
    room_mm: float | None = None
    pull_n: float | None = None
    smallest_front: int | None = None


def belt_fit(front: int, rear: int, frame: Frame | None, pitch_mm: float, lengths: Sequence[int]) -> BeltFit:
    """The shortest belt of those that exist with which the axle lies within its way."""
    reach = frame.reach_mm if frame else None
    if reach is None:
        return BeltFit(
            "not known",
            "the chainstay length is missing: measure from the bottom bracket’s middle to the axle’s",
        )
    radii = belt_radius_mm(front, pitch_mm), belt_radius_mm(rear, pitch_mm)
    shortest, longest = reach
    if shortest <= radii[0] + radii[1]:
        return BeltFit("fails", f"{front} and {rear} teeth run into each other {shortest:g} mm apart")
    # Only the longest belt that is too short and the shortest that is long enough can be the nearest.
    known = sorted(set(lengths))
    long = bisect_left(known, loop_pitches(front, rear, shortest, pitch_mm, radii) - 1e-9)
    centres = {
        length: centre
        for length in known[max(long - 1, 0) : long + 1]
        if (centre := centre_for(front, rear, length, pitch_mm, radii)) is not None
    }
    if not centres:
        return BeltFit("fails", "no belt on the list goes round these sprockets")
    length = min(centres, key=lambda each: (_off(centres[each], shortest, longest), centres[each]))
    centre = centres[length]
    off = _off(centre, shortest, longest)
    angle = run_angle(centre, radii)
    mesh = wrapped(front, -angle), wrapped(rear, angle)
    state: State
    if off > SNUG_MM:
        side = "farther back" if centre > longest else "farther forward"
        state, what = (
            "fails",
            f"the nearest belt, {length} teeth, wants the axle {off:.1f} mm {side} than it goes",
        )
    elif min(mesh) < FEWEST_IN_MESH:
        state, what = "tight", f"only {min(mesh):.1f} teeth are in mesh"
    elif off > 0 or longest == shortest:
        state = "tight"
        what = f"{length} teeth sit within {abs(centre - shortest):.2f} mm, and nothing sets the tension"
    else:
        state, what = "holds", f"{length} teeth, axle at {centre:.1f} mm"
    return BeltFit(state, what, length, centre, mesh, max(longest - centre, 0.0))


def _off(centre: float, shortest: float, longest: float) -> float:
    return max(shortest - centre, centre - longest, 0.0)


def belt_pull_n(torque_nm: float, front: int, pitch_mm: float) -> float:
    """The pull of a torque at the front sprocket: F = T / r."""
    return torque_nm / (belt_radius_mm(front, pitch_mm) / 1000)


def smallest_front(torque_nm: float, pull_max_n: float, pitch_mm: float) -> int:
    """The fewest front teeth that keep the pull of a torque within what is allowed: z = 2π·T / (F·p)."""
    return math.ceil(2 * math.pi * torque_nm * 1000 / (pull_max_n * pitch_mm) - 1e-9)
