"""Setups side by side, each measured against the reference."""

from dataclasses import dataclass, field
from functools import lru_cache

from pydantic import BaseModel

from kettledrum.core.effort.climb import Climb, Flat, Top, ridden
from kettledrum.core.effort.hill import Hill, hill, need_says
from kettledrum.core.effort.lowest_gear import LowestGear, lowest_gears
from kettledrum.core.effort.pushes import pushes
from kettledrum.core.effort.stage_limits import over_limits
from kettledrum.core.gearing.gear_table import Gear, GearTable, gear_table
from kettledrum.core.gearing.ladder import Rung, ladder
from kettledrum.core.gearing.shift_order import is_a_step_above
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import Conditions, conditions
from kettledrum.core.job.wants import School, Wants
from kettledrum.core.lineup.carried import Carried, carried
from kettledrum.core.lineup.says import Answered, Summed, comparison_says, setup_says
from kettledrum.core.motors.help import MotorHelp, motor_help
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stock import belt_pitch_mm
from kettledrum.core.physics.grip import slips_at
from kettledrum.core.terms.assumed import Assumed
from kettledrum.core.terms.spread import EfficiencySpread


class Difference(BaseModel):
    """How a setup differs from the reference.

    `lowest`, `highest` (by development) and `range` as shares: -0.34 is 34 % lower. `gears_below` and
    `gears_above` count the distinct gears at least 5 % beyond the reference's lowest and highest;
    null for a stepless path. `carried` says of each of the reference's gears whether it has an equal here;
    null where the reference is stepless.
    """

    lowest: float
    highest: float
    range: float
    gears_below: int | None
    gears_above: int | None
    carried: list[Carried] | None


class ComparedSetup(GearTable):
    """A setup's gear table, its two ends, the gear for each speed, and its difference from the reference.

    `against` is null for the reference itself, and where there is none. What the job's rider can climb with
    it, rides on the flat and at the top; what each school says of its lowest gear; what its motors add, null
    without. `efficiency` is the share of power that reaches the wheel; `over_limits` are the makers' figures
    that it is beyond; `says` is the answer in a few sentences.
    """

    lowest: Gear
    highest: Gear
    ladder: list[Rung]
    against: Difference | None
    efficiency: EfficiencySpread
    climb: Climb
    flat: Flat
    top: Top
    lowest_gear: list[LowestGear]
    motor: MotorHelp | None
    over_limits: list[str]
    says: str


class Comparison(BaseModel):
    """The setups of a brief in their order, and the name of the reference.

    `assumed` are the figures that were taken for want of the rider's own; `leads` is the
    school by which the rider judges a lowest gear; `slips_at` the grade on which the driven wheel begins to
    slip on the loosest of the road's surfaces, null where those are not known. `says` is the answer of
    them all, `hill` what the steepest one asks whatever the drive, and `need_says` that in words.
    """

    reference: str | None
    assumed: list[Assumed]
    leads: School
    slips_at: float | None
    says: str
    hill: Hill | None
    need_says: str
    setups: list[ComparedSetup]


def difference(table: GearTable, reference: GearTable) -> Difference:
    """How `table` differs from `reference`, compared by development, since wheels may differ."""
    lowest, highest = table.gears[0].development_m, table.gears[-1].development_m
    other_lowest, other_highest = reference.gears[0].development_m, reference.gears[-1].development_m
    distinct = [gear.development_m for gear in table.gears if gear.overlaps is None]
    return Difference(
        lowest=lowest / other_lowest - 1,
        highest=highest / other_highest - 1,
        range=table.range / reference.range - 1,
        gears_below=None
        if table.stepless
        else sum(is_a_step_above(other_lowest, development) for development in distinct),
        gears_above=None
        if table.stepless
        else sum(is_a_step_above(development, other_highest) for development in distinct),
        carried=carried(table, reference),
    )


@dataclass(frozen=True)
class _Asked:
    """A setup in its job; all that its figures stand on is in `wording`: where that is the same, they are."""

    wording: tuple[str, str, str | None]
    setup: Setup = field(compare=False)
    need: Brief = field(compare=False)
    job: Conditions = field(compare=False)
    reference: Setup | None = field(compare=False)


STANDS_NOT_ON = dict.fromkeys(("notes", "money", "home_built", "weighing", "tours", "swap_tests"))
"""What of a brief makes no difference to what a setup does."""
_REMEMBERED = 64
"""Figures of setups that are kept: those of a job of eight, before and after a change or two of each."""


def compare(brief: Brief) -> Comparison:
    """Works out every setup of a brief at the rider's cadences, side by side.

    While one setup is typed the figures of the others stay, and are not worked out again.
    """
    job, wants = conditions(brief), brief.wants or Wants()
    # What is remembered is worked out without the other setups, without roads of thousands of points, and
    # without what the figures of a setup do not stand on.
    road = None if brief.road is None else brief.road.model_copy(update={"routes": None})
    need = brief.model_copy(update={**STANDS_NOT_ON, "setups": [], "road": road})
    wording = need.model_dump_json()
    reference = next((setup for setup in brief.setups if setup.name == brief.reference), None)
    against = None if reference is None else reference.model_dump_json()
    compared = [
        _compared(_Asked((wording, setup.model_dump_json(), against), setup, need, job, reference))
        for setup in brief.setups
    ]
    steepest = hill(job)
    return Comparison(
        reference=brief.reference,
        assumed=job.assumed,
        leads=wants.lowest_by or "physics",
        slips_at=None if job.grip is None else slips_at(job.grip, job.resistance.crr),
        hill=steepest,
        need_says=need_says(steepest, job),
        says=comparison_says([Summed.of(each, wants) for each in compared], job, wants),
        setups=compared,
    )


@lru_cache(_REMEMBERED)
def _compared(asked: _Asked) -> ComparedSetup:
    setup, need, job = asked.setup, asked.need, asked.job
    wants = need.wants or Wants()
    table = gear_table(setup, need.rider.cadence_rpm)
    against = None
    if asked.reference is not None and asked.reference is not setup:
        against = difference(table, gear_table(asked.reference, need.rider.cadence_rpm))
    rungs = ladder(table, table.ridden)
    found = ridden(table, rungs, path_efficiency(setup.path), job)
    low_enough = lowest_gears(table, found.climb, wants)
    asks = pushes(need, setup)
    motor = motor_help(setup, table, asks, job, belt_pitch_mm(need.stock)) if setup.motors else None
    lowest = [min(option.ratio for option in stage.options) for stage in table.stages]
    over = over_limits(need, setup, asks, lowest)
    return ComparedSetup(
        **dict(table),
        lowest=table.gears[0],
        highest=table.gears[-1],
        ladder=rungs,
        against=against,
        **dict(found),
        lowest_gear=low_enough,
        motor=motor,
        over_limits=over,
        says=setup_says(Answered(found, low_enough, over, motor), job, wants),
    )
