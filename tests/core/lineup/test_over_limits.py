"""The makers' figures that a setup is beyond: the same that pairings and Fit refuse it for."""

import pytest

from kettledrum.core.fit.page import fit_page
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.pairings.grid import pairings
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.demo import demo_jobs

OURS = {"ratio", "torque", "motor", "mass"}


@pytest.mark.parametrize("brief", demo_jobs(), ids=lambda brief: brief.name)
def test_line_up_pairings_and_fit_refuse_the_same(brief):
    for setup, compared in zip(brief.setups, compare(brief).setups, strict=True):
        fit = [check for check in fit_page(brief, setup).checks if check.id == "makers-limits"]
        refused = any(check.state == "fails" for check in fit)
        # Fit also judges a belt's pull and the largest sprockets, which the line-up does not.
        assert not compared.over_limits or refused, setup.name
        try:
            found = pairings(brief, setup)
        except InvalidInput:
            continue
        mounted = next(each for each in found.pairings if (each.front, each.rear) == found.mounted)
        beyond = any(check.state == "fails" and check.kind in OURS for check in mounted.checks)
        assert bool(compared.over_limits) == beyond, setup.name
