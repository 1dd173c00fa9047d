"""Gears as makers print them: understood and told, or asked about; never in silence."""

import math

import pytest

from kettledrum.core.inside.listed_gears import NEEDS_WHEEL, listed_gears
from kettledrum.core.inside.quick_entry import GearEntry, understand
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

THREE = [0.53, 0.64, 0.76]


@pytest.mark.parametrize(
    "text",
    [
        "Gear\tRatio\tStep %\n1\t0.53\t\n2\t0.64\t20.8\n3\t0.76\t18.8",
        "Gear\tStep %\tRatio\n1\t\t0.53\n2\t20.8\t0.64\n3\t18.8\t0.76",
        "Gear;Step %;Ratio\n1;–;0,53\n2;20,8;0,64\n3;18,8;0,76",
        "Gear  Ratio  Step %\n1  0.53\n2  0.64  20.8\n3  0.76  18.8",
        "Gear Ratio Step %\n1 0.53 0\n2 0.64 20.8\n3 0.76 18.8",
        "| Gang | Übersetzung | Sprung % |\n| 1 | 0,53 | |\n| 2 | 0,64 | 20,8 |\n| 3 | 0,76 | 18,8 |",
        "Gear\tRatio %\tStep %\n1\t53\t\n2\t64\t20.8\n3\t76\t18.8",
        "1 2 3\n0.53 0.64 0.76",
        "Gear 1 2 3\nRatio 0.53 0.64 0.76",
        "gear\t1\t2\t3\nratio\t0,53\t0,64\t0,76",
        "0.53:1 0.64:1 0.76:1",
        "1:0.53\n1:0.64\n1:0.76",
        ".53 .64 .76",
        "first 0.53\nsecond 0.64\nthird 0.76",
    ],
)
def test_what_stands_in_tables_and_rows_is_taken_as_it_stands(text):
    found = listed_gears(text)
    assert found.ratios == pytest.approx(THREE)
    assert found.told == []


@pytest.mark.parametrize(
    ("text", "ratios", "told"),
    [
        ("44x19", [44 / 19], "44x19 was taken as teeth: 2.316 turns of the wheel for one"),
        ("44/19 42/19", [44 / 19, 42 / 19], "44/19 was taken as teeth"),
        ("30 × 34\n32 × 32", [30 / 34, 1], "30 × 34 was taken as teeth"),
        ("44:19", [44 / 19], "44:19 was taken as teeth"),
        ("1/2", [0.5], "1/2 was taken as a fraction: 0.5"),
        ("3/4 1 4/3", [0.75, 1, 4 / 3], "3/4 was taken as a fraction: 0.75"),
        ("527 644 774 1000 1615", [0.527, 0.644, 0.774, 1, 1.615], "as thousandths: 527 as 0.527"),
        ("53 64 76", THREE, "whole numbers were taken as percents: 53 as 0.53"),
        ("Nine-speed hub 2019\n0.53\n0.64\n0.76", THREE, "“Nine-speed hub 2019” was taken for a title"),
        ("Hub of 2019: 0.53 0.64 0.76", THREE, "2019 stands among ratios and was left out"),
        ("Hub of 2019: 0.53 0.64", [0.53, 0.64], "2019 stands among ratios and was left out"),
        ("3-speed hub: 0.53 0.64 0.76", THREE, "how many speeds it is said to have was left out"),
        ("Mill hub 1987, 3 speeds\n53 %\n64 %\n76 %", THREE, "“Mill hub 1987, 3 speeds” was taken for a"),
    ],
)
def test_what_is_made_of_it_is_told(text, ratios, told):
    found = listed_gears(text)
    assert found.ratios == pytest.approx(ratios)
    assert any(told in words for words in found.told)


def test_halves_stand_for_themselves():
    assert listed_gears("½ ¾ 1").ratios == [0.5, 0.75, 1]
    assert listed_gears("½ ¾ 1").told == []


@pytest.mark.parametrize(("lowest", "share"), [(299, 100), (300, 1000)])
def test_where_percents_end_and_thousandths_begin(lowest, share):
    assert listed_gears(f"{lowest} 400 500").ratios[0] == lowest / share


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ('32.6" 40.1"', "holds gear inches, in which the wheel and the sprockets are counted"),
        ("32.6 in\n40.1 in", "holds gear inches"),
        ("2,40 m 2,95 m", "holds metres a turn of the cranks, in which the wheel"),
    ],
)
def test_developments_ask_for_wheel_and_teeth(text, words):
    with pytest.raises(InvalidInput) as found:
        listed_gears(text)
    [problem] = found.value.problems
    assert (problem.where, problem.code) == ("text", NEEDS_WHEEL)
    assert problem.what.startswith(words)
    with pytest.raises(InvalidInput):
        listed_gears(text, turn_m=2.1)
    with pytest.raises(InvalidInput):
        listed_gears(text, primary=2)


def test_developments_over_wheel_and_teeth_are_what_is_inside():
    # 2.1 m round, 42 × 21: 4.2 m a turn in direct drive.
    found = listed_gears("2,10 m 4,20 m 6,30 m", turn_m=2.1, primary=2)
    assert found.ratios == pytest.approx([0.5, 1, 1.5])
    assert found.told == [
        "metres a turn of the cranks were divided by a wheel of 2.1 m and sprockets of 2 to one"
    ]
    # A wheel of 27 inches across rolls 27 × π inches.
    found = listed_gears('27" 54" 81"', turn_m=27 * 0.0254 * math.pi, primary=2)
    assert found.ratios == pytest.approx([0.5, 1, 1.5])
    entry = {"way": "list", "text": "2,10 m 4,20 m", "wheel_m": 2.1, "front": 42, "rear": 21}
    understood = understand(validate(GearEntry, entry))
    assert understood.ratios == [0.5, 1]
    assert understood.remarks[0].gear is None


@pytest.mark.parametrize("text", ["12 km/h 15 km/h", "330 mm 400 mm"])
def test_speeds_and_lengths_are_no_ratios(text):
    with pytest.raises(InvalidInput, match="holds speeds or lengths"):
        listed_gears(text)


@pytest.mark.parametrize("way", ["ends", "steps"])
def test_a_lowest_ratio_near_nothing_is_refused_in_words(way):
    entry = {"way": way, "lowest": 1e-6, "text": "20 30", "range": 4, "count": 5}
    with pytest.raises(InvalidInput, match=r"lowest: makes a gear 1 of 1e-06; from 0.001 to 20 is allowed"):
        understand(validate(GearEntry, entry))
    assert understand(validate(GearEntry, entry | {"lowest": 0.001})).ratios[0] == 0.001


@pytest.mark.parametrize(
    ("text", "ratios"),
    [
        # Two rows that count on are no titles over gears, nor is a row of two.
        ("1 2 3\n2 3 4", None),
        ("1 2\n0.5 0.8", [0.5, 0.8]),
        # A first column of names stands beside titles that count it.
        ("name  ratio  step %\nlow  0.53  20\nmiddle  0.64  19\nhigh  0.76  18", [0.53, 0.64, 0.76]),
        # Titles of which more stand before the figures than names: which goes with which cannot be told.
        ("ratio  kept  in\nlow  0.53  20\nhigh  0.76  18", [0.53, 0.76]),
        ("ratio  step %\n0.53  20\n0.64  19\n0.76  18", [0.53, 0.64, 0.76]),
        # Titles with one space between them, over columns of which another runs one way too.
        ("gear feel ratio\n1 3.5 0.53\n2 5 0.64\n3 7 0.76", [0.53, 0.64, 0.76]),
        # Only the first figure of a cell counts.
        ("gear\tratio\n1\t0.53 (lowest of 3)\n2\t0.64 (2)\n3\t0.76", [0.53, 0.64, 0.76]),
        # One year among three ratios; two of them beside two are not told apart.
        ("0.53 2019 0.64 0.76", [0.53, 0.64, 0.76]),
    ],
)
def test_rows_columns_and_years(text, ratios):
    found = listed_gears(text).ratios
    if ratios is None:
        assert len(found) > 3
    else:
        assert found == pytest.approx(ratios)


def test_a_ratio_beyond_any_gear_is_no_year_where_it_has_decimals():
    assert listed_gears("0.5 1.5 19.5 21").ratios == [0.5, 1.5, 19.5]
    assert listed_gears("0.5 25.5").ratios == [0.5, 25.5]
    # More odd ones than ratios: nothing is left out in silence, and what follows is refused.
    assert 2019 in listed_gears("0.5 2019 2020").ratios


@pytest.mark.parametrize("half", [{"front": 40}, {"rear": 20}, {}])
def test_half_a_pairing_is_none(half):
    # Ratios need no teeth; metres a turn need both, and say so.
    plain = understand(validate(GearEntry, {"way": "list", "text": "0.5 1.0 2.0", **half}))
    assert plain.ratios == [0.5, 1.0, 2.0]
    with pytest.raises(InvalidInput):
        understand(
            validate(GearEntry, {"way": "list", "text": "2.2 m, 4.4 m, 8.8 m", "wheel_m": 2.2, **half})
        )


@pytest.mark.parametrize(
    "text",
    [
        # A title alone, and one that stands among the rows: there is no table under it.
        "Ratio\tStep\n0.53",
        "0.53\t0.64\t0.76",
    ],
)
def test_a_title_without_a_table_under_it_changes_nothing(text):
    assert listed_gears(text).ratios == pytest.approx([float(w) for w in text.split() if w[0] == "0"])
