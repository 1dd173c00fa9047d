"""Whether frame, bar and use take the parts of a drive, by the rules of Fit that no pairing decides."""

from collections.abc import Mapping, Sequence

import numpy as np

from kettledrum.core.fit.motors import MOTOR_RULES
from kettledrum.core.fit.page import RULES
from kettledrum.core.fit.rule import Bike, Rule
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.setup import Setup
from kettledrum.core.search.base import Base
from kettledrum.core.search.built import built
from kettledrum.core.search.cases import Case
from kettledrum.core.search.motored import Motored
from kettledrum.core.search.own import OwnSprockets, Sort
from kettledrum.core.search.pairs import Pairs

OF_TEETH = ("tension", "makers-limits", "derailleur", "motor-speed")
"""Rules of Fit that a pairing decides."""
NOT_ITS_FAULT = ("wheel", "what you want")
"""Topics of Fit that say nothing against a drive: another hub is laced into a wheel anew; what is wanted is
asked by itself."""


class Room:
    """What has room on a job's frame, on the cranks and wheel of a setup."""

    def __init__(self, brief: Brief, on: Setup, own: Mapping[Sort, OwnSprockets]) -> None:
        self.brief, self.on, self.own = brief, on, own
        self._found: dict[int, str | None] = {}

    def unfit(self, base: Base) -> str | None:
        """Why frame or bar do not take one of the parts of a base; each part is looked at once."""
        drive = "belt" if base.drive == "belt" else None
        found = [self._part_unfit(base, part) for part in (base.box, base.hub) if part]
        if base.motor:
            found.append(self._motor_unfit(base, base.motor))
        if drive and self.brief.frame and self.brief.frame.belt_opening is False:
            found.append("a belt cannot be opened, and neither can the frame")
        return next((each for each in found if each), None)

    def _part_unfit(self, base: Base, case: Case) -> str | None:
        if case.place not in self._found:
            alone = Base(
                base.kind,
                "chain",
                Pairs.of([42], [21]),
                np.ones(1),
                case if case is base.box else None,
                case if case is base.hub else None,
            )
            self._found[case.place] = self._fails(alone)
        return self._found[case.place]

    def _motor_unfit(self, base: Base, motor: Motored) -> str | None:
        """Why frame and use do not take a motor, beside nothing but the case that it is in."""
        if motor.place not in self._found:
            box = base.box if motor.at == "gearbox" else None
            alone = Base(base.kind, "chain", Pairs.of([42], [21]), np.ones(1), box, motor=motor)
            self._found[motor.place] = self._fails(alone, MOTOR_RULES)
        return self._found[motor.place]

    def _fails(self, alone: Base, rules: Sequence[Rule] = RULES) -> str | None:
        """What of a base fails by rules that no pairing decides."""
        bike = Bike(self.brief, built(alone, 42, 21, self.on, self.own))
        return next(
            (
                check.what
                for rule in rules
                if rule.id not in OF_TEETH and rule.topic not in NOT_ITS_FAULT
                for check in rule.checks(bike)
                if check.state == "fails"
            ),
            None,
        )
