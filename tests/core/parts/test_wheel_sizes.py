"""Wheel sizes by every marking a tyre may carry, after the correspondence tables of ISO 5775."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.parts.wheel import MeasuredRollout, Wheel
from kettledrum.core.parts.wheel_sizes import wheel_sizes
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate


def read(text):
    return [(size.bead_seat_mm, size.tyre_mm) for size in wheel_sizes(text).read]


@pytest.mark.parametrize(
    ("text", "bead_seat_mm", "tyre_mm"),
    [
        ("622", 622, None),
        ("42-622", 622, 42),
        ("42–622", 622, 42),
        ("622x42", 622, 42),
        ("700x42", 622, 42),
        ("700 × 42C", 622, 42),
        ("700C", 622, None),
        ("700", 622, None),
        ("650B", 584, None),
        ("650 x 47B", 584, 47),
        ("650A", 590, None),
        # The same inches, spelt otherwise, are another size.
        ("26 x 1.75", 559, 44),
        ("26×1,75", 559, 44),
        ("26 x 1 3/8", 590, 35),
        ("26 x 1-3/8", 590, 35),
        ("26 x 1 1/2", 584, 38),
        ("26 x 2", 559, 51),
        ("26 x 1", 571, 25),
        ("28 x 1.75", 622, 44),
        ("28 x 1 1/2", 635, 38),
        ("28 x 1 5/8 x 1 3/8", 622, 35),
        ("20 x 1.75", 406, 44),
        ("20 x 1 1/8", 451, 29),
        ("16 x 1 3/8", 349, 35),
        ("27 x 1 1/4", 630, 32),
        ("27.5 x 2.25", 584, 57),
        ("29 in", 622, None),
        ('27,5"', 584, None),
        ("12 1/2 x 2 1/4", 203, 57),
    ],
)
def test_a_marking_is_read(text, bead_seat_mm, tyre_mm):
    assert read(text) == [(bead_seat_mm, tyre_mm)]


@pytest.mark.parametrize(
    ("text", "bead_seats"),
    [
        ("28 in", [622, 642, 635]),
        ("26", [559, 571, 597, 590, 584]),
        ("20", [406, 451]),
        ("650", [584, 571, 590]),
    ],
)
def test_a_marking_that_does_not_tell_gives_every_size_it_may_mean(text, bead_seats):
    assert [bead for bead, _ in read(text)] == bead_seats


def test_a_letter_that_goes_with_no_such_size_marks_nothing():
    assert [read(text) for text in ("450b", "450 x 37 c")] == [[], []]


def test_what_is_no_marking_is_looked_for_in_the_names():
    assert read("fold") == []
    assert [size.bead_seat_mm for size in wheel_sizes("fold").like][:2] == [451, 406]
    assert len(wheel_sizes("").like) == 23
    nothing = wheel_sizes("penny")
    assert (nothing.read, nothing.like) == ([], [])


@given(st.text(max_size=30) | st.from_regex(r"[0-9]{1,3}[ x×,./-]{0,3}[0-9 /.,-]{0,8}[a-c]?", fullmatch=True))
def test_any_text_is_taken(text):
    for size in wheel_sizes(text).read:
        assert size.tyre_mm is None or size.tyre_mm > 0


def test_a_roll_out_is_measured_over_several_turns():
    # Three turns of the wheel: 6.66 m.
    assert MeasuredRollout(turns=3, distance_m=6.66).rollout_mm == 2220
    assert MeasuredRollout(turns=7, distance_m=15.5).rollout_mm == 2214.3


@pytest.mark.parametrize(
    ("measured", "words"),
    [
        ({"turns": 0, "distance_m": 6.66}, "turns: must be from 0.5 to 1000"),
        ({"turns": 3, "distance_m": "far"}, "distance_m: must be a number from 0.1 to 4000 m"),
        ({"turns": 3, "distance_m": 66.6}, "distance_m: is 22.2 m a turn; from 0.3 to 4 m is allowed"),
        ({"turns": 3}, "distance_m: is missing"),
    ],
)
def test_what_no_wheel_rolls_is_refused(measured, words):
    with pytest.raises(InvalidInput, match=words):
        validate(MeasuredRollout, measured)


def test_once_round_a_wheel_by_hand():
    # π · (622 + 2 · 42) mm; a roll-out that was measured leads.
    made = validate(Wheel, {"bead_seat_mm": 622, "tyre_mm": 42})
    assert made.circumference_m == pytest.approx(2.21797, abs=1e-5)
    assert made.diameter_m == pytest.approx(0.706)
    measured = validate(Wheel, {"bead_seat_mm": 622, "tyre_mm": 42, "rollout_mm": 2200})
    assert measured.circumference_m == 2.2
    assert measured.diameter_m == pytest.approx(2.2 / math.pi)
    for known in ({"bead_seat_mm": 622}, {"tyre_mm": 42}, {}):
        with pytest.raises(InvalidInput, match="must have a size and a tyre"):
            validate(Wheel, known)
    assert validate(Wheel, {"rollout_mm": 2100}).circumference_m == 2.1
