"""What is known of every run and taken out of a swap test as the rider is: power and wind beside luggage."""

import math

import numpy as np
import pytest

from kettledrum.core.job.swap_test import SwapTest
from kettledrum.core.swap.answer import swap_answer
from kettledrum.core.swap.plan import planned
from kettledrum.core.terms.validation import validate


def ridden(runs, measured="time", seed=0, scatter=0.0, **known):
    """Runs of two riders on A and on B, which takes 2 % longer at one power and in one wind."""
    chance = np.random.default_rng(seed)
    rows = []
    for run in planned(("A", "B"), ("one", "two"), runs, seed=seed):
        power, wind = chance.uniform(120, 190), float(chance.integers(0, 12))
        log = (
            7.0
            + (0.1 if run.rider == "two" else 0)
            + (math.log(1.02) if run.bike == "B" else 0)
            - 0.4 * math.log(power / 150)
            + 0.004 * wind
            + chance.normal(0, scatter)
        )
        row = {"run": run.run, "rider": run.rider, "bike": run.bike, "value": math.exp(log)}
        told = {"power_w": power, "wind_kmh": wind}
        rows.append({**row, **{key: told[key] for key, said in known.items() if said}})
    return swap_test(rows, measured)


def swap_test(rows, measured="time"):
    made = {"name": "x", "measured": measured, "bikes": ["A", "B"], "riders": ["one", "two"], "runs": rows}
    return validate(SwapTest, made)


def by_lstsq(test, *columns):
    """The second bike’s effect, by NumPy’s own least squares with a column for each thing that is known."""
    rows = [
        [run.rider == "one", run.rider == "two", run.bike == "B", *[column(run) for column in columns]]
        for run in test.runs
    ]
    values = [math.log(run.value) for run in test.runs]
    return np.linalg.lstsq(np.array(rows, dtype=float), np.array(values), rcond=None)[0][2]


def test_power_and_wind_that_all_runs_say_are_taken_out():
    test = ridden(10, power_w=True, wind_kmh=True)
    found = swap_answer(test)
    assert found.taken_out == ["power", "wind"]
    assert found.difference == pytest.approx(0.02, abs=1e-9)
    assert "rider, power, wind and chance taken out" in found.says
    # Not known, they are chance: what is found is off, and less sure.
    bare = swap_answer(ridden(10))
    assert bare.taken_out == []
    assert abs(bare.difference - 0.02) > 0.005
    assert bare.remainder > 0.02


@pytest.mark.parametrize("seed", range(6))
def test_against_least_squares_with_a_column_for_each(seed):
    test = ridden(14, seed=seed, scatter=0.01, power_w=True, wind_kmh=True)
    expected = by_lstsq(test, lambda run: math.log(run.power_w), lambda run: run.wind_kmh)
    assert swap_answer(test).difference == pytest.approx(math.expm1(expected), rel=1e-9)
    only_wind = ridden(14, seed=seed, scatter=0.01, wind_kmh=True)
    expected = by_lstsq(only_wind, lambda run: run.wind_kmh)
    assert swap_answer(only_wind).difference == pytest.approx(math.expm1(expected), rel=1e-9)


def test_the_interval_still_covers_the_truth_with_them():
    held = 0
    for seed in range(300):
        low, high = swap_answer(ridden(12, seed=seed, scatter=0.02, power_w=True, wind_kmh=True)).interval
        held += low <= 0.02 <= high
    assert 0.92 <= held / 300 <= 0.98


def test_what_one_run_leaves_unsaid_or_all_say_alike_is_not_taken_out():
    rows = [run.model_dump(exclude_unset=True) for run in ridden(10, power_w=True, wind_kmh=True).runs]
    del rows[4]["power_w"]
    for row in rows:
        row["wind_kmh"] = 6
    assert swap_answer(swap_test(rows)).taken_out == []


def test_what_goes_with_the_bike_is_not_taken_out():
    rows = [run.model_dump(exclude_unset=True) for run in ridden(10).runs]
    for row in rows:
        row["power_w"] = 150 if row["bike"] == "A" else 160
    found = swap_answer(swap_test(rows))
    assert found.taken_out == []
    assert found.difference is not None


def test_three_degrees_of_freedom_are_left():
    # Two riders, two bikes and one thing known take four of the runs.
    assert swap_answer(ridden(7, power_w=True)).taken_out == ["power"]
    assert swap_answer(ridden(6, power_w=True)).taken_out == []
    assert swap_answer(ridden(7, power_w=True, wind_kmh=True)).taken_out == ["power"]


def test_power_is_not_taken_out_of_power_nor_anything_of_ratings():
    assert swap_answer(ridden(10, measured="power", power_w=True, wind_kmh=True)).taken_out == ["wind"]
    rows = [
        {**run.model_dump(exclude_unset=True), "ratings": {"drag": 3 + (run.bike == "B")}}
        for run in ridden(10, power_w=True).runs
    ]
    found = swap_answer(swap_test(rows))
    assert found.taken_out == ["power"]
    (drag,) = found.felt
    assert drag.differences[0].difference == pytest.approx(1)
    felt = swap_test([{**row, "value": 3 + (row["bike"] == "B")} for row in rows], "drag")
    assert swap_answer(felt).taken_out == []


def test_what_is_taken_out_asks_for_more_runs():
    known = swap_answer(ridden(12, scatter=0.02, seed=3, wind_kmh=True))
    # One effect more leaves one degree less: at the same scatter fewer degrees never tell more.
    assert known.tells is not None
    half = math.log1p(known.tells)
    from scipy import stats

    degrees = 12 - 2 - 2 + 1 - 1
    assert half == pytest.approx(stats.t.ppf(0.975, degrees) * known.remainder * math.sqrt(4 / 12))
