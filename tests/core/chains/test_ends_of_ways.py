"""Chains and belts at the ends of what holds: play, the way of an axle, gaps of cassettes, by hand."""

import math

import pytest

from examples import setup, sprockets
from kettledrum.core.chains.belt import belt_fit
from kettledrum.core.chains.chain import chain_fit
from kettledrum.core.chains.chainline import chainline
from kettledrum.core.chains.loop import centre_for, chain_radius_mm, loop_pitches
from kettledrum.core.chains.twin import twin_of
from kettledrum.core.parts.frame import Frame
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate

PITCH = 12.7


def fixed(stay):
    return validate(Frame, {"chainstay_mm": stay, "tensioning": "vertical"})


@pytest.mark.parametrize(("play", "state"), [(24, "holds"), (26, "tight"), (39, "tight"), (41, "fails")])
def test_a_slack_run_moves_so_far(play, state):
    # A loop too long by 2·Δ lets a run sag as a triangle: play² = (c + 2·Δ)² − c².
    links, teeth = 100, 20
    right = (links - teeth) * PITCH / 2
    stay = right
    for _ in range(60):
        off = (math.sqrt(stay**2 + play**2) - stay) / 2
        stay = right - off
    found = chain_fit(teeth, teeth, fixed(stay), mounted=links)
    assert found.play_mm == pytest.approx(play, rel=0.02)
    assert found.state == state


def test_a_chain_on_an_axle_that_does_not_move_is_where_its_links_put_it():
    # 44 and 16 teeth differ much: whichever way the search starts, the loop of those links closes there.
    found = chain_fit(44, 16, fixed(440))
    radii = tuple(PITCH / (2 * math.sin(math.pi / teeth)) for teeth in (44, 16))
    assert loop_pitches(44, 16, found.centre_mm, PITCH, radii) == pytest.approx(found.links, abs=1e-6)


@pytest.mark.parametrize(
    ("teeth", "gap"),
    [
        ([11, 13, 15, 18, 21, 24, 28, 32], 4.8),
        ([11, 13, 15, 17, 20, 23, 26, 30, 34], 4.35),
        ([11, 13, 15, 17, 19, 22, 25, 28, 32, 36], 3.95),
        ([11, 13, 15, 17, 19, 21, 24, 28, 32, 37, 42], 3.7),
        ([11, 12, 14, 16, 18, 21, 24, 28, 32, 37, 43, 50], 3.5),
    ],
)
def test_more_sprockets_stand_closer_and_none_is_as_wide_as_those_of_fewer(teeth, gap):
    stage = {**sprockets([40], teeth), "run": {"front_line_mm": 45, "rear_line_mm": 45}}
    line = chainline(validate(Setup, setup(stage)).path, 0, 440)
    # From the middle to the end (n − 1)/2 gaps; all cassettes are 30 to 41 mm wide over all.
    width = 2 * max(abs(each.offset_mm) for each in line.slants)
    assert width == pytest.approx((len(teeth) - 1) * gap)
    assert 30 < width < 41


def test_two_chains_take_the_nearest_of_their_combinations():
    pairs = [(30, 21), (42, 17)]
    found = twin_of(pairs, (430.0, 460.0))
    assert found is not None
    apart, chains = found
    # Against every combination of whole links on that way.
    places = []
    for front, rear in pairs:
        radii = tuple(PITCH / (2 * math.sin(math.pi / teeth)) for teeth in (front, rear))
        own = []
        for links in range(80, 120, 2):
            low, high = 300.0, 600.0
            for _ in range(60):
                middle = (low + high) / 2
                low, high = (
                    (middle, high)
                    if loop_pitches(front, rear, middle, PITCH, radii) < links
                    else (low, middle)
                )
            if 429 <= low <= 461:
                own.append(low)
        places.append(own)
    assert apart == pytest.approx(min(abs(one - other) for one in places[0] for other in places[1]), abs=1e-6)
    assert [chain.links % 2 for chain in chains] == [0, 0]


@pytest.mark.parametrize(("over", "fits"), [(0.9, True), (1.1, False)])
def test_an_axle_may_lie_a_little_beyond_its_way(over, fits):
    # 40 and 20 teeth with 100 links sit at one place; the way ends so much before it.
    radii = tuple(PITCH / (2 * math.sin(math.pi / teeth)) for teeth in (40, 20))
    low, high = 300.0, 600.0
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (middle, high) if loop_pitches(40, 20, middle, PITCH, radii) < 100 else (low, middle)
    for reach in ((low - 3, low - over), (low + over, low + 3)):
        found = twin_of([(40, 20)], reach)
        assert (found is not None) == fits


def test_of_two_belts_that_nearly_fit_the_nearer_is_told():
    radii = [11 / (2 * math.sin(math.pi / teeth)) for teeth in (50, 24)]
    right = loop_pitches(50, 24, 455, 11, (radii[0], radii[1]))
    lengths = [math.floor(right) - 9, math.floor(right) - 2, math.ceil(right) + 5, math.ceil(right) + 20]
    found = belt_fit(50, 24, fixed(455), 11, lengths)
    assert found.teeth == math.floor(right) - 2


def test_a_run_between_unlike_sprockets_is_as_long_as_its_tangent():
    # 53 and 11 teeth on a short stay: the run is 4 % shorter than from axle to axle.
    radii = chain_radius_mm(53), chain_radius_mm(11)
    found = chain_fit(53, 11, fixed(300), mounted=82)
    run = math.sqrt(300**2 - (radii[0] - radii[1]) ** 2)
    assert run < 290
    centre = centre_for(53, 11, 82, PITCH, radii)
    # The loop is too long by the way its axle would go, along both runs.
    too_long = 2 * (run / 300) * (centre - 300)
    assert too_long > 0
    half = run / 2
    play = 2 * math.sqrt((half + too_long / 2) ** 2 - half**2)
    assert found.play_mm == pytest.approx(play, rel=1e-6)
