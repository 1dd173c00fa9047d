"""What would tip it: the nearest value of each assumption at which another setup would cost least."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.keeping.energy import CHARGED, wh_a_km
from kettledrum.core.keeping.rates import Rates, rates
from kettledrum.core.keeping.schedule import times_due
from kettledrum.core.keeping.tips_result import Tip, What
from kettledrum.core.parts.names import part_names
from kettledrum.core.parts.prices import part_prices
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Floats, Places
from kettledrum.core.terms.in_words import IN_TIMES, money, percent, quoted, times_as

FARTHEST = 8.0
"""Assumptions are tried up to so many times as much, and as little."""
NEW_CHAIN = "new chain"
"""The task that is due as often as a chain lasts."""
DEAREST_HOUR = 100.0
FARTHEST_KM = 20_000.0
"""Up to these where nothing is ridden, or an hour costs nothing."""
_LEAST = 0.001
"""A smaller change of a life is told as this one."""
_TRIED = 40
_PARTS, _NARROWINGS = 32, 6
"""What lies between two values that were tried is parted so often, and so often again: to a 10⁻⁹."""


@dataclass(frozen=True, slots=True)
class _Tasks:
    """A setup's tasks as arrays, to be worked out for many assumptions."""

    name: str
    purchase: float
    wh_km: float
    km: Floats
    months: Floats
    cost: Floats
    own_h: Floats
    workshop_h: Floats
    days: Floats
    most: Floats
    chain: Floats

    @classmethod
    def of(cls, setup: Setup, wh_km: float) -> "_Tasks":
        tasks = [task for _, part in part_names(setup) for task in part.care or []]
        rows = [
            (
                task.life.typical if task.life else math.inf,
                math.inf if task.every_months is None else task.every_months,
                task.cost,
                task.minutes / 60 if task.by == "owner" else 0.0,
                task.minutes / 60 if task.by == "workshop" else 0.0,
                task.away_days,
                1.0 if task.once else math.inf,
                task.what == NEW_CHAIN,
            )
            for task in tasks
        ]
        columns = np.array(rows, dtype=float).reshape(-1, 8).T
        purchase = float(sum(price for _, price in part_prices(setup) if price is not None))
        return cls(setup.name, purchase, wh_km, *columns)

    def totals(self, rate: Rates, what: What | None, values: Floats) -> Floats:
        """What it costs over the years at so many values of one assumption, the others as they are."""
        given = {name: np.full((1, 1), now) for name, now in _now(rate).items()}
        if what is not None:
            given[what] = values[:, None]
        km_a_year = given["km a year"]
        with np.errstate(divide="ignore"):
            lives = given["lives"] * np.where(self.chain, given["chains"], 1.0)
            by_way = self.km * lives / (km_a_year / 12)
        times = times_due(np.minimum(by_way, self.months), rate.months, self.most)
        each = (
            self.cost
            + self.own_h * given["an hour of your own"]
            + self.workshop_h * given["an hour of a workshop"]
            + self.days * rate.day_without
        )
        energy = km_a_year[:, 0] * rate.years * self.wh_km / CHARGED / 1000 * rate.electricity_a_kwh
        return np.asarray(self.purchase * (1 - rate.sold_for) + energy + (times * each).sum(axis=1))


def _now(rate: Rates) -> dict[What, float]:
    """The assumptions that are tried, as they are; lives in times what they are."""
    return {
        "km a year": rate.km_a_year,
        "lives": 1.0,
        "chains": 1.0,
        "an hour of your own": rate.own_an_hour,
        "an hour of a workshop": rate.workshop_an_hour,
    }


def tips(brief: Brief, routes: Sequence[Route]) -> list[Tip]:
    """For each assumption the nearest value at which another setup of a brief costs least, the others as they
    are; none where no other would within eight times as much or as little.

    Only setups whose prices, and whose motors' energy, are all known are held against each other.
    """
    rate = rates(brief, routes)
    drawn = wh_a_km(brief, routes)
    known = [
        _Tasks.of(setup, drawn.get(setup.name, 0.0))
        for setup in brief.setups
        if None not in [price for _, price in part_prices(setup)]
        and (not setup.motors or setup.name in drawn)
    ]
    if len(known) < 2:
        return []
    found = [*(_nearest(known, what, now, rate) for what, now in _now(rate).items()), _by_price(known, rate)]
    return [_in_words(each, rate) for each in found if each is not None]


def _leaders(known: Sequence[_Tasks], rate: Rates, what: What, values: Floats) -> Places:
    """Which setup costs least at each value, the first of those that cost the same."""
    return np.asarray(np.argmin([each.totals(rate, what, values) for each in known], axis=0))


def _nearest(known: Sequence[_Tasks], what: What, now: float, rate: Rates) -> Tip | None:
    """The nearest value, up or down, at which another leads."""
    [leads] = _leaders(known, rate, what, np.array([now])).tolist()
    most = FARTHEST_KM if what == "km a year" else DEAREST_HOUR
    up = np.geomspace(now, now * FARTHEST, _TRIED) if now else np.linspace(0, most, _TRIED)
    down = np.geomspace(now, now / FARTHEST, _TRIED) if now else np.zeros(1)
    tipped: list[tuple[float, int]] = []
    for values in (up, down):
        other = np.flatnonzero(_leaders(known, rate, what, values) != leads)
        if len(other):
            place = int(other[0])
            tipped.append(_narrowed(known, rate, what, leads, values[place - 1 : place + 1]))
    if not tipped:
        return None
    at, leader = min(tipped, key=lambda each: abs(math.log(each[0] / now)) if now else each[0])
    return Tip(what=what, now=now, at=at, leads=known[leader].name, says="")


def _narrowed(
    known: Sequence[_Tasks], rate: Rates, what: What, leads: int, ends: Floats
) -> tuple[float, int]:
    """The value between two at which it tips, told from the side on which another leads, and which does."""
    leader = leads
    for _ in range(_NARROWINGS):
        values = np.linspace(ends[0], ends[1], _PARTS + 1)
        leaders = _leaders(known, rate, what, values)
        place = int(np.flatnonzero(leaders != leads)[0])
        ends, leader = values[place - 1 : place + 1], int(leaders[place])
    return float(ends[1]), leader


def _by_price(known: Sequence[_Tasks], rate: Rates) -> Tip | None:
    """The setup that least is missing of a price at which it would cost least."""
    kept = 1 - rate.sold_for
    if kept == 0:
        return None
    totals = [float(each.totals(rate, None, np.ones(1))[0]) for each in known]
    least = min(totals)
    lacking = [
        ((total - least) / kept, each)
        for total, each in zip(totals, known, strict=True)
        if 0 < (total - least) / kept < each.purchase
    ]
    if not lacking:
        return None
    less, each = min(lacking, key=lambda one: one[0])
    return Tip(what="price", now=each.purchase, at=each.purchase - less, leads=each.name, says="")


def _in_words(tip: Tip, rate: Rates) -> Tip:
    name = quoted(tip.leads)
    if tip.what == "price":
        less = money(tip.now - tip.at, rate.currency)
        tip.says = f"{name} would cost least if it were {less} cheaper to buy."
    elif tip.what == "lives":
        tip.says = f"{name} would cost least if all parts lasted {_as_long(tip.at)}."
    elif tip.what == "chains":
        tip.says = f"{name} would cost least if chains lasted {_as_long(tip.at)}."
    elif tip.what == "km a year":
        # Rounded up, since by a km less it is not so yet.
        tip.says = f"{name} would cost least {_way(tip)} {math.ceil(round(tip.at, 3)):,} km a year."
    else:
        an_hour = "an hour of your own work" if tip.what == "an hour of your own" else tip.what
        cost = money(tip.at, rate.currency)
        tip.says = (
            f"{name} would cost least if {an_hour} cost "
            f"{f'{cost} or more' if tip.at > tip.now else f'less than {cost}'}."
        )
    return tip


def _as_long(times: float) -> str:
    """How long something lasts: “5 % shorter”, from twice on “3.1 times as long”."""
    if times >= IN_TIMES:
        return f"{times_as(times)} long"
    return f"{percent(max(abs(times - 1), _LEAST))} {'longer' if times > 1 else 'shorter'}"


def _way(tip: Tip) -> str:
    return "from" if tip.at > tip.now else "below"
