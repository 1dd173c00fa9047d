"""A balanced order of runs: each rider each bike equally often, first and second, luggage alike."""

import random
from collections import Counter
from collections.abc import Sequence

from kettledrum.core.job.swap_test import Run

LEAST_RUNS, MOST_PLANNED = 4, 48


def planned(
    bikes: Sequence[str], riders: Sequence[str], runs: int, *, luggage: bool = False, seed: int = 0
) -> list[Run]:
    """So many runs in the order in which they are ridden, drawn by a seed.

    Riders take turns. A rider’s next bike is the one that the rider had least often; of those, what all had
    least often, then what this rider began a pair with least often, then by lot. With `luggage` every second
    round of a rider through the bikes is ridden with it. So no two counts of a rider’s bikes, of all bikes,
    of riders, or of luggage on a rider’s bike differ by more than one.

    Raises ValueError for fewer than four runs, or no bike or rider.
    """
    if not bikes or not riders or not LEAST_RUNS <= runs <= MOST_PLANNED:
        raise ValueError(f"a plan has bikes, riders, and {LEAST_RUNS} to {MOST_PLANNED} runs")
    lot = random.Random(seed)
    order = lot.sample(list(riders), len(riders))
    with_it_first = lot.random() < 0.5
    had: Counter[tuple[str, str]] = Counter()
    overall: Counter[str] = Counter()
    began: Counter[tuple[str, str]] = Counter()
    found = []
    for number in range(runs):
        rider = order[number % len(order)]
        taken = sum(had[rider, bike] for bike in bikes)
        begins = taken % len(bikes) == 0
        bike = min(
            lot.sample(list(bikes), len(bikes)),
            key=lambda each: (had[rider, each], overall[each], began[rider, each] if begins else 0),
        )
        if begins:
            began[rider, bike] += 1
        had[rider, bike] += 1
        overall[bike] += 1
        around = taken // len(bikes)
        with_it = (around % 2 == 0) == with_it_first if luggage else None
        found.append(Run(run=number + 1, rider=rider, bike=bike, luggage=with_it))
    return found
