"""What is said of all riding: the very choice that stands below it, and what a second bicycle adds."""

import pytest

from kettledrum.core.lineup.coverage_says import coverage_says
from kettledrum.core.roads.ride_result import Choice, SetupCoverage


def covers(name, share, price=None):
    return SetupCoverage(
        name=name,
        in_band=share,
        grinding=1 - share,
        walking=0,
        spun_out=0,
        roads=[share],
        missed=[],
        price=price,
    )


def choice(*names, covered):
    return Choice(setups=list(names), covered=covered, on=[names[0]], price=None)


def test_nothing_to_choose_from():
    assert coverage_says([], None, None).startswith("Add a setup")


def test_the_one_that_is_chosen_is_named_though_another_covers_a_hair_more():
    setups = [covers("dear", 0.998), covers("fair", 0.997)]
    says = coverage_says(setups, choice("fair", covered=0.997), None)
    assert says == "“fair” covers 100 % of your riding with an easy cadence."


@pytest.mark.parametrize(
    ("together", "ends"),
    [
        (0.904, "; a second bicycle would add next to nothing."),
        (0.906, "; “A” and “B” together cover 91 %."),
        (0.98, "; “A” and “B” together cover 98 %."),
    ],
)
def test_a_second_bicycle(together, ends):
    setups = [covers("A", 0.9), covers("B", 0.5)]
    says = coverage_says(setups, choice("A", covered=0.9), choice("A", "B", covered=together))
    assert says == f"“A” covers 90 % of your riding with an easy cadence{ends}"


def test_on_plain_terrain_the_one_that_covers_most_is_named():
    says = coverage_says([covers("A", 0.4), covers("B", 0.6)], None, None)
    assert says == "“B” covers 60 % of your riding with an easy cadence."
