"""A steep pitch ridden with a motor: how fast, how well it works there, and how hot it gets."""

import math
from collections.abc import Callable, Sequence
from functools import partial

from pydantic import BaseModel

from kettledrum.core.effort.steepest import gets_off_below_kmh
from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.motors.driven import Driven, called_for, motor_rpm, rider_follows_w
from kettledrum.core.motors.electric import drawn
from kettledrum.core.motors.in_gear import InGear, MotorGears
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.check import RANK, State

FASTEST_MPS = 30.0
"""No steady ride up a pitch is faster: where the search for its speed ends."""
WARM_K = 10.0
"""Nearer than this to what its windings bear, a motor is tight."""
_HALVINGS = 40
"""Halvings of that search: to 30 m/s ÷ 2⁴⁰, less than can be told apart."""
_JUST = 1e-6
"""So near, in proportion, to the speed at which help ends or legs follow no further, it is that."""
_NO_RPM = 1e-9
"""As good as standing still, which has no proportion to anything."""
_USUAL_C = 20.0
"""The air where its temperature is not said."""


class OnPitch(BaseModel):
    """The steepest pitch with all the help there is: a steady ride in the gear nearest the band's middle.

    The gear is null on a stepless path. Speed in km/h, cadence in rpm; the power of the motors in W at their
    own shafts, as much as is needed to stay at that speed; what they draw, the share of it that comes
    out, the heat they make, the current in A where the battery's voltage is known. `assumed` says that an
    efficiency was taken for want of the motor's constants. `walking` says that it is too slow to balance
    or to pedal, `grinding` that the pedals turn more slowly than is easy whatever the gear, `outruns` that
    legs follow the highest gear no further and the motors drive alone. `warms_c` is how warm the hottest
    becomes over the length of the pitch, `limit_s` after how long it would be too warm; null where that never
    is or cannot be told. `state` is not known without thermal constants or the length of the pitch.
    """

    speed_kmh: float
    gear: str | None
    cadence_rpm: float
    walking: bool
    grinding: bool
    outruns: bool
    rider_w: float
    motor_w: float
    in_w: float
    efficiency: float | None
    heat_w: float
    current_a: float | None
    assumed: bool
    seconds: float | None
    warms_c: float | None
    limit_s: float | None
    state: State


def on_pitch(setup: Setup, table: GearTable, job: Conditions) -> OnPitch | None:
    """The steady speed at which rider and motors bring what the steepest pitch asks for; None without one.

    Found by halving in each gear: what they bring falls short of it at some speed and stays so, since a motor
    gives less the faster it turns. Where help ends before that, or legs follow no further, motors and rider
    give what is needed to stay there.
    """
    if job.steepest is None or not setup.motors:
        return None
    share = path_efficiency(setup.path).typical
    found, speed, lowest_rpm = _ridden_in(setup, table, job, share)
    rider_w, torques = _needed(found, speed, table, job, share)
    draws = [
        drawn(each.motor, torque, motor_rpm(each, speed, table))
        for each, torque in zip(found.driven, torques, strict=True)
    ]
    out, into = sum(each.out_w for each in draws), sum(each.in_w for each in draws)
    currents = [each.current_a for each in draws]
    seconds = job.steepest_m / speed if job.steepest_m is not None and speed > 0 else None
    heats = [
        (each.motor, draw.heat_w / each.motor.count) for each, draw in zip(found.driven, draws, strict=True)
    ]
    state, warms_c, limit_s = _hottest(heats, seconds, job)
    return OnPitch(
        speed_kmh=speed * 3.6,
        gear=found.label,
        cadence_rpm=found.cadence_rpm(speed),
        walking=speed * 3.6 < gets_off_below_kmh(table.gears[0].development_m, job.grind_rpm),
        grinding=lowest_rpm < job.cadence_rpm[0] * (1 - _JUST),
        outruns=rider_w <= 0,
        rider_w=rider_w,
        motor_w=out,
        in_w=into,
        efficiency=out / into if into > 0 else None,
        heat_w=sum(each.heat_w for each in draws),
        current_a=sum(each for each in currents if each is not None) if None not in currents else None,
        assumed=any(each.assumed for each in draws),
        seconds=seconds,
        state=state,
        warms_c=warms_c,
        limit_s=limit_s,
    )


def _needed(
    gear: InGear, speed: float, table: GearTable, job: Conditions, share: float
) -> tuple[float, list[float]]:
    """The rider's power in W and the torque of each motor in Nm that are needed to stay at a speed.

    What goes on beyond it is given whole, and of what ends just there so much as is missing.
    """
    assert job.steepest is not None
    here, beyond = (_given(gear, speed * (1 + beside), table, job) for beside in (-_JUST, _JUST))
    most, kept = (_brought(given, gear, speed, table, share) for given in (here, beyond))
    missing = job.resistance.power_w(speed, job.steepest) - kept
    part = min(max(missing / (most - kept), 0.0), 1.0) if most > kept else 1.0

    def eased(one: float, other: float) -> float:
        return other + part * (one - other)

    return eased(here[0], beyond[0]), [eased(*each) for each in zip(here[1], beyond[1], strict=True)]


def _given(gear: InGear, speed: float, table: GearTable, job: Conditions) -> tuple[float, list[float]]:
    """All that a rider can give at a speed, in W, and the torque that this calls for of each motor, in Nm."""
    rider_w = rider_follows_w(speed, table, job)
    return rider_w, [called_for(each, speed, table, job, None, rider_w) for each in gear.driven]


def _brought(
    given: tuple[float, list[float]], gear: InGear, speed: float, table: GearTable, share: float
) -> float:
    rider_w, torques = given
    helps = zip(gear.driven, torques, strict=True)
    return rider_w * share + sum(_wheel_w(each, torque, speed, table) for each, torque in helps)


def _wheel_w(each: Driven, torque_nm: float, speed: float, table: GearTable) -> float:
    return torque_nm * motor_rpm(each, speed, table) * math.pi / 30 * each.share


def _ridden_in(setup: Setup, table: GearTable, job: Conditions, share: float) -> tuple[InGear, float, float]:
    """The gear whose steady cadence is nearest the band's middle, its speed in m/s, and the steady cadence in
    the lowest gear, in which whoever would spin may ease off.
    """
    steepest = job.steepest
    assert steepest is not None

    def keeps(gear: InGear, speed: float) -> bool:
        brought = _brought(_given(gear, speed, table, job), gear, speed, table, share)
        return brought >= job.resistance.power_w(speed, steepest)

    gears = MotorGears(setup, table)
    if table.stepless:
        # The path stands where the cadence is nearest to it at every speed.
        speed = _steady_mps(lambda speed: keeps(gears.at(speed), speed))
        found = gears.at(speed)
        return found, speed, found.cadence_rpm(speed)
    middle = math.sqrt(job.cadence_rpm[0] * job.cadence_rpm[1])
    nearest, speed = _nearest(gears.gears, middle, keeps)
    lowest = gears.gears[0]
    slowest = speed if nearest is lowest else _steady_mps(partial(keeps, lowest))
    return nearest, speed, lowest.cadence_rpm(slowest)


def _nearest(
    gears: Sequence[InGear], middle_rpm: float, keeps: Callable[[InGear, float], bool]
) -> tuple[InGear, float]:
    """The gear whose steady cadence is nearest the middle, in proportion, and its steady speed in m/s.

    Begun about the highest gear that keeps the middle up. Of the others only those are looked at more closely
    that keep up a cadence as far below the middle as the nearest yet, and none as far above it.
    """
    speeds: dict[int, float] = {}

    def off(place: int) -> float:
        share = max(gears[place].cadence_rpm(speeds[place]), _NO_RPM) / middle_rpm
        return max(share, 1 / share)

    def keeps_up(place: int, rpm: float) -> bool:
        speed = gears[place].development_m * rpm / 60
        return speed <= FASTEST_MPS and keeps(gears[place], speed)

    places = range(len(gears))
    about = max((place for place in places if keeps_up(place, middle_rpm)), default=0)
    nearest = math.inf
    for place in sorted(places, key=lambda place: abs(place - about)):
        if speeds and (not keeps_up(place, middle_rpm / nearest) or keeps_up(place, middle_rpm * nearest)):
            continue
        speeds[place] = _steady_mps(partial(keeps, gears[place]))
        nearest = min(nearest, off(place) * (1 + _JUST))
    found = min(sorted(speeds), key=off)
    return gears[found], speeds[found]


def _steady_mps(keeps: Callable[[float], bool]) -> float:
    low, high = 0.0, FASTEST_MPS
    for _ in range(_HALVINGS):
        speed = (low + high) / 2
        if keeps(speed):
            low = speed
        else:
            high = speed
    return low


Warmth = tuple[State, float | None, float | None]
"""The state of a motor, how warm it becomes in °C, and after how many seconds it would be too hot."""


def _hottest(heats: list[tuple[Motor, float]], seconds: float | None, job: Conditions) -> Warmth:
    """The motor that is worst off, by the heat in W that each makes."""
    found = [_warmth(motor, heat_w, seconds, job) for motor, heat_w in heats]
    return max(found, key=lambda each: (RANK[each[0]], each[1] or 0.0))


def _warmth(motor: Motor, heat_w: float, seconds: float | None, job: Conditions) -> Warmth:
    """The state, the temperature at the end of the pitch, and after how long it would be too hot.

    A body of one heat capacity C behind one resistance R: ΔT = P·R·(1 − e^(−t / RC)).
    """
    thermal = motor.thermal
    if thermal is None or seconds is None:
        return "not known", None, None
    air = _USUAL_C if job.temperature_c is None else job.temperature_c
    room, most = thermal.bears_c - air, heat_w * thermal.resistance_k_w
    constant = thermal.resistance_k_w * thermal.capacity_j_k
    warms = air - most * math.expm1(-seconds / constant)
    limit_s = -constant * math.log(1 - room / most) if most > room > 0 else None
    state: State = (
        "fails" if warms > thermal.bears_c else "tight" if warms > thermal.bears_c - WARM_K else "holds"
    )
    return state, warms, limit_s
