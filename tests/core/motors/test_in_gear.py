"""Where a stepless path stands for a motor; what is the rider's where legs follow no further."""

import math
from types import SimpleNamespace

import numpy as np
import pytest

from examples import setup, sprockets, stepless_hub
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.motors.in_gear import MotorGears
from kettledrum.core.motors.range import _ridden_with
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate

MOTOR = {"at": "cranks", "torque_nm": 50}
MADE = validate(Setup, {**setup(sprockets([28, 44], [20]), stepless_hub(0.5, 0.7)), "motors": [MOTOR]})
TURN = MADE.wheel.circumference_m
# Two rings before the hub: from 0.7 to 0.98, and from 1.1 to 1.54.
LOW, HIGH = (0.7 * TURN, 0.98 * TURN), (1.1 * TURN, 1.54 * TURN)
BETWEEN = math.sqrt(LOW[1] * HIGH[0])


@pytest.mark.parametrize(
    ("wanted", "stands"),
    [
        (0.5 * TURN, LOW[0]),
        (LOW[0], LOW[0]),
        (0.9 * TURN, 0.9 * TURN),
        (BETWEEN * 0.99, LOW[1]),
        (BETWEEN * 1.01, HIGH[0]),
        (1.3 * TURN, 1.3 * TURN),
        (2 * TURN, HIGH[1]),
    ],
)
def test_a_stepless_path_of_two_spans_stands_nearest_to_what_is_wanted(wanted, stands):
    at = MotorGears(MADE, gear_table(MADE, (60, 90))).stepless(wanted)
    assert at.label is None
    assert at.development_m == pytest.approx(stands)
    # A motor at the cranks turns once for so many turns of the wheel.
    assert at.driven[0].turns == pytest.approx(TURN / stands)
    assert at.cadence_rpm(5) == pytest.approx(300 / stands)


def test_at_a_speed_it_turns_in_the_middle_of_the_band():
    gears = MotorGears(MADE, gear_table(MADE, (60, 90)))
    assert gears.at(0.9 * TURN / 60 * math.sqrt(60 * 90)).cadence_rpm(
        0.9 * TURN / 60 * math.sqrt(60 * 90)
    ) == pytest.approx(math.sqrt(60 * 90))


@pytest.mark.parametrize(("needed_w", "own_w"), [(50, 40), (100, 40), (175, 70), (250, 100), (400, 100)])
def test_where_legs_follow_no_further_rider_and_help_fade_as_one(needed_w, own_w):
    # Below the speed rider and motors bring 100 and 150 W, beyond it 40 and 60.
    helped = SimpleNamespace(rider_w=np.array([100.0, 40.0]), wheel_w=np.array([150.0, 60.0]))
    below, over = np.array([0]), np.array([1])
    assert _ridden_with(helped, below, over, np.array([float(needed_w)])) == pytest.approx([own_w])


@pytest.mark.parametrize(("needed_w", "own_w"), [(-20, 0), (60, 60), (100, 100), (175, 100)])
def test_where_they_do_follow_the_rider_comes_first(needed_w, own_w):
    helped = SimpleNamespace(rider_w=np.array([100.0, 100.0]), wheel_w=np.array([150.0, 0.0]))
    below, over = np.array([0]), np.array([1])
    assert _ridden_with(helped, below, over, np.array([float(needed_w)])) == pytest.approx([own_w])
