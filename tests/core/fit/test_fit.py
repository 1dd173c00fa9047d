"""What goes together: each rule where it holds, fails and cannot be told; spokes, slack and mass by hand."""

from copy import deepcopy

import pytest

from examples import WHOLE_BRIEF, gearbox, hub, setup, sprockets, stepless_hub
from kettledrum.core.chains.chainline import chainline
from kettledrum.core.chains.derailleur import derailleur_needs
from kettledrum.core.fit.bite import bite
from kettledrum.core.fit.mass_moved import mass_moved, weighed
from kettledrum.core.fit.motors import free_rpm
from kettledrum.core.fit.page import RULES, fit_page
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.frame import Frame
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate

GEARS = (0.6, 0.8, 1.0, 1.3, 1.7)
CHAIN, BELT = sprockets([44], [19]), sprockets([50], [24], "belt")


def case(of=hub, *, fit=None, **stated):
    return {**of(*GEARS), "name": "the part", **stated, **({"fit": fit} if fit else {})}


def page(*path, frame=None, wants=None, reference=None, **parts):
    made = setup(*path, **parts)
    data = {**deepcopy(WHOLE_BRIEF), "setups": [made, *([reference] if reference else [])]}
    data |= {"frame": frame or {}, "wants": wants or {}}
    data["reference"] = reference["name"] if reference else made["name"]
    brief = validate(Brief, data)
    return fit_page(brief, brief.setups[0])


def states(found, rule: str) -> list[str]:
    return [check.state for check in found.checks if check.id == rule]


BELT_FRAME = {"chainstay_mm": 445, "adjust_mm": 15, "tensioning": "sliding"}
CASES = [
    ("belt-opening", (BELT,), {"belt_opening": True}, "holds"),
    ("belt-opening", (BELT,), {"belt_opening": False}, "fails"),
    ("belt-opening", (BELT,), {}, "not known"),
    (
        "gearbox-mount",
        (case(gearbox, fit={"frame_mount": "six bolts"}), CHAIN),
        {"mounts": ["six bolts"]},
        "holds",
    ),
    ("gearbox-mount", (case(gearbox, fit={"frame_mount": "six bolts"}), CHAIN), {"mounts": []}, "fails"),
    ("gearbox-mount", (case(gearbox, fit={"frame_mount": "six bolts"}), CHAIN), {}, "not known"),
    ("gearbox-mount", (case(gearbox), CHAIN), {"mounts": ["six bolts"]}, "not known"),
    ("bottom-bracket", (gearbox(1, 1.55), CHAIN), {"bottom_bracket": "68 mm"}, "not known"),
    ("dropout-width", (CHAIN, case(fit={"dropout_mm": 135})), {"dropout_mm": 135}, "holds"),
    ("dropout-width", (CHAIN, case(fit={"dropout_mm": 135})), {"dropout_mm": 130}, "tight"),
    ("dropout-width", (CHAIN, case(fit={"dropout_mm": 142})), {"dropout_mm": 135}, "fails"),
    ("dropout-width", (CHAIN, case()), {"dropout_mm": 135}, "not known"),
    ("axle-kind", (CHAIN, case(fit={"axle": "nutted"})), {"axle": "nutted"}, "holds"),
    ("axle-kind", (CHAIN, case(fit={"axle": "nutted"})), {"axle": "quick release"}, "tight"),
    ("axle-kind", (CHAIN, case(fit={"axle": "nutted"})), {"axle": "thru"}, "fails"),
    ("torque-support", (CHAIN, case(fit={"torque_support": "arm"})), {"torque_supports": ["arm"]}, "holds"),
    (
        "torque-support",
        (CHAIN, case(fit={"torque_support": "arm"})),
        {"torque_supports": ["washers"]},
        "fails",
    ),
    ("torque-support", (CHAIN, case(fit={"torque_support": "arm"})), {}, "not known"),
    ("torque-support", (CHAIN, case(fit={"torque_support": "none"})), {}, "holds"),
    ("rotor-mount", (CHAIN, case(fit={"rotor": "splined"})), {"brake": "disc"}, "holds"),
    (
        "rotor-mount",
        (CHAIN, case(fit={"rotor": "splined"})),
        {"brake": "disc", "rotor": "six bolts"},
        "tight",
    ),
    ("rotor-mount", (CHAIN, case(fit={"rotor": "none"})), {"brake": "disc"}, "fails"),
    ("rotor-mount", (CHAIN, case()), {"brake": "disc"}, "not known"),
    ("oil-and-rotor", (CHAIN, case(lubricant="oil bath")), {"brake": "disc"}, "tight"),
    ("oil-and-rotor", (CHAIN, case(lubricant="grease")), {"brake": "disc"}, "holds"),
    ("tyre-room", (CHAIN,), {"tyre_max_mm": 50}, "holds"),
    ("tyre-room", (CHAIN,), {"tyre_max_mm": 44}, "tight"),
    ("tyre-room", (CHAIN,), {"tyre_max_mm": 42.5}, "tight"),
    ("tyre-room", (CHAIN,), {"tyre_max_mm": 40}, "fails"),
    ("tension", (CHAIN, case()), BELT_FRAME, "holds"),
    ("tension", (BELT, case()), {"chainstay_mm": 440.3}, "fails"),
    ("tension", (CHAIN, case()), {}, "not known"),
    ("crank-length", (case(gearbox, fit={"crank_lengths_mm": [170, 175]}), CHAIN), {}, "holds"),
    ("crank-length", (case(gearbox, fit={"crank_lengths_mm": [165, 175]}), CHAIN), {}, "fails"),
    ("crank-length", (case(gearbox), CHAIN), {}, "not known"),
    ("bar-and-shifter", (CHAIN, case(fit={"bars": ["flat", "swept"]})), {"bar": "swept"}, "holds"),
    ("bar-and-shifter", (CHAIN, case(fit={"bars": ["flat", "swept"]})), {"bar": "drop"}, "fails"),
    ("bar-and-shifter", (CHAIN, case(fit={"bars": ["flat", "swept"]})), {}, "not known"),
    ("window", (CHAIN, case(fit={"shifter_reversed": True})), {}, "tight"),
    ("turns-backwards", (CHAIN, case(behaviour={"turns_backwards": True})), {}, "holds"),
    ("turns-backwards", (CHAIN, case(behaviour={"turns_backwards": False})), {}, "tight"),
    ("turns-backwards", (CHAIN, case()), {}, "not known"),
    ("plug", (CHAIN, case(fit={"plug": True})), {}, "tight"),
]


@pytest.mark.parametrize(("rule", "path", "frame", "state"), CASES)
def test_each_rule_holds_fails_or_cannot_tell(rule, path, frame, state):
    found = page(*path, frame=frame)
    assert states(found, rule) == [state]
    [check] = [each for each in found.checks if each.id == rule]
    assert check.reason
    assert check.source
    # What fails or is missing says what would help, or where it is found.
    assert (check.remedy is not None) >= (state in ("fails", "not known"))


def test_what_is_missing_is_named_the_part_or_the_bar():
    def what(*path, **parts):
        return next(check.what for check in page(*path, **parts).checks if check.id == "bar-and-shifter")

    assert "the bar is not said" in what(CHAIN, case(fit={"bars": ["flat"]}))
    assert "which bars the shifter of the part fits is not stated" in what(
        CHAIN, case(fit={"teeth_max": 30}), frame={"bar": "drop"}
    )


def test_rules_that_do_not_apply_are_silent():
    plain = page(sprockets([44], [19]), hub(1.0))
    assert {check.id for check in plain.checks} <= {
        "tension",
        "line",
        "tyre-room",
        "dropout-width",
        "axle-kind",
        "rotor-mount",
    }
    changes = {**case(), "change": {"by": "kick back"}}
    assert states(page(CHAIN, changes), "bar-and-shifter") == []
    assert len({rule.id for rule in RULES}) == len(RULES)


def test_a_freewheel_at_the_cranks_makes_up_for_a_hub_that_does_not_turn_backwards():
    free = {**CHAIN, "behaviour": {"freewheels": [{"points": 24}]}}
    fixed = case(behaviour={"turns_backwards": False})
    assert states(page(free, fixed), "turns-backwards") == ["holds"]
    # One freewheel is enough, wherever before the hub it stands.
    assert states(page(free, CHAIN, fixed), "turns-backwards") == ["holds"]
    assert states(page(CHAIN, free, fixed), "turns-backwards") == ["holds"]
    assert states(page(CHAIN, CHAIN, fixed), "turns-backwards") == ["tight"]


@pytest.mark.parametrize(
    ("path", "at", "state"),
    [
        ((gearbox(1, 1.55), CHAIN), "cranks", "fails"),
        ((CHAIN, case()), "cranks", "holds"),
        ((CHAIN, case()), "rear hub", "fails"),
        ((CHAIN,), "rear hub", "holds"),
    ],
)
def test_a_motor_wants_a_place_of_its_own(path, at, state):
    assert states(page(*path, motors=[{"at": at, "torque_nm": 40}]), "motor-place") == [state]


@pytest.mark.parametrize(
    ("at", "supports", "state", "what"),
    [
        ("rear hub", ["arm", "dropout"], "holds", "the frame takes an arm against the 48 Nm"),
        ("rear hub", ["dropout", "washers"], "fails", "the frame takes no arm against the 48 Nm"),
        ("rear hub", None, "not known", "whether the dropouts bear the 48 Nm"),
        # What is said of the frame says nothing of the fork.
        ("front hub", ["arm"], "not known", "whether the fork bears the 48 Nm"),
    ],
)
def test_the_axle_of_a_hub_motor_must_be_held(at, supports, state, what):
    # 16 Nm through 12 over 36 teeth.
    motor = {"at": at, "name": "hub motor", "torque_nm": 16, "reduction": [[12, 36]]}
    found = page(CHAIN, motors=[motor], frame={"torque_supports": supports} if supports else {})
    [axle] = [check for check in found.checks if check.id == "motor-axle"]
    assert axle.state == state
    assert axle.what.startswith(f"{what} with which hub motor turns its axle")


def test_a_motor_at_the_cranks_has_no_axle_in_the_dropouts():
    assert states(page(CHAIN, motors=[{"at": "cranks", "torque_nm": 60}]), "motor-axle") == []


def test_a_motor_geared_too_fast_and_two_that_fight():
    fast = {"at": {"before": 0}, "torque_nm": 2, "no_load_rpm": 400}
    # 400 rpm · 44/19 · 2.218 m · 0.06 is 123 km/h; geared down 3 times it is 41.
    assert states(page(CHAIN, motors=[fast]), "motor-speed") == ["fails"]
    slow = {**fast, "reduction": [[12, 36]]}
    assert states(page(CHAIN, motors=[slow]), "motor-speed") == ["holds"]
    assert states(page(CHAIN, motors=[{"at": "cranks", "torque_nm": 60}]), "motor-speed") == ["not known"]
    assert states(page(CHAIN, motors=[slow]), "motors-fight") == []
    other = {**slow, "reduction": [[12, 48]]}
    assert states(page(CHAIN, motors=[slow, other]), "motors-fight") == ["tight"]
    # 3 % apart they pull together.
    assert states(page(CHAIN, motors=[slow, {**slow, "reduction": [[12, 37]]}]), "motors-fight") == []
    limits = [{**slow, "assist": {"cutoff_kmh": kmh}} for kmh in (25, 45)]
    assert states(page(CHAIN, motors=limits), "motors-fight") == ["fails"]


def test_limits_behind_two_rings_or_set_pairings_are_held_against_the_lowest():
    hub_limits = case(
        limits={"primary_ratio_min": 1.9, "input_torque_max_nm": 100, "system_mass_max_kg": 150}
    )
    for path in (
        (sprockets([30, 44], [19]), hub_limits),
        ({"kind": "sprockets", "pairs": [[30, 19], [44, 19]]}, hub_limits),
    ):
        found = page(*path)
        # 30 ÷ 19 = 1.579 is under 1.9; 130.04 Nm / 1.579 = 82 Nm is within 100.
        words = {check.state: check.what for check in found.checks if check.id == "makers-limits"}
        assert "the lowest ratio before the part is 1.579, under 1.9" in words["fails"]
        assert any("puts 82 Nm in, within 100 Nm" in check.what for check in found.checks)
        told = {check.what: check.remedy for check in found.checks if check.id == "makers-limits"}
        [remedy] = [remedy for what, remedy in told.items() if "under 1.9" in what]
        assert remedy == "other teeth (see Pairings), a smaller wheel, or another hub"
        assert all(remedy is None for what, remedy in told.items() if "within 100 Nm" in what)
    weak = page(sprockets([30, 44], [19]), case(limits={"input_torque_max_nm": 60}))
    asked = {check.remedy for check in weak.checks if check.id == "makers-limits" and check.state == "fails"}
    assert asked == {"ask the maker before riding it"}
    silent = page(sprockets([30, 44], [19]), case(limits={"system_mass_max_kg": 150}))
    assert "not known" in states(silent, "makers-limits")


@pytest.mark.parametrize(("of", "told"), [(hub, ["fails"]), (gearbox, [])])
def test_only_a_hub_behind_several_rings_is_held_to_the_teeth_it_takes(of, told):
    found = page(sprockets([36, 44], [14]), case(of, fit={"teeth_min": 15}))
    teeth = [check for check in found.checks if "takes no sprocket" in check.what]
    assert [check.state for check in teeth] == told


def test_a_stepless_gearbox_without_limits_is_no_silent_pass():
    stepless = {
        "kind": "gearbox",
        "gears": {"stepless": {"low": 0.5, "high": 2}},
        "limits": {"system_mass_max_kg": 150},
    }
    assert "not known" in states(page(stepless, CHAIN), "makers-limits")


@pytest.mark.parametrize(("eases", "state"), [(True, "holds"), (False, "tight"), (None, "not known")])
def test_a_motor_before_gears_that_do_not_shift_under_load(eases, state):
    known = {} if eases is None else {"eases_to_shift": eases}
    gears = case(behaviour={"shifts_under_load": False})
    crank = {"at": "cranks", "torque_nm": 60, **known}
    assert states(page(CHAIN, gears, motors=[crank]), "motor-eases") == [state]
    assert states(page(CHAIN, case(), motors=[crank]), "motor-eases") == []
    assert states(page(CHAIN, gears, motors=[{**crank, "at": "front hub"}]), "motor-eases") == []


def test_hands_limits_and_warranty():
    twist = case(fit={"shifter": "twist grip"}, limits={"warranty": "without a motor only"})
    found = page(CHAIN, twist, wants={"hand_trouble": True})
    assert states(found, "hands") == ["tight"]
    assert any("without a motor only" in check.what for check in found.checks)
    assert "not known" in states(found, "makers-limits")
    low = page(sprockets([34], [19]), case(limits={"primary_ratio_min": 1.9, "system_mass_max_kg": 120}))
    words = " ".join(check.what for check in low.checks if check.state == "fails")
    assert "34 ÷ 19 = 1.789 is under the smallest allowed, 1.9" in words
    assert "126 kg, over the 120 kg" in words
    assert low.state == "fails"
    assert low.counts["fails"] == 2


def test_two_chains_on_one_axle():
    pairs = {"kind": "sprockets", "pairs": [[28, 22], [38, 16]]}
    frame = {"chainstay_mm": 430, "adjust_mm": 12, "tensioning": "horizontal"}
    found = page(pairs, frame=frame)
    [check] = [each for each in found.checks if each.id == "tension"]
    assert "28 × 22 of" in check.what
    assert states(page(pairs), "tension") == ["not known"]


def test_a_chainline_by_hand():
    path = validate(Setup, setup({**CHAIN, "run": {"front_line_mm": 50, "rear_line_mm": 44}})).path
    # 6 mm over 440 mm is atan(0.01364), 0.78°.
    found = chainline(path, 0, 440)
    assert (found.state, found.slants[0].offset_mm) == ("holds", 6)
    assert found.slants[0].degrees == pytest.approx(0.781, abs=0.001)
    wide = {
        **sprockets([30, 46], [11, 13, 15, 17, 20, 23, 26, 30]),
        "run": {"front_line_mm": 47, "rear_line_mm": 45},
    }
    both = chainline(validate(Setup, setup(wide)).path, 0, 430)
    # Rings 7.5 mm apart stand at 43.25 and 50.75; eight sprockets 4.8 mm apart from 28.2 (largest) to 61.8.
    worst = both.slants[-1]
    assert (worst.front, worst.rear) == (46, 30)
    assert worst.offset_mm == pytest.approx(50.75 - (45 - 3.5 * 4.8))
    assert both.state == "tight"
    assert both.assumed == ["7.5 mm between front sprockets", "4.8 mm between rear sprockets"]
    # What nobody rides is not judged: the largest on the largest two, and the smallest on the smallest two.
    ridden = chainline(validate(Setup, setup(wide)).path, 0, 430, {(46, 30), (46, 26), (30, 11), (30, 13)})
    assert {(each.front, each.rear) for each in ridden.slants}.isdisjoint({(46, 30), (30, 11)})
    assert ridden.slants[-1].degrees < worst.degrees
    said = [check for check in page(wide, frame={"chainstay_mm": 430}).checks if check.id == "line"]
    assert "46 × 30" not in said[0].what
    assert chainline(path, 0, None).state == "not known"
    belt = {**BELT, "run": {"front_line_mm": 50, "rear_line_mm": 44}}
    assert chainline(validate(Setup, setup(belt)).path, 0, 440).state == "fails"


def test_what_a_derailleur_must_do_by_hand():
    stage = {
        **sprockets([28, 44], [11, 13, 15, 17, 20, 24, 28, 32]),
        "limits": {"rear_max": 34, "capacity": 35},
    }
    made = validate(Setup, setup(stage)).path[0]
    needs = derailleur_needs(made, "path[0]", Frame(chainstay_mm=430))
    # (44 − 28) + (32 − 11) = 37 teeth, 2 more than it takes.
    assert (needs.capacity, needs.rear_max) == (37, 32)
    assert [check.state for check in needs.checks] == ["holds", "fails"]
    # Round 44 and 32: 2 · 430 / 12.7 + 38 + a little = 105.8; with 2 more, the next even number is 108.
    assert needs.links == 108
    assert derailleur_needs(validate(Setup, setup(CHAIN)).path[0], "", None) is None


def test_many_spokes_in_a_small_wheel_and_what_must_be_had():
    fit = {"spokes": {"holes": 36, "flange_mm": [90, 90], "offset_mm": [30, 25]}, "torque_support": "washers"}
    small = {"bead_seat_mm": 406, "tyre_mm": 50, "rim": {"holes": 36, "effective_mm": 388, "crosses": 2}}
    found = page(CHAIN, case(fit=fit), wheel=small)
    assert states(found, "small-wheel") == ["tight"]
    assert found.wheel.spokes.crosses == 2
    assert any(part.startswith("18 spokes of") for part in found.wheel.parts)
    assert "trued" in found.wheel.caution
    assert "what holds the axle: washers" in found.wheel.parts
    free = page(CHAIN, case(fit={**fit, "torque_support": "none"}), wheel=small)
    assert not any("what holds the axle" in part for part in free.wheel.parts)
    assert page(CHAIN).wheel is None


def test_slack_before_the_drive_bites_by_hand():
    front = {
        **CHAIN,
        "front": [40],
        "rear": [20],
        "behaviour": {"freewheels": [{"points": 24, "at": "input"}]},
    }
    geared = {**hub(0.5, 1.0), "behaviour": {"freewheels": [{"points": 36, "at": "output"}]}}
    made = validate(Setup, setup(front, geared))
    found = bite(made.path, gear_table(made, (60, 90)))
    assert found.points == [24, 36]
    # 360/24 = 15° at the cranks; 360/36 = 10° at the wheel, which turns 2 · 0.5 = 1 and 2 · 1 = 2 times.
    assert [each.largest_deg for each in found.gears] == [pytest.approx(25), pytest.approx(20)]
    assert [each.mean_deg for each in found.gears] == [pytest.approx(12.5), pytest.approx(10)]
    none = validate(Setup, setup(CHAIN))
    assert bite(none.path, gear_table(none, (60, 90))).gears == []


def test_mass_that_comes_off_and_goes_on():
    old = setup({**CHAIN, "name": "chain", "mass_kg": 0.9, "fit": {"mass_at": "cranks"}}, name="Old")
    parts = [
        {"name": "shifter", "mass_kg": 0.25, "at": "frame"},
        {"name": "bell"},
        {"name": "lock", "at": "frame"},
        {"name": "bag", "mass_kg": 0.5},
    ]
    new = setup(
        old["path"][0], {**hub(0.5, 1), "name": "geared hub", "mass_kg": 1.8}, name="New", parts=parts
    )
    moved = mass_moved(validate(Setup, new), validate(Setup, old))
    assert moved.known_kg == pytest.approx(2.95)
    assert moved.more_kg == pytest.approx(2.05)
    assert moved.unsprung == pytest.approx(1.8 / 2.95)
    assert {place.at: place.mass_kg for place in moved.places} == {
        "rear wheel": 1.8,
        "front wheel": 0,
        "frame": 0.25,
        "cranks": 0.9,
    }
    assert [part.name for part in moved.goes_on] == ["geared hub", "shifter", "bell", "lock", "bag"]
    assert moved.comes_off == []
    # Without its mass or without its place it cannot be put down.
    assert moved.missing == ["bell", "lock", "bag"]
    assert mass_moved(validate(Setup, old), validate(Setup, old)).more_kg is None


def test_on_a_cargo_bicycle_a_motor_must_be_approved():
    def found(bicycle, **motor):
        data = {
            **deepcopy(WHOLE_BRIEF),
            "setups": [setup(motors=[{"at": "cranks", "torque_nm": 60, **motor}])],
        }
        data.pop("reference")
        data["load"] = {**data["load"], "bicycle": bicycle}
        brief = validate(Brief, data)
        return [each.state for each in fit_page(brief, brief.setups[0]).checks if each.id == "motor-cargo"]

    assert found("usual") == []
    assert found("cargo") == ["not known"]
    assert found("cargo", cargo_approved=True) == ["holds"]
    assert found("cargo", cargo_approved=False) == ["fails"]


@pytest.mark.parametrize(
    ("inside", "hands"),
    [
        (hub(1.0), None),
        ({**hub(1, 1.3), "change": {"by": "kick back"}}, "the feet kick back"),
        ({**hub(1, 1.3), "change": {"by": "back-pedal"}}, "the feet pedal back a little"),
        (
            {**hub(1, 1.3), "change": {"by": "speed", "trigger_kmh": 17}},
            "nothing: it changes by itself at 17 km/h",
        ),
        ({**hub(1, 1.3), "fit": {"shifter": "buttons"}}, "press a button; it needs charge"),
        ({**hub(1, 1.3), "fit": {"shifter": "trigger"}}, "press a trigger"),
        (hub(1, 1.3), "a shifter on the bar; which is not stated"),
        (stepless_hub(0.6, 1.8), "a shifter on the bar; which is not stated"),
    ],
)
def test_what_hands_or_feet_must_do(inside, hands):
    found = {each.kind: each.hands for each in page(CHAIN, inside).behaves}
    assert found.get("hub") == hands
    assert "sprockets" not in found
    several = {each.kind: each.hands for each in page(sprockets([44], [12, 16, 20]), hub(1.0)).behaves}
    assert several == {"sprockets": "a shifter on the bar; which is not stated"}


def test_mass_is_held_against_the_reference_of_the_job():
    light = {**CHAIN, "name": "light chain", "mass_kg": 0.7, "fit": {"mass_at": "cranks"}}
    heavy = {**CHAIN, "name": "heavy chain", "mass_kg": 1.2, "fit": {"mass_at": "cranks"}}
    found = page(light, reference=setup(heavy, name="Reference"))
    assert found.mass.more_kg == pytest.approx(-0.5)
    assert page(light).mass.more_kg is None


def test_what_a_derailleur_would_need_is_said_only_where_it_fails():
    stage = {
        **sprockets([28, 44], [11, 13, 15, 17, 20, 24, 28, 32]),
        "limits": {"rear_max": 34, "capacity": 35},
    }
    found = page(stage, frame={"chainstay_mm": 430})
    told = [
        (check.state, check.remedy)
        for check in found.checks
        if "derailleur" in check.id or "capacity" in check.what
    ]
    assert ("fails", "a derailleur that takes more, or closer teeth") in told
    assert [remedy for state, remedy in told if state == "holds"] == [None] * sum(
        s == "holds" for s, _ in told
    )
    assert "holds" in [state for state, _ in told]


def test_of_a_derailleurs_mass_the_cassette_sits_in_the_wheel():
    def parts(stage):
        return [(each.name, each.mass_kg, each.at) for each in weighed(validate(Setup, setup(stage)))]

    many = sprockets([42], [11, 15, 21, 28])
    assert parts({**many, "mass_kg": 1.5}) == [
        ("sprockets", pytest.approx(1.1), None),
        ("sprockets: the cassette", 0.4, "rear wheel"),
    ]
    # Less than a usual cassette is all cassette; what is not known, or sits elsewhere, is not parted.
    assert parts({**many, "mass_kg": 0.3})[1] == ("sprockets: the cassette", 0.3, "rear wheel")
    assert parts(many) == [("sprockets", None, None)]
    shaft = setup({**many, "mass_kg": 1.5}, {**sprockets([20], [20]), "mass_kg": 0.5})
    assert {each.at for each in weighed(validate(Setup, shaft))} == {None}
    assert parts({**many, "mass_kg": 1.5, "fit": {"mass_at": "frame"}}) == [("sprockets", 1.5, "frame")]
    assert parts({**sprockets([42], [21]), "mass_kg": 0.95}) == [("sprockets", 0.95, None)]


@pytest.mark.parametrize(
    ("known", "rpm"),
    [
        ({"no_load_rpm": 300}, 300),
        ({"curve": [[0, 50], [100, 40], [250, 0]]}, 250),
        ({"no_load_rpm": 300, "reduction": [[10, 20], [10, 15]]}, 100),
        ({"curve": [[0, 50], [240, 5]], "reduction": [[10, 20]]}, 120),
        ({}, None),
    ],
)
def test_how_fast_a_motor_turns_without_load_where_it_drives(known, rpm):
    assert free_rpm(validate(Motor, {"at": "cranks", "torque_nm": 50, **known})) == (
        None if rpm is None else pytest.approx(rpm)
    )


@pytest.mark.parametrize(
    "before", [CHAIN, sprockets([30, 44], [19])], ids=["a single ring", "two rings, in the lowest"]
)
@pytest.mark.parametrize(
    ("limits", "state", "what"),
    [
        ({}, "not known", "the largest mass that the part is allowed for is not stated"),
        ({"system_mass_max_kg": 150}, "holds", "126 kg, within the 150 kg of the part"),
        ({"system_mass_max_kg": 90}, "fails", "126 kg, over the 90 kg of the part"),
    ],
    ids=["not stated", "within", "over"],
)
def test_the_mass_that_a_part_is_allowed_for_is_judged_once(before, limits, state, what):
    found = page(before, case(limits=limits)).checks
    told = [(each.state, each.what) for each in found if "mass" in each.what or " kg" in each.what]
    assert [each for each, _ in told] == [state]
    assert what in told[0][1]
