"""Motors: torque at the wheel by ratios and by virtual work, what they draw, what holds them back."""

import math
from copy import deepcopy

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import WHOLE_BRIEF, gearbox, hub, setup, sprockets, stepless_hub
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.motors.electric import braking_nm, drawn, torque_held_by
from kettledrum.core.motors.range import setup_ranges
from kettledrum.core.parts.motor import Motor
from kettledrum.core.roads.profile import profile
from kettledrum.core.simulation.bike import SimulatedBike
from kettledrum.core.simulation.course import of_profile
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


def test_without_constants_the_batterys_current_holds_a_motor_by_its_efficiency():
    # 36 V · 10 A are 360 W, of which 75 % come out: at 300 rpm 270 W / 31.4 rad/s.
    held = motor(efficiency=0.75, battery={"energy_wh": 400, "voltage_v": 36, "current_max_a": 10})
    assert torque_held_by(held, 300) == (pytest.approx(270 / (10 * math.pi)), "the battery’s current")
    usual = motor(battery={"energy_wh": 400, "voltage_v": 36, "current_max_a": 10})
    assert torque_held_by(usual, 300)[0] == pytest.approx(0.8 * 360 / (10 * math.pi))
    # Standing, no power is asked for: the motor’s own torque is the most.
    assert torque_held_by(held, 0) == (60, "the motor")


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
    assert low.on_foot == 0
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


THROTTLE = {
    "at": "rear hub",
    "torque_nm": 60,
    "winding": {"resistance_ohm": 0.2, "torque_constant_nm_a": 1.5, "no_load_a": 0.5},
    "thermal": {"capacity_j_k": 3000, "resistance_k_w": 0.3, "limit_c": 120},
    "battery": {"energy_wh": 500, "voltage_v": 48},
    "assist": {"by": "throttle", "cutoff_kmh": 25},
}


def throttled(grade, given_motor=THROTTLE, path=(PAIR, HUB), power=60, long=4000):
    """A brief of one setup with a motor, whose pitch is a road of one grade."""
    data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(*path, motors=[given_motor])]}
    data.pop("reference")
    data["rider"] = {**data["rider"], "power_w": power}
    data["rider"].pop("burst_w", None)
    data["road"] = {
        "crr": 0.008,
        "cda_m2": 0.55,
        "altitude_m": 300,
        "temperature_c": 20,
        "steepest": grade,
        "steepest_m": long,
    }
    brief = validate(Brief, data)
    lane = validate(Route, {"name": "Lane", "legs": [{"length_m": long, "grade": grade}]})
    return brief, lane


def test_where_help_ends_losses_are_the_motors_to_bring():
    # Of 60 W at the pedals a tenth is lost on the way to the wheel, in which the motor sits.
    lossy = ({**PAIR, "efficiency": 0.9}, HUB)
    brief, _ = throttled(0.02, path=lossy)
    [found] = compare(brief).setups
    at, moves = found.motor.on_pitch, conditions(brief).resistance
    assert at.speed_kmh == pytest.approx(25)
    assert at.motor_w == pytest.approx(moves.power_w(25 / 3.6, 0.02) - 0.9 * 60, rel=1e-6)


@pytest.mark.parametrize("grade", [0.02, 0.035])
def test_where_help_ends_a_motor_gives_what_is_needed_to_stay_there(grade):
    brief, _ = throttled(grade)
    [found] = compare(brief).setups
    at, moves = found.motor.on_pitch, conditions(brief).resistance
    assert at.speed_kmh == pytest.approx(25)
    needed = moves.power_w(25 / 3.6, grade) - 60
    assert at.motor_w == pytest.approx(needed, rel=1e-6)
    # By hand from its constants: I = T / k + I₀, heat I²·R and what turns against it, k·ω·I₀.
    omega = 25 / 3.6 / (found.circumference_m / (2 * math.pi))
    current = needed / omega / 1.5 + 0.5
    assert at.heat_w == pytest.approx(current**2 * 0.2 + 1.5 * omega * 0.5, rel=1e-6)
    assert at.in_w == pytest.approx(at.motor_w + at.heat_w)
    seconds = 4000 / (25 / 3.6)
    assert at.warms_c == pytest.approx(20 + at.heat_w * 0.3 * (1 - math.exp(-seconds / 900)), rel=1e-6)


@pytest.mark.parametrize("grade", [0.0, 0.02, 0.06])
@pytest.mark.parametrize(
    # The last goes 16 km/h as fast as legs can follow, where nothing but a throttle goes on.
    "inside",
    [hub(0.5, 0.62, 0.78, 1, 1.25, 1.55, 2), stepless_hub(0.6, 1.9), hub(0.5, 0.7)],
)
@pytest.mark.parametrize(
    "given_motor",
    [
        THROTTLE,
        {**THROTTLE, "at": "cranks", "torque_nm": 80, "power_w": 400},
        {**THROTTLE, "assist": {"cutoff_kmh": 25, "levels": [{"name": "even", "share": 1.5}]}},
    ],
)
def test_pitch_range_and_trial_agree_on_one_road(grade, inside, given_motor):
    # One grade, ridden long enough not to feel its start.
    path = (PAIR, {**inside, "efficiency": 1})
    brief, lane = throttled(grade, given_motor, path, power=100, long=4000)
    [told] = compare(brief).setups
    pitch = told.motor.on_pitch
    [ranges] = setup_ranges(brief, [lane])
    level = ranges.levels[-1]
    bike = SimulatedBike(brief, brief.setups[0], of_profile(profile(lane)))
    while bike.at_m < 2500:
        bike.step()
    simulated = []
    for _ in range(1000):
        battery = bike.books.battery_j
        at = bike.at_m
        bike.step()
        simulated.append((bike.books.battery_j - battery, bike.at_m - at))
    drawn_j, metres = (sum(each) for each in zip(*simulated, strict=True))
    if grade > 0:
        assert level.speed_kmh == pytest.approx(pitch.speed_kmh, rel=0.01)
        assert level.wh_km == pytest.approx(pitch.in_w / pitch.speed_kmh, rel=0.02, abs=0.02)
        assert bike.rider_w == pytest.approx(pitch.rider_w, rel=0.02, abs=0.5)
    assert bike.speed_mps * 3.6 == pytest.approx(level.speed_kmh, rel=0.015)
    # By hand one stays anywhere in the band, and a motor at the cranks with the cadence.
    off_middle = 0.06 if given_motor["at"] == "cranks" else 0.02
    assert drawn_j / metres / 3.6 == pytest.approx(level.wh_km, rel=off_middle, abs=0.05)


def test_a_stepless_hub_with_a_crank_motor_behaves_as_many_fine_gears():
    fine = [0.6 * (1.9 / 0.6) ** (step / 60) for step in range(61)]
    motor = {"at": "cranks", "torque_nm": 70, "power_w": 350, "efficiency": 0.8}
    speeds = []
    for grade in (0.02, 0.03, 0.04, 0.06, 0.09, 0.13):
        both = []
        for inside in (stepless_hub(0.6, 1.9), hub(*fine)):
            brief, _ = throttled(grade, motor, (PAIR, {**inside, "efficiency": 1}), power=110)
            [told] = compare(brief).setups
            both.append(told.motor.on_pitch)
        stepless, geared = both
        assert stepless.speed_kmh == pytest.approx(geared.speed_kmh, rel=0.01)
        assert stepless.cadence_rpm == pytest.approx(geared.cadence_rpm, rel=0.02)
        assert stepless.gear is None
        speeds.append(stepless.speed_kmh)
    assert speeds == sorted(speeds, reverse=True)


def test_what_brakes_is_not_held_by_the_voltage_that_it_drives_with():
    back = {}
    for voltage in (36, 48):
        brakes = {
            **THROTTLE,
            "regenerates": True,
            "battery": {"energy_wh": 500, "voltage_v": voltage},
        }
        levels, _ = reach(brakes, legs=((5000, -0.08), (5000, 0.0)))
        back[voltage] = next(iter(levels.values())).back_wh_km
    # 36 V drive this motor to 229 rpm, 27 km/h; 48 V to 36 km/h: one brakes at 50.
    assert back[36] == pytest.approx(back[48])
    assert back[36] > 1
    motor_ = motor(
        torque_nm=60, winding={"resistance_ohm": 0.2, "torque_constant_nm_a": 1.5}, no_load_rpm=229
    )
    assert [braking_nm(motor_, rpm) for rpm in (200, 400)] == [60, 60]
    # Slowly turned it can brake with no more than its windings let flow: k²·ω / R.
    assert braking_nm(motor_, 10) == pytest.approx(1.5**2 * (10 * math.pi / 30) / 0.2)


def test_up_what_is_too_steep_one_walks_and_the_motor_rests():
    weak = {**THROTTLE, "torque_nm": 8}
    brief, lane = throttled(0.3, weak, power=80, long=500)
    [ranges] = setup_ranges(brief, [lane])
    [level] = ranges.levels
    moves = conditions(brief).resistance
    walks = 80 / (moves.mass_kg * 9.80665 * (0.3 + 0.008) / math.hypot(1, 0.3))
    assert level.speed_kmh == pytest.approx(min(walks * 3.6, 4.5), rel=0.02)
    assert (level.wh_km, level.motor_share, level.on_foot) == (0, 0, 1)
    assert compare(brief).setups[0].motor.on_pitch.walking


def test_whose_work_it_was_counts_what_was_pushed_and_not_what_rolled():
    brief, _ = throttled(0.02, power=60)

    def level(*legs):
        route = {"name": "x", "legs": [{"length_m": length, "grade": grade} for length, grade in legs]}
        [found] = setup_ranges(brief, [validate(Route, route)])[0].levels
        return found

    alone, moves = level((1000, 0.02)), conditions(brief).resistance
    assert 0.3 < alone.motor_share < 1
    rolled = level((1000, 0.02), (1000, -0.08))
    assert rolled.motor_share == pytest.approx(alone.motor_share, rel=1e-9)
    # Up a wall nobody rides; what that takes is the rider's own.
    wall = level((1000, 0.02), (300, 0.6))
    assert wall.on_foot == pytest.approx(300 / 1300)
    ridden_n = moves.power_w(alone.speed_kmh / 3.6, 0.02) / (alone.speed_kmh / 3.6)
    pushed_n = moves.mass_kg * 9.80665 * (0.6 + 0.008) / math.hypot(1, 0.6)
    whole = ridden_n * 1000 + pushed_n * 300
    assert wall.motor_share == pytest.approx(alone.motor_share * ridden_n * 1000 / whole, rel=1e-3)


@pytest.mark.parametrize(
    # Of 45 rpm the gear of 2.22 m makes 6.0 km/h and that of 4.44 m 12: but nobody gets off above 8.
    ("path", "torque_nm", "walks"),
    [((PAIR,), 24, True), ((PAIR, HUB), 24, False), ((PAIR,), 32, False), ((PAIR, HUB), 19.5, True)],
)
def test_one_gets_off_alike_on_the_pitch_over_the_road_and_in_the_simulation(path, torque_nm, walks):
    weak = {**THROTTLE, "torque_nm": torque_nm, "assist": {"by": "throttle"}}
    brief, lane = throttled(0.075, weak, path, power=70, long=1500)
    assert conditions(brief).grind_rpm == 45
    pitch = compare(brief).setups[0].motor.on_pitch
    [level] = setup_ranges(brief, [lane])[0].levels
    bike = SimulatedBike(brief, brief.setups[0], of_profile(profile(lane)))
    while bike.at_m < 700:
        bike.step()
    assert pitch.speed_kmh > 5
    assert (pitch.speed_kmh < (8 if path == (PAIR,) else 6)) is walks
    assert (pitch.walking, level.wh_km == 0, bike.walking) == (walks, walks, walks)
    told = f"pedals would turn only {pitch.cadence_rpm:.0f} times a minute"
    assert (told in compare(brief).setups[0].motor.says) is walks
    assert (bike.motor_w == 0) is walks


def test_what_motors_that_rest_where_their_help_ends_push_is_nothing():
    """Down a slope the speed passes that end with feet that cannot follow: nothing by nothing."""
    follows = {**THROTTLE, "assist": {"cutoff_kmh": 25, "levels": [{"name": "even", "share": 1}]}}
    brief, _ = throttled(0.02, follows, ({**sprockets([30], [20]), "efficiency": 1},))
    steps = [{"length_m": 300, "grade": 0}, {"length_m": 900, "grade": -0.05}]
    down = profile(validate(Route, {"name": "Down", "legs": steps}))
    for start in range(40):
        bike = SimulatedBike(brief, brief.setups[0], of_profile(down))
        bike.speed_mps = 5 + start / 37
        while bike.speed_mps * 3.6 < 27:
            bike.step()
        assert bike.motor_w == 0


def test_a_motor_of_torque_alone_is_told_as_assumed():
    bare = helped({"at": "cranks", "torque_nm": 60}).motor.assumed
    assert [(each.where, each.value) for each in bare] == [
        ("motors[0].no_load_rpm", None),
        ("motors[0].efficiency", 0.8),
    ]
    assert "its torque at any speed" in str(bare[0])
    sheet = {"at": "cranks", "torque_nm": 60, "power_w": 300, "efficiency": 0.8}
    assert helped(sheet).motor.assumed == []
    assert helped({**sheet, "power_w": None, "no_load_rpm": 200}).motor.assumed == []
    # A battery's largest current, or its voltage on known windings, make it weaker the faster it turns too.
    weak = {"energy_wh": 400, "usable": 0.8, "voltage_v": 36}
    assert helped({**sheet, "power_w": None, "battery": weak}).motor.assumed
    limited = {**weak, "current_max_a": 15}
    assert helped({**sheet, "power_w": None, "battery": limited}).motor.assumed == []
    assert [each.where for each in helped(THROTTLE).motor.assumed] == ["motors[0].battery.usable"]


def test_what_a_battery_and_windings_do_not_state_is_told():
    stated = {"at": "front hub", "name": "the hub", "torque_nm": 40, "power_w": 250, "efficiency": 0.8}
    bare = {
        **stated,
        "battery": {"energy_wh": 500},
        "winding": {"resistance_ohm": 0.2, "torque_constant_nm_a": 1.5},
        "thermal": {"capacity_j_k": 3000, "resistance_k_w": 0.3},
    }
    assert {each.where: str(each) for each in helped(bare).motor.assumed} == {
        "motors[0].winding.no_load_a": "the current of the hub without load (0 A)",
        "motors[0].battery.usable": "how much of the battery of the hub is usable (90 %)",
        "motors[0].thermal.limit_c": "what the windings of the hub bear (120 °C)",
    }
    said = {
        **stated,
        "battery": {"energy_wh": 500, "usable": 0.9},
        "winding": {"resistance_ohm": 0.2, "torque_constant_nm_a": 1.5, "no_load_a": 0},
        "thermal": {"capacity_j_k": 3000, "resistance_k_w": 0.3, "limit_c": 120},
    }
    steep = {"steepest": 0.1, "steepest_m": 2000}
    assert helped(said).motor.assumed == []
    assert helped(said, road=steep).motor.on_pitch == helped(bare, road=steep).motor.on_pitch


def test_two_motors_end_where_the_later_one_does():
    early, late = (
        {"at": at, "torque_nm": 40, "assist": {"cutoff_kmh": end}}
        for at, end in (("front hub", 20), ("cranks", 25))
    )
    found = helped(early, late).motor
    assert found.limit_speed_kmh == 25
    assert found.cadence_at_limit_rpm == pytest.approx(25 / 0.06 / (4 * 2.217964), rel=1e-5)


def test_two_on_a_shaft_share_the_torque_and_the_heat():
    both = motor(curve=[[0, 10], [100, 20], [200, 0]], count=2)
    assert [both.torque_at(rpm) for rpm in (0, 50, 100, 150, 250)] == [20, 30, 40, 20, 0]
    assert both.most_nm == 40
    assert both.braking_at(180) == 40
    one_brief, _ = throttled(0.05, {**THROTTLE, "torque_nm": 60, "count": 1})
    two_brief, _ = throttled(0.05, {**THROTTLE, "torque_nm": 30, "count": 2})
    alone, shared = (compare(each).setups[0].motor.on_pitch for each in (one_brief, two_brief))
    # Each of two bears half the torque: half the current, a quarter of its windings' heat.
    rise = shared.heat_w / 2 * 0.3 * (1 - math.exp(-shared.seconds / 900))
    assert shared.warms_c == pytest.approx(20 + rise)
    assert shared.warms_c < alone.warms_c


def test_what_comes_back_is_taken_off_what_is_drawn():
    brakes = {**THROTTLE, "regenerates": True}
    hilly = ((5000, -0.08), (5000, 0.03))
    with_it, _ = reach(brakes, legs=hilly)
    without, _ = reach({**brakes, "regenerates": False}, legs=hilly)
    got, plain = next(iter(with_it.values())), next(iter(without.values()))
    assert got.back_wh_km > 0.5
    assert got.wh_km == pytest.approx(plain.wh_km - got.back_wh_km)
    assert got.range_km > plain.range_km


def test_a_motor_draws_at_part_of_its_torque_what_its_constants_say():
    levels, moves = reach(THROTTLE, legs=((10_000, 0.0),))
    [level] = levels.values()
    assert level.speed_kmh == pytest.approx(25, rel=1e-3)
    needed = moves.power_w(25 / 3.6, 0) - 125
    radius = 0.353
    omega = 25 / 3.6 / radius
    current = needed / omega / 1.5 + 0.5
    drawn_w = needed + current**2 * 0.2 + 1.5 * omega * 0.5
    assert level.wh_km == pytest.approx(drawn_w / 25, rel=0.02)


def test_a_steeper_descent_gives_no_less_back():
    winding = {"resistance_ohm": 1.0, "torque_constant_nm_a": 1.5}
    brakes = {**THROTTLE, "torque_nm": 80, "winding": winding, "regenerates": True}
    back = []
    for grade in (-0.05, -0.12, -0.2, -0.3):
        levels, _ = reach(brakes, legs=((3000, grade),))
        back.append(next(iter(levels.values())).back_wh_km)
    # At 50 km/h most comes back with half of k·ω / R; beyond that the wheel's own brakes do the rest.
    assert back == sorted(back)
    assert back[-1] == pytest.approx(back[-2])


def test_of_two_motors_each_helps_as_its_own_level_of_that_name_says():
    def motor_of(at, **shares):
        levels = [{"name": name, "share": share} for name, share in shares.items()]
        return {"at": at, "torque_nm": 200, "power_w": 5000, "assist": {"levels": levels}}

    battery = {"battery": {"energy_wh": 5000}}
    # One may have names that the other has not, which then gives its most.
    one, other = (
        motor_of("front hub", low=0.5, high=1),
        {**motor_of("rear hub", high=3, low=1, full=4), **battery},
    )
    even = {**hub(0.5, 0.62, 0.78, 1, 1.25), "efficiency": 1}
    brief, lane = throttled(0.05, one, (PAIR, even), power=50)
    data = brief.model_dump(mode="json", exclude_unset=True)
    data["setups"][0]["motors"].append(other)
    brief = validate(Brief, data)
    [ranges] = setup_ranges(brief, [lane])
    assert [level.level for level in ranges.levels] == ["low", "high", "full"]
    moves = conditions(brief).resistance
    for level, shares in zip(ranges.levels, (0.5 + 1, 1 + 3, 1 + 4), strict=True):
        speed = moves.speed_mps(50 * (1 + shares), 0.05)
        assert level.speed_kmh == pytest.approx(speed * 3.6, rel=5e-3)
        bike = SimulatedBike(brief, brief.setups[0], of_profile(profile(lane)), level.level)
        while bike.at_m < 1500:
            bike.step()
        assert bike.speed_mps == pytest.approx(speed, rel=1e-3)
    assert compare(brief).setups[0].motor.on_pitch.speed_kmh == pytest.approx(
        moves.speed_mps(300, 0.05) * 3.6, rel=1e-3
    )


def test_of_two_motors_the_one_whose_help_ends_gives_way():
    # The one at the cranks goes on to 25 km/h with all it has; the wheel's, which ends at 20, fills up.
    own = {**THROTTLE, "battery": {"energy_wh": 500, "voltage_v": 48}}
    crank = {
        "at": "cranks",
        "torque_nm": 60,
        "power_w": 120,
        "efficiency": 0.8,
        "assist": {"by": "throttle", "cutoff_kmh": 25},
    }
    brief, lane = throttled(0.03, {**own, "assist": {"by": "throttle", "cutoff_kmh": 20}}, power=60)
    data = brief.model_dump(mode="json", exclude_unset=True)
    data["setups"][0]["motors"].append(crank)
    brief = validate(Brief, data)
    [told] = compare(brief).setups
    pitch, moves = told.motor.on_pitch, conditions(brief).resistance
    assert pitch.speed_kmh == pytest.approx(20)
    missing = moves.power_w(20 / 3.6, 0.03) - 60 - 120
    omega = 20 / 3.6 / (told.circumference_m / (2 * math.pi))
    current = missing / omega / 1.5 + 0.5
    wheel_w = missing + current**2 * 0.2 + 1.5 * omega * 0.5
    assert pitch.in_w == pytest.approx(wheel_w + 120 / 0.8, rel=1e-5)
    [ranges] = setup_ranges(brief, [lane])
    assert ranges.levels[-1].wh_km == pytest.approx(pitch.in_w / 20, rel=0.01)
    bike = SimulatedBike(brief, brief.setups[0], of_profile(profile(lane)))
    while bike.at_m < 2000:
        bike.step()
    before, at = bike.books.battery_j, bike.at_m
    for _ in range(1000):
        bike.step()
    assert bike.speed_mps * 3.6 == pytest.approx(20, rel=1e-3)
    assert (bike.books.battery_j - before) / (bike.at_m - at) / 3.6 == pytest.approx(
        pitch.in_w / 20, rel=0.02
    )
