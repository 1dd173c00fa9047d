"""When the tasks of a setup fall due over some years of even riding."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from kettledrum.core.parts.names import PartOfSetup
from kettledrum.core.parts.upkeep import Task
from kettledrum.core.physics.arrays import Floats

AT_THE_END = 1e-9
"""What falls due within this share of the end falls on it, and so no more within the years."""


@dataclass(frozen=True, slots=True)
class Schedule:
    """All tasks of a setup with the parts they are of, and arrays of one figure a task: `cost` of material,
    `hours` of work, `days` without the bicycle, 1 for `own` work and 0 for that of a workshop.

    `every` is so many months from one time to the next, (3, tasks): with the typical life, the longest and
    the shortest; infinite for what no kilometres or months make due. `most` is how often at most each is
    done: once, or infinitely often.
    """

    parts: list[str]
    tasks: list[Task]
    cost: Floats
    hours: Floats
    days: Floats
    own: Floats
    every: Floats
    most: Floats


@dataclass(frozen=True, slots=True)
class Upkeep:
    """All tasks of a setup with the parts they are of, however much is ridden; `figures` is (9, tasks)."""

    parts: list[str]
    tasks: list[Task]
    figures: Floats

    @classmethod
    def of(cls, parts: Sequence[tuple[str, PartOfSetup]]) -> "Upkeep":
        """The tasks of some parts."""
        of = [name for name, part in parts for _ in part.care or ()]
        tasks = [task for _, part in parts for task in part.care or ()]
        # Figure by figure, since that is read fastest.
        rows = [
            [task.cost for task in tasks],
            [task.minutes / 60 for task in tasks],
            [task.away_days for task in tasks],
            [task.by == "owner" for task in tasks],
            [1.0 if task.once else math.inf for task in tasks],
            [math.inf if task.every_months is None else task.every_months for task in tasks],
            *zip(*[_lives(task) for task in tasks], strict=True),
        ]
        return cls(of, tasks, np.array(rows, dtype=np.float64) if tasks else np.zeros((9, 0)))

    def due(self, km_a_month: float) -> Schedule:
        """Each due at the first of its kilometres and its months."""
        cost, hours, days, own, most, months = self.figures[:6]
        lives = self.figures[6:]
        by_way = lives / km_a_month if km_a_month > 0 else np.full_like(lives, math.inf)
        return Schedule(self.parts, self.tasks, cost, hours, days, own, np.minimum(by_way, months), most)


_NUMBER = (float, int)


def _lives(task: Task) -> tuple[float, float, float]:
    """The typical life of what a task is done to, the longest and the shortest, in km."""
    km = task.every_km
    if km is None:
        return math.inf, math.inf, math.inf
    # Whether it is a number, since to ask a model’s class takes longer than all the rest.
    return (km, km, km) if isinstance(km, _NUMBER) else (km.typical, km.high, km.low)


def times_due(every: Floats, months: float, most: Floats | float = math.inf) -> Floats:
    """How often each falls due at 1, 2, 3 … times `every` months, before the end of so many `months`; at most
    so often.
    """
    return np.asarray(np.minimum(np.maximum(np.ceil(months / every * (1 - AT_THE_END)) - 1, 0.0), most))


def due_at(every: float, times: float) -> Floats:
    """The months at which it falls due so often."""
    return np.arange(1.0, times + 1.0) * every
