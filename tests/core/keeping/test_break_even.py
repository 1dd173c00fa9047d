"""When the dearer has paid itself back: by hand, and against curves looked at closely."""

from itertools import permutations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.keeping.break_even import all_that_break_even, breaks_even
from kettledrum.core.keeping.spent import Spent, by_months, done_before


def spent(at_first, *tasks, a_month=0.0, months=60):
    each, every = np.array(tasks, dtype=float).reshape(-1, 2).T
    return Spent(months, at_first, a_month, each, every)


def before(one: Spent, at: list[float]) -> list[float]:
    """What has been spent before some months: what falls due right then is not in it."""
    months = np.array(at)
    return (
        one.at_first + done_before(months, one.every, one.times) @ one.each + one.a_month * months
    ).tolist()


def test_at_the_step_that_lifts_the_other_over_it():
    # 100 every 10 months from 500: over 790 at month 30.
    assert breaks_even(spent(790), spent(500, (100, 10))) == 30
    # Just as much is no more.
    assert breaks_even(spent(800), spent(500, (100, 10))) == 30
    assert breaks_even(spent(801), spent(500, (100, 10))) == 40
    # What is due at month 60 is not done any more: 1000 is the most that is spent.
    assert breaks_even(spent(1000), spent(500, (100, 10))) == 50
    assert breaks_even(spent(1001), spent(500, (100, 10))) is None


def test_only_when_it_stays_below_until_the_end():
    # At month 20 the other has 700 and would be the dearer; at 45 this one leaps to 850, to 950.
    assert breaks_even(spent(650, (200, 45)), spent(500, (100, 10))) == 20
    assert breaks_even(spent(650, (300, 45)), spent(500, (100, 10))) == 50
    assert breaks_even(spent(650, (400, 45)), spent(500, (100, 10))) is None
    # One that does not break even is none, nor is one that was no dearer.
    assert breaks_even(spent(500), spent(500, (100, 10))) is None
    assert breaks_even(spent(400), spent(500)) is None


def test_by_what_is_spent_every_month():
    # 300 dearer, 7 a month less: after 42.857 months.
    assert breaks_even(spent(800, a_month=3), spent(500, a_month=10)) == pytest.approx(300 / 7)
    assert breaks_even(spent(800, a_month=3), spent(500, a_month=7.9)) is None
    # With the end of the last month it would be too late.
    assert breaks_even(spent(800), spent(500, a_month=5)) is None
    # A step brings the other to 710 at month 10; the dearer has 700 then, and 710 at month 11.
    for months, found in ((11, 10), (12, None)):
        one = spent(600, a_month=10, months=months)
        assert breaks_even(one, spent(500, (210, 10.0), months=months)) == found


def test_what_is_due_all_the_time_is_counted_one_by_one_and_spent_evenly_between_two():
    many = spent(0, (1, 0.001), months=24)
    # What is due with the end of the last month is not done any more.
    assert many.by(np.array([1.0, 12.0, 24.0])).tolist() == [1000, 12_000, 23_999]
    assert before(many, [1, 12, 24]) == [999, 11_999, 23_999]
    # 1000 a month against 5500: in the middle of the sixth.
    assert breaks_even(spent(5500, months=24), many) == pytest.approx(5.5)


def test_of_very_many_steps_their_times_are_not_listed_and_the_sums_are_the_same(monkeypatch):
    some = [
        spent(500, (100, 10), (3, 0.7), a_month=2),
        spent(0, (1, 0.001), months=60),
        spent(900, (70, 60), (5, np.inf)),
    ]
    listed = by_months(some)
    assert listed.shape == (3, 61)
    # 500, 61 × 1.43 … and 119 more at the end; what is due with the last month is not done any more.
    assert listed[0, 0] == 500
    assert listed[0, -1] == 500 + 5 * 100 + 85 * 3 + 60 * 2
    assert listed[:, -1].tolist() == [1375, 59_999, 900]
    monkeypatch.setattr("kettledrum.core.keeping.spent.MOST_STEPS", 0)
    assert by_months(some) == pytest.approx(listed)


OFTEN, SELDOM = st.integers(2, 30).map(lambda m: m / 10 + 0.05), st.integers(2, 30).map(lambda m: m + 0.25)
costs = st.lists(st.tuples(st.integers(0, 200), OFTEN | SELDOM), max_size=3)


def test_steps_that_part_them_within_a_month_are_told_apart():
    # 10 every tenth of a month: 500 are made up for with the fiftieth.
    assert breaks_even(spent(500), spent(0, (10, 0.1))) == pytest.approx(5.0)
    # The dearer spends 30 at 0.35 months, the other 40 at 0.2 and 0.4, and 50 apart: even at 0.4 alone.
    dearer = spent(50, (30, 0.35), months=1)
    other = spent(0, (40, 0.2), (45, 0.42), months=1)
    # 0.2: 10 above. 0.35: 40 above. 0.4: even. 0.42: below. 0.6: below. 0.7: 30 nearer, still below.
    assert breaks_even(dearer, other) == pytest.approx(0.4)


def test_before_and_by():
    one = spent(100, (10, 1), a_month=2)
    assert before(one, [0, 3, 3.5]) == [100, 126, 137]
    assert one.by(np.array([0.0, 3.0, 3.5])).tolist() == [100, 136, 137]


@given(st.integers(0, 900), costs, st.integers(0, 8), st.integers(0, 900), costs, st.integers(0, 8))
def test_it_is_where_the_curves_cross(one_first, one_tasks, one_month, other_first, other_tasks, other_month):
    one = spent(one_first, *one_tasks, a_month=one_month)
    other = spent(other_first, *other_tasks, a_month=other_month)
    found = breaks_even(one, other)
    at = np.arange(0, 60, 0.01)
    apart = one.by(at) - other.by(at)
    if one_first <= other_first or apart[-1] > 0.1:
        assert found is None
        return
    above = np.flatnonzero(apart > 1e-6)
    if found is None:
        assert apart[-1] > -0.1
    else:
        assert found == pytest.approx(at[above[-1]], abs=0.011)
        assert (apart[at > found + 1e-6] <= 1e-6).all()


@given(st.lists(st.tuples(st.integers(0, 900), costs, st.integers(0, 8)), min_size=2, max_size=5))
def test_all_pairs_at_once_are_each_pair_by_itself(setups):
    some = [spent(first, *tasks, a_month=month) for first, tasks, month in setups]
    found = {(one, other): month for one, other, month in all_that_break_even(some)}
    for one, other in permutations(range(len(some)), 2):
        alone = breaks_even(some[one], some[other])
        assert (found.get((one, other)) is None) == (alone is None)
        if alone is not None:
            assert found[one, other] == pytest.approx(alone, abs=1e-6)


def test_between_two_steps_it_draws_away_by_so_much_of_a_month():
    # 600 and 10 a month are 782 at 18.2, where 288 lift the other's 500 to 788; half a month later it is
    # at 787, still below, and 500 more lift the other out of reach.
    dear = spent(600, a_month=10, months=25)
    assert breaks_even(dear, spent(500, (288, 18.2), (500, 18.7), months=25)) == 18.2
    # Lifted to 786 alone, it would be above again before that.
    assert breaks_even(dear, spent(500, (286, 18.2), (500, 18.7), months=25)) == 18.7
