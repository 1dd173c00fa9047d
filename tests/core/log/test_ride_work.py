"""What recorded seconds come to: paces, metres climbed, slope, and what looks made up."""

import math

import numpy as np
import pytest

from kettledrum.core.log.work import (
    PACE_STEP,
    STARTING_S,
    climbed_m,
    looks_made_up,
    mean_temperature,
    pace,
    pedalled,
    slope,
)
from kettledrum.core.rides.channels import Channels


def recorded(speed, cadence=70.0, elevation=np.nan, temperature=np.nan) -> Channels:
    speed = np.asarray(speed, float)
    of = [np.broadcast_to(np.asarray(each, float), speed.shape) for each in (cadence, elevation, temperature)]
    return Channels(speed, of[0], np.full(len(speed), np.nan), of[1], of[2])


def test_a_start_is_left_out_and_each_pace_has_its_bin():
    # 20 s of standing, then 100 s at 4 m/s and 50 s at 8 m/s.
    ride = recorded([0.0] * 20 + [4.0] * 100 + [8.0] * 50)
    assert pedalled(ride).sum() == 150 - STARTING_S
    # The last second of standing is second 19: 29 is the tenth after it.
    assert not pedalled(ride)[19 + STARTING_S]
    assert pedalled(ride)[20 + STARTING_S]
    found = pace(ride)
    assert found.first == math.floor(math.log(4) / PACE_STEP)
    assert (found.seconds[0], found.seconds[-1]) == (100 - STARTING_S, 50)
    assert sum(found.seconds) == 150 - STARTING_S
    assert found.first + len(found.seconds) - 1 == math.floor(math.log(8) / PACE_STEP)


@pytest.mark.parametrize(
    ("speed", "cadence", "counts"), [(4, 15, False), (4, 16, True), (0.5, 60, False), (0.6, 60, True)]
)
def test_turning_slowly_counts_on_a_hill_and_standing_never(speed, cadence, counts):
    assert bool(pedalled(recorded([speed] * 60, cadence))[-1]) == counts


def test_a_ride_that_never_stood_has_no_start():
    assert pedalled(recorded([4.0] * 60)).all()
    assert pace(recorded([0.0] * 60)).seconds == []


def test_metres_climbed_without_the_ripple_of_a_sensor():
    at = np.arange(1200)
    assert climbed_m(recorded([5.0] * 1200, elevation=100 + 0.25 * at)) == pytest.approx(0.25 * 1185, abs=1)
    # A metre up and down every ten seconds is noise, twenty every ten minutes are a hill.
    assert climbed_m(recorded([5.0] * 1200, elevation=np.sin(at * 2 * math.pi / 10))) == pytest.approx(0)
    hills = 10 * np.cos(at * 2 * math.pi / 600)
    assert climbed_m(recorded([5.0] * 1200, elevation=hills)) == pytest.approx(40, abs=2)
    assert climbed_m(recorded([5.0] * 60)) is None


def test_a_slope_is_rise_over_run_and_unknown_without_either():
    at = np.arange(600)
    up = recorded([5.0] * 600, elevation=100 + 0.05 * 5 * at)
    assert slope(up) == pytest.approx(np.full(600, 0.05))
    # Standing in between changes nothing.
    stood = np.concatenate([np.full(300, 5.0), np.zeros(100), np.full(300, 5.0)])
    assert slope(recorded(stood, elevation=100 - 0.04 * np.cumsum(stood))) == pytest.approx(
        np.full(700, -0.04), abs=1e-3
    )
    assert np.isnan(slope(recorded([5.0] * 600))).all()
    assert np.isnan(slope(recorded([0.0] * 600, elevation=100.0))).all()


@pytest.mark.parametrize(
    ("same", "seconds", "made_up"),
    [(0.7, 1000, True), (0.5, 1000, False), (1.0, 300, False), (1.0, 301, True)],
)
def test_a_speed_that_stands_still_is_of_no_road(same, seconds, made_up):
    chance = np.random.default_rng(4)
    changes = np.where(chance.random(seconds) < same, 0.0, 0.1)
    assert looks_made_up(recorded(5 + np.cumsum(changes))) == made_up


def test_the_mean_temperature_of_what_is_recorded():
    assert mean_temperature(recorded([5.0] * 4, temperature=[10, np.nan, 14.06, np.nan])) == 12.0
    assert mean_temperature(recorded([5.0] * 4)) is None


def test_a_standstill_of_the_first_second_is_a_start():
    ride = recorded([0.0] + [4.0] * 59)
    assert not pedalled(ride)[: STARTING_S + 1].any()
    assert pedalled(ride)[STARTING_S + 1 :].all()
