"""Chains that stay in a change and must have another number of links: which they are, and what that takes."""

from collections.abc import Iterator, Sequence

from kettledrum.core.change.loops import Loop
from kettledrum.core.change.plan_result import ToBuy
from kettledrum.core.change.things import Thing
from kettledrum.core.terms.in_words import counted


def relinked(kept: Sequence[Thing], before: Sequence[Loop], after: Sequence[Loop]) -> dict[Loop, int]:
    """The chains that stay and must have another number of links: by how many more."""
    stays = {thing.key[0] for thing in kept if thing.kind == "chain" and isinstance(thing.key, tuple)}
    was = {loop.place: loop.links for loop in before}
    found = {}
    for loop in after:
        links = was.get(loop.place)
        if loop.place in stays and loop.links is not None and links is not None and loop.links != links:
            found[loop] = loop.links - links
    return found


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
