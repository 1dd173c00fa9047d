"""How many drives climb the hill with the help of their motor, against judging each of them by itself."""

import random
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st
from test_by_hand_search import LIMITS, found, geared, part

from fuzzing import examples
from kettledrum.core.parts.part import Part
from kettledrum.core.search import search as searching
from kettledrum.core.search.asked import Must, SearchAsked
from kettledrum.core.search.search import search
from shelves import Everything, with_motors

HILL = Must(criterion="climbs the hill")
ROAD = {"steepest": 0.06}


def any_motor(chance: random.Random, at: str) -> Part:
    """A weak or a strong one, called for in any way, that may become too hot."""
    figures = {
        "torque_nm": chance.choice([4, 12, 30, 80]),
        "power_w": chance.choice([80, 250, 900]),
        "no_load_rpm": chance.choice([None, 120, 300]),
        "winding": chance.choice([None, {"resistance_ohm": 0.2, "torque_constant_nm_a": 1.0}]),
        "thermal": chance.choice([None, {"capacity_j_k": 900, "resistance_k_w": 0.5}]),
        "assist": chance.choice(
            [
                None,
                {"by": "throttle", "cutoff_kmh": 12},
                {"by": "torque", "cutoff_kmh": 25, "levels": [{"name": "more", "share": 1.5}]},
                {"cutoff_kmh": 8, "levels": [{"name": "some", "share": 0.7}]},
            ]
        ),
    }
    given_ = {name: value for name, value in figures.items() if value is not None}
    return part(f"{at} motor", "motor", motor={"at": at, **given_}, price=200, mass_kg=3)


def told(result):
    [wish] = [each for each in result.wishes if each.criterion == HILL.criterion]
    return wish.takes_away, wish.left


@examples(12)
@given(st.integers(0, 5000))
def test_those_that_climb_are_counted_as_each_is_judged(seed):
    chance, asked = random.Random(seed), with_motors(seed)
    parts = [each for each in asked.parts if each.kind != "motor"]
    parts += [any_motor(chance, at) for at in chance.sample(["cranks", "front hub", "rear hub"], 2)]
    hill = {"steepest": chance.choice([0.05, 0.1, 0.16]), "steepest_m": chance.choice([None, 300, 4000])}
    brief = asked.brief.model_copy(update={"road": asked.brief.road.model_copy(update=hill)})
    everything = Everything(replace(asked, brief=brief, parts=parts))
    verdicts = [
        everything.drives.verdict(each.base, place)
        for each, place in everything.looked_at()
        if everything.drives.is_allowed(each.base, place, with_frame=False)
    ]
    motors = {"motor": True, "motor_at": list(asked.motors_at)}
    must, free = (
        search(brief, None, [], parts, SearchAsked(musts=musts, **motors)) for musts in ([HILL], [])
    )
    climbing = sum(verdict != "fails" for verdict in verdicts)
    assert told(must) == (len(verdicts) - climbing, climbing)
    assert must.left == climbing
    assert free.left == len(verdicts)
    # Asked or not, a wish takes the same away.
    assert told(free) == told(must)


HIGH, LOW = (
    geared(name, *ratios, limits=LIMITS, price=200, mass_kg=2)
    for name, ratios in (("high", (1.2, 1.8)), ("low", (0.35, 0.5)))
)
STRONG = part("helper", "motor", motor={"at": "front hub", "torque_nm": 60}, price=300, mass_kg=3)
WEAK = part("helper", "motor", motor={"at": "front hub", "torque_nm": 0.5}, price=100, mass_kg=3)


def asked_of(*parts, musts=()):
    return found({"musts": list(musts), "motor": True}, parts, road=ROAD)


def test_with_a_strong_motor_all_climb_and_with_a_weak_one_what_does_so_by_pedals():
    # With neither hub, the high one and the low one: each with 40 × 20, 44 × 20 and the belt's 46 × 22.
    assert told(asked_of(HIGH, LOW, STRONG)) == (0, 9)
    assert told(asked_of(HIGH, LOW, WEAK)) == (6, 3)


def test_where_no_motor_helps_enough_that_is_said():
    flat = {**ROAD, "routes": [{"name": "Flat", "legs": [{"length_m": 9000, "grade": 0.0}]}]}
    weak, strong = (
        found({"musts": [], "motor": True}, [HIGH, motor], road=flat).says for motor in (WEAK, STRONG)
    )
    assert weak.endswith(" None of them climbs the 6 % hill, even with its motor.")
    assert "hill" not in strong


def test_which_must_leaves_most_when_dropped_counts_the_hill_with_help():
    says = asked_of(HIGH, WEAK, musts=[HILL]).says
    assert says.endswith("none is all you ask. Without “climbs the hill” there would be 6 drives.")


def test_of_too_many_drives_with_motors_it_is_told_of_those_that_are_ridden(monkeypatch):
    # Six bases: with neither hub, the high one and the low one, by chain or belt.
    for most, counted in ((6, (0, 9)), (5, (None, None))):
        monkeypatch.setattr(searching, "MOST_HELPED", most)
        result = asked_of(HIGH, LOW, STRONG)
        assert told(result) == counted
        assert {mark.verdict for mark in result.marks} <= {"holds", "tight"}
