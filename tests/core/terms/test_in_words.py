"""Figures in sentences."""

import pytest

from kettledrum.core.terms.in_words import (
    counted,
    higher,
    kilometres,
    listed,
    money_apart,
    percent,
    speed,
    time,
    way,
)


@pytest.mark.parametrize(
    ("kmh", "says"), [(7.44, "7.4 km/h"), (9.94, "9.9 km/h"), (9.96, "10 km/h"), (24.5, "24 km/h")]
)
def test_speeds_to_a_tenth_only_where_that_is_felt(kmh, says):
    assert speed(kmh) == says


@pytest.mark.parametrize(
    ("share", "says"), [(0.12, "12 %"), (0.125, "12.5 %"), (0.004, "0.4 %"), (0.254, "25 %"), (0, "0 %")]
)
def test_percents(share, says):
    assert percent(share) == says


@pytest.mark.parametrize(
    ("seconds", "says"),
    [(43.4, "43 seconds"), (89, "89 seconds"), (91, "2 minutes"), (3540, "59 minutes"), (5400, "1 h 30 min")],
)
def test_times(seconds, says):
    assert time(seconds) == says


@pytest.mark.parametrize(
    ("metres", "says"), [(70, "70 m"), (994, "994 m"), (995, "1.0 km"), (23_040, "23.0 km")]
)
def test_ways(metres, says):
    assert way(metres) == says


@pytest.mark.parametrize(
    ("share", "says"),
    [
        (0.006, "0.6 % higher than"),
        (0.5, "50 % higher than"),
        (0.94, "94 % higher than"),
        (1.0, "twice as high as"),
        (1.5, "2.5 times as high as"),
        (11.0, "12 times as high as"),
    ],
)
def test_by_how_much_a_gear_is_too_high(share, says):
    assert higher(share) == says


@pytest.mark.parametrize(
    ("km", "says"),
    [
        (0, "0 km"),
        (12.5, "12.5 km"),
        (12.25, "12.3 km"),
        (99.94, "99.9 km"),
        (99.95, "100 km"),
        (212.5, "213 km"),
        (1212.5, "1,213 km"),
    ],
)
def test_distances_to_a_tenth_below_a_hundred_km_halves_up(km, says):
    assert kilometres(km) == says


def test_lists_and_counts():
    assert [listed(list("abc")[:count]) for count in range(4)] == ["", "a", "a and b", "a, b and c"]
    assert (counted(1, "gear"), counted(2, "gear"), counted(2, "thing", "others")) == (
        "1 gear",
        "2 gears",
        "2 others",
    )


@pytest.mark.parametrize(
    ("one", "other", "apart"),
    [
        (950.6, 509.4, "442"),
        (950.4, 509.6, "440"),
        (509.6, 950.4, "440"),
        (1234.5, 0, "1,235"),
        (11.4, 10.6, "0"),
        (12, 5.5, "6.50"),
        (2.25, 1, "1.25"),
        (30, 5.5, "24.50"),
        (0, 0, "0"),
    ],
)
def test_amounts_are_apart_as_they_are_said(one, other, apart):
    assert money_apart(one, other, "") == apart
    assert money_apart(one, other, "crowns") == f"{apart} crowns"
