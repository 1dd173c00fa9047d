"""Scores, wins and tips: closed forms, bisection, and what must hold for any figures."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.verdict.scores import firsts, own_scales, scores, tips, values, wins

NAN = float("nan")
figures = st.lists(
    st.lists(st.floats(0, 100).map(lambda each: round(each, 2)), min_size=3, max_size=3),
    min_size=2,
    max_size=6,
).map(np.array)
weights_ = st.lists(st.integers(0, 10), min_size=3, max_size=3).filter(any).map(lambda w: np.array(w, float))


def test_values_run_from_the_worst_to_the_best_whichever_way():
    table = np.array([[10.0, 5.0, 1.0], [20.0, 9.0, 1.0], [15.0, NAN, 1.0]])
    scales = own_scales(table, [True, False, True])
    assert scales == [(10, 20), (9, 5), (1, 1)]
    found = values(table, scales)
    assert found[:, 0].tolist() == [0, 1, 0.5]
    assert found[:2, 1].tolist() == [1, 0]
    assert math.isnan(found[2, 1])
    # Where all are alike nothing is worse than the best.
    assert found[:, 2].tolist() == [1, 1, 1]


def test_values_beyond_a_scale_of_ones_own_are_its_ends():
    table = np.array([[800.0], [1200.0], [2100.0], [3500.0]])
    assert values(table, [(3000.0, 1200.0)])[:, 0].tolist() == [1, 1, 0.5, 0]


def test_what_is_known_of_none_has_no_scale():
    table = np.array([[NAN, 1.0], [NAN, 2.0]])
    assert own_scales(table, [True, True])[0] is None
    assert np.isnan(values(table, [None, (1, 2)])[:, 0]).all()


def test_a_score_is_the_weighted_mean_and_what_is_not_known_counts_half():
    value = np.array([[1.0, 0.0], [0.25, NAN]])
    assert scores(value, np.array([3.0, 1.0])).tolist() == pytest.approx([0.75, (0.75 + 0.5) / 4])


def test_wins_of_two_criteria_are_linear_shares():
    # 1·w + 0·(1 − w) against 0.2·w + 0.6·(1 − w): level at w = 0.6 / 1.4.
    value = np.array([[1.0, 0.0], [0.2, 0.6]])
    found = wins(value, np.array([5.0, 1.0]))
    assert found.sum() == pytest.approx(1)
    assert found[0] == pytest.approx(1 - 0.6 / 1.4, abs=0.01)


def test_wins_of_three_criteria_each_best_in_one_are_thirds():
    found = wins(np.eye(3), np.array([1.0, 1.0, 7.0]))
    assert found.tolist() == pytest.approx([1 / 3] * 3, abs=0.01)


def test_wins_look_only_at_what_has_a_weight_and_share_what_is_level():
    value = np.array([[1.0, 0.0], [1.0, 1.0], [0.5, 1.0]])
    assert wins(value, np.array([2.0, 0.0])).tolist() == [0.5, 0.5, 0]


def test_what_is_not_known_wins_as_often_as_it_may_be_better():
    # 0.7 against anything from 0 to 1.
    found = wins(np.array([[0.7], [NAN]]), np.array([1.0]))
    assert found[0] == pytest.approx(0.7, abs=0.01)


def test_wins_are_the_same_each_time():
    value = np.array([[0.9, 0.2, 0.4], [0.3, 0.8, 0.5]])
    assert wins(value, np.ones(3)).tolist() == wins(value, np.ones(3)).tolist()


def test_level_scores_share_the_first_place():
    assert firsts(np.array([[0.5, 0.5, 0.1], [0.2, 0.9, 0.1]])).tolist() == [[0.5, 0.5, 0], [0, 1, 0]]


def leader(value, weights):
    return int(np.argmax(np.nan_to_num(value, nan=0.5) @ weights))


@given(figures, weights_)
def test_a_tip_is_where_bisection_finds_another_leading(table, weights):
    value = values(table, own_scales(table, [True, False, True]))
    first = leader(value, weights)
    ahead = np.sort(value @ weights)
    if ahead[-1] - ahead[-2] < 1e-3:
        return  # Who leads would hang on rounding.
    found = {tip.criterion: tip for tip in tips(value, weights)}

    def leads_at(criterion, weight):
        tried = weights.copy()
        tried[criterion] = weight
        score = value @ tried
        return score[first] >= score.max() - 1e-9

    for criterion in range(3):
        ends = []
        for end in (0.0, 200.0):
            inside, outside = weights[criterion], end
            if leads_at(criterion, outside):
                continue
            for _ in range(60):
                middle = (inside + outside) / 2
                inside, outside = (middle, outside) if leads_at(criterion, middle) else (inside, middle)
            ends.append(inside)
        near = [end for end in ends if 1e-6 < end < 190]
        if criterion in found and found[criterion].weight < 190 and found[criterion].weight > 1e-6:
            nearest = min(near, key=lambda end: abs(end - weights[criterion]))
            assert abs(found[criterion].weight - weights[criterion]) == pytest.approx(
                abs(nearest - weights[criterion]), abs=1e-5
            )
            tried = weights.copy()
            tried[criterion] = found[criterion].weight
            score = value @ tried
            assert score[found[criterion].other] == pytest.approx(score[first], abs=1e-6)
        else:
            assert not near


@given(figures, weights_)
def test_weights_ten_times_as_heavy_change_nothing(table, weights):
    value = values(table, own_scales(table, [True, True, True]))
    assert scores(value, weights).tolist() == pytest.approx(scores(value, weights * 10).tolist())


@given(figures, weights_)
def test_what_is_better_in_all_is_first_in_all(table, weights):
    best = np.vstack([table, table.max(axis=0) + 1])
    value = values(best, own_scales(best, [True, True, True]))
    assert leader(value, weights) == len(best) - 1
    assert wins(value, weights, 500)[-1] == 1
    assert not list(tips(value, weights))


def test_of_level_setups_any_more_of_what_the_other_is_better_at_tips_it():
    value = np.array([[1.0, 0.2, 0.5], [1.0, 0.6, 0.1]])
    found = {tip.criterion: tip for tip in tips(value, np.array([1.0, 0.0, 0.0]))}
    # Any weight on the second makes the other lead; none on the third does, nor any on what is level.
    assert (found[1].weight, found[1].above) == (0, True)
    assert set(found) == {1}


def test_a_tip_below_is_told_from_one_above():
    value = np.array([[1.0, 0.0], [0.0, 1.0]])
    above = {tip.criterion: tip.above for tip in tips(value, np.array([3.0, 2.0]))}
    assert above == {0: False, 1: True}
