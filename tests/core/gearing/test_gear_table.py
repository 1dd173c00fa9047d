"""Gear tables worked by hand; the wheel is 622 + 2 × 42 = 706 mm across, 2.21796 m round."""

import math

import pytest

from examples import NINE_SPEED_HUB, gearbox, hub, setup, sprockets, stepless_hub
from kettledrum.core.gearing.gear_table import GearTable, gear_table
from kettledrum.core.gearing.ladder import ladder
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate


def table_of(*path, cadence=(60, 90), **parts) -> GearTable:
    return gear_table(validate(Setup, setup(*path, **parts)), cadence)


def test_one_pairing_in_every_measure():
    table = table_of(sprockets([42], [21]))
    [gear] = table.gears
    assert gear.ratio == 2
    assert gear.development_m == pytest.approx(2 * 2.21796, abs=1e-4)
    assert gear.gear_inches == pytest.approx(2 * 706 / 25.4)  # 55.6 in
    assert gear.gain_ratio == pytest.approx(2 * 353 / 170)  # 4.15
    # 4.436 m a turn, 60 turns a minute: 266.2 m a minute, 15.97 km/h.
    assert gear.speed_kmh == pytest.approx((15.969, 23.954), abs=1e-3)
    assert (gear.step, gear.overlaps, table.range, table.distinct) == (None, None, 1, 1)
    assert (table.mean_step, table.smallest_step, table.largest_step) == (None, None, None)


def test_hub_behind_a_pairing_multiplies():
    table = gear_table(validate(Setup, NINE_SPEED_HUB), (60, 90))
    first = table.gears[0]
    assert first.ratio == pytest.approx(44 / 19 * 0.53)
    assert f"{first.ratio:.2f} {first.development_m:.2f}" == "1.23 2.72"
    assert table.range == pytest.approx(2.02 / 0.53)
    assert [gear.label for gear in table.gears] == list("123456789")
    assert table.gears[1].step == pytest.approx(0.64 / 0.53 - 1)
    assert table.smallest_step == pytest.approx(1.0 / 0.91 - 1)
    assert table.largest_step == pytest.approx(0.64 / 0.53 - 1)
    assert (1 + (table.mean_step or 0)) ** 8 == pytest.approx(table.range)


def test_measured_rollout_replaces_the_sizes():
    wheel = {"bead_seat_mm": 622, "tyre_mm": 42, "rollout_mm": 2200}
    [gear] = table_of(sprockets([42], [21]), wheel=wheel).gears
    assert gear.development_m == pytest.approx(4.4)
    assert gear.gear_inches == pytest.approx(2 * 2200 / 3.14159265 / 25.4)


def test_compound_path_has_every_combination_in_order():
    # Two rings by two sprockets by two hub gears: (1, 2) × (1, 0.5) × (0.5, 1) = .25 .5 .5 .5 1 1 1 2
    table = table_of(sprockets([20, 40], [20, 40]), hub(0.5, 1))
    assert [gear.ratio for gear in table.gears] == pytest.approx([0.25, 0.5, 0.5, 0.5, 1, 1, 1, 2])
    assert [gear.overlaps for gear in table.gears] == [None, None, "2", "2", None, "5", "5", None]
    assert table.distinct == 4
    assert table.smallest_step == 0
    assert {tuple(gear.choice) for gear in table.gears} == {(a, b) for a in range(4) for b in range(2)}


def test_a_redundant_gear_names_the_last_that_counts_not_its_neighbour():
    # 1.03 and 1.06 each lie 3 % above the one before, but 1.06 is 6 % above 1.00.
    table = table_of(hub(1, 1.03, 1.06, 1.10))
    assert [gear.overlaps for gear in table.gears] == [None, "1", None, "3"]
    assert table.distinct == 2


def test_five_percent_apart_is_two_gears():
    assert table_of(hub(1, 1.05)).distinct == 2
    assert table_of(hub(1, 1.0499)).distinct == 1


def test_certain_pairs_run_together_only():
    table = table_of({"kind": "sprockets", "pairs": [[44, 18], [36, 22]]})
    assert [gear.ratio for gear in table.gears] == pytest.approx([36 / 22, 44 / 18])
    assert [option.label for option in table.stages[0].options] == ["36 × 22", "44 × 18"]


def test_ratios_may_come_in_any_order_and_keep_their_names():
    named = {"kind": "hub", "gears": {"ratios": [1.4, 0.7, 1.0], "names": ["fast", "hill", "plain"]}}
    table = table_of(sprockets([40], [20]), named)
    assert [(gear.label, gear.ratio) for gear in table.gears] == [
        ("hill", pytest.approx(1.4)),
        ("plain", pytest.approx(2)),
        ("fast", pytest.approx(2.8)),
    ]


def test_names_give_way_to_numbers_where_another_stage_shifts_too():
    named = {"kind": "hub", "gears": {"ratios": [0.7, 1.0], "names": ["hill", "plain"]}}
    table = table_of(sprockets([40], [20, 25]), named)
    assert [gear.label for gear in table.gears] == ["1", "2", "3", "4"]


def test_gearbox_made_of_two_trains_in_a_row():
    # Three by four trains give twelve gears, as builders say.
    table = table_of(gearbox(0.5, 0.8, 1.28), gearbox(1, 1.1, 1.21, 1.331), sprockets([32], [32]))
    assert len(table.gears) == 12
    assert table.range == pytest.approx(1.28 * 1.331 / 0.5)


def test_stepless_path_has_two_ends_and_no_steps():
    table = table_of(sprockets([40], [20]), stepless_hub(0.56, 1.75))
    assert [(gear.label, gear.ratio) for gear in table.gears] == [("low", 1.12), ("high", 3.5)]
    assert [gear.step for gear in table.gears] == [None, None]
    assert (table.stepless, table.range, table.spans) == (True, pytest.approx(3.125), [(0, 1)])
    assert (table.mean_step, table.largest_step, table.distinct) == (None, None, None)


def test_two_rings_before_a_stepless_hub_make_two_spans():
    table = table_of(sprockets([20, 40], [20]), stepless_hub(0.5, 1.5))
    # 0.5–1.5 on the small ring, 1–3 on the large.
    assert [(gear.label, gear.ratio) for gear in table.gears] == [
        ("1 low", 0.5),
        ("2 low", 1),
        ("1 high", 1.5),
        ("2 high", 3),
    ]
    assert table.spans == [(0, 2), (1, 3)]
    assert table.range == 6


def test_between_spans_far_apart_the_nearer_in_proportion_is_taken():
    table = table_of(sprockets([20, 40], [20]), stepless_hub(0.9, 1.1))
    rungs = ladder(table)
    around, middle = table.circumference_m, math.sqrt(table.cadence_rpm[0] * table.cadence_rpm[1])
    # The small ring ends at 1.1 turns of the wheel, the large one begins at 1.8: half-way, in proportion.
    change = middle * math.sqrt(1.1 * 1.8) * around * 0.06
    before, after = (
        next(rung for rung in rungs if getattr(rung, end) == pytest.approx(change, rel=1e-9))
        for end in ("to_kmh", "from_kmh")
    )
    assert before.cadence_to_rpm == pytest.approx([change / 0.06 / (1.1 * around)] * 2)
    assert after.cadence_from_rpm == pytest.approx([change / 0.06 / (1.8 * around)] * 2)


def test_two_stepless_stages_run_from_both_low_to_both_high():
    table = table_of({**stepless_hub(0.5, 2), "kind": "gearbox"}, stepless_hub(0.6, 1.5))
    assert [gear.ratio for gear in table.gears] == pytest.approx([0.3, 3])


def test_the_longest_path_allowed_is_worked_out():
    table = table_of(sprockets(list(range(30, 50)), list(range(11, 31))))
    assert len(table.gears) == 400
    assert table.range == pytest.approx(49 / 11 / (30 / 30))


def test_wear_goes_by_the_links_of_a_chain_or_the_teeth_of_a_belt():
    def again(drive="chain", **run):
        path = {**sprockets([42], [21], drive), **run}
        return gear_table(validate(Setup, setup(path)), (60, 90)).wear.meets_again

    # 42 and 21 meet again with each turn; on 104 links after lcm(42, 104) / 42 = 52 turns, on 105 after 5.
    assert again() == 1
    assert again(run={"links": 104}) == 52
    assert again(run={"links": 105}) == 5
    # A belt of 118: lcm(42, 118) / 42.
    assert again("belt", run={"belt_teeth": 118}) == 59
