"""One ride as it is drawn, and a hub that is taken as a part by the gears found on the road."""

import numpy as np
import pytest

from examples import gearbox, hub, setup, sprockets
from kettledrum.core.log.hub_found import MOST_FOUND, hub_found, per_turn_m
from kettledrum.core.log.one_ride import MOST_MARKS, one_ride
from kettledrum.core.parts.setup import Setup
from kettledrum.core.rides.channels import Channels
from kettledrum.core.rides.found_result import FoundGear
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

ROUND_M = 2.21796
"""42 × 21 on a wheel of 706 mm: 4.436 m a turn of the cranks at 1:1 behind it."""


def of(*path) -> Setup:
    return validate(Setup, setup(*(path or (sprockets([42], [21]), hub(0.5, 1.0, 2.0)))))


def ridden(speed, cadence, elevation=None, power=None) -> Channels:
    none = np.full(len(speed), np.nan)
    return Channels(
        np.asarray(speed, float),
        np.asarray(cadence, float),
        none if power is None else np.asarray(power, float),
        none if elevation is None else np.asarray(elevation, float),
        none,
    )


def test_gear_way_and_coasting_second_by_second():
    # Two minutes in each of the gears at 60 turns a minute, then half a minute of rolling.
    metres = [gear * 2 * ROUND_M for gear in (0.5, 1.0, 2.0)]
    speed = np.concatenate([*(np.full(120, each) for each in metres), np.full(30, 6.0)])
    cadence = np.concatenate([np.full(360, 60.0), np.zeros(30)])
    found = one_ride(ridden(speed, cadence), of(), (60, 88))
    assert len(found.km) == 390
    assert [each.label for each in found.gears] == ["1", "2", "3"]
    assert [each.development_m for each in found.gears] == pytest.approx(metres, rel=2e-3)
    assert [found.gear[at] for at in (5, 110, 130, 230, 250, 350)] == [0, 0, 1, 1, 2, 2]
    assert found.development_m[60] == pytest.approx(metres[0], abs=2e-3)
    assert found.gear[370] is None
    assert found.development_m[370] is None
    assert (found.coasting[200], found.coasting[370]) == (False, True)
    # After a minute it has come 60 turns of the first gear; all in all 120 of each, and 180 m.
    assert found.km[59] == pytest.approx(60 * metres[0] / 1000, abs=1e-4)
    assert found.km[-1] == pytest.approx((120 * sum(metres) + 180) / 1000, abs=1e-4)
    assert found.minutes[60] == 1.0
    assert found.speed_kmh[0] == pytest.approx(metres[0] * 3.6, abs=0.05)
    assert (found.cadence_rpm[0], found.cadence_rpm[370]) == (60, 0)
    assert set(found.power_w) == set(found.elevation_m) == set(found.slope) == {None}


@pytest.mark.parametrize(
    ("speed", "cadence", "rolls"),
    [(0.4, 0, False), (0.5, 0, False), (0.6, 0, True), (0.6, 1, True), (6, 2, False)],
)
def test_rolling_is_moving_without_turning(speed, cadence, rolls):
    found = one_ride(ridden(np.full(100, speed), np.full(100, cadence)), of(), (60, 88))
    assert set(found.coasting) == {rolls}


def test_a_slope_and_a_meter_are_drawn_where_they_are_recorded():
    at = np.arange(600)
    ride = ridden(np.full(600, 5.0), np.full(600, 60.0), 100 + 0.04 * 5 * at, np.full(600, 151.4))
    found = one_ride(ride, of(), (60, 88))
    assert found.slope[300] == pytest.approx(0.04, abs=1e-4)
    assert found.elevation_m[300] == pytest.approx(160)
    assert set(found.power_w) == {151}


def test_a_long_ride_is_drawn_by_as_many_places_as_a_screen_has():
    long = one_ride(ridden(np.full(7200, 5.0), np.full(7200, 60.0)), of(), (60, 88))
    assert len(long.km) == MOST_MARKS
    assert (long.minutes[0], long.minutes[-1]) == (0, pytest.approx(7199 / 60, abs=1e-3))


def gear(metres, share, width=0.01) -> FoundGear:
    return FoundGear(development_m=metres, share=share, width=width)


def test_the_gears_held_most_are_taken_from_the_lowest_up():
    found = [gear(2.0, 0.3), gear(3.0, 0.05), gear(4.0, 0.4, 0.02), gear(6.0, 0.25)]
    part = hub_found(found, 3, 4.0, "the hub")
    assert [each.ratio for each in part.gears.definite] == [0.5, 1.0, 1.5]
    assert "0.5 ± 1.0 %, 1 ± 2.0 %, 1.5 ± 1.0 %" in part.notes
    assert hub_found(found, 4, 4.0, "the box", "gearbox").kind == "gearbox"
    assert [each.ratio for each in hub_found(found, 1, 4.0, "the hub").gears.definite] == [1.0]


@pytest.mark.parametrize(
    ("count", "words"),
    [
        (0, f"from 1 to {MOST_FOUND}"),
        (MOST_FOUND + 1, f"from 1 to {MOST_FOUND}"),
        (3, "must be at most 2: only 2 gears show in the rides"),
    ],
)
def test_more_gears_than_show_are_refused(count, words):
    with pytest.raises(InvalidInput, match=words):
        hub_found([gear(2.0, 0.5), gear(4.0, 0.5)], count, 4.0, "the hub")


def test_a_turn_of_the_cranks_with_all_inside_at_one_to_one():
    assert per_turn_m(of()) == pytest.approx(2 * ROUND_M, rel=1e-5)
    both = of(gearbox(0.5, 1.5), sprockets([30], [20]), hub(0.7, 1.4))
    assert per_turn_m(both) == pytest.approx(1.5 * ROUND_M, rel=1e-5)
