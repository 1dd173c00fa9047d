"""What the ride model foretells of a bike's gears, against rides of one gear each."""

import pytest

from examples import brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.log.foretold import foretold
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ride
from kettledrum.core.terms.validation import validate

BRIEF = validate(Brief, brief(setup(sprockets([40], [20]), hub(0.5, 1.0, 1.5))))
[HUB] = BRIEF.setups


def road(name: str, grade: float, a_year: float | None = None) -> Route:
    rides = {} if a_year is None else {"rides": {"count": a_year, "per": "year"}}
    return validate(Route, {"name": name, "legs": [{"length_m": 4000, "grade": grade}], **rides})


def seconds(route: Route) -> float:
    return ride(BRIEF, profile(route)).setups[0].time_s


def test_gears_have_the_time_of_the_roads_that_are_ridden_in_them_as_often_as_those_are():
    flat, climb = road("flat", 0.0, 30), road("climb", 0.04, 10)
    [level] = [label for label, share in foretold(BRIEF, HUB, [flat]).items() if share > 0.9]
    [low] = [label for label, share in foretold(BRIEF, HUB, [climb]).items() if share > 0.9]
    assert level != low
    found = foretold(BRIEF, HUB, [flat, climb])
    whole = 30 * seconds(flat) + 10 * seconds(climb)
    assert found[level] == pytest.approx(30 * seconds(flat) / whole, abs=0.02)
    assert found[low] == pytest.approx(10 * seconds(climb) / whole, abs=0.02)
    assert sum(found.values()) == pytest.approx(1)
    # Without a word of how often, each road once; the same road twice is it once.
    once = foretold(BRIEF, HUB, [road("flat", 0.0), road("climb", 0.04)])
    assert once[level] == pytest.approx(seconds(flat) / (seconds(flat) + seconds(climb)), abs=0.02)
    assert foretold(BRIEF, HUB, [flat, flat]) == pytest.approx(foretold(BRIEF, HUB, [flat]))


def test_no_road_and_no_gears_foretell_nothing():
    assert foretold(BRIEF, HUB, []) == {}
