"""The search: of all drives that the parts can make, which would do this job? See docs/method.md."""

from collections.abc import Iterator, Sequence

import numpy as np

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.keeping.rates import rates
from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Flags, Places
from kettledrum.core.roads.ride_result import SetupCoverage
from kettledrum.core.search.answers import Answers
from kettledrum.core.search.asked import SearchAsked, musts_of
from kettledrum.core.search.bases import Bases, bases_of
from kettledrum.core.search.bound import Bound
from kettledrum.core.search.built import sort_of
from kettledrum.core.search.couples import best_pairs
from kettledrum.core.search.drives import Drives
from kettledrum.core.search.helped import MOST_HELPED, Helped
from kettledrum.core.search.hunt import AT_ONCE, Hunt, Row
from kettledrum.core.search.own import own_sprockets
from kettledrum.core.search.result import Pair, Search, SearchStep
from kettledrum.core.search.says import assumed_says, best_of, search_says, untried_says
from kettledrum.core.search.screened import Screen, Screened
from kettledrum.core.search.tally import Tally
from kettledrum.core.search.wishes import Wishes
from kettledrum.core.terms.validation import validate

MOST_MARKS = 120
"""Drives that are ridden to be shown beside the front."""
USUAL = validate(
    Setup,
    {
        "format": "kettledrum-setup/1",
        "name": "a usual wheel",
        "cranks": {"length_mm": 170},
        "path": [{"kind": "sprockets", "front": [42], "rear": [21]}],
        "wheel": {"bead_seat_mm": 622, "tyre_mm": 42},
    },
)
"""What is built upon where a job has no setup yet; that is said."""
_TOLD_EVERY = 400
"""Bases that are looked at between two lines of how far it is."""


def search(
    brief: Brief, on: Setup | None, routes: Sequence[Route], parts: Sequence[Part], asked: SearchAsked
) -> Search:
    """Judges everything that the parts can make on a job's wheel and cranks."""
    *_, last = searched(brief, on, routes, parts, asked)
    assert last.found is not None
    return last.found


def searched(
    brief: Brief, on: Setup | None, routes: Sequence[Route], parts: Sequence[Part], asked: SearchAsked
) -> Iterator[SearchStep]:
    """The search step by step, with what is found so far; the last has all.

    `on` is the setup whose wheel and cranks are built upon: by default the reference, or the first there is.
    """
    hunt = _Search(brief, on or basis(brief), routes, parts, asked)
    yield from hunt.steps()


def basis(brief: Brief) -> Setup:
    """The setup whose wheel and cranks are built upon: the reference, or the first there is; else a usual
    one.
    """
    if not brief.setups:
        return USUAL
    return next((each for each in brief.setups if each.name == brief.reference), brief.setups[0])


class _Search:
    def __init__(
        self, brief: Brief, on: Setup, routes: Sequence[Route], parts: Sequence[Part], asked: SearchAsked
    ) -> None:
        self.asked, self.on, self.routes, self.parts = asked, on, routes, parts
        self.brief = brief
        first = [on, *(each for each in brief.setups if each is not on)]
        self.own = own_sprockets(first, parts)
        self.alone = brief.model_copy(update={"setups": [], "reference": None})
        self.screen = Screen(self.alone, on, self.own)
        self.bases: Bases = bases_of(parts, brief.stock, asked.motors_at)
        self.drives = Drives(self.alone, on, self.own, routes)
        few = len(self.bases.bases) <= MOST_HELPED
        self.wishes = Wishes(self.alone, on.wheel.circumference_m, Helped(self.drives) if few else None)
        self.musts = musts_of(asked, self.wishes.wants)
        self.tally = Tally(self.wishes, self.musts)

    def steps(self) -> Iterator[SearchStep]:
        """Looks at all, rides what may be on the front, then some more to be shown."""
        screened: list[tuple[Screened, Flags]] = []
        for number, base in enumerate(self.bases.bases):
            if number % _TOLD_EVERY == 0:
                yield SearchStep(done=number, of=len(self.bases.bases), doing="putting drives together")
            looked = self.screen.of(base)
            passing = self.tally.take(looked)
            if passing.any():
                screened.append((looked, passing))
        self.riding = AllRiding(self.alone, self.routes)
        self.screened = screened
        self.hunt = self._hunt_on(self.riding, with_mass=True)
        told = False
        while self.hunt.round():
            # The first drives are told at once; what comes after changes little.
            yield self._step(None if told else self._found(complete=False))
            told = True
        rest = [row for row in self.hunt.rows if row.best is None]
        rest.sort(key=lambda row: (-row.upper, row.price, row.mass_kg))
        for begin in range(0, min(len(rest), MOST_MARKS), AT_ONCE):
            self.hunt.take(rest[begin : min(begin + AT_ONCE, MOST_MARKS)], each=1)
            yield self._step(None)
        found = self._found(complete=True)
        yield SearchStep(done=self.hunt.ridden, of=self.hunt.ridden, doing="done", found=found)

    def _step(self, found: Search | None) -> SearchStep:
        about = self.hunt.ridden + AT_ONCE * max(self.hunt.last_open // 4, 1)
        return SearchStep(done=self.hunt.ridden, of=about, doing="riding them", found=found)

    def _rows(self, riding: AllRiding, *, with_mass: bool) -> list[Row]:
        if not self.screened:
            return []
        bound = Bound(
            riding,
            [looked.share for looked, _ in self.screened],
            [
                float(end)
                for looked, _ in self.screened
                for end in (looked.lowest_m.min(), looked.lowest_m.max())
            ],
        )
        least = max((must.at_least or 0.0 for must in self.musts if must.criterion == "covered"), default=0.0)
        rows = []
        for looked, passing in self.screened:
            places = _once_each(looked, passing, self.wishes)
            at_most, about = (
                bound.of(looked.spans_kmh[places], looked.lowest_m[places], looked.share, wider=wider)
                for wider in (True, False)
            )
            hopeful = at_most >= least
            places, at_most, about = places[hopeful], at_most[hopeful], about[hopeful]
            order = np.argsort(-np.round(about, 2), kind="stable")
            mass_kg = looked.figures.mass_kg if with_mass else 0.0
            lowest_m = looked.lowest_m[places[order]]
            rows.append(Row(looked, places[order], at_most[order], lowest_m, looked.figures.price, mass_kg))
        return rows

    def _takes(self, row: Row, place: int, covered: SetupCoverage) -> bool:
        """Whether a drive that was ridden is all that is asked, by the functions that judge it elsewhere."""
        base = row.screened.base
        if not self.drives.is_allowed(base, place, with_frame=self.tally.asks("fits the frame")):
            return False
        for must in self.musts:
            climbs = must.criterion == "climbs the hill" and base.motor is not None
            if climbs and self.drives.verdict(base, place) not in ("holds", "tight"):
                return False
            if must.criterion == "covered" and not must.takes(covered.in_band):
                return False
            if must.criterion in ("total cost", "own hours"):
                spent = self.drives.cost(base, place)
                value = spent.total if must.criterion == "total cost" else spent.own_hours
                if not must.takes(value):
                    # The teeth make no difference to that.
                    row.close()
                    return False
        return True

    def _found(self, *, complete: bool) -> Search:
        front = self.hunt.front()
        ridden = [row for row in self.hunt.rows if row.best is not None]
        answers = Answers(self.brief, self.riding, self.drives, self.wishes, ridden)
        told = answers.of(front, ridden, self.asked.most if complete else len(front))
        rate = rates(self.brief, self.routes)
        reference, marks = answers.reference(), answers.marks(ridden, front)
        best = best_of(marks[: len(front)])
        return Search(
            tried=self.tally.tried,
            run=self.tally.run,
            left=self.tally.left,
            judged_exactly=self.hunt.ridden,
            parts_untried=self.bases.parts_left,
            together=self.bases.together,
            untried_says=untried_says(self.bases.parts_left, self.bases.together, self.bases.unplaced),
            plain_terrain=self.riding.plain_terrain,
            currency=rate.currency,
            years=rate.years,
            roads=[each.name for each in self.riding.roads],
            front=[answers.name(row) for row in front],
            best=best.name if best else None,
            marks=marks,
            not_marked=len(self.hunt.rows) - len(ridden),
            answers=told,
            wishes=self.tally.wishes(),
            reference=reference,
            pairs=self._pairs() if complete and self.asked.two else [],
            built_on=None if self.on is USUAL else self.on.name,
            seconds=None,
            assumed=assumed_says(self.own, {sort_of(base) for base in self.bases.bases}, rate.currency),
            says=search_says(
                self.tally,
                marks,
                rate.currency,
                only_single=all(not base.parts for base in self.bases.bases),
            ),
        )

    def _pairs(self) -> list[Pair]:
        """The best pairs of drives, each road on the better of the two."""
        budget = self.brief.wants.budget if self.brief.wants else None
        singles = [(row.covered, row.price) for row in self.hunt.front()]

        def hunt_on(riding: AllRiding) -> Hunt:
            return self._hunt_on(riding, with_mass=False)

        return best_pairs(self.riding, hunt_on, self.drives, singles, budget)

    def _hunt_on(self, riding: AllRiding, *, with_mass: bool) -> Hunt:
        """A hunt on some roads, or on all, with mass as something that counts or not."""

        def ride(drives: list[tuple[Row, int]]) -> list[SetupCoverage]:
            return riding.covered([self.drives.setup(row.screened.base, place) for row, place in drives])

        return Hunt(self._rows(riding, with_mass=with_mass), ride, self._takes)


def _once_each(looked: Screened, passing: Flags, wishes: Wishes) -> Places:
    """The places of the pairings that pass, each ratio once: of several the one that is liked best."""
    pairs = looked.base.pairs
    liked = np.lexsort((-(pairs.front + pairs.rear), wishes.falls_short(looked)))
    liked = liked[passing[liked]]
    _, first = np.unique(pairs.same[liked], return_index=True)
    found: Places = liked[np.sort(first)]
    return found
