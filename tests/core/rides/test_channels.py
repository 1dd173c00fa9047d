"""What a computer recorded, brought to one figure a second: gaps, slips, the order of records."""

import numpy as np
import pytest

from kettledrum.core.rides.channels import Channels, Records, channels, where
from kettledrum.core.terms.errors import InvalidInput


def of(at, **rows):
    return channels(Records(at=list(map(float, at)), **rows))


def test_records_between_seconds_lie_on_straight_lines():
    ride = of([10, 12, 13], speed_mps=[4, 6, 9], power_w=[100, None, 160])
    assert ride.seconds == 4
    assert ride.speed_mps.tolist() == [4, 5, 6, 9]
    # Three seconds without power are not too long for what lies between.
    assert ride.power_w.tolist() == [100, 120, 140, 160]
    assert np.isnan(ride.cadence_rpm).all()


def test_records_out_of_order_are_put_in_order():
    ride = of([2, 0, 1], speed_mps=[6, 4, 5], cadence_rpm=[80, 60, 70])
    assert ride.speed_mps.tolist() == [4, 5, 6]
    assert ride.cadence_rpm.tolist() == [60, 70, 80]


@pytest.mark.parametrize(("gap", "known"), [(3, True), (4, False)])
def test_a_gap_of_more_than_three_seconds_stays_one(gap, known):
    at = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 10 + gap, 11 + gap]
    ride = of(at, speed_mps=[5] * len(at))
    inside = ride.speed_mps[11 : 10 + gap]
    assert len(inside) == gap - 1
    assert np.isnan(inside).any() != known
    assert ride.speed_mps[[10, 10 + gap]].tolist() == [5, 5]


def test_what_is_recorded_only_when_it_changes_has_gaps_that_are_none():
    # Every 8 s: as usual, half as much again is none; 15 s at the very most.
    at = list(range(0, 161, 8))
    assert not np.isnan(of(at, speed_mps=[5] * len(at)).speed_mps).any()
    rare = list(range(0, 401, 20))
    seldom = of(rare, speed_mps=[5] * len(rare)).speed_mps
    assert np.isnan(seldom).sum() == 20 * 19
    paused = [*range(0, 161, 8), *range(172, 253, 8)]
    assert not np.isnan(of(paused, speed_mps=[5] * len(paused)).speed_mps).any()
    longer = [*range(0, 161, 8), *range(173, 253, 8)]
    assert np.isnan(of(longer, speed_mps=[5] * len(longer)).speed_mps).any()


def test_before_the_first_record_and_after_the_last_a_figure_holds_for_three_seconds():
    at = list(range(21))
    power = [None] * 8 + [150] + [None] * 12
    ride = of(at, speed_mps=[5] * 21, power_w=power)
    assert np.flatnonzero(~np.isnan(ride.power_w)).tolist() == list(range(5, 12))


@pytest.mark.parametrize(
    ("row", "value"),
    [
        ("speed_mps", 40.5),
        ("speed_mps", -0.1),
        ("cadence_rpm", 221),
        ("power_w", 3001),
        ("elevation_m", 9001),
        ("elevation_m", -501),
        ("temperature_c", 71),
        ("temperature_c", -61),
    ],
)
def test_what_cannot_be_is_a_sensors_slip(row, value):
    rows = {"speed_mps": [5] * 9}
    slipped = [1.0] * 4 + [value] + [1.0] * 4
    ride = of(range(9), **{**rows, row: slipped})
    # The second itself is what its neighbours are.
    assert getattr(ride, row)[4] == 1
    least = {"speed_mps": 0, "cadence_rpm": 0, "power_w": 0, "elevation_m": -500, "temperature_c": -60}
    most = {"speed_mps": 40, "cadence_rpm": 220, "power_w": 3000, "elevation_m": 9000, "temperature_c": 70}
    for end in (least[row], most[row]):
        assert getattr(of(range(3), **{**rows, row: [end] * 3}), row).tolist() == [end] * 3


def test_speed_comes_of_the_distance_where_none_is_recorded():
    metres = [7.0 * second for second in range(30)]
    ride = of(range(30), distance_m=metres)
    assert ride.speed_mps[3:-2] == pytest.approx(7)
    walked = [0.6 * second for second in range(30)]
    assert of(range(30), distance_m=walked).speed_mps[3:-2] == pytest.approx(0.6)
    # A distance that falls, and one that leaps, are slips.
    metres[15] = 0.0
    assert np.nanmax(of(range(30), distance_m=metres).speed_mps) == pytest.approx(7, abs=0.01)
    far = [2_000_000.0 + 7 * second for second in range(30)]
    assert of(range(30), distance_m=far).speed_mps[10] == pytest.approx(7)
    beyond = [12_000_000.0] * 30
    assert np.isnan(of(range(30), distance_m=beyond).speed_mps).all()
    # Recorded, speed is as it was recorded.
    assert of(range(30), distance_m=metres, speed_mps=[3.0] * 30).speed_mps.tolist() == [3] * 30


def test_sixty_hours_are_one_ride_and_not_more():
    hours = 3600
    assert of([0, 60 * hours - 1], speed_mps=[1, 1]).seconds == 60 * hours
    with pytest.raises(InvalidInput, match="lasts 61 hours: at most 60 are one ride"):
        of([0, 61 * hours], speed_mps=[1, 1])
    with pytest.raises(InvalidInput, match="no second of riding"):
        of([])


def test_pedalling_standing_and_how_far():
    speeds, turns = [0.5, 0.6, 2.0, 2.1, 2.1], [90.0, 90.0, 90.0, 30.0, 31.0]
    ride = Channels(*map(np.array, (speeds, turns)), *[np.full(5, np.nan)] * 3)
    assert ride.pedalling.tolist() == [False, False, False, False, True]
    assert ride.standing.tolist() == [True, False, False, False, False]
    assert ride.distance_m == pytest.approx(7.3)
    assert ride.seconds == 5


@pytest.mark.parametrize(("known", "told"), [(6, True), (2, True), (1, False), (0, False)])
def test_a_way_is_known_where_at_least_half_of_it_is(known, told):
    # What was known last holds for three seconds more.
    places = [54.0 + at / 1e4 if at < known else None for at in range(10)]
    east = [-2.0 if at < known else None for at in range(10)]
    found = where(Records(at=list(map(float, range(10))), latitude=places, longitude=east))
    assert (found is not None) == told
