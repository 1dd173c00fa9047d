"""How power is shared out over a road: against the law of what is held for a time, and as a whole."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import brief, setup, sprockets
from fuzzing import examples
from kettledrum.core.effort.held_power import HeldPower
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.physics.road_load import Resistance
from kettledrum.core.roads.motion import Drives
from kettledrum.core.roads.pacing import LEAST_BETWEEN, climbs, paced
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ridden, ride
from kettledrum.core.terms.validation import validate

HELD = HeldPower(120, 240)
ONE_RING = setup({**sprockets([36], [11, 13, 15, 18, 21, 25, 30, 36, 42, 50]), "efficiency": 1})


def road(*legs):
    drawn = [{"length_m": length, "grade": grade} for length, grade in legs]
    return profile(validate(Route, {"name": "Lane", "legs": drawn}))


def job(**parts) -> Brief:
    data = brief(ONE_RING, load={"bike_kg": 20}, road={"crr": 0.008, "cda_m2": 0.5, **parts})
    data["rider"] = {"mass_kg": 80, "power_w": 120, "burst_w": 240, "cadence_rpm": [60, 90]}
    return validate(Brief, data)


def test_climbs_are_joined_over_short_dips_only():
    found = climbs(road((500, 0), (800, 0.05), (60, -0.01), (400, 0.06), (300, 0), (700, 0.03), (900, 0.01)))
    assert found.max() == 1
    metres = [np.count_nonzero(found == number) for number in (-1, 0, 1)]
    # Steps of ten metres.
    assert metres == [pytest.approx(170, abs=2), pytest.approx(126, abs=2), pytest.approx(70, abs=2)]


def test_a_road_that_is_one_climb_takes_as_long_as_the_pitch_is_told_to():
    # The same pitch in the line-up and as a road: one power, one time.
    told = compare(job(steepest=0.06, steepest_m=4000)).setups[0].climb.on_steepest
    [found] = ride(job(), road((4000, 0.06))).setups
    assert found.time_s == pytest.approx(told.seconds, rel=0.01)
    assert found.work_kj == pytest.approx(told.power_w * told.seconds / 1000, rel=0.01)
    assert 120 < told.power_w < 240


def test_a_climb_is_ridden_with_what_is_held_for_it_and_the_rest_with_less():
    found = ridden(job(), road((40_000, 0), (3000, 0.05), (40_000, 0)))
    powers, times = (
        found.motion.rider_w[0],
        found.motion.time_s(road((40_000, 0), (3000, 0.05), (40_000, 0)))[0],
    )
    climb = slice(4000, 4300)
    seconds = times[climb].sum()
    assert powers[4150] == pytest.approx(HELD.for_s(seconds), rel=0.01)
    assert powers[100] == powers[8000] < 120
    # The whole is that of all day, for a day of some four hours.
    assert times.sum() > 3 * 3600
    assert (powers * times).sum() / times.sum() == pytest.approx(120, rel=0.005)


def test_a_short_ride_is_ridden_with_what_is_held_for_its_time():
    lane = road((6000, 0))
    found = ridden(job(), lane)
    seconds = found.motion.time_s(lane)[0].sum()
    assert found.motion.rider_w[0, 300] == pytest.approx(HELD.for_s(seconds), rel=0.01)


@examples(60)
@given(st.lists(st.tuples(st.floats(100, 6000), st.floats(-0.08, 0.12)), min_size=1, max_size=8))
def test_the_whole_is_conserved_and_nothing_is_beyond_what_is_held(legs):
    lane = road(*legs)
    moves = Resistance(100, 0.008, 0.5, 1.2, 0)
    drives = Drives(np.array([1.0]), np.array([0.1]), np.array([20.0]))
    [powers] = paced(lane, moves, drives, HELD)
    times = lane.step_m / np.array(
        [min(moves.speed_mps(120, each), 50 / 3.6) for each in lane.grade.tolist()]
    )
    found = climbs(lane)
    mean = HELD.for_s(float(times.sum()))
    assert (powers >= LEAST_BETWEEN * mean * 0.97).all()
    for number in range(found.max() + 1):
        of = found == number
        at = np.unique(powers[of])
        assert len(at) == 1
        # A climb is over sooner with more power than that of all day, which is held for longer.
        assert at[0] <= HELD.for_s(float(times[of].sum()) * 120 / 240) * 1.0001 or at[0] <= mean * 1.02
    pedalled = (found >= 0) | (lane.grade > -0.02)
    # Times as they come of those powers, a climb's with power and the flat's with its cube root.
    faster = np.where(found >= 0, powers / 120, np.cbrt(powers / 120))
    taken = (times / faster)[pedalled]
    if len(taken):
        whole = float((powers[pedalled] * taken).sum() / taken.sum())
        assert whole == pytest.approx(
            HELD.for_s(float((times / np.where(pedalled, faster, 1)).sum())), rel=0.04
        )


def test_without_a_power_of_a_minute_it_is_even():
    even = brief(ONE_RING)
    found = ridden(validate(Brief, even), road((500, 0), (2000, 0.05), (500, 0)))
    assert np.unique(found.motion.rider_w).size == 1


def test_between_many_climbs_half_the_mean_is_ridden_at_the_least():
    lane = road(*[(2000, 0.05), (150, 0)] * 10)
    moves = Resistance(100, 0.008, 0.5, 1.2, 0)
    [powers] = paced(lane, moves, Drives(np.array([1.0]), np.array([0.1]), np.array([20.0])), HELD)
    # More than three hours in all: the mean is the power of all day.
    assert powers.min() == pytest.approx(60)
    # All climbs are alike, and what they take beyond the mean is what is saved on the 1.5 km between them.
    [up] = np.unique(np.round(powers[powers > 61], 6))
    assert 120 < up < 125


def test_a_climb_counts_more_and_more_from_one_minute_to_two():
    moves = Resistance(100, 0.008, 0.5, 1.2, 0)
    drive = Drives(np.array([1.0]), np.array([0.1]), np.array([20.0]))
    climbs_at = moves.speed_mps(120, 0.06)
    found = []
    for seconds in (55, 59, 61, 65, 90, 115, 125, 150):
        lane = road((40_000, 0), (seconds * climbs_at, 0.06), (40_000, 0))
        [powers] = paced(lane, moves, drive, HELD)
        found.append(powers[np.flatnonzero(lane.grade > 0.03)[0]])
    # No jump at either limit: some watts for some seconds.
    assert found[0] == pytest.approx(120, abs=1)
    assert found[2] - found[1] < 6
    assert found[6] - found[5] < 22
    assert found[-1] == pytest.approx(HELD.for_s(150 * 120 / found[-1]), rel=0.01)
