"""What has been spent when: steps at what falls due, and a slope for energy."""

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from kettledrum.core.keeping.schedule import all_times_due
from kettledrum.core.physics.arrays import Floats

EVEN = 1e-9
"""Times that differ by a smaller share are one time, amounts one amount."""

MOST_STEPS = 20_000
"""With more things due than these, their times are not listed."""


@dataclass(frozen=True)
class Spent:
    """Money spent on a setup over so many months: at first, a month, and `each` time that something falls
    due, which is `every` so many months, before the end.
    """

    months: int
    at_first: float
    a_month: float
    each: Floats
    every: Floats

    @cached_property
    def times(self) -> Floats:
        """How often each falls due in all."""
        return all_times_due(self.every, self.months)

    @cached_property
    def a_step(self) -> Floats:
        """How often each falls due in a month."""
        return np.asarray(1.0 / self.every)

    @cached_property
    def by_month(self) -> Floats:
        """What has been spent by the end of each month, from 0 on."""
        counts = self.times.astype(int)
        total = int(counts.sum())
        if total > MOST_STEPS:
            return self.by(np.arange(self.months + 1.0))
        of = np.repeat(np.arange(len(counts)), counts)
        number = np.arange(1.0, total + 1) - np.repeat(np.cumsum(counts) - counts, counts)
        month = np.ceil(number * self.every[of] * (1 - EVEN)).astype(int)
        spent = np.bincount(month, self.each[of], self.months + 1).astype(float)
        spent[0] += self.at_first
        spent[1:] += self.a_month
        return np.asarray(np.cumsum(spent))

    def by(self, at: Floats) -> Floats:
        """What has been spent by some months, what falls due right then included."""
        done = np.multiply.outer(at * (1 + EVEN), self.a_step)
        np.minimum(np.floor(done, out=done), self.times, out=done)
        return np.asarray(self.at_first + done @ self.each + self.a_month * at)

    def before(self, at: Floats) -> Floats:
        """What has been spent before some months: what falls due right then is not in it."""
        done = np.ceil(np.multiply.outer(at * (1 - EVEN), self.a_step)) - 1
        done = np.clip(done, 0, self.times)
        return np.asarray(self.at_first + done @ self.each + self.a_month * at)
