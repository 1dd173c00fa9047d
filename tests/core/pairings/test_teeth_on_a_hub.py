"""Sprockets that a hub takes: judged by the smallest and by the largest of those that are on it."""

import pytest

from examples import gearbox, hub, setup, sprockets
from kettledrum.core.pairings.checks import teeth_checks
from kettledrum.core.pairings.place import pairing_place, taken_by
from kettledrum.core.parts.fitting import Fit
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stock import (
    USUAL_FRONT,
    USUAL_FRONT_AT_GEARBOX,
    USUAL_REAR,
    USUAL_REAR_AT_GEARBOX,
)
from kettledrum.core.terms.validation import validate


def told(rears, **fit):
    geared = validate(Setup, setup(sprockets([42], rears), {**hub(0.7, 1, 1.4), "fit": fit}))
    return [
        (check.what, check.figure, check.limit)
        for check in teeth_checks(geared.path[1], "hub, 3 gears", rears)
    ]


OVER, UNDER = "hub, 3 gears takes no sprocket over 22 teeth", "hub, 3 gears takes no sprocket under 15 teeth"


@pytest.mark.parametrize(
    ("rears", "said"),
    [
        ([15, 22], []),
        ([15, 23], [(OVER, 23, 22)]),
        ([14, 22], [(UNDER, 14, 15)]),
        ([13, 18, 25], [(UNDER, 13, 15), (OVER, 25, 22)]),
    ],
)
def test_the_smallest_and_the_largest_are_judged(rears, said):
    assert told(rears, teeth_min=15, teeth_max=22) == said


def test_what_nobody_says_limits_nothing():
    assert told([11, 50]) == []


@pytest.mark.parametrize(
    ("fit", "drive", "teeth"),
    [
        # A maker names them: each of those goes on with a chain; a belt has those that are made for it.
        ({"teeth_min": 15, "teeth_max": 18}, "chain", {15, 16, 17, 18}),
        ({"teeth_min": 15, "teeth_max": 18}, "belt", {16}),
        ({"teeth_min": 17}, "chain", {19, 22}),
        ({"teeth_max": 17}, "chain", {13, 16}),
        (None, "chain", {13, 16, 19, 22}),
    ],
)
def test_sprockets_that_go_onto_a_hub(fit, drive, teeth):
    assert taken_by(validate(Fit, fit) if fit else None, {13, 16, 19, 22}, drive) == teeth


@pytest.mark.parametrize(
    ("path", "fronts", "rears"),
    [
        ((sprockets([42], [21]), hub(0.7, 1, 1.4)), USUAL_FRONT, USUAL_REAR),
        ((gearbox(0.6, 1), sprockets([42], [21])), USUAL_FRONT_AT_GEARBOX, USUAL_REAR_AT_GEARBOX),
        # What lies before the gearbox is of the cranks.
        ((sprockets([42], [21]), gearbox(0.6, 1)), USUAL_FRONT, USUAL_REAR),
    ],
    ids=["hub", "behind a gearbox", "before a gearbox"],
)
def test_what_is_tried_is_what_is_usual_there(path, fronts, rears):
    place = pairing_place(validate(Setup, setup(*path)), None)
    assert set(place.fronts) == {*fronts["chain"], 42}
    assert set(place.rears) == {*rears["chain"], 21}
