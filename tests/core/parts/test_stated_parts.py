"""What parts state, and what follows from it by hand."""

import pytest

from examples import setup, sprockets
from kettledrum.core.fit.spokes import spoke_lengths
from kettledrum.core.parts.automatic import Automatic
from kettledrum.core.parts.fitting import SpokeHoles
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.rim import Rim
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.use import part_from
from kettledrum.core.parts.wheel_sizes import wheel_sizes
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate


@pytest.mark.parametrize(
    ("given", "words"),
    [
        ({"by": "speed", "speeds_kmh": [12, 12]}, "must be faster than the shift before it"),
        ({"by": "speed", "speeds_kmh": [12, 18, 15]}, "must be faster than the shift before it"),
        ({"by": "cadence", "speeds_kmh": [12]}, "goes with gears that change by the speed"),
        ({"by": "speed", "speeds_kmh": [12, 18, 25]}, None),
        ({"by": "speed"}, None),
        ({}, None),
    ],
)
def test_gears_that_change_by_speed_change_at_rising_speeds(given, words):
    if words is None:
        assert validate(Automatic, given).by == given.get("by", "cadence")
        return
    with pytest.raises(InvalidInput, match=words):
        validate(Automatic, given)


def test_a_motor_behind_a_reduction_pushes_harder_and_turns_slower():
    motor = validate(
        Motor, {"at": "rear hub", "torque_nm": 10, "power_w": 314.159265, "reduction": [[10, 40], [15, 30]]}
    )
    # 1 to 8: the wheel at 25 rpm is the motor at 200 rpm, 20.94 rad/s: 15 Nm by power, 10 by torque, 80 out.
    assert motor.reduction_ratio == pytest.approx(1 / 8)
    assert motor.at_place(25) == pytest.approx(80)
    # At 75 rpm the motor turns with 600, 62.83 rad/s: 5 Nm, 40 behind the reduction.
    assert motor.at_place(75) == pytest.approx(40)
    twice = motor.model_copy(update={"count": 2})
    assert twice.at_place(75) == pytest.approx(80)


def test_a_rim_without_offset_stands_in_the_middle():
    flanges = validate(
        SpokeHoles, {"holes": 36, "flange_mm": [60, 60], "offset_mm": [30, 30], "hole_mm": 2.6}
    )
    even = spoke_lengths(flanges, validate(Rim, {"holes": 36, "effective_mm": 600, "crosses": 3}))
    assert even.left_mm == even.right_mm
    aside = spoke_lengths(
        flanges, validate(Rim, {"holes": 36, "effective_mm": 600, "crosses": 3, "offset_mm": 4})
    )
    assert aside.left_mm != aside.right_mm


@pytest.mark.parametrize(
    ("gears", "count"),
    [
        ({"stepless": {"low": 0.5, "high": 2}, "names": ["a"]}, 0),
        ({"ratios": [1, 2, 3], "names": ["a", "b"]}, 3),
        ({"stepless": {"low": 0.5, "high": 2, "steps": 4}, "names": ["a"]}, 4),
    ],
)
def test_names_are_one_for_each_gear(gears, count):
    path = [sprockets([40], [20]), {"kind": "hub", "gears": gears}]
    with pytest.raises(InvalidInput, match=f"must have one name for each gear: {count} of them"):
        validate(Setup, setup(*path))


def test_two_sprockets_saved_from_a_setup_are_a_cassette_and_one_front_of_several_a_crankset():
    two = validate(Setup, setup(sprockets([40], [14, 20])))
    assert (part_from(two, "0").kind, list(part_from(two, "0").teeth)) == ("cassette", [14, 20])
    rings = validate(Setup, setup(sprockets([28, 44], [20])))
    assert (part_from(rings, "0").kind, list(part_from(rings, "0").teeth)) == ("crankset", [28, 44])


@pytest.mark.parametrize(
    ("marked", "bead_seat"),
    [
        ("12 in", 203),
        ("14 x 1.75", 254),
        ("16 in", 305),
        ("18 in", 355),
        ("20 x 1.75", 406),
        ("24 x 1.75", 507),
    ],
)
def test_small_wheels_sit_on_the_rims_of_iso_5775(marked, bead_seat):
    assert wheel_sizes(marked).read[0].bead_seat_mm == bead_seat
