"""How low a lowest gear must be: three schools, each with its answer for one setup."""

from pydantic import BaseModel

from kettledrum.core.effort.climb import Climb
from kettledrum.core.effort.steepest import Verdict
from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.core.job.wants import School, Wants

USUAL_RATIO = 1.0
"""What riders of the first school ask for in hills: a turn of the wheel for one of the cranks, or less."""
USUAL_GEAR_INCHES = 25.0
"""About right for light road touring; loaded off the road, under 20."""
NEARLY = 0.05
"""A gear no more than this above what is wanted is tight rather than too high."""
_ROUNDING = 1e-9


class LowestGear(BaseModel):
    """What a school says of a setup's lowest gear.

    `wanted` is the highest that will do, as a ratio, or in gear inches by that school; `has` is what the
    setup's lowest gear is in the same measure. `margin` is the first over the second, less one: 0.1 is 10 %
    lower than it need be. Verdict, `wanted` and `margin` are null where the pitch is not known that physics
    goes by. `usual` says that `wanted` is what is usual rather than the rider's own.
    """

    school: School
    wanted: float | None
    has: float
    margin: float | None
    verdict: Verdict | None
    usual: bool


def lowest_gears(table: GearTable, climb: Climb, wants: Wants) -> list[LowestGear]:
    """The answers of the three schools; physics' is the climb's own."""
    lowest = table.gears[0]
    return [
        _school("ratio", lowest.ratio, wants.lowest_ratio, USUAL_RATIO),
        _school("gear inches", lowest.gear_inches, wants.lowest_gear_inches, USUAL_GEAR_INCHES),
        LowestGear(
            school="physics",
            wanted=climb.judged_ratio,
            has=lowest.ratio,
            margin=climb.margin,
            verdict=climb.verdict,
            usual=False,
        ),
    ]


def _school(school: School, has: float, wanted: float | None, usual: float) -> LowestGear:
    limit = usual if wanted is None else wanted
    verdict: Verdict = "fails"
    if has <= limit * (1 + _ROUNDING):
        verdict = "holds"
    elif has <= limit * (1 + NEARLY):
        verdict = "tight"
    return LowestGear(
        school=school,
        wanted=limit,
        has=has,
        margin=limit / has - 1,
        verdict=verdict,
        usual=wanted is None,
    )
