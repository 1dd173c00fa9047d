"""Names that are free, states in their order, and what was assumed, in words."""

import pytest

from kettledrum.core.terms.assumed import Assumed
from kettledrum.core.terms.check import RANK
from kettledrum.core.terms.names import free_name
from kettledrum.core.terms.quantities import NAME_LENGTH


def test_the_first_number_that_is_free():
    assert free_name("Hub", []) == "Hub"
    assert free_name("Hub", ["Hub"]) == "Hub 2"
    assert free_name("Hub", ["Hub", "Hub 2", "Hub 4"]) == "Hub 3"
    long = "x" * NAME_LENGTH
    assert free_name(long, [long]) == "x" * (NAME_LENGTH - 2) + " 2"
    spaced = "x" * (NAME_LENGTH - 3) + " yz"
    assert free_name(spaced, [spaced]) == "x" * (NAME_LENGTH - 3) + " 2"


def test_states_from_the_best_to_the_worst():
    assert sorted(RANK, key=RANK.__getitem__) == ["holds", "tight", "not known", "fails"]
    assert sorted(RANK.values()) == list(range(4))


@pytest.mark.parametrize(
    ("value", "unit", "taken", "words"),
    [
        (0.05, "share", None, "drag (5 %)"),
        (17.0, "kg", None, "drag (17 kg)"),
        (0.55, "", None, "drag (0.55)"),
        (0.008, "", "asphalt", "drag (asphalt)"),
        (None, "", "a plain road", "drag (a plain road)"),
    ],
)
def test_what_was_assumed_in_words(value, unit, taken, words):
    assert str(Assumed(where="", what="drag", value=value, unit=unit, taken=taken)) == words
