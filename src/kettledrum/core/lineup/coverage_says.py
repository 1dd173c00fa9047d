"""How much of all riding one bicycle or two would cover, in sentences."""

from collections.abc import Sequence

from kettledrum.core.roads.ride_result import Choice, SetupCoverage
from kettledrum.core.terms.in_words import listed, percent, quoted

_WORTH = 0.005
"""Covering less more than this is no reason for a second bicycle."""


def coverage_says(setups: Sequence[SetupCoverage], one: Choice | None, two: Choice | None) -> str:
    """The setup that covers most, and what a second would add; on plain terrain no choice is named."""
    if not setups:
        return "Add a setup, and this says how much of your riding it covers."
    by_name = {each.name: each for each in setups}
    # The one that is chosen: of those that cover as much, the cheapest.
    best = by_name[one.setups[0]] if one else max(setups, key=lambda each: each.in_band)
    covers = f"{quoted(best.name)} covers {percent(best.in_band)} of your riding with an easy cadence"
    if one is None or two is None or len(two.setups) < 2:
        return f"{covers}."
    gain = two.covered - one.covered
    pair = listed([quoted(name) for name in two.setups])
    if gain < _WORTH:
        return f"{covers}; a second bicycle would add next to nothing."
    return f"{covers}; {pair} together cover {percent(two.covered)}."
