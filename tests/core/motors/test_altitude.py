"""The height at which all is ridden, by how long each road is and how often it is ridden."""

import pytest

from kettledrum.core.job.route import Route
from kettledrum.core.motors.range import _altitude_m
from kettledrum.core.roads.profile import profile
from kettledrum.core.terms.validation import validate


def road(length_m: float, height_m: float):
    points = [[at, height_m] for at in (0, length_m / 2, length_m)]
    return profile(validate(Route, {"name": "R", "points": points}))


def test_long_and_often_ridden_roads_count_for_more():
    low, high = road(8000, 200), road(2000, 1400)
    assert _altitude_m([(low, 1), (high, 1)]) == pytest.approx((8 * 200 + 2 * 1400) / 10)
    assert _altitude_m([(low, 10), (high, 40)]) == pytest.approx((80 * 200 + 80 * 1400) / 160)
    assert _altitude_m([]) is None
