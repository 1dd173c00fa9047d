"""Planetary sets and layshaft trains, against the tabular method and the conservation of power."""

import math
from fractions import Fraction

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from kettledrum.core.inside.checks import _clear_of_each_other, inside_checks
from kettledrum.core.inside.epicyclic import PlanetarySet, epicyclic_gears, member_speeds, set_ratio
from kettledrum.core.inside.epicyclic_losses import (
    MESH_FRICTION,
    basic_efficiency,
    gear_efficiency,
    set_efficiency,
)
from kettledrum.core.inside.gears import Gears
from kettledrum.core.inside.internals import internals
from kettledrum.core.inside.layshaft import layshaft_gears


@st.composite
def planetary_sets(draw):
    sun = draw(st.integers(12, 60))
    ring = draw(st.integers(sun + 12, 150))
    planet = draw(st.none() | st.tuples(st.integers(8, 40), st.integers(8, 40)))
    assume(planet is None or planet[1] < ring)
    return PlanetarySet(
        sun=sun,
        ring=ring,
        planet=planet,
        held=draw(st.sampled_from(["sun", "ring"])),
        uses=["direct", "up", "down"],
    )


def tabular(planetary: PlanetarySet, use: str) -> Fraction:
    """Output turns for one input turn, as a workshop works it out with a table.

    First turn everything once with the carrier; then hold the carrier and turn the held member back once.
    What each member did in both rows together is what it does with that member held and the carrier turned
    once.
    """
    a, b = planetary.planet or (1, 1)
    # With the carrier held, sun and ring turn against each other: the one turned back sends the other on.
    back_of_sun = Fraction(planetary.ring * a, planetary.sun * b)
    back_of_ring = Fraction(planetary.sun * b, planetary.ring * a)
    free = 1 + (back_of_ring if planetary.held == "sun" else back_of_sun)
    return {"direct": Fraction(1), "up": free, "down": 1 / free}[use]


@given(planetary_sets(), st.sampled_from(["direct", "up", "down"]))
def test_ratios_are_those_of_the_tabular_method(planetary, use):
    assert set_ratio(planetary, use) == pytest.approx(float(tabular(planetary, use)), rel=1e-12)


def test_a_set_worked_by_hand():
    # Sun 24 held, ring 60: 1 + 24/60 = 1.4 up, 60/84 = 0.714 down. With the ring held the sun turns 3.5
    # times.
    plain = PlanetarySet(sun=24, ring=60, uses=["up", "down"])
    assert set_ratio(plain, "up") == pytest.approx(1.4)
    assert set_ratio(plain, "down") == pytest.approx(60 / 84)
    assert plain.planet_teeth == (18, 18)
    assert set_ratio(plain.model_copy(update={"held": "ring"}), "up") == pytest.approx(3.5)
    # Stepped planets 20 on the sun, 14 on the ring: S counts as 24·14/20 = 16.8; up 1 + 16.8/60 = 1.28.
    stepped = PlanetarySet(sun=24, ring=60, planet=(20, 14), uses=["up"])
    assert set_ratio(stepped, "up") == pytest.approx(1.28)


def test_members_turn_as_they_do_on_the_bench():
    speeds = member_speeds(PlanetarySet(sun=24, ring=60, uses=["up"]), "up")
    assert (speeds.power_in, speeds.power_out) == ("carrier", "ring")
    assert (speeds.sun, speeds.carrier) == (0, 1)
    assert speeds.ring == pytest.approx(1.4)
    # The planet rolls round the sun that stands still: once with the carrier, and 24/18 of a turn on top.
    assert speeds.planet == pytest.approx(1 + 24 / 18)


@given(planetary_sets(), st.sampled_from(["up", "down"]))
def test_the_planet_rolls_on_both_without_slipping(planetary, use):
    speeds = member_speeds(planetary, use)
    a, b = planetary.planet_teeth
    turned = speeds.planet - speeds.carrier
    assert turned * a == pytest.approx(-(speeds.sun - speeds.carrier) * planetary.sun, abs=1e-9)
    assert turned * b == pytest.approx((speeds.ring - speeds.carrier) * planetary.ring, abs=1e-9)


@given(planetary_sets(), st.sampled_from(["up", "down"]))
def test_power_is_conserved_in_every_gear(planetary, use):
    """Without friction what goes in comes out; with it, just as much less as the efficiency says."""
    speeds = member_speeds(planetary, use)
    for friction in (0.0, *MESH_FRICTION):
        eta = basic_efficiency(planetary, friction)
        efficiency = set_efficiency(planetary, use, friction)
        # Torque balance on the whole set with the sun's torque 1, and on the rolling meshes with either of
        # them driving: one of the two directions is the one that loses.
        shares = []
        for x in (eta, 1 / eta):
            sun, ring = 1.0, -x * planetary.basic_ratio
            torque = {"sun": sun, "ring": ring, "carrier": -(sun + ring)}
            power = {name: torque[name] * getattr(speeds, name) for name in torque}
            shares.append(-power[speeds.power_out] / power[speeds.power_in])
        assert any(math.isclose(efficiency, share, rel_tol=1e-9) for share in shares)
        assert efficiency <= 1
        assert (efficiency == pytest.approx(1)) == (friction == 0)


def test_losses_are_small_where_little_power_rolls_and_none_in_direct_drive():
    planetary = PlanetarySet(sun=24, ring=60, uses=["direct", "up", "down"])
    # External mesh 24 on 18: π·0.06·(1/24 + 1/18)·0.68 = 0.01246; internal 18 in 60: π·0.06·(1/18 −
    # 1/60)·0.68 = 0.00499.
    assert basic_efficiency(planetary, 0.06) == pytest.approx((1 - 0.01246) * (1 - 0.00499), abs=2e-5)
    spread = gear_efficiency([planetary, planetary], ["up", "direct"])
    assert spread.low < spread.typical < spread.high < 1
    assert spread.typical == pytest.approx(0.995, abs=0.001)
    assert gear_efficiency([planetary], ["direct"]).low == 1


def test_sets_in_a_row_give_every_combination():
    gears = epicyclic_gears(
        [
            PlanetarySet(sun=24, ring=60, uses=["direct", "up", "down"]),
            PlanetarySet(sun=30, ring=66, uses=["direct", "up"]),
        ]
    )
    assert [gear.how for gear in gears] == [
        "direct, direct",
        "direct, up",
        "up, direct",
        "up, up",
        "down, direct",
        "down, up",
    ]
    assert gears[3].ratio == pytest.approx(1.4 * (1 + 30 / 66))


def test_each_gear_is_so_much_longer_than_the_one_below():
    inside = internals(Gears(ratios=[1.5, 0.6, 0.75])).gears
    assert [gear.ratio for gear in inside] == [0.6, 0.75, 1.5]
    assert inside[0].step is None
    assert [gear.step for gear in inside[1:]] == pytest.approx([0.25, 1.0])


def test_two_trains_of_a_crank_gearbox():
    gears = layshaft_gears([[(30, 34), (32, 32)], [(20, 44), (28, 36)]])
    assert [gear.how for gear in gears] == [
        "30 ÷ 34 × 20 ÷ 44",
        "30 ÷ 34 × 28 ÷ 36",
        "32 ÷ 32 × 20 ÷ 44",
        "32 ÷ 32 × 28 ÷ 36",
    ]
    assert gears[0].ratio == pytest.approx(30 / 34 * 20 / 44)
    assert gears[2].setting == (1, 0)


def states(gears: dict, where: str = "") -> list[tuple[str, str]]:
    found = inside_checks(Gears.model_validate(gears), "gears")
    return [(check.where.removeprefix("gears."), check.state) for check in found]


@pytest.mark.parametrize(
    ("planetary", "expected"),
    [
        # (60 − 24)/2 = 18; 84 is divisible by 3 and 4; 42·sin 60° = 36.4 above 20.
        ({"sun": 24, "ring": 60, "planets": 3}, ["holds", "holds", "holds"]),
        ({"sun": 24, "ring": 60, "planets": 5}, ["holds", "fails", "holds"]),
        # 42·sin(180°/7) = 18.2, and the planets are 20 across their tips.
        ({"sun": 24, "ring": 60, "planets": 7}, ["holds", "holds", "fails"]),
        ({"sun": 24, "ring": 61, "planets": 5}, ["tight", "holds", "holds"]),
        ({"sun": 24, "ring": 60}, ["holds", "not known", "not known"]),
        # 24 + 20 = 60 − 16; 24·16 + 60·20 = 1584 = 3·4·132.
        ({"sun": 24, "ring": 60, "planet": [20, 16], "planets": 3}, ["holds", "holds", "holds"]),
        # 26 + 20 = 62 − 16; 26·16 + 62·20 = 1656 = 4·414, but four planets ask for 4·4 = 16.
        ({"sun": 26, "ring": 62, "planet": [20, 16], "planets": 4}, ["holds", "fails", "holds"]),
        ({"sun": 24, "ring": 60, "planet": [20, 15], "planets": 3}, ["tight", "holds", "holds"]),
        ({"sun": 24, "ring": 90, "planet": [20, 16], "planets": 3}, ["fails", "holds", "holds"]),
    ],
)
def test_whether_a_set_can_be_put_together(planetary, expected):
    assert [state for _, state in states({"epicyclic": [{**planetary, "uses": ["up"]}]})] == expected


@pytest.mark.parametrize(("on_ring", "words"), [(15, True), (12, True), (11, False)])
def test_rows_of_planets_four_teeth_apart_may_be_shifted_and_five_not(on_ring, words):
    # 24 + 20 = 44, and 60 less 16 would be: 12 are four off, 11 five.
    planetary = {"sun": 24, "ring": 60, "planet": [20, on_ring], "planets": 3, "uses": ["up"]}
    [told] = [
        check
        for check in inside_checks(Gears.model_validate({"epicyclic": [planetary]}), "gears")
        if "the two rows need teeth of different sizes" in check.what
    ]
    assert told.what.endswith(", or shifted ones") == words
    assert told.state == ("tight" if words else "fails")


def test_meshes_of_one_train_need_one_sum_of_teeth():
    assert states({"layshaft": [[[30, 34], [32, 32], [20, 44]]]}) == []
    assert states({"layshaft": [[[30, 34], [32, 32], [30, 36], [20, 30]]]}) == [
        ("layshaft[0][2]", "tight"),
        ("layshaft[0][3]", "fails"),
    ]
    # 64 teeth are usual: 66 are made to mesh, 50 are not.
    checks = internals(Gears.model_validate({"layshaft": [[[30, 34], [32, 32], [30, 36], [20, 30]]]})).checks
    assert [("needs shifted teeth" in c.what, "does not mesh" in c.what) for c in checks] == [
        (True, False),
        (False, True),
    ]


def test_speeds_go_through_sets_in_a_row():
    # 1.4 up in the first set, 60/84 down in the second: the second carrier turns 1.4 · 60/84 = 1 time.
    teeth = {"sun": 24, "ring": 60}
    sets = [{**teeth, "uses": ["direct", "up"]}, {**teeth, "uses": ["down", "direct"]}]
    found = internals(Gears.model_validate({"epicyclic": sets}))
    both = next(gear for gear in found.gears if gear.how == "up, down")
    assert [both.sets[0].ring, both.sets[1].ring, both.sets[1].carrier] == pytest.approx([1.4, 1.4, 1.0])
    assert [gear.how for gear in found.gears] == ["direct, down", "direct, direct", "up, down", "up, direct"]
    assert [gear.moves for gear in found.gears] == [None, 1, 2, 1]
    assert found.gears[1].efficiency.typical == 1


def test_every_mesh_of_a_train_turns_the_direction_round():
    found = internals(Gears.model_validate({"layshaft": [[[24, 40]], [[28, 36]]]}))
    first, second = found.gears[0].meshes
    assert (first.turns_in, first.turns_out) == (1, pytest.approx(-0.6))
    assert (second.turns_in, second.turns_out) == (pytest.approx(-0.6), pytest.approx(0.6 * 28 / 36))
    assert internals(Gears(ratios=[1.5, 1])).kind == "other"


@pytest.mark.parametrize(("ring", "state"), [(60, "holds"), (61, "tight"), (64, "tight"), (65, "fails")])
def test_rows_of_stepped_planets_may_be_off_by_four_teeth_with_shifted_ones(ring, state):
    # 24 + 20 = 44 = 60 − 16.
    planetary = {"sun": 24, "ring": ring, "planet": [20, 16], "uses": ["up"]}
    assert states({"epicyclic": [planetary]})[0][1] == state


@pytest.mark.parametrize(("ring", "state"), [(36, "tight"), (38, "tight"), (40, "holds"), (42, "holds")])
def test_planets_of_fewer_than_ten_teeth_are_very_small(ring, state):
    # Around a sun of 20 within a ring of 36, 38, 40 and 42 they have 8, 9, 10 and 11.
    planetary = PlanetarySet(sun=20, ring=ring, planets=4, held="sun", uses=["up", "direct"])
    check = _clear_of_each_other(planetary, "sets[0]")
    assert check.state == state
    assert ("very small" in check.what) is (state == "tight")
