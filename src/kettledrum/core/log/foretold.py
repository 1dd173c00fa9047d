"""In which gears the ride model has a rider on the roads of a job."""

from collections.abc import Sequence

import numpy as np

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.parts.setup import Setup
from kettledrum.core.rides.gear_use import groups
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ride

_NO_SPEED_KMH = 0.1


def foretold(brief: Brief, setup: Setup, routes: Sequence[Route]) -> dict[str, float]:
    """The share of pedalling in each gear of a setup, by its label, over the roads of a job as often as each
    is ridden; nothing without roads, and for a stepless path.
    """
    table = gear_table(setup, brief.rider.cadence_rpm)
    if table.stepless or not routes:
        return {}
    own = {label: group.label for group in groups(table) for label in group.label.split(" · ")}
    alone = brief.model_copy(update={"setups": [setup], "reference": None})
    seconds: dict[str, float] = {}
    for route in routes:
        found = ride(alone, profile(route))
        one = found.setups[0]
        # Each mark stands for the road from half way to the one before to half way to the next.
        marks = np.array(found.marks_m)
        ends = np.concatenate([[0.0], (marks[1:] + marks[:-1]) / 2, [found.length_m]])
        times = np.diff(ends) / np.maximum(np.array(one.speed_kmh), _NO_SPEED_KMH)
        often = float(route.rides.a_year) if route.rides is not None else 1.0
        for label, rpm, time in zip(one.gear, one.cadence_rpm, times.tolist(), strict=True):
            if rpm > 0 and label in own:
                seconds[own[label]] = seconds.get(own[label], 0.0) + time * often
    total = sum(seconds.values())
    return {label: time / total for label, time in seconds.items()} if total else {}
