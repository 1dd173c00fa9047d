"""What must hold for every setup."""

import itertools
import math
from copy import deepcopy

import pytest
from hypothesis import given
from hypothesis import strategies as st

import strategies
from examples import hub, setup, sprockets
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.gearing.ladder import ladder
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate

BAND = (60.0, 88.0)


def table_of(data):
    return gear_table(validate(Setup, data), BAND)


@given(strategies.setups())
def test_gears_run_from_lowest_to_highest(data):
    ratios = [gear.ratio for gear in table_of(data).gears]
    assert ratios == sorted(ratios)


@given(strategies.setups())
def test_every_gear_is_the_product_of_one_choice_in_each_stage(data):
    table = table_of(data)
    for gear in table.gears:
        chosen = [stage.options[place].ratio for stage, place in zip(table.stages, gear.choice, strict=True)]
        assert gear.ratio == pytest.approx(math.prod(chosen))
    if not table.stepless:
        assert len(table.gears) == math.prod(len(stage.options) for stage in table.stages)


@given(strategies.setups())
def test_steps_multiply_to_the_range(data):
    table = table_of(data)
    if not table.stepless:
        steps = math.prod(1 + gear.step for gear in table.gears if gear.step is not None)
        assert steps == pytest.approx(table.range)
        assert table.distinct == sum(gear.overlaps is None for gear in table.gears)


ratios = st.lists(strategies.ratio, min_size=1, max_size=14)


@given(ratios, st.integers(9, 100), strategies.teeth)
def test_twice_the_front_teeth_is_twice_the_gear(inside, front, rear):
    once = table_of(setup(sprockets([front], [rear]), hub(*inside)))
    twice = table_of(setup(sprockets([2 * front], [rear]), hub(*inside)))
    for gear, doubled in zip(once.gears, twice.gears, strict=True):
        assert doubled.development_m == pytest.approx(2 * gear.development_m)
        assert doubled.speed_kmh == pytest.approx(tuple(2 * speed for speed in gear.speed_kmh))


@given(ratios, strategies.teeth, strategies.teeth)
def test_the_pairing_leaves_range_and_steps_alone(inside, front, rear):
    paired = table_of(setup(sprockets([front], [rear]), hub(*inside)))
    bare = table_of(setup(hub(*inside)))
    assert paired.range == pytest.approx(bare.range)
    assert [gear.step for gear in paired.gears[1:]] == pytest.approx([gear.step for gear in bare.gears[1:]])
    assert paired.range == pytest.approx(max(inside) / min(inside))


@given(strategies.setups(), st.floats(0.5, 1.5))
def test_a_larger_wheel_raises_every_gear_alike(data, share):
    data["wheel"] = {"rollout_mm": 2000}
    larger = {**deepcopy(data), "wheel": {"rollout_mm": 2000 * share}}
    for gear, raised in zip(table_of(data).gears, table_of(larger).gears, strict=True):
        assert raised.ratio == gear.ratio
        for measure in ("development_m", "gear_inches", "gain_ratio"):
            assert getattr(raised, measure) == pytest.approx(share * getattr(gear, measure))


@given(strategies.setups())
def test_a_ladder_reaches_from_standstill_without_a_gap(data):
    table = table_of(data)
    rungs = ladder(table)
    assert rungs[0].from_kmh == 0
    assert rungs[-1].to_kmh == 150
    for rung, after in itertools.pairwise(rungs):
        assert rung.to_kmh == after.from_kmh
        assert rung.from_kmh < rung.to_kmh


@given(strategies.setups(), st.floats(0.5, 140))
def test_the_gear_taken_is_the_one_nearest_the_middle_of_the_band(data, speed):
    table = table_of(data)
    if table.stepless:
        return
    rung = next(rung for rung in ladder(table) if speed <= rung.to_kmh)
    middle = math.log(BAND[0] * BAND[1]) / 2

    def distance(gear):
        return abs(math.log(speed / gear.development_m / 0.06) - middle)

    def is_open(gear):
        """Whether the stages that change by themselves leave the rider in it at this speed."""
        return all(
            gear.choice[place] == (rung.from_kmh >= stage.change.trigger_kmh)
            for place, stage in enumerate(table.stages)
            if stage.change and stage.change.trigger_kmh and len(stage.options) == 2
        )

    taken = table.gears[rung.gear]
    assert is_open(taken)
    assert distance(taken) == pytest.approx(min(map(distance, filter(is_open, table.gears))), abs=1e-9)


@given(strategies.setups())
def test_cadence_on_a_rung_is_speed_over_development_and_its_band_is_true(data):
    table = table_of(data)
    for rung in ladder(table):
        ends = ((rung.from_kmh, rung.cadence_from_rpm), (rung.to_kmh, rung.cadence_to_rpm))
        for speed, (slowest, fastest) in ends:
            assert slowest <= fastest + 1e-6
            if rung.gear is not None:
                assert slowest == pytest.approx(speed * 1000 / 60 / table.gears[rung.gear].development_m)
            if rung.band == "within":
                assert BAND[0] - 1e-6 <= slowest
                assert fastest <= BAND[1] + 1e-6
            elif rung.band == "below":
                assert fastest <= BAND[0] + 1e-6
            else:
                assert slowest >= BAND[1] - 1e-6
