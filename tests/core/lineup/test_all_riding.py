"""All riding of a job is the same for a setup whoever else is weighed, to the last digit."""

import pytest

from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.lineup.coverage import coverage
from kettledrum.demo import ferry_commute, honey_round, ridge_crossing

JOBS = [honey_round, ferry_commute, ridge_crossing]


@pytest.mark.parametrize("job", JOBS)
def test_a_setup_covers_as_much_alone_as_in_any_company(job):
    brief = job()
    routes = brief.road.routes
    together = {each.name: each for each in coverage(brief, routes).setups}
    riding = AllRiding(brief.model_copy(update={"setups": []}), routes)
    assert riding.setups == []
    for setup in brief.setups:
        assert riding.covered([setup]) == [together[setup.name]]
    backwards = riding.covered(brief.setups[::-1] * 2)
    assert backwards[: len(brief.setups)] == [together[each.name] for each in brief.setups[::-1]]
    assert backwards[len(brief.setups) :] == backwards[: len(brief.setups)]


def test_what_is_asked_does_not_depend_on_what_is_weighed():
    brief = honey_round()
    routes = brief.road.routes
    alone = AllRiding(brief.model_copy(update={"setups": []}), routes)
    together = AllRiding(brief, routes)
    assert alone.asked == together.asked
    assert alone.weights.tolist() == together.weights.tolist()
    assert sum(alone.asked) == pytest.approx(1)
