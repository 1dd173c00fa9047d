"""What a change to a setup costs or saves over the years, in words."""

from collections.abc import Sequence

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.keeping.costs import costs
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.in_words import counted, money, money_apart

_FELT_HOURS = 1.0
"""Hours of work, in all the years, that are worth a word."""


def changed_costs(brief: Brief, before: Setup, after: Setup, routes: Sequence[Route] = ()) -> str:
    """Holds what a setup costs over the years against what it cost before a change; nothing where nothing
    is known of either. The setups of the brief do not count.
    """
    both = [before.model_copy(update={"name": "before"}), after.model_copy(update={"name": "after"})]
    pair = brief.model_copy(update={"setups": both, "reference": None})
    found = costs(pair, routes, listed=False)
    was, now = found.setups
    if not (was.total or now.total):
        return ""
    at_least = "at least " if was.missing or now.missing else ""
    amounts = [money(each.total, found.currency) for each in (was, now)]
    over = f"Over {counted(found.years, 'year')} and {found.km_a_year * found.years:,.0f} km it costs"
    if amounts[0] == amounts[1]:
        said = f"{over} what it did, {at_least}{amounts[1]}"
    else:
        apart = money_apart(now.total, was.total, "")
        more = f"{apart} {'more' if now.total > was.total else 'less'}"
        said = f"{over} {at_least}{amounts[1]} instead of {at_least}{amounts[0]}: {more}"
    if abs(now.own_hours - was.own_hours) >= _FELT_HOURS:
        hours = counted(round(now.own_hours), "hour")
        said += f", with {hours} of your own work instead of {round(was.own_hours)}"
    return f"{said}."
