"""Riding along a road, held against the equation of motion stepped through time, and its energy balance."""

import math

import numpy as np
import pytest

from kettledrum.core.motion import BRAKED_KMH, WALKING_KMH, Drives, moved
from kettledrum.core.profile import Profile
from kettledrum.core.road_load import GRAVITY, Resistance

WALK, TOP = 1.39, 9.0


def hills(length_m: float, high: float = 1.0) -> Profile:
    at = np.arange(0, length_m + 1, 10.0)
    return Profile(at, 300 + high * (20 * np.sin(at / 300) + 4 * np.sin(at / 60) + 30 * np.sin(at / 900)))


def resistance(wind: float = 0) -> Resistance:
    return Resistance(mass_kg=113, crr=0.006, cda_m2=0.55, density=1.18, wind_mps=wind)


def drives(*efficiencies: float, top: float = TOP) -> Drives:
    count = len(efficiencies)
    return Drives(np.array(efficiencies), np.full(count, WALK), np.full(count, top))


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
    found = moved(road, moves, drives(0.93), np.full((1, len(road.step_m)), 125.0))
    seconds, work = stepped_through_time(road, moves, 0.93, 125)
    times = found.time_s(road)
    assert times.sum() == pytest.approx(seconds, rel=0.01)
    ridden = ~found.walking
    assert (found.wheel_w * times)[ridden].sum() == pytest.approx(work, rel=0.02)


@pytest.mark.parametrize("wind", [0, 4, -6])
def test_what_goes_in_comes_out(wind):
    road, moves = hills(20_000), resistance(wind)
    found = moved(road, moves, drives(0.9, 0.95), np.full((2, len(road.step_m)), 130.0))
    work = (found.wheel_w * found.time_s(road)).sum(axis=1)
    climbed = moves.mass_kg * GRAVITY * (road.elevation_m[-1] - road.elevation_m[0])
    rolled = moves.mass_kg * GRAVITY * moves.crr * (road.step_m / np.hypot(1, road.grade)).sum()
    drag = np.array([[moves.drag_n(v) for v in row] for row in found.speed_mps.tolist()]) @ road.step_m
    kept = moves.mass_kg * found.kinetic[:, -1]
    out = climbed + rolled + drag + kept + found.braked_j.sum(axis=1)
    assert work == pytest.approx(out, rel=1e-3)
    # Nothing is made good in the brakes: where none are used, none is lost or found.
    fast = found.speed_mps > 0.95 * BRAKED_KMH / 3.6
    stopped = found.walking
    free = ~(fast | stopped)
    assert np.abs(found.braked_j[free]).sum() < 1e-3 * work.sum()
    assert found.braked_j.min() > -1


def test_blocks_side_by_side_are_the_ride_step_by_step():
    road, moves = hills(4000), resistance()
    power = np.full((1, len(road.step_m)), 125.0)
    whole = moved(road, moves, drives(0.93), power)
    for steps in (37, 201, 399):
        part = Profile(road.distance_m[: steps + 1], road.elevation_m[: steps + 1])
        found = moved(part, moves, drives(0.93), power[:, :steps])
        assert found.speed_mps[0] == pytest.approx(whole.speed_mps[0, :steps], rel=1e-4)


def test_a_change_of_power_is_taken_over_from_the_ride_before():
    road, moves = hills(5000), resistance()
    power = np.full((2, len(road.step_m)), 125.0)
    before = moved(road, moves, drives(0.93, 0.9), power)
    power = power.copy()
    power[1, 120:150] = 260
    after = moved(road, moves, drives(0.93, 0.9), power, before=before)
    anew = moved(road, moves, drives(0.93, 0.9), power)
    assert after.speed_mps == pytest.approx(anew.speed_mps, rel=1e-4)
    assert after.speed_mps[0] == pytest.approx(before.speed_mps[0])


def test_a_long_flat_is_ridden_at_the_steady_speed():
    road, moves = Profile(np.arange(0, 3001, 10.0), np.zeros(301)), resistance()
    found = moved(road, moves, drives(0.93, top=20), np.full((1, 300), 125.0))
    assert found.speed_mps[0, -1] == pytest.approx(moves.speed_mps(125 * 0.93, 0), rel=1e-4)


def test_where_legs_cannot_follow_they_are_still_and_momentum_carries_over_a_short_rise():
    at = np.arange(0, 1011, 10.0)
    dip = Profile(at, np.interp(at, [0, 500, 540, 1010], [25, 0, 4, 4]))
    found = moved(dip, resistance(), drives(0.93), np.full((1, 101), 125.0))
    # Down 5 % faster than the legs can go, without power.
    assert found.speed_mps[0, 40] > TOP
    assert found.wheel_w[0, 40] == 0
    # 10 % for 40 m takes 9.81 · 4 = 39 J/kg; (10 m/s)²/2 = 50 J/kg carry over it, where 125 W go 1.1 m/s.
    assert resistance().speed_mps(125 * 0.93, 0.1) < WALK
    assert not found.walking.any()
