"""Swap tests: balanced plans, least squares and a permutation test written apart, coverage, and bad input."""

import math
from collections import Counter
from itertools import product

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.job.swap_test import Run, SwapTest
from kettledrum.core.swap.answer import more_runs, smallest_told, swap_answer
from kettledrum.core.swap.fitted import fitted
from kettledrum.core.swap.plan import planned
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate


def of_runs(rows, bikes=("A", "B"), riders=("one", "two"), measured="time"):
    runs = [
        {
            "run": place + 1,
            **(row if isinstance(row, dict) else dict(zip(("rider", "bike", "value"), row, strict=True))),
        }
        for place, row in enumerate(rows)
    ]
    return validate(
        SwapTest, {"name": "x", "measured": measured, "bikes": bikes, "riders": riders, "runs": runs}
    )


def made_up(runs, seed, effect=0.0, scatter=0.02, riders=("one", "two"), bikes=("A", "B")):
    """A balanced test with a known effect of the second bike on the logarithm."""
    random = np.random.default_rng(seed)
    slow = dict(zip(riders, random.normal(6.9, 0.2, len(riders)), strict=True))
    rows = [
        {
            "rider": run.rider,
            "bike": run.bike,
            "value": math.exp(
                slow[run.rider] + (effect if run.bike == bikes[1] else 0) + random.normal(0, scatter)
            ),
        }
        for run in planned(bikes, riders, runs, seed=seed)
    ]
    return of_runs(rows, bikes, riders)


@given(
    runs=st.integers(4, 24),
    riders=st.integers(1, 4),
    bikes=st.integers(1, 3),
    luggage=st.booleans(),
    seed=st.integers(0, 10_000),
)
def test_every_plan_is_balanced(runs, riders, bikes, luggage, seed):
    names, ridden = [f"b{place}" for place in range(bikes)], [f"r{place}" for place in range(riders)]
    plan = planned(names, ridden, runs, luggage=luggage, seed=seed)
    assert [run.run for run in plan] == list(range(1, runs + 1))

    def even(counts):
        return max(counts) - min(counts) <= 1

    by_rider = Counter(run.rider for run in plan)
    assert even([by_rider[rider] for rider in ridden])
    for rider in ridden:
        own = Counter(run.bike for run in plan if run.rider == rider)
        assert even([own[bike] for bike in names])
    overall = Counter(run.bike for run in plan)
    if bikes <= 2:
        assert even([overall[bike] for bike in names])
    else:
        assert max(overall.values()) - min(overall[bike] for bike in names) <= riders
    # Of the two, each is the first of a rider’s pair as often.
    if bikes == 2:
        for rider in ridden:
            own_order = [run.bike for run in plan if run.rider == rider]
            firsts = Counter(own_order[::2])
            assert even([firsts[bike] for bike in names])
    for rider, bike in product(ridden, names):
        loads = [run.luggage for run in plan if (run.rider, run.bike) == (rider, bike)]
        assert set(loads) <= ({True, False} if luggage else {None})
        if luggage:
            assert abs(loads.count(True) - loads.count(False)) <= 1


def test_a_plan_is_drawn_by_its_seed_and_differs_by_it():
    plans = [tuple((run.rider, run.bike) for run in planned("AB", "12", 8, seed=seed)) for seed in range(20)]
    assert plans[3] == tuple((run.rider, run.bike) for run in planned("AB", "12", 8, seed=3))
    assert len(set(plans)) > 2
    for bad in (3, 49, 0):
        with pytest.raises(ValueError, match="4 to 48 runs"):
            planned("AB", "12", bad)
    with pytest.raises(ValueError, match="bikes"):
        planned("", "12", 8)


def test_by_hand():
    # Both riders take 10 % longer on B in one pair and 12 % in the other: the mean of the logarithms.
    test = of_runs(
        [("one", "A", 100), ("one", "B", 110), ("two", "A", 200), ("two", "B", 224), ("one", "A", 100)]
    )
    four = of_runs([("one", "A", 100), ("one", "B", 110), ("two", "A", 200), ("two", "B", 224)])
    found = swap_answer(four)
    assert found.difference == pytest.approx(math.sqrt(1.10 * 1.12) - 1)
    # One degree of freedom; half the gap of the two logarithms to either side, on four runs.
    gap = math.log(1.12 / 1.10) / 2
    assert found.remainder == pytest.approx(gap)
    assert found.runs == 4
    assert swap_answer(test).runs == 5


def by_lstsq(test):
    """Least squares with an effect a rider and a bike, by NumPy’s own and a dummy for each."""
    rows, values = [], []
    for run in test.runs:
        rows.append(
            [float(run.rider == rider) for rider in test.riders]
            + [float(run.bike == bike) for bike in test.bikes[1:]]
        )
        values.append(math.log(run.value))
    design, logs = np.array(rows), np.array(values)
    effects, *_ = np.linalg.lstsq(design, logs, rcond=None)
    left = logs - design @ effects
    degrees = len(values) - design.shape[1]
    variance = left @ left / degrees
    error = math.sqrt(variance * np.linalg.pinv(design.T @ design)[len(test.riders), len(test.riders)])
    return effects[len(test.riders)], error, degrees, math.sqrt(variance)


@given(seed=st.integers(0, 10_000), runs=st.integers(5, 24), riders=st.integers(1, 3))
def test_against_least_squares_written_apart(seed, runs, riders):
    from scipy import stats

    test = made_up(runs, seed, 0.03, riders=[f"r{place}" for place in range(riders)])
    found = swap_answer(test)
    if runs < riders + 2:
        assert found.difference is None
        return
    effect, error, degrees, remainder = by_lstsq(test)
    half = stats.t.ppf(0.975, degrees) * error
    assert found.difference == pytest.approx(math.expm1(effect))
    assert found.interval == pytest.approx((math.expm1(effect - half), math.expm1(effect + half)))
    assert found.remainder == pytest.approx(remainder)
    assert found.p == pytest.approx(2 * stats.t.sf(abs(effect) / error, degrees))


def test_against_a_permutation_test():
    """Bikes exchanged among each rider’s runs: how often that makes as large a difference is its chance."""
    random = np.random.default_rng(7)
    for seed in range(6):
        test = made_up(16, seed, 0.02)
        found = swap_answer(test)
        logs = np.log([run.value for run in test.runs])
        riders = np.array([run.rider == "two" for run in test.runs])
        second = np.array([run.bike == "B" for run in test.runs])
        centred = logs - np.where(riders, logs[riders].mean(), logs[~riders].mean())
        observed = abs(centred[second].mean() - centred[~second].mean())
        as_large, draws = 0, 4000
        for _ in range(draws):
            drawn = second.copy()
            for group in (riders, ~riders):
                drawn[group] = random.permutation(drawn[group])
            as_large += abs(centred[drawn].mean() - centred[~drawn].mean()) >= observed - 1e-12
        assert found.p == pytest.approx(as_large / draws, abs=0.03)


def test_the_interval_covers_the_truth_as_often_as_it_says():
    covered = 0
    for seed in range(2000):
        low, high = swap_answer(made_up(8, seed, 0.02)).interval
        covered += low <= math.expm1(0.02) <= high
    assert 0.94 <= covered / 2000 <= 0.96


def test_a_rider_who_is_faster_changes_nothing():
    one = made_up(12, 4, 0.05)
    faster = one.model_copy(
        update={
            "runs": [
                run.model_copy(update={"value": run.value * (0.7 if run.rider == "two" else 1)})
                for run in one.runs
            ]
        }
    )
    a, b = swap_answer(one), swap_answer(faster)
    assert (a.difference, a.p) == pytest.approx((b.difference, b.p))
    # The bikes the other way round: the other sign.
    turned = one.model_copy(update={"bikes": ["B", "A"]})
    assert math.log1p(swap_answer(turned).difference) == pytest.approx(-math.log1p(a.difference))


def test_what_cannot_be_told_says_why():
    one_bike = of_runs([("one", "A", 100)] * 4, bikes=["A"], riders=["one"])
    assert swap_answer(one_bike).says.startswith("One bike alone tells nothing")
    never = of_runs([("one", "A", 100), ("two", "A", 110)])
    assert "“B” was not ridden yet" in swap_answer(never).says
    apart = of_runs(
        [("one", "A", 100), ("one", "A", 101), ("two", "B", 110), ("two", "B", 111), ("two", "B", 112)]
    )
    assert "cannot be told apart until they swap" in swap_answer(apart).says
    few = of_runs([("one", "A", 100), ("one", "B", 101), ("two", "B", 99)])
    assert "4 runs are the least; there are 3" in swap_answer(few).says
    none = of_runs([])
    assert swap_answer(none).difference is None
    planned_only = of_runs([{"rider": "one", "bike": "A"}, {"rider": "two", "bike": "B"}])
    found = swap_answer(planned_only)
    assert (found.runs, found.to_ride) == (0, 2)
    assert found.says.endswith("2 runs are still to be ridden.")


def test_one_rider_alone_can_tell():
    test = of_runs(
        [("one", "A", 100), ("one", "B", 103), ("one", "B", 102), ("one", "A", 101)], riders=["one"]
    )
    assert swap_answer(test).difference == pytest.approx(math.sqrt(103 * 102 / 101 / 100) - 1)


def test_nothing_told_is_said_plainly_with_what_would_tell():
    found = swap_answer(made_up(8, 1, 0.0))
    assert found.differences[0].told == "nothing"
    low, high = found.differences[0].interval
    assert low < 0 < high
    assert found.says.startswith(
        f"Nothing can be told: “B” takes anything from {-low * 100:.1f} % less to {high * 100:.1f} % more "
        "time than “A”, after 8 runs."
    )
    assert f"{found.more_runs_for_1_percent} more runs would tell 1 %." in found.says
    sure = swap_answer(made_up(24, 1, 0.2))
    assert sure.says.startswith("“B” takes ")
    assert " more time than “A”, between " in sure.says
    faster = swap_answer(made_up(24, 1, -0.2))
    assert " less time than “A”" in faster.says


@pytest.mark.parametrize(
    ("measured", "words"),
    [
        ("power", "asks for 10.0 % more power than"),
        ("speed", "is 10.0 % faster than"),
        ("effort", "more effort"),
    ],
)
def test_each_measure_has_its_words(measured, words):
    rows = [("one", "A", 100), ("one", "B", 110), ("two", "A", 200), ("two", "B", 220), ("one", "A", 100)]
    assert words in swap_answer(of_runs(rows, measured=measured)).says


def test_ties_and_runs_without_scatter():
    alike = of_runs([("one", "A", 100), ("one", "B", 100), ("two", "A", 90), ("two", "B", 90)])
    found = swap_answer(alike)
    assert (found.difference, found.interval, found.p) == (pytest.approx(0), pytest.approx((0, 0)), 1)
    assert found.more_runs_for_1_percent == 0
    exact = of_runs([("one", "A", 100), ("one", "B", 110), ("two", "A", 90), ("two", "B", 99)])
    assert swap_answer(exact).p == 0


def test_more_runs_narrow_it_to_one_percent_and_not_sooner():
    from scipy import stats

    for remainder, riders in ((0.02, 2), (0.005, 1), (0.05, 3)):
        runs = 8
        more = more_runs(remainder, runs, riders, 2)

        def half(count, remainder=remainder, riders=riders):
            return stats.t.ppf(0.975, count - riders - 1) * remainder * 2 / math.sqrt(count)

        assert half(runs + more) <= math.log(1.01)
        assert more == 0 or half(runs + more - 1) > math.log(1.01)
    assert more_runs(0.9, 8, 2, 2) is None
    assert smallest_told(0.02, 8, 2) == pytest.approx(
        math.expm1(stats.t.ppf(0.975, 5) * 0.02 * 2 / math.sqrt(8))
    )
    assert smallest_told(0.02, 3, 2) is None
    # With one run more than there are figures to find, there is one degree of freedom.
    assert smallest_told(0.02, 4, 2) == pytest.approx(math.expm1(stats.t.ppf(0.975, 1) * 0.02))
    assert smallest_told(0.02, 16, 2) < smallest_told(0.02, 8, 2)


def test_a_run_with_a_stop_is_pointed_at_and_counts_until_it_is_left_out():
    test = made_up(12, 5, 0.0, 0.01)
    runs = list(test.runs)
    runs[4] = runs[4].model_copy(update={"value": runs[4].value * 1.25})
    found = swap_answer(test.model_copy(update={"runs": runs}))
    (off,) = found.off
    assert off.run == 5
    assert off.off == pytest.approx(0.25, abs=0.03)
    assert "Run 5 is " in found.says
    assert "without it: was there a stop?" in found.says
    runs[4] = runs[4].model_copy(update={"left_out": True})
    without = swap_answer(test.model_copy(update={"runs": runs}))
    assert (without.runs, without.off) == (11, [])
    assert without.difference == pytest.approx(off.without)
    assert found.difference != pytest.approx(off.without)
    # Most tests of nothing but chance point at none.
    pointed = sum(bool(swap_answer(made_up(12, seed, 0.0)).off) for seed in range(200))
    assert pointed <= 20


def test_ratings_are_points_and_stand_beside():
    rows = [
        {"rider": rider, "bike": bike, "value": 100 + run, "ratings": {"noise": noise, "drag": 5}}
        for run, (rider, bike, noise) in enumerate(
            [("one", "A", 2), ("one", "B", 5), ("two", "A", 3), ("two", "B", 6), ("one", "A", 2)]
        )
    ]
    felt = {each.feel: each for each in swap_answer(of_runs(rows)).felt}
    assert set(felt) == {"noise", "drag"}
    (noise,) = felt["noise"].differences
    assert noise.difference == pytest.approx(3)
    assert noise.told == "more"
    (drag,) = felt["drag"].differences
    assert (drag.difference, drag.told) == (pytest.approx(0), "nothing")
    assert felt["noise"].says.startswith("noise: “B” against “A” +3.0 points")


def test_by_luggage_and_temperature_where_there_are_enough():
    rows = []
    for place in range(16):
        rider, bike, loaded = ("one", "two")[place % 2], "AB"[place // 2 % 2], place >= 8
        slower = (1.05 if loaded else 1.01) if bike == "B" else 1
        rows.append(
            {
                "rider": rider,
                "bike": bike,
                "value": 100 * slower * (1 + 0.001 * (place % 3)),
                "luggage": loaded,
                # In no order: what counts is which are colder.
                "temperature_c": (place * 7 + 3) % 16,
            }
        )
    groups = {each.what: each.difference for each in swap_answer(of_runs(rows)).groups}
    assert groups["with luggage"].difference == pytest.approx(0.05, abs=0.003)
    assert groups["without luggage"].difference == pytest.approx(0.01, abs=0.003)
    assert set(groups) == {"with luggage", "without luggage", "below 8 °C", "from 8 °C on"}
    few = [row for row in rows if not row["luggage"] or row["temperature_c"] > 12]
    assert all("luggage" not in each.what for each in swap_answer(of_runs(few)).groups)


def test_luggage_on_all_runs_alike_is_taken_out_as_the_rider_is():
    test = made_up(12, 8, 0.02, 0.005)
    plan = planned(["A", "B"], ["one", "two"], 12, luggage=True, seed=8)
    loaded = [
        run.model_copy(update={"luggage": each.luggage, "value": run.value * (1.2 if each.luggage else 1)})
        for run, each in zip(test.runs, plan, strict=True)
    ]
    heavy = swap_answer(test.model_copy(update={"runs": loaded}))
    assert heavy.remainder < 0.01
    # Its runs again without what the luggage cost: the same but for one effect more that is fitted.
    light = swap_answer(
        test.model_copy(
            update={
                "runs": [
                    run.model_copy(update={"value": run.value / (1.2 if run.luggage else 1)})
                    for run in loaded
                ]
            }
        )
    )
    assert heavy.difference == pytest.approx(light.difference)
    assert heavy.remainder == pytest.approx(light.remainder)
    # One run that does not say: then luggage is not taken out, and the runs scatter.
    unsaid = [loaded[0].model_copy(update={"luggage": None}), *loaded[1:]]
    assert swap_answer(test.model_copy(update={"runs": unsaid})).remainder > 0.03
    alone = of_runs(
        [
            {"rider": rider, "bike": bike, "value": 100, "luggage": bike == "B"}
            for rider in ("one", "two")
            for bike in ("A", "B", "B")
        ]
    )
    assert "luggage was on one bike alone" in swap_answer(alone).says


def test_ratings_as_what_is_measured_are_points_themselves():
    rows = [("one", "A", 0), ("one", "B", 2), ("two", "A", 3), ("two", "B", 6), ("one", "A", 1)]
    found = swap_answer(of_runs(rows, measured="noise"))
    assert found.difference == pytest.approx(17 / 7, abs=0.5)
    assert (found.more_runs_for_1_percent, found.tells) == (None, None)
    assert found.says.startswith("Noise: “B” against “A” +")
    with pytest.raises(InvalidInput) as error:
        of_runs([("one", "A", 11)], measured="drag")
    assert (error.value.problems[0].where, error.value.problems[0].what) == (
        "runs[0].value",
        "must be from 0 to 10",
    )


def test_what_is_not_alike_is_told():
    rows = [("one", "A", 100)] * 4 + [("one", "B", 100), ("two", "A", 100), ("two", "B", 101)]
    told = swap_answer(of_runs(rows)).unbalanced
    assert told == ["one rode them unequally often: A 4, B 1"]
    loaded = [
        {"rider": "one", "bike": bike, "value": 100, "luggage": bike == "B"} for bike in ("A", "B", "A", "B")
    ]
    assert swap_answer(of_runs(loaded, riders=["one"])).unbalanced == [
        "luggage was not on each as often: A 0, B 2"
    ]
    # As often on each is alike, however often; and so is once more.
    for extra in (0, 1):
        alike = [
            {"rider": "one", "bike": bike, "value": 100, "luggage": place < 4 + extra}
            for place, bike in enumerate(("A", "B", "A", "B", "A", "B"))
        ]
        assert swap_answer(of_runs(alike, riders=["one"])).unbalanced == []


def test_three_bikes_each_stand_against_the_first():
    test = made_up(18, 5, 0.1, 0.005, bikes=("A", "B", "C"))
    found = swap_answer(test)
    assert [each.bike for each in found.differences] == ["B", "C"]
    assert found.differences[0].difference == pytest.approx(math.expm1(0.1), abs=0.01)
    assert found.differences[1].told == "nothing"
    assert found.difference == found.differences[0].difference


@pytest.mark.parametrize(
    ("change", "where"),
    [
        ({"bikes": ["A", "A"]}, "bikes[1]"),
        ({"riders": []}, "riders"),
        ({"runs": [{"run": 1, "rider": "three", "bike": "A", "value": 3}]}, "runs[0].rider"),
        ({"runs": [{"run": 1, "rider": "one", "bike": "C", "value": 3}]}, "runs[0].bike"),
        ({"runs": [{"run": 1, "rider": "one", "bike": "A", "value": 0}]}, "runs[0].value"),
        ({"runs": [{"run": 1, "rider": "one", "bike": "A", "value": -3}]}, "runs[0].value"),
        (
            {"runs": [{"run": 1, "rider": "one", "bike": "A", "ratings": {"noise": 11}}]},
            "runs[0].ratings.noise",
        ),
        ({"runs": [{"run": 1, "rider": "one", "bike": "A", "ratings": {"smell": 1}}]}, None),
        (
            {"runs": [{"run": 2, "rider": "one", "bike": "A"}, {"run": 2, "rider": "one", "bike": "B"}]},
            "runs[1].run",
        ),
    ],
)
def test_what_cannot_be_is_refused_by_its_field(change, where):
    data = {"name": "x", "bikes": ["A", "B"], "riders": ["one"], "runs": [], **change}
    with pytest.raises(InvalidInput) as error:
        validate(SwapTest, data)
    assert where is None or error.value.problems[0].where == where


def test_runs_that_are_not_ridden_or_left_out_do_not_count():
    rows = [("one", "A", 100), ("one", "B", 110), ("two", "A", 200), ("two", "B", 220)]
    more = [*rows, {"rider": "one", "bike": "A"}, {"rider": "one", "bike": "A", "value": 5, "left_out": True}]
    one, two = swap_answer(of_runs(rows)), swap_answer(of_runs(more))
    assert (one.difference, one.runs) == (two.difference, two.runs)
    assert two.to_ride == 1


def test_run_is_what_a_plan_is_made_of():
    assert planned(["A", "B"], ["one"], 4)[0] == Run(
        run=1, rider="one", bike=planned(["A", "B"], ["one"], 4)[0].bike
    )


@given(seed=st.integers(0, 10_000), runs=st.integers(6, 14), far=st.floats(-0.3, 0.3))
def test_a_run_is_off_by_what_it_is_from_a_line_drawn_without_it(seed, runs, far):
    """The deleted residual is the foretold error of a run over that error's own standard deviation."""
    from scipy import stats

    test = made_up(runs, seed)
    moved = test.runs[0].model_copy(update={"value": test.runs[0].value * math.exp(far)})
    test = test.model_copy(update={"runs": [moved, *test.runs[1:]]})
    expected = {}
    for place, run in enumerate(test.runs):
        others = [other for other in test.runs if other is not run]
        rows = {
            each.run: [
                *(float(each.rider == rider) for rider in test.riders),
                float(each.bike == test.bikes[1]),
            ]
            for each in test.runs
        }
        design = np.array([rows[each.run] for each in others])
        logs = np.log([each.value for each in others])
        if np.linalg.matrix_rank(design) < 3 or len(others) <= 3:
            continue
        effects = np.linalg.lstsq(design, logs, rcond=None)[0]
        degrees = len(others) - 3
        scatter = math.sqrt(float(np.sum((logs - design @ effects) ** 2)) / degrees)
        row = np.array(rows[run.run])
        spread = scatter * math.sqrt(1 + row @ np.linalg.inv(design.T @ design) @ row)
        gap = math.log(run.value) - row @ effects
        chance = 2 * stats.t.sf(abs(gap) / spread, degrees) * len(test.runs)
        if chance < 0.05:
            expected[place + 1] = math.expm1(gap)
    assert {off.run: off.off for off in swap_answer(test).off} == pytest.approx(expected)


def test_what_else_is_known_of_runs_is_no_bike():
    random = np.random.default_rng(3)
    riders, bikes, warmth = [0, 0, 1, 1] * 4, [0, 1] * 8, random.uniform(5, 25, 16)
    values = np.array([0.1 * bike + 0.01 * celsius for bike, celsius in zip(bikes, warmth, strict=True)])
    found = fitted(values + random.normal(0, 1e-3, 16), riders, bikes, 2, [warmth])
    assert (found.against_first.shape, found.error.shape) == ((1,), (1,))
    assert found.against_first[0] == pytest.approx(0.1, abs=2e-3)
    assert found.degrees == 16 - 4


def test_of_five_runs_one_can_be_told_to_be_off_and_of_four_none():
    rows = [("one", "A", 100), ("one", "B", 110.001), ("two", "A", 200.001), ("two", "B", 220)]
    found = swap_answer(of_runs([*rows, ("one", "A", 120)])).off
    assert [each.run for each in found] == [5]
    assert found[0].off == pytest.approx(0.2, abs=1e-4)
    assert swap_answer(of_runs([*rows[:3], ("two", "B", 280)])).off == []
