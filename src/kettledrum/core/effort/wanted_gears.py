"""What a job wants of the lowest and the highest gear, as overall ratios of one setup."""

import math

from pydantic import BaseModel

from kettledrum.core.effort.lowest_gear import USUAL_GEAR_INCHES, USUAL_RATIO
from kettledrum.core.effort.steepest import SteepestPitch
from kettledrum.core.gearing.gear_table import INCH_M, GearTable
from kettledrum.core.job.brief import Need
from kettledrum.core.job.conditions import Conditions, conditions
from kettledrum.core.job.wants import School, Wants


class WantedGears(BaseModel):
    """The highest ratio that will do as a lowest gear, by the school that leads, null where the job does not
    say; and the lowest that will do as a highest gear.

    `usual` says that the lowest is what is usual rather than the rider's own.
    """

    lowest: float | None
    highest: float
    by: School
    usual: bool

    def distance(self, lowest: float, highest: float) -> tuple[float, float]:
        """How much a setup's gears fall short at either end together, as a share, and how unevenly what they
        have to spare is shared between the two, as the logarithm of the one over the other.
        """
        above = highest / self.highest
        below = self.lowest / lowest if self.lowest else None
        short = max(1 / above - 1, 0.0) + (max(1 / below - 1, 0.0) if below else 0.0)
        return short, abs(math.log(below / above if below else above))


def wanted_gears(need: Need, table: GearTable, share: float) -> WantedGears:
    """What is wanted on the wheel of a table, with a typical `share` of power that reaches it.

    By physics the lowest gear keeps up the band's low end on the steepest pitch with the power that is
    held for as long as it takes or, its length not being known, for a minute. The highest reaches the top
    speed that is wanted or, where none is, what is held all day on the flat.
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
    highest = wanted_kmh(wants, job, share) / 3.6 * 60 / (job.cadence_rpm[1] * table.circumference_m)
    return WantedGears(lowest=lowest, highest=highest, by=school, usual=usual)


def wanted_kmh(wants: Wants, job: Conditions, share: float) -> float:
    """The speed in km/h that the highest gear must reach: as is wanted, or else what is held on the flat all
    day with a `share` of power that reaches the wheel.
    """
    if wants.top_kmh is not None:
        return wants.top_kmh
    return job.resistance.speed_mps(job.power_w * share, 0.0) * 3.6


def needed_ratio(need: Need, circumference_m: float, share: float) -> float | None:
    """The overall ratio that keeps the band's low end up on the steepest pitch; None where that is not known.

    v·60 / (n·U), v being the steady speed there, with the power that the pitch is judged by.
    """
    job = conditions(need)
    held = SteepestPitch(job, share).goes_by
    return None if held is None else held.speed_mps * 60 / (job.cadence_rpm[0] * circumference_m)
