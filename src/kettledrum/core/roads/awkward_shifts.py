"""Which changes of gear on a road are awkward for the rider."""

import re
from collections.abc import Sequence

import numpy as np

from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.core.parts.stage import Stage
from kettledrum.core.physics.arrays import Flags, Floats, Places

CLIMBING = 0.03
"""On a climb steeper than this the legs push while they shift."""


def shifts(
    table: GearTable, path: Sequence[Stage], gear: Places, grade: Floats, walking: Flags
) -> tuple[int, int]:
    """How often the gear is changed along a road, and how often that is awkward.

    It is where several things move at once; where a part moves under load that its maker does not let shift
    so (of one that does not say, any gears in a case are taken to be such); and across a change that is slow
    or loud. `gear`, `grade` and `walking` are of shape (steps,).
    """
    at = np.flatnonzero(np.diff(gear)) + 1
    if not len(at):
        return 0, 0
    choices = np.array([each.choice for each in table.gears])
    before, after = choices[gear[at - 1]], choices[gear[at]]
    moved = before != after
    under_load = np.array([_shifts_under_load(stage) for stage in path])
    climbing = (grade[at] > CLIMBING) & ~walking[at]
    awkward = (moved.sum(axis=1) > 1) | ((moved & ~under_load).any(axis=1) & climbing)
    for place, stage in enumerate(path):
        for low, high in _slow_changes(stage, [option.label for option in table.stages[place].options]):
            lower = np.minimum(before[:, place], after[:, place])
            upper = np.maximum(before[:, place], after[:, place])
            awkward |= (lower <= low) & (upper >= high)
    return len(at), int(awkward.sum())


def _shifts_under_load(stage: Stage) -> bool:
    stated = stage.behaviour.shifts_under_load if stage.behaviour else None
    return stage.kind == "sprockets" if stated is None else stated


def _slow_changes(stage: Stage, labels: list[str]) -> list[tuple[int, int]]:
    """The slow changes as places of options, lower first; one that names no two gears is passed over."""
    found = []
    for change in (stage.behaviour.slow_changes if stage.behaviour else None) or []:
        names = re.split(r"\s*[-–/]\s*", change)
        if len(names) == 2 and all(name in labels for name in names):
            low, high = sorted(labels.index(name) for name in names)
            found.append((low, high))
    return found
