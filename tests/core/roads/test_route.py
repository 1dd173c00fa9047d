"""Roads as they stand in a brief, and the profiles that are ridden."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.job.route import Rides, Route
from kettledrum.core.roads.ascent import ascent_m
from kettledrum.core.roads.profile import Profile, profile, steepest_pitches
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

POINTS = [[0, 100], [1000, 150], [1500, 140]]


def route(**parts) -> Route:
    return validate(Route, {"name": "Over the ridge", **parts})


def test_legs_follow_each_other_and_corners_stay():
    road = profile(
        route(start_m=50, legs=[{"length_m": 2000, "grade": 0.06}, {"length_m": 95, "grade": -0.2}])
    )
    assert road.length_m == 2095
    assert road.step_m.max() <= 10
    assert road.elevation_m[0] == 50
    # 2 km along a road of 6 % is a run of 1996.4 m.
    assert road.elevation_m.max() == pytest.approx(50 + 2000 * math.sin(math.atan(0.06)))
    assert road.grade[:200] == pytest.approx(0.06)
    assert road.grade[200:] == pytest.approx(-0.2)
    assert ascent_m(road.elevation_m) == pytest.approx(2000 * math.sin(math.atan(0.06)))


def test_points_are_joined_by_straight_lines():
    road = profile(route(points=POINTS))
    assert np.interp(500, road.distance_m, road.elevation_m) == pytest.approx(125)
    assert (road.length_m, ascent_m(road.elevation_m)) == (1500, pytest.approx(50))


@pytest.mark.parametrize(
    ("heights", "climbed"),
    [
        ([0, 10, 5, 20], 25),
        ([0, 10, 9.5, 20], 20),  # a dip of half a metre is no descent
        ([0, 0.5, 0, 0.5, 0], 0),
        ([5, 0, 0.4, 0, 7], 7),
        ([9, 8.6, 8.2, 7.8, 9], 1.2),
        ([3, 3, 3], 0),
    ],
)
def test_ripples_are_not_climbed(heights, climbed):
    assert ascent_m(np.array(heights, float)) == pytest.approx(climbed)


@given(heights=st.lists(st.integers(-20, 20), min_size=2, max_size=60))
def test_between_its_tops_and_bottoms_a_road_climbs_no_more(heights):
    # In tenths of a metre, so that many rises and falls are just a ripple.
    elevation = np.cumsum(heights) / 10
    road = Profile(np.arange(len(elevation), dtype=float), elevation)
    for way in (1, -1):
        assert ascent_m(road.turns_m[::way]) == pytest.approx(ascent_m(elevation[::way]))
    assert len(road.turns_m) <= len(elevation)


def test_the_steepest_pitches_are_found_where_they_are():
    legs = [
        {"length_m": 1000, "grade": 0.02},
        {"length_m": 50, "grade": 0.18},
        {"length_m": 950, "grade": 0.01},
    ]
    fifty, hundred, five_hundred = steepest_pitches(profile(route(legs=legs)))
    assert (fifty.over_m, fifty.from_m, fifty.grade) == (50, 1000, pytest.approx(0.18))
    assert hundred.grade == pytest.approx(0.1, abs=0.002)
    assert five_hundred.from_m == pytest.approx(550, abs=11)
    assert len(steepest_pitches(Profile(np.array([0.0, 80]), np.array([0.0, 8])))) == 1


def test_how_often_a_road_is_ridden():
    assert Rides(count=3, per="week").a_year == 156
    assert Rides(count=2, per="year").a_year == 2


@pytest.mark.parametrize(
    ("parts", "where", "words"),
    [
        ({}, "", "must have either points or legs"),
        ({"points": POINTS, "legs": [{"length_m": 5, "grade": 0}]}, "", "must have either"),
        ({"points": POINTS, "start_m": 4}, "start_m", "goes with legs only"),
        ({"points": [[0, 1]]}, "points", "must have at least 2 entries"),
        ({"points": [[0, 1], [5, 2], [5, 3]]}, "points[2]", "must lie beyond the point before it"),
        ({"points": [[0, 1], [5, -9999]]}, "points[1]", "an elevation from -500 to 9000 m"),
        ({"points": [[0, 1], [5, "2"]]}, "points[1][1]", "number"),
        ({"points": POINTS, "places": [[40, -30]]}, "places", "must be as many as the points"),
        ({"points": POINTS, "places": [[40, -30], [91, 0], [40, 0]]}, "places[1]", "latitude from -90 to 90"),
        ({"legs": [{"length_m": 100, "grade": 0.7}]}, "legs[0].grade", "from -0.6 to 0.6"),
        ({"legs": [{"length_m": 0, "grade": 0}]}, "legs[0].length_m", "from 1 to 200000 m"),
        ({"legs": [], "rides": {"count": 0, "per": "week"}}, "rides.count", "above 0"),
    ],
)
def test_what_cannot_be_is_named(parts, where, words):
    with pytest.raises(InvalidInput) as found:
        route(**parts)
    assert any(problem.where == where and words in problem.what for problem in found.value.problems)


def test_a_road_that_is_a_piece_of_another_begins_at_its_own_start():
    piece = validate(Route, {"name": "Piece", "points": [[100, 5], [600, 10], [1100, 10]]})
    road = profile(piece)
    assert (road.distance_m[0], road.distance_m[-1], road.length_m) == (0, 1000, 1000)
    assert np.interp([0, 250, 500, 1000], road.distance_m, road.elevation_m).tolist() == [5, 7.5, 10, 10]
