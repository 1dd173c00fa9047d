"""Whether a chain fits a pairing: how many links, where the axle sits, and how much slack is left."""

import math
from dataclasses import dataclass

from kettledrum.core.chains.loop import (
    CHAIN_PITCH_MM,
    centre_for,
    chain_radius_mm,
    loop_pitches,
    play_mm,
    run_angle,
)
from kettledrum.core.parts.frame import Frame
from kettledrum.core.terms.check import RANK, State

WORN = 1.005
"""A chain is replaced when it has grown by half a percent: on sprockets of its own it then rides higher too,
so that the whole loop has grown by as much."""
TAUT_MM = 0.2
"""A new chain may be so much short of an axle that does not move: that much it beds in."""
FITS_MM, LOOSE_MM = 25.0, 40.0
"""Up and down movement of the slack run in its middle, to which a chain sits well, and beyond which it may
come off. The trade’s rule of thumb is 10 to 20 mm where the axle can be set."""


@dataclass(slots=True)
class ChainFit:
    """A chain on a pairing.

    `links` for an axle at `centre_mm`; with a `half_link` their number is odd. On an axle that does not move,
    `error_mm` is how much farther back it would have to sit, and `play_mm` how far the slack run moves up and
    down in its middle, `worn_play_mm` with a worn chain; null where the axle is set or a tensioner holds it.
    `room_mm` is how much farther back it can be set, null where it cannot. All but the state null where
    nothing is known of the frame.
    """

    state: State
    what: str
    links: int | None = None
    centre_mm: float | None = None
    half_link: bool = False
    error_mm: float | None = None
    play_mm: float | None = None
    worn_play_mm: float | None = None
    room_mm: float | None = None


_NOT_KNOWN = ChainFit(
    "not known", "the chainstay length is missing: measure from the bottom bracket’s middle to the axle’s"
)


def chain_fit(
    front: int, rear: int, frame: Frame | None, *, tensioner: bool = False, mounted: int | None = None
) -> ChainFit:
    """The chain of the fewest links that fits, of whole links if that can be, else with one half link.

    With `mounted` links, just that chain.
    """
    reach = frame.reach_mm if frame else None
    if reach is None:
        return _NOT_KNOWN
    radii = chain_radius_mm(front), chain_radius_mm(rear)
    shortest, longest = reach
    if shortest <= radii[0] + radii[1]:
        return ChainFit(
            "fails",
            f"{front} and {rear} teeth run into each other: their circles are {radii[0] + radii[1]:.0f} mm, "
            f"the axles {shortest:g} mm apart",
        )
    least = loop_pitches(front, rear, shortest - TAUT_MM, CHAIN_PITCH_MM, radii)
    fewest = math.ceil(least - 1e-9)

    def fit(links: int) -> ChainFit:
        near = shortest + (links - least) * CHAIN_PITCH_MM / 2
        centre = centre_for(front, rear, links, CHAIN_PITCH_MM, radii, near)
        # The axles are farther apart than the sprockets’ circles, and so is what fits them.
        assert centre is not None
        if tensioner:
            return ChainFit("holds", "a tensioner takes up the slack", links, centre)
        return _set(links, centre, longest) if longest > shortest else _fixed(links, centre, shortest, radii)

    if mounted is not None:
        return fit(mounted) if mounted >= fewest else _too_short(mounted, least)
    whole = fit(fewest + fewest % 2)
    if whole.state == "holds":
        return whole
    # A half link is worth it only where the chain does not sit with whole ones.
    half = fit(fewest + 1 - fewest % 2)
    return half if RANK[half.state] < RANK[whole.state] else whole


def _too_short(links: int, least: float) -> ChainFit:
    """A chain with less than no slack: it does not close round the sprockets."""
    missing = (least - links) * CHAIN_PITCH_MM
    return ChainFit("fails", f"a chain of {links} links is {missing:.1f} mm too short to close", links)


def _set(links: int, centre: float, longest: float) -> ChainFit:
    """On an axle that is set: it must lie within its way and leave room for wear."""
    room = longest - centre
    odd = bool(links % 2)
    name = f"{links} links" + (" with a half link" if odd else "")
    if room < 0:
        what = f"{name} want the axle {-room:.1f} mm farther back than it goes"
        return ChainFit("fails", what, links, centre, odd)
    if room < centre * (WORN - 1):
        what = f"{name} leave {room:.1f} mm, less than wear takes up"
        return ChainFit("tight", what, links, centre, odd, room_mm=room)
    return ChainFit("holds", f"{name}, axle at {centre:.1f} mm", links, centre, odd, room_mm=room)


def _fixed(links: int, centre: float, stay: float, radii: tuple[float, float]) -> ChainFit:
    """On an axle that does not move."""
    odd = bool(links % 2)
    error = centre - stay
    angle = run_angle(stay, radii)
    run = stay * math.cos(angle)

    def play(centre_mm: float) -> float:
        return play_mm(run, max(2 * math.cos(angle) * (centre_mm - stay), 0.0))

    new, worn = play(centre), play(centre * WORN)
    state: State = "holds" if new <= FITS_MM else "tight" if new <= LOOSE_MM else "fails"
    name = f"{links} links" + (" with a half link" if odd else "")
    told = {
        "holds": f"{name} fit without a tensioner, {error:+.2f} mm",
        "tight": f"{name} hang {error:.2f} mm too long: {new:.0f} mm of play",
        "fails": f"{name} hang {error:.2f} mm too long: {new:.0f} mm of play, it may come off",
    }[state]
    return ChainFit(state, told, links, centre, odd, error, new, worn)
