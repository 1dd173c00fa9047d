"""What a motor adds at the wheel in each gear, what holds it, and where its help ends."""

import math

from pydantic import BaseModel

from kettledrum.core.effort.pushes import Pushes
from kettledrum.core.gearing.gear_table import Gear, GearTable
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.motors.driven import called_for, driven_in, legs_follow_to_kmh, motor_rpm
from kettledrum.core.motors.electric import torque_held_by
from kettledrum.core.motors.loads import Borne, borne_in
from kettledrum.core.motors.not_known import motors_assumed
from kettledrum.core.motors.on_pitch import OnPitch, on_pitch
from kettledrum.core.motors.says import motor_says
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stock import USUAL_BELT_PITCH_MM
from kettledrum.core.physics.grip import slips_at
from kettledrum.core.physics.road_load import held_grade
from kettledrum.core.terms.assumed import Assumed


class MotorHelp(BaseModel):
    """A setup's motors and its rider at the driven wheel, gear by gear, lowest first.

    Torques of the wheel in Nm and pushes of the tyres in N: of the motors at their most from a standstill, of
    the rider at the hardest push and at the power of all day, and of motors and the steady rider together.
    `held_by` is what holds the motors back at the speed of each gear in the middle of the band, `borne` the
    part that then stands worst, null where none states what it bears; `grade_at_speed` is the grade that all
    the help and the steady rider hold at that speed.
    `steepest_start` is the grade held from a standstill in the lowest gear by both together, `alone_start` by
    the steady rider alone, as with a dead battery; `slips_at` the grade on which the driven wheel slips, null
    where the ground is not known. `on_pitch` is how the steepest pitch is ridden with the highest assistance.

    `limit_speed_kmh` is where assistance ends, `cadence_at_limit_rpm` that of the highest gear there;
    `comfortable_kmh` the highest gear at the band's top, and `unreached_kmh` how much of the assistance lies
    beyond it. Null where no limit is set. `assumed` is what was taken for want of the motors' figures, and
    `says` is all of it in a few sentences.
    """

    wheel_torque_nm: list[float]
    push_n: list[float]
    rider_hardest_nm: list[float]
    rider_steady_nm: list[float]
    together_push_n: list[float]
    held_by: list[str]
    borne: list[Borne | None]
    grade_at_speed: list[float]
    steepest_start: float
    alone_start: float
    slips_at: float | None
    on_pitch: OnPitch | None
    limit_speed_kmh: float | None
    cadence_at_limit_rpm: float | None
    comfortable_kmh: float
    unreached_kmh: float | None
    assumed: list[Assumed]
    says: str = ""


def motor_help(
    setup: Setup,
    table: GearTable,
    asked: Pushes,
    job: Conditions,
    belt_pitch_mm: float = USUAL_BELT_PITCH_MM,
) -> MotorHelp | None:
    """Works out what motors add; None for a setup without.

    A torque that enters behind the first k stages of a path reaches the wheel divided by the ratio of the
    rest, times what the rest lets through: T·η / i. So the gears work for a motor at the cranks, and do
    nothing for one in a wheel.
    """
    if not setup.motors:
        return None
    through = path_efficiency(setup.path).typical
    radius = table.circumference_m / (2 * math.pi)
    middle_rpm = math.sqrt(job.cadence_rpm[0] * job.cadence_rpm[1])
    of_motors, hardest, steady, held = [], [], [], []
    for gear in table.gears:
        hardest.append(asked.hardest_nm * through / gear.ratio)
        steady.append(asked.steady_nm * through / gear.ratio)
        driven, speed = driven_in(setup, table, gear), gear.development_m * middle_rpm / 60
        torque = sum(each.at_wheel_nm(each.motor.torque_at(0)) for each in driven)
        holds = [torque_held_by(each.motor, motor_rpm(each, speed, table))[1] for each in driven]
        of_motors.append(torque)
        held.append(" and ".join(dict.fromkeys(holds)))
    together = [(motor + rider) / radius for motor, rider in zip(of_motors, steady, strict=True)]
    limits = [motor.assist.cutoff_kmh for motor in setup.motors if motor.assist and motor.assist.cutoff_kmh]
    limit = max(limits, default=None)
    top = table.gears[-1]
    found = MotorHelp(
        wheel_torque_nm=of_motors,
        push_n=[torque / radius for torque in of_motors],
        rider_hardest_nm=hardest,
        rider_steady_nm=steady,
        together_push_n=together,
        held_by=held,
        borne=[borne_in(setup, table, gear, asked, job, belt_pitch_mm) for gear in table.gears],
        grade_at_speed=[_grade_at_speed(setup, table, gear, job) for gear in table.gears],
        steepest_start=held_grade(together[0], job.resistance),
        alone_start=held_grade(steady[0] / radius, job.resistance),
        slips_at=None if job.grip is None else slips_at(job.grip, job.resistance.crr),
        on_pitch=on_pitch(setup, table, job),
        limit_speed_kmh=limit,
        cadence_at_limit_rpm=None if limit is None else limit / 0.06 / top.development_m,
        comfortable_kmh=legs_follow_to_kmh(table),
        unreached_kmh=None if limit is None else max(limit - legs_follow_to_kmh(table), 0.0),
        assumed=motors_assumed(setup),
    )
    found.says = motor_says(found, job)
    return found


def _grade_at_speed(setup: Setup, table: GearTable, gear: Gear, job: Conditions) -> float:
    """The grade held in a gear at the middle of the band: what motors and rider bring against the road."""
    speed = gear.development_m * math.sqrt(job.cadence_rpm[0] * job.cadence_rpm[1]) / 60
    brought = job.power_w * path_efficiency(setup.path).typical
    for each in driven_in(setup, table, gear):
        omega = motor_rpm(each, speed, table) * math.pi / 30
        brought += called_for(each, speed, table, job) * omega * each.share
    return job.resistance.grade(brought, speed)
