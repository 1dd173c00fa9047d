"""Which of many dated copies are kept: those of the last days, and one a week before that."""

from collections.abc import Iterable
from datetime import date
from typing import Annotated

from kettledrum.core.terms.quantities import Model, Within

Days = Annotated[int, Within(1, 60, whole=True)]
Weeks = Annotated[int, Within(0, 104, whole=True)]


class BackupRules(Model):
    """Whether copies are made by themselves, once a day on which something changed, and how many are kept.

    Those of the last `days` that have one, and before those one for each of the last `weeks`.
    """

    on: bool = True
    days: Days = 7
    weeks: Weeks = 4


def kept(made: Iterable[date], rules: BackupRules) -> set[date]:
    """The days whose copies are kept, of those on which copies were made."""
    newest_first = sorted(set(made), reverse=True)
    daily = newest_first[: rules.days]
    weekly: dict[tuple[int, int], date] = {}
    for day in newest_first[rules.days :]:
        year, week, _ = day.isocalendar()
        if len(weekly) < rules.weeks or (year, week) in weekly:
            weekly.setdefault((year, week), day)
    return {*daily, *weekly.values()}
