"""What a ride says at its marks is what was ridden there."""

import numpy as np
import pytest

from examples import brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Leg, Route
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ride
from kettledrum.core.terms.validation import validate


def test_speeds_and_cadences_at_the_marks_make_up_the_means():
    legs = [Leg(length_m=6000, grade=0.0), Leg(length_m=2000, grade=0.04), Leg(length_m=1500, grade=-0.02)]
    made = brief(setup(sprockets([40], [20]), hub(0.6, 0.8, 1, 1.3, 1.7)))
    found = ride(validate(Brief, made), profile(Route(name="R", legs=legs)))
    [ridden] = found.setups
    at, kmh = np.array(found.marks_m), np.array(ridden.speed_kmh)
    seconds = np.trapezoid(3.6 / np.maximum(kmh, 3), at)
    assert seconds == pytest.approx(ridden.time_s, rel=0.03)
    assert ridden.mean_speed_kmh == pytest.approx(ridden.distance_m / ridden.time_s * 3.6)
    # In the gear told, the cadence told makes the speed told.
    ratios = {"1": 0.6, "2": 0.8, "3": 1.0, "4": 1.3, "5": 1.7}
    pedalled = [
        (speed, rpm, ratios[gear] * 2 * 2.21796)
        for speed, rpm, gear in zip(ridden.speed_kmh, ridden.cadence_rpm, ridden.gear, strict=True)
        if rpm
    ]
    assert len(pedalled) > 50
    for speed, rpm, development in pedalled:
        assert rpm * development * 0.06 == pytest.approx(speed, rel=0.01)
    assert sum(ridden.seconds) == pytest.approx(ridden.time_s)
    metres = ridden.in_band_m + ridden.grinding_m + ridden.walking_m + ridden.coasting_m
    assert metres == pytest.approx(ridden.distance_m)


def test_a_mark_lies_half_way_along_its_step_and_as_high():
    legs = [Leg(length_m=1000, grade=0.05), Leg(length_m=500, grade=-0.03)]
    road = profile(Route(name="R", legs=legs))
    found = ride(validate(Brief, brief(setup(sprockets([40], [20])))), road)
    at = (road.distance_m[:-1] + road.distance_m[1:]) / 2
    assert found.marks_m == pytest.approx(at.tolist(), abs=0.051)
    assert found.elevation_m == pytest.approx(
        np.interp(at, road.distance_m, road.elevation_m).tolist(), abs=0.01
    )
