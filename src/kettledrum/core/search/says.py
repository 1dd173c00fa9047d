"""What a search answers, in sentences."""

import math
from collections.abc import Iterable, Mapping, Sequence

from kettledrum.core.effort.hill import hill as pitch
from kettledrum.core.lineup.coverage import AS_MUCH as COVERS_AS_MUCH
from kettledrum.core.search.bases import MOST_OF_A_KIND
from kettledrum.core.search.hunt import Hunt
from kettledrum.core.search.own import OwnSprockets, Sort
from kettledrum.core.search.result import Mark
from kettledrum.core.search.tally import Tally
from kettledrum.core.terms.in_words import capital, counted, listed, money, percent, quoted

AS_MUCH = 0.9995
"""From this share on all of the riding is covered."""


def search_says(tally: Tally, marks: Sequence[Mark], currency: str, *, only_single: bool) -> str:
    """How many drives are worth a look, the best, and the cheapest; what covers more and lacks a price or a
    mass; how many climb the hill, where the best does not; or what leaves none.
    """
    front = [mark for mark in marks if mark.on_front]
    apart = max((mark for mark in marks if mark.apart), key=lambda mark: mark.covered, default=None)
    if not tally.tried:
        return "There is no motor in Parts to put a drive together with, at the places you allow."
    drives = f"{tally.tried:,} drives that your parts can make"
    if only_single:
        drives = f"{tally.tried:,} single-speed drives, as Parts has no hub, gearbox or cassette"
    if not tally.run:
        return f"Of {drives}, none stays within its makers’ limits with your load and push."
    looked_at, best = worth_a_look(front), best_of(front)
    if best is None and apart is not None:
        if tally.left == 1:
            only = f"one is what you ask, {quoted(apart.name)}, whose price or mass is not known"
            covers = f"it covers {share_says(apart.covered)} of your riding"
            return f"Of {drives}, {only}: {covers}.{_hill(tally, apart)}"
        lacks = "but each lacks a price or a mass, so none can be held against another"
        left = f"{tally.left:,} are what you ask, {lacks}"
        return f"Of {drives}, {left}. Of those ridden {_covers_most(apart)}.{_hill(tally, apart)}"
    if best is None:
        return f"Of {drives}, none is all you ask. {_would_help(tally)}".strip()
    worth = "one is" if len(looked_at) == 1 else f"{len(looked_at)} are"
    says = f"Of {drives}, {worth} worth a look: {_covers(best, currency)}"
    cheapest = min(front, key=lambda each: (each.price, -each.covered))
    if cheapest is not best:
        says += f"; the cheapest, {_covers(cheapest, currency, ',')}"
    if apart is not None and apart.covered > best.covered + COVERS_AS_MUCH:
        says += f". Of what lacks a price or a mass {_covers_most(apart)}"
    return f"{says}.{_hill(tally, best)}"


def _hill(tally: Tally, best: Mark) -> str:
    """How many climb the hill, where what covers most does not."""
    grade = tally.of.job.steepest
    if best.verdict != "fails" or grade is None:
        return ""
    hill = f"the {percent(grade)} hill"
    climbing = tally.climbing
    none = f"It does not climb {hill}" if tally.left == 1 else f"None of them climbs {hill}"
    if climbing == 0 and tally.motors:
        return f" {none}, even with its motor."
    if climbing == 0:
        asks = pitch(tally.of.job)
        if asks is not None and asks.development_m is None:
            does = "a motor, less load or more power would"
            return f" {none}, as your power is too little for any gear: {does}."
        return f" {none}."
    do = "other does" if climbing == 1 else "others do"
    as_others = "" if climbing is None else f", as {climbing:,} {do}"
    return f" {quoted(best.name)} does not climb {hill}{as_others}."


def worth_a_look(front: Sequence[Mark]) -> list[Mark]:
    """Those of the front that cover more than what is cheaper and lighter by more than riders care about."""
    places = Hunt.front_of([(each.covered, each.price, each.mass_kg) for each in front], COVERS_AS_MUCH)
    return [front[place] for place in places]


def best_of(front: Sequence[Mark]) -> Mark | None:
    """Of those that cover as much as any, the cheapest; None where there is none."""
    most = max((each.covered for each in front), default=0.0)
    as_good = [each for each in front if each.covered > most - COVERS_AS_MUCH]
    return min(as_good, key=lambda each: (each.price, each.mass_kg), default=None)


def share_says(share: float) -> str:
    """A share of all riding: all of it only where nothing is missed that is worth a tenth of a percent."""
    if share >= AS_MUCH:
        return "all"
    return percent(share) if share < 0.985 else f"{math.floor(share * 1000) / 10:g} %"


def _covers_most(mark: Mark) -> str:
    return f"{quoted(mark.name)} covers most, {share_says(mark.covered)} of your riding"


def _covers(mark: Mark, currency: str, aside: str = "") -> str:
    price = f" for {money(mark.price, currency)}" if mark.price else ""
    return f"{quoted(mark.name)}{aside} covers {share_says(mark.covered)} of your riding{price}"


def assumed_says(own: Mapping[Sort, OwnSprockets], sorts: Iterable[Sort], currency: str) -> list[str]:
    """What no setup of the job tells of the chains and belts in it, and what is taken in its place."""
    found = []
    for sort in own:
        known = own[sort]
        if sort not in sorts or not known.assumed:
            continue
        taken = {
            "price": f"{money(known.stage.price or 0.0, currency)} to buy",
            "mass_kg": f"{known.stage.mass_kg or 0.0:g} kg",
            "care": "usual upkeep",
        }
        pieces = listed([taken[name] for name in known.assumed])
        found.append(f"{capital(sort.says)}: {pieces}, as no setup of this job says it.")
    return found


def _would_help(tally: Tally) -> str:
    most = tally.most_when_dropped
    if most is None:
        return "No single wish is to blame: drop two."
    return f"Without “{most[0]}” there would be {counted(most[1], 'drive')}."


def untried_says(parts: int, together: int | None, unplaced: Sequence[str]) -> str | None:
    """What was left out, and by which rule."""
    left = []
    if parts:
        what = f"Of each kind the {MOST_OF_A_KIND} cheapest parts are tried"
        left.append(f"{what}: {counted(parts, 'part')} {'is' if parts == 1 else 'are'} left out.")
    if together is not None:
        left.append(
            f"Drives of several parts are made of the {together} cheapest of each kind alone: "
            "more would take too long."
        )
    if unplaced:
        names = listed([quoted(name) for name in unplaced])
        left.append(f"Left out, as Parts does not say where it drives or what it gives: {names}.")
    return " ".join(left) or None
