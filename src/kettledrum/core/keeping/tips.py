"""What would tip it: the nearest value of each assumption at which another setup would cost least."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal

import numpy as np
from pydantic import BaseModel

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.keeping.energy import CHARGED, wh_a_km
from kettledrum.core.keeping.rates import Rates, rates
from kettledrum.core.keeping.says import money
from kettledrum.core.keeping.schedule import times_due
from kettledrum.core.parts.names import part_names
from kettledrum.core.parts.prices import part_prices
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.terms.in_words import quoted

FARTHEST = 8.0
"""Assumptions are tried up to so many times as much, and as little."""
DEAREST_HOUR = 100.0
FARTHEST_KM = 20_000.0
"""Up to these where nothing is ridden, or an hour costs nothing."""
_TRIED = 40
_HALVINGS = 30

What = Literal["km a year", "an hour of a workshop", "an hour of your own", "lives", "price"]


class Tip(BaseModel):
    """What would make another setup cost least: which assumption, its value `now` and the nearest one `at`
    which it does (for lives, times what they are; for a price, that of the other setup), and which `leads`
    then.
    """

    what: What
    now: float
    at: float
    leads: str
    says: str


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
            )
            for task in tasks
        ]
        columns = np.array(rows, dtype=float).reshape(-1, 7).T
        purchase = float(sum(price for _, price in part_prices(setup) if price is not None))
        return cls(setup.name, purchase, wh_km, *columns)

    def total(self, rate: Rates, lives: float) -> float:
        """What it costs over the years, with lives so many times as long."""
        with np.errstate(divide="ignore"):
            by_way = self.km * lives / rate.km_a_month if rate.km_a_month else np.full(len(self.km), math.inf)
        times = times_due(np.minimum(by_way, self.months), rate.months, self.most)
        each = (
            self.cost
            + self.own_h * rate.own_an_hour
            + self.workshop_h * rate.workshop_an_hour
            + self.days * rate.day_without
        )
        energy = rate.km_a_year * rate.years * self.wh_km / CHARGED / 1000 * rate.electricity_a_kwh
        return self.purchase * (1 - rate.sold_for) + energy + float(times @ each)


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
    found = [
        _nearest(known, "km a year", rate.km_a_year, lambda km: (replace(rate, km_a_year=km), 1.0)),
        _nearest(known, "lives", 1.0, lambda lives: (rate, lives)),
        _nearest(
            known,
            "an hour of your own",
            rate.own_an_hour,
            lambda hour: (replace(rate, own_an_hour=hour), 1.0),
        ),
        _nearest(
            known,
            "an hour of a workshop",
            rate.workshop_an_hour,
            lambda hour: (replace(rate, workshop_an_hour=hour), 1.0),
        ),
        _by_price(known, rate),
    ]
    return [_in_words(each, rate) for each in found if each is not None]


def _leader(known: Sequence[_Tasks], rate: Rates, lives: float) -> int:
    totals = [each.total(rate, lives) for each in known]
    return totals.index(min(totals))


def _nearest(
    known: Sequence[_Tasks], what: What, now: float, given: Callable[[float], tuple[Rates, float]]
) -> Tip | None:
    """The nearest value, up or down, at which another leads."""
    leads = _leader(known, *given(now))
    most = FARTHEST_KM if what == "km a year" else DEAREST_HOUR
    up = np.geomspace(now, now * FARTHEST, _TRIED) if now else np.linspace(0, most, _TRIED)
    down = np.geomspace(now, now / FARTHEST, _TRIED) if now else np.zeros(0)
    tipped = []
    for values in (up.tolist(), down.tolist()):
        for before, after in pairwise(values):
            if _leader(known, *given(after)) != leads:
                tipped.append(_halved(known, given, leads, (before, after)))
                break
    if not tipped:
        return None
    at = min(tipped, key=lambda value: abs(math.log(value / now)) if now else value)
    other = known[_leader(known, *given(at))].name
    return Tip(what=what, now=now, at=at, leads=other, says="")


def _halved(
    known: Sequence[_Tasks],
    given: Callable[[float], tuple[Rates, float]],
    leads: int,
    ends: tuple[float, float],
) -> float:
    """The value between two at which it tips, told from the side on which another leads."""
    same, other = ends
    for _ in range(_HALVINGS):
        middle = (same + other) / 2
        if _leader(known, *given(middle)) == leads:
            same = middle
        else:
            other = middle
    return other


def _by_price(known: Sequence[_Tasks], rate: Rates) -> Tip | None:
    """The setup that least is missing of a price at which it would cost least."""
    kept = 1 - rate.sold_for
    if kept == 0:
        return None
    totals = [each.total(rate, 1.0) for each in known]
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
        off = f"{abs(tip.at - 1) * 100:.0f} % {'longer' if tip.at > 1 else 'shorter'}"
        tip.says = f"{name} would cost least if all parts lasted {off}."
    elif tip.what == "km a year":
        tip.says = f"{name} would cost least {_way(tip)} {tip.at:,.0f} km a year."
    else:
        an_hour = "an hour of your own work" if tip.what == "an hour of your own" else tip.what
        cost = money(tip.at, rate.currency)
        tip.says = (
            f"{name} would cost least if {an_hour} cost "
            f"{f'{cost} or more' if tip.at > tip.now else f'less than {cost}'}."
        )
    return tip


def _way(tip: Tip) -> str:
    return "from" if tip.at > tip.now else "below"
