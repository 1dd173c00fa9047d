"""What a measured difference means: against the ride model run with that efficiency, and rolling by steps."""

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.route import Route
from kettledrum.core.job.swap_test import Slope, SwapTest
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.physics.road_load import GRAVITY, Resistance
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ride
from kettledrum.core.swap.answer import swap_answer
from kettledrum.core.swap.coast_down import crr_of, roll_out_m, roll_s
from kettledrum.core.swap.meaning import MOST_EFFICIENT, swap_meaning, time_follows_power
from kettledrum.demo import honey_round

JOB = honey_round()
FIRST, SECOND = (
    next(setup for setup in JOB.setups if setup.name == name)
    for name in ("Eight-speed hub", "Fourteen-speed hub")
)
LOOP = JOB.road.routes[0]


def a_test(share, measured="time", scatter=0.001, **parts):
    """Two riders, twice on each bike: the second takes so much more, and chance some of it."""
    rows, place = [], 0
    for turn in (1, -1):
        for rider, base in (("one", 1000), ("two", 1200)):
            for bike in ("First", "Second"):
                value = base * (1 + share if bike == "Second" else 1) * (1 + turn * scatter)
                place += 1
                rows.append({"run": place, "rider": rider, "bike": bike, "value": value})
    return SwapTest.model_validate(
        {
            "name": "x",
            "measured": measured,
            "bikes": ["First", "Second"],
            "riders": ["one", "two"],
            "runs": rows,
            **parts,
        }
    )


def meaning(test, job=JOB, setups=None):
    known = {"First": FIRST, "Second": SECOND} if setups is None else setups
    return swap_meaning(test, swap_answer(test), job, known)


def timed(setup):
    return ride(JOB.model_copy(update={"setups": [setup], "reference": None}), profile(LOOP)).setups[0].time_s


def with_efficiency(setup, taken):
    path = list(setup.path)
    path[taken.stage] = path[taken.stage].model_copy(update={"efficiency": taken.efficiency})
    return setup.model_copy(update={"path": path})


def test_time_becomes_efficiency_as_the_ride_model_has_it():
    found = meaning(a_test(0.03, loop=LOOP.name))
    # Ridden with that efficiency, the same setup is as much slower on that loop.
    own = path_efficiency(FIRST.path).typical
    less = FIRST.model_copy(
        update={
            "path": [
                FIRST.path[0],
                FIRST.path[1].model_copy(
                    update={
                        "efficiency": found.efficiency * own / path_efficiency(FIRST.path[:1]).typical,
                    }
                ),
            ]
        }
    )
    assert timed(less) / timed(FIRST) == pytest.approx(1.03, abs=0.002)
    low, high = found.efficiency_interval
    assert low < found.efficiency < high < 1
    assert found.assumed == pytest.approx(path_efficiency(SECOND.path).typical / own)


def test_time_follows_power_between_nothing_and_all_of_it():
    assert -1 < time_follows_power(JOB, FIRST, LOOP) < -0.2


def test_speed_is_time_the_other_way_round():
    slower = meaning(a_test(1 / 1.03 - 1, measured="speed", loop=LOOP.name))
    assert slower.efficiency == pytest.approx(meaning(a_test(0.03, loop=LOOP.name)).efficiency)


def test_power_at_one_speed_is_efficiency_itself():
    assert meaning(a_test(0.05, measured="power")).efficiency == pytest.approx(1 / 1.05)


def test_it_says_whether_the_job_agrees():
    assert "which it speaks against" in meaning(a_test(0.2, measured="power", scatter=0.0001)).says
    assert "which is within it" in meaning(a_test(0.0, measured="power", scatter=0.3)).says


def test_what_is_taken_over_makes_the_path_as_measured():
    found = meaning(a_test(0.05, measured="power"))
    changed = with_efficiency(SECOND, found.take)
    assert path_efficiency(changed.path).typical / path_efficiency(FIRST.path).typical == pytest.approx(
        found.efficiency, abs=2e-4
    )
    spread = found.take.efficiency
    assert spread.low < spread.typical < spread.high
    assert SECOND.path[found.take.stage].kind == "hub"
    # A second bike so much better than all there is lets nothing be taken over.
    better = meaning(a_test(-0.3, measured="power"))
    assert better.take is None
    assert "No drive is like that" in better.says
    just = meaning(a_test(-0.05, measured="power", scatter=0.2))
    assert just.take is None or just.take.efficiency.high <= MOST_EFFICIENT


def test_what_is_missing_is_said():
    assert meaning(a_test(0.02)).says.startswith("Which road the loop is is not known")
    assert "The road “Nowhere”" in meaning(a_test(0.02, loop="Nowhere")).says
    assert "Which setup “Second” is" in meaning(a_test(0.02, loop=LOOP.name), setups={"First": FIRST}).says
    assert "cannot be turned" in meaning(a_test(0.02, measured="effort")).says
    assert "How steep" in meaning(a_test(0.02, measured="rolling time")).says
    nothing = a_test(0.02).model_copy(update={"runs": []})
    assert meaning(nothing) is None


MOVES = Resistance(mass_kg=95, crr=0.008, cda_m2=0.55, density=1.2, wind_mps=0)
SLOPE = Slope(grade=0.05, length_m=120)


def rolled(moves, slope):
    """Rolling in steps of a millisecond: the time down the slope, and the way on the level behind it."""
    speed = way = seconds = 0.0
    step, resting = 0.001, False
    time = None
    while not resting:
        along = slope.grade if way < slope.length_m else 0.0
        force = moves.mass_kg * GRAVITY * (along - moves.crr) / math.hypot(1, along)
        force -= 0.5 * moves.density * moves.cda_m2 * speed**2
        speed += force / moves.mass_kg * step
        way += max(speed, 0) * step
        seconds += step
        if time is None and way >= slope.length_m:
            time = seconds
        resting = speed <= 0
    return time, way - slope.length_m


def test_the_closed_form_against_rolling_in_steps():
    seconds, metres = rolled(MOVES, SLOPE)
    assert roll_s(MOVES, SLOPE) == pytest.approx(seconds, rel=2e-3)
    assert roll_out_m(MOVES, SLOPE) == pytest.approx(metres, rel=5e-3)


def test_what_does_not_roll_has_no_time():
    flat = Slope(grade=0.006, length_m=50)
    assert roll_s(MOVES, flat) is None
    assert roll_out_m(MOVES, flat) is None
    assert crr_of(MOVES, flat, 1.1, distance=False) is None


def test_a_long_slope_is_rolled_at_the_last_speed():
    long = Slope(grade=0.3, length_m=2000)
    light = replace(MOVES, mass_kg=20, cda_m2=3)
    assert roll_s(light, long) == pytest.approx(
        2000 / math.sqrt(20 * GRAVITY * (0.3 - 0.008) / math.hypot(1, 0.3) / (0.5 * 1.2 * 3)), rel=0.02
    )


@given(crr=st.floats(0.002, 0.02), other=st.floats(0.002, 0.02), distance=st.booleans())
def test_rolling_resistance_is_found_again(crr, other, distance):
    figure = roll_out_m if distance else roll_s
    first, second = replace(MOVES, crr=crr), replace(MOVES, crr=other)
    ratio = figure(second, SLOPE) / figure(first, SLOPE)
    assert crr_of(first, SLOPE, ratio, distance=distance) == pytest.approx(other, rel=1e-6)


def test_a_roll_is_told_as_rolling_resistance():
    own = conditions(JOB).resistance
    slow = roll_s(replace(own, crr=own.crr * 1.5), SLOPE) / roll_s(own, SLOPE)
    found = meaning(a_test(slow - 1, measured="rolling time", slope=SLOPE.model_dump()), setups={})
    assert found.crr_first == own.crr
    assert found.crr == pytest.approx(own.crr * 1.5, rel=1e-3)
    assert found.crr_interval[0] < found.crr < found.crr_interval[1]
    low, high = found.crr_interval
    assert f"has {found.crr:.4f}, between {low:.4f} and {high:.4f}, where" in found.says
    assert found.take is None
    far = meaning(a_test(-0.2, measured="rolling distance", slope=SLOPE.model_dump()), setups={})
    assert far.crr > own.crr
    none = meaning(a_test(-0.9, measured="rolling time", slope=SLOPE.model_dump()), setups={})
    assert none.crr is None
    assert "alone does not explain it" in none.says


@pytest.mark.parametrize("values", [(1, 1e6, 1e6, 1), (1, 1e6, 1e5, 3), (1e-6, 1e6, 1, 1e6)])
@pytest.mark.parametrize("measured", ["time", "power", "speed", "rolling time"])
def test_the_widest_scatter_is_answered(values, measured):
    rows = [
        {"run": place + 1, "rider": "one", "bike": ("First", "Second")[place % 2], "value": value}
        for place, value in enumerate(values)
    ]
    test = a_test(0.0, measured=measured, loop=LOOP.name, slope=SLOPE.model_dump())
    wild = SwapTest.model_validate({**test.model_dump(exclude_unset=True), "runs": rows})
    found = meaning(wild)
    assert found.says
    assert found.take is None


def test_a_loop_all_downhill_tells_nothing_of_a_drive():
    down = Route.model_validate(
        {"name": "Down", "start_m": 900, "legs": [{"length_m": 3000, "grade": -0.15}]}
    )
    road = JOB.road.model_copy(update={"routes": [down]})
    found = meaning(a_test(0.02, loop="Down"), job=JOB.model_copy(update={"road": road}))
    assert found.efficiency is None
    assert "hardly follows power" in found.says
