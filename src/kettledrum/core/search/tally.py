"""How many drives are what is asked, and how many each wish takes away."""

from collections.abc import Sequence

import numpy as np

from kettledrum.core.physics.arrays import Flags
from kettledrum.core.search.asked import Criterion, Must
from kettledrum.core.search.meanings import meaning
from kettledrum.core.search.result import Wish
from kettledrum.core.search.screened import Screened
from kettledrum.core.search.wishes import SLOW, Wishes


class Tally:
    """Counts drives as they are looked at: `tried`, those that `run`, and those `left` that are all that is
    asked.
    """

    def __init__(self, wishes: Wishes, musts: Sequence[Must]) -> None:
        self.of = wishes
        self.musts = {must.criterion: must for must in musts}
        offered = [Must(criterion=name) for name in wishes.offered() if name not in self.musts]
        self.offered = [*self.musts.values(), *offered]
        self.motors = False
        self.tried = self.run = self.left = 0
        self.away = dict.fromkeys((must.criterion for must in self.offered), 0)

    def asks(self, criterion: Criterion) -> bool:
        """Whether that is a must."""
        return criterion in self.musts

    def take(self, screened: Screened) -> Flags:
        """Counts the drives of a base; which of its pairings are all that is asked."""
        runs = screened.runs
        self.motors = self.motors or screened.base.motor is not None
        self.tried += len(runs)
        self.run += int(np.count_nonzero(runs))
        passing = runs.copy()
        whole, parted = [], {}
        for criterion, must in self.musts.items():
            met = self.of.met(screened, must)
            if isinstance(met, np.ndarray):
                parted[criterion] = met
            elif not met:
                whole.append(criterion)
        for met in parted.values():
            passing &= met
        if whole:
            # What misses one alone is taken away by that one.
            if len(whole) == 1:
                self.away[whole[0]] += int(np.count_nonzero(passing))
            return np.zeros(len(runs), dtype=bool)
        self._count(screened, passing, parted)
        return passing

    def _count(self, screened: Screened, passing: Flags, parted: dict[Criterion, Flags]) -> None:
        left = int(np.count_nonzero(passing))
        self.left += left
        for criterion, met in parted.items():
            others = screened.runs & ~met
            for other, its in parted.items():
                if other != criterion:
                    others &= its
            self.away[criterion] += int(np.count_nonzero(others))
        for must in self.offered[len(self.musts) :] if left else []:
            met_or_not = self.of.met(screened, must)
            if isinstance(met_or_not, np.ndarray):
                self.away[must.criterion] += int(np.count_nonzero(passing & ~met_or_not))
            elif not met_or_not:
                self.away[must.criterion] += left

    def wishes(self) -> list[Wish]:
        """The wishes that can be told beforehand, those that are musts first, with what each takes away."""
        return [self._wish(must) for must in self.offered if must.criterion not in SLOW]

    def _wish(self, must: Must) -> Wish:
        criterion, is_must = must.criterion, must.criterion in self.musts
        says = meaning(criterion, self.of.wants)
        if criterion == "climbs the hill" and not self._tells_climbing:
            return Wish(criterion, says, is_must, None, None)
        away = self.away[criterion]
        return Wish(criterion, says, is_must, away, self.left if is_must else self.left - away)

    @property
    def _tells_climbing(self) -> bool:
        """Whether it is known of all drives; with too many motors only of those that are ridden."""
        return not self.motors or self.of.helped is not None

    @property
    def climbing(self) -> int | None:
        """How many of those that are all that is asked climb the hill; None where that is not told."""
        return self.left - self.away["climbs the hill"] if self._tells_climbing else None

    @property
    def most_when_dropped(self) -> tuple[Criterion, int] | None:
        """The must without which most drives would be left, and how many; None where it would leave none
        more.
        """
        most = max(self.musts, key=lambda criterion: self.away[criterion], default=None)
        return (most, self.away[most]) if most is not None and self.away[most] else None
