"""What a frame, a hub, a derailleur and a motor allow, at the limit itself and beside it."""

import pytest

from examples import brief, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.part import Part
from kettledrum.core.search.asked import Must, SearchAsked
from kettledrum.core.search.drives import Drives
from kettledrum.core.search.own import own_sprockets
from kettledrum.core.search.search import search
from kettledrum.core.terms.validation import validate

STOCK = {"chain": {"front": [40, 44], "rear": [18, 22]}, "belt": {"front": [46], "rear": [22]}}
BEARS = {"input_torque_max_nm": 300}


def part(kind="hub", name="hub", **more):
    gears = {"gears": {"ratios": [0.5, 0.75, 1, 1.4]}} if kind in ("hub", "gearbox") else {}
    return validate(Part, {"kind": kind, "name": name, **gears, "price": 100, "mass_kg": 1.0, **more})


def teeth_of(found, kind="hub", drive="chain"):
    return {(mark.front, mark.rear) for mark in found.marks if mark.kind == kind and mark.drive == drive}


def allowed(parts, *setups, musts=(), motor=False, **more):
    """The pairings that may run: of each drive every one by itself, for a search shows the best alone."""
    data = validate(Brief, brief(*(setups or (setup(),)), stock=STOCK, **more))
    found = set()
    for front in (40, 44):
        for rear in (18, 22):
            only = {"chain": {"front": [front], "rear": [rear]}, "belt": STOCK["belt"]}
            one = data.model_copy(update={"stock": type(data.stock).model_validate(only)})
            asked = SearchAsked(musts=list(musts), motor=motor)
            found |= teeth_of(search(one, None, [], parts, asked))
    return found


@pytest.mark.parametrize(
    ("frame", "left"),
    [
        ({"front_max": 40}, {(40, 18), (40, 22)}),
        ({"front_max": 39}, set()),
        ({"rear_max": 18}, {(40, 18), (44, 18)}),
        ({"rear_max": 17}, set()),
        ({"rear_max": 22, "front_max": 44}, {(40, 18), (40, 22), (44, 18), (44, 22)}),
    ],
)
def test_what_clears_the_frame(frame, left):
    assert allowed([part(limits=BEARS)], frame=frame) == left


@pytest.mark.parametrize(
    ("fit", "left"),
    [
        ({"teeth_min": 22}, {(40, 22), (44, 22)}),
        ({"teeth_max": 18}, {(40, 18), (44, 18)}),
        ({"teeth_min": 18, "teeth_max": 22}, {(40, 18), (40, 22), (44, 18), (44, 22)}),
        ({"teeth_min": 19, "teeth_max": 21}, set()),
    ],
)
def test_what_goes_onto_a_hub(fit, left):
    assert allowed([part(limits=BEARS, fit=fit)]) == left


@pytest.mark.parametrize(
    ("limits", "left"),
    [
        # 40 ÷ 22 is 1.818, 44 ÷ 22 is 2 to the last digit.
        ({"primary_ratio_min": 2.0}, {(40, 18), (44, 18), (44, 22)}),
        ({"primary_ratio_min": 2.01}, {(40, 18), (44, 18)}),
        # 130.04 Nm of push: 65.02 through 2, 58.5 through 40 ÷ 18.
        ({"input_torque_max_nm": 65.1}, {(40, 18), (44, 18), (44, 22)}),
        ({"input_torque_max_nm": 64.9}, {(40, 18), (44, 18)}),
        # Rider and bicycle weigh some 93 kg.
        ({**BEARS, "system_mass_max_kg": 60}, set()),
        ({**BEARS, "system_mass_max_kg": 160}, {(40, 18), (40, 22), (44, 18), (44, 22)}),
    ],
)
def test_what_a_hub_bears(limits, left):
    assert allowed([part(limits=limits)]) == left


@pytest.mark.parametrize(("at", "runs"), [("cranks", False), ("front hub", True)])
def test_a_motor_loads_a_hub_only_from_before_it(at, runs):
    # Of push alone 130 ÷ 2.44 are 53 Nm; with 60 Nm at the cranks 78.
    motor = part("motor", "helper", motor={"at": at, "torque_nm": 60})
    found = allowed([part(limits={"input_torque_max_nm": 70, "motor_torque_max_nm": 70}), motor], motor=True)
    assert bool(found) == runs


def test_a_motor_alone_is_held_to_its_own_limit():
    motor = part("motor", "helper", motor={"at": "cranks", "torque_nm": 60})
    # 60 Nm through 44 ÷ 22 are 30, through 44 ÷ 18 24.5.
    limits = {"input_torque_max_nm": 300, "motor_torque_max_nm": 30}
    assert allowed([part(limits=limits), motor], motor=True) == {(40, 18), (44, 18), (44, 22)}


def test_a_gearbox_bears_what_comes_from_the_cranks_whatever_the_pairing():
    data = validate(Brief, brief(setup(), stock=STOCK))

    def runs(most_nm):
        box = part("gearbox", "box", limits={"input_torque_max_nm": most_nm})
        found = search(data, None, [], [box], SearchAsked(musts=[]))
        return bool(teeth_of(found, "crank gearbox"))

    # 78 kg · 9.80665 · 0.17 m = 130.04 Nm.
    assert runs(130.1)
    assert not runs(130.0)


@pytest.mark.parametrize(
    ("limits", "runs"),
    [
        ({"rear_max": 32, "capacity": 21}, True),
        ({"rear_max": 31, "capacity": 21}, False),
        ({"rear_max": 32, "capacity": 20}, False),
        ({}, True),
    ],
)
def test_a_derailleur_takes_what_it_is_made_for(limits, runs):
    own = {**sprockets([40], [11, 21, 32]), "price": 200, **({"limits": limits} if limits else {})}
    data = validate(Brief, brief(setup(own), stock=STOCK))
    cassette = validate(Part, {"kind": "cassette", "name": "three", "teeth": [11, 21, 32], "price": 30})
    found = search(data, None, [], [cassette], SearchAsked(musts=[]))
    assert any(mark.kind == "derailleur" for mark in found.marks) == runs
    # Of single-speeds every pairing runs; of the derailleur each ring, or none.
    every = search(data, None, [], [], SearchAsked(musts=[])).run
    assert (found.run > every) == runs
    crankset = validate(Part, {"kind": "crankset", "name": "two", "teeth": [30, 44], "price": 60})
    both = {**sprockets([30, 44], [11, 21, 32]), "price": 250, "limits": {"capacity": 35}}
    more = validate(Brief, brief(setup(both), stock=STOCK))
    found = search(more, None, [], [cassette, crankset], SearchAsked(musts=[]))
    # 14 teeth in front and 21 behind are 35.
    assert any("rings of 30/44" in mark.name for mark in found.marks)
    less = validate(Brief, brief(setup({**both, "limits": {"capacity": 34}}), stock=STOCK))
    found = search(less, None, [], [cassette, crankset], SearchAsked(musts=[]))
    assert not any("rings of 30/44" in mark.name for mark in found.marks)
    assert found.run == search(less, None, [], [cassette], SearchAsked(musts=[])).run


def test_bounds_take_what_is_just_so():
    data = validate(Brief, brief(setup(), stock=STOCK))
    found = search(data, None, [], [part(limits=BEARS)], SearchAsked(musts=[]))
    hub = next(mark for mark in found.marks if mark.kind == "hub")
    for criterion, value in (
        ("range", 2.8),
        ("distinct gears", 4),
        ("largest step", 0.5),
        ("price", hub.price),
        ("mass", hub.mass_kg),
        ("mass in the wheels", 1.0),
        ("top speed", hub.top_kmh),
        ("lowest development", hub.lowest_m),
        ("covered", hub.covered),
        ("total cost", hub.total_cost),
        ("own hours", hub.own_hours),
    ):
        bounds = [Must(criterion=criterion, at_most=value, at_least=value)]
        again = search(data, None, [], [part(limits=BEARS)], SearchAsked(musts=bounds))
        assert hub.name in {mark.name for mark in again.marks}, criterion
        above = [Must(criterion=criterion, at_least=value * 1.02 + 0.01)]
        again = search(data, None, [], [part(limits=BEARS)], SearchAsked(musts=above))
        assert hub.name not in {mark.name for mark in again.marks}, criterion
        below = [Must(criterion=criterion, at_most=value * 0.98 - 0.005)]
        again = search(data, None, [], [part(limits=BEARS)], SearchAsked(musts=below))
        assert hub.name not in {mark.name for mark in again.marks}, criterion


@pytest.mark.parametrize(("budget", "left"), [(164.9, False), (165.0, True)])
def test_the_budget_is_for_all_that_has_a_price(budget, left):
    # A hub of 100 and a chain of 65.
    must = [Must(criterion="within the budget")]
    found = allowed([part(limits=BEARS)], musts=must, wants={"budget": budget})
    assert bool(found) == left


@pytest.mark.parametrize(
    ("change", "shifter", "easy"),
    [
        (None, "trigger", True),
        (None, "buttons", True),
        (None, "twist grip", False),
        (None, "lever", False),
        (None, None, False),
        ("kick back", None, True),
    ],
)
def test_what_is_easy_on_the_hands(change, shifter, easy):
    more = {"change": {"by": change}} if change else {}
    hub = part(limits=BEARS, fit={"shifter": shifter} if shifter else {}, **more)
    assert bool(allowed([hub], musts=[Must(criterion="easy on the hands")])) == easy


@pytest.mark.parametrize(
    ("criterion", "more", "met"),
    [
        ("oil bath", {"lubricant": "Oil"}, True),
        ("oil bath", {"lubricant": "grease"}, False),
        ("oil bath", {}, False),
        ("shifts at rest", {"behaviour": {"shifts_at_rest": True}}, True),
        ("shifts at rest", {"behaviour": {"shifts_at_rest": False}}, False),
        ("shifts at rest", {}, False),
        ("shifts under load", {"behaviour": {"shifts_under_load": True}}, True),
        ("shifts by itself", {"behaviour": {"automatic": ["with its motor"]}}, True),
        ("shifts by itself", {}, False),
        ("mends on the way", {"fit": {"shifter": "buttons"}}, False),
        ("mends on the way", {"fit": {"shifter": "trigger"}}, True),
        ("asks little care", {}, True),
    ],
)
def test_what_parts_are_wished_to_be(criterion, more, met):
    assert bool(allowed([part(limits=BEARS, **more)], musts=[Must(criterion=criterion)])) == met


def test_a_derailleur_is_wished_away_by_what_it_cannot_do():
    cassette = validate(Part, {"kind": "cassette", "name": "three", "teeth": [11, 21, 32], "price": 30})
    data = validate(Brief, brief(setup(), stock=STOCK))
    for criterion, met in (
        ("shifts at rest", False),
        ("shifts under load", False),
        ("easy on the hands", False),
        ("asks little care", False),
        ("mends on the way", True),
        ("belt", False),
    ):
        asked = SearchAsked(musts=[Must(criterion=criterion)])
        found = search(data, None, [], [cassette], asked)
        assert any(mark.kind == "derailleur" for mark in found.marks) == met, criterion


def test_without_the_frame_a_broken_limit_still_refuses():
    weak = part(limits={"input_torque_max_nm": 20})
    data = validate(Brief, brief(setup(), stock=STOCK, frame={"belt_opening": False}))
    own = own_sprockets(data.setups, [weak])
    drives = Drives(data, data.setups[0], own, [])
    found = search(data, None, [], [weak], SearchAsked(musts=[]))
    assert teeth_of(found) == set()
    # What only the frame refuses comes back where the frame is no must.
    assert any(mark.drive == "belt" for mark in found.marks)
    framed = search(data, None, [], [weak], SearchAsked())
    assert not any(mark.drive == "belt" for mark in framed.marks)
    assert drives.on is data.setups[0]


def test_what_costs_too_much_is_not_ridden_with_every_pairing():
    data = validate(Brief, brief(setup(), stock=STOCK))
    dear = [part(limits=BEARS, name=f"hub {number}", price=500 + number) for number in range(6)]
    whole = search(data, None, [], dear, SearchAsked(musts=[]))
    cheap = Must(criterion="total cost", at_most=200)
    found = search(data, None, [], dear, SearchAsked(musts=[cheap]))
    assert {mark.kind for mark in found.marks} == {"single-speed"}
    assert all(mark.total_cost <= 200 for mark in found.marks)
    # Each hub once with a chain and once with a belt, or the second time with its lowest gear.
    assert found.judged_exactly <= whole.judged_exactly + 2 * len(dear)
