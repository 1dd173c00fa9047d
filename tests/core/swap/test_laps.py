"""Rounds of a loop found in a ride: once, several times, with stops, and what is no round."""

import numpy as np
import pytest

from kettledrum.core.rides.channels import Channels
from kettledrum.core.swap.laps import laps
from kettledrum.core.terms.errors import InvalidInput


def ride(*parts, power=None, temperature=None) -> Channels:
    """Parts of so many seconds at so many m/s."""
    speed = np.concatenate([np.full(seconds, float(mps)) for seconds, mps in parts])
    unknown = np.full(len(speed), np.nan)
    return Channels(
        speed_mps=speed,
        cadence_rpm=unknown,
        power_w=unknown if power is None else np.full(len(speed), float(power)),
        elevation_m=unknown,
        temperature_c=unknown if temperature is None else np.full(len(speed), float(temperature)),
    )


def test_once_round_from_the_first_turn_to_the_last():
    (lap,) = laps(ride((60, 0), (1000, 5), (300, 0), power=120, temperature=9), 5000)
    assert (lap.seconds, lap.metres, lap.stood_s) == (1000, 5000, 0)
    assert (lap.power_w, lap.temperature_c) == (120, 9)
    (bare,) = laps(ride((1000, 5)), 5000)
    assert (bare.power_w, bare.temperature_c) == (None, None)


def test_a_stop_counts_and_is_told():
    (lap,) = laps(ride((500, 5), (90, 0), (500, 5)), 5000)
    assert (lap.seconds, lap.stood_s) == (1090, 90)


def test_several_rounds_each_with_its_own_time():
    found = laps(ride((1000, 5), (1250, 4), (100, 0)), 5000)
    assert [lap.seconds for lap in found] == [1000, 1250]
    assert sum(lap.seconds for lap in found) == 2250


def test_a_wheel_that_is_set_a_little_wrong_changes_nothing():
    found = laps(ride((1000, 5), (1000, 5)), 5000 * 1.03)
    assert [lap.seconds for lap in found] == [1000, 1000]


@pytest.mark.parametrize("loop", [5000 / 1.041, 5000 / 0.959, 3500, 50])
def test_what_is_no_round_is_refused(loop):
    with pytest.raises(InvalidInput, match="not once or several times round"):
        laps(ride((1000, 5)), loop)


def test_just_within_is_a_round():
    assert len(laps(ride((1000, 5)), 5000 / 1.039)) == 1
    assert len(laps(ride((1000, 5)), 5000 / 0.961)) == 1


def test_a_ride_that_stands_still_is_refused():
    with pytest.raises(InvalidInput, match="stands still"):
        laps(ride((100, 0.4)), 5000)


def test_speeds_that_were_not_recorded_count_as_standing():
    (lap,) = laps(ride((500, 5), (20, np.nan), (500, 5)), 5000)
    assert (lap.seconds, lap.stood_s) == (1020, 20)
