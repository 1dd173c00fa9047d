"""What motors and the hardest push together put on hubs, gearboxes, chains, belts and tyres, gear by gear."""

import math
from collections.abc import Iterator

from pydantic import BaseModel

from kettledrum.core.chains.loop import belt_radius_mm, chain_radius_mm
from kettledrum.core.effort.into_part import IntoPart, into_part
from kettledrum.core.effort.pushes import Pushes
from kettledrum.core.effort.stage_limits import torque_state
from kettledrum.core.gearing.gear_table import Gear, GearTable, ratios_in
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.parts.motor_place import entry_place
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage, Stage
from kettledrum.core.physics.grip import PUSH, REAR_SHARE
from kettledrum.core.physics.road_load import GRAVITY
from kettledrum.core.terms.check import RANK, State

CHAIN_BREAKS_N, CHAIN_FACTOR = 8000.0, 2.0
"""A bicycle chain bears at least so much (ISO 9633); it should never come nearer to that than half of it."""


class Borne(BaseModel):
    """What limits first in a gear: how it stands, by which share of what it bears, and both in words."""

    state: State
    share: float
    what: str


def borne_in(
    setup: Setup, table: GearTable, gear: Gear, asked: Pushes, job: Conditions, belt_pitch_mm: float
) -> Borne | None:
    """The part that stands worst under the motors at their most and the hardest push; None where no part
    states what it bears.

    The torque into a stage is that of the cranks ÷ the ratios before it, and that of each motor that enters
    before it likewise; nothing is taken off for losses, which is on the safe side.
    """
    ratios = ratios_in(table, gear)
    found = [
        *_parts(setup, table, gear, asked, ratios, belt_pitch_mm),
        *_tyres(setup, table, ratios, asked, job),
    ]
    return max(found, key=lambda each: (RANK[each.state], each.share), default=None)


def _parts(
    setup: Setup, table: GearTable, gear: Gear, asked: Pushes, ratios: list[float], belt_pitch_mm: float
) -> Iterator[Borne]:
    for place, stage in enumerate(setup.path):
        into = into_part(asked, setup, ratios, place)
        yield from _case(stage, into)
        if isinstance(stage, SprocketsStage):
            front = table.stages[place].options[gear.choice[place]].front
            assert front is not None
            pitch = (stage.run.pitch_mm if stage.run else None) or belt_pitch_mm
            yield from _loop(stage, front, into.worst_nm, pitch)


def _case(stage: Stage, into: IntoPart) -> Iterator[Borne]:
    limits, name = stage.limits, stage.name or stage.kind
    if limits is None:
        return
    for torque, most, what in (
        (into.worst_nm, limits.input_torque_max_nm, "motors and the hardest push"),
        (into.motor_nm, limits.motor_torque_max_nm, "motors"),
    ):
        if most is not None and torque > 0:
            yield Borne(
                state=torque_state(torque, most),
                share=torque / most,
                what=f"{name}: {torque:.0f} Nm of {what}, {most:g} Nm allowed",
            )


def _loop(stage: SprocketsStage, front: int, torque: float, belt_pitch_mm: float) -> Iterator[Borne]:
    if stage.drive == "chain":
        pull = torque / chain_radius_mm(front) * 1000
        state = torque_state(pull * CHAIN_FACTOR, CHAIN_BREAKS_N)
        share = pull * CHAIN_FACTOR / CHAIN_BREAKS_N
        yield Borne(state=state, share=share, what=f"chain: {pull:.0f} N, breaks at {CHAIN_BREAKS_N:.0f} N")
        return
    most = stage.limits.pull_max_n if stage.limits else None
    if most is not None:
        pull = torque / belt_radius_mm(front, belt_pitch_mm) * 1000
        state = torque_state(pull, most)
        yield Borne(state=state, share=pull / most, what=f"belt: {pull:.0f} N, {most:g} N allowed")


def _tyres(
    setup: Setup, table: GearTable, ratios: list[float], asked: Pushes, job: Conditions
) -> Iterator[Borne]:
    """Whether a tyre grips the loosest surface of the road, on the level, with a tourer's share of weight.

    The rider's push swells to π/2 of its mean in each half turn; that of motors is even.
    """
    if job.grip is None:
        return
    radius = table.circumference_m / (2 * math.pi)
    weight = job.resistance.mass_kg * GRAVITY
    front = sum(motor.most_nm for motor in setup.motors or [] if motor.at == "front hub") / radius
    behind = [motor for motor in setup.motors or [] if motor.at != "front hub"]
    rear = asked.steady_nm / math.prod(ratios) * PUSH / radius
    for motor in behind:
        entry = entry_place(setup.path, motor)
        assert entry is not None
        rear += motor.most_nm / math.prod(ratios[entry:]) / radius
    for name, push, share in (("rear", rear, REAR_SHARE), ("front", front, 1 - REAR_SHARE)):
        most = job.grip * share * weight
        if push > most:
            yield Borne(
                state="tight",
                share=push / most,
                what=f"the {name} tyre slips: {push:.0f} N, where it grips with {most:.0f} N",
            )
