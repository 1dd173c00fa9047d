"""Sprockets in a row of which one steps the other way: pointed at, where it can be told which."""

import pytest

from examples import setup, sprockets
from kettledrum.core.gearing.connected import backwards_checks
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.gearing.path import path_options
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate

UP, DOWN, EVEN = ([44], [22]), ([22], [44]), ([30], [30])


def checks(*pairs):
    made = validate(Setup, setup(*[sprockets(*pair) for pair in pairs]))
    return [(each.where, each.state, each.what) for each in backwards_checks(path_options(made.path))]


def test_one_that_steps_up_where_all_others_step_down_and_the_other_way_round():
    [(where, state, what)] = checks(DOWN, UP, DOWN)
    assert (where, state) == ("path[1]", "tight")
    assert what == (
        "steps up where every other pair of sprockets steps down: is it connected the right way round?"
    )
    [(where, _, what)] = checks(UP, UP, EVEN, DOWN)
    assert where == "path[3]"
    assert what.startswith("steps down where every other pair of sprockets steps up")


def test_of_two_both_are_named():
    [(where, _, what)] = checks(UP, DOWN)
    assert where == "path[0]"
    assert what.startswith("steps up, and the sprockets of stage 2 step down:")
    [(where, _, what)] = checks(DOWN, UP)
    assert where == "path[1]"
    assert what.startswith("steps up, and the sprockets of stage 1 step down:")


@pytest.mark.parametrize(
    "pairs",
    [
        (UP,),
        (UP, UP),
        (DOWN, DOWN),
        (UP, EVEN),
        (UP, EVEN, UP),
        (DOWN, EVEN),
        # Of as many which are the odd ones cannot be told.
        (UP, UP, DOWN, DOWN),
        (UP, UP, DOWN, DOWN, DOWN),
    ],
)
def test_nothing_is_pointed_at_where_none_is_odd(pairs):
    assert checks(*pairs) == []


def test_a_cassette_that_steps_both_ways_is_neither():
    made = validate(Setup, setup(sprockets([30], [11, 22, 44]), sprockets(*DOWN)))
    assert backwards_checks(path_options(made.path)) == []


def test_the_gear_table_tells_it():
    made = validate(Setup, setup(sprockets(*DOWN), sprockets(*UP), sprockets(*DOWN)))
    assert [each.where for each in gear_table(made, (60, 90)).checks] == ["path[1]"]
