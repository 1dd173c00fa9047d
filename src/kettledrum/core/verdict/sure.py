"""How sure a verdict is: how often each setup climbs, covers, is cheapest, is first, as luck falls."""

from collections.abc import Sequence

import numpy as np

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.job.weighing import YES_NO, MustBe, Unsure, Weighing, more_is_better
from kettledrum.core.physics.arrays import Flags, Floats
from kettledrum.core.terms.assumed import Assumed
from kettledrum.core.terms.in_words import listed, quoted
from kettledrum.core.verdict.drawn import Drawn
from kettledrum.core.verdict.draws import (
    DRAWS,
    USUAL_LOAD_KG,
    USUAL_POWER,
    USUAL_PRICES,
    USUAL_WIND_KMH,
    Luck,
)
from kettledrum.core.verdict.measured import Measured
from kettledrum.core.verdict.result import HowSure, SureSetup
from kettledrum.core.verdict.scores import firsts
from kettledrum.core.verdict.verdict import Balance

MUCH = 0.9
"""So much of all riding covered is as good as all of it."""


_POWER = Assumed(where="weighing.unsure.power", what="power off by", value=USUAL_POWER, unit="share")
_LOAD = Assumed(where="weighing.unsure.load_kg", what="load off by", value=USUAL_LOAD_KG, unit="kg")
_WIND = Assumed(where="weighing.unsure.wind_kmh", what="wind off by", value=USUAL_WIND_KMH, unit="km/h")
_PRICES = Assumed(where="weighing.unsure.prices", what="prices off by", value=USUAL_PRICES, unit="share")


def how_sure(brief: Brief, routes: Sequence[Route]) -> HowSure:
    """Lets power, load, wind, efficiency, lives and prices vary as the rider says, or as is usual."""
    unsure = (brief.weighing.unsure if brief.weighing else None) or Unsure()
    return how_sure_of(Drawn(Measured(brief, routes), Luck(unsure)), brief.weighing)


def how_sure_of(drawn: Drawn, weighing: Weighing | None) -> HowSure:
    """The same of setups that are drawn already, which weights and musts make no difference to."""
    assumed = _assumed(drawn.luck.unsure)
    if not drawn.measured.brief.setups:
        return HowSure(draws=DRAWS, assumed=assumed, setups=[], says="")
    balance = Balance(drawn.measured, weighing)
    setups = _Weighed(balance, drawn).setups()
    return HowSure(draws=DRAWS, assumed=assumed, setups=setups, says=_says(setups, balance.leader()))


class _Weighed:
    """The setups of a job weighed in every draw: arrays of shape (draws, setups)."""

    def __init__(self, balance: Balance, drawn: Drawn) -> None:
        self.balance, self.luck = balance, drawn.luck
        self.figures, self.climbs = drawn.figures, drawn.climbs
        self.setups_count = len(balance.names)

    def setups(self) -> list[SureSetup]:
        cheapest = self._cheapest()
        first = self._first()
        found = []
        for at, setup in enumerate(self.balance.brief.setups):
            climbs = self.climbs[at]
            found.append(
                SureSetup(
                    name=setup.name,
                    climbs=None if climbs is None else float(climbs.mean()),
                    covers=float((self.figures["covered"][:, at] >= MUCH).mean()),
                    cheapest=None if cheapest is None or np.isnan(cheapest[at]) else float(cheapest[at]),
                    first=None if first is None else float(first[at]),
                )
            )
        return found

    def _cheapest(self) -> Floats | None:
        """How often each is the cheapest of those whose cost is known; NaN for the others."""
        total = self.figures["total cost"]
        known = ~np.isnan(total[0]) & (total.max(axis=0) > 0)
        if known.sum() < 2:
            return None
        found = np.full(self.setups_count, np.nan)
        found[known] = firsts(-total[:, known]).mean(axis=0)
        return found

    def _first(self) -> Floats | None:
        """How often each has the highest score of those that are all that is asked in that draw."""
        weights = {
            name: weight
            for name, weight in self.balance.given.items()
            if weight > 0 and not np.isnan(self._figure(name)).all()
        }
        if not weights:
            return None
        left = self._left()
        scored = np.zeros((DRAWS, self.setups_count))
        for name, weight in weights.items():
            scored += weight * self._values(name, left)
        scored = np.where(left, scored / sum(weights.values()), -1.0)
        found = firsts(scored)
        return np.asarray(np.where(left, found, 0.0).mean(axis=0))

    def _figure(self, name: str) -> Floats:
        """A criterion of every setup in every draw; NaN what is not known."""
        if name in self.figures:
            return self.figures[name]
        fixed = [self.balance.figure(at, name) for at in range(self.setups_count)]
        row = np.array([np.nan if each is None else each for each in fixed])
        return np.broadcast_to(row, (DRAWS, self.setups_count))

    def _values(self, name: str, left: Flags) -> Floats:
        """Values from 0 to 1 on the scale of each draw; what is not known is drawn too."""
        figure = self._figure(name)
        scale = self.balance.fixed_scale(name)
        if scale is not None:
            worst, best = np.full((DRAWS, 1), scale[0]), np.full((DRAWS, 1), scale[1])
        else:
            among = left & ~np.isnan(figure)
            low = np.where(among, figure, np.inf).min(axis=1, keepdims=True)
            high = np.where(among, figure, -np.inf).max(axis=1, keepdims=True)
            worst, best = (low, high) if more_is_better(name) else (high, low)
        apart = best - worst
        with np.errstate(invalid="ignore", divide="ignore"):
            value = np.where(apart == 0, 1.0, (figure - worst) / apart)
        value = np.clip(value, 0.0, 1.0)
        for place in np.flatnonzero(np.isnan(figure).any(axis=0)).tolist():
            value[:, place] = self.luck.uniform(f"{name} of {self.balance.names[place]}")
        return np.asarray(value)

    def _left(self) -> Flags:
        """Which setups are all that they must be, in every draw."""
        balance = self.balance
        left = np.ones((DRAWS, self.setups_count), dtype=bool)
        for must in balance.weighing.musts or []:
            for at in range(self.setups_count):
                left[:, at] &= self._meets(must, at)
        return left

    def _meets(self, must: MustBe, at: int) -> Flags:
        measured = self.balance.measured
        if must.criterion == "climbs the hill" and self.climbs[at] is not None:
            climbs = self.climbs[at]
            assert climbs is not None
            return climbs
        if must.criterion in YES_NO:
            return np.full(DRAWS, measured.is_so(at, must.criterion) is not False)
        figure = self._figure(must.criterion)[:, at]
        within = np.isnan(figure)
        high = np.inf if must.at_most is None else must.at_most * (1 + 1e-9)
        low = -np.inf if must.at_least is None else must.at_least * (1 - 1e-9)
        return np.asarray(within | ((figure <= high) & (figure >= low)))


def _assumed(unsure: Unsure) -> list[Assumed]:
    usual = (
        (unsure.power, _POWER),
        (unsure.load_kg, _LOAD),
        (unsure.wind_kmh, _WIND),
        (unsure.prices, _PRICES),
    )
    return [assumed for said, assumed in usual if said is None]


def _says(setups: Sequence[SureSetup], leads: str | None) -> str:
    pieces = []
    first = next((each for each in setups if each.name == leads), None)
    if first is None:
        return "Which is first cannot be said, and so not how surely."
    if first.first is not None:
        pieces.append(f"is first in {_of_ten(first.first)}")
    if first.climbs is not None:
        pieces.append(f"climbs the hill in {_of_ten(first.climbs)}")
    pieces.append(f"covers 90 % or more of the riding in {_of_ten(first.covers)}")
    name = quoted(first.name)
    return f"If you, the load, the wind and the prices are not quite as said, {name} {listed(pieces)}."


def _of_ten(share: float) -> str:
    """A share as so many of ten: what is drawn is no surer than that."""
    if share <= 0.0:
        return "none of 10 cases"
    if share >= 1.0:
        return "all cases"
    if share > 0.95:
        return "nearly all cases"
    if share < 0.05:
        return "hardly any case"
    return f"{min(max(round(share * 10), 1), 9)} of 10 cases"
