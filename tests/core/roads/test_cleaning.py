"""A recorded track made into a road: the noise goes, the hills stay, and all that was done is told."""

import math
from itertools import pairwise

import numpy as np
import pytest

from kettledrum.core.roads.ascent import ascent_m
from kettledrum.core.roads.cleaning import NARROWEST_M, WIDEST_M, _narrowest, _noise, clean
from kettledrum.core.roads.profile import Profile, steepest_pitches
from kettledrum.core.roads.track import EARTH_RADIUS_M, Track
from kettledrum.core.terms.errors import InvalidInput

NONE = np.empty(0)


def along(distance_m, elevation_m) -> Track:
    return Track(np.asarray(distance_m, float), NONE, NONE, np.asarray(elevation_m, float), [])


def road_of(track: Track) -> Profile:
    points = np.array(clean(track).points)
    return Profile(points[:, 0], points[:, 1])


@pytest.mark.parametrize("seed", range(4))
@pytest.mark.parametrize(("length", "spacing"), [(2000, 5), (2000, 10), (6000, 3), (5000, 25)])
@pytest.mark.parametrize("noise", ["even", "normal"])
def test_a_noisy_ramp_comes_out_as_the_ramp_it_is(length, spacing, noise, seed):
    at = np.arange(0, length + 1, spacing)
    chance = np.random.default_rng(seed)
    off = chance.uniform(-3, 3, len(at)) if noise == "even" else chance.normal(0, 1.7, len(at))
    # Taken as it is, it would climb more.
    assert ascent_m(100 + 0.05 * at + off) > 1.2 * 0.05 * length
    road = road_of(along(at, 100 + 0.05 * at + off))
    assert ascent_m(road.elevation_m) == pytest.approx(0.05 * length, rel=0.03)
    assert np.median(road.grade) == pytest.approx(0.05, abs=0.002)
    assert np.all(np.abs(road.grade - 0.05) < 0.025)


def test_hills_without_noise_stay_as_they_are_but_for_what_no_rider_feels():
    at = np.arange(0, 20001, 5.0)
    hills = 300 + 60 * np.sin(at / 700) + 15 * np.sin(at / 130)
    road = road_of(along(at, hills))
    assert np.max(np.abs(np.interp(at, road.distance_m, road.elevation_m) - hills)) < 0.5
    assert ascent_m(road.elevation_m) == pytest.approx(ascent_m(hills), rel=0.01)
    for cleaned, true in zip(steepest_pitches(road), steepest_pitches(Profile(at, hills)), strict=True):
        assert cleaned.grade == pytest.approx(true.grade, rel=0.01)


SPACINGS = (5, 10, 15, 20, 25, 28, 30, 33, 37, 41, 45, 50, 55, 59, 60, 61, 65, 70)


@pytest.mark.parametrize(("high", "long", "least"), [(10, 300, 0.86), (8, 400, 0.91), (10, 600, 0.96)])
def test_hills_stay_however_far_apart_their_points_lie(high, long, least):
    kept = []
    for spacing in SPACINGS:
        at = np.arange(0, 12_001, spacing)
        hills = 300 + high * np.sin(2 * np.pi * at / long)
        found = ascent_m(road_of(along(at, hills)).elevation_m)
        kept.append(found / ascent_m(hills))
        # Of the curve itself what lies between the points is missed, and the sharpest of its tops.
        assert found > 0.78 * high * 2 * 12_000 / long
    assert min(kept) > least
    assert max(abs(after - here) for here, after in pairwise(kept)) < 0.1


@pytest.mark.parametrize("spacing", [30, 40, 50, 55, 58, 59.9, 60, 60.1, 62, 80])
def test_noise_fades_out_with_the_distance_of_points_without_a_jump(spacing):
    # The very same heights, farther and farther apart.
    shaken = 300 + np.random.default_rng(7).normal(0, 2, 400)

    def noise(apart: float) -> float:
        return clean(along(np.arange(400) * apart, shaken)).noise_m

    full = noise(20)
    assert full == pytest.approx(2, rel=0.15)
    share = min(max((60 - spacing) / 30, 0), 1)
    assert noise(spacing) == pytest.approx(share * full, rel=0.1, abs=0.01)


def test_a_steep_top_is_no_spike_and_a_slip_of_the_receiver_is():
    at = np.arange(0, 6001, 61.0)
    hills = 300 + 13 * np.sin(2 * np.pi * at / 300)
    assert not any("spike" in words for words in clean(along(at, hills)).report)
    hills[40] += 60
    assert any("1 spike" in words for words in clean(along(at, hills)).report)


def test_a_short_pitch_on_a_long_noisy_road_stays():
    at = np.arange(0, 100_001, 10.0)
    pitch = np.clip((at - 40_000) * 0.12, 0, 24)
    road = road_of(along(at, 100 + pitch + np.random.default_rng(5).normal(0, 1, len(at))))
    fifty = steepest_pitches(road)[0]
    assert fifty.grade == pytest.approx(0.12, rel=0.15)
    assert 39_950 < fifty.from_m < 40_200
    assert ascent_m(road.elevation_m) == pytest.approx(24, rel=0.25)


def test_places_give_the_distance_and_a_device_at_rest_stays_where_it_is():
    degree = math.degrees(1 / EARTH_RADIUS_M)
    north = np.concatenate((np.zeros(300), np.arange(0, 3001, 10.0)))
    # Five minutes of a metre's wandering before the start.
    east = np.concatenate((np.random.default_rng(1).uniform(-0.7, 0.7, 300), np.zeros(301)))
    found = clean(Track(NONE, 40 + north * degree, -30 + east * degree, 10 + 0.02 * north, []))
    assert found.points[-1][0] == pytest.approx(3000, abs=3)
    assert found.points[-1][1] == pytest.approx(70, abs=0.5)
    assert found.places[-1] == pytest.approx((40 + 3000 * degree, -30), abs=2e-5)


def test_a_track_over_the_date_line_goes_straight_on():
    longitude = np.array([179.99, 179.995, -180.0, -179.995])
    found = clean(Track(NONE, np.zeros(4), longitude, np.zeros(4), []))
    assert found.points[-1][0] == pytest.approx(EARTH_RADIUS_M * math.radians(0.015), abs=0.01)
    assert all(abs(east) > 179.98 for _, east in found.places)


def test_what_is_missing_is_bridged_and_told():
    at = np.arange(0, 3001, 10.0)
    elevation = 100 + 0.03 * at
    elevation[50:90] = np.nan
    elevation[120:123] = -9999
    elevation[200] = 900
    found = clean(along(at, elevation))
    points = np.array(found.points)
    assert np.max(np.abs(points[:, 1] - (100 + 0.03 * points[:, 0]))) < 0.1
    assert found.report[:4] == [
        "3 elevations that cannot be (-9999 m) bridged",
        "40 points without elevation bridged",
        "1 stretch of 0.4 km in all without elevation taken as straight",
        "1 spike of elevation left out",
    ]


def test_a_gap_between_segments_is_told():
    latitude = np.array([40, 40.0009, 40.05, 40.0509])
    found = clean(Track(NONE, latitude, np.zeros(4), np.zeros(4), [2]))
    assert found.report[0] == "a gap of 5.5 km between segments bridged by a straight line"


@pytest.mark.parametrize(
    ("track", "words"),
    [
        (
            Track(NONE, np.full(9, 40.0), np.full(9, -30.0), np.zeros(9), []),
            "all its points are in one place",
        ),
        (along([0, 100, 200], [np.nan, -9999, 5]), "fewer than two points have an elevation"),
        (along([0, 3e6], [1, 2]), "longer than 2000 km"),
    ],
)
def test_what_is_no_road_is_refused(track, words):
    with pytest.raises(InvalidInput, match=words):
        clean(track)


@pytest.mark.parametrize(("spacing", "off"), [(5, 0.1), (10, 0.1), (20, 0.17)])
@pytest.mark.parametrize("seed", [1, 2, 3])
def test_noise_of_a_known_size_does_not_flatten_long_hills(spacing, off, seed):
    """20 m up and down every 800 m under 1.5 m of noise: nearly all that is climbed stays."""
    at = np.arange(0, 8000 + spacing, spacing, dtype=float)
    hills = 10 * np.sin(2 * np.pi * at / 800)
    noisy = hills + np.random.default_rng(seed).normal(0, 1.5, len(at))
    assert ascent_m(300 + noisy) > 1.3 * 200
    assert ascent_m(road_of(along(at, 300 + noisy)).elevation_m) == pytest.approx(200, rel=off)


@pytest.mark.parametrize(
    ("uncertain", "spacing", "width"),
    [
        # (σ²·Δ / (4·√π·0.01²))^(1/3): 3 m every 10 m.
        (3.0, 10.0, 50.258),
        # Little is uncertain, but from point to point more than a grade's noise: the narrowest there is.
        (0.1, 1.0, NARROWEST_M),
        (0.1, 10.0, NARROWEST_M),
        # √2·0.01 / 10 is 0.14 of that noise, and so wide is it.
        (0.01, 10.0, NARROWEST_M * 0.1414),
        (30.0, 100.0, WIDEST_M),
    ],
)
def test_a_curve_is_as_narrow_as_its_uncertainty_lets_it_be(uncertain, spacing, width):
    assert _narrowest(uncertain, spacing) == pytest.approx(width, rel=1e-3)


@pytest.mark.parametrize(("count", "told"), [(4, False), (5, True), (9, True)])
def test_of_fewer_than_five_points_no_noise_is_told(count, told):
    at = np.arange(count) * 10.0
    zigzag = np.where(np.arange(count) % 2, 1.0, -1.0)
    assert (_noise(at, zigzag) > 0.3) is told
