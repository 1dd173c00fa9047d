"""Figures as the tables of the command line write them."""

import pytest

from kettledrum.commands.tables.grid import apart, percent


@pytest.mark.parametrize(
    ("share", "places", "told"),
    [
        (0.123, 0, "+12\u00a0%"),
        (-0.123, 1, "\u221212.3\u00a0%"),
        # What comes to nothing is neither more nor less.
        (-0.004, 0, "0\u00a0%"),
        (0.004, 0, "0\u00a0%"),
        (0.0, 1, "0.0\u00a0%"),
        (-0.004, 1, "\u22120.4\u00a0%"),
        (None, 0, "—"),
    ],
)
def test_what_is_apart_has_a_sign_unless_it_is_nothing(share, places, told):
    assert apart(share, places) == told


def test_shares_are_told_in_percent():
    assert (percent(0.0444), percent(1, 0), percent(None)) == ("4.4\u00a0%", "100\u00a0%", "—")
