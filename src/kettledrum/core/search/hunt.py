"""The hunt for the front: which drives no other beats in what it covers, its price and its mass at once.

Rides are dear, so those drives are ridden first of which most can be hoped, and none whose bound is no better
than what a drive that is as cheap and as light was found to cover. What is left out could not be on the
front.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

import numpy as np

from kettledrum.core.physics.arrays import Flags, Floats, Places
from kettledrum.core.roads.ride_result import SetupCoverage
from kettledrum.core.search.screened import Screened

AT_ONCE = 32
"""Drives that are ridden side by side; more are no faster, and hold more in memory."""
AS_MUCH = 2e-4
"""What covers less than this more covers as much: some seconds in a ride of hours, as a standing start
decides them.
"""
_HAIR = 1e-9


@dataclass(eq=False)
class Row:
    """A base in the hunt: the places of the pairings that are all that is asked, the most hopeful first, with
    what each can cover at the most and its lowest gear in m; and what was found.
    """

    screened: Screened
    order: Places
    bound: Floats
    lowest_m: Floats
    price: float
    mass_kg: float
    ridden: Flags = field(init=False)
    best: SetupCoverage | None = None
    at: int | None = None
    upper: float = field(init=False)
    """The most that a pairing not ridden yet can cover; below nought where all are."""

    def __post_init__(self) -> None:
        self.ridden = np.zeros(len(self.order), dtype=bool)
        self.bound_again()

    @property
    def has_no_gap(self) -> bool:
        """Whether its gears follow each other so closely that only its ends are missed."""
        return self.screened.spans_kmh.shape[1] == 1 and len(self.screened.base.clipped) == 1

    def next_pairing(self, *, lowest: bool) -> int | None:
        """Takes a pairing off that is to be ridden, as a place in the order: the most hopeful, or that with
        the lowest gear, which shows what no higher gear can cover.
        """
        left = np.flatnonzero(~self.ridden)
        if not len(left):
            return None
        chosen = int(left[np.argmin(self.lowest_m[left])] if lowest else left[0])
        self.ridden[chosen] = True
        self.bound_again()
        return chosen

    def close(self) -> None:
        """Leaves its other pairings alone: what was found against one holds for all of them."""
        self.ridden[:] = True
        self.bound_again()

    def bound_again(self) -> None:
        """Looks again what is left to hope for."""
        self.upper = float(self.bound[~self.ridden].max(initial=-1.0))

    @property
    def covered(self) -> float:
        """What its best pairing was found to cover; below nought before any was ridden."""
        return self.best.in_band if self.best else -1.0


@dataclass
class Hunt:
    """The rows, how a drive is ridden, and how many were.

    `ride` is given rows with the place of a pairing each, and returns what these cover; `takes` says whether
    one of them is what is asked after all.
    """

    rows: Sequence[Row]
    ride: Callable[[list[tuple[Row, int]]], list[SetupCoverage]]
    takes: Callable[[Row, int, SetupCoverage], bool]
    ridden: int = 0
    last_open: int = 0
    prices: Floats = field(init=False)
    masses: Floats = field(init=False)
    held: Flags = field(init=False)
    alike: dict[float, list[Row]] = field(init=False)
    """The rows by the share of power that reaches the wheel."""

    def __post_init__(self) -> None:
        self.prices = np.array([row.price for row in self.rows])
        self.masses = np.array([row.mass_kg for row in self.rows])
        self.held = np.array([row.screened.comparable for row in self.rows], dtype=bool)
        self.alike = {}
        for row in self.rows:
            self.alike.setdefault(row.screened.share, []).append(row)

    def open(self) -> list[int]:
        """The rows that may still have a drive of the front: none as cheap and light covers as much yet."""
        upper = np.array([row.upper for row in self.rows])
        covered = np.array([row.covered for row in self.rows])
        known = np.flatnonzero(self.held & (covered >= 0))
        chosen = np.flatnonzero(self.held & (upper >= 0))
        beaten = np.zeros(len(chosen), dtype=bool)
        for place in known:
            beaten |= (
                (covered[place] >= upper[chosen] - AS_MUCH)
                & (self.prices[place] <= self.prices[chosen] + _HAIR)
                & (self.masses[place] <= self.masses[chosen] + _HAIR)
            )
        return [int(place) for place in chosen[~beaten]]

    def round(self) -> bool:
        """Rides the most hopeful of the rows that are open; whether there were any."""
        rows = self.open()
        self.last_open = len(rows)
        if not rows:
            return False
        upper = np.array([self.rows[place].upper for place in rows])
        front = self.front_of(
            [(up, self.prices[at], self.masses[at]) for up, at in zip(upper, rows, strict=True)]
        )
        first = [rows[place] for place in front]
        rest = sorted(set(rows) - set(first), key=lambda place: (-self.rows[place].upper, place))
        self.take([self.rows[place] for place in (first + rest)[:AT_ONCE]])
        return True

    def take(self, rows: Sequence[Row], each: int | None = None) -> None:
        """Rides the next pairings of some rows: of few rows several `each`, unless that is said."""
        each = each or min(max(AT_ONCE // max(len(rows), 1), 1), 8)
        asked: list[tuple[Row, int]] = []
        for row in rows:
            for number in range(each):
                at = row.next_pairing(lowest=number == 1 or (each == 1 and row.ridden.sum() == 1))
                if at is not None:
                    asked.append((row, at))
        found = self.ride([(row, int(row.order[at])) for row, at in asked])
        for (row, at), its in zip(asked, found, strict=True):
            if its.in_band > row.covered + _HAIR and self.takes(row, int(row.order[at]), its):
                row.best, row.at = its, int(row.order[at])
            if row.has_no_gap:
                self._bounds(row, float(row.lowest_m[at]), 1 - its.grinding - its.walking)
        self.ridden += len(asked)

    def _bounds(self, row: Row, lowest_m: float, most: float) -> None:
        """What is too slow for a lowest gear is so for every higher one of the same efficiency."""
        for other in self.alike[row.screened.share]:
            higher = other.lowest_m >= lowest_m * (1 - _HAIR)
            if np.any(other.bound[higher] > most):
                other.bound[higher] = np.minimum(other.bound[higher], most)
                other.bound_again()

    def front(self) -> list[Row]:
        """The rows on the front, what covers most first."""
        rows = [row for row in self.rows if row.screened.comparable and row.best is not None]
        places = self.front_of([(row.covered, row.price, row.mass_kg) for row in rows])
        return sorted(
            (rows[place] for place in places), key=lambda row: (-row.covered, row.price, row.mass_kg)
        )

    @staticmethod
    def front_of(figures: Sequence[tuple[float, float, float]], within: float = AS_MUCH) -> list[int]:
        """Places of what nothing else beats: covered more is better, price and mass less. What
        covers no more than `within` less covers as much; of equals the first is kept.
        """
        ordered = sorted(
            range(len(figures)),
            key=lambda place: (figures[place][1], figures[place][2], -figures[place][0], place),
        )
        kept: list[int] = []
        for place in ordered:
            covered, _, mass = figures[place]
            if not any(
                figures[other][0] >= covered - within and figures[other][2] <= mass + _HAIR for other in kept
            ):
                kept.append(place)
        return sorted(kept)
