"""The share of the power that reaches the wheel: what makers or riders state, or else what is usual."""

from collections.abc import Sequence

from kettledrum.core.inside.gears import Gears
from kettledrum.core.parts.stage import CHAINGEAR_GEARS, SprocketsStage, Stage
from kettledrum.core.terms.spread import EfficiencySpread


def _spread(low: float, typical: float, high: float) -> EfficiencySpread:
    return EfficiencySpread(low=low, typical=typical, high=high)


# Laboratory figures at a tourer's power: Kyle & Berto, Human Power 52 (2001), for hubs and derailleurs;
# Spicer et al., J. Mech. Des. 123 (2001), for chains. They differ by load, wear and lubricant, hence the
# spreads.
PLAIN_CHAIN = _spread(0.955, 0.975, 0.985)
DERAILLEUR = _spread(0.925, 0.95, 0.975)
BELT = _spread(0.945, 0.965, 0.98)
SINGLE = _spread(1, 1, 1)
"""One gear of 1: a plain hub, whose bearings are counted with the rest of the bicycle."""
FEW_GEARS = _spread(0.91, 0.94, 0.96)
SOME_GEARS = _spread(0.88, 0.915, 0.945)
MANY_GEARS = _spread(0.885, 0.92, 0.95)
STEPLESS = _spread(0.8, 0.86, 0.91)
CRANK_GEARBOX = _spread(0.885, 0.92, 0.95)
_SOME = 8
USUAL_EFFICIENCY = 0.93
"""Of a whole path of which nothing is known yet."""


def stage_efficiency(stage: Stage) -> tuple[EfficiencySpread, bool]:
    """What a stage lets through, and whether that was stated of it rather than taken as usual."""
    if isinstance(stage.efficiency, EfficiencySpread):
        return stage.efficiency, True
    if stage.efficiency is not None:
        return _spread(stage.efficiency, stage.efficiency, stage.efficiency), True
    if isinstance(stage, SprocketsStage):
        if stage.drive == "belt":
            return BELT, False
        return (DERAILLEUR if stage.shifts_chain else PLAIN_CHAIN), False
    return usual_case(stage.gears, at_cranks=stage.kind == "gearbox"), False


def usual_case(gears: Gears, *, at_cranks: bool) -> EfficiencySpread:
    """What is usual of gears in a case, in the hub or at the cranks."""
    if gears.stepless is not None:
        return STEPLESS
    if gears.count == 1 and gears.definite[0].ratio == 1:
        return SINGLE
    if gears.count <= CHAINGEAR_GEARS:
        return FEW_GEARS
    if at_cranks:
        return CRANK_GEARBOX
    return SOME_GEARS if gears.count <= _SOME else MANY_GEARS


def path_efficiency(path: Sequence[Stage]) -> EfficiencySpread:
    """What a path lets through: the product of its stages' low, typical and high ends."""
    low, typical, high = 1.0, 1.0, 1.0
    for stage in path:
        own, _ = stage_efficiency(stage)
        low, typical, high = low * own.low, typical * own.typical, high * own.high
    return _spread(low, typical, high)
