"""A chain or belt round two sprockets: its length, and where the axle must sit for it."""

import math
from functools import lru_cache

CHAIN_PITCH_MM = 12.7
"""ISO 606, half an inch."""
_STEPS = 8
_SETTLED_MM = 1e-5
"""It converges by squares: the next step would be below 1e-9."""


@lru_cache(maxsize=512)
def chain_radius_mm(teeth: int, pitch_mm: float = CHAIN_PITCH_MM) -> float:
    """The pitch circle's radius of a chain sprocket: r = p / (2 sin(π/z)), ISO 606."""
    return pitch_mm / (2 * math.sin(math.pi / teeth))


def belt_radius_mm(teeth: int, pitch_mm: float) -> float:
    """The pitch circle's radius of a toothed belt’s sprocket: r = z·p / 2π."""
    return teeth * pitch_mm / (2 * math.pi)


def loop_pitches(
    front: int, rear: int, centre_mm: float, pitch_mm: float, radii_mm: tuple[float, float]
) -> float:
    """The length in pitches of the loop round sprockets of `front` and `rear` teeth, both runs straight.

    L = 2·C·cos φ / p + z₁(π − 2φ)/2π + z₂(π + 2φ)/2π with sin φ = (r₂ − r₁)/C, z₁ in front. Every arc holds
    the share of a sprocket’s teeth that it wraps. Raises ValueError where the sprockets’ circles do not clear
    each other, since then there is no such loop.
    """
    first, second = radii_mm
    if centre_mm <= abs(second - first):
        raise ValueError("the axles are closer together than the sprockets allow")
    apart = second - first
    straight = math.sqrt(centre_mm * centre_mm - apart * apart)
    return (
        2 * straight / pitch_mm + (front + rear) / 2 + math.asin(apart / centre_mm) * (rear - front) / math.pi
    )


def wrapped(teeth: int, angle: float) -> float:
    """The teeth in mesh of a sprocket whose runs open by `angle` radians to either side."""
    return teeth * (math.pi + 2 * angle) / (2 * math.pi)


def run_angle(centre_mm: float, radii_mm: tuple[float, float]) -> float:
    """The angle φ in radians between a straight run and the line of the axles."""
    first, second = radii_mm
    return math.asin((second - first) / centre_mm)


def centre_for(
    front: int,
    rear: int,
    pitches: float,
    pitch_mm: float,
    radii_mm: tuple[float, float],
    near_mm: float | None = None,
) -> float | None:
    """The distance of the axles in mm at which the loop has just so many pitches; None where none has.

    By Newton’s method: the length grows by 2·cos φ / p a mm, the arcs’ changes cancelling out. `near_mm` is
    where to begin, by default where both runs would be straight along the axles.
    """
    first, second = radii_mm
    least = abs(second - first)
    centre = near_mm or max((pitches - (front + rear) / 2) * pitch_mm / 2, least + 1.0)
    for _ in range(_STEPS):
        off = loop_pitches(front, rear, centre, pitch_mm, radii_mm) - pitches
        # Where the circles almost touch inside each other, a step is kept from running away.
        cosine = math.sqrt(max(1 - (least / centre) ** 2, 1e-6))
        step = off * pitch_mm / (2 * cosine)
        centre -= step
        if centre <= least:
            return None
        if abs(step) < _SETTLED_MM:
            break
    # Sprockets that touch leave no room for a chain either.
    return centre if centre > first + second else None


def play_mm(run_mm: float, slack_mm: float) -> float:
    """How far the slack run moves up and down in its middle, in all, with so much too long a loop.

    The other run is taut, so that all of the excess lies in this one: it makes a triangle of two sides of
    half its length each, whose height is √((s + Δ)²/4 − s²/4); twice that is the movement.
    """
    return math.sqrt(max((run_mm + slack_mm) ** 2 - run_mm**2, 0.0))
