"""Which hubs and gearboxes would do, against trying every pairing of every one."""

from copy import deepcopy
from itertools import product

import pytest

from examples import WHOLE_BRIEF, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.pairings.would_do import would_do
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.use import with_part
from kettledrum.core.terms.validation import validate
from kettledrum.demo import stock

FRONT, REAR = [32, 36, 40, 44], [16, 18, 20, 22]
LISTS = {"chain": {"front": FRONT, "rear": REAR}}


def job(**parts) -> Brief:
    data = {
        **deepcopy(WHOLE_BRIEF),
        "stock": LISTS,
        "setups": [setup(sprockets([40], [20]), hub(1.0))],
        **parts,
    }
    data.pop("reference")
    return validate(Brief, data)


def part(name="a hub", kind="hub", low=0.5, high=2.0, **more) -> Part:
    return validate(Part, {"kind": kind, "name": name, "gears": {"ratios": [low, 1.0, high]}, **more})


def answers(brief, *parts):
    found = would_do(brief, brief.setups[0], parts)
    return {each.name: each for each in found.parts}


def test_by_hand():
    # Wanted: 1.0 at most below; above, 25 km/h at 88 rpm on 2.218 m: 25 / (2.218 · 88 · 0.06) = 2.135.
    wants = {"lowest_by": "ratio", "lowest_ratio": 1.0, "top_kmh": 25}
    brief = job(wants=wants)
    found = answers(
        brief,
        part("wide", limits={"primary_ratio_min": 1.8, "input_torque_max_nm": 100}),
        part("just", limits={"primary_ratio_min": 1.99, "input_torque_max_nm": 100}),
        part("strict", limits={"primary_ratio_min": 2.21}),
        part("silent"),
        part("narrow", low=0.7, high=1.4),
    )
    # 0.5 inside takes 2.0 outside: 44/22, the largest of the three that are 2.0; 2.0 · 2 = 4 above.
    wide = found["wide"]
    assert (wide.state, wide.front, wide.rear, wide.lowest, wide.highest) == ("holds", 44, 22, 1.0, 4.0)
    assert found["just"].state == "tight"
    # Its smallest on the list is 40/18 = 2.222: 1.111 below, 11 % too high.
    strict = found["strict"]
    assert (strict.state, strict.front, strict.rear) == ("fails", 40, 18)
    assert strict.short_low == pytest.approx(1 / 9)
    assert "at its smallest ratio of 2.21" in strict.why
    assert found["silent"].state == "not known"
    # 1/0.7 is 1.4286; the list goes down to 32/22 = 1.4545: 1.8 % too high, and 2.0364 above 4.8 % too low.
    narrow = found["narrow"]
    assert (narrow.front, narrow.rear) == (32, 22)
    assert narrow.short_low == pytest.approx(0.7 * 32 / 22 - 1)
    assert narrow.short_high == pytest.approx(2.1348 / (1.4 * 32 / 22) - 1, abs=1e-3)
    order = [
        each.name for each in would_do(brief, brief.setups[0], [part("narrow", low=0.9), part("wide")]).parts
    ]
    assert order == ["wide", "narrow"]


def test_the_torque_of_the_hardest_push_bounds_the_pairing():
    # 130.04 Nm / 60 Nm = 2.167: of the list 44/20 = 2.2 is the next, and with 1.1 too high for 1.0.
    brief = job(wants={"lowest_by": "ratio", "lowest_ratio": 1.0})
    found = answers(brief, part(limits={"input_torque_max_nm": 60}))["a hub"]
    assert (found.state, found.front, found.rear) == ("fails", 44, 20)
    assert found.ratio_min == pytest.approx(130.04 / 60, abs=1e-3)
    box = answers(brief, part(kind="gearbox", limits={"input_torque_max_nm": 120}))["a hub"]
    assert box.why == "the hardest push is 130 Nm, over its 120 Nm"


def test_every_pairing_tried_finds_no_other():
    brief = job(wants={"top_kmh": 24}, road={"crr": 0.008, "cda_m2": 0.5, "steepest": 0.08})
    base = brief.setups[0]
    parts = [each for each in stock() if each.kind == "hub" and each.limits]
    for answer in would_do(brief, base, parts).parts:
        given = parts[answer.place]
        does = False
        for front, rear in product(FRONT, REAR):
            other = with_part(base, given).model_dump(mode="json", exclude_unset=True)
            other["path"][0] |= {"front": [front], "rear": [rear]}
            [whole] = compare(
                validate(Brief, {**brief.model_dump(exclude_unset=True), "setups": [other]})
            ).setups
            climbs = whole.climb.minute.needed_ratio >= whole.lowest.ratio * (1 - 1e-9)
            fast = whole.top.speed_kmh >= 24
            does |= climbs and fast and front / rear >= (answer.ratio_min or 0) * (1 - 1e-9)
        assert does == (answer.state != "fails"), given.name


def test_what_would_help_is_worked_out():
    # Carrying 31 kg up 8 %: what is too heavy for a hub may be right with less, or on a smaller wheel.
    road = {"crr": 0.008, "cda_m2": 0.5, "steepest": 0.08}
    brief = job(road=road)
    given = part(limits={"primary_ratio_min": 1.8})
    found = answers(brief, given)["a hub"]
    assert found.state == "fails"
    wheel, less = found.help
    across = float(wheel.split()[3])
    kilograms = float(less.split()[0])
    small = deepcopy(WHOLE_BRIEF["setups"][0]) | {"wheel": {"rollout_mm": round(across * 3.1416)}}
    small["path"] = brief.setups[0].model_dump(mode="json", exclude_unset=True)["path"]
    on_small = validate(Brief, {**brief.model_dump(exclude_unset=True), "setups": [small]})
    assert answers(on_small, given)["a hub"].short_low == 0
    lighter = job(road=road, load={"bike_kg": 17, "cargo_kg": 31 - kilograms})
    assert answers(lighter, given)["a hub"].state != "fails"
    heavier = job(road=road, load={"bike_kg": 17, "cargo_kg": 31 - kilograms + 1.5})
    assert answers(heavier, given)["a hub"].state == "fails"


def test_without_a_pitch_only_the_top_counts_and_no_pairing_at_all_is_said():
    brief = job(road={"crr": 0.008})
    found = would_do(brief, brief.setups[0], [part(limits={"primary_ratio_min": 9})])
    assert (found.lowest, found.highest) == (None, None)
    assert found.parts[0].why == "no pairing on the list is as high as its smallest ratio, 9"
    assert found.parts[0].front is None


def with_motor(at, torque_nm=50):
    motors = [{"at": at, "torque_nm": torque_nm}]
    return job(setups=[setup(sprockets([40], [20]), hub(1.0), motors=motors)], wants={"lowest_by": "ratio"})


def test_a_motor_counts_where_it_enters_for_parts_from_the_shelf_too():
    # 130.04 Nm and 50 at the cranks over the ratio, or 50 right into the hub whatever the ratio.
    limits = {"limits": {"input_torque_max_nm": 90}}
    cranks = answers(with_motor("cranks"), part(**limits))["a hub"]
    assert cranks.ratio_min == pytest.approx(180.04 / 90, abs=1e-3)
    behind = answers(with_motor({"before": 1}), part(**limits))["a hub"]
    assert behind.ratio_min == pytest.approx(130.04 / 40, abs=1e-2)
    assert answers(with_motor("front hub"), part(**limits))["a hub"].ratio_min == pytest.approx(
        130.04 / 90, abs=1e-3
    )
    never = answers(with_motor({"before": 1}, 95), part(**limits))["a hub"]
    assert (never.state, never.ratio_min) == ("fails", None)
    assert "puts more in than it bears" in never.why


def test_what_a_part_bears_of_motors_alone_is_held_to():
    limits = {"limits": {"primary_ratio_min": 1.5, "motor_torque_max_nm": 24}}
    # 50 Nm at the cranks are no more than 24 from 50 ÷ 24 on.
    assert answers(with_motor("cranks"), part(**limits))["a hub"].ratio_min == pytest.approx(50 / 24)
    assert "puts 50 Nm in, over its 24 Nm" in answers(with_motor({"before": 1}), part(**limits))["a hub"].why
    box = part("a box", "gearbox", limits={"input_torque_max_nm": 160, "motor_torque_max_nm": 45})
    assert (
        "motor and the hardest push are 180 Nm, over its 160 Nm"
        in answers(with_motor("cranks"), box)["a box"].why
    )
    roomy = part("a box", "gearbox", limits={"input_torque_max_nm": 300, "motor_torque_max_nm": 45})
    assert "puts 50 Nm in, over its 45 Nm" in answers(with_motor("cranks"), roomy)["a box"].why
    # What drives the wheel, or enters behind it, goes through no gearbox.
    for at in ("rear hub", {"before": 1}):
        assert "Nm" not in answers(with_motor(at), roomy)["a box"].why


def test_a_part_over_the_budget_does_not_do():
    limits = {"primary_ratio_min": 1.0, "input_torque_max_nm": 300}
    brief = job(wants={"lowest_by": "ratio", "lowest_ratio": 1.0, "top_kmh": 20, "budget": 400})
    found = answers(brief, part("dear", price=401, limits=limits), part("fair", price=400, limits=limits))
    assert (found["dear"].state, found["dear"].why) == ("fails", "it costs 401, over the budget of 400")
    assert found["fair"].state == "holds"
    unpriced = answers(brief, part("unpriced", limits=limits))
    assert unpriced["unpriced"].state == "holds"


@pytest.mark.parametrize(
    ("wanted", "shifter", "minded"),
    [
        ({"hand_trouble": True}, "twist grip", "a twist grip is hard on the hands"),
        ({"hand_trouble": True}, "trigger", None),
        ({"hand_trouble": False}, "twist grip", None),
        ({"workshop_km": 80}, "buttons", "its buttons need charge, 80 km from a workshop"),
        ({"workshop_km": 79}, "buttons", None),
        ({"workshop_km": 300}, "trigger", None),
        ({"care": "little"}, "trigger", "its chain wants oil now and then, and you give little care"),
        ({"care": "some"}, "trigger", None),
    ],
)
def test_what_a_rider_would_mind_is_told_of_what_does(wanted, shifter, minded):
    limits = {"primary_ratio_min": 1.0, "input_torque_max_nm": 300}
    brief = job(wants={"lowest_by": "ratio", "lowest_ratio": 1.0, "top_kmh": 20, **wanted})
    found = answers(brief, part("it", limits=limits, fit={"shifter": shifter}))["it"]
    assert found.state == ("tight" if minded else "holds")
    if minded:
        assert found.why == f"it does, but {minded}"
