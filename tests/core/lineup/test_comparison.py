"""Differences from the reference, worked by hand."""

import pytest

from examples import WHOLE_BRIEF, brief, hub, setup, sprockets, stepless_hub
from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.terms.validation import validate

SINGLE = setup(sprockets([40], [20]), name="Single")
THREE = setup(sprockets([40], [20]), hub(0.5, 1, 2), name="Three")


def compared(*setups, **parts):
    return compare(validate(Brief, brief(*setups, **parts)))


def test_differences_are_shares_of_the_reference():
    single, three = compared(SINGLE, THREE, reference="Single").setups
    assert single.against is None
    assert three.against is not None
    assert (three.against.lowest, three.against.highest, three.against.range) == pytest.approx((-0.5, 1, 3))
    assert (three.against.gears_below, three.against.gears_above) == (1, 1)
    assert (three.lowest.label, three.highest.label) == ("1", "3")


def test_a_smaller_wheel_counts_in_the_difference():
    small = {**SINGLE, "name": "Small wheel", "wheel": {"rollout_mm": 1774.37}}  # 0.8 of 2217.96
    _, other = compared(SINGLE, small, reference="Single").setups
    assert other.against is not None
    assert other.against.lowest == pytest.approx(-0.2, abs=1e-5)
    assert other.against.range == 0


def test_a_gear_hardly_beyond_the_reference_does_not_count():
    near = setup(sprockets([40], [20]), hub(0.97, 1, 1.04), name="Near")
    _, other = compared(SINGLE, near, reference="Single").setups
    assert other.against is not None
    assert (other.against.gears_below, other.against.gears_above) == (0, 0)


def test_stepless_has_ends_but_no_count_of_gears():
    stepless = setup(sprockets([40], [20]), stepless_hub(0.5, 2), name="Stepless")
    _, other = compared(SINGLE, stepless, reference="Single").setups
    assert other.against is not None
    assert (other.against.lowest, other.against.gears_below) == (pytest.approx(-0.5), None)


def test_without_a_reference_nothing_is_compared():
    result = compared(SINGLE, THREE)
    assert result.reference is None
    assert [held.against for held in result.setups] == [None, None]


def test_the_riders_band_sets_the_speeds():
    [held] = compare(validate(Brief, WHOLE_BRIEF)).setups
    assert held.cadence_rpm == (60, 88)
    assert held.lowest.speed_kmh[0] == pytest.approx(held.lowest.development_m * 3.6)


def test_a_brief_without_setups_is_no_error():
    assert compared().setups == []
