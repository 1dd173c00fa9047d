"""Gears in the many ways in which makers state them and riders count them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.inside.gears import MOST_GEARS
from kettledrum.core.inside.quick_entry import GearEntry, understand
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

NINE = [0.53, 0.64, 0.76, 0.91, 1.0, 1.18, 1.42, 1.69, 2.02]


def understood(**entry):
    return understand(validate(GearEntry, entry))


def listed(text):
    return understood(way="list", text=text).ratios


@pytest.mark.parametrize(
    "text",
    [
        "0.53 0.64 0.76",
        "0.53, 0.64, 0.76",
        "0.53,0.64,0.76",
        "0,53 0,64 0,76",
        "0,53; 0,64; 0,76",
        "53 % 64 % 76 %",
        "53 64 76",
        "0.53\n0.64\n0.76",
        "gear 1: 0,53\ngear 2: 0,64\ngear 3: 0,76",
        "Gear 1 = 53 %\nGear 2 = 64 %\nGear 3 = 76 %",
        "1) 0.53\n2) 0.64\n3) 0.76",
        "1. 0.53\n2. 0.64\n3. 0.76",
        "1\t0.53\t1.18 m\n2\t0.64\t1.42 m\n3\t0.76\t1.69 m",
        "1\t0,53\t12,3\n2\t0,64\t11,1\n3\t0,76\t14,0",
        "Gear\tRatio\n1\t0.53\n2\t0.64\n3\t0.76",
    ],
)
def test_a_list_or_a_table_is_read_as_it_comes(text):
    assert listed(text) == [0.53, 0.64, 0.76]


def test_a_table_from_the_highest_gear_down_stays_in_its_order():
    assert listed("9;2,02\n8;1,69\n7;1,42") == [2.02, 1.69, 1.42]
    assert understood(way="list", text="2.02 1.69 1.42 1.18").remarks == []


def test_steps_are_counted_up_from_the_lowest():
    # 0.5; 20 % up 0.6; 25 % up 0.75.
    assert understood(way="steps", lowest=0.5, text="20 % 25 %").ratios == [0.5, 0.6, 0.75]


@pytest.mark.parametrize("span", [4, 400])
def test_even_steps_between_two_ends(span):
    # Four times in two steps: each doubles.
    assert understood(way="ends", lowest=0.5, range=span, count=3).ratios == [0.5, 1, 2]


def test_turns_counted_on_the_bench():
    # Ten turns of the cranks on 44 × 22 turn the wheel 20 times in direct drive: 11 turns are 0.55 inside.
    found = understood(way="bench", text="11 20 33.4", crank_turns=10, front=44, rear=22, read_to=0.1)
    assert found.ratios == [0.55, 1, 1.67]
    # A tenth of a turn in 11 is 0.9 %.
    assert found.uncertainty == pytest.approx([0.1 / 11, 0.1 / 20, 0.1 / 33.4])


@pytest.mark.parametrize(
    ("ratios", "gear", "what"),
    [
        ([0.53, 0.64, 0.76, 0.91, 0.1, 1.18], 4, "gear 5 (0.1) is out of order: lower than the one before"),
        ([0.53, 0.64, 0.64, 0.76, 0.91], 2, "gear 3 (0.64) is the same as the one before"),
        ([0.5, 0.6, 0.72, 1.2, 1.44], 3, "the step to gear 4 (1.2) is 67 %; the others are about 20 %"),
        ([2, 1.6, 1.7, 1.3, 1.0], 2, "gear 3 (1.7) is out of order: higher than the one before"),
    ],
)
def test_odd_entries_are_pointed_at(ratios, gear, what):
    remarks = understood(way="list", text=" ".join(map(str, ratios))).remarks
    assert (remarks[0].gear, remarks[0].what) == (gear, what)


def test_a_usual_hub_gives_no_remark():
    assert understood(way="list", text=" ".join(map(str, NINE))).remarks == []


@pytest.mark.parametrize(
    ("entry", "words"),
    [
        ({"way": "list", "text": "none at all"}, "text: holds no number"),
        ({"way": "list", "text": ""}, "text: holds no number"),
        ({"way": "list", "text": "0 1"}, "text: makes a gear 1 of 0; from 0.001 to 20 is allowed"),
        ({"way": "list", "text": "1 " * 401}, "text: holds 401 gears; at most 400 are taken"),
        ({"way": "steps", "text": "500 " * 9}, "text: makes a gear 3 of 36"),
        ({"way": "ends", "lowest": 0.5, "count": 9}, "range: is missing"),
        ({"way": "ends", "lowest": 0.5, "range": 90, "count": 9}, "range: must be above 1, or above 100 %"),
        ({"way": "ends", "lowest": 0.5, "range": 4, "count": 1}, "count: must be a whole number from 2 to"),
        ({"way": "bench", "text": "11"}, "front: is missing: the teeth"),
        ({"way": "guess", "text": "11"}, "way: must be"),
    ],
)
def test_what_cannot_be_understood_is_said(entry, words):
    with pytest.raises(InvalidInput) as refusal:
        understood(**entry)
    assert str(refusal.value).startswith(words)


def test_as_many_gears_as_a_part_may_have_are_taken():
    most = " ".join(["1"] * MOST_GEARS)
    assert len(listed(most)) == MOST_GEARS
    with pytest.raises(InvalidInput, match=f"holds {MOST_GEARS + 1} gears; at most {MOST_GEARS} are taken"):
        listed(f"{most} 1")


@given(st.lists(st.floats(0.2, 5).map(lambda ratio: round(ratio, 3)), min_size=2, max_size=14, unique=True))
def test_any_list_of_ratios_comes_back_as_it_was(ratios):
    assert listed(" ".join(f"{ratio:.3f}" for ratio in ratios)) == pytest.approx(ratios)
    assert listed("\n".join(f"{ratio:.3f}".replace(".", ",") for ratio in ratios)) == pytest.approx(ratios)


@given(st.text(max_size=60))
def test_any_text_is_understood_or_refused_in_words(text):
    refusal = ""
    try:
        ratios = listed(text)
    except InvalidInput as error:
        ratios, refusal = [], str(error)
    assert all(0 < ratio <= 20 for ratio in ratios)
    assert ratios or refusal.startswith("text: ")
