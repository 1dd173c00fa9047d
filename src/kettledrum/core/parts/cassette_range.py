"""A cassette named by its two ends, as advertisements do: 11–46 is twelve sprockets, and not two."""

from collections.abc import Iterable, Sequence
from itertools import pairwise

from pydantic import BaseModel

from kettledrum.core.terms.check import Check

WIDE_STEP = 0.6
"""No two neighbours on a cassette differ by more than this share: a chain would not climb it. Ours."""
ENDS_OF_CASSETTE = "ends of a cassette"
"""The code of the check, by which a view offers what may be meant."""


class KnownCassette(BaseModel):
    """A cassette on the shelf, by its name and its teeth, the smallest first."""

    name: str
    teeth: list[int]


class CassetteRange(BaseModel):
    """What a cassette from one end to another may be: those that are known, and one of even steps."""

    known: list[KnownCassette]
    even: list[int] | None


def ends_check(rear: Sequence[int], where: str) -> Check | None:
    """Asks whether sprockets that lie far apart are the ends of a cassette; None where none do."""
    wide = [(low, high) for low, high in pairwise(sorted(rear)) if high > (1 + WIDE_STEP) * low]
    if not wide:
        return None
    low, high = wide[0]
    return Check(
        where=where,
        state="not known",
        what=f"{low} to {high} is a step of {(high / low - 1) * 100:.0f} %: "
        "are these the two ends of a cassette, and which sprockets lie between?",
        code=ENDS_OF_CASSETTE,
    )


def cassette_range(
    smallest: int, largest: int, count: int | None, shelf: Iterable[KnownCassette]
) -> CassetteRange:
    """The cassettes of a shelf with these ends, and where a `count` is given, one in even steps."""
    known = [
        KnownCassette(name=each.name, teeth=sorted(each.teeth))
        for each in shelf
        if min(each.teeth) == smallest and max(each.teeth) == largest
    ]
    return CassetteRange(known=known, even=None if count is None else even_teeth(smallest, largest, count))


def even_teeth(smallest: int, largest: int, count: int) -> list[int]:
    """So many sprockets from the smallest to the largest in steps as even as whole teeth allow.

    Fewer where there are not so many whole numbers between.
    """
    count = max(2, min(count, largest - smallest + 1))
    steps = [smallest * (largest / smallest) ** (place / (count - 1)) for place in range(count)]
    teeth = [smallest]
    # Steps grow towards the largest, so that there is always room for each that is still to come.
    for wanted in steps[1:-1]:
        teeth.append(max(round(wanted), teeth[-1] + 1))
    return [*teeth, largest]
