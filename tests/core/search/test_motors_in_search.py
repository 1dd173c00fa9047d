"""Motors in the search: beside which drives each has its place, where one is wanted, what it weighs there."""

from typing import get_args

import pytest
from test_by_hand_search import cassette, found, geared, job, part

from kettledrum.core.fit.page import fit_page
from kettledrum.core.parts.motor import MOTOR_PLACES
from kettledrum.core.search.asked import SearchAsked, TeethOfDrive
from kettledrum.core.search.bases import bases_of
from kettledrum.core.search.kinds import Kind
from kettledrum.core.search.one_drive import one_drive

DRIVES = [
    geared("four"),
    geared("case", 0.7, 1, 1.4, kind="gearbox"),
    geared("two", 1, 1.5, kind="chaingear"),
    cassette(11, 15, 22),
]
KINDS = {
    "cranks": {"single-speed", "hub", "derailleur"},
    "gearbox": {"crank gearbox"},
    "rear hub": {"single-speed", "derailleur", "crank gearbox", "chaingear", "chaingear and derailleur"},
    # All there are, but for a cassette on a hub of few gears, which Parts has none of here.
    "front hub": {*get_args(Kind)} - {"hub and derailleur"},
}


def motor(at, name="helper", **more):
    return part(name, "motor", motor={"at": at, "torque_nm": 40, **more}, price=300, mass_kg=3)


def kinds(parts, places=MOTOR_PLACES):
    return {base.kind for base in bases_of(parts, job().stock, places).bases}


@pytest.mark.parametrize("at", MOTOR_PLACES)
def test_a_motor_goes_where_there_is_room_for_it(at):
    assert kinds([*DRIVES, motor(at)]) == KINDS[at]


def test_a_motor_that_says_no_place_drives_the_cranks():
    nowhere = part("helper", "motor", motor={"torque_nm": 40})
    assert kinds([*DRIVES, nowhere]) == KINDS["cranks"]


def test_only_at_places_where_one_is_wanted():
    both = [*DRIVES, motor("cranks", "at the cranks"), motor("front hub", "in front")]
    for places, named in (
        (None, {"at the cranks", "in front"}),
        (["front hub"], {"in front"}),
        (["rear hub"], set()),
    ):
        result = found({"musts": [], "motor": True, "motor_at": places}, both)
        assert {mark.name.rsplit(", ", 1)[1] for mark in result.marks} == named
        assert all(mark.motor for mark in result.marks)
    assert result.says == "There is no motor in Parts to put a drive together with, at the places you allow."
    # Where no motor is wanted, places want none.
    alone = found({"musts": [], "motor_at": ["front hub"]}, both)
    assert alone.marks
    assert not any(mark.motor for mark in alone.marks)


def test_what_nobody_knows_where_to_put_is_named_and_left_out():
    odd = part("odd one", "motor", motor={"at": "roof", "torque_nm": "much"})
    between = motor({"before": 1}, "between")
    result = found({"musts": [], "motor": True}, [*DRIVES, odd, between, motor("cranks")])
    assert result.marks
    assert result.untried_says == (
        "Left out, as Parts does not say where it drives or what it gives: “between” and “odd one”."
    )
    assert found({"musts": []}, [*DRIVES, odd]).untried_says is None


@pytest.mark.parametrize("at", MOTOR_PLACES)
def test_no_drive_that_is_made_has_two_things_at_one_place(at):
    data = job()
    result = found({"musts": [], "motor": True, "most": 40}, [*DRIVES, motor(at)])
    assert result.answers
    for answer in result.answers:
        checks = fit_page(data, answer.setup).checks
        failing = [each.what for each in checks if each.state == "fails"]
        wrong = [what for what in failing if "want the same place" in what or "leaves no room" in what]
        assert wrong == []


@pytest.mark.parametrize(
    ("at", "more_kg"), [("cranks", 0), ("gearbox", 0), ("rear hub", 3), ("front hub", 3)]
)
def test_its_mass_is_where_it_drives(at, more_kg):
    parts = [*DRIVES, motor(at)]
    helped = found({"musts": [], "motor": True}, parts)
    alone = {mark.name: mark for mark in found({"musts": []}, parts).marks}
    compared = 0
    for mark in helped.marks:
        name = mark.name.removesuffix(", helper")
        if name in alone:
            compared += 1
            assert mark.wheel_kg - alone[name].wheel_kg == pytest.approx(more_kg)
            assert mark.mass_kg - alone[name].mass_kg == pytest.approx(3)
    assert compared
    # Of one whose mass nobody knows nothing is made up.
    unweighed = motor(at).model_copy(update={"mass_kg": None})
    for mark in found({"musts": [], "motor": True}, [*DRIVES, unweighed]).marks:
        assert mark.apart
        if mark.name.removesuffix(", helper") in alone:
            assert mark.wheel_kg == alone[mark.name.removesuffix(", helper")].wheel_kg
    # Unless its part says otherwise.
    said = motor(at).model_copy(update={"mass_at": "frame"})
    framed = found({"musts": [], "motor": True}, [*DRIVES, said])
    assert {mark.wheel_kg for mark in framed.marks} <= {mark.wheel_kg for mark in alone.values()}
    assert {motor.mass_at for each in framed.answers for motor in each.setup.motors} == {"frame"}


@pytest.mark.parametrize("at", ["cranks", "rear hub", "front hub"])
def test_one_drive_is_told_again_with_its_motor(at):
    helper = motor(at)
    result = found({"musts": [], "motor": True}, [cassette(11, 15, 22), helper])
    mark = next(each for each in result.marks if each.kind == "derailleur")
    parts = [[cassette(11, 15, 22), helper][place] for place in mark.parts]
    teeth = TeethOfDrive(drive="chain", front=mark.front, rear=mark.rear, motor=True)
    told = one_drive(job(), [], parts, teeth)
    assert told.name == mark.name
    assert [each.at for each in told.setup.motors] == [at]


def test_places_are_refused_by_name():
    with pytest.raises(ValueError, match="motor_at"):
        SearchAsked(motor=True, motor_at=["saddle"])
    with pytest.raises(ValueError, match="motor_at"):
        SearchAsked(motor=True, motor_at=[])


@pytest.mark.parametrize(
    ("at", "rpm", "run"),
    # 100 km/h are 751.4 turns of 2.218 m a minute; of the cranks 341.6 with 44 × 20, 359.4 with a belt on
    # 46 × 22, and 375.7 with 40 × 20.
    [
        ("front hub", 751, 3),
        ("front hub", 752, 0),
        ("cranks", 341, 3),
        ("cranks", 342, 2),
        ("cranks", 360, 1),
        ("cranks", 376, 0),
    ],
)
def test_no_motor_turns_the_wheel_beyond_100_kmh(at, rpm, run):
    # Without a must of the frame too: no bicycle is made for that.
    assert found({"musts": [], "motor": True}, [motor(at, no_load_rpm=rpm)]).run == run
