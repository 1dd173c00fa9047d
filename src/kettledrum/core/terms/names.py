"""Names that must differ from others."""

from collections.abc import Collection

from kettledrum.core.terms.quantities import NAME_LENGTH


def free_name(name: str, taken: Collection[str]) -> str:
    """The name itself or, where it is taken, the same with the first number that is free behind it."""
    free, number = name, 1
    while free in taken:
        number += 1
        ending = f" {number}"
        free = name[: NAME_LENGTH - len(ending)].rstrip() + ending
    return free
