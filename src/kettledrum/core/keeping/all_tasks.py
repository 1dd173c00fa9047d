"""The tasks of several setups in one row, so that their sums are worked out for all at once."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from kettledrum.core.keeping.owned import Owned
from kettledrum.core.keeping.rates import Rates
from kettledrum.core.keeping.schedule import times_due
from kettledrum.core.keeping.spent import Spent, done_before
from kettledrum.core.physics.arrays import Floats, Places

TYPICAL, LONGEST, SHORTEST = range(3)
"""The lives of all that wears."""


@dataclass(frozen=True, slots=True)
class AllTasks:
    """Of each task which setup it is `of`, what it comes to each time in `money`, `cost` of material, `hours`
    of work, `days` without the bicycle, and 1 for `own` work: of shape (tasks,).

    With lives of each kind, of shape (3, tasks): `every` so many months it is due, so many `times` in all.
    """

    setups: Sequence[Owned]
    rate: Rates
    of: Places
    money: Floats
    cost: Floats
    hours: Floats
    days: Floats
    own: Floats
    every: Floats
    times: Floats

    @classmethod
    def to(cls, setups: Sequence[Owned], rate: Rates) -> "AllTasks":
        """All that is due on some setups, of which there is at least one."""
        due = [each.due for each in setups]
        every = np.concatenate([each.every for each in due], axis=1)
        most = np.concatenate([each.most for each in due])
        return cls(
            setups,
            rate,
            np.repeat(np.arange(len(due)), [len(each.tasks) for each in due]),
            np.concatenate([each.money(rate) for each in setups]),
            np.concatenate([each.cost for each in due]),
            np.concatenate([each.hours for each in due]),
            np.concatenate([each.days for each in due]),
            np.concatenate([each.own for each in due]),
            every,
            times_due(every, rate.months, most),
        )

    def sums(self, figures: Floats) -> list[float]:
        """The sum of a figure of each task, for each setup."""
        found: list[float] = np.bincount(self.of, figures, len(self.setups)).tolist()
        return found

    def spent(self, life: int) -> list[Spent]:
        """What is spent on each setup when, with lives of a kind."""
        ends = np.cumsum([len(each.due.tasks) for each in self.setups])[:-1]
        rows = (np.split(row, ends) for row in (self.money, self.every[life], self.times[life]))
        return [
            Spent(self.rate.months, one.purchase, one.energy, money, every, one.due.most, times)
            for one, money, every, times in zip(self.setups, *rows, strict=True)
        ]

    def by_year(self) -> list[list[float]]:
        """What has been spent on each setup before the end of each year, with typical lives."""
        at = np.arange(1.0, self.rate.years + 1) * 12
        done = done_before(at, self.every[TYPICAL], self.times[TYPICAL])
        each = np.zeros((len(self.of), len(self.setups)))
        each[np.arange(len(self.of)), self.of] = self.money
        at_first = np.array([one.purchase for one in self.setups])
        a_month = np.array([one.energy for one in self.setups])
        found: list[list[float]] = (at_first + done @ each + np.multiply.outer(at, a_month)).T.tolist()
        return found

    def unplanned(self) -> list[list[str]]:
        """The tasks of each setup that neither riding nor time makes due."""
        found: list[list[str]] = [[] for _ in self.setups]
        begins = np.searchsorted(self.of, np.arange(len(self.setups)))
        for place in np.flatnonzero(np.isinf(self.every[TYPICAL])).tolist():
            setup = int(self.of[place])
            due, at = self.setups[setup].due, place - int(begins[setup])
            found[setup].append(f"{due.tasks[at].what} ({due.parts[at]})")
        return found
