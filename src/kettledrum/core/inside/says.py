"""Whether a hub or gearbox can be put together, and what gears it has, in sentences."""

from collections.abc import Sequence
from itertools import pairwise

from kettledrum.core.terms.check import Check
from kettledrum.core.terms.in_words import counted, listed, percent


def inside_says(ratios: Sequence[float], checks: Sequence[Check]) -> str:
    """How many gears there are, over which range and in which steps; and what keeps it from running.

    `ratios` from the lowest up.
    """
    if not ratios:
        return "There are no gears in it yet."
    steps = [higher / lower - 1 for lower, higher in pairwise(ratios)]
    gears = counted(len(ratios), "gear")
    if steps:
        low, high = percent(min(steps)), percent(max(steps))
        even = low if low == high else f"{low} to {high}"
        gears = f"{gears} over a range of {percent(ratios[-1] / ratios[0])}, in steps of {even}"
    fails = [check.what for check in checks if check.state == "fails"]
    unknown = sum(check.state == "not known" for check in checks)
    if fails:
        return f"It cannot be built so: {listed(fails[:2])}. It would have {gears}."
    if unknown:
        return f"{gears}. {counted(unknown, 'thing')} must be known before one can say that it runs."
    return f"{gears}."
