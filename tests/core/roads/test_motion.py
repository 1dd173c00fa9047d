"""Riding along a road, held against the equation of motion stepped through time, and its energy balance."""

import math

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from fuzzing import examples
from kettledrum.core.physics.road_load import BRAKED_KMH, GRAVITY, WALKING_KMH, Resistance
from kettledrum.core.roads.motion import Drives, Motion, Way
from kettledrum.core.roads.profile import Profile
from kettledrum.core.roads.sweeps import BLOCK_STEPS, GAIN
from riding import lost_j, step_by_step

WALK, TOP = 1.39, 9.0


def evenly(power_w, road, riders):
    return np.full((len(riders.top_mps), len(road.step_m)), power_w)


def hills(length_m: float, high: float = 1.0) -> Profile:
    at = np.arange(0, length_m + 1, 10.0)
    return Profile(at, 300 + high * (20 * np.sin(at / 300) + 4 * np.sin(at / 60) + 30 * np.sin(at / 900)))


def resistance(wind: float = 0) -> Resistance:
    return Resistance(mass_kg=113, crr=0.006, cda_m2=0.55, density=1.18, wind_mps=wind)


def drives(*efficiencies: float, top: float = TOP) -> Drives:
    count = len(efficiencies)
    return Drives(np.array(efficiencies), np.full(count, WALK), np.full(count, top))


def moved(road: Profile, moves: Resistance, riders: Drives, power_w: float) -> Motion:
    return Way(road, moves, riders, evenly(power_w, road, riders)).motion()


def weights(way: Way) -> list[list[float]]:
    """The weights that the ends of steps were given: they are a choice of the method, not of the ride."""
    return (0.5 / way._along(way.sweeps.given[GAIN])).tolist()


def stepped_through_time(road: Profile, moves: Resistance, efficiency: float, power_w: float, step_s=0.01):
    """Time in s and work in J at the tyre: dv/dt = P/(m·v) − a − c·u·|u|, a hundred times a second."""
    mass, grades, ends = moves.mass_kg, road.grade.tolist(), road.distance_m[1:].tolist()
    at, speed, seconds, work = 0.0, 0.05, 0.0, 0.0
    for grade, end in zip(grades, ends, strict=True):
        slope = GRAVITY * (grade + moves.crr) / math.hypot(1, grade)
        rideable = power_w * efficiency >= WALK * (mass * slope + moves.drag_n(WALK))
        while at < end:
            power = power_w * efficiency if speed < TOP else 0.0
            if speed < WALK and not rideable:
                speed, power = min(WALKING_KMH / 3.6, power_w / mass / max(slope, 1e-3)), 0.0
            else:
                gain = power / max(speed, 0.05) / mass - slope - moves.drag_n(speed) / mass
                speed = min(max(speed + gain * step_s, 0.01), BRAKED_KMH / 3.6)
            at, seconds, work = at + speed * step_s, seconds + step_s, work + power * step_s
    return seconds, work


@pytest.mark.parametrize("wind", [0, 3, -4])
@pytest.mark.parametrize("high", [0.5, 1.0])
def test_times_and_work_are_those_of_the_equation_of_motion(wind, high):
    road, moves = hills(3000, high), resistance(wind)
    found = moved(road, moves, drives(0.93), 125.0)
    seconds, work = stepped_through_time(road, moves, 0.93, 125)
    times = found.time_s(road)
    assert times.sum() == pytest.approx(seconds, rel=0.01)
    ridden = ~found.walking
    assert (found.wheel_w * times)[ridden].sum() == pytest.approx(work, rel=0.02)


@pytest.mark.parametrize("wind", [0, 4, -6])
def test_what_goes_in_comes_out(wind):
    road, moves = hills(20_000), resistance(wind)
    found = moved(road, moves, drives(0.9, 0.95), 130.0)
    lost, work = lost_j(road, moves, found), (found.wheel_w * found.time_s(road)).sum()
    # Where brakes are not used and nobody gets off, none is lost or found; elsewhere none is found.
    fast = found.kinetic > 0.9999 * 0.5 * (BRAKED_KMH / 3.6) ** 2
    free = ~(fast | found.walking)
    assert np.abs(lost[free]).sum() < 1e-3 * work
    assert lost.min() > -1.5
    assert lost[fast].sum() > 0.01 * work


@pytest.mark.parametrize("wind", [0, 3, -4])
def test_sweeping_blocks_side_by_side_is_going_step_by_step(wind):
    road, moves = hills(4000), resistance(wind)
    way = Way(road, moves, drives(0.93, 0.8), np.full((2, len(road.step_m)), 125.0))
    found = way.motion()
    assert found.walking.any()
    for drive, share in enumerate((0.93, 0.8)):
        energies, _ = step_by_step(road, moves, share, WALK, TOP, [125.0] * 400, weights(way)[drive])
        assert found.kinetic[drive] == pytest.approx(energies, rel=2e-4, abs=2e-4)


@examples(25)
@given(
    grades=st.lists(
        st.sampled_from([-0.2, -0.08, -0.03, 0, 0.02, 0.06, 0.12, 0.25]), min_size=4, max_size=12
    ),
    seed=st.integers(0, 10_000),
    wind=st.sampled_from([0, 0, 2, 6, -2, -5, -12]),
    mass_kg=st.sampled_from([60, 113, 300]),
    top=st.floats(3, 12),
)
def test_any_road_in_any_wind_is_ridden_step_by_step(grades, seed, wind, mass_kg, top):
    pick = np.random.default_rng(seed)
    steps = pick.integers(2, 30, len(grades))
    lengths = pick.uniform(0.5, 25, steps.sum())
    at = np.concatenate(([0.0], np.cumsum(lengths)))
    slopes = np.repeat(grades, steps)
    road = Profile(at, 300 + np.concatenate(([0.0], np.cumsum(lengths * slopes / np.hypot(1, slopes)))))
    moves = Resistance(mass_kg, 0.008, 0.6, 1.2, wind)
    riders = Drives(np.array([0.9]), np.array([WALK]), np.array([top]))
    powers = np.where(pick.random((1, len(lengths))) < 0.2, 280.0, 110.0)
    way = Way(road, moves, riders, evenly(110.0, road, riders))
    way.roughly()
    way.take(powers)
    found = way.motion()
    [omegas] = weights(way)
    energies, nearest = step_by_step(road, moves, 0.9, WALK, top, powers[0].tolist(), omegas)
    # Whoever is that near to getting off may do so or not.
    assume(nearest > 1e-3)
    assert found.kinetic[0] == pytest.approx(energies, rel=1e-3, abs=1e-3)


@pytest.mark.parametrize("steps", [1, BLOCK_STEPS - 1, BLOCK_STEPS, BLOCK_STEPS + 1, 201])
def test_what_comes_later_changes_nothing_of_what_was(steps):
    road, moves = hills(4000), resistance()
    whole = moved(road, moves, drives(0.93), 125.0)
    part = Profile(road.distance_m[: steps + 1], road.elevation_m[: steps + 1])
    found = moved(part, moves, drives(0.93), 125.0)
    assert found.speed_mps[0] == pytest.approx(whole.speed_mps[0, :steps], rel=2e-4)


@pytest.mark.parametrize("roughly", [True, False])
def test_a_change_of_power_is_taken_over_whether_or_not_the_ride_before_was_finished(roughly):
    road, moves, shares = hills(5000), resistance(), (0.93, 0.9)
    changed = np.full((2, len(road.step_m)), 125.0)
    changed[1, 120:150] = 260
    way = Way(road, moves, drives(*shares), np.full((len(shares), len(road.step_m)), 125.0))
    before = way.roughly() if roughly else way.motion().speed_mps
    way.take(changed)
    after = way.motion()
    assert after.rider_w is changed
    for drive, (share, omegas) in enumerate(zip(shares, weights(way), strict=True)):
        energies, _ = step_by_step(road, moves, share, WALK, TOP, changed[drive].tolist(), omegas)
        assert after.kinetic[drive] == pytest.approx(energies, rel=2e-4, abs=2e-4)
    # About right is near, for all of the road.
    assert before[0] == pytest.approx(after.speed_mps[0], rel=0.2)


def test_a_long_flat_is_ridden_at_the_steady_speed():
    road, moves = Profile(np.arange(0, 3001, 10.0), np.zeros(301)), resistance()
    found = moved(road, moves, drives(0.93, top=20), 125.0)
    assert found.speed_mps[0, -1] == pytest.approx(moves.speed_mps(125 * 0.93, 0), rel=1e-4)


def test_where_legs_cannot_follow_they_are_still_and_momentum_carries_over_a_short_rise():
    at = np.arange(0, 1011, 10.0)
    dip = Profile(at, np.interp(at, [0, 500, 540, 1010], [25, 0, 4, 4]))
    found = moved(dip, resistance(), drives(0.93), 125.0)
    # Down 5 % faster than the legs can go, without power.
    assert found.speed_mps[0, 40] > TOP
    assert found.wheel_w[0, 40] == 0
    # 10 % for 40 m takes 9.81 · 4 = 39 J/kg; (10 m/s)²/2 = 50 J/kg carry over it, where 125 W go 1.1 m/s.
    assert resistance().speed_mps(125 * 0.93, 0.1) < WALK
    assert not found.walking.any()
