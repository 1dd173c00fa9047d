"""Bounds on a figure: by how much it is beyond them, at the bound itself and a hair beside it."""

import pytest

from kettledrum.core.terms.bounds import Bounds
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate


@pytest.mark.parametrize(
    ("bounds", "value", "beyond"),
    [
        ({"at_most": 10}, 12.5, 2.5),
        ({"at_most": 10}, 10, 0),
        ({"at_most": 10}, 9, 0),
        ({"at_least": 4}, 1.5, 2.5),
        ({"at_least": 4}, 4, 0),
        ({"at_least": 4, "at_most": 10}, 3, 1),
        ({"at_least": 4, "at_most": 10}, 11, 1),
        ({"at_least": 4, "at_most": 10}, 7, 0),
        ({"at_least": 0}, 0, 0),
        ({}, 1e9, 0),
        # What arithmetic leaves over is not beyond.
        ({"at_most": 0.3}, 0.1 + 0.2, 0),
    ],
)
def test_by_how_much_a_figure_is_beyond(bounds, value, beyond):
    made = validate(Bounds, bounds)
    assert made.beyond(value) == pytest.approx(beyond)
    assert made.takes(value) == (beyond == 0)
    assert made.are_there == bool(bounds)


def test_what_is_not_known_is_not_within_and_crossed_bounds_are_refused():
    assert not validate(Bounds, {"at_most": 10}).takes(None)
    with pytest.raises(InvalidInput, match="at_least: must be at most 3, the most that is allowed"):
        validate(Bounds, {"at_least": 4, "at_most": 3})
