"""Drives built of bases and judged one by one, by the functions that judge setups everywhere else."""

from collections.abc import Iterator, Mapping, Sequence

from kettledrum.core.effort.into_part import lowest_ratios
from kettledrum.core.effort.pushes import pushes
from kettledrum.core.effort.stage_limits import over_limits
from kettledrum.core.effort.steepest import Verdict
from kettledrum.core.fit.page import RULES
from kettledrum.core.fit.rule import Bike, FitCheck
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.route import Route
from kettledrum.core.keeping.costs import costs
from kettledrum.core.keeping.costs_result import SetupCosts
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.lineup.says import helps, verdict_with_motor
from kettledrum.core.motors.on_pitch import on_pitch
from kettledrum.core.parts.setup import Setup
from kettledrum.core.search.base import Base
from kettledrum.core.search.built import built
from kettledrum.core.search.own import OwnSprockets, Sort
from kettledrum.core.search.room import NOT_ITS_FAULT, OF_TEETH


class Drives:
    """The drives of one job as setups, each built once."""

    def __init__(
        self, brief: Brief, on: Setup, own: Mapping[Sort, OwnSprockets], routes: Sequence[Route]
    ) -> None:
        self.brief, self.on, self.own, self.routes = brief, on, own, routes
        self.job = conditions(brief)
        self._setups: dict[tuple[int, int], Setup] = {}
        self._verdicts: dict[tuple[int, int], Verdict | None] = {}
        self._costs: dict[int, SetupCosts] = {}

    def setup(self, base: Base, place: int) -> Setup:
        """The setup of a base with the pairing at a place."""
        key = id(base), place
        if key not in self._setups:
            teeth = int(base.pairs.front[place]), int(base.pairs.rear[place])
            self._setups[key] = built(base, *teeth, self.on, self.own)
        return self._setups[key]

    def checks(self, base: Base, place: int) -> list[FitCheck]:
        """What Fit finds of a drive, but for what is no fault of its own."""
        return list(self._checks(self.setup(base, place)))

    def is_allowed(self, base: Base, place: int, *, with_frame: bool) -> bool:
        """Whether no maker's limit is broken and a chain or belt fits; and the frame takes it, where that is
        asked.
        """
        setup = self.setup(base, place)
        if over_limits(self.brief, setup, pushes(self.brief, setup), lowest_ratios(setup)):
            return False
        return not any(
            check.state == "fails" and (with_frame or check.id in OF_TEETH) for check in self._checks(setup)
        )

    def verdict(self, base: Base, place: int) -> Verdict | None:
        """The verdict on the hill, with its motor where it has one, as the line-up has it."""
        key = id(base), place
        if key not in self._verdicts:
            alone = self.brief.model_copy(update={"setups": [self.setup(base, place)]})
            [found] = compare(alone).setups
            on_pitch = found.motor.on_pitch if found.motor else None
            self._verdicts[key] = verdict_with_motor(found.climb.verdict, on_pitch)
        return self._verdicts[key]

    def is_helped(self, base: Base, place: int) -> bool:
        """Whether its motor brings a drive up the hill, if there is one."""
        setup = self.setup(base, place)
        at = on_pitch(setup, gear_table(setup, self.job.cadence_rpm), self.job)
        return at is None or helps(at)

    def cost(self, base: Base, place: int) -> SetupCosts:
        """What a drive costs over the years; its teeth make no difference to that."""
        if id(base) not in self._costs:
            alone = self.brief.model_copy(update={"setups": [self.setup(base, place)]})
            [self._costs[id(base)]] = costs(alone, self.routes, listed=False).setups
        return self._costs[id(base)]

    def _checks(self, setup: Setup) -> Iterator[FitCheck]:
        bike = Bike(self.brief, setup)
        for rule in RULES:
            if rule.topic not in NOT_ITS_FAULT:
                yield from rule.checks(bike)
