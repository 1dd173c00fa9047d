"""What a rear hub without gears must take: another cassette where it stays, a rotor where it is new."""

from collections.abc import Iterator, Sequence

from kettledrum.core.change.things import PLAIN_HUBS, Thing
from kettledrum.core.parts.frame import Frame

SMALLEST_ON_OLD = 11
"""A cassette that begins with fewer teeth wants a narrower body than those that begin with so many."""


def hub_body(off: Sequence[Thing], on: Sequence[Thing], kept: Sequence[Thing]) -> Iterator[str]:
    """Whether a rear hub that stays takes the new cassette: what has as many sprockets, and as small a first
    one, sits where the old one sat.
    """
    if any(thing.kind == "hub" and thing.key == PLAIN_HUBS[True] for thing in kept):
        old, new = (next((each for each in of if _is_cassette(each)), None) for of in (off, on))
        if old is not None and new is not None and _sits_as(old) != _sits_as(new):
            yield f"Whether the rear hub takes a {new.name}: which body it has, and whether its maker says so"


def plain_hub_rotor(on: Sequence[Thing], frame: Frame | None) -> Iterator[str]:
    """Which rotor a new hub without gears takes, in a frame with a disc brake."""
    if frame is not None and frame.brake == "disc":
        plain = (thing.name for thing in on if thing.kind == "hub" and thing.key in PLAIN_HUBS)
        yield from (f"Whether the {name} takes a rotor, and which" for name in plain)


def _is_cassette(thing: Thing) -> bool:
    """Several sprockets in the rear wheel, not on a shaft before it."""
    at_wheel = isinstance(thing.key, tuple) and thing.key[0] == 0
    return thing.kind == "sprockets" and at_wheel and len(_teeth_of(thing)) > 1


def _teeth_of(thing: Thing) -> tuple[int, ...]:
    assert isinstance(thing.key, tuple)
    return tuple(thing.key[2])


def _sits_as(cassette: Thing) -> tuple[int, bool]:
    teeth = _teeth_of(cassette)
    return len(teeth), min(teeth) < SMALLEST_ON_OLD
