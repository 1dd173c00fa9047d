"""A part with gears as the search reads it off the shelf: as a setup with it is worked out."""

import pytest

from examples import gearbox, hub, setup, sprockets
from kettledrum.core.parts.efficiency import stage_efficiency
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.search.cases import case_of
from kettledrum.core.terms.validation import validate
from kettledrum.demo import stock

PAIR = sprockets([40], [20])


@pytest.mark.parametrize(
    ("stated", "typical"),
    [
        ({"efficiency": {"low": 0.8, "typical": 0.83, "high": 0.97}}, 0.83),
        ({}, None),
    ],
)
@pytest.mark.parametrize("kind", ["hub", "gearbox"])
def test_what_is_stated_of_its_efficiency_leads_over_what_is_usual(kind, stated, typical):
    stage = {**(hub if kind == "hub" else gearbox)(1.6, 0.6, 1.0), **stated}
    case = case_of(3, validate(Part, {**stage, "name": "it"}))
    assert (case.place, case.ratios, case.stepless) == (3, (0.6, 1.0, 1.6), False)
    made = validate(Setup, setup(*((PAIR, stage) if kind == "hub" else (stage, PAIR))))
    told = stage_efficiency(next(each for each in made.path if each.kind == kind))[0].typical
    assert case.efficiency == pytest.approx(told)
    assert typical is None or case.efficiency == typical


def test_every_case_of_the_shelf_is_read():
    cases = [case_of(place, part) for place, part in enumerate(stock()) if part.gears is not None]
    assert len(cases) > 15
    assert {case.stepless for case in cases} == {False, True}
    assert all(case.ratios == tuple(sorted(case.ratios)) for case in cases)
