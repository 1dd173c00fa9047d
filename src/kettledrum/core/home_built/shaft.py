"""Whether a shaft, its bearings and what it carries bear a home-built drive: a screening sum, no approval."""

import math
from collections.abc import Callable
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
from kettledrum.core.parts.materials import STEEL_MPA, core_mm, thinnest_mm
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

    It is negative where, in the way that pulls bend the shaft most, it pulls against the first.
    """

    at_mm: float
    newton: float
    of: Literal["driven", "driving", "load"]


class Along(BaseModel):
    """Along the shaft: places in mm from the first bearing, bending moments in Nm, deflections in mm.

    Moments and deflections each are those of their own worst way.
    """

    at_mm: list[float]
    moment_nm: list[float]
    deflection_mm: list[float]


class ShaftCheck(BaseModel):
    """A shaft, each thing in its own worst way that pulls can lie to each other.

    `core_mm` is what of it bears: all of it, but for a threaded rod. `torque_nm` twists it and `bending_nm`
    bends it, jerks included; `stress_mpa` is von Mises' at its surface, raised by `notch`, `factor` how far
    the yield strength exceeds it, `safety` how far it must. `smallest_mm` is the thinnest that holds,
    `bar_mm` the next one that is easily had. `deflection_mm` is the most that a sprocket gives way, of
    `most_bent_mm` that it may. `bearings_n` are the loads of the two bearings, `bearing_factor` how far their
    rating exceeds these and `bearing_asked` how far it should. What is null is not known.
    """

    after: int
    state: State
    core_mm: float
    notch: float
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

    They may lie any way to each other. Whatever is asked for (the moment at a place, the load of a bearing,
    how far a sprocket gives way) is largest where all pulls add to it, in one plane and each this way or
    that: each has its own worst way. Under σ = 32·M / (π·d³) and τ = 16·T / (π·d³), σᵥ = √(σ² + 3·τ²) (von
    Mises), so that d³ = 16·n·k·√(4·M² + 3·T²) / (π·Rₑ) is the thinnest that holds.
    """
    shock = USUAL_SHOCK if drive.shock is None else drive.shock
    safety = USUAL_SAFETY if drive.safety is None else drive.safety
    ways = _Ways(shaft, _pulls(drive, shaft, shock))
    bends_most = max(ways.beams, key=lambda beam: beam.worst_nm)
    torque = torque_after(drive, shaft.after) * shock
    bending = bends_most.worst_nm
    together = math.sqrt(4 * bending**2 + 3 * torque**2) * shaft.raises_stress * 1000
    core = core_mm(shaft.diameter_mm, shaft.made_of)
    stress = 16 * together / (math.pi * core**3)
    strength = shaft.strength_mpa(shaft.diameter_mm)
    factor = None if strength is None else strength / stress if stress > 0 else math.inf
    gives_most = max(ways.beams, key=ways.gives_mm)
    deflection = ways.gives_mm(gives_most)

    def asked_mm(diameter_mm: float) -> float:
        """What a bar of a diameter needs in mm, neither to yield nor to give way too far (with d⁻⁴)."""
        bears = shaft.strength_mpa(diameter_mm) or math.nan
        strong = math.cbrt(16 * safety * together / (math.pi * bears))
        return max(strong, core * math.sqrt(math.sqrt(deflection / MOST_BENT_MM)))

    smallest = None if strength is None else thinnest_mm(asked_mm, shaft.made_of)
    left, right = (max(abs(beam.bearings_n[end]) for beam in ways.beams) for end in (0, 1))
    rating = shaft.bearing_static_n
    bearing_factor = None if rating is None else rating / max(left, right, 1e-9)
    strong = _state(factor, safety)
    bends: State = "holds" if deflection <= MOST_BENT_MM else "fails"
    return ShaftCheck(
        after=shaft.after,
        state="fails" if "fails" in (strong, bends) else strong,
        core_mm=core,
        notch=shaft.raises_stress,
        torque_nm=torque,
        pulls=[
            Pull(at_mm=force.at_mm, newton=force.newton, of=pull.of)
            for force, pull in zip(bends_most.forces, ways.pulls, strict=True)
        ],
        bending_nm=bending,
        stress_mpa=stress,
        yield_mpa=strength,
        safety=safety,
        factor=factor,
        smallest_mm=smallest,
        bar_mm=None if smallest is None else _bar(shaft, asked_mm),
        deflection_mm=deflection,
        most_bent_mm=MOST_BENT_MM,
        bends=bends,
        bearings_n=(left, right),
        bearing_factor=bearing_factor,
        bearing_asked=BEARING_FACTOR,
        bearings=_state(bearing_factor, BEARING_FACTOR),
        along=ways.along(bends_most, gives_most),
        source=shaft.made_of.source if shaft.made_of and shaft.yield_mpa is None else None,
    )


def _bar(shaft: Shaft, asked_mm: Callable[[float], float]) -> float | None:
    """The thinnest bar that is easily had and bears what is asked of it."""
    return next((bar for bar in BARS_MM if core_mm(bar, shaft.made_of) >= asked_mm(bar)), None)


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


class _Ways:
    """A shaft under every way that its pulls can lie to each other in one plane."""

    def __init__(self, shaft: Shaft, pulls: list[Pull]) -> None:
        self.pulls = pulls
        self._sprockets = [pull.at_mm for pull in pulls if pull.of != "load"]
        modulus = shaft.made_of.modulus_mpa if shaft.made_of else STEEL_MPA
        self._bar = (core_mm(shaft.diameter_mm, shaft.made_of), modulus)
        self.beams = [
            Beam(
                shaft.span_mm,
                tuple(Force(pull.at_mm, pull.newton * sign) for pull, sign in zip(pulls, signs, strict=True)),
            )
            for signs in product((1, -1), repeat=len(pulls))
            if not signs or signs[0] == 1
        ]

    def gives_mm(self, beam: Beam) -> float:
        """How far the shaft gives way in mm where it gives way most under a sprocket."""
        return max((abs(each) for each in beam.deflections_mm(self._sprockets, *self._bar)), default=0.0)

    def along(self, bends_most: Beam, gives_most: Beam) -> Along:
        """Moments and deflections along the shaft, each in its own worst way."""
        places = [0.0, gives_most.span_mm, *(pull.at_mm for pull in self.pulls)]
        start, end = min(places), max(places)
        marks = sorted({*places, *(start + (end - start) * step / _PLACES for step in range(_PLACES + 1))})
        return Along(
            at_mm=marks,
            moment_nm=[bends_most.moment_nm(mark) for mark in marks],
            deflection_mm=gives_most.deflections_mm(marks, *self._bar),
        )
