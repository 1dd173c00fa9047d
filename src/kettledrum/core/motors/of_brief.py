"""The motors of every setup of a brief that has one."""

from pydantic import BaseModel

from kettledrum.core.effort.pushes import pushes
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.motors.help import MotorHelp, motor_help
from kettledrum.core.motors.range import setup_ranges
from kettledrum.core.motors.range_result import SetupRange
from kettledrum.core.parts.stock import belt_pitch_mm

CAUTION = (
    "Motors and batteries can hurt and burn: wiring, controllers and cells are to be looked at by someone "
    "qualified. How strong and how fast a motor may be is for local law, what a frame and its parts bear for "
    "their makers."
)


class MotorsOfSetup(BaseModel):
    """A setup with motors: what they add, how far their battery goes, and both in words."""

    name: str
    help: MotorHelp
    range: SetupRange
    says: str


class MotorsOfBrief(BaseModel):
    """The setups of a brief that have motors, in its order."""

    caution: str
    setups: list[MotorsOfSetup]


def motors_of_brief(brief: Brief) -> MotorsOfBrief:
    """Works out the motors of a brief on its steepest hill and its roads; plain terrain where it has none."""
    job = conditions(brief)
    routes = (brief.road.routes if brief.road else None) or []
    found = []
    for setup, ranges in zip(brief.setups, setup_ranges(brief, routes), strict=True):
        table = gear_table(setup, brief.rider.cadence_rpm)
        added = motor_help(setup, table, pushes(brief, setup), job, belt_pitch_mm(brief.stock))
        if added is not None:
            found.append(
                MotorsOfSetup(name=setup.name, help=added, range=ranges, says=f"{added.says} {ranges.says}")
            )
    return MotorsOfBrief(caution=CAUTION, setups=found)
