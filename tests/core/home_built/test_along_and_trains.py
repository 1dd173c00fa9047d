"""A shaft along its length, the sizes that can be had, and rows of sprockets against trying them all."""

import math
from collections import Counter
from itertools import pairwise, product

import pytest
from test_shafts import STEEL, drive

from kettledrum.core.home_built.shaft import BARS_MM, shaft_check
from kettledrum.core.home_built.trains import _LOOKED_AT, MOST_IN_A_STAGE, _near, nearest_trains
from kettledrum.core.home_built.wiring import FUSES_A
from kettledrum.core.parts.materials import MATERIALS, core_mm


def test_between_the_forces_the_shaft_is_drawn_as_it_bends():
    # One chain 20 mm from a bearing of 100 mm: it gives way most at √((L² − b²) / 3) from the other.
    shaft = {"after": 0, "diameter_mm": 12, "span_mm": 100, "driving_at_mm": 80}
    built = drive(shaft)
    along = shaft_check(built, built.shafts[0]).along
    assert along.at_mm == sorted(along.at_mm)
    assert max(after - before for before, after in pairwise(along.at_mm)) <= 5
    assert {0.0, 80.0, 100.0} <= set(along.at_mm)
    most = max(along.deflection_mm, key=abs)
    where = along.at_mm[along.deflection_mm.index(most)]
    a, b, length = 80, 20, 100
    assert where == pytest.approx(math.sqrt((length**2 - b**2) / 3), abs=4)
    # F·b·(L² − b²)^(3/2) / (9·√3·L·E·I), against F·a²·b² / (3·E·I·L) under the force.
    under = along.deflection_mm[along.at_mm.index(80)]
    ratio = b * (length**2 - b**2) ** 1.5 / (9 * math.sqrt(3)) / (a**2 * b**2 / 3)
    assert most / under == pytest.approx(ratio, rel=5e-3)
    # The moment rises to F·a·b / L at the force.
    [pull] = shaft_check(built, built.shafts[0]).pulls
    assert max(map(abs, along.moment_nm)) == pytest.approx(abs(pull.newton) * a * b / length / 1000)
    assert STEEL == 210_000
    # A wheel outside of the bearings is where the shaft begins or ends, evenly from there on.
    outside = drive({**shaft, "driving_at_mm": -30})
    ends = shaft_check(outside, outside.shafts[0]).along.at_mm
    assert (ends[0], ends[-1]) == (-30, 100)
    assert {0.0} < set(ends)
    assert max(after - before for before, after in pairwise(ends)) <= 6


def test_sizes_that_can_be_had_rise_evenly_and_hold_what_bearings_and_fuses_are_made_for():
    for sizes, widest in ((BARS_MM, 1.34), (FUSES_A, 1.51)):
        assert list(sizes) == sorted(set(sizes))
        assert max(after / before for before, after in pairwise(sizes)) <= widest
    # Bores of rolling bearings (ISO 15).
    assert {10, 12, 15, 17, *range(20, 41, 5)} <= set(BARS_MM)


@pytest.mark.parametrize(
    ("size", "core"),
    # d₃ as ISO 965 and handbooks of machine elements list it for coarse threads.
    [
        (5, 4.019),
        (6, 4.773),
        (8, 6.466),
        (10, 8.160),
        (12, 9.853),
        (16, 13.546),
        (20, 16.933),
        (24, 20.319),
        (30, 25.706),
        (36, 31.093),
        (42, 36.479),
        (48, 41.866),
        (56, 49.252),
        (64, 56.639),
    ],
)
def test_threaded_rods_bear_with_their_core(size, core):
    rod = next(each for each in MATERIALS.values() if each.threaded)
    assert core_mm(size, rod) == pytest.approx(core, abs=1e-3)
    plain = next(each for each in MATERIALS.values() if not each.threaded)
    assert core_mm(size, plain) == size


def test_a_bar_thicker_than_its_standard_goes_by_the_last_entry():
    for material in MATERIALS.values():
        assert material.yield_mpa(10_000) == material.yields[-1][1]
        assert material.yield_mpa(material.yields[0][0]) == material.yields[0][1]
        if len(material.yields) > 1:
            assert material.yield_mpa(material.yields[0][0] + 0.01) == material.yields[1][1]


STOCK = [9, 11, 14, 18, 24, 28, 36, 44]


@pytest.mark.parametrize("needed", [0.21, 0.5, 1.3, 2.0, 3.7, 5.5, 9.0, 14.0])
def test_two_stages_come_as_near_as_trying_every_row(needed):
    stock = Counter(STOCK)
    pairs = [
        (a, b) for a, b in product(stock, stock) if a != b and 1 / MOST_IN_A_STAGE <= a / b <= MOST_IN_A_STAGE
    ]
    rows = [(pair,) for pair in pairs] + list(product(pairs, pairs))
    there = [row for row in rows if not Counter(t for pair in row for t in pair) - stock]
    best = min(abs(math.prod(a / b for a, b in row) / needed - 1) for row in there)
    found = nearest_trains(needed, STOCK)
    within = [train for train in found if len(train.stages) < 3]
    if best < 0.02:
        assert min(abs(train.off) for train in within) == pytest.approx(best)
    for train in found:
        made = math.prod(a / b for a, b in train.stages)
        assert train.product == pytest.approx(made)
        assert train.off == pytest.approx(made / needed - 1)
        assert not Counter(t for pair in train.stages for t in pair) - stock


def test_the_slowest_pair_can_be_the_third_of_a_row():
    # Nothing but 10/20 and 20/10: an eighth takes the slowest three times over.
    best = nearest_trains(1 / 8, [10, 20], each_once=False)[0]
    assert best.stages == [(10, 20)] * 3
    assert best.off == pytest.approx(0)
    assert nearest_trains(8, [10, 20], each_once=False)[0].stages == [(20, 10)] * 3


def test_around_what_is_needed_as_many_are_looked_at_on_either_side():
    ratios = [at / 10 for at in range(1, 101)]
    for needed in (0.05, 0.5, 5.0, 9.9, 20.0):
        looked = [ratios[place] for place in _near(needed, ratios)]
        below = [each for each in ratios if each < needed]
        above = [each for each in ratios if each >= needed]
        half = _LOOKED_AT // 2
        assert looked == below[-half:] + above[:half]
