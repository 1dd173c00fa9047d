"""Single figures of pairings, and what would help, by hand."""

import math

import pytest
from test_pairings import hub_with, job, tried
from test_would_do import answers, part
from test_would_do import job as need

from examples import sprockets
from kettledrum.core.effort.wanted_gears import wanted_gears
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.pairings.place import pairing_place


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
    brief = need(wants={"lowest_by": "gear inches", "lowest_gear_inches": inches, "top_kmh": 30})
    table = gear_table(brief.setups[0], brief.rider.cadence_rpm)
    wanted = wanted_gears(brief, table, 0.95)
    across_m = table.circumference_m / math.pi
    assert wanted.lowest == pytest.approx(inches * 0.0254 / across_m)
    # 30 km/h at 88 rpm.
    assert wanted.highest == pytest.approx(30_000 / 60 / 88 / table.circumference_m)
    # Wanted 1 and 4; 1.2 below is a fifth too high, 3.2 above a quarter too low; 0.8 is a quarter beyond.
    own = type(wanted)(lowest=1.0, highest=4.0, by="ratio", usual=False)
    assert own.distance(1.2, 3.2) == pytest.approx((0.2 + 0.25, 0))
    assert own.distance(0.8, 5.0) == pytest.approx((0, 0.25))


@pytest.mark.parametrize(
    ("top_kmh", "words"), [(16, "would do it"), (25, "the top too slow"), (None, "would do it")]
)
def test_a_smaller_wheel_is_said_to_cost_the_top_where_it_does(top_kmh, words):
    road = {"crr": 0.008, "cda_m2": 0.5, "steepest": 0.08}
    wants = {"top_kmh": top_kmh} if top_kmh else {}
    found = answers(need(road=road, wants=wants), part(high=1.2, limits={"primary_ratio_min": 1.8}))["a hub"]
    assert found.state == "fails"
    wheel = next(each for each in found.help if each.startswith("a wheel"))
    # With the wheel that makes the lowest gear do, the top falls by as much.
    smaller = float(wheel.split()[3]) / (2217.96 / math.pi)
    if top_kmh:
        reached = found.highest * smaller * 2.21796 * 88 * 0.06
        assert (reached < top_kmh) is (words != "would do it")
    assert words in wheel


def test_a_gearbox_is_tried_with_the_sprockets_of_gearboxes():
    brief = need(wants={"lowest_by": "ratio", "lowest_ratio": 0.5}, stock=None)
    limits = {"input_torque_max_nm": 300}
    found = answers(brief, part("box", kind="gearbox", low=0.6, limits=limits), part("hub", limits=limits))
    # 26 in front and 34 behind are sold for gearboxes alone.
    assert found["box"].front <= 42
    assert found["box"].front / found["box"].rear <= 0.5 / 0.6
    assert found["hub"].front >= 30
    assert found["hub"].rear <= 24


def test_only_what_is_carried_can_stay_at_home():
    road = {"steepest": 0.1, "crr": 0.006}
    strict = {"primary_ratio_min": 1.0, "input_torque_max_nm": 300}

    def helped(**load):
        brief = need(road=road, load={"bike_kg": 15, **load}, wants={})
        return " ".join(answers(brief, part("narrow", low=0.9, high=1.2, limits=strict))["narrow"].help)

    # Without any load nothing can be left; a trailer alone counts as what is carried.
    assert "less to carry" not in helped()
    assert "less to carry" not in helped(cargo_kg=0.5)
    assert helped(trailer_kg=40) == helped(cargo_kg=40)


def test_what_breaks_a_hub_ranks_behind_what_is_walked():
    found = tried(job(sprockets([44], [22]), hub_with(primary_ratio_min=2.0), front=[30, 44], rear=[16, 22]))
    order = sorted(found.values(), key=lambda each: each.rank)
    states = [each.state == "fails" for each in order]
    assert states == sorted(states)
    assert any(states)
