"""What a tour takes along for the upkeep of a bicycle, as its tasks say."""

from collections.abc import Iterable, Sequence

from kettledrum.core.parts.names import part_names
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.upkeep import TakenAlong, Task


def taken_along(setup: Setup) -> list[TakenAlong]:
    """Each thing once, in the order of the setup's parts."""
    return once_each(part.care for _, part in part_names(setup))


def once_each(cares: Iterable[Sequence[Task] | None]) -> list[TakenAlong]:
    """What tasks of several parts take along; what is called the same is taken along once, the heaviest."""
    found: dict[str, TakenAlong] = {}
    for care in cares:
        for task in care or []:
            if task.carry is None:
                continue
            before = found.get(task.carry.what)
            if before is None or (task.carry.mass_kg or 0.0) > (before.mass_kg or 0.0):
                found[task.carry.what] = task.carry
    return list(found.values())
