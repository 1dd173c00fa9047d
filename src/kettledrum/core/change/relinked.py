"""Chains and belts of a change that must be of another length: which they are, and what that takes."""

from collections.abc import Iterator, Sequence

from kettledrum.core.change.loops import Loop
from kettledrum.core.change.plan_result import ToBuy
from kettledrum.core.change.things import Thing
from kettledrum.core.terms.in_words import counted


def relinked(kept: Sequence[Thing], before: Sequence[Loop], after: Sequence[Loop]) -> dict[Loop, int]:
    """The chains and belts that stay and must be of another length: by how many links or teeth more."""
    stays = {
        thing.key[0] for thing in kept if thing.kind in ("chain", "belt") and isinstance(thing.key, tuple)
    }
    was = {loop.place: loop.links for loop in before}
    found = {}
    for loop in after:
        links = was.get(loop.place)
        if loop.place in stays and loop.links is not None and links is not None and loop.links != links:
            found[loop] = loop.links - links
    return found


def other_belts(kept: Sequence[Thing], before: Sequence[Loop], after: Sequence[Loop]) -> list[Thing]:
    """The belts among what stays that must be of another length: nobody cuts or lengthens one."""
    places = {loop.place for loop in relinked(kept, before, after)}
    return [
        thing
        for thing in kept
        if thing.kind == "belt" and isinstance(thing.key, tuple) and thing.key[0] in places
    ]


def called(loop: Loop, count: int) -> str:
    """A chain or belt, and of several which."""
    if count == 1:
        return loop.drive
    if loop.place == 0:
        return f"{loop.drive} to the wheel"
    return f"{loop.drive} from the cranks" if loop.place == count - 1 else f"{loop.drive} in the middle"


def links_to_buy(changed: dict[Loop, int], count: int) -> Iterator[ToBuy]:
    """What lengthens the chains that are too short, of so many in all."""
    for loop, more in changed.items():
        if more > 0:
            name, links = called(loop, count), counted(more, "link")
            yield ToBuy(f"{links} for the {name}, of its own kind, or a new one of {loop.links}", None)
