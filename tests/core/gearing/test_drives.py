"""Every drive of the trade, each worked out by hand."""

from itertools import pairwise

import pytest

from examples import gearbox, hub, setup, sprockets
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate


def table(*path, **parts):
    return gear_table(validate(Setup, setup(*path, **parts)), (60, 90))


def labels(found, places):
    return [found.gears[place].choice for place in places]


def test_two_rings_are_ridden_up_with_one_front_shift_and_no_crossed_chain():
    found = table(sprockets([28, 44], [11, 13, 15, 17, 20, 24, 28, 32]))
    crossed = {found.stages[0].options[gear.choice[0]].label for gear in found.gears if gear.crossed}
    assert crossed == {"28 × 11", "28 × 13", "44 × 28", "44 × 32"}
    order = [found.stages[0].options[found.gears[place].choice[0]].label for place in found.usual_order]
    # Both rings reach from 44/24 = 1.83 to 28/15 = 1.87; the middle, 1.85, lies above 28 × 17 (1.65) and
    # below 28 × 15, so the ring is changed after 28 × 17.
    assert order == [
        "28 × 32",
        "28 × 28",
        "28 × 24",
        "28 × 20",
        "28 × 17",
        "44 × 24",
        "44 × 20",
        "44 × 17",
        "44 × 15",
        "44 × 13",
        "44 × 11",
    ]
    assert found.distinct < len(found.gears) == 16


def test_on_one_ring_no_chain_is_crossed_and_gears_follow_by_ratio():
    found = table(sprockets([40], [11, 13, 15, 18, 21, 25, 30, 36, 43]))
    assert not any(gear.crossed for gear in found.gears)
    assert found.usual_order is None
    assert [gear.moves for gear in found.gears] == [None] + [1] * 8


def test_three_rings_leave_the_middle_one_every_sprocket():
    found = table(sprockets([22, 32, 44], [11, 13, 15, 18, 21, 24, 28, 34]))
    crossed = [found.stages[0].options[gear.choice[0]].front for gear in found.gears if gear.crossed]
    assert (crossed.count(22), crossed.count(32), crossed.count(44)) == (2, 0, 2)


def test_a_stepless_hub_held_in_steps():
    # Four steps from 0.5 to 4: each is twice the one before.
    found = table(
        sprockets([40], [20]), {"kind": "hub", "gears": {"stepless": {"low": 0.5, "high": 4, "steps": 4}}}
    )
    assert [gear.ratio for gear in found.gears] == pytest.approx([1, 2, 4, 8])
    assert (found.stepless, found.spans, found.distinct) == (False, [], 4)


def test_which_shifts_of_a_gearbox_move_both_trains():
    # 3 × 4 = 12 gears; going up, the second train runs through its meshes before the first moves on.
    trains = [[[24, 40], [32, 32], [40, 24]], [[28, 36], [30, 34], [32, 32], [34, 30]]]
    found = table({"kind": "gearbox", "gears": {"layshaft": trains}}, sprockets([32], [32]))
    assert found.gears[0].ratio == pytest.approx(24 / 40 * 28 / 36)
    assert [gear.moves for gear in found.gears] == [None, 1, 1, 1, 2, 1, 1, 1, 2, 1, 1, 1]
    assert found.gears[4].step == pytest.approx((28 / 36) / (24 / 40 * 34 / 30) - 1)


def test_a_chaingear_at_the_cranks_stands_for_two_rings():
    found = table(gearbox(1, 1.55), sprockets([32], [16]), hub(0.6, 0.76, 1, 1.31, 1.67))
    assert [option.equivalent_front for option in found.stages[0].options] == pytest.approx([32, 49.6])
    # 0.6 to 1.67 with step 1, then 1.55 times as much: from 2·1.31 = 2.62 the second step's 1.55·2·0.76 =
    # 2.356 is lower.
    order = [found.gears[place] for place in found.usual_order]
    assert [gear.choice[0] for gear in order] == sorted(gear.choice[0] for gear in order)
    assert all(later.ratio > earlier.ratio for earlier, later in pairwise(order))
    assert len(order) < len(found.gears) == 10


def test_a_two_speed_hub_behind_a_cassette_stands_for_a_smaller_ring():
    found = table(sprockets([44], [11, 13, 15, 18, 21, 24, 28]), hub(0.7, 1))
    assert [option.equivalent_front for option in found.stages[1].options] == pytest.approx([30.8, 44])


def test_a_hub_of_many_gears_stands_for_no_ring():
    found = table(sprockets([44], [22]), hub(0.6, 0.8, 1, 1.25, 1.6))
    assert {option.equivalent_front for option in found.stages[1].options} == {None}


def test_twin_chains_change_as_one():
    found = table({"kind": "sprockets", "pairs": [[30, 20], [42, 17]], "change": {"by": "back-pedal"}})
    assert [gear.moves for gear in found.gears] == [None, 1]
    assert found.stages[0].change.by == "back-pedal"


@pytest.mark.parametrize(
    ("front", "rear", "factor", "patches", "either"),
    [
        # 48 ÷ 16 = 3: every stop is at one place, with either foot at two.
        (48, 16, 16, 1, 2),
        # 46 ÷ 16 = 23 ÷ 8: 8 places; 23 is odd, so the other foot finds 8 more.
        (46, 16, 2, 8, 16),
        # 44 ÷ 17 has no common factor; 44 is even, so the other foot finds none.
        (44, 17, 1, 17, 17),
    ],
)
def test_a_fixed_wheel_is_skidded_at_so_many_places(front, rear, factor, patches, either):
    found = table({**sprockets([front], [rear]), "fixed": True}).wear
    assert (found.common_factor, found.skid_patches, found.skid_patches_either_foot) == (
        factor,
        patches,
        either,
    )
    # By trying: the wheel's place after each half turn of the cranks, as shares of a turn.
    halves = {k * front % (2 * rear) for k in range(2 * rear)}
    assert len(halves) == either
    assert len({k * front % rear for k in range(rear)}) == patches


def test_a_single_speed_wears_but_is_not_skidded():
    found = table(sprockets([44], [17])).wear
    assert (found.even, found.skid_patches) == (True, None)
    assert table(sprockets([44], [17, 19])).wear is None


def test_a_pair_that_steps_the_other_way_is_pointed_at():
    step_up = sprockets([36], [18])
    assert table(step_up, sprockets([30], [15])).checks == []
    [check] = table(step_up, sprockets([15], [30]), step_up).checks
    assert (check.where, check.state) == ("path[1]", "tight")
    assert check.what.startswith("steps down where every other pair of sprockets steps up")
    # 2 × 2 × 2, not 2 × ½ × 2: the mistake is fourfold.
    assert table(step_up, step_up, step_up).gears[0].ratio == 8
    assert table(step_up, sprockets([15], [30]), step_up).gears[0].ratio == 2
    [check] = table(step_up, sprockets([15], [30])).checks
    assert "the sprockets of stage 2 step down" in check.what


def test_internals_that_cannot_be_put_together_are_said_in_the_table():
    bad = {"epicyclic": [{"sun": 24, "ring": 60, "planets": 5, "uses": ["direct", "up"]}]}
    found = table(sprockets([44], [22]), {"kind": "hub", "gears": bad})
    assert [(check.where, check.state) for check in found.checks] == [("path[1].gears.epicyclic[0]", "fails")]
    assert found.stages[1].options[1].how == "up"
    assert found.stages[1].options[0].efficiency.typical == 1


def test_where_three_things_shift_all_but_crossed_gears_are_ridden():
    found = table(sprockets([28, 44], [11, 13, 15, 18, 21, 24, 28]), hub(0.7, 1.0))
    assert found.usual_order is None
    crossed = {place for place, gear in enumerate(found.gears) if gear.crossed}
    assert crossed
    assert set(found.ridden) == set(range(len(found.gears))) - crossed


def test_behind_two_rings_a_hub_stands_for_none():
    found = table(sprockets([30, 44], [20]), hub(0.7, 1))
    assert {option.equivalent_front for option in found.stages[1].options} == {None}
