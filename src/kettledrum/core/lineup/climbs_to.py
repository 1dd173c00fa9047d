"""The steepest hill that a setup climbs."""

from dataclasses import replace

from kettledrum.core.effort.climb import ridden
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.gearing.ladder import ladder
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.lineup.says import verdict_with_motor
from kettledrum.core.motors.on_pitch import on_pitch
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.setup import Setup

_STEEPEST = 0.3
_STEP = 0.001


def climbs_to(setup: Setup, job: Conditions) -> float | None:
    """The steepest hill of the job's length that is climbed, to a tenth of a percent; None beyond 30 %.

    Less steep is never worse, so it is found by halving.
    """
    table = gear_table(setup, job.cadence_rpm)
    rungs, share = ladder(table, table.ridden), path_efficiency(setup.path)

    def climbs(steps: int) -> bool:
        there = replace(job, steepest=steps * _STEP)
        alone = ridden(table, rungs, share, there).climb.verdict
        return verdict_with_motor(alone, on_pitch(setup, table, there)) != "fails"

    low, high = 0, round(_STEEPEST / _STEP)
    if climbs(high):
        return None
    if not climbs(low):
        return 0.0
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (middle, high) if climbs(middle) else (low, middle)
    return low * _STEP
