"""One drive of a search, looked into: built of named parts and teeth, and told in full."""

from collections.abc import Sequence

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.parts.motor import MOTOR_PLACES
from kettledrum.core.parts.part import Part
from kettledrum.core.search.answers import Answers
from kettledrum.core.search.asked import TeethOfDrive
from kettledrum.core.search.base import Base
from kettledrum.core.search.bases import bases_of
from kettledrum.core.search.drives import Drives
from kettledrum.core.search.hunt import Row
from kettledrum.core.search.own import own_sprockets
from kettledrum.core.search.result import SearchAnswer
from kettledrum.core.search.screened import Screen
from kettledrum.core.search.search import basis
from kettledrum.core.search.wishes import Wishes
from kettledrum.core.terms.errors import InvalidInput, Problem


def one_drive(
    brief: Brief, routes: Sequence[Route], parts: Sequence[Part], teeth: TeethOfDrive
) -> SearchAnswer:
    """Tells the drive that these parts make with these teeth. Raises InvalidInput where they make none."""
    base, place = _base(brief, parts, teeth)
    on = basis(brief)
    own = own_sprockets([on, *(each for each in brief.setups if each is not on)], parts)
    alone = brief.model_copy(update={"setups": [], "reference": None})
    drives, riding = Drives(alone, on, own, routes), AllRiding(alone, routes)
    screened = Screen(alone, on, own).of(base)
    [covered] = riding.covered([drives.setup(base, place)])
    figures = screened.figures
    bound, lowest = screened.metres[:0], screened.metres[:0]
    row = Row(screened, base.pairs.front[:0], bound, lowest, figures.price, figures.mass_kg)
    row.best, row.at = covered, place
    wishes = Wishes(alone, on.wheel.circumference_m)
    return Answers(brief, riding, drives, wishes, [row]).of([], [row], 1)[0]


def _base(brief: Brief, parts: Sequence[Part], teeth: TeethOfDrive) -> tuple[Base, int]:
    for base in bases_of(parts, brief.stock, MOTOR_PLACES if teeth.motor else ()).bases:
        if base.drive != teeth.drive or len(base.parts) != len(parts):
            continue
        pairs = base.pairs
        for place in range(len(pairs.ratio)):
            if (pairs.front[place], pairs.rear[place]) == (teeth.front, teeth.rear):
                return base, place
    raise InvalidInput([Problem("parts", "make no drive with these teeth any more: search again")])
