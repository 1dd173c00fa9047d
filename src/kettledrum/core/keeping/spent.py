"""What has been spent when: steps at what falls due, and a slope for energy."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from kettledrum.core.keeping.schedule import times_due
from kettledrum.core.physics.arrays import Floats

EVEN = 1e-9
"""Times that differ by a smaller share are one time, amounts one amount."""

MOST_STEPS = 20_000
"""With more things due than these to a setup, their times are not listed."""


@dataclass(frozen=True)
class Spent:
    """Money spent on a setup over so many months: at first, a month, and `each` time that something falls
    due, which is `every` so many months, before the end, `most` so often.
    """

    months: int
    at_first: float
    a_month: float
    each: Floats
    every: Floats
    most: Floats | float = math.inf
    often: Floats | None = None
    """How often each falls due in all, where that is known already."""

    @cached_property
    def times(self) -> Floats:
        """How often each falls due in all."""
        return times_due(self.every, self.months, self.most) if self.often is None else self.often

    def by(self, at: Floats) -> Floats:
        """What has been spent by some months, what falls due right then included."""
        done = np.multiply.outer(at * (1 + EVEN), 1.0 / self.every)
        np.minimum(np.floor(done, out=done), self.times, out=done)
        return np.asarray(self.at_first + done @ self.each + self.a_month * at)


def done_before(at: Floats, every: Floats, times: Floats) -> Floats:
    """How often what is due `every` so many months, in all so many `times`, was done before some months: of
    shape (months, tasks).
    """
    done = np.multiply.outer(at * (1 - EVEN), 1.0 / every)
    np.ceil(done, out=done)
    done -= 1
    return np.minimum(np.maximum(done, 0.0, out=done), times, out=done)


def by_months(spent: Sequence[Spent]) -> Floats:
    """What has been spent on each of some setups, of as many months, by the end of each month from 0 on."""
    months = spent[0].months
    counts = np.concatenate([one.times for one in spent]).astype(int)
    total = int(counts.sum())
    if total > MOST_STEPS * len(spent):
        return np.array([one.by(np.arange(months + 1.0)) for one in spent])
    every, each = (
        np.concatenate(of_all) for of_all in zip(*((one.every, one.each) for one in spent), strict=True)
    )
    width = months + 1
    row = np.repeat(np.arange(len(spent)) * float(width), [len(one.each) for one in spent])
    # In place, since memory anew takes longer than the sums.
    place = np.arange(1.0, total + 1)
    place -= np.repeat(np.cumsum(counts) - counts, counts)
    place *= np.repeat(every * (1 - EVEN), counts)
    np.ceil(place, out=place)
    place += np.repeat(row, counts)
    due = np.bincount(place.astype(np.int32), np.repeat(each, counts), len(spent) * width)
    steps = due.astype(float).reshape(-1, width)
    steps[:, 0] += [one.at_first for one in spent]
    steps[:, 1:] += np.array([one.a_month for one in spent])[:, None]
    return np.asarray(np.cumsum(steps, axis=1))
