"""Rides in steps of time: their books, their steady state, and how gears change by themselves."""

import math
from copy import deepcopy

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import WHOLE_BRIEF, hub, setup, sprockets, stepless_hub
from fuzzing import examples
from kettledrum.core.effort.pushes import pushes
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.route import Leg, Route
from kettledrum.core.motors.electric import drawn, returned_w
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.motor import Motor
from kettledrum.core.roads.profile import Profile, profile
from kettledrum.core.roads.ride import ride
from kettledrum.core.simulation.bike import STEP_S, SimulatedBike
from kettledrum.core.simulation.course import of_legs, of_profile, trial_course
from kettledrum.core.simulation.pace import Pace, paced
from kettledrum.core.simulation.says import arrived_says, sets_off_says
from kettledrum.core.simulation.trial import simulated, trial
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.demo import honey_round

EIGHT = hub(0.541, 0.636, 0.747, 0.878, 1.031, 1.212, 1.424, 1.673)
PAIR = sprockets([38], [20])
WINDING = {"resistance_ohm": 0.15, "torque_constant_nm_a": 1.2, "no_load_a": 0.5}
REAR = {"at": "rear hub", "torque_nm": 40, "power_w": 250, "assist": {"cutoff_kmh": 25, "fade_kmh": 2}}
BATTERY = {"energy_wh": 500, "voltage_v": 36}


def job(*path, rider=None, **parts) -> Brief:
    data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(*(path or (PAIR, EIGHT)), **parts)]}
    data.pop("reference")
    data["rider"] = {**data["rider"], **(rider or {})}
    return validate(Brief, data)


def on(brief: Brief, *legs: tuple[float, float], coasts=False, level=None) -> SimulatedBike:
    course = of_legs([(Leg(length_m=length, grade=grade), coasts) for length, grade in legs])
    return SimulatedBike(brief, brief.setups[0], course, level)


def until(bike: SimulatedBike, seconds: float) -> SimulatedBike:
    while bike.time_s < seconds and not bike.done:
        bike.step()
    return bike


def missing_j(bike: SimulatedBike) -> float:
    books = bike.books
    came = books.rider_j + books.battery_j
    went = books.drive_j + books.motors_j + books.air_j + books.tyres_j + books.height_j
    return came - went - books.brakes_j - books.returned_j - bike.kinetic_j


@pytest.mark.parametrize(
    "parts",
    [
        {},
        {"motors": [{**REAR, "winding": WINDING, "battery": BATTERY, "regenerates": True}]},
        {"motors": [{"at": "cranks", "torque_nm": 60, "power_w": 400, "battery": BATTERY}]},
        {"motors": [{"at": {"before": 1}, "torque_nm": 6, "no_load_rpm": 900, "reduction": [[14, 42]]}]},
        {"shifting": {"set_rpm": 70, "dead_band_rpm": 5}},
    ],
)
def test_in_every_step_what_goes_in_comes_out(parts):
    brief = job(**parts)
    bike = SimulatedBike(brief, brief.setups[0], trial_course(0.08))
    before = 0.0
    while not bike.done:
        bike.step()
        missing = missing_j(bike)
        assert abs(missing - before) < 1e-6
        before = missing
    assert bike.at_m == pytest.approx(900, abs=1)
    assert bike.books.rider_j > 5_000


@pytest.mark.parametrize("grade", [0.0, 0.02, 0.035])
def test_a_long_road_comes_to_the_speed_of_the_roads_solver(grade):
    brief = job()
    bike = until(on(brief, (6000, grade)), 400)
    share = path_efficiency(brief.setups[0].path).typical
    asked = conditions(brief).resistance.speed_mps(conditions(brief).power_w * share, grade)
    assert bike.speed_mps == pytest.approx(asked, rel=1e-3)
    assert bike.rider_w == pytest.approx(125, rel=1e-3)
    assert bike.cadence_rpm == pytest.approx(asked * 60 / bike.shifter.development_m, rel=1e-3)


def test_with_a_motor_it_comes_to_where_both_bring_what_the_road_asks():
    brief = job(motors=[{**REAR, "assist": {"levels": [{"name": "even", "share": 1}]}, "efficiency": 0.75}])
    bike = until(on(brief, (6000, 0.05)), 300)
    share = path_efficiency(brief.setups[0].path).typical
    # As much again as the rider's 125 W, straight in the wheel.
    asked = conditions(brief).resistance.speed_mps(125 * share + 125, 0.05)
    assert bike.speed_mps == pytest.approx(asked, rel=1e-3)
    assert bike.motor_w == pytest.approx(125, rel=1e-3)


def test_where_the_legs_cannot_follow_a_motor_that_follows_them_helps_less_too():
    levels = [{"name": "high", "share": 3}]
    sheet = {"at": "cranks", "torque_nm": 90, "power_w": 600, "assist": {"levels": levels}}
    brief = job(PAIR, hub(0.6, 1.0), motors=[sheet])
    bike = until(on(brief, (6000, 0.0)), 200)
    # 88 rpm on 4.21 m are 22.2 km/h, for which rider and motor bring what is asked, three parts to one.
    assert bike.cadence_rpm == pytest.approx(88, abs=0.05)
    assert bike.motor_w == pytest.approx(3 * bike.rider_w, rel=0.01)
    share = path_efficiency(brief.setups[0].path).typical
    asked = conditions(brief).resistance.power_w(bike.speed_mps, 0.0)
    assert (bike.rider_w + bike.motor_w) * share == pytest.approx(asked, rel=0.02)


def test_a_descent_too_fast_for_the_legs_is_coasted_and_braked_at_fifty():
    bike = until(on(job(), (8000, -0.08)), 200)
    assert bike.speed_mps * 3.6 == pytest.approx(50)
    assert bike.rider_w == 0
    assert bike.books.brakes_j > 0


LANE = [(800, 0.0), (600, 0.03), (700, -0.03), (150, 0.1), (900, 0.05), (1000, -0.04), (500, 0.01)]


def lane() -> Profile:
    legs = [{"length_m": length, "grade": grade} for length, grade in LANE]
    return profile(validate(Route, {"name": "Lane", "legs": legs}))


@pytest.mark.parametrize("burst_w", [None, 260])
def test_it_takes_as_long_as_the_ride_over_the_same_road(burst_w):
    data = honey_round().model_dump(exclude_unset=True)
    data["rider"] = {**data["rider"], "burst_w": burst_w}
    brief = validate(Brief, data)
    road = lane()
    ridden = ride(brief, road)
    for setup_of, told in zip(brief.setups, ridden.setups, strict=True):
        bike = SimulatedBike(brief, setup_of, of_profile(road))
        bike.pace = paced(brief, setup_of, road)
        assert (bike.pace is None) == (burst_w is None)
        while not bike.done:
            bike.step()
        # Two seconds at rest before and after, some for braking and for shifts.
        assert bike.time_s == pytest.approx(told.time_s + 9, abs=9)
        assert bike.walked_s == pytest.approx(told.seconds[2], abs=9)
        assert bike.books.rider_j / 1000 == pytest.approx(told.work_kj, rel=0.02)


def test_with_a_motor_or_no_more_power_for_a_minute_all_is_ridden_alike():
    road = lane()
    strong, even = {"burst_w": 260}, {"burst_w": 125}
    for brief in (job(rider=strong, motors=[REAR]), job(rider=even)):
        assert paced(brief, brief.setups[0], road) is None
    brief = job(rider=strong)
    powers = paced(brief, brief.setups[0], road).power_w
    assert len(powers) == len(road.step_m)
    assert min(powers) < 125 < max(powers) <= 260


def test_whoever_pushes_pushes_with_what_the_road_gives():
    brief = job(PAIR, rider={"burst_w": 400})
    steep = [(60, 0.0), (400, 0.35)]
    walked = []
    for share in (1.0, 2.0):
        bike = on(brief, *steep)
        bike.pace = Pace([0, 60], [125 * share] * 2, shared_out=True)
        while not bike.done:
            bike.step()
        walked.append(bike.walked_s)
    assert walked[0] == pytest.approx(walked[1] * 2, rel=0.05)


def test_a_short_hill_is_pushed_up_as_on_a_road_and_no_longer_than_that_is_held():
    brief = honey_round()
    eight = next(each for each in brief.setups if each.name == "Eight-speed hub")
    found = trial(brief, eight)
    assert found.walked_s == 0
    uphill = [power for power, at in zip(found.rider_w, found.at_m, strict=True) if 130 < at < 290]
    level = [power for power, at in zip(found.rider_w, found.at_m, strict=True) if 40 < at < 90]
    assert 125 < max(uphill) <= 260
    assert max(level) == pytest.approx(125, rel=2e-3)
    # Without a minute's power there is none to give, and it has to be pushed.
    data = brief.model_dump(exclude_unset=True)
    data["rider"] = {**data["rider"], "burst_w": None}
    plain = validate(Brief, data)
    assert trial(plain, eight).walked_s > 100
    long = of_legs([(Leg(length_m=2000, grade=0.07), False)])
    held = simulated(brief, eight, long)
    spent = sum(max(power - 125, 0) * 0.5 for power in held.rider_w)
    # A minute of what a minute's power has above that of all day, and what comes back on the way.
    assert 0.8 < spent / ((260 - 125) * 60) < 1.0 + held.time_s[-1] / 600
    assert held.walked_s > 60


def ridden_out(bike: SimulatedBike) -> SimulatedBike:
    return until(bike, 36_000)


def test_a_ride_tells_with_what_it_goes_and_how_it_went():
    brief = job(PAIR)
    alone = on(brief, (30, 0), (60, 0.2), (300, 0))
    assert sets_off_says(alone, 2) == "“As ridden” goes with 125 W of yours all the way."
    assert arrived_says(ridden_out(alone)) == (
        f"“As ridden” took 3 min {alone.time_s - 180:02.0f} s for the 390 m, without a shift. "
        f"For 1 min {alone.walked_s - 60:02.0f} s it had to be pushed."
    )
    alone.pace = Pace([0, 30, 90], [100.0, 250.4, 90.0], shared_out=True)
    assert sets_off_says(alone, 2) == (
        "“As ridden” goes as Road reckons: with 90 to 250 W of yours, more uphill and less between."
    )
    helped = on(job(motors=[{**REAR, "battery": BATTERY}]), (500, 0.03))
    assert (
        sets_off_says(helped, 2) == "“As ridden” goes with 125 W of yours all the way, and its motors help."
    )
    told = arrived_says(ridden_out(helped))
    assert f"with {helped.shifter.shifts} shifts. " in told
    assert told.endswith(f" {helped.battery_share * 100:.0f} % of its battery is left.")
    assert "pushed" not in told
    helped.shifter.take_in_hand()
    assert sets_off_says(helped, 2).endswith("; its gears wait for your hand.")
    stepless = on(job(PAIR, stepless_hub(0.54, 1.95)), (12_000, -0.002), (100, 0.02))
    stepless.shifter.take_in_hand()
    assert sets_off_says(stepless, 2).endswith("; its gears wait for your hand.")
    alone.pace = Pace([0, 30], [125.0, 219.6], shared_out=False)
    assert sets_off_says(alone, 2) == (
        "“As ridden” goes with 125 W of yours, and with up to 220 W where its lowest gear wants it."
    )
    alone.pace = Pace([0, 30], [125.0, 125.0], shared_out=False)
    assert sets_off_says(alone, 2) == "“As ridden” goes with 125 W of yours all the way."
    alone.shifter.take_in_hand()
    assert sets_off_says(alone, 2.4) == (
        "“As ridden” goes with 125 W, or with 300 W while you pedal harder; it has nothing to shift."
    )
    slow = ridden_out(on(job(PAIR, stepless_hub(0.54, 1.95), rider={"power_w": 60}), (14_000, 0), (10, 0.02)))
    assert f"took 1 h {slow.time_s / 60 - 60:02.0f} min for the 14.0 km, with " in arrived_says(slow)
    assert "adjustments" in arrived_says(slow)


def test_an_automatic_holds_its_cadence():
    shifting = {"set_rpm": 70, "dead_band_rpm": 4, "shift_s": 2}
    brief = job(PAIR, stepless_hub(0.54, 1.95), shifting=shifting)
    for grade in (0.0, 0.01, 0.02):
        bike = until(on(brief, (6000, grade)), 300)
        assert 66 <= bike.cadence_rpm <= 74
    found = trial(brief, brief.setups[0])
    assert found.stepless
    assert found.automatic
    assert (found.low_rpm, found.set_rpm, found.high_rpm) == (66, 70, 74)


def test_by_hand_gears_change_where_the_cadence_leaves_the_band():
    brief = job()
    bike = on(brief, (3000, 0))
    labels = []
    while bike.time_s < 60:
        bike.step()
        if bike.shifter.label not in labels:
            labels.append(bike.shifter.label)
        if bike.cadence_rpm and not bike.shifter.shifting:
            assert bike.cadence_rpm <= 88 * 1.02
    assert labels == sorted(labels)
    assert labels[0] == "1"
    assert len(labels) > 2


def test_a_hand_does_not_take_back_what_it_shifted_where_gears_lie_further_apart_than_the_band():
    # At 14 km/h the first gear turns at 94 rpm and the second at 56, of 60 to 88.
    brief = job(PAIR, hub(0.6, 1.0, 1.6), rider={"power_w": 180})
    bike = until(on(brief, (3000, 0)), 120)
    assert bike.shifter.shifts == 2
    assert bike.shifter.label == "3"
    assert bike.speed_mps * 3.6 > 24
    # Down it goes again, but in no gear do the legs spin after a shift down.
    hill = on(brief, (600, 0), (2000, 0.06))
    labels, after = [], []
    while not hill.done and hill.time_s < 400:
        hill.step()
        if hill.shifter.label not in labels[-1:]:
            labels.append(hill.shifter.label)
            after.append(hill.speed_mps * 60 / hill.shifter.development_m)
    assert labels == ["1", "2", "3", "2", "1"]
    assert 70 < after[-1] <= 88
    # Gears that change by themselves do as they are set.
    itself = until(on(job(PAIR, hub(0.6, 1.0, 1.6), rider={"power_w": 180}, shifting={}), (3000, 0)), 120)
    assert itself.shifter.shifts > 2


@pytest.mark.parametrize("step", [1.9, 2.33, 3.0])
def test_a_hand_shifts_up_across_a_wide_step_once_the_legs_follow_no_further(step):
    brief = job(PAIR, hub(0.6, 0.6 * step))
    bike = until(on(brief, (3000, 0)), 200)
    share = path_efficiency(brief.setups[0].path).typical
    asked = conditions(brief).resistance.speed_mps(125 * share, 0.0)
    assert bike.shifter.label == "2"
    assert bike.shifter.shifts == 1
    assert bike.speed_mps == pytest.approx(asked, rel=1e-3)


def test_a_narrow_dead_band_between_two_far_gears_hunts():
    wide, narrow = (
        job(PAIR, hub(0.6, 1.0, 1.5), shifting={"set_rpm": 72, "dead_band_rpm": band, "shift_s": 1})
        for band in (25, 0)
    )
    # A grade on which the steady speed lies just where the two gears are as far from the set cadence.
    counts = [
        [
            simulated(brief, brief.setups[0], of_legs([(Leg(length_m=600, grade=grade / 1000), False)])).hunts
            for grade in range(10, 40, 2)
        ]
        for brief in (wide, narrow)
    ]
    assert max(counts[0]) == 0
    assert max(counts[1]) > 0


def test_a_hill_that_begins_after_a_shift_up_is_no_hunting():
    brief = job(PAIR, hub(0.6, 1.0, 1.5), shifting={"set_rpm": 72, "dead_band_rpm": 12})
    level, steep = (Leg(length_m=300, grade=grade) for grade in (0.0, 0.12))
    start = simulated(brief, brief.setups[0], of_legs([(level, False)]))
    up = next(each for each in start.changes if each.after > each.before)
    # The hill begins half a metre behind the shift, and the gears go back at once.
    before = Leg(length_m=up.at_m + 0.5, grade=0.0)
    found = simulated(brief, brief.setups[0], of_legs([(before, False), (steep, False)]))
    shifts = found.changes
    back = next(k for k in range(1, len(shifts)) if shifts[k].after == shifts[k - 1].before)
    assert shifts[back].time_s - shifts[back - 1].time_s < 3
    assert (shifts[back - 1].grade, shifts[back].grade) == (0.0, 0.12)
    assert found.hunts == 0


def test_while_coasting_gears_follow_only_where_they_are_to():
    at_rest = {**EIGHT, "behaviour": {"shifts_at_rest": True}}

    def ends(**shifting) -> list[str]:
        brief = job(PAIR, at_rest, shifting=shifting)
        found = trial(brief, brief.setups[0])
        rolling = [
            label
            for label, at, speed in zip(found.gear, found.at_m, found.speed_kmh, strict=True)
            if at > 660 and speed > 15
        ]
        return [rolling[0], rolling[-1]]

    follows, stays = ends(follows_coasting=True), ends(follows_coasting=False)
    assert int(follows[1]) < int(follows[0])
    assert stays[0] == stays[1]
    brief = job(PAIR, at_rest, shifting={"follows_coasting": True, "start_gear": 3})
    assert trial(brief, brief.setups[0]).gear[0] == "3"
    assert trial(brief, brief.setups[0]).gear[-1] == "3"


def test_a_chain_on_sprockets_stays_where_it_is_at_rest():
    brief = job(sprockets([36], [13, 15, 18, 21, 25, 30]), shifting={"follows_coasting": True})
    found = trial(brief, brief.setups[0])
    assert found.gear[0] == "1"
    assert found.gear[-1] != "1"


def test_shifts_at_dead_centres_wait_for_them_and_are_pedalled_through():
    brief = job(shifting={"at_dead_centres": True, "shift_s": 0.1, "set_rpm": 70, "dead_band_rpm": 5})
    bike = on(brief, (600, 0))
    waited, eased = [], 0
    asked = None
    while bike.time_s < 40:
        shifts = bike.shifter.shifts
        bike.step()
        eased += bike.shifter.eased
        if bike.shifter.shifting and asked is None:
            asked = bike.time_s
        if bike.shifter.shifts > shifts and asked is not None:
            waited.append(bike.time_s - asked)
            asked = None
    assert eased == 0
    # Half a turn at 60 to 80 rpm takes 0.38 to 0.5 s, and the shift a tenth.
    assert max(waited) <= 30 / 45 + 0.1 + 3 * STEP_S
    assert max(waited) > 0.2


def test_changes_by_the_speed_alone():
    speeds = [9, 11, 13, 15, 18, 22, 26]
    brief = job(shifting={"by": "speed", "speeds_kmh": speeds, "dead_band_rpm": 2})
    bike = on(brief, (3000, -0.01))
    highest = {}
    while bike.time_s < 60:
        bike.step()
        highest[bike.shifter.label] = bike.speed_mps * 3.6
    # It leaves each gear a little above its speed: half of 2 ÷ 72.7 rpm.
    assert 9 <= highest["1"] <= 11.5
    assert 13 <= highest["3"] <= 14.5


@pytest.mark.parametrize(
    ("shifting", "path", "where", "what"),
    [
        ({"set_rpm": 2}, (PAIR, EIGHT), "shifting.set_rpm", "from 5 to 250 rpm"),
        ({"dead_band_rpm": -1}, (PAIR, EIGHT), "shifting.dead_band_rpm", "from 0 to 60 rpm"),
        ({"start_gear": 9}, (PAIR, EIGHT), "shifting.start_gear", "at most 8"),
        ({"start_gear": 2}, (PAIR, stepless_hub(0.54, 1.95)), "shifting.start_gear", "definite gears"),
        ({"by": "speed", "speeds_kmh": [10]}, (PAIR, EIGHT), "shifting.speeds_kmh", "each of the 7 shifts"),
        ({"speeds_kmh": [10]}, (PAIR, hub(1, 2)), "shifting.speeds_kmh", "change by the speed"),
        ({"by": "speed", "speeds_kmh": [10, 9]}, (PAIR, hub(1, 2, 3)), "shifting.speeds_kmh[1]", "faster"),
        ({"by": "mood"}, (PAIR, EIGHT), "shifting.by", "cadence"),
    ],
)
def test_shifting_that_cannot_be_is_named(shifting, path, where, what):
    with pytest.raises(InvalidInput) as refused:
        job(*path, shifting=shifting)
    [problem] = refused.value.problems
    assert problem.where == f"setups[0].{where}"
    assert what in problem.what


def test_only_a_wheel_motor_that_can_gives_back_what_braking_takes():
    def returned(**parts) -> float:
        brief = job(motors=[{**REAR, "battery": BATTERY, "winding": WINDING, **parts}])
        bike = on(brief, (900, 0.05), (6000, -0.08))
        while not bike.done:
            bike.step()
        return bike.books.returned_j

    assert returned() == 0
    assert returned(regenerates=True) > 1000
    assert returned(regenerates=True, at="cranks") == 0


def test_what_a_motor_gives_back_by_hand():
    motor = validate(Motor, {"at": "rear hub", "torque_nm": 40, "winding": WINDING})
    # 12.6 Nm is 10.5 A, less 0.5 A: 10 A through 0.15 Ω at 100 rad/s · 1.2: 1200 W less 15 W.
    assert returned_w(motor, 12.6, 100 * 30 / math.pi) == pytest.approx(1185)
    assert returned_w(motor, 0.5, 100 * 30 / math.pi) == 0
    # What is driven gives less back than it would take to drive.
    assert returned_w(motor, 12.6, 955) < 12.6 * 955 * math.pi / 30 < drawn(motor, 12.6, 955).in_w


def test_what_the_drive_loses_it_loses_of_a_motor_at_the_cranks_too():
    crank = {"at": "cranks", "torque_nm": 200, "power_w": 200, "assist": {"by": "throttle"}}
    worn = {**EIGHT, "efficiency": 0.75}
    brief = job(PAIR, worn, motors=[crank], rider={"power_w": 100, "burst_w": 100})
    bike = until(on(brief, (20_000, 0.05)), 600)
    share = path_efficiency(brief.setups[0].path).typical
    assert share < 0.75
    wheel_w = conditions(brief).resistance.power_w(bike.speed_mps, 0.05)
    assert wheel_w == pytest.approx((100 + 200) * share, rel=0.01)


def test_an_empty_battery_helps_no_more():
    brief = job(motors=[{**REAR, "battery": {"energy_wh": 1}}])
    bike = until(on(brief, (6000, 0.04)), 300)
    assert bike.battery_share == 0
    assert bike.motor_w == 0
    alone = until(on(job(), (6000, 0.04)), 300)
    assert bike.speed_mps == pytest.approx(alone.speed_mps, rel=1e-3)


def test_nobody_pedals_or_has_a_motor_push_against_the_brakes():
    strong = {"at": "front hub", "torque_nm": 80, "power_w": 3000, "battery": BATTERY}
    tall = sprockets([52], [11])
    down = until(on(job(tall, motors=[strong]), (6000, -0.08)), 120)
    assert down.speed_mps * 3.6 == pytest.approx(50)
    assert (down.rider_w, down.motor_w) == (0, 0)
    # On the flat it holds that speed with no more than it takes.
    brief = job(tall, motors=[strong])
    flat = until(on(brief, (9000, 0.0)), 200)
    assert flat.speed_mps * 3.6 == pytest.approx(50, rel=1e-4)
    share = path_efficiency(brief.setups[0].path).typical
    taken = flat.job.resistance.power_w(50 / 3.6, 0.0)
    assert flat.motor_w + flat.rider_w * share == pytest.approx(taken, rel=1e-3)
    assert flat.books.brakes_j < 10


def test_whoever_rolls_out_before_the_end_pedals_on():
    data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(PAIR, EIGHT)]}
    data.pop("reference")
    data["road"] = {"surfaces": [{"surface": "sand", "share": 1}], "wind_kmh": 30}
    brief = validate(Brief, data)
    found = trial(brief, brief.setups[0])
    assert found.at_m[-1] == pytest.approx(900, abs=1)
    assert found.time_s[-1] < 1800


def test_whoever_cannot_ride_walks_and_gets_on_again():
    brief = job(PAIR)
    bike = on(brief, (30, 0), (60, 0.2), (300, 0))
    walked = []
    while not bike.done:
        bike.step()
        if bike.walking:
            walked.append(bike.at_m)
    assert 30 <= walked[0] <= 60
    assert walked[-1] == pytest.approx(90, abs=3)
    assert bike.at_m == pytest.approx(390, abs=1)


@examples(25)
@given(
    st.lists(st.tuples(st.floats(20, 150), st.floats(-0.15, 0.15)), min_size=1, max_size=5),
    st.floats(30, 400),
    st.sampled_from(["cranks", "rear hub", "front hub", None]),
    st.booleans(),
)
def test_any_road_is_ridden_to_its_end_and_its_books_balance(legs, power, at, automatic):
    parts = {"shifting": {"dead_band_rpm": 6}} if automatic else {}
    if at:
        parts["motors"] = [
            {"at": at, "torque_nm": 40, "power_w": 300, "battery": BATTERY, "regenerates": True}
        ]
    path = (PAIR,) if at == "rear hub" else (PAIR, EIGHT)
    bike = on(job(*path, rider={"power_w": power, "burst_w": 400}, **parts), *legs)
    while not bike.done:
        bike.step()
        assert bike.time_s < 3600
    assert abs(missing_j(bike)) < 1e-3
    assert bike.at_m == pytest.approx(sum(length for length, _ in legs), abs=1)
    assert bike.speed_mps == 0


def test_from_a_standstill_legs_push_with_the_mean_of_their_hardest():
    brief = job(PAIR, hub(0.6, 1.0))
    bike = on(brief, (500, 0.0))
    while bike.speed_mps == 0:
        bike.step()
    asked = pushes(brief, brief.setups[0]).hardest_nm * 2 / math.pi
    share = path_efficiency(brief.setups[0].path).typical
    push = asked * 2 * math.pi / bike.table.gears[0].development_m * share
    moves = bike.job.resistance
    assert bike.speed_mps == pytest.approx((push - moves.force_n(0, 0)) / moves.mass_kg * 0.05, rel=1e-6)


def test_what_braking_takes_is_shown_as_work_of_the_motor():
    """What it gives back and what it warms come to the work that is shown, step by step."""
    steps = 0
    bike = on(
        job(motors=[{**REAR, "battery": BATTERY, "winding": WINDING, "regenerates": True}]),
        (900, 0.05),
        (4000, -0.08),
    )
    while not bike.done:
        before = bike.books.motors_j + bike.books.returned_j
        bike.step()
        if bike.motor_w < 0:
            steps += 1
            taken = bike.books.motors_j + bike.books.returned_j - before
            assert taken == pytest.approx(-bike.motor_w * STEP_S)
    assert steps > 100


def test_motors_help_just_so_much_that_the_legs_keep_up():
    """A strong push in the lowest gear: the speed settles where the legs are at their fastest, not above."""
    strong = {"power_w": 150, "burst_w": 300}
    levels = [{"name": "even", "share": 1}]
    motor = {
        "at": "cranks",
        "torque_nm": 85,
        "power_w": 250,
        "battery": BATTERY,
        "assist": {"levels": levels},
    }
    bike = until(on(job(PAIR, hub(0.5), rider=strong, motors=[motor]), (3000, 0.0)), 120)
    assert bike.cadence_rpm == pytest.approx(conditions(job()).cadence_rpm[1], rel=1e-3)
    assert 0 < bike.rider_w < 150


@pytest.mark.parametrize(("power_w", "length_m"), [(53, 21.48), (53, 34.43), (90, 31.84)])
def test_where_a_foot_keeps_one_from_rolling_back_the_books_balance_too(power_w, length_m):
    """At the end of a wall the last step would carry backwards."""
    bike = on(job(PAIR, EIGHT, rider={"power_w": power_w}), (40, 0.0), (length_m, 0.14))
    while not bike.done:
        bike.step()
    assert abs(missing_j(bike)) < 1e-6


def test_a_battery_takes_back_no_more_than_it_gave():
    """Down a long hill, full but for what the start took."""
    brief = job(motors=[{**REAR, "battery": BATTERY, "winding": WINDING, "regenerates": True}])
    down = on(brief, (900, -0.08))
    while not down.done:
        down.step()
        assert down.battery_share <= 1
    assert 0 < down.books.returned_j <= down.books.battery_j
    assert down.battery_share == pytest.approx(1, abs=1e-5)
