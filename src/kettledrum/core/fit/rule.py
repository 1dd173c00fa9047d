"""A rule of what goes together, and the bicycle that it looks at."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Literal

from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.frame import Frame
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import GearboxStage, HubStage, SprocketsStage, few_gears, stage_name
from kettledrum.core.terms.check import State

Topic = Literal[
    "frame",
    "axle and brake",
    "drive",
    "cranks and bar",
    "wheel",
    "motor",
    "limits",
    "weather",
    "what you want",
]
TRADE = "practice of the trade"
"""Where a rule stands in no standard: what mechanics go by."""


@dataclass(frozen=True, slots=True)
class Finding:
    """What a rule finds: a state, why, and what would help where it does not hold."""

    state: State
    what: str
    remedy: str | None = None


@dataclass(frozen=True, slots=True)
class FitCheck:
    """A finding with the rule that made it: its `id`, topic, reason and source."""

    id: str
    topic: Topic
    state: State
    what: str
    remedy: str | None
    reason: str
    source: str


class Bike:
    """A setup on the rider's frame, as rules look at it."""

    def __init__(self, brief: Brief, setup: Setup) -> None:
        self.brief, self.setup = brief, setup
        self.frame = brief.frame or Frame()
        self.stages = setup.path
        self.sprockets = [
            (place, stage) for place, stage in enumerate(setup.path) if isinstance(stage, SprocketsStage)
        ]
        hubs = [stage for stage in setup.path if isinstance(stage, HubStage)]
        self.hub = hubs[-1] if hubs else None
        cases = [stage for stage in setup.path if isinstance(stage, GearboxStage)]
        self.gearbox = next((stage for stage in cases if not few_gears(stage)), None)
        self.chaingear = next((stage for stage in cases if few_gears(stage)), None)
        self.belt = any(stage.drive == "belt" for _, stage in self.sprockets)

    @property
    def geared_hub(self) -> HubStage | None:
        """The hub, if there are gears in it."""
        hub = self.hub
        return hub if hub and (hub.gears.is_stepless or hub.gears.count > 1) else None

    def name(self, stage: GearboxStage | HubStage | SprocketsStage) -> str:
        """What a stage is called."""
        return stage_name(stage)

    def motors_at(self, place: str) -> bool:
        """Whether a motor drives there."""
        return any(motor.at == place for motor in self.setup.motors or [])


@dataclass(frozen=True, slots=True)
class Rule:
    """A rule: its `id`, what it is about, why it matters, where that comes from, and how it is looked at."""

    id: str
    topic: Topic
    reason: str
    source: str
    look: Callable[[Bike], Iterator[Finding]]

    def checks(self, bike: Bike) -> Iterator[FitCheck]:
        """What it finds on a bicycle; nothing where it does not apply."""
        for finding in self.look(bike):
            yield FitCheck(
                self.id,
                self.topic,
                finding.state,
                finding.what,
                finding.remedy,
                self.reason,
                self.source,
            )


def not_known(what: str, look_for: str) -> Finding:
    """A figure is missing: what, and where it is found."""
    return Finding("not known", what, look_for)
