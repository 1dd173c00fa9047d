"""Setups in familiar terms: likened to derailleur drives, and the reference's gears found again."""

from itertools import product
from math import log

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import brief, hub, setup, sprockets, stepless_hub
from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.lineup.familiar import Ends, familiar
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

WIDE, CLOSE = [11, 13, 15, 18, 21, 25, 30, 36, 40], [12, 14, 16, 18, 20, 22, 24, 26]
ONE, TWO = [40], [28, 44]


def liken(lowest, highest, cranksets=(ONE, TWO), cassettes=(WIDE, CLOSE)):
    return familiar(Ends(lowest=lowest, highest=highest), cranksets, cassettes)


def test_a_hub_is_like_a_cassette_in_range_and_like_a_pairing_in_its_lowest_gear():
    # 0.7 to 2.56 spans 366 %; 40 ÷ 11 is 364 %, and 28 ÷ 40 is 0.7 just.
    found = liken(0.7, 2.56)
    assert (found.range_like.front, found.range_like.rear) == ([], (11, 40))
    assert found.range_like.difference == pytest.approx((2.56 / 0.7) / (40 / 11) - 1)
    assert (found.lowest_like.front, found.lowest_like.rear) == (TWO, (11, 40))
    assert (found.lowest_like.value, found.lowest_like.difference) == pytest.approx((0.7, 0))


def test_a_wide_range_wants_several_rings_and_a_single_gear_has_none():
    found = liken(0.6, 0.6 * 5.5)  # 44 ÷ 28 × 40 ÷ 11 = 5.71
    assert (found.range_like.front, found.range_like.value) == (TWO, pytest.approx(44 / 28 * 40 / 11))
    assert found.range_like.difference == pytest.approx(5.5 / 5.714 - 1, abs=1e-3)
    assert liken(2, 2).range_like is None


@pytest.mark.parametrize(
    ("off", "far"), [(1.0, False), (1.09, False), (0.91, False), (1.12, True), (0.88, True)]
)
def test_a_tenth_off_is_like_no_more(off, far):
    # One ring of 40 on one sprocket of 20 is 2; what is looked for is so many times that.
    like = liken(2 * off, 4 * off, cranksets=[ONE], cassettes=[[20, 20]]).lowest_like
    assert like.difference == pytest.approx(off - 1)
    assert like.far == far


def test_without_parts_to_liken_it_to_nothing_is_said():
    found = liken(0.7, 2.5, cassettes=[])
    assert (found.range_like, found.lowest_like) == (None, None)
    found = liken(0.7, 2.5, cranksets=[])
    assert found.range_like.rear == (11, 40)
    assert found.lowest_like is None


def test_a_single_ring_is_said_before_several_that_come_as_near():
    assert liken(1, 2, cranksets=[[20, 40], [20]], cassettes=[[20, 20]]).lowest_like.front == [20]


TEETH = st.lists(st.integers(9, 60), min_size=1, max_size=4)


@given(st.floats(0.1, 10), st.floats(1.01, 12), st.lists(TEETH, min_size=1), st.lists(TEETH, min_size=1))
def test_no_other_pair_on_the_shelf_comes_nearer(lowest, span, cranksets, cassettes):
    found = liken(lowest, lowest * span, cranksets, cassettes)
    ranges = [max(c) / min(c) * max(k) / min(k) for c, k in product([[1], *cranksets], cassettes)]
    lowests = [min(c) / max(k) for c, k in product(cranksets, cassettes)]
    for like, target, every in ((found.range_like, span, ranges), (found.lowest_like, lowest, lowests)):
        nearest = min(abs(log(value / target)) for value in every)
        assert abs(log(like.value / target)) == pytest.approx(nearest, abs=1e-9)
        assert like.value * (1 + like.difference) == pytest.approx(target)


def carried(one, reference):
    _, other = compare(validate(Brief, brief(reference, one, reference=reference["name"]))).setups
    return other.against.carried


# Gears 1.0, 1.5, 2.0, 3.0 and 4.0 of the wheel.
REFERENCE = setup(sprockets([40], [10]), hub(0.25, 0.375, 0.5, 0.75, 1), name="Reference")


def test_each_gear_of_the_reference_has_an_equal_or_is_lost():
    own = setup(sprockets([40], [20]), hub(0.765, 0.9, 1.02, 1.5), name="Own")  # 1.53, 1.8, 2.04, 3.0
    assert [
        each.lost for each in carried(setup(sprockets([40], [20]), hub(0.5, 1), name="Two"), REFERENCE)
    ] == [
        None,
        "between",
        None,
        "above",
        "above",
    ]
    low, one, two, three, high = carried(own, REFERENCE)
    assert (low.here, low.lost) == (None, "below")
    assert (one.here, one.share) == (0, pytest.approx(0.02))
    assert (two.here, two.share, two.lost) == (2, pytest.approx(0.02), None)
    assert (three.here, three.share) == (3, pytest.approx(0))
    assert (high.gear, high.here, high.lost) == (4, None, "above")


def test_three_percent_is_still_equal_and_a_hair_more_is_not():
    for by, lost in ((1.03, None), (1 / 1.03, None), (1.0302, "above"), (1 / 1.0302, "below")):
        own = setup(sprockets([40], [20]), hub(by), name="Own")  # 2 × by
        assert (
            carried(own, setup(sprockets([40], [20]), name="Reference"))[0].lost
            == {
                None: None,
                "above": "below",
                "below": "above",
            }[lost]
        )


def test_gears_are_found_again_by_development_where_wheels_differ():
    small = setup(sprockets([40], [10]), hub(0.25, 0.375, 0.5, 0.75, 1), name="Small")
    small["wheel"] = {"rollout_mm": 2218 / 2}
    assert [each.here for each in carried(small, REFERENCE)] == [2, 3, 4, None, None]
    assert [each.lost for each in carried(small, REFERENCE)] == [None, None, None, "above", "above"]


def test_a_stepless_span_holds_gears_and_a_stepless_reference_has_none():
    stepless = setup(sprockets([40], [20]), stepless_hub(0.7, 1.6), name="Stepless")  # 1.4 to 3.2
    assert [each.lost for each in carried(stepless, REFERENCE)] == ["below", None, None, None, "above"]
    assert carried(REFERENCE, stepless) is None


def test_ends_must_be_ratios():
    with pytest.raises(InvalidInput, match="lowest"):
        validate(Ends, {"lowest": 0, "highest": 1})
