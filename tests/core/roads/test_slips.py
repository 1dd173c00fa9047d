"""What a receiver got wrong is left out and told; what a road really does stays."""

import numpy as np
import pytest

from kettledrum.core.roads.ascent import ascent_m
from kettledrum.core.roads.cleaning import clean
from kettledrum.core.roads.slips import MOST_AT_END, MOST_THROWN
from kettledrum.core.roads.track import EARTH_RADIUS_M, Track

NONE = np.empty(0)
DEGREE = np.degrees(1 / EARTH_RADIUS_M)


def north(at, height, breaks=()) -> Track:
    """A track due north, in m from latitude 40."""
    at, height = np.asarray(at, float), np.asarray(height, float)
    return Track(NONE, 40 + at * DEGREE, np.full(len(at), -30.0), height, list(breaks))


def by_distance(at, height) -> Track:
    return Track(np.asarray(at, float), NONE, NONE, np.asarray(height, float), [])


AT = np.arange(0, 5001, 10.0)
CLIMB = 100 + 0.05 * AT


def found(track: Track):
    road = clean(track)
    points = np.array(road.points)
    return points[-1, 0] - points[0, 0], ascent_m(points[:, 1]), road.report


@pytest.mark.parametrize("places", [range(200, 230), [77], [1, 2, 3], [*range(50, 60), *range(400, 480)]])
@pytest.mark.parametrize("made", [north, by_distance])
def test_elevations_that_fall_to_nought_within_a_climb_are_bridged(places, made):
    fallen = CLIMB.copy()
    fallen[list(places)] = 0
    length, up, report = found(made(AT, fallen))
    assert length == pytest.approx(5000, abs=1)
    assert up == pytest.approx(250, abs=0.5)
    number = len(places)
    assert report[0] == f"{number} elevation{'s' if number > 1 else ''} that fell to 0 m bridged"


@pytest.mark.parametrize("end", [slice(0, 40), slice(-40, None)])
def test_nought_before_the_first_and_after_the_last_elevation_is_bridged(end):
    fallen = CLIMB.copy()
    fallen[end] = 0
    _, up, report = found(north(AT, fallen))
    # What is not known is taken as level.
    assert up == pytest.approx(250 - 0.05 * 400, abs=1)
    assert report[0] == "40 elevations that fell to 0 m bridged"


def test_a_road_by_the_sea_keeps_its_noughts():
    dyke = np.where(np.arange(501) % 50 < 25, 0.0, 4.0)
    assert not any("fell to 0" in words for words in found(north(AT, dyke))[2])
    # Down to the harbour and up again, as steep as roads are.
    harbour = np.maximum(0.2 * np.abs(AT - 2500) - 30, 0)
    _, up, report = found(north(AT, harbour))
    assert not any("fell to 0" in words for words in report)
    assert up == pytest.approx(470, abs=3)
    # Mostly nought, with a few heights: these are what is odd.
    mostly = np.zeros(501)
    mostly[100:103] = 60
    assert not any("fell to 0" in words for words in found(north(AT, mostly))[2])


def test_a_fall_to_nought_needs_a_height_to_fall_from_and_a_step_that_no_road_has():
    for high, far, is_fall in ((11, 10, False), (13, 10, True), (30, 130, False), (30, 110, True)):
        at = np.arange(0, far * 41, far, dtype=float)
        height = np.full(41, float(high))
        height[20] = 0
        report = found(by_distance(at, height))[2]
        assert any("fell to 0" in words for words in report) is is_fall, (high, far)
    # At an end only one side is seen: it takes twice the step.
    for far, is_fall in ((70, False), (50, True)):
        at = np.arange(0, far * 41, far, dtype=float)
        height = np.where(np.arange(41) < 3, 0.0, 30.0)
        assert any("fell to 0" in words for words in found(by_distance(at, height))[2]) is is_fall


def test_a_point_thrown_far_away_is_left_out():
    track = north(AT, CLIMB)
    track.latitude[300] += 1.0
    length, up, report = found(track)
    assert length == pytest.approx(5000, abs=1)
    assert up == pytest.approx(250, abs=0.5)
    assert report[0] == "1 point up to 111 km off the road left out"


@pytest.mark.parametrize("places", [[0], [0, 1], [500], [499, 500], [250, 251, 252], [0, 100, 500]])
def test_points_are_thrown_at_the_ends_and_in_rows(places):
    track = north(AT, CLIMB)
    track.longitude[places] += 5.0
    length, _, report = found(track)
    lost = 10 * sum(place in (0, 1, 499, 500) for place in places)
    assert length == pytest.approx(5000 - lost, abs=1)
    number = len(places)
    assert report[0].startswith(f"{number} point{'s' if number > 1 else ''} up to 42")


@pytest.mark.parametrize(
    ("places", "left_out"),
    [
        (range(200, 200 + MOST_THROWN), True),
        (range(200, 201 + MOST_THROWN), False),
        (range(MOST_AT_END), True),
        (range(MOST_AT_END + 1), False),
        (range(501 - MOST_AT_END, 501), True),
        (range(500 - MOST_AT_END, 501), False),
    ],
)
def test_so_many_in_a_row_are_thrown_and_no_more(places, left_out):
    track = north(AT, CLIMB)
    track.longitude[list(places)] += 5.0
    report = found(track)[2]
    assert report[0].startswith(f"{len(places)} points up to 42") is left_out


def test_a_ferry_is_no_slip_nor_is_a_road_drawn_with_few_points():
    ferry = north(np.concatenate((AT, AT + 35_000)), np.concatenate((CLIMB, CLIMB)), [501])
    length, _, report = found(ferry)
    assert length == pytest.approx(40_000, abs=2)
    assert report[0] == "a gap of 30.0 km between segments bridged by a straight line"
    drawn = north([0, 4000, 9000, 4100, 200, 9500, 100], [5] * 7)
    assert found(drawn)[0] == pytest.approx(4000 + 5000 + 4900 + 3900 + 9300 + 9400, abs=5)
    # There and back by the same road, many points far away: somewhere else indeed.
    away = np.concatenate((AT, AT[:40] + 90_000, AT[::-1]))
    assert not any("off the road" in words for words in found(north(away, np.full(len(away), 9.0)))[2])


def test_points_without_a_fix_are_left_out_and_segments_keep_their_places():
    track = north(np.concatenate((AT, AT + 5300)), np.concatenate((CLIMB, CLIMB + 250)), [501])
    track.latitude[:3] = track.longitude[:3] = 0
    length, _, report = found(track)
    assert length == pytest.approx(10_300 - 30, abs=1)
    assert report[:2] == [
        "3 points at latitude 0, longitude 0, where there was no fix, left out",
        "a gap of 0.3 km between segments bridged by a straight line",
    ]
    # A road that begins just there.
    here = Track(NONE, AT * DEGREE, np.zeros(501), CLIMB, [])
    assert found(here)[0] == pytest.approx(5000, abs=1)


@pytest.mark.parametrize("breaks", [[0], [501], [0, 501], [250, 250, 501, 501]])
def test_an_empty_segment_at_either_end_changes_nothing(breaks):
    assert found(north(AT, CLIMB, breaks)) == found(north(AT, CLIMB))


def test_what_has_no_noise_is_taken_as_it_stands():
    kinked = np.interp(AT, [0, 1000, 1010, 3000, 5000], [100, 100, 101.3, 350, 80])
    road = clean(by_distance(AT, kinked))
    assert road.points == list(zip(AT.tolist(), np.round(kinked, 3).tolist(), strict=True))
    assert road.report == ["elevations taken as they stand: there is no noise in them"]
    # Rounded to whole metres they are uncertain by some 0.3 m: steps of 10 % over 10 m are none of the road.
    rounded = np.array(clean(by_distance(AT, np.round(100 + 0.02 * AT))).points)
    assert np.max(np.abs(np.diff(rounded[:, 1]) / np.diff(rounded[:, 0]) - 0.02)) < 0.04
    # Once cleaned it is quiet, and cleaning it again changes nothing.
    shaken = by_distance(AT, CLIMB + np.random.default_rng(3).normal(0, 1, 501))
    once = clean(shaken)
    again = clean(by_distance(*np.array(once.points).T))
    assert again.points == once.points


def test_points_where_the_device_stood_are_one_and_missing_elevations_lie_between():
    at = np.array([0, 0, 0, 700, 700, 1500.0])
    road = clean(by_distance(at, [5, 6, 7, np.nan, np.nan, 23]))
    assert road.points == [(0.0, 6.0), (700.0, pytest.approx(6 + 17 * 700 / 1500, abs=0.002)), (1500.0, 23.0)]


@pytest.mark.parametrize(("from_m", "left_out"), [(900, False), (1300, True)])
def test_a_road_that_runs_near_latitude_0_longitude_0_may_have_points_there(from_m, left_out):
    track = Track(NONE, (from_m + AT) * DEGREE, np.zeros(501), CLIMB, [])
    track.latitude[250] = 0
    assert any("where there was no fix" in words for words in clean(track).report) is left_out


@pytest.mark.parametrize(("share", "bridged"), [(0.45, True), (0.55, False)])
def test_where_most_elevations_are_nought_they_are_what_is_known(share, bridged):
    height = np.full(501, 80.0)
    height[100 : 100 + int(501 * share)] = 0
    assert any("fell to 0" in words for words in found(north(AT, height))[2]) is bridged


@pytest.mark.parametrize(("back_at", "left_out"), [(6000, True), (7000, False)])
def test_what_comes_back_too_far_on_was_somewhere_else(back_at, left_out):
    # 32 km back, and then 6 or 7 km beyond where it left: a fifth of the shorter way is 6.4 km.
    at = np.concatenate((AT, [5000 - 32_000], AT + 5000 + back_at))
    report = found(north(at, np.full(len(at), 9.0)))[2]
    assert any("off the road" in words for words in report) is left_out


@pytest.mark.parametrize(("off_km", "left_out"), [(25, False), (35, True)])
def test_at_an_end_a_point_lies_off_by_hundreds_of_steps(off_km, left_out):
    # Of 100 m each: three hundred are 30 km.
    at = np.arange(0, 20_001, 100.0)
    at[0] = -1000 * off_km
    report = found(north(at, np.full(len(at), 9.0)))[2]
    assert any("off the road" in words for words in report) is left_out
