"""What a setup can climb, and what it is like on the flat and at its top."""

from pydantic import BaseModel

from kettledrum.core.effort.steepest import (
    AtSteepest,
    Limit,
    Power,
    SteepestPitch,
    Verdict,
    at_steepest,
    gear_at,
    slowest_in_band,
)
from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.core.gearing.ladder import Rung
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.terms.spread import EfficiencySpread

FAN_RPM = range(20, 125, 5)
"""The cadences at which the fan of grades is worked out."""


class AtPower(BaseModel):
    """What can be climbed with a power in W of the rider.

    `steepest` is the grade that the lowest gear climbs at the lowest easy cadence, with the typical
    efficiency; `steepest_spread` with the low and the high one. `needed_ratio` is the ratio that keeps that
    cadence on the job's steepest pitch. `fan` are cadences in rpm and the grade on which the lowest gear
    keeps each of them up. `at_steepest` is how that pitch is ridden. The needed ratio and this are null
    where the pitch is not known.
    """

    power_w: float
    fan: list[tuple[float, float]]
    steepest: float
    steepest_spread: tuple[float, float]
    needed_ratio: float | None
    at_steepest: AtSteepest | None


class OnSteepest(AtSteepest):
    """The steepest pitch from end to end, with the power in W that can be held for as long as it takes.

    Its length in m and the time in s; without a known length both are null, and the power is that of all day.
    """

    length_m: float | None
    seconds: float | None
    power_w: float


class Climb(AtPower):
    """What can be climbed all day, and with the power of a minute.

    `lowest_kmh` is the slowest speed within the band, as a rule that of the lowest gear at the lowest easy
    cadence. The `verdict` on the steepest pitch: it holds where some gear keeps the band at no more than the
    power of all day; it is tight where that takes more, but no more than is held for the time that the pitch
    takes or, its length not being known, for a minute; else it fails. `margin` is the ratio needed over the
    lowest one, less one: 0.1 leaves 10 % of cadence; `judged_ratio` is that ratio. Both go `by` the power for
    the pitch's own time, where its length is known. What stands in the way of a pitch that fails is its
    `limit`: the gears; the power, which no gear helps; or that gears which change by themselves have left
    the one that would do. `on_steepest` is how it is ridden.
    """

    lowest_kmh: float
    minute: AtPower | None
    on_steepest: OnSteepest | None
    verdict: Verdict | None
    by: Power
    judged_ratio: float | None
    margin: float | None
    limit: Limit | None


class Flat(BaseModel):
    """The flat at the power of all day: speed in km/h, the gear (null on a stepless path) and cadence in
    rpm. Where that is faster than legs follow the highest gear, no gear is high enough for the power.
    """

    speed_kmh: float
    speed_spread_kmh: tuple[float, float]
    gear: str | None
    cadence_rpm: float


class Top(BaseModel):
    """The highest gear at the highest easy cadence: speed in km/h, the power in W of the rider that it
    takes on the flat, and the grade on which the power of all day is enough; negative for a descent.
    """

    speed_kmh: float
    power_w: float
    grade: float


class Ridden(BaseModel):
    """What a job's rider makes of a setup; `efficiency` is the share of power that reaches the wheel."""

    efficiency: EfficiencySpread
    climb: Climb
    flat: Flat
    top: Top


def ridden(table: GearTable, rungs: list[Rung], efficiency: EfficiencySpread, job: Conditions) -> Ridden:
    """Works out the climb, the flat and the top of a setup from its gears and the gear for each speed.

    Every power of the rider times the efficiency is power at the tyre; speeds are steady. See docs/method.md.
    """
    pitch = SteepestPitch(job, efficiency.typical)
    day = _at_power(table, rungs, efficiency, job, job.power_w)
    minute = _at_power(table, rungs, efficiency, job, job.burst_w) if job.burst_w else None
    least_kmh = slowest_in_band(rungs)
    found = pitch.judged(least_kmh, table.gears[0].speed_kmh[0])
    per_kmh = 1 / (0.06 * job.cadence_rpm[0] * table.circumference_m)
    return Ridden(
        efficiency=efficiency,
        climb=Climb(
            **dict(day),
            lowest_kmh=least_kmh,
            minute=minute,
            on_steepest=_on_steepest(table, rungs, efficiency.typical, job, pitch),
            verdict=found.verdict,
            by=found.by,
            judged_ratio=None if found.speed_kmh is None else found.speed_kmh * per_kmh,
            margin=found.margin,
            limit=found.limit,
        ),
        flat=_flat(table, rungs, efficiency, job),
        top=_top(table, efficiency, job),
    )


def _on_steepest(
    table: GearTable, rungs: list[Rung], share: float, job: Conditions, pitch: SteepestPitch
) -> OnSteepest | None:
    held = pitch.its_time or pitch.all_day
    if held is None or job.steepest is None:
        return None
    at = at_steepest(table, rungs, job, held.speed_mps * 3.6)
    # In a gear that would be spun out there less power is enough.
    eased = at.speed_kmh < held.speed_mps * 3.6
    power = job.resistance.power_w(at.speed_kmh / 3.6, job.steepest) / share if eased else held.power_w
    return OnSteepest(
        **dict(at),
        length_m=job.steepest_m,
        seconds=None if job.steepest_m is None else job.steepest_m / (at.speed_kmh / 3.6),
        power_w=power,
    )


def _at_power(
    table: GearTable, rungs: list[Rung], efficiency: EfficiencySpread, job: Conditions, power_w: float
) -> AtPower:
    slowest_mps = table.gears[0].speed_kmh[0] / 3.6
    low, typical, high = (
        job.resistance.grade(power_w * share, slowest_mps)
        for share in (efficiency.low, efficiency.typical, efficiency.high)
    )
    needed, at = None, None
    if job.steepest is not None:
        speed_mps = job.resistance.speed_mps(power_w * efficiency.typical, job.steepest)
        needed = speed_mps * 60 / (job.cadence_rpm[0] * table.circumference_m)
        at = at_steepest(table, rungs, job, speed_mps * 3.6)
    mps_per_rpm = table.gears[0].development_m / 60
    return AtPower(
        power_w=power_w,
        fan=[(rpm, job.resistance.grade(power_w * efficiency.typical, rpm * mps_per_rpm)) for rpm in FAN_RPM],
        steepest=typical,
        steepest_spread=(low, high),
        needed_ratio=needed,
        at_steepest=at,
    )


def _flat(table: GearTable, rungs: list[Rung], efficiency: EfficiencySpread, job: Conditions) -> Flat:
    low, typical, high = (
        job.resistance.speed_mps(job.power_w * share, 0) * 3.6
        for share in (efficiency.low, efficiency.typical, efficiency.high)
    )
    gear, cadence_rpm = gear_at(table, rungs, typical)
    return Flat(speed_kmh=typical, speed_spread_kmh=(low, high), gear=gear, cadence_rpm=cadence_rpm)


def _top(table: GearTable, efficiency: EfficiencySpread, job: Conditions) -> Top:
    speed_kmh = table.gears[-1].speed_kmh[1]
    speed_mps = speed_kmh / 3.6
    return Top(
        speed_kmh=speed_kmh,
        power_w=max(job.resistance.power_w(speed_mps, 0), 0.0) / efficiency.typical,
        grade=job.resistance.grade(job.power_w * efficiency.typical, speed_mps),
    )
