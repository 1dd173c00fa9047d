"""Chains and belts round two sprockets, against a path measured point by point and against hand figures."""

import math
import re
from itertools import pairwise

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from kettledrum.core.chains.belt import belt_fit, belt_pull_n, smallest_front
from kettledrum.core.chains.chain import _set, chain_fit
from kettledrum.core.chains.loop import (
    CHAIN_PITCH_MM,
    belt_radius_mm,
    centre_for,
    chain_radius_mm,
    loop_pitches,
    play_mm,
)
from kettledrum.core.chains.twin import twin_of, twins
from kettledrum.core.parts.frame import Frame


def taut_string_mm(radius: float, other: float, apart: float) -> float:
    """The length of a string round two circles, as the outline of many points on both: their convex hull."""
    angles = [2 * math.pi * step / 20_000 for step in range(20_000)]
    points = sorted(
        [(radius * math.cos(each), radius * math.sin(each)) for each in angles]
        + [(apart + other * math.cos(each), other * math.sin(each)) for each in angles]
    )

    def half(row):
        hull = []
        for x, y in row:
            while len(hull) > 1 and (hull[-1][0] - hull[-2][0]) * (y - hull[-2][1]) <= (
                hull[-1][1] - hull[-2][1]
            ) * (x - hull[-2][0]):
                hull.pop()
            hull.append((x, y))
        return hull

    hull = half(points)[:-1] + half(points[::-1])
    return sum(math.dist(one, other) for one, other in pairwise(hull))


@pytest.mark.parametrize(
    ("front", "rear", "apart"), [(44, 19, 440), (32, 32, 450), (22, 36, 425), (60, 13, 700)]
)
def test_a_belts_length_is_that_of_a_string_round_two_circles(front, rear, apart):
    radii = belt_radius_mm(front, 11), belt_radius_mm(rear, 11)
    string = taut_string_mm(*radii, apart)
    assert loop_pitches(front, rear, apart, 11, radii) * 11 == pytest.approx(string, rel=1e-7)


def test_a_chains_length_counts_whole_teeth_on_its_arcs():
    # A chain is a row of straight links: on 19 teeth half a turn takes 9.5 of them, whatever the circle.
    # Between equal sprockets L = 2·C/p + z, 2 · 444.5 / 12.7 + 19 = 89.
    radius = chain_radius_mm(19)
    assert loop_pitches(19, 19, 444.5, CHAIN_PITCH_MM, (radius, radius)) == pytest.approx(89)
    # Chords of 12.7 mm round the pitch circle: 19 of them close it.
    assert 2 * radius * math.sin(math.pi / 19) == pytest.approx(12.7)
    # As a string on those circles it would be a little longer: the arcs instead of their chords.
    radii = chain_radius_mm(44), chain_radius_mm(19)
    string = taut_string_mm(*radii, 440) / CHAIN_PITCH_MM
    links = loop_pitches(44, 19, 440, CHAIN_PITCH_MM, radii)
    assert 0 < string - links < 0.1


@given(st.integers(11, 60), st.integers(11, 60), st.integers(60, 200))
def test_an_axle_for_whole_links_gives_whole_links_back(front, rear, links):
    radii = chain_radius_mm(front), chain_radius_mm(rear)
    centre = centre_for(front, rear, links, CHAIN_PITCH_MM, radii)
    assume(centre is not None)
    assert loop_pitches(front, rear, centre, CHAIN_PITCH_MM, radii) == pytest.approx(links, abs=1e-8)


@pytest.mark.parametrize("links", [20, 30, 33])
def test_a_chain_too_short_for_its_sprockets_has_no_axle(links):
    assert centre_for(44, 22, links, CHAIN_PITCH_MM, (chain_radius_mm(44), chain_radius_mm(22))) is None


def test_play_by_hand():
    # 440 mm of run, 1 mm too much: two sides of 220.5 mm over 440 stand √(220.5² − 220²) = 14.84 mm high.
    assert play_mm(440, 1) == pytest.approx(2 * math.sqrt(220.5**2 - 220**2))
    assert play_mm(440, 0) == 0


def test_a_vertical_dropout_takes_the_one_pairing_that_is_right():
    radii = chain_radius_mm(46), chain_radius_mm(18)
    stay = centre_for(46, 18, 102, CHAIN_PITCH_MM, radii)
    right = chain_fit(46, 18, Frame(chainstay_mm=stay))
    assert (right.state, right.links, right.half_link) == ("holds", 102, False)
    assert right.error_mm == pytest.approx(0, abs=1e-6)
    # Half a percent of 441 mm is 2.2 mm, some 4.4 mm of slack in the lower run.
    assert right.worn_play_mm == pytest.approx(play_mm(439, 4.36), rel=0.02)
    # Where 101 links are right, 102 would hang 6 mm too long: only with a half link does it sit.
    odd = chain_fit(46, 18, Frame(chainstay_mm=centre_for(46, 18, 101, CHAIN_PITCH_MM, radii)))
    assert (odd.links, odd.half_link, odd.state) == (101, True, "holds")
    even = chain_fit(46, 18, Frame(chainstay_mm=centre_for(46, 18, 104, CHAIN_PITCH_MM, radii)))
    assert (even.links, even.half_link) == (104, False)
    # 0.6 mm closer, the same chain hangs by as much.
    slack = chain_fit(46, 18, Frame(chainstay_mm=stay - 0.6))
    assert slack.state == "tight"
    assert slack.error_mm == pytest.approx(0.6, abs=1e-6)


def test_the_chain_that_is_mounted_is_the_one_that_is_looked_at():
    frame = Frame(chainstay_mm=445, adjust_mm=16, tensioning="sliding")
    assert chain_fit(44, 22, frame, mounted=104).state == "holds"
    long = chain_fit(44, 22, frame, mounted=108)
    assert "farther back than it goes" in long.what
    # Two links fewer than the fewest that close: a whole inch and more is missing.
    short = chain_fit(44, 22, frame, mounted=100)
    assert (short.state, short.links) == ("fails", 100)
    assert "too short to close" in short.what


def test_an_axle_that_slides_takes_any_within_its_way():
    frame = Frame(chainstay_mm=430, adjust_mm=15, tensioning="horizontal")
    fit = chain_fit(44, 19, frame)
    assert fit.state == "holds"
    assert fit.links % 2 == 0
    assert fit.centre_mm + fit.room_mm == pytest.approx(445)
    # A link is 6.35 mm of axle, two are 12.7: with 5 mm of way whole links do not always sit.
    short = Frame(chainstay_mm=fit.centre_mm + 0.5, adjust_mm=5, tensioning="sliding")
    assert chain_fit(44, 19, short).state == "fails"
    long = Frame(chainstay_mm=fit.centre_mm + 0.5, adjust_mm=6.5, tensioning="sliding")
    half = chain_fit(44, 19, long)
    assert (half.links - fit.links, half.half_link, half.state) == (1, True, "tight")
    assert "less than wear takes up" in half.what


def test_what_cannot_run_is_named():
    assert chain_fit(44, 19, None).state == "not known"
    touching = chain_fit(120, 60, Frame(chainstay_mm=350))
    assert touching.state == "fails"
    assert "run into each other" in touching.what
    assert chain_fit(44, 19, Frame(chainstay_mm=440), tensioner=True).state == "holds"


def test_a_belt_of_those_that_exist():
    frame = Frame(chainstay_mm=440, adjust_mm=12, tensioning="sliding")
    fit = belt_fit(50, 24, frame, 10, [120, 124, 126, 128])
    # 2·C·cos φ / p + arcs: (126 − 37) / 2 · 10 is 445 mm, less the slant's share: some 443 mm.
    assert (fit.state, fit.teeth) == ("holds", 126)
    assert fit.centre_mm == pytest.approx(443.07, abs=0.05)
    assert fit.room_mm == pytest.approx(452 - 443.07, abs=0.05)
    assert sum(fit.mesh) == pytest.approx(
        37 + 2 * 26 * math.asin(13 * 10 / math.pi / fit.centre_mm) / (2 * math.pi), rel=0.01
    )
    far = belt_fit(50, 24, frame, 10, [120, 130])
    assert far.state == "fails"
    assert "farther back than it goes" in far.what
    assert belt_fit(50, 24, frame, 10, [120]).state == "fails"
    assert belt_fit(50, 24, None, 10, [120]).state == "not known"
    few = belt_fit(
        60, 11, Frame(chainstay_mm=200, adjust_mm=40, tensioning="sliding"), 10, list(range(60, 120))
    )
    assert "teeth are in mesh" in few.what
    # An axle that does not move: only the belt that is right, and even that has nothing to set it by.
    fixed = belt_fit(50, 24, Frame(chainstay_mm=round(fit.centre_mm, 2)), 10, [126])
    assert (fixed.state, fixed.teeth) == ("tight", 126)
    assert fixed.room_mm == pytest.approx(0, abs=0.01)


def test_the_pull_on_a_belt_by_hand():
    # 130 Nm at a circle of 50 · 11 / 2π = 87.5 mm: 1485 N. For 1400 N it takes 53.04 teeth, so 54.
    assert belt_pull_n(130, 50, 11) == pytest.approx(1485.1, abs=0.1)
    assert smallest_front(130, 1400, 11) == 54
    assert belt_pull_n(130, 54, 11) <= 1400 < belt_pull_n(130, 53, 11)


def test_two_chains_that_fit_one_axle():
    found = twins(range(28, 46), range(14, 24), (430, 442))
    for twin in found:
        assert twin.centre_mm == pytest.approx((twin.low.centre_mm + twin.high.centre_mm) / 2)
    assert found
    for twin in found:
        assert twin.apart_mm <= 0.5
        for chain in (twin.low, twin.high):
            radii = chain_radius_mm(chain.front), chain_radius_mm(chain.rear)
            there = loop_pitches(chain.front, chain.rear, chain.centre_mm, CHAIN_PITCH_MM, radii)
            assert there == pytest.approx(chain.links)
            assert chain.links % 2 == 0
        assert twin.low.front != twin.high.front
        assert twin.low.rear != twin.high.rear
        assert 1.1 <= twin.step + 1 <= 3
        assert twin.step + 1 == pytest.approx(twin.high.ratio / twin.low.ratio)
    # By trying: as many as pairs of pairings have axles within half a millimetre.
    one = found[0]
    apart, chains = twin_of([(one.low.front, one.low.rear), (one.high.front, one.high.rear)], (430, 442))
    assert apart == pytest.approx(one.apart_mm)
    assert {chain.links for chain in chains} == {one.low.links, one.high.links}
    assert twin_of([(44, 19)], None) is None
    assert twin_of([(144, 119), (20, 20)], (430, 442)) is None


@pytest.mark.parametrize(
    ("room_mm", "state"), [(-0.1, "fails"), (1.4, "tight"), (2.1, "tight"), (2.3, "holds")]
)
def test_an_axle_that_is_set_must_leave_room_for_a_worn_chain(room_mm, state):
    # A chain is replaced when it has grown by 0.5 %: 2.2 mm of 440 mm.
    found = _set(104, 440.0, 440.0 + room_mm)
    assert found.state == state


def test_how_much_a_chain_is_too_short_is_told():
    # Round equal sprockets a loop of the axles' distance 400 mm has 800 mm of runs and 24 pitches of arcs.
    frame = Frame(chainstay_mm=400, tensioning="vertical")
    [told] = re.findall(
        r"a chain of 80 links is ([\d.]+) mm too short", chain_fit(24, 24, frame, mounted=80).what
    )
    assert float(told) == pytest.approx(800 + (24 - 80) * 12.7, abs=1.0)
