"""What a job wants of the lowest and the highest gear, as overall ratios of one setup."""

import math

from pydantic import BaseModel

from kettledrum.core.effort.lowest_gear import USUAL_GEAR_INCHES, USUAL_RATIO
from kettledrum.core.effort.steepest import SteepestPitch
from kettledrum.core.gearing.gear_table import INCH_M, GearTable
from kettledrum.core.job.brief import Need
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.wants import School, Wants


class WantedGears(BaseModel):
    """The highest ratio that will do as a lowest gear, by the school that leads, and the lowest that will do
    as a highest gear for the wanted top speed; null where the job does not say.

    `usual` says that the lowest is what is usual rather than the rider's own.
    """

    lowest: float | None
    highest: float | None
    by: School
    usual: bool

    def distance(self, lowest: float, highest: float) -> tuple[float, float]:
        """How much a setup's gears fall short at either end together, and how much lower than needed the
        lowest is; as shares.
        """
        short_low = max(lowest / self.lowest - 1, 0.0) if self.lowest else 0.0
        short_high = max(self.highest / highest - 1, 0.0) if self.highest else 0.0
        beyond = max(self.lowest / lowest - 1, 0.0) if self.lowest else 0.0
        return short_low + short_high, beyond


def wanted_gears(need: Need, table: GearTable, share: float) -> WantedGears:
    """What is wanted on the wheel of a table, with a typical `share` of power that reaches it.

    By physics the lowest gear keeps up the band's low end on the steepest pitch with the power that is
    held for as long as it takes or, its length not being known, for a minute.
    """
    wants, job = need.wants or Wants(), conditions(need)
    school = wants.lowest_by or "physics"
    lowest: float | None
    usual = False
    if school == "ratio":
        lowest, usual = wants.lowest_ratio or USUAL_RATIO, wants.lowest_ratio is None
    elif school == "gear inches":
        inches = wants.lowest_gear_inches or USUAL_GEAR_INCHES
        lowest = inches * INCH_M * math.pi / table.circumference_m
        usual = wants.lowest_gear_inches is None
    else:
        lowest = needed_ratio(need, table.circumference_m, share)
    highest = None
    if wants.top_kmh is not None:
        highest = wants.top_kmh / 3.6 * 60 / (job.cadence_rpm[1] * table.circumference_m)
    return WantedGears(lowest=lowest, highest=highest, by=school, usual=usual)


def needed_ratio(need: Need, circumference_m: float, share: float) -> float | None:
    """The overall ratio that keeps the band's low end up on the steepest pitch; None where that is not known.

    v·60 / (n·U), v being the steady speed there, with the power that the pitch is judged by.
    """
    job = conditions(need)
    held = SteepestPitch(job, share).goes_by
    return None if held is None else held.speed_mps * 60 / (job.cadence_rpm[0] * circumference_m)
