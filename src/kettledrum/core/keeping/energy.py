"""What motors draw, for what it costs."""

from collections.abc import Sequence

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.motors.range import setup_ranges

CHARGED = 0.9
"""The share of what comes out of the wall that the motors get; ours."""


def wh_a_km(brief: Brief, routes: Sequence[Route]) -> dict[str, float]:
    """What the motors of setups draw at their middle level of help, in Wh for a km, where that is known."""
    driven = [setup for setup in brief.setups if setup.motors]
    if not driven:
        return {}
    ranges = setup_ranges(brief.model_copy(update={"setups": driven, "reference": None}), routes)
    return {each.name: each.levels[len(each.levels) // 2].wh_km for each in ranges if each.levels}
