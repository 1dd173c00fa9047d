"""Parts of the shelf: what makes them, what they add up to, into setups and out of them."""

from contextlib import nullcontext

import pytest

from examples import NINE_SPEED_HUB, brief, gearbox, hub, setup, sprockets
from kettledrum.core.fit.page import fit_page
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.figures import part_figures
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import few_gears
from kettledrum.core.parts.use import part_from, with_part
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.demo import stock

HUB = {"kind": "hub", "name": "5-speed hub", "gears": {"ratios": [0.5, 0.6, 0.75, 1, 1.5]}}
CASSETTE = {"kind": "cassette", "name": "cassette of 5", "teeth": [11, 14, 18, 24, 32]}


def part(data):
    return validate(Part, data)


@pytest.mark.parametrize(
    ("data", "message"),
    [
        ({"kind": "hub", "name": "x"}, "gears: is missing: a hub must have it"),
        ({**HUB, "teeth": [11]}, "teeth: does not go with a hub, which has gears"),
        ({"kind": "cassette", "name": "x", "teeth": [4]}, "teeth[0]: must be a whole number from 5 to 200"),
        ({**HUB, "mass_kg": -1}, "mass_kg: must be from 0 to 100 kg"),
        ({**HUB, "limits": {"torque": 3}}, "limits.torque: is not known here"),
        ({**HUB, "kind": "brake"}, "kind: must be “hub” or “gearbox”"),
    ],
)
def test_a_part_that_cannot_be_is_refused_by_field(data, message):
    with pytest.raises(InvalidInput) as refusal:
        part(data)
    assert str(refusal.value).startswith(message)


def test_what_a_part_adds_up_to():
    figures = part_figures(part(HUB))
    # 1.5 ÷ 0.5; the largest step is from 1 to 1.5.
    assert (figures.gears, figures.range, figures.largest_step) == (5, 3, 0.5)
    assert part_figures(part(CASSETTE)).range == pytest.approx(32 / 11)
    stepless = part({"kind": "hub", "name": "x", "gears": {"stepless": {"low": 0.5, "high": 2}}})
    assert (part_figures(stepless).gears, part_figures(stepless).range) == (None, 4)
    wheel = part({"kind": "wheel", "name": "x", "wheel": {"bead_seat_mm": 622, "tyre_mm": 42}})
    assert part_figures(wheel).range is None


def test_a_part_takes_the_place_of_the_one_there_was_or_a_new_one():
    nine = validate(Setup, NINE_SPEED_HUB)
    changed = with_part(nine, part(HUB))
    assert [stage.kind for stage in changed.path] == ["sprockets", "hub"]
    assert changed.path[1].gears.count == 5
    # The old hub's limits go with it.
    assert changed.path[1].limits is None
    single = validate(Setup, setup(sprockets([44], [19])))
    assert [stage.kind for stage in with_part(single, part(HUB)).path] == ["sprockets", "hub"]
    chaingear = part({"kind": "chaingear", "name": "two", "gears": {"ratios": [1, 1.6]}})
    assert [stage.kind for stage in with_part(nine, chaingear).path] == ["gearbox", "sprockets", "hub"]
    assert with_part(nine, part(CASSETTE)).path[0].rear == CASSETTE["teeth"]
    crankset = part({"kind": "crankset", "name": "x", "teeth": [28, 44], "crank_mm": 165})
    taken = with_part(nine, crankset)
    assert (taken.path[0].front, taken.cranks.length_mm) == ([28, 44], 165)
    # The setup it was made from is as it was.
    assert nine == validate(Setup, NINE_SPEED_HUB)


@pytest.mark.parametrize(
    ("data", "message"),
    [
        (
            {"kind": "motor", "name": "x", "motor": {"at": "gearbox", "torque_nm": 70}},
            "motors[0].at: must be where the path has a place: there is not a gearbox",
        ),
        (CASSETTE, "path: has no sprockets that a cassette could take the place of"),
    ],
)
def test_a_part_that_has_no_place_is_refused(data, message):
    twin = validate(Setup, setup({"kind": "sprockets", "pairs": [[30, 20]]}))
    with pytest.raises(InvalidInput) as refusal:
        with_part(twin, part(data))
    assert str(refusal.value) == message


def test_a_motor_joins_those_there_are():
    one = with_part(
        validate(Setup, setup()), part({"kind": "motor", "name": "small", "motor": {"torque_nm": 40}})
    )
    two = with_part(
        one, part({"kind": "motor", "name": "front", "motor": {"at": "front hub", "torque_nm": 30}})
    )
    assert [(motor.name, motor.at) for motor in two.motors] == [("small", "cranks"), ("front", "front hub")]


def test_parts_come_out_of_a_setup_as_what_they_are():
    held = validate(
        Setup, setup(gearbox(1, 1.55), sprockets([32], [11, 14, 18]), {**hub(0.7, 1), "name": "two"})
    )
    kinds = [part_from(held, place).kind for place in ("0", "1", "2", "wheel")]
    assert kinds == ["chaingear", "cassette", "hub", "wheel"]
    assert part_from(held, "2").name == "two"
    assert part_from(validate(Setup, setup(sprockets([28, 44], [19]))), "0").kind == "crankset"
    for place in ("3", "-1", "frame"):
        with pytest.raises(InvalidInput, match="must be a stage"):
            part_from(held, place)


def test_a_hub_goes_onto_the_shelf_and_back_unchanged():
    nine = validate(Setup, NINE_SPEED_HUB)
    assert with_part(nine, part_from(nine, "1")) == nine


def test_a_warranty_goes_onto_the_shelf_and_back_and_is_told_with_what_must_go_together():
    bike = validate(Setup, setup(sprockets([44], [22]), {**hub(0.5, 1), "warranty_years": 2.5}))
    shelved = part_from(bike, "1")
    assert shelved.warranty_years == 2.5
    back = with_part(bike, shelved)
    assert back.path[1].warranty_years == 2.5
    page = fit_page(validate(Brief, brief(setup(sprockets([44], [22])))), back)
    assert [part.warranty_years for part in page.behaves] == [2.5]
    with pytest.raises(InvalidInput, match="warranty_years: must be from 0 to 100 years"):
        validate(Part, {**HUB, "warranty_years": -1})


def test_the_stock_spans_the_trade():
    parts = stock()
    assert len(parts) >= 30
    assert {held.kind for held in parts} == set(Part.model_fields["kind"].annotation.__args__)
    assert len({held.name for held in parts}) == len(parts)
    counts = {part_figures(held).gears for held in parts if held.kind == "hub"}
    assert {2, 3, 4, 5, 7, 8, 9, 11, 12, 14, None} <= counts


@pytest.mark.parametrize(("count", "few"), [(1, True), (3, True), (4, False)])
def test_a_case_of_three_gears_at_the_cranks_is_a_chaingear_and_one_of_four_a_gearbox(count, few):
    ratios = [0.5 + 0.25 * at for at in range(count)]
    made = validate(Setup, setup(gearbox(*ratios), sprockets([40], [20])))
    assert few_gears(made.path[0]) == few


def test_a_stepless_case_is_a_gearbox():
    stepless = {"kind": "gearbox", "gears": {"stepless": {"low": 0.5, "high": 1.5}}}
    assert not few_gears(validate(Setup, setup(stepless, sprockets([40], [20]))).path[0])


@pytest.mark.parametrize(
    ("stages", "fits"),
    [
        # 5/200 twice over is 1/1600, below a thousandth, though 5/11 and 200/11 would be within.
        ([sprockets([5, 200], [11, 200]), sprockets([5], [200])], False),
        ([sprockets([5, 200], [11, 100]), sprockets([10], [20])], True),
        # 200/11 · 200/5 is 727, and twice that above a thousand.
        ([sprockets([40, 200], [11, 22]), sprockets([200], [5])], True),
        ([sprockets([40, 200], [11, 22]), sprockets([200], [5]), sprockets([20], [10])], False),
    ],
)
def test_a_path_is_bounded_by_its_lowest_and_its_highest_gear(stages, fits):
    with nullcontext() if fits else pytest.raises(InvalidInput, match="overall ratio"):
        validate(Setup, setup(*stages))


def test_a_path_has_at_most_400_gears():
    rear, ratios = list(range(11, 51, 2)), [0.5 + 0.1 * at for at in range(20)]
    path = sprockets([42], rear), hub(*ratios)
    assert len(rear) * len(ratios) == 400
    validate(Setup, setup(*path))
    with pytest.raises(InvalidInput, match="has 420 gears; one path may have at most 400"):
        validate(Setup, setup(path[0], hub(*ratios, 3.0)))
