"""A brief while it is being typed: what is refused gives way to what was saved, and nothing else does."""

from copy import deepcopy

import pytest

from examples import brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.job.drafted import Saved, drafted
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

ONE, TWO = setup(sprockets([44], [22]), hub(0.5, 1), name="One"), setup(sprockets([40], [20]), name="Two")


def data(**changes):
    return {**brief(deepcopy(ONE), deepcopy(TWO)), "reference": "One", **changes}


def saved() -> Saved:
    held = validate(Brief, data())
    need = {key: value for key, value in data().items() if key not in ("format", "reference", "setups")}
    return Saved(validate(Need, need), dict(enumerate(held.setups)))


def never() -> Saved:
    raise AssertionError("what is in order needs nothing of what is saved")


def test_what_is_in_order_is_taken_as_it_is():
    found = drafted(data(), never)
    assert (found.brief, found.problems) == (validate(Brief, data()), [])
    assert (found.need_is_saved, found.saved_setups) == (False, [])


def test_a_setup_that_is_refused_gives_way_and_the_rest_follows_what_is_typed():
    typed = data()
    typed["setups"][0]["path"][0]["front"] = [50]
    typed["setups"][1]["path"][0]["rear"] = ["twenty"]
    found = drafted(typed, saved)
    assert [problem.where for problem in found.problems] == ["setups[1].path[0].rear[0]"]
    assert (found.need_is_saved, found.saved_setups) == (False, [1])
    one, two = found.brief.setups
    assert one.path[0].front == [50]
    assert two == validate(Setup, TWO)


def test_a_need_that_is_refused_gives_way_alone():
    typed = data(rider={"mass_kg": "heavy", "power_w": 100, "cadence_rpm": [60, 90]})
    typed["setups"][1]["name"] = "Second"
    found = drafted(typed, saved)
    assert [problem.where for problem in found.problems] == ["rider.mass_kg"]
    assert (found.need_is_saved, found.saved_setups) == (True, [])
    assert found.brief.rider == saved().need.rider
    assert [each.name for each in found.brief.setups] == ["One", "Second"]


def test_a_need_and_a_setup_that_are_refused_both_give_way_and_no_other():
    typed = data(rider={"mass_kg": "heavy", "power_w": 100, "cadence_rpm": [60, 90]})
    typed["setups"][0]["path"][0]["front"] = ["fifty"]
    typed["setups"][1]["name"] = "Second"
    found = drafted(typed, saved)
    assert {problem.where for problem in found.problems} == {"rider.mass_kg", "setups[0].path[0].front[0]"}
    assert (found.need_is_saved, found.saved_setups) == (True, [0])
    assert [each.name for each in found.brief.setups] == ["One", "Second"]


def test_the_reference_stays_with_its_setup_while_its_name_is_being_typed():
    typed = data(reference="")
    typed["setups"][0]["name"] = ""
    found = drafted(typed, saved)
    # What is wrong is said of the setup, not of the reference that goes by its name.
    assert [problem.where for problem in found.problems] == ["setups[0].name"]
    assert found.brief.reference == "One"
    typed = data(reference="Other")
    typed["setups"][0]["name"] = "Other"
    assert drafted(typed, never).brief.reference == "Other"


def test_two_drafts_that_clash_with_what_is_saved_give_way_together():
    typed = data(reference="Two")
    # Each is in order by itself: the first takes the second's saved name, the second is refused.
    typed["setups"][0]["name"] = "Two"
    typed["setups"][1] |= {"name": "Second", "path": []}
    found = drafted(typed, saved)
    assert (found.need_is_saved, found.saved_setups) == (True, [0, 1])
    assert [each.name for each in found.brief.setups] == ["One", "Two"]
    assert [problem.where for problem in found.problems] == ["setups[1].path"]


@pytest.mark.parametrize("typed", [None, [], {}, {"setups": 3}, "setups"])
def test_what_is_no_brief_at_all_is_refused(typed):
    with pytest.raises(InvalidInput):
        drafted(typed, saved)


def test_a_refused_setup_of_which_nothing_is_saved_is_refused():
    typed = data()
    typed["setups"].append({**deepcopy(TWO), "name": "New", "path": []})
    with pytest.raises(InvalidInput, match=r"setups\[2\]\.path"):
        drafted(typed, saved)
