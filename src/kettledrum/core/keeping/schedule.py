"""When the tasks of a setup fall due over some years of even riding."""

import math
from dataclasses import dataclass

import numpy as np

from kettledrum.core.parts.names import part_names
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.upkeep import Life, Task
from kettledrum.core.physics.arrays import Floats

AT_THE_END = 1e-9
"""What falls due within this share of the end falls on it, and so no more within the years."""
_NEVER = (math.inf, math.inf, math.inf)


@dataclass(frozen=True, slots=True)
class Schedule:
    """All tasks of a setup with the parts they are of; `every` so many months one falls due, (3, tasks) with
    the typical life, the longest and the shortest: infinite for what no kilometres or months make due.
    """

    parts: list[str]
    tasks: list[Task]
    every: Floats


def upkeep(setup: Setup, km_a_month: float) -> Schedule:
    """All tasks of a setup, each due at the first of its kilometres and its months."""
    both = [(name, task) for name, part in part_names(setup) for task in part.care or ()]
    tasks = [task for _, task in both]
    months = [math.inf if task.every_months is None else task.every_months for task in tasks]
    every = np.array([months, months, months], dtype=float)
    if km_a_month > 0 and tasks:
        every = np.minimum(every, np.array([_lives(task) for task in tasks]).T / km_a_month)
    return Schedule([name for name, _ in both], tasks, every)


def _lives(task: Task) -> tuple[float, float, float]:
    km = task.every_km
    if km is None:
        return _NEVER
    return (km.typical, km.high, km.low) if isinstance(km, Life) else (km, km, km)


def times_due(every: float, months: float) -> int:
    """How often something falls due at 1, 2, 3 … times `every` months, before the end of so many `months`."""
    if math.isinf(every):
        return 0
    return max(math.ceil(months / every * (1 - AT_THE_END)) - 1, 0)


def all_times_due(every: Floats, months: float) -> Floats:
    """`times_due` of many at once."""
    return np.asarray(np.maximum(np.ceil(months / every * (1 - AT_THE_END)) - 1, 0.0))


def due_at(every: float, months: float) -> Floats:
    """The months at which it falls due."""
    return np.arange(1.0, times_due(every, months) + 1.0) * every
