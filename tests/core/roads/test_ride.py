"""A road ridden with whole setups: gears, shifts, states, the minute's power, and what it adds up to."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import brief, gearbox, hub, setup, sprockets, stepless_hub
from fuzzing import examples
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.plain_terrain import plain_terrain
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.coverage import coverage
from kettledrum.core.parts.setup import Setup
from kettledrum.core.roads import bursts
from kettledrum.core.roads.awkward_shifts import shifts
from kettledrum.core.roads.bursts import MINUTE_S, RECOVERY_S
from kettledrum.core.roads.gears_taken import gears_taken
from kettledrum.core.roads.profile import Profile, profile
from kettledrum.core.roads.ride import ridden, ride
from kettledrum.core.terms.validation import validate
from riding import lost_j

ROAD = {"crr": 0.008, "cda_m2": 0.5, "altitude_m": 0, "temperature_c": 15}


def road(*legs):
    drawn = [{"length_m": length, "grade": grade} for length, grade in legs]
    return profile(validate(Route, {"name": "Lane", "legs": drawn}))


def job(*setups, **rider) -> Brief:
    data = brief(*setups, load={"bike_kg": 20}, road=ROAD)
    data["rider"] = {"mass_kg": 80, "power_w": 120, "cadence_rpm": [60, 90], **rider}
    return validate(Brief, data)


PATH = ({**sprockets([40], [20]), "efficiency": 1}, {**hub(0.5, 1, 2), "efficiency": 1})
NINE = setup(sprockets([44], [19]), hub(0.53, 0.64, 0.76, 0.91, 1.0, 1.18, 1.42, 1.69, 2.02))


def one(*legs, path=PATH, **rider):
    [found] = ride(job(setup(*path), **rider), road(*legs)).setups
    return found


def test_a_long_flat_by_hand():
    # 120 W on the flat is 5.85 m/s by a root search (test_climb); 4.436 m a turn are 79 rpm, in the band.
    found = one((20_000, 0))
    speed = conditions(job()).resistance.speed_mps(120, 0)
    assert found.mean_speed_kmh == pytest.approx(speed * 3.6, rel=0.005)
    assert found.mean_cadence_rpm == pytest.approx(speed * 60 / 4.436, rel=0.01)
    assert found.gear[-1] == "2"
    assert found.work_kj == pytest.approx(0.120 * found.time_s, rel=1e-6)
    assert found.in_band_m == pytest.approx(20_000, abs=60)


def test_each_state_where_it_belongs():
    # Lowest gear 2.218 m: 60 rpm climbs 4.57 % (test_climb), a grind lasts to 45 rpm or 6.1 %.
    found = one((2000, 0), (1000, 0.055), (2000, 0), (500, 0.12), (1000, 0), (2000, -0.08))
    assert found.grinding_m == pytest.approx(1000, abs=120)
    assert found.walking_m == pytest.approx(500, abs=40)
    # Down 8 % the highest gear is out at 8.87 m · 90 rpm = 47.9 km/h.
    assert found.coasting_m == pytest.approx(1700, abs=300)
    total = found.in_band_m + found.grinding_m + found.walking_m + found.coasting_m
    assert total == pytest.approx(found.distance_m)
    assert sum(found.seconds) == pytest.approx(found.time_s)
    assert found.strip[-1][0] == 8500
    assert [code for _, code in found.strip][-1] == 3
    # On foot, 120 W / (100 kg · g · 0.127) is 0.964 m/s.
    assert found.seconds[2] == pytest.approx(500 / 0.965, rel=0.1)


@pytest.fixture
def evenly(monkeypatch):
    """Riders with the power of all day throughout, but for short pitches."""
    monkeypatch.setattr(
        "kettledrum.core.roads.ride.paced",
        lambda road, resistance, drives, held: np.full((len(drives.top_mps), len(road.step_m)), held.day_w),
    )


@pytest.mark.parametrize("ratio", [0.5, 0.8, 1.5])
def test_one_is_pushed_just_where_it_is_told_that_one_is(ratio):
    """Up hills from easy to steep, each long enough for a steady speed, with one gear."""
    path = ({**sprockets([40], [20]), "efficiency": 1}, {**hub(ratio), "efficiency": 1})
    steep = [0.02, 0.03, 0.035, 0.04, 0.045, 0.05, 0.055, 0.06, 0.065, 0.07, 0.08, 0.1]
    found = ride(job(setup(*path), grind_rpm=45), road(*[(400, grade) for grade in steep]))
    told = {key: getattr(found, key) for key in ("pushed_below_kmh", "pushed_below_rpm", "ridden_from_kmh")}
    assert told == {"pushed_below_kmh": 5, "pushed_below_rpm": 45, "ridden_from_kmh": 8}
    [made] = found.setups
    walks = []
    for number, grade in enumerate(steep):
        end = (number + 1) * 400 - 5
        kmh = conditions(job()).resistance.speed_mps(120, grade) * 3.6
        rpm = kmh / 0.06 / (2 * 2.218 * ratio)
        walks.append(kmh < 5 or (rpm < 45 and kmh < 8))
        state = next(state for to, state in made.strip if to >= end)
        assert (found.states[state] == "walking") is walks[-1], grade
    assert True in walks
    assert False in walks


def test_a_minute_of_power_takes_a_pitch_and_must_come_back(evenly):
    # 9 % in the lowest gear at 62 rpm: 2.285 m/s · (980.7 N · 0.0976 + 1.6 N) = 222 W, 102 W above.
    legs = ((1000, 0), (60, 0.09), (3000, 0))
    assert one(*legs).burst_s == 0
    assert one(*legs).walking_m + one(*legs).grinding_m > 25
    burst = one(*legs, burst_w=300)
    # All that is left is between the gears, which are an octave apart: at the start, and after the pitch.
    assert burst.walking_m + burst.grinding_m <= 40
    assert [code for end, code in burst.strip if 1020 < end < 1075] == [0]
    # Momentum goes some of the way; the reserve of (300 − 120) W · 60 s lasts 106 s at 102 W, 242 m.
    assert 5 < burst.burst_s < 60 / 2.2 + 5
    long = one((1000, 0), (1000, 0.09), (3000, 0), burst_w=300)
    assert long.burst_s == pytest.approx(180 * MINUTE_S / 102, rel=0.1)
    assert long.walking_m == pytest.approx(1000 - 2.285 * long.burst_s, rel=0.1)
    # A second pitch at once finds nothing left; after half an hour nearly all is back.
    soon = one((1000, 0), (300, 0.09), (200, 0), (200, 0.09), (1000, 0), burst_w=300)
    late = one((1000, 0), (300, 0.09), (12_000, 0), (200, 0.09), (1000, 0), burst_w=300)
    assert soon.walking_m > late.walking_m + 100
    assert math.exp(-12_000 / 5.85 / RECOVERY_S) < 0.04


def test_power_beyond_the_minute_is_no_use_where_none_can_ride():
    assert one((1000, 0), (300, 0.35), burst_w=200).burst_s < 20


def test_a_gear_is_kept_while_its_cadence_is_in_the_band():
    table = gear_table(validate(Setup, setup(*PATH)), (60, 90))
    # Gears of 2.218, 4.436, 8.872 m: the second from 4.436 to 6.654 m/s, the first to 3.327.
    speeds = np.array([2.5, 3.3, 3.4, 4.3, 4.4, 5, 6.6, 6.7, 8.8, 6.6, 4.5, 3.2])
    taken = gears_taken(table, speeds)
    assert (taken.gear + 1).tolist() == [1, 1, 1, 2, 2, 2, 2, 2, 3, 2, 2, 1]
    assert taken.cadence_rpm[0] == pytest.approx(2.5 * 60 / 2.218, rel=1e-3)


@examples(40)
@given(seed=st.integers(0, 10_000), low=st.floats(40, 75), wide=st.floats(1.02, 2))
def test_a_gear_is_left_at_the_very_step_at_which_its_band_is(seed, low, wide):
    table = gear_table(validate(Setup, NINE), (low, low * wide))
    pick = np.random.default_rng(seed)
    speeds = np.abs(3 + np.cumsum(pick.normal(0, 0.4, 300))) + 0.3
    found = gears_taken(table, speeds)
    # The nearest is the one whose cadence is least off the band's middle, as a ratio.
    developments = np.array([gear.development_m for gear in table.gears])
    cadences = speeds[:, None] * 60 / developments
    nearest = np.abs(np.log(cadences / (low * wide**0.5))).argmin(axis=1)
    gear, expected = int(nearest[0]), []
    for own, nearer in zip(cadences.tolist(), nearest.tolist(), strict=True):
        if not low <= own[gear] <= low * wide:
            gear = nearer
        expected.append(gear)
    assert found.gear.tolist() == expected
    assert found.cadence_rpm == pytest.approx(cadences[np.arange(300), found.gear])


@pytest.mark.parametrize("waves", [40, 90, 200])
def test_no_more_is_given_than_the_minute_holds_and_what_has_come_back(waves, evenly):
    at = np.arange(0, 20_001, 10.0)
    hills = Profile(at, 300 + 0.09 * waves * np.sin(at / waves))
    found = ridden(job(NINE, burst_w=280), hills)
    motion = found.motion
    times = motion.time_s(hills)[0]
    clock = np.concatenate(([0.0], np.cumsum(times)))
    spent = np.concatenate(([0.0], np.cumsum((motion.rider_w[0] - found.paced_w[0]) * times)))
    reserve = (280 - 120) * MINUTE_S
    assert spent[-1] > reserve
    # From any place to any other; what comes back in a second is at most its share of all.
    for start in range(0, len(clock), 25):
        back = reserve * (clock[start:] - clock[start]) / RECOVERY_S
        assert (spent[start:] - spent[start] <= 1.1 * (reserve + back)).all()


def test_a_hub_that_shifts_by_itself_does_so_at_its_speed():
    automatic = {**hub(1.0, 1.3), "change": {"by": "speed", "trigger_kmh": 18}}
    table = gear_table(validate(Setup, setup(sprockets([44], [20]), automatic)), (40, 90))
    # Back below 0.92 of 18 km/h, 16.56, unless its maker says where.
    taken = gears_taken(table, np.array([16, 17.9, 18.1, 20, 17.9, 16.6, 16.5, 17.9]) / 3.6)
    assert taken.gear.tolist() == [0, 0, 1, 1, 1, 1, 0, 0]
    stated = {**automatic, "change": {**automatic["change"], "back_kmh": 17.5}}
    table = gear_table(validate(Setup, setup(sprockets([44], [20]), stated)), (40, 90))
    assert gears_taken(table, np.array([18.1, 17.6, 17.4]) / 3.6).gear.tolist() == [1, 1, 0]


def test_a_hub_that_shifts_by_itself_does_not_shift_at_every_breath_of_the_road():
    automatic = {**hub(1.0, 1.3), "change": {"by": "speed", "trigger_kmh": 18}}
    shaky = 18 + 0.02 * np.sin(np.arange(2000))
    table = gear_table(validate(Setup, setup(sprockets([44], [20]), automatic)), (40, 90))
    assert np.count_nonzero(np.diff(gears_taken(table, shaky / 3.6).gear)) <= 1


def test_a_stepless_hub_keeps_the_bands_middle_where_it_can():
    table = gear_table(validate(Setup, setup(sprockets([42], [21]), stepless_hub(0.54, 1.95))), (60, 90))
    speeds = np.array([1.5, 4.0, 12.0])
    taken = gears_taken(table, speeds)
    assert taken.gear.tolist() == [-1, -1, -1]
    assert taken.cadence_rpm[0] == pytest.approx(1.5 * 60 / (2.218 * 1.08), rel=1e-3)
    assert taken.cadence_rpm[1] == pytest.approx(math.sqrt(60 * 90))
    assert taken.cadence_rpm[2] == pytest.approx(12 * 60 / (2.218 * 3.9), rel=1e-3)


@pytest.mark.parametrize(("along", "rise", "grade"), [(10, 6, 0.75), (10, -6, -0.75), (10, 9, 1.8)])
def test_a_grade_is_rise_over_run_and_none_is_steeper_than_half_of_the_way_across(along, rise, grade):
    road = Profile(np.array([0.0, along]), np.array([100.0, 100.0 + rise]))
    assert road.grade.tolist() == pytest.approx([grade])


def test_where_nobody_pedals_no_cadence_is_drawn():
    road = profile(validate(Route, {"name": "Down", "legs": [{"length_m": 3000, "grade": -0.12}]}))
    [found] = ride(job(NINE), road).setups
    assert set(found.cadence_rpm[len(found.cadence_rpm) // 2 :]) == {0}


def test_without_a_road_a_plain_terrain_is_made_up_from_the_steepest_pitch():
    hilly = job(NINE)
    hilly = hilly.model_copy(update={"road": hilly.road.model_copy(update={"steepest": 0.1})})
    round_trip = plain_terrain(hilly)
    metres = {}
    for leg in round_trip.legs:
        metres[leg.grade] = metres.get(leg.grade, 0) + leg.length_m
    # 40 km: 40 % flat, 15 % each way at a quarter of 10 %, 10 % each way at half, 5 % each way at all of it.
    shares = {0: 16_000, 0.025: 6000, -0.025: 6000, 0.05: 4000, -0.05: 4000, 0.1: 2000, -0.1: 2000}
    assert metres == pytest.approx(shares)
    found, drawn = coverage(hilly, []), coverage(hilly, [round_trip])
    assert (found.plain_terrain, drawn.plain_terrain) == (True, False)
    assert found.asked == drawn.asked
    assert (found.one is None, drawn.one is None) == (True, False)
    assert sum(found.asked) == pytest.approx(1)
    assert max(leg.grade for leg in plain_terrain(job(NINE)).legs) == 0.06
    # Where all is flat, so is this.
    flat = hilly.model_copy(update={"road": hilly.road.model_copy(update={"steepest": 0})})
    assert {leg.grade for leg in plain_terrain(flat).legs} == {0}
    assert profile(plain_terrain(flat)).length_m == 40_000


def test_shifts_inside_a_hub_on_a_climb_and_of_two_things_at_once_are_awkward():
    legs = ((2000, 0), (400, 0.05), (2000, 0))
    hubs = one(*legs, path=NINE["path"], burst_w=300)
    assert hubs.shifts > hubs.awkward_shifts > 0
    outside = one(*legs, path=(sprockets([40], [11, 13, 15, 18, 21, 24, 28, 32, 36]),), burst_w=300)
    assert (outside.shifts > 0, outside.awkward_shifts) == (True, 0)
    assert one((5000, 0), path=(sprockets([40], [18]),)).shifts == 0


def test_what_a_maker_says_of_shifting_decides_what_is_awkward():
    legs = ((2000, 0), (400, 0.05), (2000, 0))
    pairing, inside = NINE["path"]

    def awkward(**behaviour) -> int:
        return one(*legs, path=(pairing, {**inside, "behaviour": behaviour}), burst_w=300).awkward_shifts

    assert awkward(shifts_under_load=True) == 0
    assert awkward(shifts_under_load=False) == awkward() > 0
    # From gear 1 up to 4, down the climb's way to 1, and up again: over 2-3 three times.
    for change in (["2-3"], ["3 – 2", "no such gear"]):
        assert awkward(shifts_under_load=True, slow_changes=change) == 3
    assert awkward(shifts_under_load=True, slow_changes=["5-6"]) == 0


def test_one_road_for_every_setup_side_by_side():
    paths = [PATH, (gearbox(0.6, 1, 1.6), sprockets([40], [20])), NINE["path"]]
    together = job(*(setup(*path, name=f"{place}") for place, path in enumerate(paths)), burst_w=260)
    lane = road((3000, 0.02), (200, 0.1), (3000, -0.03), (2000, 0))
    for place, found in enumerate(ride(together, lane).setups):
        [alone] = ride(job(setup(*paths[place], name=f"{place}"), burst_w=260), lane).setups
        assert found.time_s == pytest.approx(alone.time_s, rel=1e-6)
        assert found.strip == alone.strip
    assert ride(job(), lane).setups == []


def test_the_whole_rides_energy_balances():
    both = job(setup(*PATH), burst_w=300)
    lane = road((2000, 0.01), (300, 0.09), (2500, -0.04), (700, 0.03), (500, 0.14), (2000, -0.02))
    found = ridden(both, lane)
    motion, moves = found.motion, found.job.resistance
    work = (motion.wheel_w * motion.time_s(lane)).sum()
    lost = lost_j(lane, moves, motion)
    assert motion.walking.any()
    assert np.abs(lost[~motion.walking]).sum() < 1e-3 * work
    assert motion.rider_w.max() <= 300


def test_the_air_is_that_of_the_roads_own_altitude_where_it_tells():
    bare = {key: value for key, value in ROAD.items() if key != "altitude_m"}
    data = brief(setup(*PATH), load={"bike_kg": 20}, road=bare)
    data["rider"] = {"mass_kg": 80, "power_w": 120, "cadence_rpm": [60, 90]}
    without = validate(Brief, data)

    def flat(**parts):
        return ride(without, profile(validate(Route, {"name": "Lane", **parts})))

    legs = [{"length_m": 10_000, "grade": 0}]
    drawn, high = flat(legs=legs), flat(points=[[0, 2000], [10_000, 2000]])
    assert "road.altitude_m" in [each.where for each in drawn.assumed]
    assert "road.altitude_m" not in [each.where for each in high.assumed]
    # Thinner air is faster, as the job's own figure would make it; which stands before the road's.
    at_2000 = validate(Brief, {**data, "road": {**bare, "altitude_m": 2000}})
    told = ride(at_2000, profile(validate(Route, {"name": "Lane", "legs": legs})))
    assert high.setups[0].time_s == pytest.approx(told.setups[0].time_s, rel=1e-9)
    assert flat(legs=legs, start_m=2000).setups[0].time_s == pytest.approx(told.setups[0].time_s, rel=1e-9)
    assert high.setups[0].time_s < drawn.setups[0].time_s
    sea = validate(Brief, {**data, "road": {**bare, "altitude_m": 0}})
    own = ride(sea, profile(validate(Route, {"name": "Lane", "points": [[0, 2000], [10_000, 2000]]})))
    assert own.setups[0].time_s > drawn.setups[0].time_s


def test_the_riders_work_is_that_at_the_wheel_and_what_the_drive_loses():
    lossy = ({**sprockets([40], [20]), "efficiency": 0.8},)
    found = one((20_000, 0), path=lossy)
    # 120 W all the way, but for the start.
    assert found.work_kj == pytest.approx(0.120 * found.time_s, rel=1e-3)


def test_what_was_spent_comes_back_over_ten_minutes():
    # Two pitches of a step each; a rider with a reserve of 1000 J spends 900 J of it on the first.
    steps = np.array([0, 2])
    for rest_s, granted in ((300, False), (700, True)):
        # 900 J less e^(−t/600) of it are back: 354 J after 300 s, 620 J after 700 s, with the 100 J left.
        found = bursts._granted(steps, np.array([900.0, 600.0]), np.array([1.0, rest_s, 1.0]), 1000.0)
        assert found.tolist() == [True, granted]


def test_two_things_that_move_at_once_are_awkward_on_the_flat_too():
    path = validate(Setup, setup(sprockets([28, 44], [12, 16, 22]))).path
    table = gear_table(validate(Setup, setup(sprockets([28, 44], [12, 16, 22]))), (60, 90))
    label = {gear.choice[0]: place for place, gear in enumerate(table.gears)}
    by_teeth = {
        (option.front, option.rear): label[place] for place, option in enumerate(table.stages[0].options)
    }
    flat, rides = np.zeros(3), np.zeros(3, dtype=bool)
    hub_too = ({**sprockets([40], [16, 22])}, hub(0.6, 1.0))
    both = gear_table(validate(Setup, setup(*hub_too)), (60, 90))
    places = {gear.choice: place for place, gear in enumerate(both.gears)}
    moved = np.array([places[0, 0], places[1, 1], places[1, 1]])
    assert shifts(both, validate(Setup, setup(*hub_too)).path, moved, flat, rides) == (1, 1)
    single = np.array([places[0, 0], places[1, 0], places[1, 0]])
    assert shifts(both, validate(Setup, setup(*hub_too)).path, single, flat, rides) == (1, 0)
    rear_only = np.array([by_teeth[28, 22], by_teeth[28, 16], by_teeth[28, 16]])
    assert shifts(table, path, rear_only, flat, rides) == (1, 0)


def test_all_riding_goes_by_time_and_leaves_out_what_anyone_coasts():
    # 6 km of flat in the band at 5.85 m/s, 1025 s; 500 m of a climb of 5.5 %, a grind of 245 s or so; then
    # down what needs no pedalling at all.
    brief_ = job(setup(*PATH))
    lane = validate(
        Route,
        {
            "name": "Lane",
            "legs": [
                {"length_m": 6000, "grade": 0},
                {"length_m": 500, "grade": 0.055},
                {"length_m": 3000, "grade": -0.08},
            ],
        },
    )
    [found] = coverage(brief_, [lane]).setups
    ridden_ = ride(brief_, profile(lane)).setups[0]
    in_band_s, grinding_s, walking_s, _ = ridden_.seconds
    # The last metres of the flat and of the climb go over into the descent.
    assert found.grinding == pytest.approx(grinding_s / (in_band_s + grinding_s + walking_s), abs=0.02)
    assert found.grinding > 500 / 6500 * 1.5
    assert found.spun_out < 0.02


def test_the_longest_that_is_missed_comes_first_over_all_roads():
    brief_ = job(setup(*PATH))
    lanes = [
        validate(
            Route,
            {
                "name": name,
                "legs": [{"length_m": 2000, "grade": 0}, {"length_m": long, "grade": 0.055}] * 2,
            },
        )
        for name, long in (("Short", 300), ("Long", 900))
    ]
    found = coverage(brief_, lanes)
    [own] = found.setups
    lengths = [each.to_m - each.from_m for each in own.missed]
    assert len(lengths) == 3
    assert lengths == sorted(lengths, reverse=True)
    assert [each.road for each in own.missed[:2]] == ["Long", "Long"]
    # With a gear for every speed all of this is ridden; a wall of 30 % is not.
    assert found.rideable == 1
    wall = validate(
        Route, {"name": "Wall", "legs": [{"length_m": 2000, "grade": 0}, {"length_m": 300, "grade": 0.3}]}
    )
    steep = coverage(brief_, [wall])
    walked_s = 300 / (120 / (100 * 9.80665 * 0.308 / math.hypot(1, 0.3)))
    flat_s = 2000 / conditions(brief_).resistance.speed_mps(120, 0)
    assert steep.rideable == pytest.approx(flat_s / (flat_s + walked_s), abs=0.02)
    # How the time is spread over speeds: the flat's 22.18 km/h but for its start, and the wall on foot.
    assert sum(steep.asked) == pytest.approx(1)
    assert sum(steep.asked[18:23]) == pytest.approx(flat_s / (flat_s + walked_s), abs=0.03)
    assert steep.asked[1] == pytest.approx(walked_s / (flat_s + walked_s), abs=0.03)


def test_a_gear_inside_a_case_is_awkward_on_a_climb_and_not_on_a_descent():
    made = validate(Setup, setup(sprockets([40], [20]), hub(0.6, 1.0)))
    table, gear, rides = gear_table(made, (60, 90)), np.array([0, 1, 1]), np.zeros(3, dtype=bool)
    for grade, awkward in ((0.05, 1), (0.01, 0), (-0.05, 0)):
        assert shifts(table, made.path, gear, np.full(3, grade), rides) == (1, awkward)


def test_below_the_band_too_a_hub_that_shifts_by_itself_does_not_flutter():
    # At 18 km/h the high gear turns the cranks with 51 rpm only, well below a band from 70.
    automatic = {**hub(1.0, 1.3), "change": {"by": "speed", "trigger_kmh": 18}}
    table = gear_table(validate(Setup, setup(sprockets([44], [20]), automatic)), (70, 90))
    shaky = np.concatenate(([17.0, 18.5], 18 + 0.02 * np.sin(np.arange(2000)), [16.6, 16.5]))
    gear = gears_taken(table, shaky / 3.6).gear
    assert np.count_nonzero(np.diff(gear)) == 2
    assert (gear[1], gear[-2], gear[-1]) == (1, 1, 0)


def test_only_a_shift_across_a_slow_change_is_slow():
    inside = {**NINE["path"][1], "behaviour": {"shifts_under_load": True, "slow_changes": ["4-5"]}}
    path = validate(Setup, setup(NINE["path"][0], inside)).path
    table = gear_table(validate(Setup, setup(NINE["path"][0], inside)), (60, 90))

    def awkward(*places) -> int:
        gear = np.array(places)
        return shifts(table, path, gear, np.zeros(len(gear)), np.zeros(len(gear), dtype=bool))[1]

    # From 4 to 5 and back, over both at once; up to 4 and from 5 on it is none.
    assert [awkward(3, 4), awkward(4, 3), awkward(2, 5), awkward(6, 1)] == [1, 1, 1, 1]
    assert [awkward(2, 3), awkward(3, 0), awkward(4, 5), awkward(7, 4), awkward(3, 3)] == [0, 0, 0, 0, 0]
    assert awkward(0, 3, 4, 5, 4, 3) == 2
