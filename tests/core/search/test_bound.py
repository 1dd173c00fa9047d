"""No drive covers more than its bound: many drives of many jobs, ridden."""

import random

import numpy as np
import pytest

from kettledrum.core.search.bound import Bound
from kettledrum.core.search.search import basis
from kettledrum.demo import drives_of_the_valley, ferry_commute, honey_round, ridge_crossing, stock
from shelves import Asked, Everything

MANY = 120


@pytest.mark.parametrize("job", [honey_round, ferry_commute, ridge_crossing, drives_of_the_valley])
def test_no_drive_covers_more_than_its_bound(job):
    brief = job()
    routes = (brief.road.routes if brief.road else None) or []
    assert basis(brief) in brief.setups
    everything = Everything(Asked(brief, routes, stock()))
    chance = random.Random(brief.name)
    chosen = []
    for base in chance.sample(everything.bases, MANY):
        screened = everything.screen.of(base)
        chosen.append((screened, chance.randrange(len(screened.runs))))
    shares = [each.share for each, _ in chosen]
    bound = Bound(everything.riding, shares, [float(each.lowest_m[place]) for each, place in chosen])
    setups = [everything.drives.setup(each.base, place) for each, place in chosen]
    covered = [each.in_band for each in everything.riding.covered(setups)]
    most, about = (
        np.array(
            [
                bound.of(each.spans_kmh[[place]], each.lowest_m[[place]], each.share, wider=wider)[0]
                for each, place in chosen
            ]
        )
        for wider in (True, False)
    )
    over = np.array(covered) - most
    assert over.max() <= 1e-9, setups[int(over.argmax())].name
    # It is no idle bound either: of half the drives it is right to some hundredths.
    assert np.median(most - covered) < 0.1
    assert np.median(np.abs(about - covered)) < 0.02
