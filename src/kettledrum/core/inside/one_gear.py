"""One gear of the mechanism inside a case."""

from typing import NamedTuple


class Inside(NamedTuple):
    """A gear as it comes about inside.

    `ratio` in output turns for one input turn; `how` in words or teeth ("30 ÷ 34 × 20 ÷ 44", "up, direct");
    `setting` is what each train or set stands in: a shift between two gears moves those that differ.
    """

    ratio: float
    how: str
    setting: tuple[int, ...]
