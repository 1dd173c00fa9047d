"""What fits a job best among pairings, by hand."""

import math
from types import SimpleNamespace

import numpy as np
import pytest

from examples import brief
from kettledrum.core.job.brief import Brief
from kettledrum.core.search.wishes import Wishes
from kettledrum.core.terms.validation import validate

RIDER = {"mass_kg": 78, "power_w": 125, "burst_w": 280, "cadence_rpm": [60, 88]}


def short_of(steepest, low_by, top_by):
    """How far pairings fall short whose lowest and highest gears are so many times what is wanted."""
    road = {"steepest": steepest} if steepest else {}
    made = validate(Brief, {**brief(road=road, wants={"top_kmh": 30}), "rider": RIDER})
    wishes = Wishes(made, 2.2)
    slowest = wishes.reaches(0.95)[1] if steepest else 6.0
    needed = slowest / (60 * 0.06)
    drives = SimpleNamespace(
        share=0.95, lowest_m=needed * np.array(low_by), top_kmh=wishes.wanted_kmh(0.95) * np.array(top_by)
    )
    return wishes.falls_short(drives).tolist()


def test_too_high_below_and_too_slow_above_add_up_and_lower_than_needed_tells_only_between_equals():
    low, top = [1, 0.5, 1.2, 1, 1.2], [1, 1, 1, 0.8, 0.8]
    assert short_of(0.1, low, top) == pytest.approx([0, 0.001, 0.2, 0.25, 0.45])
    # Without a hill only the top counts.
    assert short_of(None, low, top) == pytest.approx([0, 0, 0, 0.25, 0.25])
    assert short_of(0.1, [1], [1.5]) == [0]


@pytest.mark.parametrize(
    ("by", "lowest_m"),
    [("ratio", 0.8 * 2.2), ("gear inches", 20 * 0.0254 * math.pi), ("physics", None), (None, None)],
)
def test_the_lowest_gear_that_is_asked_goes_by_the_school_that_leads(by, lowest_m):
    wants = {"lowest_ratio": 0.8, "lowest_gear_inches": 20, **({"lowest_by": by} if by else {})}
    wishes = Wishes(validate(Brief, {**brief(wants=wants), "rider": RIDER}), 2.2)
    assert wishes.lowest_m == (lowest_m if lowest_m is None else pytest.approx(lowest_m))
