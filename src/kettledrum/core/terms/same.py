"""An object by which what was worked out from it is remembered."""

from typing import Generic, TypeVar

Held = TypeVar("Held")


class Same(Generic[Held]):
    """Stands for an object that never changes, and equals only what stands for that very object.

    To compare two setups takes longer than to work out many a thing of one. Whoever remembers by this holds
    the object, so that no other can come to lie in its place.
    """

    __slots__ = ("it",)

    def __init__(self, it: Held) -> None:
        self.it = it

    def __hash__(self) -> int:
        return id(self.it)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and self.it is other.it
