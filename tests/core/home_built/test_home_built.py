"""Home-built drives: speed, the stages that would do, push, slope, current, and what is refused."""

import math
from copy import deepcopy
from itertools import product

import pytest

from examples import WHOLE_BRIEF
from kettledrum.core.home_built.result import DriveResult, drive_named, every_drive, worked_out
from kettledrum.core.home_built.trains import nearest_trains
from kettledrum.core.home_built.wiring import FUSES_A, WIRES, wiring
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

BARROW = {
    "name": "Barrow",
    "motor": {"count": 2, "rpm": 190, "torque_nm": 9},
    "stages": [[16, 28], [14, 22]],
    "wheel_mm": 520,
    "wanted_kmh": 7,
    "mass_kg": 150,
    "stage_efficiency": 1,
}


def need(*drives, road=None) -> Brief:
    data = {**deepcopy(WHOLE_BRIEF), "home_built": list(drives)}
    data["road"] = {"crr": 0.02, "cda_m2": 0.6, "altitude_m": 0, "temperature_c": 15, **(road or {})}
    return validate(Brief, data)


def result(**parts) -> DriveResult:
    found = need({**BARROW, **parts})
    return worked_out(found, drive_named(found, "Barrow"))


def test_speed_push_and_slope_by_hand():
    found = result()
    # 190 a minute on 1.6336 m round: 18.62 km/h without stages, so that 7 km/h need 0.3759.
    assert found.direct_kmh == pytest.approx(18.623, abs=0.001)
    assert found.needed == pytest.approx(7 / 18.623, rel=1e-4)
    # 16/28 · 14/22 = 0.3636: 6.77 km/h, 3.3 % short.
    assert found.product == pytest.approx(0.36364, abs=1e-5)
    assert found.geared_kmh == pytest.approx(6.772, abs=0.001)
    assert found.off == pytest.approx(-0.0326, abs=1e-4)
    # Two of 9 Nm are 18 Nm; what is lost in speed is won in torque: 49.5 Nm, 190.4 N on 260 mm.
    assert (found.motor_nm, found.wheel_nm) == (18, pytest.approx(49.5))
    assert found.torque_kept == pytest.approx(2.75)
    assert found.push_n == pytest.approx(190.38, abs=0.01)
    # 150 kg at 2 % are 29.4 N, the air at 1.88 m/s 1.3 N.
    assert found.asked_n == pytest.approx(150 * 9.80665 * 0.02 + 0.5 * 1.225 * 0.6 * 1.881**2, abs=0.05)
    assert found.speed == "holds"
    # 190.38 N hold 150 kg up sin θ = 0.1294 less 0.02.
    assert found.grade_at_start == pytest.approx(
        math.tan(math.asin(0.12942 / math.hypot(1, 0.02)) - 0.02), rel=1e-3
    )
    assert found.grade_at_speed < found.grade_at_start
    assert found.out_w == pytest.approx(18 * 190 * math.pi / 30)
    assert found.push_n * found.geared_kmh / 3.6 == pytest.approx(found.out_w)


def test_volts_and_amps_stand_for_torque():
    motor = {"count": 2, "rpm": 190, "voltage_v": 24, "current_a": 10, "efficiency": 0.75}
    found = result(motor=motor, battery={"energy_wh": 480, "usable": 0.8, "voltage_v": 24})
    # 0.75 · 240 W / 19.897 rad/s = 9.047 Nm each.
    assert found.motor_nm == pytest.approx(18.094, abs=0.001)
    assert found.in_w == 480
    assert found.wiring.current_a == pytest.approx(20)
    # 480 Wh · 0.8 / 480 W.
    assert found.battery.hours == pytest.approx(0.8)
    assert found.battery.km == pytest.approx(0.8 * 6.772, abs=0.01)
    assert "motor.efficiency" not in [each.where for each in found.assumed]
    [usual] = [each for each in result().assumed if each.where == "motor.efficiency"]
    assert str(usual) == "the motors’ efficiency (80 %)"


def test_gearing_up_loses_torque_and_may_be_too_much():
    found = result(stages=[[48, 12]], wanted_kmh=70)
    assert found.geared_kmh == pytest.approx(74.49, abs=0.01)
    assert found.torque_kept == pytest.approx(0.25)
    # 4.5 Nm on 260 mm are 17.3 N, less than rolling alone takes.
    assert found.push_n == pytest.approx(17.31, abs=0.01)
    assert found.speed == "fails"
    assert found.grade_at_start == 0
    assert found.reaches_kmh < 40
    assert found.state == "fails"


def test_chains_against_their_breaking_load():
    found = result(breaking_n=8000)
    # 18 Nm on 16 teeth, r = 32.55 mm; 31.5 Nm on 14, r = 28.54 mm.
    assert [chain.pull_n for chain in found.chains] == [
        pytest.approx(553.0, abs=0.5),
        pytest.approx(1103.9, abs=0.5),
    ]
    assert [chain.state for chain in found.chains] == ["holds", "holds"]
    assert [chain.state for chain in result(breaking_n=6000).chains] == ["holds", "tight"]
    assert [chain.state for chain in result(breaking_n=5000).chains] == ["holds", "fails"]
    assert [chain.state for chain in result().chains] == ["not known", "not known"]


@pytest.mark.parametrize("needed", [0.05, 0.31, 0.94, 2.2, 17.0])
def test_the_nearest_row_is_that_of_trying_them_all(needed):
    to_hand = [9, 11, 14, 18, 23, 30, 42]
    pairs = [(a, b) for a, b in product(to_hand, to_hand) if a != b and 1 / 6 <= a / b <= 6]
    best = min(
        abs(math.log(math.prod(a / b for a, b in row) / needed))
        for count in (1, 2, 3)
        for row in product(pairs, repeat=count)
        if all(
            sum(pair.count(teeth) for pair in row) <= 1 for teeth in {teeth for pair in row for teeth in pair}
        )
    )
    found = nearest_trains(needed, to_hand)
    nearest = min(abs(math.log(train.product / needed)) for train in found)
    # Where two stages come within a fiftieth, no third one is looked for.
    assert nearest == pytest.approx(best, abs=1e-9) or nearest < 0.02
    for train in found:
        used = [teeth for pair in train.stages for teeth in pair]
        assert len(set(used)) == len(used)
        assert train.off == pytest.approx(train.product / needed - 1)


def test_few_stages_come_before_many_that_are_hardly_nearer():
    found = nearest_trains(2.0, [14, 28, 9, 11, 23, 47])
    assert found[0].stages == [(28, 14)]
    assert found[0].off == 0
    assert nearest_trains(2.0, [14, 14], each_once=True) == []


def test_sprockets_to_hand_are_used_once_each_and_usual_ones_as_often_as_one_likes():
    # Of 12, 24 and 48 teeth a ratio of 1/4 is one pair; twice 12/24 would take two of each.
    to_hand = [row.stages for row in result(sprockets=[12, 24, 48], wanted_kmh=18.623 / 4).trains]
    assert [(12, 48)] in to_hand
    assert all(len({teeth for pair in row for teeth in pair}) == 2 * len(row) for row in to_hand)
    usual = [row.stages for row in result(wanted_kmh=18.623 / 9).trains]
    assert any(len({teeth for pair in row for teeth in pair}) < 2 * len(row) for row in usual)


def test_fuse_and_wire_by_hand():
    # A quarter above 20 A is 25 A; 2.5 mm² bear 25 A.
    found = wiring(20, 24, None)
    assert (found.fuse_a, found.wire_mm2, found.lost_v) == (25, 2.5, None)
    # What a wire of no known length loses does not choose it: a metre of 0.75 mm² would lose 0.23 V of 6.
    assert wiring(5, 6, None).wire_mm2 == 0.75
    assert wiring(5, 6, 1).wire_mm2 == 1
    # Over 3 m there and back 2.5 mm² would lose 0.84 V of 24, more than 3 %; 4 mm² lose 0.525 V.
    far = wiring(20, 24, 3)
    assert far.wire_mm2 == 4
    assert far.lost_v == pytest.approx(0.525)
    assert wiring(1000, 24, None).fuse_a is None
    assert wiring(200, 24, 10).wire_mm2 is None


@pytest.mark.parametrize("current", [0.5, 3, 11.9, 12, 12.1, 40, 99])
def test_the_fuse_goes_before_the_wire(current):
    found = wiring(current, 48, None)
    assert found.fuse_a in FUSES_A
    assert found.fuse_a >= current * 1.25
    assert dict(WIRES)[found.wire_mm2] >= found.fuse_a


def test_the_battery_must_give_the_current():
    battery = {"energy_wh": 500, "voltage_v": 24}
    motor = {"count": 2, "rpm": 190, "voltage_v": 24, "current_a": 10}
    assert result(motor=motor, battery=battery).battery.current == "not known"
    assert result(motor=motor, battery={**battery, "current_max_a": 20}).battery.current == "holds"
    assert result(motor=motor, battery={**battery, "current_max_a": 19}).battery.current == "fails"


def test_the_whole_stands_as_its_worst_part():
    strong = {"after": 2, "diameter_mm": 40, "span_mm": 100, "driven_at_mm": -20, "yield_mpa": 300}
    bears = {**strong, "bearing_static_n": 50_000}
    motor = {"count": 2, "rpm": 190, "voltage_v": 24, "current_a": 10}
    battery = {"energy_wh": 500, "voltage_v": 24, "current_max_a": 30}
    whole = {"motor": motor, "battery": battery, "breaking_n": 9000, "shafts": [bears]}
    assert result(**whole).state == "holds"
    assert result(**{**whole, "battery": {**battery, "current_max_a": 5}}).state == "fails"
    assert result(**{**whole, "breaking_n": 3000}).state == "fails"
    assert result(**{**whole, "shafts": [strong]}).state == "not known"
    assert result(**{**whole, "shafts": [{**bears, "diameter_mm": 6}]}).state == "fails"
    assert result(**{**whole, "stages": [[48, 12]], "shafts": []}).state == "fails"


@pytest.mark.parametrize(
    ("parts", "where", "what"),
    [
        ({"motor": {"rpm": 100}}, "motor.torque_nm", "give the torque, or volts and amps"),
        ({"motor": {"rpm": 100, "voltage_v": 24}}, "motor.torque_nm", "volts and amps"),
        ({"motor": {"rpm": 0, "torque_nm": 5}}, "motor.rpm", "from 0.01 to 60000"),
        ({"stages": [[48, 9], [48, 9]]}, "stages", "at most 100 km/h"),
        ({"stages": [[4, 20]]}, "stages[0][0]", "from 5 to 200"),
        ({"wheel_mm": 0}, "wheel_mm", "from 50 to 1500 mm"),
        ({"battery": {"energy_wh": 0}}, "battery.energy_wh", "above 0"),
        ({"shafts": [{"after": 3, "diameter_mm": 10, "span_mm": 50}]}, "shafts[0].after", "at most 2"),
        (
            {"shafts": [{"after": 0, "diameter_mm": 10, "span_mm": 50, "driven_at_mm": 5}]},
            "shafts[0].driven_at_mm",
            "driven by the motors",
        ),
        (
            {"shafts": [{"after": 2, "diameter_mm": 10, "span_mm": 50, "driving_at_mm": 5}]},
            "shafts[0].driving_at_mm",
            "the wheel sits on it",
        ),
        (
            {"shafts": [{"after": 2, "diameter_mm": 10, "span_mm": 50, "load_kg": 50}]},
            "shafts[0].load_at_mm",
            "a load goes with its place",
        ),
        ({"shafts": [{"after": 1, "diameter_mm": 10, "span_mm": 0}]}, "shafts[0].span_mm", "above 0"),
        (
            {"shafts": [{"after": 1, "diameter_mm": 10, "span_mm": 9, "material": "cheese"}]},
            "shafts[0].material",
            "mild steel bar",
        ),
        ({"safety": 0.5}, "safety", "from 1 to 20"),
    ],
)
def test_what_cannot_be_built_is_named(parts, where, what):
    with pytest.raises(InvalidInput) as refused:
        need({**BARROW, **parts})
    [problem] = refused.value.problems
    assert problem.where == f"home_built[0].{where}"
    assert what in problem.what


def test_two_of_one_name_and_one_that_is_not_there():
    with pytest.raises(InvalidInput, match=r"home_built\[1\].name: must differ"):
        need(BARROW, BARROW)
    with pytest.raises(InvalidInput, match="name of a home-built drive of the job: Barrow"):
        drive_named(need(BARROW), "Cart")


def test_where_its_push_falls_short_it_goes_as_fast_as_its_power_takes_it():
    # A motor of 40 W geared for 25 km/h: behind two stages of 0.9 each 32.4 W reach the tyre.
    weak = {"motor": {"rpm": 190, "torque_nm": 2}, "stages": [[30, 22], [28, 28]], "stage_efficiency": 0.9}
    found = result(**weak, wheel_mm=700)
    assert found.speed == "fails"
    moves = conditions(need()).resistance
    at = found.reaches_kmh / 3.6
    rolling = 150 * 9.80665 * moves.crr + moves.drag_n(at)
    assert rolling * at == pytest.approx(2 * 190 * math.pi / 30 * 0.81, rel=1e-6)
    assert found.reaches_kmh < found.geared_kmh


def test_what_is_assumed_is_told_only_of_what_is_there():
    shaft = {"after": 1, "diameter_mm": 15, "span_mm": 90, "driven_at_mm": 30, "material": "mild steel bar"}
    told = {each.where for each in result(shafts=[shaft]).assumed}
    assert {"shock", "safety", "pitch_mm"} <= told
    assert "stage_efficiency" not in told
    own = result(shafts=[shaft], shock=1.2, safety=3, pitch_mm=12.7)
    assert {"shock", "safety", "pitch_mm"}.isdisjoint({each.where for each in own.assumed})
    without = {each.where for each in result(stages=[], stage_efficiency=None).assumed}
    assert {"shock", "safety", "pitch_mm", "stage_efficiency"}.isdisjoint(without)
    assert "stage_efficiency" in {each.where for each in result(stage_efficiency=None).assumed}


def test_a_material_that_is_not_known_is_named_with_those_that_are():
    shaft = {"after": 1, "diameter_mm": 15, "span_mm": 90, "material": "gold"}
    with pytest.raises(InvalidInput) as refused:
        result(shafts=[shaft])
    said = str(refused.value)
    assert "home_built[0].shafts[0].material" in said
    # Whole names, commas in them and all.
    assert "“carbon steel, normalised” or “alloy steel, hardened and tempered”" in said


def test_up_to_the_fastest_that_is_worked_with():
    # 520 mm across are 1.6336 m round: 1020.2 rpm would be 100 km/h without stages.
    rpm = 100 / 60 / (520 * math.pi / 1_000_000)
    fastest = {**BARROW, "stages": [[20, 20]], "motor": {"count": 1, "torque_nm": 9}, "wanted_kmh": 100}
    fastest["motor"]["rpm"] = rpm * (1 - 1e-12)
    assert drive_named(need(fastest), "Barrow").geared_kmh == pytest.approx(100)
    fastest["motor"]["rpm"] = rpm * 1.001
    with pytest.raises(InvalidInput, match="100 km/h is worked with"):
        need(fastest)


def test_the_slope_held_at_speed_by_hand():
    found = result()
    speed = found.geared_kmh / 3.6
    # What is left of 190.38 N after the air lifts and rolls: sin θ + 0.02·cos θ of 150 kg.
    left = found.push_n - 0.5 * 1.225 * 0.6 * speed**2
    assert found.grade_at_speed > 0.1
    slope = math.atan(found.grade_at_speed)
    assert 150 * 9.80665 * (math.sin(slope) + 0.02 * math.cos(slope)) == pytest.approx(left, rel=2e-3)


def test_every_drive_of_a_job_is_worked_out():
    found = every_drive(need(BARROW, {**BARROW, "name": "Other", "wanted_kmh": 9})).drives
    assert [each.name for each in found] == ["Barrow", "Other"]
    assert every_drive(need()).drives == []


def test_what_a_drive_comes_to_is_said():
    assert result().says.startswith("It runs at 6.8\u202fkm/h, and holds that up ".replace("\u202f", " "))
    weak = result(motor={"count": 1, "rpm": 190, "torque_nm": 0.9})
    assert weak.speed == "fails"
    told = f"it comes to about {weak.reaches_kmh:.1f} km/h on the flat."
    assert weak.says.startswith(f"Geared for 6.8 km/h, but the motor is too weak for that: {told}")
