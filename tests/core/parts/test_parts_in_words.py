"""What a shelf offers and what is missing on it, in words."""

from kettledrum.core.parts.part import Part
from kettledrum.core.parts.says import parts_says
from kettledrum.core.terms.validation import validate


def part(kind="hub", name="a hub", **more) -> Part:
    made = {"gears": {"ratios": [0.5, 1.0, 2.0]}} if kind in ("hub", "gearbox") else {"teeth": [11, 44]}
    return validate(Part, {"kind": kind, "name": name, **made, **more})


def test_an_empty_shelf_says_what_to_do():
    assert parts_says([]).startswith("There are no parts yet: add one")


def test_kinds_are_counted_the_most_first_and_the_widest_range_is_named():
    wide = part(name="wide", gears={"ratios": [0.5, 2.5]})
    told = parts_says([part("gearbox"), wide, part(), part("cassette", "teeth", price=20, mass_kg=0.3)])
    assert told == (
        "2 hubs, 1 gearbox and 1 cassette. The widest range, 500 %, is that of “wide”. "
        "Still missing: 3 without a price, 3 without a mass and 3 with nothing stated of what they bear."
    )


def test_nothing_is_missing_where_all_is_stated():
    whole = {"price": 0, "mass_kg": 1.2, "limits": {"primary_ratio_min": 1.8}}
    assert parts_says([part(**whole), part(**whole)]).endswith(
        "Nothing is missing of price, mass and limits."
    )
    one = parts_says([part(price=0, mass_kg=1.2)])
    assert one.endswith("Still missing: 1 with nothing stated of what it bears.")


def test_a_range_of_nothing_is_not_praised():
    single = part("cassette", "one", teeth=[18], price=1, mass_kg=1)
    assert parts_says([single]) == "1 cassette. Nothing is missing of price, mass and limits."
