"""What fits a job best among pairings, by hand."""

import math
from types import SimpleNamespace

import numpy as np
import pytest

from examples import brief
from kettledrum.core.effort.wanted_gears import WantedGears
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


def test_too_high_below_and_too_slow_above_add_up_and_what_is_to_spare_tells_only_between_equals():
    low, top = [1, 0.5, 1.2, 1, 1.2], [1, 1, 1, 0.8, 0.8]
    # In thousandths, the logarithm of what is to spare at one end over that at the other: ln 2, ln 1.2, …
    expected = [0, 0.00069, 0.20018, 0.25022, 0.45004]
    assert short_of(0.1, low, top) == pytest.approx(expected)
    # Without a hill only the top counts, and all to spare belongs below.
    assert short_of(None, low, top) == pytest.approx([0, 0, 0, 0.25022, 0.25022])
    assert short_of(None, [1], [1.5]) == pytest.approx([0.00041])


def test_of_pairings_that_suffice_the_one_with_as_much_to_spare_at_both_ends_fits_best():
    low, top = [1, 0.8, 0.5], [2.0, 1.25, 1.0]
    found = short_of(0.1, low, top)
    assert found == pytest.approx([0.00069, 0, 0.00069])


@pytest.mark.parametrize(
    ("by", "lowest_m"),
    [("ratio", 0.8 * 2.2), ("gear inches", 20 * 0.0254 * math.pi), ("physics", None), (None, None)],
)
def test_the_lowest_gear_that_is_asked_goes_by_the_school_that_leads(by, lowest_m):
    wants = {"lowest_ratio": 0.8, "lowest_gear_inches": 20, **({"lowest_by": by} if by else {})}
    wishes = Wishes(validate(Brief, {**brief(wants=wants), "rider": RIDER}), 2.2)
    assert wishes.lowest_m == (lowest_m if lowest_m is None else pytest.approx(lowest_m))


@pytest.mark.parametrize("low", [0.3, 0.8, 1.0, 1.3])
@pytest.mark.parametrize("top", [0.7, 1.0, 2.5])
def test_a_search_and_pairings_tell_what_fits_best_in_the_same_way(low, top):
    short, uneven = WantedGears(lowest=1.0, highest=1.0, by="ratio", usual=False).distance(low, top)
    assert short_of(0.1, [low], [top]) == pytest.approx([round(short, 2) + round(uneven, 2) / 1000])
