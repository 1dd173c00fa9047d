"""A cassette named by its two ends is asked about, and filled in even steps."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import setup, sprockets
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.parts.cassette_range import (
    ENDS_OF_CASSETTE,
    KnownCassette,
    cassette_range,
    ends_check,
    even_teeth,
)
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate


@pytest.mark.parametrize(
    ("rear", "words"),
    [
        ([11, 46], "11 to 46 is a step of 318 %"),
        ([46, 11], "11 to 46 is a step of 318 %"),
        ([11, 13, 30, 34], "13 to 30 is a step of 131 %"),
        ([20, 33], "20 to 33 is a step of 65 %"),
        ([20, 32], None),
        ([18], None),
        ([11, 13, 15, 18, 21, 24, 28], None),
    ],
)
def test_a_step_no_chain_would_climb_is_asked_about(rear, words):
    check = ends_check(rear, "path[0].rear")
    assert (check is None) is (words is None)
    asked = [each for each in checks_of(rear) if each.code == ENDS_OF_CASSETTE]
    assert asked == ([] if check is None else [check])
    if check is not None:
        assert (check.where, check.state) == ("path[0].rear", "not known")
        assert check.what.startswith(words)


def test_only_a_cassette_with_both_ends_may_be_meant():
    shelf = [
        KnownCassette(name="both", teeth=[46, 11, 20, 30]),
        KnownCassette(name="lower", teeth=[11, 20, 42]),
        KnownCassette(name="upper", teeth=[13, 30, 46]),
    ]
    found = cassette_range(11, 46, 12, shelf)
    assert [(each.name, each.teeth) for each in found.known] == [("both", [11, 20, 30, 46])]
    assert found.even == even_teeth(11, 46, 12)
    assert cassette_range(11, 46, None, shelf).even is None


def checks_of(rear):
    return gear_table(validate(Setup, setup(sprockets([40], rear))), (60, 90)).checks


@pytest.mark.parametrize(
    ("ends", "count", "teeth"),
    [
        # Each 1.809 times the one before: 19.9.
        ((11, 36), 3, [11, 20, 36]),
        ((11, 46), 2, [11, 46]),
        ((11, 44), 5, [11, 16, 22, 31, 44]),
        ((11, 13), 9, [11, 12, 13]),
        ((11, 16), 6, [11, 12, 13, 14, 15, 16]),
    ],
)
def test_steps_as_even_as_whole_teeth_allow(ends, count, teeth):
    assert even_teeth(*ends, count) == teeth


@given(st.integers(5, 30), st.integers(1, 60), st.integers(2, 30))
def test_any_cassette_rises_from_end_to_end(smallest, more, count):
    teeth = even_teeth(smallest, smallest + more, count)
    assert (teeth[0], teeth[-1]) == (smallest, smallest + more)
    assert all(after > before for before, after in pairwise(teeth))
    assert len(teeth) == min(count, more + 1)
