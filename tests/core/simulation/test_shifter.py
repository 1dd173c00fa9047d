"""Gears as they change from moment to moment, told of by the shifter alone."""

import pytest

from examples import hub, setup, sprockets, stepless_hub
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.parts.setup import Setup
from kettledrum.core.simulation.shifter import Shifter, cadence_kept
from kettledrum.core.terms.validation import validate

FIVE = hub(0.6, 0.8, 1.0, 1.25, 1.6)
PAIR = sprockets([40], [20])


def shifter(*path, **shifting) -> Shifter:
    parts = {"shifting": shifting} if shifting else {}
    made = validate(Setup, setup(*(path or (PAIR, FIVE)), **parts))
    return Shifter(made, gear_table(made, (60, 88)))


def settle(gears: Shifter, kmh: float, seconds: float = 20, *, pedals: bool = True) -> str:
    for _ in range(int(seconds / 0.05)):
        gears.step(0.05, kmh / 3.6, pedals=pedals, dead_centre=False)
    return gears.label


def test_the_gear_that_a_speed_comes_to():
    gears = shifter(set_rpm=70, dead_band_rpm=6)
    # A turn carries 2 · ratio · 2.218 m: at 70 rpm the gears go 11.2, 14.9, 18.6, 23.3 and 29.8 km/h.
    assert [settle(gears, kmh) for kmh in (11, 15, 19, 23, 30)] == ["1", "2", "3", "4", "5"]
    # 16.5 km/h is 77.5 rpm in gear 2 and 62 in gear 3, which is nearer in proportion.
    assert settle(gears, 17.2) == "3"
    assert settle(gears, 16.0) == "2"


def test_within_the_dead_band_nothing_moves():
    gears = shifter(set_rpm=70, dead_band_rpm=10)
    settle(gears, 18.6)
    before = gears.shifts
    for kmh in (16.1, 21.0, 18.6, 16.3, 20.9):
        settle(gears, kmh, 3)
    assert gears.shifts == before


def test_one_gear_after_another_unless_several_at_once():
    one = shifter(PAIR, {**FIVE, "behaviour": {"shifts_several_at_once": False}}, shift_s=0.5)
    several = shifter(PAIR, {**FIVE, "behaviour": {"shifts_several_at_once": True}}, shift_s=0.5)
    settle(one, 30)
    settle(several, 30)
    assert (one.shifts, several.shifts) == (4, 1)
    assert one.label == several.label == "5"


def test_a_shift_takes_its_time_and_is_eased_only_where_it_must():
    gears = shifter(shift_s=1.0)
    gears.step(0.05, 20 / 3.6, pedals=True, dead_centre=False)
    assert gears.shifting
    assert gears.eased
    bears = shifter(PAIR, {**FIVE, "behaviour": {"shifts_under_load": True}}, shift_s=1.0)
    bears.step(0.05, 20 / 3.6, pedals=True, dead_centre=False)
    assert bears.shifting
    assert not bears.eased
    for _ in range(19):
        assert gears.label == "1"
        gears.step(0.05, 20 / 3.6, pedals=True, dead_centre=False)
    assert gears.label == "2"


def test_a_stage_that_changes_by_itself_goes_at_its_speed():
    automatic = {**hub(1.0, 1.4), "change": {"by": "speed", "trigger_kmh": 18}}
    gears = shifter(PAIR, automatic)
    assert settle(gears, 17) == "1"
    assert settle(gears, 19) == "2"
    # Even where the rider would rather stay in the higher one.
    assert settle(gears, 17.5) == "2"
    assert settle(gears, 16.5) == "1"
    assert settle(gears, 17.5) == "1"


def test_beside_a_derailleur_a_hub_changes_back_at_its_own_speed():
    automatic = {**hub(1.0, 1.4), "change": {"by": "speed", "trigger_kmh": 18, "back_kmh": 14}}
    gears = shifter(sprockets([40], [24, 18]), automatic)
    # Two sprockets before two gears: in 1 and 2 the hub stands low, in 3 and 4 high.
    low = [settle(gears, kmh) in ("1", "2") for kmh in (10, 15, 17.9)]
    high = [settle(gears, kmh) in ("3", "4") for kmh in (18.1, 17, 15, 14.1)]
    assert (low, high) == ([True] * 3, [True] * 4)
    assert [settle(gears, kmh) in ("1", "2") for kmh in (13.9, 17)] == [True, True]


@pytest.mark.parametrize(("seconds", "share"), [(1.0, 1 / 4), (2.0, 1 / 2), (4.0, 1.0)])
def test_a_stepless_path_moves_in_proportion(seconds, share):
    gears = shifter(PAIR, stepless_hub(0.5, 2.0), shift_s=4)
    lowest = gears.development_m
    settle(gears, 60, seconds)
    # From end to end is a factor of 4 in 4 s.
    assert gears.development_m / lowest == pytest.approx(4**share, rel=0.02)


def test_by_hand_the_band_is_the_riders_own():
    made = validate(Setup, setup(PAIR, FIVE))
    band = cadence_kept(made, (60, 88))
    assert (band.low_rpm, band.high_rpm) == (60, 88)
    assert band.set_rpm == pytest.approx(72.66, abs=0.01)


def test_a_chain_on_sprockets_sweeps_over_several_while_it_runs_and_only_then():
    gears = shifter(sprockets([40], [12, 15, 19, 24, 30]), shift_s=0.5, follows_coasting=True)
    gears.step(0.05, 30 / 3.6, pedals=True, dead_centre=False)
    assert not gears.eased
    settle(gears, 30)
    assert (gears.label, gears.shifts) == ("5", 1)
    assert settle(gears, 8, pedals=False) == "5"
    assert settle(gears, 8) == "1"


def test_by_hand_nothing_moves_without_an_order():
    gears = shifter(PAIR, FIVE)
    gears.take_in_hand()
    assert gears.by_hand
    assert settle(gears, 30) == "1"
    gears.shift(1)
    assert settle(gears, 5) == "2"
    gears.shift(2)
    assert settle(gears, 5) == "4"
    gears.shift(-1)
    assert settle(gears, 30) == "3"
    assert gears.shifts == 4
    # Beyond either end there is nothing to order, and one order back is one gear back.
    gears.shift(9)
    gears.shift(-1)
    assert settle(gears, 10) == "4"
    gears.shift(-30)
    assert settle(gears, 10) == "1"


def test_by_hand_a_shift_takes_its_time_and_a_chain_only_moves_while_it_runs():
    gears = shifter(PAIR, FIVE)
    gears.take_in_hand()
    gears.shift(1)
    gears.step(0.05, 3.0, pedals=True, dead_centre=False)
    assert gears.shifting
    assert gears.label == "1"
    chain = shifter(sprockets([40], [24, 20, 16]))
    chain.take_in_hand()
    chain.shift(1)
    assert settle(chain, 0, pedals=False) == chain.label
    assert chain.shifts == 0
    settle(chain, 10)
    assert chain.shifts == 1


def test_by_hand_a_stepless_path_turns_as_far_as_it_is_turned():
    gears = shifter(PAIR, stepless_hub(0.5, 1.9))
    gears.take_in_hand()
    before = gears.development_m
    settle(gears, 30)
    assert gears.development_m == pytest.approx(before)
    gears.shift(3)
    settle(gears, 10)
    assert gears.development_m == pytest.approx(before * 1.06**3)
    gears.shift(-30)
    settle(gears, 10)
    assert gears.development_m == pytest.approx(before)
    gears.shift(30)
    settle(gears, 10)
    assert gears.development_m == pytest.approx(before * 1.9 / 0.5)


def test_what_changes_by_itself_cannot_be_taken_in_hand():
    by_speed = shifter(PAIR, {**hub(1.0, 1.3), "change": {"by": "speed", "trigger_kmh": 17}})
    by_speed.take_in_hand()
    assert not by_speed.can_be_shifted
    assert not by_speed.by_hand
    by_speed.shift(1)
    assert settle(by_speed, 10) == "1"
    assert settle(by_speed, 25) == "2"


def test_a_stepless_path_that_does_not_follow_coasting_stays_until_the_feet_go_on():
    follows, stays = (
        shifter(PAIR, stepless_hub(0.5, 1.8), set_rpm=70, follows_coasting=one) for one in (True, False)
    )
    for gears in (follows, stays):
        settle(gears, 25)
    before = stays.development_m
    for gears in (follows, stays):
        settle(gears, 12, pedals=False)
    assert stays.development_m == before
    assert follows.development_m < before * 0.6
    settle(stays, 12)
    assert stays.development_m == pytest.approx(follows.development_m)
    # By hand a grip moves it whether the feet rest or not.
    by_hand = shifter(PAIR, stepless_hub(0.5, 1.8))
    settle(by_hand, 20)
    by_hand.take_in_hand()
    before = by_hand.development_m
    by_hand.shift(-1)
    settle(by_hand, 20, pedals=False)
    assert by_hand.development_m == pytest.approx(before / 1.06)


@pytest.mark.parametrize(("kmh", "ratio"), [(12, 40 / 24), (24, 40 / 20 * 1.4), (36, 40 / 16 * 1.4)])
def test_sprockets_before_a_hub_that_changes_by_itself_go_by_what_it_stands_in(kmh, ratio):
    automatic = {**hub(1.0, 1.4), "change": {"by": "speed", "trigger_kmh": 18}}
    gears = shifter(sprockets([40], [12, 16, 20, 24]), automatic, set_rpm=70, dead_band_rpm=4)
    settle(gears, kmh, 30)
    # At 70 rpm 12, 24 and 36 km/h ask for 2.86, 5.71 and 8.57 m; the hub is in its second from 18 km/h on.
    assert gears.development_m == pytest.approx(ratio * 2.21796, rel=1e-4)
