"""What rides tell of rider and road: on rides made up with known figures, and by hand."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.job.brief import Need
from kettledrum.core.log.learnt import MASS_OFF, Known, _line, _of_day, from_rides
from kettledrum.core.log.ride import Best, Climbed, Coasted, LoggedRide, Pace, Worked
from kettledrum.core.log.stretches import best_minutes, climbs, coasted
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.rides.channels import Channels
from kettledrum.demo import honey_round

G = 9.80665
BRIEF = honey_round()
HUB = next(setup for setup in BRIEF.setups if setup.name == "Fourteen-speed hub")
NONE = np.full(0, np.nan)
MASS = 78 + 17 + 18


def worked(**parts) -> Worked:
    """A ride’s sums with nothing in them but what a test is about."""
    usual = {
        "source": "worked out",
        "gears_of": "0" * 16,
        "pedalling_s": 3600,
        "coasting_s": 0,
        "standing_s": 0,
        "not_recorded_s": 0,
        "lag_s": 0,
        "circumference_m": 2.2,
        "steady_share": 0.8,
        "fits": 0.9,
        "shifts": 10,
        "pace": Pace(first=0, seconds=[]),
    }
    return Worked(**{**usual, **parts})


def ride(number=1, **parts) -> LoggedRide:
    """A ride on one of the first days of May."""
    return LoggedRide(on=f"2026-05-{number:02}", km=20, minutes=60, worked=worked(**parts))


def need(**changes) -> Need:
    """The honey round’s need with other figures in it."""
    data = BRIEF.model_dump(mode="json", exclude_unset=True)
    for part, figures in changes.items():
        data[part] |= figures
    data = {key: value for key, value in data.items() if key not in ("format", "reference", "setups")}
    data["road"].pop("routes", None)
    return Need.model_validate(data)


def told(found, where):
    return next(each for each in found.learnt if each.where == where)


def climb(watts: float, seconds: int, need_: Need, mass=MASS) -> Climbed:
    """A climb of 6 % that asks for so many W at the pedals, in still air."""
    efficiency = path_efficiency(HUB.path).typical
    crr = 0.7 * 0.008 + 0.3 * 0.011
    at_tyre = watts * efficiency
    speed = at_tyre / (mass * G * (0.06 + crr))
    return Climbed(seconds=seconds, grade=0.06, lift_w=G * 0.06 * speed, roll_w=G * speed, drag_w=0.0)


def test_a_climb_by_hand():
    # 100 kg lifted 60 m in 400 s on 1200 m of road, crr 0.006 and no air: 165 W at the tyre.
    one = Climbed(seconds=400, grade=0.05, lift_w=G * 60 / 400, roll_w=G * 1200 / 400, drag_w=0)
    assert 100 * (one.lift_w + 0.006 * one.roll_w) == pytest.approx(164.75, abs=0.01)


@pytest.mark.parametrize("watts", [90.0, 140.0, 220.0])
def test_the_same_power_on_every_climb_is_the_power_of_all_day(watts):
    rides = [
        ride(day, climbs=[climb(watts, seconds, need()) for seconds in (150, 600, 1500)])
        for day in range(1, 6)
    ]
    found = told(from_rides(need(), HUB, rides), "rider.power_w")
    assert found.value == pytest.approx(watts, rel=0.002)
    assert found.low < watts < found.high
    assert found.rides == 5
    assert not found.metered


def test_a_rider_who_holds_what_the_power_law_says_is_found():
    # 300 W for a minute and 120 W for three hours: P = 300·(T/60)^−b.
    b = np.log(300 / 120) / np.log(180)
    rides = [
        ride(day, climbs=[climb(300 * (s / 60) ** -b, s, need()) for s in (180, 480, 900 + 60 * day)])
        for day in range(1, 6)
    ]
    assert told(from_rides(need(), HUB, rides), "rider.power_w").value == pytest.approx(120, rel=0.01)


def test_climbs_of_one_length_go_by_the_riders_own_powers():
    rider = need(rider={"power_w": 120, "burst_w": 300})
    b = np.log(300 / 120) / np.log(180)
    rides = [ride(day, climbs=[climb(300 * 10**-b, 600, rider)]) for day in range(1, 4)]
    assert told(from_rides(rider, HUB, rides), "rider.power_w").value == pytest.approx(120, rel=0.001)


def test_a_load_of_its_own_counts():
    heavy = climb(150, 600, need(), mass=MASS + 20)
    rides = [ride(day, climbs=[heavy]).model_copy(update={"load_kg": 38.0}) for day in range(1, 5)]
    flat = need(rider={"burst_w": 125})
    assert told(from_rides(flat, HUB, rides), "rider.power_w").value == pytest.approx(150, rel=0.002)
    bare = [each.model_copy(update={"load_kg": None}) for each in rides]
    assert told(from_rides(flat, HUB, bare), "rider.power_w").value < 135


def test_a_meter_is_believed_more_than_a_mass():
    metered = [
        ride(day, climbs=[climb(150, 600, need()).model_copy(update={"power_w": 180.0})])
        for day in range(1, 5)
    ]
    flat = need(rider={"burst_w": 125})
    found = told(from_rides(flat, HUB, metered), "rider.power_w")
    assert found.value == pytest.approx(180)
    assert found.metered
    assert found.high - found.low == pytest.approx(180 * 4 * 0.015, rel=1e-6)


def test_too_little_is_told_as_such():
    found = from_rides(need(), HUB, [ride(1, climbs=[climb(150, 600, need())])])
    assert found.learnt == []
    why = {each.where: each.why for each in found.untold}
    assert why["rider.power_w"].endswith("there are 1")
    assert "power meter on 3 rides; there are 0" in why["rider.burst_w"]
    assert "ten minutes" in why["road.crr"]
    assert from_rides(need(), HUB, []).says.startswith("0 rides with recorded seconds")


def test_with_a_motor_climbs_tell_nothing_without_a_meter():
    from kettledrum.demo import seaweed_barrow

    barrow = seaweed_barrow()
    driven = next(setup for setup in barrow.setups if setup.motors)
    rides = [ride(day, climbs=[climb(300, 600, need())]) for day in range(1, 6)]
    found = from_rides(barrow, driven, rides)
    assert "only with a meter" in next(each.why for each in found.untold if each.where == "rider.power_w")
    metered = [
        ride(day, climbs=[climb(300, 600, need()).model_copy(update={"power_w": 100.0})])
        for day in range(1, 6)
    ]
    assert told(from_rides(barrow, driven, metered), "rider.power_w").rides == 5


def test_the_best_minute_is_that_of_the_hardest_rides():
    rides = [ride(day, best=[Best(minutes=1, power_w=200 + 10 * day)]) for day in range(1, 11)]
    found = told(from_rides(need(), HUB, rides), "rider.burst_w")
    assert found.value == 300
    # A meter is 1.5 % off, twice that either way; the hardest rides, 280 to 300 W, differ by 20 W.
    assert (found.low, found.high) == (pytest.approx(291), pytest.approx(309 + 20))
    assert found.assumed == 260
    assert not found.fits


def test_rides_of_others_do_not_count():
    own = [ride(day, climbs=[climb(150, 600, need())]) for day in range(1, 5)]
    other = [
        ride(day, climbs=[climb(250, 600, need())]).model_copy(update={"rider": "the niece", "km": 5.0})
        for day in range(5, 9)
    ]
    flat = need(rider={"burst_w": 125})
    found = from_rides(flat, HUB, own + other)
    assert (found.rider, found.riders) == (None, [None, "the niece"])
    assert told(found, "rider.power_w").value == pytest.approx(150, rel=0.01)
    hers = from_rides(flat, HUB, own + other, "the niece")
    assert told(hers, "rider.power_w").value == pytest.approx(250, rel=0.01)
    assert from_rides(flat, HUB, own + other, "nobody").rider is None
    assert from_rides(flat, HUB, own + other, "").rider is None


def rolled(crr, cda, *, wind=0.0, noise=0.0, mass=MASS, seed=1, braked=0.0, seconds=2400) -> Channels:
    """Coasting down hills of several grades, in steps of a twentieth of a second: F = m·k·a by hand."""
    random = np.random.default_rng(seed)
    density = 1.2
    v, height, rows = 4.0, 800.0, []
    grade = 0.04
    brake = 0.0
    for step in range(seconds * 20):
        if step % 1200 == 0:
            grade = float(random.uniform(0.015, 0.08))
            v = float(random.uniform(3.0, 7.0))
            brake = 0.05 if random.random() < braked else 0.0
        if step % 20 == 0:
            rows.append((v, height))
        through = v + wind
        force = mass * G * (grade - crr - brake) - 0.5 * density * cda * through * abs(through)
        v = max(v + force / (mass * 1.012) * 0.05, 2.6)
        height -= v * 0.05 * grade
    speed, heights = np.array(rows).T
    count = len(speed)
    # A jump of speed each minute is where another hill begins: not coasting there.
    cadence = np.where(np.arange(count) % 60 < 2, 60.0, 0.0)
    return Channels(
        speed * np.exp(random.normal(0, noise, count)),
        cadence,
        np.full(count, np.nan),
        heights + random.normal(0, 20 * noise, count),
        np.full(count, 15.0),
    )


def from_coasting(rides: list[Channels], need_: Need):
    logged = [ride(day, coasted=coasted(each, 0)) for day, each in enumerate(rides, start=1)]
    return from_rides(need_, HUB, logged)


@pytest.mark.parametrize(("crr", "cda"), [(0.006, 0.55), (0.012, 0.4), (0.004, 0.7)])
def test_rolling_and_air_are_found_on_quiet_coasting(crr, cda):
    found = from_coasting([rolled(crr, cda, seed=seed) for seed in range(5)], need())
    assert told(found, "road.crr").value == pytest.approx(crr, abs=0.0006)
    # The air of the ride is worked out from its height and warmth, not the 1.2 of the rides made up here.
    assert told(found, "road.cda_m2").value == pytest.approx(cda, rel=0.12)


def test_brakes_are_left_out():
    found = from_coasting([rolled(0.007, 0.5, seed=seed, braked=0.25) for seed in range(6)], need())
    assert told(found, "road.crr").value == pytest.approx(0.007, abs=0.001)


def test_known_resistance_is_within_its_interval_nine_times_in_ten():
    hits = 0
    for season in range(20):
        random = np.random.default_rng(900 + season)
        rides = [
            rolled(
                0.008,
                0.5,
                wind=float(random.normal(0, 1.0)),
                noise=0.004,
                seed=1000 * season + at,
                seconds=900,
            )
            for at in range(8)
        ]
        found = told(from_coasting(rides, need()), "road.crr")
        hits += found.low <= 0.008 <= found.high
    assert hits >= 18


@pytest.mark.parametrize("count", [3, 5])
def test_who_rides_all_of_it_twice_is_surer_by_as_much_as_rides_tell(count):
    # Each ride twice is half the variance, and the share that few rides leave out, n ÷ (n − 1), is smaller.
    less = 0.5 * (2 * count / (2 * count - 1)) / (count / (count - 1))
    random = np.random.default_rng(count)
    rolled_ = [
        (
            Coasted(count=60, x=600 + 40 * at, xx=9000 + 900 * at, y=0.6 + random.uniform(0, 0.1), xy=9.0),
            800.0,
        )
        for at in range(count)
    ]
    once, twice = _line(rolled_)[1], _line(rolled_ * 2)[1]
    assert np.array(twice) ** 2 == pytest.approx(np.array(once) ** 2 * less)
    rows = [[(300 + 200 * at, 200.0 - 9 * at + random.uniform(0, 9))] for at in range(count)]
    (power, error), (same, surer) = _of_day(rows, 0.05), _of_day(rows * 2, 0.05)
    assert same == pytest.approx(power)
    assert surer**2 == pytest.approx(error**2 * less)


def test_speeds_that_are_all_alike_tell_nothing():
    same = Coasted(count=100, x=1000.0, xx=10_000.0, y=1.0, xy=10.0)
    found = from_rides(need(), HUB, [ride(day, coasted=same) for day in range(1, 7)])
    assert {each.where for each in found.untold} >= {"road.crr", "road.cda_m2"}
    # Enough of it that comes out below nothing, as with a wind from behind, is not told as too little.
    pushed = Coasted(count=100, x=1000.0, xx=20_000.0, y=-0.5, xy=0.0)
    odd = from_rides(need(), HUB, [ride(day, coasted=pushed) for day in range(1, 7)])
    why = {each.where: each.why for each in odd.untold}
    assert why["road.crr"] == (
        "the 100 minutes on 6 rides without pedalling would put it below nothing: wind or brakes are in them"
    )
    assert "road.cda_m2" not in why


@given(watts=st.floats(60, 400), more=st.floats(1, 200))
def test_more_power_on_the_climbs_is_never_told_as_less(watts, more):
    def of_all(power):
        rides = [ride(day, climbs=[climb(power, 300 * day, need())]) for day in range(1, 5)]
        return told(from_rides(need(), HUB, rides), "rider.power_w").value

    assert of_all(watts + more) > of_all(watts)


def straight_up(seconds=900, speed=3.0, grade=0.06, cadence=70.0, power=np.nan) -> Channels:
    at = np.arange(seconds)
    return Channels(
        np.full(seconds, speed),
        np.full(seconds, cadence),
        np.full(seconds, power),
        300 + at * speed * grade,
        np.full(seconds, np.nan),
    )


def test_a_steady_hill_is_one_climb_with_its_figures():
    (one,) = climbs(straight_up())
    assert one.seconds == 840
    assert one.grade == pytest.approx(0.06, abs=1e-4)
    assert one.lift_w == pytest.approx(G * 0.18, rel=1e-4)
    assert one.roll_w == pytest.approx(G * 3, rel=1e-4)
    # Air of 1.1707 kg/m³ at the middle of the ride, 381 m, and 15 °C: 96 832 Pa / (287.053 · 288.15 K).
    assert one.drag_w == pytest.approx(0.5 * 1.1707 * 27, rel=0.001)
    assert one.power_w is None
    assert climbs(straight_up(power=180))[0].power_w == 180


@pytest.mark.parametrize(
    "ride_",
    [straight_up(seconds=100), straight_up(grade=0.02), straight_up(cadence=0.0), straight_up(grade=-0.06)],
    ids=["too short", "too flat", "not pedalled", "down"],
)
def test_what_is_no_climb(ride_):
    assert climbs(ride_) == []


def test_the_best_minutes():
    power = np.concatenate([np.full(600, 100.0), np.full(60, 400.0), np.full(700, 100.0)])
    nothing = np.full(len(power), np.nan)
    found = {
        each.minutes: each.power_w
        for each in best_minutes(Channels(nothing, nothing, power, nothing, nothing))
    }
    assert found == {1: 400.0, 5: 160.0, 20: 115.0}
    assert best_minutes(Channels(nothing, nothing, nothing, nothing, nothing)) == []
    # A minute is there as soon as sixty seconds are.
    for seconds, minutes in ((60, [1]), (59, [])):
        ride_ = Channels(*([power[:seconds]] * 5))
        assert [each.minutes for each in best_minutes(ride_)] == minutes


def test_ten_seconds_of_rolling_are_the_fewest_wherever_they_begin():
    def found(seconds):
        speed, nothing = np.full(seconds, 8.0), np.full(seconds, np.nan)
        down = 300 - 0.1 * np.arange(seconds)
        return coasted(Channels(speed, speed * 0, nothing, down, nothing + 12), 0)

    assert found(10) is None
    assert found(11).count == found(20).count == 1
    assert found(21).count == 2


def test_the_air_on_a_climb_is_paid_for_too():
    flat = need(rider={"burst_w": 125})
    slow = climb(120, 600, flat)
    air = 40.0
    windy = slow.model_copy(update={"drag_w": air})
    rides = [ride(day, climbs=[windy]) for day in range(1, 5)]
    job = Known.of(flat, HUB).job
    at_tyre = 120 * path_efficiency(HUB.path).typical + job.resistance.cda_m2 * air
    found = told(from_rides(flat, HUB, rides), "rider.power_w")
    assert found.value == pytest.approx(at_tyre / path_efficiency(HUB.path).typical, rel=0.002)


def test_without_scatter_what_mass_and_efficiency_may_be_off_is_left():
    flat = need(rider={"burst_w": 125})
    rides = [ride(day, climbs=[climb(150, 600, flat)]) for day in range(1, 5)]
    found = told(from_rides(flat, HUB, rides), "rider.power_w")
    losses = path_efficiency(HUB.path)
    # The ends are two standard deviations to either side.
    share = math.hypot(MASS_OFF, (losses.high - losses.low) / 4 / losses.typical)
    assert found.high - found.value == pytest.approx(2 * share * found.value, rel=1e-6)
    assert found.value - found.low == pytest.approx(2 * share * found.value, rel=1e-6)


@pytest.mark.parametrize(
    ("road", "given_by"),
    [
        ({"posture": "upright", "cda_m2": None}, {"road.crr": True, "road.cda_m2": True}),
        ({"posture": None, "cda_m2": 0.5}, {"road.crr": True, "road.cda_m2": True}),
        ({"posture": None, "surfaces": None}, {"road.crr": False, "road.cda_m2": False}),
        ({"posture": None, "surfaces": None, "crr": 0.006}, {"road.crr": True, "road.cda_m2": False}),
    ],
)
def test_what_was_said_and_what_was_assumed_of_a_road_is_told_apart(road, given_by):
    found = from_coasting([rolled(0.006, 0.55, seed=seed) for seed in range(5)], need(road=road))
    assert {each.where: each.given for each in found.learnt if each.where.startswith("road.")} == given_by


def test_climbs_are_told_by_how_long_they_take():
    minutes = (2, 3, 5, 14, 15, 39, 40, 90)
    rides = [ride(1, climbs=[climb(100 + each, each * 60, need()) for each in minutes])]
    held = from_rides(need(), HUB, rides).held
    assert [(each.from_minutes, each.to_minutes, each.climbs) for each in held] == [
        (2, 5, 2),
        (5, 15, 2),
        (15, 40, 2),
        (40, None, 2),
    ]
    # Each weighs as long as it takes: (2·102 + 3·103) ÷ 5.
    assert held[0].power_w == pytest.approx((2 * 102 + 3 * 103) / 5, rel=1e-6)


def test_how_far_rides_differ_is_how_sure_their_mean_is():
    """Four rides of one climb with a meter: Student’s interval of the mean logarithm, worked by hand."""
    powers = [150.0, 165.0, 180.0, 210.0]
    rides = [
        ride(day, climbs=[climb(150, 600, need()).model_copy(update={"power_w": power})])
        for day, power in enumerate(powers, start=1)
    ]
    found = told(from_rides(need(rider={"burst_w": 125}), HUB, rides), "rider.power_w")
    logs = np.log(powers)
    assert found.value == pytest.approx(math.exp(logs.mean()))
    # t of three degrees of freedom, 97.5 %; a meter is off by 1.5 %, twice that to either side.
    by_chance = 3.18245 * logs.std(ddof=1) / 2
    assert (found.high - found.value) / found.value == pytest.approx(math.hypot(by_chance, 0.03), rel=1e-4)


def test_a_meter_that_shows_nothing_does_not_hide_coasting():
    ride = rolled(0.006, 0.55)
    blind = coasted(ride, 0)
    assert blind
    nothing = replace(ride, power_w=np.zeros(ride.seconds))
    assert coasted(nothing, 0) == blind
    # Where it shows power, somebody pedals, whatever the cadence says.
    assert coasted(replace(ride, power_w=np.full(ride.seconds, 1.0)), 0) is None
