"""What is felt of shifts: the cadences at one speed, the last and the largest, nothing while coasting."""

import math

import pytest

from examples import hub, setup, sprockets, stepless_hub
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.parts.setup import Setup
from kettledrum.core.simulation.felt import Feel
from kettledrum.core.simulation.shifter import Shifter
from kettledrum.core.terms.validation import validate


def by_hand(*path):
    made = validate(Setup, setup(*path))
    gears = Shifter(made, gear_table(made, (60, 88)))
    gears.take_in_hand()
    return gears, Feel(gears)


def ride(gears, feel, kmh, seconds=3.0, *, pedals=True):
    for _ in range(int(seconds / 0.05)):
        gears.step(0.05, kmh / 3.6, pedals=pedals, dead_centre=False)
        feel.look(kmh / 3.6, pedals=pedals)


def test_the_last_and_the_largest_by_hand():
    gears, feel = by_hand(sprockets([40], [20]), hub(0.6, 0.8, 1.0, 1.6))
    ride(gears, feel, 12)
    assert feel.last is None
    assert feel.largest is None
    for _ in range(3):
        gears.shift(1)
        ride(gears, feel, 12)
    # A turn carries 2 · ratio · 2.218 m.
    assert (feel.last.before.label, feel.last.after.label) == ("3", "4")
    assert feel.last.before_rpm == pytest.approx(12 / 0.06 / (2 * 2.218), rel=2e-3)
    assert feel.last.after_rpm == pytest.approx(feel.last.before_rpm / 1.6)
    assert feel.largest == feel.last
    gears.shift(-1)
    ride(gears, feel, 9)
    # The way down is felt as much as the way up, and what is as large is no larger.
    assert (feel.last.before.label, feel.last.after.label) == ("4", "3")
    assert feel.last.after_rpm > feel.last.before_rpm
    assert feel.last.size == pytest.approx(math.log(1.6))
    gears.shift(-1)
    ride(gears, feel, 9)
    assert feel.last.size == pytest.approx(math.log(1.25))
    assert feel.largest.size == pytest.approx(math.log(1.6))


def test_coasting_and_at_rest_nothing_is_felt_but_the_gear_is_known():
    gears, feel = by_hand(sprockets([40], [20]), hub(0.6, 0.8, 1.0, 1.6))
    gears.shift(1)
    ride(gears, feel, 20, pedals=False)
    assert gears.label == "2"
    gears.shift(1)
    ride(gears, feel, 0)
    assert gears.label == "3"
    assert feel.last is None
    gears.shift(1)
    ride(gears, feel, 20)
    assert (feel.last.before.label, feel.last.after.label) == ("3", "4")


def test_several_gears_at_one_order_come_one_after_the_other_where_the_hub_cannot_leap():
    gears, feel = by_hand(sprockets([40], [20]), hub(0.6, 0.8, 1.0, 1.6))
    gears.shift(3)
    ride(gears, feel, 12)
    assert (gears.label, gears.shifts) == ("4", 3)
    assert feel.largest.size == pytest.approx(math.log(1.6))
    leaps = {**hub(0.6, 0.8, 1.0, 1.6), "behaviour": {"shifts_several_at_once": True}}
    gears, feel = by_hand(sprockets([40], [20]), leaps)
    gears.shift(3)
    ride(gears, feel, 12)
    assert (gears.label, gears.shifts) == ("4", 1)
    assert feel.largest.size == pytest.approx(math.log(1.6 / 0.6))


def test_on_a_stepless_path_from_where_it_stood_to_where_it_comes_to_rest():
    gears, feel = by_hand(sprockets([40], [20]), stepless_hub(0.5, 1.8))
    before = gears.development_m
    gears.shift(2)
    ride(gears, feel, 10, seconds=6)
    assert feel.last.before.label is None
    assert feel.last.before.development_m == pytest.approx(before)
    assert feel.last.after.development_m == pytest.approx(before * 1.06**2)
    assert feel.last.size == pytest.approx(2 * math.log(1.06))
