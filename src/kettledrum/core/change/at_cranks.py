"""What the cranks sit on: a bottom bracket, the case of a gearbox, or a motor in its place."""

from collections.abc import Iterator, Sequence

from kettledrum.core.change.things import BOTTOM_BRACKET, Thing
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.in_words import quoted


def cranks_move(off: Sequence[Thing], on: Sequence[Thing]) -> bool:
    """Whether what the cranks sit on is another: they must come off for it, also where they are the same."""
    return any(thing.holds == "cranks" for thing in (*off, *on))


def axle_asked(on: Sequence[Thing], to: Setup, shell: str | None) -> Iterator[str]:
    """Whether the cranks go with what they are to sit on, which nothing tells."""
    cranks = f"the cranks of {to.cranks.length_mm:g} mm"
    for thing in on:
        if thing == BOTTOM_BRACKET:
            in_shell = f" “{shell}”" if shell else ""
            yield f"Which bottom bracket {cranks} take, in the frame’s shell{in_shell}"
        elif thing.holds == "cranks":
            yield f"Whether {cranks} fit the axle of {quoted(thing.name)}"
