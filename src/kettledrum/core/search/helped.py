"""Which drives climb the steepest hill with the help of their motor.

Judged one by one that would take longer than all else in a search. But of drives of the same parts one with
lower gears is never worse on a hill, so the first of them that fails is found by halving;
tests/core/search/test_helped.py judges them all.
"""

import numpy as np

from kettledrum.core.physics.arrays import Flags
from kettledrum.core.search.drives import Drives
from kettledrum.core.search.screened import Screened

MOST_HELPED = 1000
"""Of more bases it is not told beforehand, but only of those drives that are ridden."""


class Helped:
    """What motors make of the hill, each base looked at once."""

    def __init__(self, drives: Drives) -> None:
        self.drives = drives
        self._found: dict[int, Flags] = {}

    def climbs(self, screened: Screened, alone: Flags) -> Flags:
        """Which pairings of a base climb the hill, where these do so by pedals `alone`."""
        key = id(screened.base)
        if key not in self._found:
            self._found[key] = self._climbs(screened, alone)
        return self._found[key]

    def _climbs(self, screened: Screened, alone: Flags) -> Flags:
        asked = np.flatnonzero(screened.runs & ~alone)
        if not len(asked):
            return alone
        lowest_m = screened.lowest_m
        _, first = np.unique(screened.base.pairs.same[asked], return_index=True)
        places = asked[first]
        places = places[np.argsort(lowest_m[places])].tolist()

        def helps(at: int) -> bool:
            return self.drives.is_helped(screened.base, places[at])

        last = len(places) - 1
        if helps(last):
            return np.ones(len(alone), dtype=bool)
        climbing, failing = -1, last
        while failing - climbing > 1:
            middle = (climbing + failing) // 2
            climbing, failing = (middle, failing) if helps(middle) else (climbing, middle)
        if climbing < 0:
            return alone
        # What has one ratio has it to the last digit only by the same teeth.
        climbs: Flags = alone | (lowest_m <= lowest_m[places[climbing]] * (1 + 1e-9))
        return climbs
