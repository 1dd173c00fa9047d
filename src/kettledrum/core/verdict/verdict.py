"""The verdict: setups knocked out by musts, the rest weighed. See docs/method.md."""

from collections.abc import Sequence

import numpy as np

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.job.weighing import BEST_RATING, MEASURED, YES_NO, Weighing, more_is_better
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.verdict.criteria import Words, weights_of
from kettledrum.core.verdict.decided import decided, frozen
from kettledrum.core.verdict.measured import Measured
from kettledrum.core.verdict.musts import Knock, knocked, nearest_miss
from kettledrum.core.verdict.result import CriterionRow, Flip, Offered, Verdict, WeighedSetup
from kettledrum.core.verdict.says import (
    flip_says,
    must_means,
    not_known_says,
    tip_says,
    verdict_says,
    voices_say,
)
from kettledrum.core.verdict.scores import own_scales, scores, tips, values, wins

HEAVIEST = 10.0
CLOSE = 0.02
"""Figures that differ by a smaller share hardly differ, whatever a scale from worst to best makes of it."""


def verdict(brief: Brief, routes: Sequence[Route]) -> Verdict:
    """Weighs the setups of a brief by its weighing, or by the usual weights."""
    return Balance(Measured(brief, routes), brief.weighing).verdict()


class Balance:
    """The setups of a brief as they are measured, on the scales of its weighing."""

    def __init__(self, measured: Measured, weighing: Weighing | None) -> None:
        self.measured, self.brief = measured, measured.brief
        self.weighing = weighing or Weighing()
        self.words = Words(
            measured.costs.currency, measured.costs.years, plain_terrain=measured.riding.plain_terrain
        )
        weights = weights_of(self.weighing)
        self.criteria = list(weights)
        self.names = [setup.name for setup in self.brief.setups]
        self.figures: Floats = np.array(
            [[_nan(self.figure(at, name)) for name in self.criteria] for at in range(len(self.names))]
        ).reshape(len(self.names), len(self.criteria))
        self.knocks = [self._knocks(at) for at in range(len(self.names))]
        self.left = [at for at, knocks in enumerate(self.knocks) if not knocks]
        self.scales = self.scales_of(self.figures[self.left])
        self.values = values(self.figures[self.left], self.scales)
        # What is known of none that is left cannot tell them apart.
        known = ~np.isnan(self.values).all(axis=0) if self.left else np.zeros(len(weights), dtype=bool)
        self.weights: Floats = np.where(known, np.array(list(weights.values())), 0.0)
        self.given = weights
        self.weighed = bool(self.weights.sum() > 0)

    def figure(self, at: int, criterion: str) -> float | None:
        """The figure of the setup at a place: measured, or as it was rated."""
        if criterion in MEASURED:
            return self.measured.figures[at][criterion]
        return (self.weighing.ratings or {}).get(criterion, {}).get(self.names[at])

    def scales_of(self, figures: Floats) -> list[tuple[float, float] | None]:
        """The scales: the rider's; of ratings all of it; else the worst and best of the setups left."""
        own = own_scales(figures, [more_is_better(name) for name in self.criteria])
        return [
            None if scale is None else self.fixed_scale(name) or scale
            for name, scale in zip(self.criteria, own, strict=True)
        ]

    def fixed_scale(self, criterion: str) -> tuple[float, float] | None:
        """The scale of a criterion whatever setups there are: the rider's, or of ratings all of it."""
        given = (self.weighing.scales or {}).get(criterion)
        return given or (None if criterion in MEASURED else (0.0, BEST_RATING))

    def _knocks(self, at: int) -> list[Knock]:
        found = []
        for must in self.weighing.musts or []:
            not_so = self.measured.not_so(at, must.criterion) if must.criterion in YES_NO else None
            value = None if must.criterion in YES_NO else self.figure(at, must.criterion)
            knock = knocked(must, value, not_so, self.words)
            if knock:
                found.append(knock)
        return found

    def leader(self) -> str | None:
        """The setup with the highest score, the first of several; None where nothing can be weighed."""
        if not (self.left and self.weighed):
            return None
        return self.names[self.left[int(np.argmax(scores(self.values, self.weights)))]]

    def verdict(self) -> Verdict:
        """All of it, told."""
        count = len(self.names)
        score: list[float | None] = [None] * count
        win = [0.0] * count
        spread: list[tuple[float, float] | None] = [None] * count
        if self.left and self.weighed:
            found = scores(self.values, self.weights)
            ends = [scores(np.nan_to_num(self.values, nan=end), self.weights) for end in (0.0, 1.0)]
            for place, at in enumerate(self.left):
                score[at] = float(found[place])
                spread[at] = (float(ends[0][place]), float(ends[1][place]))
            for at, share in zip(self.left, wins(self.values, self.weights).tolist(), strict=True):
                win[at] = share
        setups = [self._setup(at, score[at], spread[at], win[at]) for at in range(count)]
        order = sorted((each for each in setups if not each.out_by), key=lambda each: -(each.score or 0.0))
        flips = self._flips() if self.weighed else []
        leads = order[0].name if order and self.weighed else None
        nearest = nearest_miss(self.knocks) if not self.left else None
        now = frozen(self, setups)
        decision = self.weighing.decision
        return Verdict(
            setups=setups,
            leads=leads,
            flips=flips,
            order=[each.name for each in order],
            criteria=self._rows(),
            offered=[
                Offered(criterion=name, name=self.words.name(name))
                for name in MEASURED
                if name not in self.criteria
            ],
            yes_no=list(YES_NO),
            usual_weights=self._usual(),
            plain_terrain=self.measured.riding.plain_terrain,
            currency=self.words.currency,
            years=self.words.years,
            nearest_miss=None if nearest is None else self.names[nearest],
            must_says=[must_means(must, self.words) for must in self.weighing.musts or []],
            not_known_says=not_known_says(order, leads),
            voices_say=voices_say(self.weighing.voices or [], self.names),
            stands_on=now,
            decision=decided(decision, now, self.words) if decision else None,
            earlier=[decided(each, now, self.words) for each in self.weighing.earlier or []],
            tip_says=tip_says(flips, leads),
            says=verdict_says(
                order,
                setups,
                nearest,
                weighed=self.weighed,
                own=not self._usual(),
                tipped=any(flip.now > 0 for flip in flips),
            ),
        )

    def _usual(self) -> bool:
        return self.weighing.weights is None

    def _setup(
        self, at: int, score: float | None, spread: tuple[float, float] | None, win: float
    ) -> WeighedSetup:
        figures = {name: self.figure(at, name) for name in self.criteria}
        row = self.left.index(at) if at in self.left else None
        return WeighedSetup(
            name=self.names[at],
            out_by=[each.criterion for each in self.knocks[at]],
            out_says=[each.says for each in self.knocks[at]],
            score=score,
            score_spread=spread,
            wins=win,
            values={}
            if row is None
            else {
                name: None if np.isnan(value) else value
                for name, value in zip(self.criteria, self.values[row].tolist(), strict=True)
            },
            figures=figures,
            shown={
                name: self.words.figure(name, value) for name, value in figures.items() if value is not None
            },
            not_known=self._not_known(at, figures),
            voices=sum(voice.setup == self.names[at] for voice in self.weighing.voices or []),
        )

    def _not_known(self, at: int, figures: dict[str, float | None]) -> list[str]:
        asked = {must.criterion for must in self.weighing.musts or []}
        weighed = {
            name for name, weight in zip(self.criteria, self.weights.tolist(), strict=True) if weight > 0
        }
        found = [
            f"{self.words.name(name)}: {self.measured.why_not_known(at, name)}"
            for name, value in figures.items()
            if value is None and name in weighed
        ]
        for name in asked:
            if name in YES_NO:
                if self.measured.is_so(at, name) is None:
                    found.append(f"whether it {_asks(name)}")
            elif name not in weighed and self.figure(at, name) is None:
                found.append(f"{self.words.name(name)}: {self.measured.why_not_known(at, name)}")
        return found

    def _rows(self) -> list[CriterionRow]:
        total = float(self.weights.sum())
        rows = []
        for at, name in enumerate(self.criteria):
            scale = self.scales[at]
            rows.append(
                CriterionRow(
                    criterion=name,
                    name=self.words.name(name),
                    own=name not in MEASURED,
                    weight=self.given[name],
                    share=float(self.weights[at]) / total if total else 0.0,
                    scale=scale,
                    scale_given=name in (self.weighing.scales or {}),
                    ends=None
                    if scale is None
                    else (self.words.figure(name, scale[0]), self.words.figure(name, scale[1])),
                    says=self._row_says(at),
                )
            )
        return rows

    def _row_says(self, at: int) -> str:
        if not self.left:
            return ""
        name = self.criteria[at]
        rated = "rated" if name not in MEASURED else "known"
        if np.isnan(self.values[:, at]).all():
            return f"is not {rated} of any setup, and so tells none apart"
        scale = self.scales[at]
        if scale is None or len(self.left) < 2:
            return ""
        known = self.figures[self.left, at]
        least, most = float(np.nanmin(known)), float(np.nanmax(known))
        if np.count_nonzero(~np.isnan(known)) == 1:
            return f"is {rated} of one alone: the others count half"
        if least == most:
            return f"is the same for all{f' of which it is {rated}' if np.isnan(known).any() else ''}"
        if name in (self.weighing.scales or {}) or name not in MEASURED:
            return ""
        close = most - least < CLOSE * abs(most)
        return "is nearly the same for all: a scale of your own would make less of it" if close else ""

    def _flips(self) -> list[Flip]:
        if len(self.left) < 2:
            return []
        found = []
        for tip in tips(self.values, self.weights):
            criterion = self.criteria[tip.criterion]
            leader, other = (self.names[self.left[place]] for place in (tip.leader, tip.other))
            found.append(
                Flip(
                    criterion=criterion,
                    weight=tip.weight,
                    now=self.given[criterion],
                    leads=leader,
                    other=other,
                    beyond=tip.weight > HEAVIEST,
                    says=flip_says(self.words.name(criterion), tip, self.given[criterion], other),
                )
            )
        return found


def _nan(value: float | None) -> float:
    return float("nan") if value is None else value


def _asks(criterion: str) -> str:
    return {
        "climbs the hill": "climbs the hill: its grade is not known",
        "low enough": "is low enough: the steepest hill is not known",
        "within the budget": "is within the budget: a price or the budget is not known",
    }.get(criterion, criterion)
