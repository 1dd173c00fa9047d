"""What has been spent when: steps at what falls due, and a slope for energy."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from kettledrum.core.keeping.schedule import all_times_due
from kettledrum.core.physics.arrays import Floats

MOST_STEPS = 20_000
"""With more things due than these, a setup's spending is told month by month."""
_BEFORE = 1e-6
_EVEN = 1e-9
"""Times that differ by a smaller share are one time, amounts one amount."""


@dataclass(frozen=True)
class Spent:
    """Money spent on a setup over so many months: at first, a month, and `money` at `steps`, which rise."""

    months: int
    at_first: float
    a_month: float
    steps: Floats
    money: Floats

    @classmethod
    def of(cls, at_first: float, a_month: float, each: Floats, every: Floats, months: int) -> "Spent":
        """Tasks that cost `each` every time, and fall due `every` so many months."""
        counts = all_times_due(every, months).astype(int)
        total = int(counts.sum())
        if total > MOST_STEPS:
            by_end = np.array([all_times_due(every, end) for end in range(months + 1)])
            # Just before the month is over, since what falls due with its end is the next month's.
            steps = np.arange(1.0, months + 1) - _BEFORE
            return cls(months, at_first, a_month, steps, np.diff(by_end, axis=0) @ each)
        before = np.repeat(np.cumsum(counts) - counts, counts)
        finite = np.where(counts > 0, every, 0.0)
        times = np.repeat(finite, counts) * (np.arange(total) - before + 1)
        order = np.argsort(times)
        return cls(months, at_first, a_month, times[order], np.repeat(each, counts)[order])

    @cached_property
    def by_then(self) -> Floats:
        """What has been spent with each step, at first to begin with; without what is spent a month."""
        return np.concatenate(([self.at_first], self.at_first + np.cumsum(self.money)))

    def by(self, at: Floats) -> Floats:
        """What has been spent by some months, what falls due right then included."""
        places = np.searchsorted(self.steps, at * (1 + _EVEN), side="right")
        return np.asarray(self.by_then[places] + self.a_month * at)

    def before(self, at: Floats) -> Floats:
        """What has been spent before some months: what falls due right then is not in it."""
        places = np.searchsorted(self.steps, at * (1 - _EVEN), side="left")
        return np.asarray(self.by_then[places] + self.a_month * at)


def breaks_even(dearer: Spent, other: Spent, known: tuple[float, float] | None = None) -> float | None:
    """The first month from which the one that was dearer at first stays at or below the other until the end.

    None where it does not, or was not dearer. Between two steps both rise in a line. It may be `known` that
    the dearer is above until some month, and not above from another on.
    """
    if dearer.at_first <= other.at_first:
        return None
    start, end = known or (0.0, float(dearer.months))
    steps = [
        each.steps[slice(*np.searchsorted(each.steps, (start, end * (1 - _EVEN))))]
        for each in (dearer, other)
    ]
    starts = np.unique(np.concatenate(([start], *steps)))
    ends = np.append(starts[1:], end)
    least = _EVEN * max(dearer.at_first, 1.0)
    above = dearer.by(starts) - other.by(starts)
    slope = dearer.a_month - other.a_month
    at_end = above + slope * (ends - starts)
    bad = np.flatnonzero((above > least) | (at_end > least))
    if not len(bad):
        return start
    last = int(bad[-1])
    if at_end[last] > least:
        return None if ends[last] == dearer.months else float(ends[last])
    return float(starts[last] + above[last] / -slope)


def all_that_break_even(spent: Sequence[Spent]) -> list[tuple[int, int, float]]:
    """Every pair that breaks even, the dearer first, with its month: as `breaks_even` has it of each.

    Month by month first: neither falls, so that one that has more at a month's start than another at its end
    is above it all through, and one that has no more at its end than another at its start is not above it.
    """
    if not spent:
        return []
    by = np.array([each.by(np.arange(each.months + 1.0)) for each in spent])
    found = []
    for place, dearer in enumerate(spent):
        through = by[place, :-1] > by[:, 1:] * (1 + _EVEN)
        may = by[place, 1:] > by[:, :-1]
        for number, other in enumerate(spent):
            if dearer.at_first <= other.at_first or through[number, -1]:
                continue
            above = np.flatnonzero(through[number])
            first = float(above[-1] + 1) if len(above) else 0.0
            last = max(float(np.flatnonzero(may[number])[-1] + 1), first)
            month = first if last == first else breaks_even(dearer, other, (first, last))
            if month is not None:
                found.append((place, number, month))
    return found
