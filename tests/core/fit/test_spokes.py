"""Spokes: their lengths against the distance in space, and lacing that cannot be."""

import math

import pytest

from kettledrum.core.fit.spokes import spoke_lengths, spoke_mm
from kettledrum.core.parts.fitting import SpokeHoles
from kettledrum.core.parts.rim import Rim

SPOKES = SpokeHoles(holes=32, flange_mm=(58, 60), offset_mm=(34, 20), hole_mm=2.5)


def test_a_spokes_length_against_the_distance_in_space():
    for crosses in range(4):
        turn = 2 * math.pi * 2 * crosses / 32
        head = (29 * math.cos(turn), 29 * math.sin(turn), 34)
        assert spoke_mm(600, 58, 34, 32, crosses, 2.5) == pytest.approx(math.dist(head, (300, 0, 0)) - 1.25)
    # Radially: √((300 − 29)² + 34²) − 1.25.
    assert spoke_mm(600, 58, 34, 32, 0, 2.5) == pytest.approx(math.hypot(271, 34) - 1.25)


@pytest.mark.parametrize(
    ("off", "state"),
    [(0.4, "holds"), (-0.9, "holds"), (0.9, "tight"), (-1.9, "tight"), (1.2, "fails"), (-2.2, "fails")],
)
def test_old_spokes_do_within_their_threads(off, state):
    plain = spoke_lengths(SPOKES, Rim(holes=32, effective_mm=600, crosses=3))
    assert plain.state == "not known"
    old = (plain.left_mm + off, plain.right_mm)
    found = spoke_lengths(SPOKES, Rim(holes=32, effective_mm=600, crosses=3, spokes_mm=old))
    assert found.state == state


def test_holes_that_are_not_stated_are_taken_and_told():
    rim = Rim(holes=32, effective_mm=600, crosses=3)
    taken = spoke_lengths(SPOKES.model_copy(update={"hole_mm": None}), rim)
    stated = spoke_lengths(SPOKES.model_copy(update={"hole_mm": 2.6}), rim)
    assert (taken.left_mm, taken.right_mm) == (stated.left_mm, stated.right_mm)
    assert taken.what.endswith("; holes of 2.6 mm in the flanges taken")
    assert "taken" not in stated.what


def test_an_offset_rim_brings_both_sides_together():
    plain = spoke_lengths(SPOKES, Rim(holes=32, effective_mm=600, crosses=3))
    moved = spoke_lengths(SPOKES, Rim(holes=32, effective_mm=600, crosses=3, offset_mm=-3))
    assert moved.left_mm == pytest.approx(spoke_mm(600, 58, 31, 32, 3, 2.5))
    assert moved.right_mm == pytest.approx(spoke_mm(600, 60, 23, 32, 3, 2.5))
    assert abs(moved.left_mm - moved.right_mm) < abs(plain.left_mm - plain.right_mm)


@pytest.mark.parametrize(
    ("holes", "rim", "crosses", "words"),
    [
        (20, 20, 3, "3 crosses on 20 holes turn each spoke by 108°, past its tangent: at most 2"),
        (32, 36, 3, "the hub has 32 holes, the rim 36"),
        (30, 30, 2, "30 holes cannot be laced alike"),
    ],
)
def test_spokes_that_cannot_be_laced_are_named(holes, rim, crosses, words):
    hub_holes = SPOKES.model_copy(update={"holes": holes})
    found = spoke_lengths(hub_holes, Rim(holes=rim, effective_mm=500, crosses=crosses))
    assert found.state == "fails"
    assert words in found.what
    assert found.left_mm is None
