"""Whether a shaft, its bearings and what it carries bear a home-built drive: a screening sum, no approval."""

import math
from itertools import product
from typing import Literal

from pydantic import BaseModel

from kettledrum.core.chains.loop import CHAIN_PITCH_MM, chain_radius_mm
from kettledrum.core.home_built.beam import Beam, Force
from kettledrum.core.job.home_built import (
    USUAL_SAFETY,
    USUAL_SHOCK,
    USUAL_STAGE_EFFICIENCY,
    HomeBuilt,
    Shaft,
)
from kettledrum.core.parts.materials import MATERIALS, STEEL_MPA
from kettledrum.core.physics.road_load import GRAVITY
from kettledrum.core.terms.check import State

TIGHT = 1.2
"""Nearer than this to what is asked for, a part is tight."""
MOST_BENT_MM = 0.5
"""A sprocket that gives way farther than this lets its chain run off. A rule of ours."""
BEARING_FACTOR = 1.5
"""How far a bearing's static rating should exceed its load under shocks: s₀ of ISO 76."""
CHAIN_FACTOR = 5.0
"""How far a chain's breaking load should exceed its pull. A rule of ours; makers ask for 5 to 10."""
BARS_MM = (5, 6, 8, 10, 12, 14, 15, 16, 17, 18, 20, 22, 25, 28, 30, 35, 40, 45, 50, 60)
"""Bars and bearing bores that are easily had."""
_PLACES = 60


class Pull(BaseModel):
    """A force on a shaft in N, jerks included, with where it is, and what makes it.

    It is negative where, in the worst way that pulls can lie to each other, it pulls against the first.
    """

    at_mm: float
    newton: float
    of: Literal["driven", "driving", "load"]


class Along(BaseModel):
    """Along the shaft: places in mm from the first bearing, bending moments in Nm, deflections in mm."""

    at_mm: list[float]
    moment_nm: list[float]
    deflection_mm: list[float]


class ShaftCheck(BaseModel):
    """A shaft in the worst way that its pulls can lie to each other.

    `torque_nm` twists it and `bending_nm` bends it, jerks included; `stress_mpa` is von Mises' at its
    surface, `factor` how far the yield strength exceeds it, `safety` how far it must. `smallest_mm` is the
    thinnest that holds, `bar_mm` the next one that is easily had. `deflection_mm` is the most that a sprocket
    gives way, of `most_bent_mm` that it may. `bearings_n` are the loads of the two bearings, `bearing_factor`
    how far their rating exceeds these and `bearing_asked` how far it should. What is null is not known.
    """

    after: int
    state: State
    torque_nm: float
    pulls: list[Pull]
    bending_nm: float
    stress_mpa: float
    yield_mpa: float | None
    safety: float
    factor: float | None
    smallest_mm: float | None
    bar_mm: float | None
    deflection_mm: float
    most_bent_mm: float
    bends: State
    bearings_n: tuple[float, float]
    bearing_factor: float | None
    bearing_asked: float
    bearings: State
    along: Along
    source: str | None


def torque_after(drive: HomeBuilt, stages: int) -> float:
    """The steady torque in Nm behind so many stages, what each of them loses taken off."""
    share = drive.stage_efficiency or USUAL_STAGE_EFFICIENCY
    torque = drive.motor.count * drive.motor.each_nm
    for driving, driven in (drive.stages or [])[:stages]:
        torque *= driven / driving * share
    return torque


def chain_pull_n(drive: HomeBuilt, stage: int) -> float:
    """The steady pull in N of the chain of a stage: torque ÷ r of its driving sprocket.

    The chain runs on the pitch circle of the sprocket.
    """
    driving, _ = (drive.stages or [])[stage]
    radius_mm = chain_radius_mm(driving, drive.pitch_mm or CHAIN_PITCH_MM)
    return torque_after(drive, stage) / radius_mm * 1000


def shaft_check(drive: HomeBuilt, shaft: Shaft) -> ShaftCheck:
    """Bends, twists and bears a shaft with the pulls of its chains and its load.

    They may lie any way to each other: all in one plane, each this way or that, whichever is worst. Under
    σ = 32·M / (π·d³) and τ = 16·T / (π·d³), σᵥ = √(σ² + 3·τ²) (von Mises), so that
    d³ = 16·n·k·√(4·M² + 3·T²) / (π·Rₑ) is the thinnest that holds.
    """
    shock = USUAL_SHOCK if drive.shock is None else drive.shock
    safety = USUAL_SAFETY if drive.safety is None else drive.safety
    beam, pulls = _worst(shaft, _pulls(drive, shaft, shock))
    torque = torque_after(drive, shaft.after) * shock
    bending = beam.worst_nm
    together = _together(shaft, bending, torque)
    stress = 16 * together / (math.pi * shaft.diameter_mm**3)
    strength = shaft.stress_mpa
    factor = None if strength is None else strength / stress if stress > 0 else math.inf
    modulus = MATERIALS[shaft.material].modulus_mpa if shaft.material else STEEL_MPA
    deflection = _gives(shaft, beam, pulls, modulus)
    smallest = _smallest(together, strength, safety, shaft.diameter_mm, deflection)
    left, right = (abs(each) for each in beam.bearings_n)
    rating = shaft.bearing_static_n
    bearing_factor = None if rating is None else rating / max(left, right, 1e-9)
    strong = _state(factor, safety)
    bends: State = "holds" if deflection <= MOST_BENT_MM else "fails"
    return ShaftCheck(
        after=shaft.after,
        state="fails" if "fails" in (strong, bends) else strong,
        torque_nm=torque,
        pulls=pulls,
        bending_nm=bending,
        stress_mpa=stress,
        yield_mpa=strength,
        safety=safety,
        factor=factor,
        smallest_mm=smallest,
        bar_mm=None if smallest is None else next((bar for bar in BARS_MM if bar >= smallest), None),
        deflection_mm=deflection,
        most_bent_mm=MOST_BENT_MM,
        bends=bends,
        bearings_n=(left, right),
        bearing_factor=bearing_factor,
        bearing_asked=BEARING_FACTOR,
        bearings=_state(bearing_factor, BEARING_FACTOR),
        along=_along(shaft, beam, modulus),
        source=MATERIALS[shaft.material].source if shaft.material and shaft.yield_mpa is None else None,
    )


def _together(shaft: Shaft, bending_nm: float, torque_nm: float) -> float:
    """Bending and twisting as one moment in N·mm, over π·d³/16 the stress of von Mises, with the notch."""
    notch = 1.0 if shaft.notch is None else shaft.notch
    return math.sqrt(4 * bending_nm**2 + 3 * torque_nm**2) * notch * 1000


def _gives(shaft: Shaft, beam: Beam, pulls: list[Pull], modulus: float) -> float:
    """How far the shaft gives way in mm where it gives way most under a sprocket."""
    sprockets = [pull.at_mm for pull in pulls if pull.of != "load"]
    gives = beam.deflections_mm(sprockets, shaft.diameter_mm, modulus)
    return max((abs(each) for each in gives), default=0.0)


def _state(factor: float | None, asked: float) -> State:
    if factor is None:
        return "not known"
    return "fails" if factor < asked else "tight" if factor < asked * TIGHT else "holds"


def _pulls(drive: HomeBuilt, shaft: Shaft, shock: float) -> list[Pull]:
    found = []
    if shaft.driven_at_mm is not None:
        pull = chain_pull_n(drive, shaft.after - 1) * shock
        found.append(Pull(at_mm=shaft.driven_at_mm, newton=pull, of="driven"))
    if shaft.driving_at_mm is not None:
        pull = chain_pull_n(drive, shaft.after) * shock
        found.append(Pull(at_mm=shaft.driving_at_mm, newton=pull, of="driving"))
    if shaft.load_kg is not None and shaft.load_at_mm is not None:
        weight = shaft.load_kg * GRAVITY * shock
        found.append(Pull(at_mm=shaft.load_at_mm, newton=weight, of="load"))
    return found


def _worst(shaft: Shaft, pulls: list[Pull]) -> tuple[Beam, list[Pull]]:
    """The way of the pulls to each other that bends the shaft most."""
    ways = [
        [
            pull.model_copy(update={"newton": pull.newton * sign})
            for pull, sign in zip(pulls, signs, strict=True)
        ]
        for signs in product((1, -1), repeat=len(pulls))
        if not signs or signs[0] == 1
    ]
    beams = [
        (Beam(shaft.span_mm, tuple(Force(pull.at_mm, pull.newton) for pull in way)), way) for way in ways
    ]
    return max(beams, key=lambda found: found[0].worst_nm)


def _smallest(
    together: float, strength: float | None, safety: float, diameter_mm: float, deflection_mm: float
) -> float | None:
    """The thinnest in mm that neither yields nor gives way too far, which goes with d⁻⁴."""
    if strength is None:
        return None
    strong = math.cbrt(16 * safety * together / (math.pi * strength))
    stiff = diameter_mm * math.sqrt(math.sqrt(deflection_mm / MOST_BENT_MM))
    return max(strong, stiff)


def _along(shaft: Shaft, beam: Beam, modulus: float) -> Along:
    places = [0.0, shaft.span_mm, *(force.at_mm for force in beam.forces)]
    start, end = min(places), max(places)
    marks = sorted({*places, *(start + (end - start) * step / _PLACES for step in range(_PLACES + 1))})
    return Along(
        at_mm=marks,
        moment_nm=[beam.moment_nm(mark) for mark in marks],
        deflection_mm=beam.deflections_mm(marks, shaft.diameter_mm, modulus),
    )
