"""What makers allow, held against what a setup asks of its parts."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from kettledrum.core.effort.into_part import IntoPart, into_part
from kettledrum.core.effort.pushes import Pushes
from kettledrum.core.job.brief import Need
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import Stage, has_gears, stage_name
from kettledrum.core.parts.stated import Limits
from kettledrum.core.physics.road_load import GRAVITY
from kettledrum.core.terms.check import State

CLOSE = 0.03
"""Nearer to a limit than this is tight: a part, a tyre or a rider is seldom known better."""
USUAL_PUSH_NM = 100 * GRAVITY * 0.17
"""What is taken to stand behind a ratio limit that comes alone: 100 kg standing on a crank of 170 mm."""

LimitKind = Literal["ratio", "torque", "motor", "mass", "pull", "teeth"]


@dataclass(slots=True)
class LimitCheck:
    """A limit of a part, with the figure it is held against; `derived` where no maker stated it, `advises`
    where it says what is missing and stands in no one's way.

    `figure` and `limit` are null where one is not known; `what` says why in a sentence.
    """

    kind: LimitKind
    state: State
    what: str
    figure: float | None = None
    limit: float | None = None
    derived: bool = False
    advises: bool = False


@dataclass(frozen=True, slots=True)
class RatioLimit:
    """The smallest primary ratio that counts for a job, why that one, and what is not known about it."""

    least: float | None
    because: str
    unsure: str | None


def ratio_limit(limits: Limits, need: Need, asked: Pushes) -> RatioLimit:
    """The strictest of the limits that apply: in general, for a heavy load, a tandem, a cargo bicycle or a
    motor. Where a job is of a kind for which the maker states none, that is said.
    """
    bicycle = need.load.bicycle if need.load else None
    found: list[tuple[float, str]] = []
    unsure: list[str] = []
    if limits.primary_ratio_min is not None:
        found.append((limits.primary_ratio_min, ""))
    if limits.primary_ratio_min_heavy is not None:
        if limits.heavy_from_kg is None:
            unsure.append(
                f"{limits.primary_ratio_min_heavy:g} is stated for heavy loads, but not from which mass on"
            )
        elif asked.system_kg >= limits.heavy_from_kg:
            found.append((limits.primary_ratio_min_heavy, f" from {limits.heavy_from_kg:g} kg on"))
    general, heavy = limits.primary_ratio_min, limits.primary_ratio_min_heavy
    if general is not None and heavy is not None and heavy < general:
        unsure.append(f"its limits contradict each other: {heavy:g} for heavy loads, {general:g} in general")
    own = {
        "tandems": (bicycle == "tandem", limits.primary_ratio_min_tandem),
        "cargo bicycles": (bicycle == "cargo", limits.primary_ratio_min_cargo),
        "motors": (asked.with_motor, limits.primary_ratio_min_motor),
    }
    for kind, (applies, least) in own.items():
        if applies and least is not None:
            found.append((least, f" for {kind}"))
        elif applies and limits.primary_ratio_min is not None:
            unsure.append(f"nothing is stated for {kind}")
    least, because = max(found, default=(None, ""))
    return RatioLimit(least, because, "; ".join(unsure) or None)


def torque_state(figure: float, limit: float) -> State:
    """Whether a figure that must not be above a limit holds."""
    if figure > limit * (1 + 1e-9):
        return "fails"
    return "tight" if figure > limit / (1 + CLOSE) else "holds"


def mass_check(limits: Limits, asked: Pushes, part: str) -> LimitCheck | None:
    """The mass of bicycle, rider and load against the largest that is allowed."""
    most = limits.system_mass_max_kg
    if most is None:
        return None
    state = torque_state(asked.system_kg, most)
    over = "over" if state == "fails" else "within"
    return LimitCheck(
        "mass",
        state,
        f"bicycle, rider and load are {asked.system_kg:.0f} kg, {over} the {most:g} kg of {part}",
        asked.system_kg,
        most,
    )


def motor_check(limits: Limits, motor_nm: float, part: str) -> LimitCheck | None:
    """The torque of motors into a part against the largest that is allowed; silence is not consent."""
    if not motor_nm:
        return None
    most = limits.motor_torque_max_nm
    if most is None:
        return LimitCheck(
            "motor",
            "not known",
            f"{part} does not say which motor torque it bears: look for it on its maker’s sheet",
            motor_nm,
        )
    state = torque_state(motor_nm, most)
    over = "over" if state == "fails" else "within"
    what = f"the motor puts {motor_nm:.3g} Nm in, {over} the {most:g} Nm of {part}"
    return LimitCheck("motor", state, what, motor_nm, most)


def limits_in_lowest(
    need: Need, setup: Setup, asked: Pushes, lowest: Sequence[float]
) -> Iterator[LimitCheck]:
    """What the gears of a path bear, in the lowest gear before each: smallest ratios and torques.

    `lowest` are the lowest ratios of the stages. For a path of any kind; the pairings judge each pairing of
    one that has a single one by the same checks.
    """
    for place, stage in enumerate(setup.path):
        if not has_gears(stage):
            continue
        limits, name = stage.limits or Limits(), stage_name(stage)
        least = ratio_limit(limits, need, asked)
        if least.unsure:
            yield LimitCheck("ratio", "not known", f"{name}: {least.unsure}")
        if least.least is not None and place > 0:
            before = math.prod(lowest[:place])
            state = torque_state(least.least, before)
            under = "under" if state == "fails" else "over"
            what = f"the lowest ratio before {name} is {before:.3f}, {under} {least.least:g}{least.because}"
            yield LimitCheck("ratio", state, what, before, least.least)
        into = into_part(asked, setup, lowest, place)
        if motor := motor_check(limits, into.motor_nm, name):
            yield motor
        yield from input_checks(stage, name, into, least)


def over_limits(need: Need, setup: Setup, asked: Pushes, lowest: Sequence[float]) -> list[str]:
    """Which of the makers' figures a setup is beyond: ratios, torques and the mass of all, each in words."""
    masses = (mass_check(stage.limits or Limits(), asked, stage_name(stage)) for stage in setup.path)
    found = [*limits_in_lowest(need, setup, asked, lowest), *(mass for mass in masses if mass)]
    return [check.what for check in found if check.state == "fails"]


def input_checks(stage: Stage, part: str, into: IntoPart, least: RatioLimit) -> Iterator[LimitCheck]:
    """The torque into a part in the lowest gear before it; with what can be derived if one limit is missing.
    A derived limit warns, and never refuses.
    """
    limits = stage.limits or Limits()
    torque = into.worst_nm
    pushed = "motor and the hardest push put" if into.motor_nm else "the hardest push puts"
    most = limits.input_torque_max_nm
    if most is not None:
        state = torque_state(torque, most)
        over = "over" if state == "fails" else "within"
        yield LimitCheck("torque", state, f"{pushed} {torque:.0f} Nm in, {over} {most:g} Nm", torque, most)
    elif least.least is not None:
        derived = USUAL_PUSH_NM / least.least
        state = "tight" if torque > derived else "holds"
        over = "over" if state == "tight" else "within"
        yield LimitCheck(
            "torque",
            state,
            f"{pushed} {torque:.0f} Nm in, {over} the {derived:.0f} Nm derived from its smallest ratio",
            torque,
            derived,
            derived=True,
        )
    else:
        yield LimitCheck(
            "torque",
            "not known",
            f"{part} states neither a smallest ratio nor a largest torque: look for “primary ratio” or "
            f"“input torque” on its maker’s sheet",
            torque,
        )
