"""What a setup can climb, and what it is like on the flat and at its top."""

from bisect import bisect_left
from operator import attrgetter
from typing import Literal

from pydantic import BaseModel

from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.core.gearing.ladder import Rung
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.terms.spread import EfficiencySpread

BALANCE_KMH = 5.0
"""Slower than about this a loaded bicycle cannot be kept upright for long: it is pushed."""
GETS_OFF_KMH = 8.0
"""Faster than this nobody gets off to push, however slowly the cranks turn."""
MINUTE_S = 60.0
"""The time that a rider's power for a minute is held, by its name."""
FAN_RPM = range(20, 125, 5)
"""The cadences at which the fan of grades is worked out."""

State = Literal["holds", "grinding", "walking"]
Verdict = Literal["holds", "tight", "fails"]
Power = Literal["all day", "a minute"]


class AtSteepest(BaseModel):
    """How the steepest pitch is ridden at a steady power.

    Speed in km/h and cadence in rpm in the gear that is taken there; `state` says whether that is within the
    band, a grind below it, or so slow that one walks.
    """

    speed_kmh: float
    cadence_rpm: float
    gear: str | None
    state: State


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


class Climb(AtPower):
    """What can be climbed all day, and with the power of a minute.

    `lowest_kmh` is the speed of the lowest gear at the lowest easy cadence. The `verdict` on the steepest
    pitch: it holds at the power of all day; it is tight where it takes that of a minute, and lasts no longer;
    else it fails. It stands on the power that it says it goes `by`: that of a minute where the pitch, if its
    length is known, is over within one. `margin` is the ratio needed at that power over the lowest one, less
    one: 0.1 leaves 10 % of cadence.
    """

    lowest_kmh: float
    minute: AtPower | None
    verdict: Verdict | None
    by: Power
    margin: float | None


class Flat(BaseModel):
    """The flat at the power of all day: speed in km/h, the gear (null on a stepless path) and cadence in
    rpm.
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
    day = _at_power(table, rungs, efficiency, job, job.power_w)
    minute = _at_power(table, rungs, efficiency, job, job.burst_w) if job.burst_w else None
    verdict, by = _verdict(_ridden_at(day), _ridden_at(minute), job)
    needed = minute.needed_ratio if by == "a minute" and minute else day.needed_ratio
    return Ridden(
        efficiency=efficiency,
        climb=Climb(
            **dict(day),
            lowest_kmh=table.gears[0].speed_kmh[0],
            minute=minute,
            verdict=verdict,
            by=by,
            margin=None if needed is None else needed / table.gears[0].ratio - 1,
        ),
        flat=_flat(table, rungs, efficiency, job),
        top=_top(table, efficiency, job),
    )


def _at_power(
    table: GearTable, rungs: list[Rung], efficiency: EfficiencySpread, job: Conditions, power_w: float
) -> AtPower:
    slowest_mps = table.gears[0].speed_kmh[0] / 3.6
    low, typical, high = (
        job.resistance.grade(power_w * share, slowest_mps)
        for share in (efficiency.low, efficiency.typical, efficiency.high)
    )
    needed, at_steepest = None, None
    if job.steepest is not None:
        speed_mps = job.resistance.speed_mps(power_w * efficiency.typical, job.steepest)
        needed = speed_mps * 60 / (job.cadence_rpm[0] * table.circumference_m)
        at_steepest = _at_steepest(table, rungs, job, speed_mps * 3.6)
    mps_per_rpm = table.gears[0].development_m / 60
    return AtPower(
        power_w=power_w,
        fan=[(rpm, job.resistance.grade(power_w * efficiency.typical, rpm * mps_per_rpm)) for rpm in FAN_RPM],
        steepest=typical,
        steepest_spread=(low, high),
        needed_ratio=needed,
        at_steepest=at_steepest,
    )


def _at_steepest(table: GearTable, rungs: list[Rung], job: Conditions, speed_kmh: float) -> AtSteepest:
    gear, cadence_rpm = _gear_at(table, rungs, speed_kmh)
    state = _state(speed_kmh, cadence_rpm, job)
    return AtSteepest(speed_kmh=speed_kmh, cadence_rpm=cadence_rpm, gear=gear, state=state)


def _state(speed_kmh: float, cadence_rpm: float, job: Conditions) -> State:
    if speed_kmh < BALANCE_KMH or (cadence_rpm < job.grind_rpm and speed_kmh < GETS_OFF_KMH):
        return "walking"
    # A hair below the band, as rounding leaves it, is still in it.
    return "grinding" if cadence_rpm < job.cadence_rpm[0] * (1 - 1e-9) else "holds"


_Pitch = tuple[float, State]
"""The speed in km/h on the steepest pitch, and how that is ridden."""


def _ridden_at(power: AtPower | None) -> _Pitch | None:
    at = power.at_steepest if power else None
    return None if at is None else (at.speed_kmh, at.state)


def _verdict(day: _Pitch | None, minute: _Pitch | None, job: Conditions) -> tuple[Verdict | None, Power]:
    if day is None:
        return None, "all day"
    if day[1] == "holds":
        return "holds", "all day"
    if minute is None:
        return "fails", "all day"
    speed_kmh, state = minute
    if (job.steepest_m or 0) / (speed_kmh / 3.6) > MINUTE_S:
        return "fails", "all day"
    return ("tight" if state == "holds" else "fails"), "a minute"


class Scaled:
    """The verdict on the steepest pitch with all gears of a table higher or lower by one factor.

    Right as long as no stage changes by itself at a speed, which scaling the gears would not move.
    """

    def __init__(self, table: GearTable, rungs: list[Rung], share: float, job: Conditions) -> None:
        """`share` is the typical share of power that reaches the wheel."""
        self.table, self.rungs, self.job = table, rungs, job
        self.speeds_kmh = [
            None
            if power_w is None or job.steepest is None
            else job.resistance.speed_mps(power_w * share, job.steepest) * 3.6
            for power_w in (job.power_w, job.burst_w)
        ]

    def verdict(self, scale: float) -> tuple[Verdict | None, float | None]:
        """The verdict, and the margin of the ratio needed for it over the lowest one."""
        at_day, at_minute = self.speeds_kmh
        day = None if at_day is None else self._pitch(at_day, scale)
        # What holds all day need not be looked at for a minute.
        holds = at_minute is None or (day is not None and day[1] == "holds")
        minute = None if holds or at_minute is None else self._pitch(at_minute, scale)
        verdict, by = _verdict(day, minute, self.job)
        speed = self.speeds_kmh[1 if by == "a minute" else 0]
        if speed is None:
            return verdict, None
        lowest_kmh = self.table.gears[0].speed_kmh[0] * scale
        return verdict, speed / lowest_kmh - 1

    def _pitch(self, speed_kmh: float, scale: float) -> _Pitch:
        _, cadence_rpm = _gear_at(self.table, self.rungs, speed_kmh / scale)
        return speed_kmh, _state(speed_kmh, cadence_rpm, self.job)


_ENDS = attrgetter("to_kmh")


def _gear_at(table: GearTable, rungs: list[Rung], speed_kmh: float) -> tuple[str | None, float]:
    """The gear that is taken at a speed, and the cadence; on a stepless path the one nearest to the band's
    middle.
    """
    rung = rungs[min(bisect_left(rungs, speed_kmh, key=_ENDS), len(rungs) - 1)]
    if rung.gear is not None:
        gear = table.gears[rung.gear]
        return gear.label, speed_kmh / 0.06 / gear.development_m
    share = (speed_kmh - rung.from_kmh) / (rung.to_kmh - rung.from_kmh)
    slowest, fastest = (
        before + share * (after - before)
        for before, after in zip(rung.cadence_from_rpm, rung.cadence_to_rpm, strict=True)
    )
    low, high = table.cadence_rpm
    return None, min(max((low * high) ** 0.5, slowest), fastest)


def _flat(table: GearTable, rungs: list[Rung], efficiency: EfficiencySpread, job: Conditions) -> Flat:
    low, typical, high = (
        job.resistance.speed_mps(job.power_w * share, 0) * 3.6
        for share in (efficiency.low, efficiency.typical, efficiency.high)
    )
    gear, cadence_rpm = _gear_at(table, rungs, typical)
    return Flat(speed_kmh=typical, speed_spread_kmh=(low, high), gear=gear, cadence_rpm=cadence_rpm)


def _top(table: GearTable, efficiency: EfficiencySpread, job: Conditions) -> Top:
    speed_kmh = table.gears[-1].speed_kmh[1]
    speed_mps = speed_kmh / 3.6
    return Top(
        speed_kmh=speed_kmh,
        power_w=max(job.resistance.power_w(speed_mps, 0), 0.0) / efficiency.typical,
        grade=job.resistance.grade(job.power_w * efficiency.typical, speed_mps),
    )
