"""Single figures of pairings, and what would help, by hand."""

import math
from types import SimpleNamespace

import pytest
from test_pairings import hub_with, job, tried

from examples import brief as bare
from examples import setup, sprockets
from kettledrum.core.effort.wanted_gears import wanted_gears
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.pairings.grid import _order
from kettledrum.core.pairings.place import pairing_place
from kettledrum.core.terms.validation import validate


def test_each_pairing_has_its_own_ratio_and_repeats_without_a_known_chain():
    brief = job(sprockets([45], [15]), hub_with(primary_ratio_min=1.8), front=[44, 45], rear=[15, 22])
    found = tried(brief)
    for (front, rear), each in found.items():
        assert each.primary_ratio == pytest.approx(front / rear)
    place = pairing_place(brief.setups[0], brief.stock)
    # Of 45 and 15 every turn is as the last; of 44 and 15 it takes 15.
    assert [place.repeats(*pair, None) for pair in ((45, 15), (44, 15), (45, 22))] == [1, 15, 22]
    # With a chain of 102 links, lcm(45, 15, 102) = 1530 is 34 turns of 45.
    assert place.repeats(45, 15, 102) == 34
    # 44/15 where 45/15 is mounted: all gears 44/45 as high.
    assert place.scale(44, 15) == pytest.approx(44 / 45)


@pytest.mark.parametrize("inches", [20.0, 33.5])
def test_gear_inches_wanted_are_a_ratio_on_the_wheel(inches):
    wants = {"lowest_by": "gear inches", "lowest_gear_inches": inches, "top_kmh": 30}
    brief = validate(Brief, bare(setup(sprockets([40], [20])), wants=wants))
    table = gear_table(brief.setups[0], brief.rider.cadence_rpm)
    wanted = wanted_gears(brief, table, 0.95)
    across_m = table.circumference_m / math.pi
    assert wanted.lowest == pytest.approx(inches * 0.0254 / across_m)
    # 30 km/h at 88 rpm.
    assert wanted.highest == pytest.approx(30_000 / 60 / 88 / table.circumference_m)
    # Wanted 1 and 4; 1.2 below is a fifth too high, 3.2 above a quarter too low.
    own = type(wanted)(lowest=1.0, highest=4.0, by="ratio", usual=False)
    assert own.distance(1.2, 3.2) == pytest.approx((0.2 + 0.25, math.log(1.25 / 1.2)))
    # As much to spare below as above; all of it below; all of it above.
    assert own.distance(0.8, 5.0) == pytest.approx((0, 0))
    assert own.distance(0.5, 4.0) == own.distance(1.0, 8.0) == pytest.approx((0, math.log(2)))
    # Without a hill all to spare belongs below.
    assert type(wanted)(lowest=None, highest=4.0, by="ratio", usual=False).distance(1, 5) == pytest.approx(
        (0, math.log(1.25))
    )


def test_without_a_top_speed_the_flat_asks_for_the_highest_gear():
    brief = validate(Brief, bare(setup(sprockets([40], [20]))))
    table = gear_table(brief.setups[0], brief.rider.cadence_rpm)
    job = conditions(brief)
    flat_mps = job.resistance.speed_mps(job.power_w * 0.95, 0.0)
    assert wanted_gears(brief, table, 0.95).highest == pytest.approx(
        flat_mps * 60 / (88 * table.circumference_m)
    )


def test_a_tensioner_takes_up_what_an_upright_axle_cannot():
    frame = {"chainstay_mm": 440, "tensioning": "vertical"}
    plain = sprockets([44], [19])
    taken_up = {**plain, "run": {"tensioner": True}}
    states = {
        name: tried(job(stage, front=[44], rear=[19], frame=frame))[44, 19].chain.state
        for name, stage in (("plain", plain), ("taken up", taken_up))
    }
    assert states["plain"] != "holds"
    assert states["taken up"] == "holds"


def test_sprockets_that_state_what_a_motor_may_put_into_them_are_held_to_it():
    pair = {**sprockets([40], [20]), "limits": {"motor_torque_max_nm": 60}}
    for torque, state in ((70, "fails"), (40, "holds")):
        motor = {"at": "cranks", "torque_nm": torque}
        found = tried(job(pair, hub_with(), front=[40], rear=[20], motors=[motor]))
        told = [why for why in found[40, 20].why if "over the 60 Nm of sprockets" in why]
        assert bool(told) == (state == "fails"), found[40, 20].why


def test_of_pairings_alike_in_all_else_the_cheapest_change_comes_first():
    alike = {
        "state": "holds",
        "climb": "holds",
        "short": 0.0,
        "uneven": 0.0,
        "bends": 0.01,
        "belt": None,
        "repeats": 20,
    }
    changes = [
        ("nothing", False),
        ("front", False),
        ("front", True),
        ("rear", False),
        ("rear", True),
        ("both", True),
    ]
    rows = [SimpleNamespace(**alike, changed=changed, new_chain=chain) for changed, chain in changes]
    mixed = [*rows[3:], *rows[:3]]
    assert sorted(mixed, key=_order) == rows
    # What bends a chain less goes before what is cheaper, and what fails comes last of all.
    gentle = SimpleNamespace(**{**alike, "bends": 0.009}, changed="both", new_chain=True)
    broken = SimpleNamespace(**{**alike, "state": "fails"}, changed="nothing", new_chain=False)
    walked = SimpleNamespace(**{**alike, "climb": "fails"}, changed="nothing", new_chain=False)
    assert sorted([broken, walked, *rows, gentle], key=_order) == [gentle, *rows, walked, broken]


def test_a_cassette_is_paired_by_its_largest_sprocket():
    found = pairing_place(job(sprockets([36], [11, 15, 21, 30]), front=[32, 36], rear=[20]).setups[0], None)
    assert found.mounted == (36, 30)
    assert found.rears == [30]
    assert found.fixed_rear
