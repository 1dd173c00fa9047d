"""Where a motor's torque enters a path: before each stage, behind the last, and nowhere."""

import math

import pytest

from examples import gearbox, hub, setup, sprockets
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.motor_place import entry_place
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate


@pytest.mark.parametrize(
    ("at", "place"),
    [
        ("cranks", 0),
        ("gearbox", 1),
        ("rear hub", 3),
        ({"before": 0}, 0),
        ({"before": 2}, 2),
        # Behind all stages is a place too; beyond it is none.
        ({"before": 3}, 3),
    ],
)
def test_how_many_stages_lie_before_it(at, place):
    motor = {"name": "m", "at": at, "torque_nm": 40}
    path = [sprockets([30], [30]), gearbox(0.5, 1.0), sprockets([40], [20])]
    made = validate(Setup, {**setup(*path), "motors": [motor]})
    assert entry_place(made.path, made.motors[0]) == place
    shorter = made.path[:2]
    if place == 3 and at != "rear hub":
        assert entry_place(shorter, made.motors[0]) is None
    elif place < 3:
        assert entry_place(shorter, made.motors[0]) == place


def test_no_gearbox_no_place_in_it():
    made = validate(Setup, setup(sprockets([40], [20]), hub(0.7, 1.0)))
    with_box = validate(
        Setup,
        {
            **setup(gearbox(0.5, 1.0), sprockets([40], [20])),
            "motors": [{"name": "m", "at": "gearbox", "torque_nm": 40}],
        },
    )
    assert entry_place(made.path, with_box.motors[0]) is None


def test_what_brakes_gives_no_more_power_than_it_drives_with_and_no_more_torque():
    drives = {"name": "m", "at": "rear hub", "torque_nm": 40, "power_w": 300}
    made = validate(Motor, drives)
    # 300 W at 60 rpm are 300 / 2π Nm, above the 40 Nm that it has; at 120 rpm they are 23.9 Nm.
    assert made.braking_at(60) == 40
    assert made.braking_at(120) == pytest.approx(300 / (4 * math.pi))
    assert made.braking_at(0) == made.braking_at(-5) == 40
    assert validate(Motor, {**drives, "count": 2}).braking_at(0) == 80
    by_curve = validate(Motor, {"name": "m", "at": "rear hub", "curve": [[0, 30], [100, 50], [200, 0]]})
    assert [by_curve.braking_at(rpm) for rpm in (0, 100, 300)] == [50, 50, 50]
