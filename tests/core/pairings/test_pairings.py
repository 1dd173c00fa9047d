"""Sprocket pairings: limits at, one tooth above and one below; verdicts, ranks, and what each says."""

import math
from copy import deepcopy

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import NINE_SPEED_HUB, WHOLE_BRIEF, gearbox, hub, setup, sprockets, stepless_hub
from fuzzing import examples
from kettledrum.core.effort.pushes import pushes
from kettledrum.core.effort.stage_limits import ratio_limit
from kettledrum.core.fit.page import fit_page
from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.pairings.grid import pairings, with_pairing
from kettledrum.core.pairings.place import pairing_place
from kettledrum.core.parts.stated import Limits
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

FRAME = {"chainstay_mm": 440, "adjust_mm": 15, "tensioning": "sliding"}


def job(*path, front=(47,), rear=(24, 25, 26), motors=None, **parts) -> Brief:
    made = setup(*path, **({"motors": motors} if motors else {}))
    stock = {"chain": {"front": list(front), "rear": list(rear)}}
    data = {**deepcopy(WHOLE_BRIEF), "stock": stock, "setups": [made], **parts}
    data.pop("reference")
    return validate(Brief, data)


def tried(brief: Brief):
    found = pairings(brief, brief.setups[0])
    return {(each.front, each.rear): each for each in found.pairings}


def hub_with(**limits):
    return {**hub(0.5, 0.7, 1.0, 1.4), "limits": limits}


def test_a_limit_at_one_tooth_above_and_one_below():
    found = tried(job(sprockets([47], [25]), hub_with(primary_ratio_min=1.85, input_torque_max_nm=200)))
    # 47/24 = 1.958, 47/25 = 1.88 is 1.6 % above, 47/26 = 1.808 is 2.3 % below.
    assert [found[47, rear].state for rear in (24, 25, 26)] == ["holds", "tight", "fails"]
    remedy = "one tooth fewer behind or two teeth more in front would hold"
    assert found[47, 26].why[0] == f"47 ÷ 26 = 1.808 is under the smallest allowed, 1.85, by 2.3 %: {remedy}"
    # 48.1 in front: 48 would be 1.846, still under.
    just = tried(job(sprockets([46], [23]), hub_with(primary_ratio_min=2.0), front=[46], rear=[23]))
    assert just[46, 23].state == "tight"


def test_a_sprocket_of_just_the_teeth_that_a_hub_takes_goes_onto_it():
    found = tried(job(sprockets([47], [25]), {**hub_with(), "fit": {"teeth_min": 24, "teeth_max": 25}}))
    whys = {rear: " ".join(found[47, rear].why) for rear in (24, 25, 26)}
    assert "takes no sprocket" not in whys[24] + whys[25]
    assert "takes no sprocket over 25 teeth" in whys[26]
    small = tried(job(sprockets([47], [25]), {**hub_with(), "fit": {"teeth_min": 25}}))
    assert "takes no sprocket under 25 teeth" in " ".join(small[47, 24].why)
    assert "takes no sprocket" not in " ".join(small[47, 25].why)


def test_torque_in_by_hand():
    # 78 kg · 9.80665 · 0.17 m = 130.0 Nm on the cranks; behind 47/24 66.4, /25 69.2, /26 71.9 Nm.
    brief = job(sprockets([47], [25]), hub_with(input_torque_max_nm=70))
    asked = pushes(brief, brief.setups[0])
    assert asked.hardest_nm == pytest.approx(130.04, abs=0.01)
    # 125 W at 60 rpm: 125 / (2π).
    assert asked.steady_nm == pytest.approx(19.89, abs=0.01)
    assert asked.factor_assumed
    found = tried(brief)
    assert [found[47, rear].state for rear in (24, 25, 26)] == ["holds", "tight", "fails"]
    assert "72 Nm in, over 70 Nm" in found[47, 26].why[0]
    # The ratio that this makes: 130.04 / 70.
    overall = pairings(brief, brief.setups[0])
    assert overall.ratio_min == pytest.approx(1.8577, abs=1e-4)
    assert overall.ratio_derived
    harder = brief.model_copy(update={"rider": brief.rider.model_copy(update={"push_factor": 1.5})})
    assert {each.state for each in tried(harder).values()} == {"fails"}


def test_a_torque_derived_from_a_ratio_warns_and_does_not_refuse():
    # 100 kg · g · 0.17 m / 1.8 = 92.6 Nm; a rider of 120 kg puts in 200.1 / 1.958 = 102 Nm.
    heavy = {"mass_kg": 120, "power_w": 125, "cadence_rpm": [60, 88]}
    found = tried(job(sprockets([47], [24]), hub_with(primary_ratio_min=1.8), rider=heavy))[47, 24]
    assert found.state == "tight"
    [derived] = [check for check in found.checks if check.derived]
    assert derived.limit == pytest.approx(92.6, abs=0.05)
    assert derived.figure == pytest.approx(102.2, abs=0.1)
    assert "derived from its smallest ratio" in derived.what


def test_nothing_stated_is_not_known_and_says_what_to_look_for():
    found = tried(job(sprockets([47], [24]), hub(0.5, 1, 2)))[47, 24]
    assert found.state == "not known"
    assert "look for “primary ratio” or “input torque”" in found.why[0]
    # A plain hub has nothing inside that could break of it.
    plain = tried(job(sprockets([47], [24]), hub(1.0)))[47, 24]
    assert plain.state == "holds"
    assert plain.why == [
        "the chainstay length is missing: measure from the bottom bracket’s middle to the axle’s"
    ]


@pytest.mark.parametrize(
    ("load", "motors", "least", "unsure"),
    [
        ({"cargo_kg": 0}, None, 1.8, None),
        ({"cargo_kg": 60}, None, 2.1, None),
        ({"bicycle": "tandem"}, None, 2.3, None),
        ({"bicycle": "cargo"}, None, 1.8, "nothing is stated for cargo bicycles"),
        ({"cargo_kg": 0}, [{"at": "cranks", "torque_nm": 60}], 2.5, None),
    ],
)
def test_other_limits_for_heavy_loads_tandems_cargo_and_motors(load, motors, least, unsure):
    limits = {
        "primary_ratio_min": 1.8,
        "primary_ratio_min_heavy": 2.1,
        "heavy_from_kg": 140,
        "primary_ratio_min_tandem": 2.3,
        "primary_ratio_min_motor": 2.5,
    }
    brief = job(sprockets([47], [24]), hub_with(**limits), load=load, motors=motors)
    found = ratio_limit(Limits(**limits), brief, pushes(brief, brief.setups[0]))
    assert (found.least, found.unsure) == (least, unsure)
    assert pairings(brief, brief.setups[0]).ratio_min == least


def test_a_heavier_limit_without_its_mass_is_not_known():
    found = tried(job(sprockets([47], [24]), hub_with(primary_ratio_min=1.8, primary_ratio_min_heavy=1.9)))
    assert found[47, 24].state == "not known"
    assert any("but not from which mass on" in why for why in found[47, 24].why)


def test_limits_that_contradict_each_other_are_named():
    limits = {"primary_ratio_min": 2.0, "primary_ratio_min_heavy": 1.8, "heavy_from_kg": 200}
    found = tried(job(sprockets([50], [24]), hub_with(**limits), front=[50], rear=[24]))[50, 24]
    assert found.state == "not known"
    assert any("contradict each other: 1.8 for heavy loads, 2 in general" in why for why in found.why)
    with pytest.raises(InvalidInput, match="must be at least the smallest it takes, 20"):
        job(sprockets([47], [24]), {**hub(0.5, 1), "fit": {"teeth_min": 20, "teeth_max": 16}})


def test_torques_into_the_part_behind_by_hand():
    motor = [{"at": "cranks", "torque_nm": 60}]
    into = tried(job(sprockets([48], [24]), hub_with(), motors=motor, front=[48]))[48, 24].into
    # All of it halved by 48 ÷ 24: 130.04, 19.89 and 60 Nm.
    assert (into.hardest_nm, into.steady_nm, into.motor_nm) == (
        pytest.approx(65.02, abs=0.01),
        pytest.approx(9.95, abs=0.01),
        30,
    )
    assert tried(job(sprockets([48], [24]), front=[48]))[48, 24].into is None


def test_motor_and_mass_limits():
    motor = [{"at": "cranks", "torque_nm": 70}]
    limits = {"primary_ratio_min": 1.5, "primary_ratio_min_motor": 1.5, "input_torque_max_nm": 300}
    silent = tried(job(sprockets([47], [24]), hub_with(**limits), motors=motor))[47, 24]
    assert silent.state == "not known"
    assert "does not say which motor torque it bears" in silent.why[0]
    # 70 Nm at the cranks are 35.74 Nm behind 47 ÷ 24: what the hub has to bear.
    over = tried(job(sprockets([47], [24]), hub_with(**limits, motor_torque_max_nm=35), motors=motor))[47, 24]
    assert "the motor puts 35.7 Nm in, over the 35 Nm of hub" in over.why
    assert over.state == "fails"
    within = tried(job(sprockets([47], [24]), hub_with(**limits, motor_torque_max_nm=40), motors=motor))[
        47, 24
    ]
    # Rider and motor together: (130 + 70) / 1.958 = 102.1 Nm.
    assert within.state == "holds"
    assert any("put 102 Nm in" in why for why in within.why)
    heavy = tried(job(sprockets([47], [24]), hub_with(primary_ratio_min=1.5, system_mass_max_kg=125)))[47, 24]
    assert heavy.why[0] == "bicycle, rider and load are 126 kg, over the 125 kg of hub"


RISING = {"at": "cranks", "curve": [[0, 40], [300, 85], [2000, 10]]}


def test_a_motor_is_told_by_its_torque_into_the_part_whoever_asks():
    # A curve that rises to 85 Nm, over 40 ÷ 20: 42.5 Nm into the hub, in pairings and in the line-up.
    limits = {"motor_torque_max_nm": 42, "primary_ratio_min": 1.5, "primary_ratio_min_motor": 1.5}
    brief = job(sprockets([40], [20]), hub_with(**limits), motors=[RISING], front=[40, 41], rear=[20])
    found = tried(brief)
    assert [found[front, 20].into.motor_nm for front in (40, 41)] == [42.5, pytest.approx(85 * 20 / 41)]
    assert "the motor puts 42.5 Nm in, over the 42 Nm of hub" in found[40, 20].why
    assert not any("over the 42 Nm" in why for why in found[41, 20].why)
    [compared] = compare(brief).setups
    assert compared.motor.borne[0].state == "fails"
    assert compared.motor.borne[0].share == pytest.approx(42.5 / 42)
    assert "of motors, 42 Nm allowed" in compared.motor.borne[0].what
    said = [check.what for check in fit_page(brief, brief.setups[0]).checks if check.state == "fails"]
    assert any("the motor puts 42.5 Nm in, over the 42 Nm of hub" in what for what in said)


def test_a_motor_right_before_the_hub_does_not_change_with_the_pairing():
    motor = {"at": {"before": 1}, "torque_nm": 50}
    brief = job(
        sprockets([40], [20]),
        hub_with(input_torque_max_nm=115),
        motors=[motor],
        front=[30, 40, 48],
        rear=[20],
    )
    found = tried(brief)
    assert [found[front, 20].into.motor_nm for front in (30, 40, 48)] == [50, 50, 50]
    # 130.04 Nm over 1.5, 2 and 2.4, and 50 of the motor: 136.7, 115.02 and 104.2 of 115 Nm.
    said = [" ".join(found[front, 20].why) for front in (30, 40, 48)]
    assert ["over 115 Nm" in why for why in said] == [True, True, False]
    # What is left of 115 Nm beside the motor are 65: the least ratio is 130.04 ÷ 65.
    whole = pairings(brief, brief.setups[0])
    assert (whole.ratio_min, whole.ratio_derived) == (pytest.approx(130.04 / 65, abs=1e-3), True)


def test_a_belt_does_not_bear_a_motor_behind_it():
    belt = {**sprockets([40], [20]), "drive": "belt", "limits": {"pull_max_n": 9000}}
    pulls = {}
    for at in ("cranks", "behind"):
        motor = {"at": "cranks" if at == "cranks" else {"before": 1}, "torque_nm": 50}
        brief = job(belt, hub_with(), motors=[motor])
        pulls[at] = tried(brief)[40, 20].belt.pull_n
        [compared] = compare(brief).setups
        assert f"belt: {pulls[at]:.0f} N, 9000 N allowed" in compared.motor.borne[0].what
    # 130.04 Nm of the rider, and 50 Nm more only of the motor before it.
    assert pulls["cranks"] / pulls["behind"] == pytest.approx(180.04 / 130.04, abs=1e-4)


@pytest.mark.parametrize(("most", "word"), [(2000, "over"), (2100, "within"), (9000, "within")])
def test_what_pulls_a_belt_is_over_or_within_what_it_bears(most, word):
    # 130.04 Nm on 40 teeth of 10 mm, r = 63.66 mm: 2043 N.
    belt = {**sprockets([40], [20]), "drive": "belt", "limits": {"pull_max_n": most}}
    found = tried(job(belt, hub_with()))[40, 20]
    assert f"the hardest push pulls the belt with 2043 N, {word} {most} N" in " ".join(found.why)


def test_a_chaingear_in_front_counts_and_a_gearboxs_limit_is_on_what_is_behind_it():
    # 0.8 · 47/24 = 1.567 into the hub, in the chaingear's low gear.
    both = tried(job(gearbox(0.8, 1.0), sprockets([47], [24]), hub_with(primary_ratio_min=1.6)))[47, 24]
    assert both.state == "fails"
    assert "with the gears before it, = 1.567 is under the smallest allowed, 1.6" in " ".join(both.why)
    behind = {**gearbox(0.5, 1, 2), "limits": {"primary_ratio_min": 0.9, "input_torque_max_nm": 250}}
    found = tried(job(behind, sprockets([30], [32]), front=[28, 30, 32], rear=[32]))
    assert [found[front, 32].state for front in (28, 30, 32)] == ["fails", "holds", "holds"]
    # The hardest push goes into it as it is, whatever the pairing.
    assert all("puts 130 Nm in, within 250 Nm" in " ".join(each.why) for each in found.values())


PATHS = [
    (sprockets([44], [19]), hub(0.53, 0.64, 0.76, 0.91, 1.0, 1.18, 1.42, 1.69, 2.02)),
    (sprockets([50], [24], "belt"), stepless_hub(0.54, 1.95)),
    (gearbox(0.6, 0.8, 1.1, 1.5), sprockets([36], [26])),
    (sprockets([38], [11, 13, 15, 18, 21, 25, 30, 36, 42, 50]),),
    (sprockets([42], [18]), {**hub(1, 1.3), "change": {"by": "speed", "trigger_kmh": 17}}),
]


@examples(40)
@given(
    st.sampled_from(PATHS),
    st.sampled_from([28, 34, 40, 47]),
    st.sampled_from([16, 20, 24]),
    st.sampled_from([None, 180, 260]),
)
def test_every_pairing_is_as_the_setup_with_it_would_be(path, front, rear, burst):
    rider = {"mass_kg": 78, "power_w": 125, "cadence_rpm": [60, 88], **({"burst_w": burst} if burst else {})}
    road = {"crr": 0.008, "cda_m2": 0.55, "steepest": 0.09, "steepest_m": 80}
    brief = job(*path, front=[front], rear=[rear], rider=rider, road=road)
    made = brief.setups[0]
    place = pairing_place(made, brief.stock)
    for each in pairings(brief, made).pairings:
        other = with_pairing(made, place, each.front, each.rear)
        [whole] = compare(brief.model_copy(update={"setups": [other]})).setups
        assert each.lowest.ratio == pytest.approx(whole.lowest.ratio)
        assert each.highest.speed_kmh == pytest.approx(whole.highest.speed_kmh)
        assert each.climb == whole.climb.verdict
        assert each.margin == pytest.approx(whole.climb.margin)


def test_the_best_comes_first_and_what_it_changes_is_said():
    pairing = sprockets([44], [19])
    wants = {"lowest_by": "ratio", "lowest_ratio": 1.0, "top_kmh": 30}
    brief = job(
        pairing,
        hub_with(primary_ratio_min=1.8, input_torque_max_nm=120),
        front=[36, 38, 40, 42, 44],
        rear=[19, 20, 21, 22],
        wants=wants,
        frame=FRAME,
    )
    found = pairings(brief, brief.setups[0])
    ranked = found.pairings
    assert [each.rank for each in ranked] == list(range(1, 21))
    # 0.5 inside: 1.0 is 2.0 outside; what is lower than that has to spare below, and less above.
    allowed = [each for each in ranked if each.state != "fails"]
    assert (ranked[0].front, ranked[0].rear, ranked[0].short) == (42, 22, pytest.approx(0))
    assert round(ranked[0].uneven, 2) == min(round(each.uneven, 2) for each in allowed if each.short < 0.005)
    same = [(each.front, each.rear) for each in ranked if each.front / each.rear == 2]
    # Of one ratio the largest, which bends the chain least.
    assert same == [(44, 22), (42, 21), (40, 20), (38, 19)]
    assert [each.state for each in ranked[-3:]] == ["fails"] * 3
    by = {(each.front, each.rear): each for each in ranked}
    assert [by[pair].changed for pair in ((44, 19), (42, 19), (44, 20), (42, 20))] == [
        "nothing",
        "front",
        "rear",
        "both",
    ]
    assert by[44, 19].new_chain is False
    assert by[36, 19].new_chain
    # A tooth of 44 meets the very same link, and that the same of 22 or 19, when all three have gone round.
    for pair in ((44, 22), (44, 19)):
        assert by[pair].repeats == math.lcm(*pair, by[pair].chain.links) // 44
    assert by[44, 22].repeats < by[44, 19].repeats
    # Pins turn by 2π/44 at one end and 2π/22 at the other, at μ · r/p = 0.018 of the pull: 0.77 %.
    assert by[44, 22].bends == pytest.approx(2 * math.pi * 0.018 * (1 / 44 + 1 / 22))
    assert by[44, 22].bends == pytest.approx(0.0077, abs=1e-4)


def test_usual_teeth_and_those_that_go_onto_a_hub():
    without = {key: value for key, value in WHOLE_BRIEF.items() if key != "stock"}
    brief = validate(Brief, without)
    found = pairings(brief, brief.setups[0])
    assert (found.own_front, found.own_rear) == (False, False)
    assert found.mounted == (44, 19)
    assert (44 in found.front, 19 in found.rear) == (True, True)
    fitted = deepcopy(NINE_SPEED_HUB)
    fitted["path"][1]["fit"] = {"teeth_min": 16, "teeth_max": 21}
    brief = validate(Brief, {**without, "setups": [fitted]})
    assert pairings(brief, brief.setups[0]).rear == [16, 17, 18, 19, 20, 21]
    # The user's own list stands, and what does not go on is refused by name.
    own = validate(Brief, {**without, "setups": [fitted], "stock": {"chain": {"rear": [15, 19]}}})
    whys = " ".join(tried(own)[44, 15].why)
    assert "takes no sprocket under 16 teeth" in whys


def test_a_frame_refuses_sprockets_that_do_not_clear_it():
    brief = job(
        sprockets([47], [24]),
        hub_with(primary_ratio_min=1.5),
        frame={**FRAME, "rear_max": 25, "front_max": 46},
    )
    found = tried(brief)[47, 26]
    assert found.why[:2] == [
        "47 teeth at the front are 1 more than clear the frame",
        "26 teeth at the rear are 1 more than clear the frame",
    ]


def test_paths_without_a_single_pairing_are_refused_by_name():
    with pytest.raises(InvalidInput, match="path: has no sprockets with a single one in front"):
        tried(job(sprockets([28, 44], [11, 32])))
    with pytest.raises(InvalidInput, match="more than 3600 pairings"):
        tried(job(sprockets([199], [198]), front=range(20, 80), rear=range(10, 70)))


def test_belts_come_from_the_list_and_say_what_was_assumed():
    brief = job(sprockets([50], [24], "belt"), hub_with(primary_ratio_min=1.8), frame=FRAME)
    found = pairings(brief, brief.setups[0])
    assert {"stock.belt.pitch_mm", "stock.belt.lengths"} <= {each.where for each in found.assumed}
    mounted = next(each for each in found.pairings if (each.front, each.rear) == (50, 24))
    assert mounted.chain is None
    assert mounted.belt.teeth % 2 == 0
    assert any("what it bears is not stated" in why for why in mounted.why)
    belts = {"pitch_mm": 11, "lengths": [113, 115, 118], "front": [50, 55], "rear": [22, 24]}
    own = job(
        sprockets([50], [24], "belt"), hub_with(primary_ratio_min=1.8), frame=FRAME, stock={"belt": belts}
    )
    found = pairings(own, own.setups[0])
    assert found.assumed == []
    assert (found.front, found.rear) == ([50, 55], [22, 24])
    assert {each.belt.teeth for each in found.pairings} <= {113, 115, 118}


def test_a_bare_hub_has_nothing_to_break_and_one_with_limits_is_held_to_them():
    alone = tried(job(sprockets([40], [20]), hub(1.0), front=[40], rear=[20]))[40, 20]
    assert not any("puts" in why for why in alone.why)
    stated = {**hub(1.0), "limits": {"input_torque_max_nm": 60}}
    held = tried(job(sprockets([40], [20]), stated, front=[40], rear=[20]))[40, 20]
    # 130.04 Nm over 40 ÷ 20.
    assert "the hardest push puts 65 Nm in, over 60 Nm" in held.why
