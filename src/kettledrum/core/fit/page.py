"""One page of everything that must go together: checks, behaviour, the wheel, the mass."""

from dataclasses import dataclass

from pydantic import BaseModel

from kettledrum.core.chains.derailleur import derailleur_needs
from kettledrum.core.fit.bite import Bite, bite
from kettledrum.core.fit.controls import CONTROL_RULES
from kettledrum.core.fit.drive import DRIVE_RULES
from kettledrum.core.fit.frame import FRAME_RULES
from kettledrum.core.fit.mass_moved import MassMoved, mass_moved
from kettledrum.core.fit.motors import MOTOR_RULES
from kettledrum.core.fit.rule import Bike, FitCheck, Rule
from kettledrum.core.fit.says import fit_says
from kettledrum.core.fit.spokes import SpokeLengths, spoke_lengths
from kettledrum.core.fit.wanted import WANTED_RULES
from kettledrum.core.fit.weather import WEATHER_RULES
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import Stage
from kettledrum.core.parts.stated import Behaviour
from kettledrum.core.terms.check import RANK, State

RULES: list[Rule] = [
    *FRAME_RULES,
    *DRIVE_RULES,
    *CONTROL_RULES,
    *MOTOR_RULES,
    *WEATHER_RULES,
    *WANTED_RULES,
]

WHEEL_CAUTION = (
    "A wheel carries its rider. It is to be trued, tensioned evenly and stress-relieved by someone who knows "
    "how, and looked at again after the first rides."
)
CAUTION = (
    "These checks are a help, no approval. Brakes, wheels, motors and torque past a limit can hurt: the "
    "makers’ instructions and local law stand above them, and a qualified mechanic should look at the "
    "finished bicycle."
)


@dataclass(frozen=True, slots=True)
class Behaves:
    """How a part of the path behaves: what its maker says, what the hands (or feet) must do to shift, and for
    how many years its maker answers for it.
    """

    name: str
    kind: str
    behaviour: Behaviour
    hands: str
    warranty_years: float | None


class WheelBuild(BaseModel):
    """The wheel for a hub: spokes, what must be had for it, and the caution that goes with it."""

    spokes: SpokeLengths
    parts: list[str]
    caution: str


class FitPage(BaseModel):
    """Everything that must go together for one setup on the rider's frame.

    `state` is the worst of the checks, of which there are `counts` by state. `wheel` is null without gears in
    the hub. `chain_links` is the length of a derailleur's chain. `says` is the whole in a sentence or
    two.
    """

    setup: str
    state: State
    counts: dict[State, int]
    checks: list[FitCheck]
    behaves: list[Behaves]
    bite: Bite
    wheel: WheelBuild | None
    mass: MassMoved
    chain_links: int | None
    caution: str
    says: str


def fit_page(brief: Brief, setup: Setup) -> FitPage:
    """Looks at a setup by every rule. See docs/method.md."""
    bike = Bike(brief, setup)
    checks = [check for rule in RULES for check in rule.checks(bike)]
    reference = next((each for each in brief.setups if each.name == brief.reference), None)
    table = gear_table(setup, brief.rider.cadence_rpm)
    chains = [derailleur_needs(stage, "", bike.frame) for _, stage in bike.sprockets]
    states: list[State] = ["holds", "tight", "not known", "fails"]
    return FitPage(
        setup=setup.name,
        state=max((check.state for check in checks), key=RANK.__getitem__, default="holds"),
        counts={state: sum(check.state == state for check in checks) for state in states},
        checks=checks,
        behaves=[
            Behaves(
                bike.name(stage),
                stage.kind,
                stage.behaviour or Behaviour(),
                _hands(stage),
                stage.warranty_years,
            )
            for stage in setup.path
            if _shifts(stage) or stage.behaviour is not None or stage.warranty_years is not None
        ],
        bite=bite(setup.path, table),
        wheel=_wheel(bike),
        mass=mass_moved(setup, reference),
        chain_links=next((needs.links for needs in chains if needs is not None), None),
        caution=CAUTION,
        says=fit_says(checks),
    )


def _shifts(stage: Stage) -> bool:
    if stage.kind == "sprockets":
        return stage.pairing_count > 1
    return stage.gears.is_stepless or stage.gears.count > 1


def _hands(stage: Stage) -> str:
    if not _shifts(stage):
        return "nothing: there is nothing to shift"
    by = stage.change.by if stage.change else "lever"
    if by == "kick back":
        return "the feet kick back"
    if by == "back-pedal":
        return "the feet pedal back a little"
    if by == "speed" and stage.change and stage.change.trigger_kmh:
        return f"nothing: it changes by itself at {stage.change.trigger_kmh:g} km/h"
    shifter = stage.fit.shifter if stage.fit else None
    return {
        None: "a shifter on the bar; which is not stated",
        "twist grip": "turn a grip",
        "trigger": "press a trigger",
        "lever": "move a lever",
        "buttons": "press a button; it needs charge",
        "none": "nothing",
    }[shifter]


def _wheel(bike: Bike) -> WheelBuild | None:
    hub, rim = bike.geared_hub, bike.setup.wheel.rim
    if hub is None:
        return None
    found = spoke_lengths(hub.fit.spokes if hub.fit else None, rim)
    parts = [bike.name(hub)]
    if hub.fit and hub.fit.spokes and found.left_mm and found.right_mm:
        each = hub.fit.spokes.holes // 2
        gauge = f", {rim.gauge_mm:g} mm thick" if rim and rim.gauge_mm else ""
        if found.state not in ("holds", "tight"):
            parts += [
                f"{each} spokes of {round(found.left_mm)} mm left{gauge}",
                f"{each} spokes of {round(found.right_mm)} mm right{gauge}",
            ]
        parts.append(f"{2 * each} nipples to suit, and the key that fits them")
    if hub.fit and hub.fit.torque_support not in (None, "none"):
        parts.append(f"what holds the axle: {hub.fit.torque_support}")
    parts += ["rim tape", "a sprocket, and what holds it"]
    return WheelBuild(spokes=found, parts=parts, caution=WHEEL_CAUTION)
