"""Sentences about insides, and what is odd in a list of gears, by hand."""

from kettledrum.core.inside.quick_entry import GearEntry, understand
from kettledrum.core.inside.says import inside_says
from kettledrum.core.terms.validation import validate


def test_range_and_steps_are_told_with_their_ends():
    assert inside_says([0.5, 0.6, 0.9], []) == "3 gears over a range of 180 %, in steps of 20 % to 50 %."
    assert inside_says([0.5, 0.75], []) == "2 gears over a range of 150 %, in steps of 50 %."
    assert inside_says([1.0], []) == "1 gear."


def remarks(text: str) -> list[tuple[int, str]]:
    found = understand(validate(GearEntry, {"way": "list", "text": text}))
    return [(each.gear, each.what) for each in found.remarks]


def test_gears_that_fall_are_in_order_and_one_that_rises_is_not():
    assert remarks("2 1.6 1.3 1.04") == []
    assert remarks("2 1.6 1.7 1.3 1.04") == [(2, "gear 3 (1.7) is out of order: higher than the one before")]
    assert remarks("1 1.3 1.2 1.6 2") == [(2, "gear 3 (1.2) is out of order: lower than the one before")]
