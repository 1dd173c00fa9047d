"""Rounds found by where they were ridden: out of a whole day, with waits, stops, noise and wrong wheels."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from fuzzing import examples
from kettledrum.core.rides.channels import Channels, Records, where
from kettledrum.core.swap.laps import laps_by_place
from kettledrum.core.swap.rounds import _nearest, loop_of, rounds
from kettledrum.core.terms.errors import InvalidInput

NORTH, EAST = 46.0, 11.0
M = 111_194.93
"""Metres in a degree of latitude on a sphere of 6371 km."""
RADIUS = 500.0
AROUND = 2 * math.pi * RADIUS


def degrees(north_m, east_m, origin=(NORTH, EAST)):
    return (origin[0] + north_m / M, origin[1] + east_m / M / math.cos(math.radians(origin[0])))


def on_circle(share):
    """A place on a round loop that starts in its south and runs against the clock."""
    angle = 2 * math.pi * share
    return RADIUS * (1 - math.cos(angle)), RADIUS * math.sin(angle)


CIRCLE = loop_of(
    [degrees(*on_circle(at / 200)) for at in range(201)], [AROUND * at / 200 for at in range(201)]
)


def ridden(*parts, noise=0.0, wheel=1.0, seed=1):
    """A day, one place a second: ("to", place in m, m/s), ("round", share, m/s), ("wait", seconds)."""
    at, places = (-2000.0, 300.0), []
    share = 0.0
    for kind, *how in parts:
        if kind == "wait":
            places += [at] * how[0]
            continue
        goal, speed = how
        if kind == "to":
            count = max(round(math.dist(at, goal) / speed), 1)
            way = [
                tuple(a + (b - a) * step / count for a, b in zip(at, goal, strict=True))
                for step in range(count)
            ]
            at = goal
        else:
            count = round(abs(goal) * AROUND / speed)
            way = [on_circle(share + goal * step / count) for step in range(count)]
            share += goal
            at = on_circle(share)
        places += way
    places.append(at)
    line = np.array(places)
    speed = np.append(np.hypot(*np.diff(line, axis=0).T), 0.0) * wheel
    unknown = np.full(len(line), np.nan)
    there = line + np.random.default_rng(seed).normal(0, noise, line.shape)
    ride = Channels(speed, unknown, np.full(len(line), 120.0), unknown, unknown)
    return ride, np.array([degrees(*each) for each in there])


START, HOME = (0.0, 0.0), (-2000.0, 300.0)


def seconds(*parts, loop=CIRCLE, **how):
    return [round(end - begin, 1) for begin, end in rounds(*ridden(*parts, **how), loop)]


def test_rounds_out_of_a_whole_day():
    # 3141.6 m at 6 m/s are 524 s, at 5 m/s 628 s; the way there and back does not count.
    found = seconds(("to", START, 7), ("round", 1, 6), ("round", 1, 5), ("to", HOME, 7))
    assert found == pytest.approx([524, 628], abs=1.5)


def test_one_waits_at_the_start_and_stops_at_the_end():
    found = seconds(
        ("to", START, 7), ("wait", 95), ("round", 1, 6), ("wait", 300), ("round", 1, 5), ("wait", 60)
    )
    assert found == pytest.approx([524, 628], abs=1.5)


def test_a_computer_that_pauses_while_one_waits_leaves_a_gap_that_is_no_part_of_the_round():
    ride, there = ridden(("to", START, 7), ("wait", 95), ("round", 1, 6), ("wait", 90), ("to", HOME, 7))
    arrived = round(math.dist(HOME, START) / 7)
    for waits in (slice(arrived + 2, arrived + 93), slice(arrived + 97 + 524, arrived + 93 + 524 + 90)):
        there[waits] = np.nan
        ride.speed_mps[waits] = np.nan
    ((begin, end),) = rounds(ride, there, CIRCLE)
    assert end - begin == pytest.approx(524, abs=3)


def test_a_stop_on_the_way_counts_and_is_told():
    ride, there = ridden(
        ("to", START, 7), ("round", 0.4, 6), ("wait", 80), ("round", 0.6, 6), ("to", HOME, 7)
    )
    (lap,) = laps_by_place(ride, there, CIRCLE)
    assert lap.seconds == pytest.approx(604, abs=2)
    assert lap.stood_s == pytest.approx(80, abs=1)
    assert lap.metres == pytest.approx(AROUND, rel=0.01)
    assert lap.power_w == 120


@examples(30)
@given(
    noise=st.floats(0, 4), wheel=st.floats(0.95, 1.05), speed=st.floats(4, 10), seed=st.integers(0, 10_000)
)
def test_noise_and_a_wheel_that_is_set_wrong_change_little(noise, wheel, speed, seed):
    parts = (("to", START, 7), ("round", 1, speed), ("round", 1, 6), ("to", HOME, 7))
    found = seconds(*parts, noise=noise, wheel=wheel, seed=seed)
    assert found == pytest.approx([AROUND / speed, AROUND / 6], abs=1 + noise)


@pytest.mark.parametrize("speed", [4, 5, 10])
def test_another_speed_before_and_behind_shifts_no_time(speed):
    # Steps of a second make the day half a second long or short.
    found = seconds(("to", START, 7), ("round", 1, speed), ("round", 1, 6), ("to", HOME, 7))
    assert found == pytest.approx([round(AROUND / speed), round(AROUND / 6)], abs=0.3)


def test_round_the_other_way_is_no_round():
    with pytest.raises(InvalidInput, match="comes by the start of the loop 2 times, but never goes round it"):
        rounds(*ridden(("to", START, 7), ("round", -1, 6), ("to", HOME, 7)), CIRCLE)


def test_half_a_round_and_back_is_no_round():
    with pytest.raises(InvalidInput, match="never goes round it"):
        rounds(*ridden(("to", START, 7), ("round", 0.5, 6), ("round", -0.5, 6), ("to", HOME, 7)), CIRCLE)


def test_elsewhere_says_how_far_off_it_is():
    with pytest.raises(InvalidInput, match=r"does not come by where the loop starts: .* is 1\.0 km away"):
        rounds(*ridden(("to", (-1000.0, 0.0), 7), ("to", HOME, 7)), CIRCLE)


def test_out_and_back_on_one_road_is_a_loop_too():
    line = [(25.0 * at, 0.0) for at in range(41)] + [(25.0 * at, 0.0) for at in range(39, -1, -1)]
    loop = loop_of([degrees(*each) for each in line], [25.0 * at for at in range(81)])
    day = (("to", START, 7), ("to", (1000.0, 0.0), 5), ("to", START, 4), ("to", HOME, 7))
    assert seconds(*day, loop=loop) == pytest.approx([450], abs=2)
    short = (("to", START, 7), ("to", (900.0, 0.0), 5), ("to", START, 4), ("to", HOME, 7))
    with pytest.raises(InvalidInput, match="never goes round"):
        rounds(*ridden(*short), loop)


def test_from_one_place_to_another_is_ridden_as_often_as_it_is():
    road = loop_of([degrees(25.0 * at, 0.0) for at in range(41)], [25.0 * at for at in range(41)])
    there = (("to", START, 7), ("to", (1000.0, 0.0), 5), ("to", START, 8), ("to", (1000.0, 0.0), 4))
    assert seconds(*there, ("to", HOME, 7), loop=road) == pytest.approx([200, 250], abs=2)


def test_where_places_are_missing_for_a_while_it_is_still_a_round():
    ride, there = ridden(("to", START, 7), ("round", 1, 6), ("to", HOME, 7))
    there[400:440] = np.nan
    assert len(rounds(ride, there, CIRCLE)) == 1
    # With hardly any it is not known whether it was one.
    there[320:760] = np.nan
    with pytest.raises(InvalidInput, match="never goes round"):
        rounds(ride, there, CIRCLE)


def test_on_the_other_side_of_the_world():
    away = (-16.5, 179.9999)
    loop = loop_of(
        [degrees(*on_circle(at / 200), away) for at in range(201)], [AROUND * at / 200 for at in range(201)]
    )
    ride, there = ridden(("to", START, 7), ("round", 1, 6), ("to", HOME, 7))
    metres = [((n - NORTH) * M, (e - EAST) * M * math.cos(math.radians(NORTH))) for n, e in there]
    shown = [degrees(*each, away) for each in metres]
    records = Records(
        at=[float(at) for at in range(len(shown))],
        latitude=[n for n, _ in shown],
        longitude=[(e + 180) % 360 - 180 for _, e in shown],
    )
    ((begin, end),) = rounds(ride, where(records), loop)
    assert end - begin == pytest.approx(524, abs=1.5)


def test_places_second_by_second():
    found = where(Records(at=[0.0, 2.0, 3.0], latitude=[1.0, 3.0, None], longitude=[5.0, 7.0, None]))
    assert found[:3].tolist() == [[1, 5], [2, 6], [3, 7]]
    # Known for half of what is recorded it is enough; a pause is not recorded at all.
    at = [float(each) for each in (*range(20), *range(600, 620))]
    for known, enough in ((40, True), (24, True), (8, False)):
        row = [46.0] * known + [None] * (40 - known)
        assert (where(Records(at=at, latitude=row, longitude=row)) is not None) == enough
    assert where(Records(at=[0.0, 1.0])) is None
    assert where(Records(at=[0.0, 1.0], latitude=[None, None], longitude=[None, None])) is None
    assert where(Records(at=[0.0, 1.0], latitude=[95.0, 99.0], longitude=[5.0, 7.0])) is None


@pytest.mark.parametrize("at", [10.37, 10.0, 8.81])
@pytest.mark.parametrize("after", [7.0, 4.0])
def test_when_one_was_nearest_is_told_between_the_seconds(at, after):
    # With 7 m/s to a gate and as fast or slower on from it, along a road that turns off there.
    seconds = np.arange(0, 21.0)
    apart = np.where(seconds < at, 7.0, after) * np.abs(seconds - at)
    assert _nearest(apart, 0, 20) == pytest.approx(at, abs=0.06)
    assert _nearest(apart, 5, 15) == pytest.approx(at, abs=0.06)
    # Of too few seconds it is the nearest of them.
    assert _nearest(apart, 9, 11) == np.arange(9, 12)[np.argmin(apart[9:12])]
