"""Student's t against tables, and without a degree of freedom."""

import math

import pytest

from kettledrum.core.terms.student import t_chance, t_quantile


@pytest.mark.parametrize(
    ("degrees", "chance", "expected"),
    # As tables of statistics have them, two-sided 5 % and 10 %.
    [(1, 0.975, 12.706), (2, 0.975, 4.303), (10, 0.975, 2.228), (30, 0.95, 1.697), (1e9, 0.975, 1.960)],
)
def test_quantiles_and_their_chances(degrees, chance, expected):
    assert t_quantile(degrees, chance) == pytest.approx(expected, abs=6e-4)
    assert t_chance(degrees, expected) == pytest.approx(2 * (1 - chance), rel=2e-3)
    assert t_chance(degrees, -expected) == t_chance(degrees, expected)


def test_one_degree_is_the_law_of_cauchy():
    for chance in (0.6, 0.75, 0.9):
        assert t_quantile(1, chance) == pytest.approx(math.tan(math.pi * (chance - 0.5)))


@pytest.mark.parametrize("degrees", [0, -1])
def test_without_a_degree_of_freedom_nothing_is_told(degrees):
    with pytest.raises(ValueError, match="no degree"):
        t_quantile(degrees, 0.9)
    with pytest.raises(ValueError, match="no degree"):
        t_chance(degrees, 1.0)
