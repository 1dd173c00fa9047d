"""Motors: torque at the wheel by ratios and by virtual work, what they draw, what holds them back."""

import math
from copy import deepcopy

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import WHOLE_BRIEF, gearbox, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.motors.electric import drawn, torque_held_by
from kettledrum.core.motors.range import setup_ranges
from kettledrum.core.parts.motor import Motor
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

HUB = {**hub(0.5, 1.0, 2.0), "efficiency": 1}
PAIR = {**sprockets([40], [20]), "efficiency": 1}
CRANK = {"at": "cranks", "torque_nm": 70, "power_w": 500, "assist": {"cutoff_kmh": 25}}


def motor(**given) -> Motor:
    return validate(Motor, {"at": "cranks", "torque_nm": 60, **given})


def helped(*motors, path=(PAIR, HUB), **parts):
    data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(*path, motors=list(motors))], **parts}
    data.pop("reference")
    [found] = compare(validate(Brief, data)).setups
    return found


def test_a_crank_motor_goes_through_the_gears_by_hand():
    found = helped(CRANK)
    # 40/20 times 0.5, 1 and 2 is 1, 2 and 4: 70 Nm become 70, 35 and 17.5 at the wheel, 353 mm in radius.
    help_ = found.motor
    assert help_.wheel_torque_nm == [pytest.approx(70), pytest.approx(35), pytest.approx(17.5)]
    assert help_.push_n[0] == pytest.approx(70 / 0.353)
    # The rider's 130.04 Nm the same way, and 19.89 Nm of 125 W at 60 rpm.
    assert help_.rider_hardest_nm == [
        pytest.approx(130.04, abs=0.01),
        pytest.approx(65.02, abs=0.01),
        pytest.approx(32.51, abs=0.01),
    ]
    assert help_.together_push_n[0] == pytest.approx((70 + 19.894) / 0.353, rel=1e-4)
    # 254.7 N hold 126 kg up sin θ = 254.7 / 1235.6 − 0.008: 20.2 %; alone 19.894 / 0.353 = 56.4 N hold 3.8 %.
    assert help_.steepest_start == pytest.approx(math.tan(math.asin(254.66 / 1235.64) - 0.008), rel=1e-3)
    assert help_.alone_start == pytest.approx(math.tan(math.asin(56.36 / 1235.64) - 0.008), rel=2e-3)


def test_the_limit_of_assistance_against_the_gears():
    found = helped(CRANK, path=(PAIR, {**hub(0.5, 1.0), "efficiency": 1}))
    # The top gear is 2.0, 4.436 m: 25 km/h turn it at 93.9 rpm; at 88 rpm it goes 23.42 km/h, 1.58 below.
    assert found.motor.limit_speed_kmh == 25
    assert found.motor.cadence_at_limit_rpm == pytest.approx(93.93, abs=0.01)
    assert found.motor.comfortable_kmh == pytest.approx(23.42, abs=0.01)
    assert found.motor.unreached_kmh == pytest.approx(1.58, abs=0.01)
    assert helped(CRANK).motor.unreached_kmh == 0
    assert helped({"at": "cranks", "torque_nm": 50}).motor.limit_speed_kmh is None


def test_gears_do_nothing_for_a_motor_in_a_wheel():
    for at in ("rear hub", "front hub"):
        assert helped({"at": at, "torque_nm": 40}).motor.wheel_torque_nm == [40, 40, 40]


def test_a_motor_between_the_stages_and_in_a_case():
    box = {**gearbox(0.5, 1.0), "efficiency": 1}
    path = (box, {**sprockets([30], [20]), "efficiency": 1})
    # In the case it goes through the gears, before the sprockets only through them.
    assert helped({"at": "gearbox", "torque_nm": 60}, path=path).motor.wheel_torque_nm == [80, 40]
    assert helped({"at": {"before": 1}, "torque_nm": 60}, path=path).motor.wheel_torque_nm == [40, 40]


@given(
    st.lists(st.sampled_from([(30, 20), (44, 19), (20, 36)]), min_size=1, max_size=4),
    st.integers(0, 4),
    st.lists(st.sampled_from([(12, 36), (15, 45)]), max_size=2),
    st.integers(1, 3),
)
def test_torque_at_the_wheel_by_virtual_work(pairs, place, reduction, count):
    place = min(place, len(pairs))
    path = [{**sprockets([front], [rear]), "efficiency": 1} for front, rear in pairs]
    given_motor = {"at": {"before": place}, "torque_nm": 5, "count": count}
    if reduction:
        given_motor["reduction"] = reduction
    found = helped(given_motor, path=path)
    # While the motor turns by dα the wheel turns by dα times every ratio on the way: T_m·dα = T_w·dα·i.
    turned = 1.0
    for driving, driven in [*reduction, *pairs[place:]]:
        turned *= driving / driven
    assert found.motor.wheel_torque_nm == [pytest.approx(count * 5 / turned)]


def test_several_motors_add_up():
    found = helped(CRANK, {"at": "front hub", "torque_nm": 30})
    assert found.motor.wheel_torque_nm == [pytest.approx(100), pytest.approx(65), pytest.approx(47.5)]


def test_torque_falls_with_speed_by_sheet_and_by_curve():
    sheet = motor(torque_nm=60, power_w=250, no_load_rpm=120)
    assert sheet.torque_at(0) == 60
    # 250 W at 60 rpm are 250 / 6.283 = 39.8 Nm.
    assert sheet.torque_at(60) == pytest.approx(39.79, abs=0.01)
    assert sheet.torque_at(120) == 0
    curve = validate(Motor, {"at": "cranks", "curve": [[0, 40], [100, 20], [150, 0]]})
    assert [curve.torque_at(rpm) for rpm in (0, 50, 100, 125, 150, 151)] == [40, 30, 20, 10, 0, 0]
    geared = motor(torque_nm=2, count=2, reduction=[[12, 36], [10, 40]])
    # Two motors of 2 Nm, geared down 3 · 4 times.
    assert geared.most_nm == pytest.approx(48)


WINDING = {"resistance_ohm": 0.2, "torque_constant_nm_a": 0.5, "no_load_a": 1}


@given(st.floats(0, 40), st.floats(0, 400), st.integers(1, 4))
def test_what_goes_in_comes_out_or_is_heat(torque, rpm, count):
    found = drawn(motor(winding=WINDING, count=count), torque, rpm)
    assert found.in_w == pytest.approx(found.out_w + found.heat_w)
    omega = rpm * math.pi / 30
    current = torque / count / 0.5 + 1
    # By the terminals: each motor's voltage is I·R + k·ω.
    assert found.in_w == pytest.approx(count * current * (current * 0.2 + 0.5 * omega))


def test_without_constants_the_usual_efficiency_is_taken_and_said():
    found = drawn(motor(battery={"energy_wh": 400, "voltage_v": 36}), 20, 60)
    assert found.assumed
    assert found.in_w == pytest.approx(20 * 2 * math.pi / 0.8)
    assert found.current_a == pytest.approx(found.in_w / 36)
    assert not drawn(motor(efficiency=0.85), 20, 60).assumed


@pytest.mark.parametrize(
    ("rpm", "battery", "torque", "by"),
    [
        (0, {}, 60, "the motor"),
        # (36 V − 0) / 0.2 Ω · 0.5 − 0.5 is far beyond; 10 A · 36 V at standstill: I = √(360 / 0.2) = 42.4 A.
        (0, {"current_max_a": 10}, 0.5 * (math.sqrt(1800) - 1), "the battery’s current"),
        # At 600 rpm 31.4 V stand against 36: 4.58 V / 0.2 Ω = 22.9 A, 10.96 Nm.
        (600, {}, 0.5 * ((36 - 0.5 * 20 * math.pi) / 0.2 - 1), "the battery’s voltage"),
    ],
)
def test_what_holds_a_motor_back(rpm, battery, torque, by):
    held = torque_held_by(motor(winding=WINDING, battery={"energy_wh": 400, "voltage_v": 36, **battery}), rpm)
    assert held == (pytest.approx(torque), by)
    if battery:
        # What it then draws is just what the battery gives.
        assert drawn(motor(winding=WINDING), held[0], rpm).in_w == pytest.approx(360)


REFUSED = [
    ({}, "torque_nm: is missing: a motor is known by its torque or by its curve"),
    ({"curve": [[0, 40], [0, 30]]}, "curve[1]: must be faster than the point before"),
    ({"curve": [[0, 40], [10, -3]]}, "curve[1]: must be a speed from 0"),
    ({"at": "gearbox", "torque_nm": 60}, "at: must be where the path has a place: there is not a gearbox"),
    ({"at": {"before": 7}, "torque_nm": 60}, "at: must be where the path has a place"),
    (
        {"torque_nm": 60, "winding": {**WINDING, "resistance_ohm": 0}},
        "winding.resistance_ohm: must be above 0",
    ),
    ({"torque_nm": 60, "battery": {"energy_wh": 0}}, "battery.energy_wh: must be above 0"),
    ({"torque_nm": 60, "speed": 1}, "speed: is not known here"),
]


@pytest.mark.parametrize(("given_motor", "message"), REFUSED)
def test_motors_that_cannot_be_are_refused_by_field(given_motor, message):
    with pytest.raises(InvalidInput) as refused:
        helped({"at": "cranks", **given_motor})
    assert f"setups[0].motors[0].{message}" in str(refused.value)


def test_a_pitch_with_a_crank_motor_by_the_balance_of_power():
    found = helped(CRANK).motor.on_pitch
    [brief] = [validate(Brief, {**deepcopy(WHOLE_BRIEF), "setups": []} | {"reference": None})]
    moves = conditions(brief).resistance
    # What rider and motor bring to the tyre is what the pitch asks for at that speed.
    speed = found.speed_kmh / 3.6
    assert 125 + found.motor_w == pytest.approx(moves.power_w(speed, 0.14), rel=1e-3)
    # The sheet: 500 W at most, and 70 Nm at the cranks.
    cranks = found.cadence_rpm * math.pi / 30
    assert found.motor_w == pytest.approx(min(500, 70 * cranks), rel=1e-3)
    assert found.gear == "1"
    assert found.assumed
    assert found.heat_w == pytest.approx(found.motor_w * 0.25)
    assert found.state == "not known"
    assert found.warms_c is None


def test_assistance_by_shares_of_the_riders_power():
    levels = [{"name": "low", "share": 0.5}, {"name": "high", "share": 2}]
    found = helped({**CRANK, "assist": {"cutoff_kmh": 25, "levels": levels}}).motor.on_pitch
    # Twice the rider's 125 W.
    assert found.motor_w == pytest.approx(250, rel=1e-3)
    assert helped({"at": "cranks", "torque_nm": 70}, road={"crr": 0.01}).motor.on_pitch is None


def test_above_its_limit_a_motor_gives_nothing():
    gentle = {"crr": 0.008, "cda_m2": 0.3, "steepest": 0.001}
    low = {"at": "rear hub", "torque_nm": 40, "assist": {"cutoff_kmh": 20}}
    found = helped(low, road=gentle).motor.on_pitch
    # Alone 125 W go faster than that here, and so they do.
    assert found.speed_kmh > 20
    assert found.motor_w == 0
    held = helped({**low, "assist": {"cutoff_kmh": 45}}, road=gentle).motor.on_pitch
    assert held.speed_kmh == pytest.approx(45, abs=0.01)


def test_a_hub_motor_runs_slow_and_hot_on_a_long_climb():
    thermal = {"capacity_j_k": 2000, "resistance_k_w": 0.5, "limit_c": 110}
    given_motor = {
        "at": "rear hub",
        "torque_nm": 40,
        "winding": {"resistance_ohm": 0.15, "torque_constant_nm_a": 1.2, "no_load_a": 0.6},
        "battery": {"energy_wh": 500, "voltage_v": 36, "current_max_a": 20},
        "thermal": thermal,
    }
    road = {"crr": 0.008, "cda_m2": 0.55, "temperature_c": 12, "steepest": 0.14, "steepest_m": 800}
    found = helped(given_motor, road=road).motor.on_pitch
    # First order: ΔT = P·R·(1 − e^(−t/RC)), t from the speed.
    seconds = 800 / (found.speed_kmh / 3.6)
    rise = found.heat_w * 0.5 * -math.expm1(-seconds / (0.5 * 2000))
    assert found.warms_c == pytest.approx(12 + rise)
    assert found.state == "holds"
    assert found.efficiency == pytest.approx(found.motor_w / found.in_w)
    assert found.current_a == pytest.approx(found.in_w / 36)
    assert found.efficiency < 0.8
    hotter = helped({**given_motor, "thermal": {**thermal, "limit_c": 40}}, road=road).motor.on_pitch
    assert hotter.state == "fails"
    # Until then: t = −RC·ln(1 − ΔT/(P·R)).
    assert hotter.limit_s == pytest.approx(-1000 * math.log(1 - 28 / (hotter.heat_w * 0.5)))


ASSIST = {"cutoff_kmh": 25, "levels": [{"name": "low", "share": 0.25}, {"name": "high", "share": 2}]}
PEDELEC = {**CRANK, "assist": ASSIST, "battery": {"energy_wh": 500}, "efficiency": 0.8}


def reach(given_motor, legs=((10_000, 0),), **road):
    lane = validate(
        Route, {"name": "Lane", "legs": [{"length_m": long, "grade": grade} for long, grade in legs]}
    )
    data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(PAIR, HUB, motors=[given_motor])]}
    data.pop("reference")
    data["road"] = {"crr": 0.008, "cda_m2": 0.55, "altitude_m": 300, "temperature_c": 20, **road}
    brief = validate(Brief, data)
    [found] = setup_ranges(brief, [lane])
    return {level.level: level for level in found.levels}, conditions(brief).resistance


def test_range_on_a_flat_road_by_hand():
    levels, moves = reach(PEDELEC)
    # With a quarter as much again, 156.25 W at the wheel keep up the speed that the solver of the road finds.
    speed = moves.speed_mps(156.25, 0)
    low = levels["low"]
    assert low.speed_kmh == pytest.approx(speed * 3.6, rel=2e-3)
    # 31.25 W of help are 39.1 W drawn; 500 Wh, of them 90 %.
    wh_km = 31.25 / 0.8 / 3600 / speed * 1000
    assert low.wh_km == pytest.approx(wh_km, rel=3e-3)
    assert low.range_km == pytest.approx(450 / wh_km, rel=3e-3)
    assert low.motor_share == pytest.approx(1 / 5, rel=2e-3)
    # With twice as much it would be faster than 25 km/h: the motor gives what holds that.
    high = levels["high"]
    assert high.speed_kmh == pytest.approx(25, rel=1e-3)
    needed = moves.power_w(25 / 3.6, 0) - 125
    assert high.wh_km == pytest.approx(needed / 0.8 / 25, rel=3e-3)


def test_range_falls_with_hills_wind_and_cold():
    flat, _ = reach(PEDELEC)
    hilly, _ = reach(PEDELEC, legs=((5000, 0.05), (5000, -0.05)))
    windy, _ = reach(PEDELEC, wind_kmh=15)
    cold, _ = reach(PEDELEC, temperature_c=0)
    for other in (hilly, windy, cold):
        assert other["low"].range_km < flat["low"].range_km
    # 20 degrees at 0.6 % each, and the denser air besides.
    assert cold["low"].range_km < flat["low"].range_km * 0.88
    assert reach({"at": "cranks", "torque_nm": 60})[0] == {}


def test_the_climbs_share_of_the_energy_by_the_balance():
    levels, moves = reach(PEDELEC, legs=((10_000, 0.06),))
    speed = moves.speed_mps(156.25, 0.06)
    assert levels["low"].speed_kmh == pytest.approx(speed * 3.6, rel=2e-3)
    # What is drawn, what comes out of it and what the rider does lift all and overcome the rest.
    work_j = 10_000 / speed * 156.25
    assert work_j == pytest.approx(moves.force_n(speed, 0.06) * 10_000, rel=1e-6)
    assert levels["low"].wh_km * 10 * 3600 * 0.8 == pytest.approx(work_j / 5, rel=3e-3)


def test_only_what_must_be_braked_and_by_a_wheel_motor_that_can_is_won_back():
    road = Route(name="Down", legs=[{"length_m": 5000, "grade": 0.0}, {"length_m": 1000, "grade": -0.12}])
    sheet = {"torque_nm": 40, "efficiency": 0.8, "battery": {"energy_wh": 500}}

    def back(**parts) -> float:
        data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(PAIR, HUB, motors=[{**sheet, **parts}])]}
        data.pop("reference")
        brief = validate(Brief, data)
        [level] = setup_ranges(brief, [road])[0].levels
        return level.back_wh_km, conditions(brief).resistance

    can, moves = back(at="rear hub", regenerates=True)
    # 50 km/h down 12 % must be braked; 40 Nm at 13.89 m/s on 353 mm take 1574 W of it at most, 0.8 of which
    # comes back for the 72 s of the descent, over 6 km.
    braked = -moves.power_w(50 / 3.6, -0.12)
    assert braked > 0
    most = min(braked, 40 * (50 / 3.6) / 0.353)
    assert can == pytest.approx(most * 0.8 * (1000 / (50 / 3.6)) / 3600 / 6, rel=0.01)
    assert back(at="rear hub")[0] == 0
    assert back(at="cranks", regenerates=True)[0] == 0
