"""What of a base can be told for all of its pairings at once: which may run, what they reach, what they cost.

The judgement of makers' limits and of frames is that of Pairings and Fit (`drives.py` asks those for all that
is shown); here it is put so that hundreds of pairings are told apart at once.
tests/core/search/test_everything.py holds both against each other.
"""

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from kettledrum.core.chains.belt import belt_fit
from kettledrum.core.chains.chain import chain_fit
from kettledrum.core.effort.pushes import Pushes, pushes
from kettledrum.core.effort.stage_limits import mass_check, ratio_limit
from kettledrum.core.fit.motors import FASTEST_KMH, free_rpm
from kettledrum.core.gearing.shift_order import is_a_step_above
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.parts.efficiency import BELT, DERAILLEUR, PLAIN_CHAIN, stage_efficiency
from kettledrum.core.parts.motor_place import WHEELS
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stated import Limits
from kettledrum.core.parts.stock import USUAL_BELT_LENGTHS, belt_pitch_mm
from kettledrum.core.physics.arrays import Flags, Floats
from kettledrum.core.search.base import Base
from kettledrum.core.search.built import sort_of
from kettledrum.core.search.figures import Figures, unknown
from kettledrum.core.search.own import OwnSprockets, Sort
from kettledrum.core.search.pairs import Pairs
from kettledrum.core.search.room import Room
from kettledrum.core.search.spans import spans_kmh

_NONE = Limits()
_HAIR = 1e-9


@dataclass(frozen=True, eq=False)
class Screened:
    """A base with what its pairings make of it, arrays of shape (pairings,).

    `runs` are the pairings that no maker's limit forbids and that a chain or belt goes round; `unfit` says
    why frame or bar do not take the parts, None where they do. `metres` is the development of each pairing
    alone, `band` the easy cadences in rpm. `figures` are its price and mass; `comparable` says that nothing
    is missing of them which other drives of this search do not miss as well.
    """

    base: Base
    share: float
    runs: Flags
    unfit: str | None
    metres: Floats
    band: tuple[float, float]
    figures: Figures
    comparable: bool

    @property
    def fits(self) -> bool:
        """Whether frame and bar take it."""
        return self.unfit is None

    @cached_property
    def lowest_m(self) -> Floats:
        """The lowest gear of each pairing, in m a turn of the pedals."""
        lowest: Floats = self.metres * self.base.inside.min()
        return lowest

    @cached_property
    def highest_m(self) -> Floats:
        """The highest gear of each pairing."""
        highest: Floats = self.metres * self.base.inside.max()
        return highest

    @cached_property
    def spans_kmh(self) -> Floats:
        """The speeds at which some gear is in the band, as `Bound.of` takes them."""
        return spans_kmh(self.base, self.metres, self.band)

    @property
    def slowest_kmh(self) -> Floats:
        """The slowest speed of each pairing in the band."""
        if len(self.base.clipped) > 1:
            return self.spans_kmh[:, 0, 0]
        return self.lowest_m * (self.band[0] * 0.06)

    @property
    def top_kmh(self) -> Floats:
        """The highest speed of each pairing in the band."""
        return self.highest_m * (self.band[1] * 0.06)

    @cached_property
    def largest_step(self) -> float | None:
        """The largest rise from one gear to the next; None where there is none to speak of."""
        inside = self.base.inside
        if self.base.stepless or len(inside) < 2:
            return None
        return float((inside[1:] / inside[:-1]).max() - 1)

    @cached_property
    def distinct(self) -> int | None:
        """How many gears are at least a step apart; None where it has none, being stepless."""
        if self.base.stepless:
            return None
        count, kept = 0, 0.0
        for ratio in self.base.inside.tolist():
            if count == 0 or is_a_step_above(ratio, kept):
                count, kept = count + 1, ratio
        return count

    @property
    def range(self) -> float:
        """Highest over lowest gear."""
        return float(self.highest_m[0] / self.lowest_m[0])


class Screen:
    """Looks at bases for one job, on the cranks and wheel of a setup, with what its own setups tell of
    chains.
    """

    def __init__(self, brief: Brief, on: Setup, own: Mapping[Sort, OwnSprockets]) -> None:
        self.brief, self.on, self.own = brief, on, own
        self.job = conditions(brief)
        self.circumference_m = on.wheel.circumference_m
        self.pushes: dict[tuple[float, bool], Pushes] = {}
        self.loops: dict[tuple[int, str, bool], Flags] = {}
        self.room = Room(brief, on, own)

    def of(self, base: Base) -> Screened:
        """A base, looked at."""
        figures = Figures.of(base, self.on, self.own[sort_of(base)])
        return Screened(
            base=base,
            share=base.efficiency_inside * self._sprockets_share(base),
            runs=self._runs(base),
            unfit=self.room.unfit(base),
            metres=base.pairs.ratio * self.circumference_m,
            band=self.brief.rider.cadence_rpm,
            figures=figures,
            comparable=not unknown(figures.price_missing) and not unknown(figures.mass_missing),
        )

    def _sprockets_share(self, base: Base) -> float:
        known = self.own[sort_of(base)]
        if known.stage.efficiency is not None:
            return stage_efficiency(known.stage)[0].typical
        if base.drive == "belt":
            return BELT.typical
        return (DERAILLEUR if base.cassette else PLAIN_CHAIN).typical

    def asked(self, base: Base) -> Pushes:
        """The pushes on the cranks of a base."""
        crank_mm = (base.crankset and base.crankset.crank_mm) or self.on.cranks.length_mm
        key = crank_mm, base.motor is not None
        if key not in self.pushes:
            cranks = self.on.cranks.model_copy(update={"length_mm": crank_mm})
            setup = self.on.model_copy(update={"cranks": cranks, "motors": None})
            found = pushes(self.brief, setup)
            self.pushes[key] = found.model_copy(update={"with_motor": base.motor is not None})
        return self.pushes[key]

    def _runs(self, base: Base) -> Flags:
        ratio, rear, front = base.pairs.ratio, base.pairs.rear, base.pairs.front
        least = self._least_ratio(base)
        if math.isinf(least) or not self._derailleur(base):
            return np.zeros(len(ratio), dtype=bool)
        runs = self._loop(base) & (ratio >= least * (1 - _HAIR)) & self._is_held_back(base)
        frame, fit = self.brief.frame, base.hub.part.fit if base.hub else None
        if frame and frame.front_max is not None:
            runs &= front <= frame.front_max
        if frame and frame.rear_max is not None:
            runs &= rear <= frame.rear_max
        if fit is not None and fit.teeth_min is not None:
            runs &= (min(base.cassette.teeth or []) if base.cassette else rear) >= fit.teeth_min
        if fit is not None and fit.teeth_max is not None:
            runs &= rear <= fit.teeth_max
        return runs

    def _is_held_back(self, base: Base) -> Flags:
        """With which pairings no motor would turn the wheel too fast without load: in the highest gear."""
        ratio = base.pairs.ratio
        rpm = free_rpm(base.motor.motor) if base.motor else None
        if rpm is None or base.motor is None:
            return np.ones(len(ratio), dtype=bool)
        in_wheel = base.motor.at in WHEELS
        turns = np.ones(len(ratio)) if in_wheel else ratio * float(base.inside.max())
        return np.asarray(turns * (rpm * self.circumference_m * 0.06) <= FASTEST_KMH * (1 + _HAIR))

    def _least_ratio(self, base: Base) -> float:
        """The smallest ratio of the pairing with which all is borne, for what goes in falls as it rises;
        infinite where none is.
        """
        asked, motor_nm = self.asked(base), self.motor_nm(base)
        least = 0.0
        before_hub = (base.box.ratios[0] if base.box else 1.0) * float(base.relative.min())
        for case, before in ((base.box, None), (base.hub, before_hub)):
            if case is None:
                continue
            limits = case.part.limits or _NONE
            if (mass := mass_check(limits, asked, "")) and mass.state == "fails":
                return math.inf
            if not case.stepless and len(case.ratios) == 1:
                continue
            stated = ratio_limit(limits, self.brief, asked).least
            least = max(least, (stated or 0.0) / (before or 1.0))
            for most, torque in (
                (limits.input_torque_max_nm, asked.hardest_nm + motor_nm),
                (limits.motor_torque_max_nm, motor_nm),
            ):
                if most is not None:
                    least = max(least, _least_for(torque / most, before))
        return least

    def motor_nm(self, base: Base) -> float:
        """The most torque of a base's motor at the cranks."""
        return base.motor.motor.most_nm if base.motor and base.motor.at == "cranks" else 0.0

    def _derailleur(self, base: Base) -> bool:
        limits = self.own[sort_of(base)].stage.limits or _NONE
        if not base.cassette:
            return True
        rears = base.cassette.teeth or []
        fronts = base.crankset.teeth if base.crankset and base.crankset.teeth else [0]
        capacity = max(fronts) - min(fronts) + max(rears) - min(rears)
        return (limits.rear_max is None or max(rears) <= limits.rear_max) and (
            limits.capacity is None or capacity <= limits.capacity
        )

    def _loop(self, base: Base) -> Flags:
        """Which pairings a chain or belt goes round, worked out once for all bases with the same pairings."""
        if base.cassette is not None:
            return np.ones(len(base.pairs.ratio), dtype=bool)
        tensioner = self._tensioner(base)
        key = id(base.pairs), base.drive, tensioner
        if key not in self.loops:
            self.loops[key] = np.array(
                [state != "fails" for state in self._loop_states(base.pairs, base.drive, tensioner=tensioner)]
            )
        return self.loops[key]

    def _tensioner(self, base: Base) -> bool:
        run = self.own[sort_of(base)].stage.run
        return bool(run and run.tensioner)

    def _loop_states(self, pairs: Pairs, drive: str, *, tensioner: bool) -> Iterator[str]:
        frame, stock = self.brief.frame, self.brief.stock
        lengths = (stock.belt.lengths if stock and stock.belt else None) or USUAL_BELT_LENGTHS
        for front, rear in zip(pairs.front.tolist(), pairs.rear.tolist(), strict=True):
            if drive == "chain":
                yield chain_fit(front, rear, frame, tensioner=tensioner).state
            else:
                yield belt_fit(front, rear, frame, belt_pitch_mm(stock), lengths).state


def _least_for(share: float, before: float | None) -> float:
    """The smallest ratio with which a torque, as a share of what is borne, does no harm: at the cranks, where
    nothing is `before` the part, any or none.
    """
    if before is None:
        return math.inf if share > 1 + _HAIR else 0.0
    return share / before
