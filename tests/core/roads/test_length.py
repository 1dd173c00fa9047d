"""How long a road is, from its points or its legs."""

import pytest

from kettledrum.core.job.route import Route
from kettledrum.core.terms.validation import validate


def test_a_road_is_as_long_as_from_its_first_point_to_its_last():
    route = validate(Route, {"name": "R", "points": [[120, 300], [180, 302], [650.5, 290]]})
    assert route.length_m == pytest.approx(530.5)


def test_a_drawn_road_is_as_long_as_its_legs():
    legs = [{"length_m": 400, "grade": 0.05}, {"length_m": 250, "grade": -0.02}]
    assert validate(Route, {"name": "R", "legs": legs, "start_m": 300}).length_m == 650
