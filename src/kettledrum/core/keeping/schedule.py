"""When the tasks of a setup fall due over some years of even riding."""

import math
from dataclasses import dataclass

import numpy as np

from kettledrum.core.parts.names import part_names
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.upkeep import Task
from kettledrum.core.physics.arrays import Floats

AT_THE_END = 1e-9
"""What falls due within this share of the end falls on it, and so no more within the years."""


@dataclass(frozen=True, slots=True)
class Due:
    """A task of a part, with the months from one time to the next: with its typical life, its longest and
    its shortest. Infinite for what no kilometres or months make due.
    """

    part: str
    task: Task
    every: float
    longest: float
    shortest: float


def upkeep(setup: Setup, km_a_month: float) -> list[Due]:
    """All tasks of a setup, each due at the first of its kilometres and its months."""
    return [
        Due(name, task, *_between(task, km_a_month))
        for name, part in part_names(setup)
        for task in part.care or []
    ]


def _between(task: Task, km_a_month: float) -> tuple[float, float, float]:
    by_time = math.inf if task.every_months is None else task.every_months
    life = task.life
    if life is None or km_a_month == 0:
        return by_time, by_time, by_time
    typical, longest, shortest = (min(km / km_a_month, by_time) for km in (life.typical, life.high, life.low))
    return typical, longest, shortest


def times_due(every: float, months: float) -> int:
    """How often something falls due at 1, 2, 3 … times `every` months, before the end of so many `months`."""
    if math.isinf(every):
        return 0
    return max(math.ceil(months / every * (1 - AT_THE_END)) - 1, 0)


def all_times_due(every: Floats, months: float) -> Floats:
    """`times_due` of many at once."""
    with np.errstate(divide="ignore"):
        times = np.ceil(months / every * (1 - AT_THE_END)) - 1
    return np.asarray(np.maximum(times, 0.0))


def due_at(every: float, months: float) -> Floats:
    """The months at which it falls due."""
    return np.arange(1.0, times_due(every, months) + 1.0) * every
