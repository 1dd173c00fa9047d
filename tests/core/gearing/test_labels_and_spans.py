"""Gears by their numbers, and which of several stepless spans is ridden at a speed."""

import math

import pytest

from examples import hub, setup, sprockets, stepless_hub
from kettledrum.core.effort.steepest import gear_at
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.gearing.ladder import ladder
from kettledrum.core.job.route import Leg, Route
from kettledrum.core.parts.setup import Setup
from kettledrum.core.roads.ascent import extent
from kettledrum.core.terms.validation import validate

WHEEL = {"rollout_mm": 2000}


def table(*path, cadence=(60, 90)):
    return gear_table(validate(Setup, setup(*path, wheel=WHEEL)), cadence)


def test_gears_without_names_are_numbered_from_the_lowest():
    trains = {"kind": "gearbox", "gears": {"layshaft": [[[30, 20], [20, 30], [25, 25]]]}}
    found = table(trains, sprockets([40], [20]))
    assert [gear.label for gear in found.gears] == ["1", "2", "3"]
    assert [gear.ratio for gear in found.gears] == pytest.approx([2 * 2 / 3, 2, 3])


def test_of_two_stepless_spans_the_one_whose_middle_is_nearer_is_ridden():
    # 1 to 2 m behind the small ring, 4 to 8 m behind the large one, in wheel rounds of 2 m.
    found = table(sprockets([10, 40], [20]), stepless_hub(1, 2))
    middle = math.sqrt(60 * 90)
    for rung in ladder(found):
        kmh = (rung.from_kmh + rung.to_kmh) / 2
        metre_a_minute = kmh / 0.06
        distances = []
        for slow, fast in ((2.0, 4.0), (8.0, 16.0)):
            slow, fast = slow / 2, fast / 2
            distances.append(
                max(math.log(metre_a_minute / fast / middle), math.log(middle / (metre_a_minute / slow)), 0.0)
            )
        slow, fast = ((1.0, 2.0), (4.0, 8.0))[distances.index(min(distances))]
        reach = (metre_a_minute / fast, metre_a_minute / slow)
        _, rpm = gear_at(found, ladder(found), kmh)
        assert reach[0] * (1 - 1e-9) <= rpm <= reach[1] * (1 + 1e-9)
        # Nearest to the middle of what can be had.
        assert rpm == pytest.approx(min(max(middle, reach[0]), reach[1]))


def test_a_roads_length_and_climb_whichever_way_it_is_given():
    points = Route(name="P", points=[(100.0, 10.0), (600.0, 40.0), (1100.0, 5.0)])
    assert extent(points) == (1000, 30)
    drawn = Route(name="D", legs=[Leg(length_m=500, grade=0.06), Leg(length_m=300, grade=-0.1)])
    length, up = extent(drawn)
    assert (length, up) == (800, pytest.approx(500 * math.sin(math.atan(0.06))))


def test_the_two_gears_of_a_hub_keep_their_names():
    two = {**hub(0.7, 1.0), "gears": {"ratios": [0.7, 1.0], "names": ["slow", "quick"]}}
    table = gear_table(validate(Setup, setup(sprockets([42], [20]), two)), (60, 88))
    assert [gear.label for gear in table.gears] == ["slow", "quick"]
