"""Where a motor's torque enters a path: before each stage, behind the last, and nowhere."""

import pytest

from examples import gearbox, hub, setup, sprockets
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
