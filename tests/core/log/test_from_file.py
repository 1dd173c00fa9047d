"""A ride out of what a file recorded: its length, its day, what is told and what is asked."""

from datetime import UTC, datetime

import numpy as np
import pytest

from kettledrum.core.log.from_file import from_file
from kettledrum.core.rides.channels import Channels
from kettledrum.core.terms.errors import InvalidInput

BEGAN = datetime(2026, 5, 1, 7, tzinfo=UTC)


def recorded(speed, power=np.nan, cadence=70.0, height=300.0, warmth=12.0) -> Channels:
    speed = np.array(speed, dtype=float)

    def row(value):
        return np.full(len(speed), float(value))

    return Channels(speed, row(cadence), row(power), row(height), row(warmth))


def ride(channels, length=0.0, began=BEGAN, trainer=False):
    return from_file(channels, length, began, "x.fit", trainer=trainer)


def test_a_hundred_metres_are_a_ride_and_less_is_none():
    assert ride(recorded([5.0] * 20)).ride.km == 0.1
    with pytest.raises(InvalidInput, match="shorter than 100 m"):
        ride(recorded([5.0] * 19))
    with pytest.raises(InvalidInput, match="neither speed nor distance"):
        ride(recorded([0.0] * 600))


def test_what_the_recorder_says_counts_where_it_is_more():
    found = ride(recorded([5.0] * 200), 3000)
    assert found.ride.km == 3
    assert any("recorder’s own distance counts" in each for each in found.told)
    assert ride(recorded([5.0] * 200), 900).ride.km == 1
    # Two in a hundred and 200 m are no gap.
    assert ride(recorded([5.0] * 200), 1220).told == []


def test_nobody_rides_so_fast():
    with pytest.raises(InvalidInput, match=r"20\.4 km in 599 seconds is no ride"):
        ride(recorded([34.0] * 600))
    with pytest.raises(InvalidInput, match=r"0\.2 km in 1 second is no ride"):
        ride(recorded([200.0]))
    assert ride(recorded([33.0] * 600)).ride.km == 19.8


def test_another_sport_is_asked_about():
    channels = recorded([5.0, 6.0, 4.0] * 40)
    found = from_file(channels, 0.0, BEGAN, "x.fit", trainer=False, other_sport="alpine_skiing")
    assert found.asks == "The file says that it was alpine skiing, not cycling. Count it as a ride?"
    assert ride(channels).asks is None


def test_what_is_missing_is_told():
    assert ride(recorded([5.0] * 100, cadence=np.nan)).told == [
        "no cadence is recorded: the gears cannot be told"
    ]
    gap = [5.0] * 100 + [np.nan] * 61
    assert ride(recorded(gap)).told == ["speed is missing for 61 seconds in all"]
    assert ride(recorded([5.0] * 100 + [np.nan] * 60)).told == []
    blind = ride(recorded([np.nan] * 100, power=150), 500)
    assert "there is power without speed" in blind.told
    assert "there is power without speed" not in ride(recorded([np.nan] * 100), 500).told


def test_its_day_is_that_of_the_zone_it_is_given_in():
    late = datetime.fromisoformat("2026-05-01T23:30:00-05:00")
    found = ride(recorded([5.0] * 100), began=late).ride
    assert str(found.on) == "2026-05-01"
    assert found.began == "2026-05-02T04:30:00Z"


def test_temperature_is_kept_where_it_can_be():
    assert ride(recorded([5.0] * 100)).ride.temperature_c == 12
    assert ride(recorded([5.0] * 100, warmth=60)).ride.temperature_c is None
    assert ride(recorded([5.0] * 100, warmth=np.nan)).ride.temperature_c is None


def test_a_trainer_and_a_speed_that_stands_still_are_asked_about():
    wavers = 5 + np.random.default_rng(1).normal(0, 0.05, 600)
    assert ride(recorded(wavers)).asks is None
    assert "trainer" in ride(recorded(wavers), trainer=True).asks
    assert "hardly changes" in ride(recorded([5.0] * 400)).asks
    # Of five minutes nobody can tell.
    assert ride(recorded([5.0] * 300)).asks is None
