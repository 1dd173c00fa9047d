"""The steepest pitch of a job: how it is ridden at a steady power, and whether it can be."""

import math
from bisect import bisect_left
from dataclasses import dataclass
from operator import attrgetter
from typing import Literal

from pydantic import BaseModel

from kettledrum.core.effort.held_power import Held, held_power
from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.core.gearing.ladder import Rung
from kettledrum.core.job.conditions import Conditions

BALANCE_KMH = 5.0
"""Slower than about this a loaded bicycle cannot be kept upright for long: it is pushed."""
GETS_OFF_KMH = 8.0
"""Faster than this nobody gets off to push, however slowly the cranks turn."""
_HAIR = 1e-9
"""A hair below what is asked for, as rounding leaves it, is enough."""

State = Literal["holds", "grinding", "walking"]
Verdict = Literal["holds", "tight", "fails"]
Limit = Literal["gears", "power", "changes up"]
"""What stands in the way: the gears, the power whatever the gears, or a low gear that is left by itself."""
Power = Literal["all day", "a minute", "its time"]


class AtSteepest(BaseModel):
    """How the steepest pitch is ridden at a steady power.

    Speed in km/h and cadence in rpm in the gear that is taken there; `state` says whether that is within the
    band, a grind below it, or so slow that one walks.
    """

    speed_kmh: float
    cadence_rpm: float
    gear: str | None
    state: State


@dataclass(frozen=True, slots=True)
class Judged:
    """A pitch judged: the verdict, by which power, the speed in km/h that it gives, the margin, the limit."""

    verdict: Verdict | None
    by: Power
    speed_kmh: float | None
    margin: float | None
    limit: Limit | None


class SteepestPitch:
    """The steepest pitch of a job for a typical share of power that reaches the wheel, whatever the gears.

    `all_day`, `a_minute` and `its_time` are how it is ridden with each power; None where that, the pitch or,
    for its own time, its length is not known.
    """

    def __init__(self, job: Conditions, share: float) -> None:
        self.all_day = _held(job, share, job.power_w)
        self.a_minute = _held(job, share, job.burst_w)
        self.its_time = None
        if job.steepest is not None and job.steepest_m is not None:
            self.its_time = held_power(job).on_pitch(job.steepest_m, job.steepest, job.resistance, share)

    @property
    def goes_by(self) -> Held | None:
        """How the pitch is ridden with the most power that it is judged by."""
        return self.its_time or self.a_minute or self.all_day

    def judged(self, least_kmh: float, lowest_kmh: float | None = None) -> Judged:
        """The verdict for a setup whose slowest speed within the band is `least_kmh`; that of its lowest gear
        is `lowest_kmh`, which is another where the gears change by themselves before.

        It holds where some gear keeps the band at no more than the power. The power asked for rises with
        speed, so that is so where the power's own speed is no less than the slowest within the band: a gear
        that would be spun out there is ridden with less.
        """
        if self.all_day is None:
            return Judged(None, "all day", None, None, None)
        holds = _limit(self.all_day, least_kmh) is None
        held, by = self._stands_on(holds_all_day=holds)
        limit = _limit(held, least_kmh)
        verdict: Verdict = "holds" if holds else "tight" if limit is None else "fails"
        speed = held.speed_mps * 3.6
        margin = speed / least_kmh - 1
        if limit == "gears" and lowest_kmh is not None:
            # What fails is held against its lowest gear, unless that would do and is left before.
            of_lowest = speed / lowest_kmh - 1
            margin, limit = (of_lowest, limit) if of_lowest < 0 else (margin, "changes up")
        return Judged(verdict, by, speed, margin, limit)

    def reaches(self) -> tuple[float, float]:
        """Up to which slowest speed within the band, in km/h, the verdict is that it holds; and up to which
        that it is no worse than tight. Nought where none is.
        """
        if self.all_day is None:
            return 0.0, 0.0
        reached = [
            0.0 if _limit(held, 0.0) else held.speed_mps * 3.6 * (1 + _HAIR)
            for held in (self.all_day, self._stands_on(holds_all_day=False)[0])
        ]
        return reached[0], max(reached)

    def _stands_on(self, *, holds_all_day: bool) -> tuple[Held, Power]:
        assert self.all_day is not None
        if self.its_time is not None:
            return self.its_time, "its time"
        if holds_all_day or self.a_minute is None:
            return self.all_day, "all day"
        return self.a_minute, "a minute"


def _held(job: Conditions, share: float, power_w: float | None) -> Held | None:
    if power_w is None or job.steepest is None:
        return None
    return Held(job.resistance.speed_mps(power_w * share, job.steepest), power_w)


def _limit(held: Held, least_kmh: float) -> Limit | None:
    speed_kmh = held.speed_mps * 3.6 * (1 + _HAIR)
    if speed_kmh < BALANCE_KMH:
        return "power"
    return "gears" if speed_kmh < least_kmh else None


def slowest_in_band(rungs: list[Rung]) -> float:
    """The slowest speed in km/h at which some gear keeps the band."""
    return min((rung.from_kmh for rung in rungs if rung.band == "within"), default=rungs[-1].to_kmh)


def at_steepest(table: GearTable, rungs: list[Rung], job: Conditions, speed_kmh: float) -> AtSteepest:
    """How the pitch is ridden with a power that would take the rider up at a speed in km/h.

    Where no gear keeps the band at that speed, but one does at a lower one, the rider eases off to that.
    """
    place = _rung(rungs, speed_kmh)
    if rungs[place].band != "within":
        easier = [rung for rung in rungs[:place] if rung.band == "within"]
        if easier:
            eased = max(easier[-1].to_kmh, min(BALANCE_KMH, speed_kmh))
            return _ridden(table, easier[-1], job, eased)
    return _ridden(table, rungs[place], job, speed_kmh)


def _ridden(table: GearTable, rung: Rung, job: Conditions, speed_kmh: float) -> AtSteepest:
    gear, cadence_rpm = _in_rung(table, rung, speed_kmh)
    state = _state(speed_kmh, cadence_rpm, job)
    return AtSteepest(speed_kmh=speed_kmh, cadence_rpm=cadence_rpm, gear=gear, state=state)


def gets_off_below_kmh(development_m: float, grind_rpm: float) -> float:
    """The speed in km/h below which one gets off and pushes: in a gear of so many m a turn, whoever grinds no
    slower than so many rpm.
    """
    return min(max(development_m * grind_rpm * 0.06, BALANCE_KMH), GETS_OFF_KMH)


def _state(speed_kmh: float, cadence_rpm: float, job: Conditions) -> State:
    development_m = speed_kmh / 0.06 / cadence_rpm if cadence_rpm > 0 else math.inf
    if speed_kmh < gets_off_below_kmh(development_m, job.grind_rpm) * (1 - _HAIR):
        return "walking"
    return "grinding" if cadence_rpm < job.cadence_rpm[0] * (1 - _HAIR) else "holds"


def gear_at(table: GearTable, rungs: list[Rung], speed_kmh: float) -> tuple[str | None, float]:
    """The gear that is taken at a speed in km/h, and the cadence in rpm; on a stepless path the one nearest
    to the band's middle.
    """
    return _in_rung(table, rungs[_rung(rungs, speed_kmh)], speed_kmh)


_ENDS = attrgetter("to_kmh")


def _rung(rungs: list[Rung], speed_kmh: float) -> int:
    return min(bisect_left(rungs, speed_kmh, key=_ENDS), len(rungs) - 1)


def _in_rung(table: GearTable, rung: Rung, speed_kmh: float) -> tuple[str | None, float]:
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
