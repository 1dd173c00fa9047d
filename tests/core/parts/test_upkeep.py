"""Upkeep on every part: what is usual, what stood there before, and parts that come and go with it."""

import pytest

from examples import WHEEL, hub, setup, sprockets, stepless_hub
from kettledrum.core.parts.names import part_names
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.prices import part_prices, whole_price
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.use import part_from, with_part
from kettledrum.core.parts.usual_care import usual_care, usual_tasks
from kettledrum.core.parts.usual_prices import usual_price
from kettledrum.core.terms.validation import validate
from kettledrum.demo import demo_jobs, stock

OIL = [{"what": "oil change", "every_km": 4500, "every_months": 12, "minutes": 20, "cost": 16}]


def held(*path, **parts) -> Setup:
    return validate(Setup, setup(*path, **parts))


@pytest.mark.parametrize(
    ("older", "noted"),
    [
        ("oil every spring", "Care of the hub: oil every spring"),
        ({"oil": "km", "grease": [1, 2]}, "Care of the hub: oil: km; grease: 1, 2"),
        ({}, "Care of the hub: "),
        (12, "Care of the hub: 12"),
        ([{"task": "oil"}], "Care of the hub: task: oil"),
        ({"a": "x\u202ey\x00z", "b": None}, "Care of the hub: a: xyz; b: not known"),
    ],
)
def test_what_stood_there_before_goes_to_the_notes(older, noted):
    found = held(sprockets([42], [21]), {**hub(0.5, 1), "care": older}, notes="Mine.")
    assert found.notes == f"Mine.\n{noted}".strip()
    assert found.path[1].care is None


def test_a_long_one_is_noted_by_its_first_2000_letters():
    found = held(sprockets([42], [21]), {**hub(0.5, 1), "care": "oil " * 600})
    assert found.notes == "Care of the hub: " + "oil " * 499 + "oil"


def test_tasks_stay_where_they_are():
    found = held(sprockets([42], [21]), {**hub(0.5, 1), "care": OIL})
    assert found.notes is None
    assert found.model_dump(mode="json", exclude_unset=True)["path"][1]["care"] == OIL


def test_every_part_has_a_name_of_its_own():
    pieces = [{"name": "cable"}, {"name": "cable"}]
    motors = [{"at": "cranks", "torque_nm": 40}, {"at": "cranks", "torque_nm": 40, "name": "helper"}]
    found = held(sprockets([42], [21]), sprockets([30], [15]), hub(0.5, 1), parts=pieces, motors=motors)
    assert [name for name, _ in part_names(found)] == [
        "cranks",
        "sprockets",
        "sprockets 2",
        "hub",
        "wheel",
        "motor",
        "helper",
        "cable",
        "cable 2",
    ]
    assert [price for _, price in part_prices(found)] == [None] * 9
    assert whole_price(found) is None


def test_a_wheel_and_a_motor_bring_price_and_upkeep_along():
    wheel = validate(Part, {"kind": "wheel", "name": "w", "wheel": dict(WHEEL), "price": 140, "care": OIL})
    found = with_part(held(), wheel)
    assert (found.wheel.price, found.wheel.care[0].what) == (140, "oil change")
    kept = part_from(found, "wheel")
    assert (kept.price, kept.care) == (140, found.wheel.care)
    assert kept.wheel.price is None
    motor = validate(
        Part, {"kind": "motor", "name": "m", "motor": {"torque_nm": 50}, "price": 700, "care": OIL}
    )
    [driven] = with_part(held(), motor).motors
    assert (driven.price, driven.care[0].cost) == (700, 16)
    bought = with_part(
        held(sprockets([42], [21]), hub(0.5, 1)),
        validate(Part, {"kind": "hub", "name": "h", "gears": {"ratios": [1, 2]}, "care": OIL}),
    )
    assert bought.path[1].care[0].every_km == 4500
    assert part_from(bought, "1").care == bought.path[1].care


def test_what_is_usual_depends_on_the_kind():
    def whats(stage, **parts):
        offered = {
            each.where: [task.what for task in each.tasks] for each in usual_care(held(stage, **parts))
        }
        return offered["path[0]"]

    assert "new belt" in whats(sprockets([50], [24], "belt"))
    assert "new cables" in whats(sprockets([40], [11, 15, 19]))
    assert "new cassette" in whats(sprockets([40], [11, 15, 19]))
    assert "new cables" not in whats(sprockets([42], [21]))
    assert "new rings" in whats(sprockets([30, 42], [21]))
    assert whats({**hub(0.5, 1), "lubricant": "oil bath"})[0] == "oil change"
    assert whats(hub(0.5, 1))[0] == "taken apart and greased"
    battery = {"at": "cranks", "torque_nm": 50, "battery": {"energy_wh": 500}}
    wheres = [each.where for each in usual_care(held(motors=[battery, {"at": "cranks", "torque_nm": 50}]))]
    # Of the second motor, without a battery, only the price is usual.
    assert wheres == ["cranks", "path[0]", "wheel", "motors[0]", "motors[1]"]


def test_what_is_known_is_not_offered_again():
    offered = {each.where: each for each in usual_care(held({**sprockets([42], [21]), "price": 70}))}
    assert offered["path[0]"].price is None
    assert offered["path[0]"].tasks
    looked_after = usual_care(held({**sprockets([42], [21]), "care": OIL}))
    assert [(each.price, each.tasks) for each in looked_after if each.where == "path[0]"] == [(65, [])]
    assert usual_care(held({**sprockets([42], [21]), "care": OIL, "price": 0}))[1].where == "wheel"


@pytest.mark.parametrize(
    ("stage", "price"),
    [
        (sprockets([42], [21]), 65),
        (sprockets([42], [11, 15, 19]), 175),
        (sprockets([30, 42], [21]), 125),
        (sprockets([30, 42], [11, 15]), 235),
        (sprockets([50], [24], "belt"), 150),
        (hub(1), 40),
        (hub(0.5, 1, 2), 100),
        (hub(*[0.5 + each / 10 for each in range(4)]), 160),
        (hub(*[0.5 + each / 10 for each in range(8)]), 260),
        (hub(*[0.5 + each / 10 for each in range(12)]), 500),
        (hub(*[0.5 + each / 10 for each in range(14)]), 1150),
        (stepless_hub(0.5, 1.9), 350),
        ({"kind": "gearbox", "gears": {"ratios": [1, 1.6]}}, 500),
        ({"kind": "gearbox", "gears": {"ratios": [0.5, 0.7, 1, 1.3]}}, 800),
        ({"kind": "gearbox", "gears": {"ratios": [each / 10 for each in range(5, 14)]}}, 1150),
    ],
)
def test_what_a_part_usually_costs(stage, price):
    assert usual_price(held(stage).path[0]) == price


def test_what_other_parts_usually_cost():
    motor = {"at": "rear hub", "torque_nm": 40}
    whole = held(
        motors=[motor, {**motor, "at": "cranks", "battery": {"energy_wh": 501}}],
        parts=[{"name": "lamp"}],
    )
    found = {name: usual_price(part) for name, part in part_names(whole) if name != "sprockets"}
    assert list(found.values()) == [60, 150, 350, 700 + 451, None]


def test_the_demo_and_the_shelf_are_priced_and_looked_after():
    for job in demo_jobs():
        for one in job.setups:
            assert None not in [price for _, price in part_prices(one)], one.name
            assert all(stage.care for stage in one.path), one.name
    assert all(part.price is not None and part.care for part in stock())


def test_a_new_battery_costs_by_the_energy_it_holds():
    motor = {"at": "cranks", "torque_nm": 60, "battery": {"energy_wh": 400}}
    made = validate(Setup, setup(motors=[motor]))
    [task] = [each for each in usual_tasks(made.motors[0]) if each.what == "new battery"]
    assert task.cost == 360
