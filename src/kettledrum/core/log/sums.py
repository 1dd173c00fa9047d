"""What the rides of a bike come to: which gears are used, and how often they do not reach."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np

from kettledrum.core.gearing.gear_table import GearTable, gear_table
from kettledrum.core.log.bike import BikeHead, Mounted
from kettledrum.core.log.odometer import Odometer
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.log.sums_result import Beyond, BikeSums, GearSum, PeriodSums
from kettledrum.core.log.work import PACE_STEP, gears_of
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.rides.gear_use import groups, tenths


@dataclass(frozen=True, slots=True)
class Paces:
    """Seconds of pedalling by bins of speed, over many rides."""

    first: int
    seconds: Floats

    def below(self, speed_mps: float) -> tuple[float, float]:
        """The seconds, and the metres, that were pedalled more slowly than a speed; of the bin in which it
        lies, the share below it.
        """
        ends = self.first + np.arange(len(self.seconds) + 1)
        share = np.clip((np.log(speed_mps) / PACE_STEP - ends[:-1]), 0.0, 1.0)
        seconds = self.seconds * share
        # The mean speed of what is below, in the bin that is parted too.
        speeds = np.exp((ends[:-1] + share / 2) * PACE_STEP)
        return float(seconds.sum()), float((seconds * speeds).sum())

    def above(self, speed_mps: float) -> tuple[float, float]:
        """The same for faster ones."""
        speeds = np.exp((self.first + np.arange(len(self.seconds)) + 0.5) * PACE_STEP)
        seconds, metres = self.below(speed_mps)
        return float(self.seconds.sum()) - seconds, max(float((self.seconds * speeds).sum()) - metres, 0.0)


def paces(rides: Sequence[LoggedRide]) -> Paces:
    """The paces of rides together."""
    known = [ride.worked.pace for ride in rides if ride.worked is not None and ride.worked.pace.seconds]
    if not known:
        return Paces(0, np.zeros(0))
    first = min(each.first for each in known)
    total = np.zeros(max(each.first + len(each.seconds) for each in known) - first)
    for each in known:
        total[each.first - first : each.first - first + len(each.seconds)] += each.seconds
    return Paces(first, total)


def beyond(table: GearTable, pedalled: Paces) -> Beyond:
    """How often the gears of a table would not have reached at paces that were ridden."""
    low, high = table.cadence_rpm
    slow = table.gears[0].development_m * low / 60
    fast = table.gears[-1].development_m * high / 60
    (too_high_s, too_high_m), (too_low_s, too_low_m) = pedalled.below(slow), pedalled.above(fast)
    return Beyond(too_high_s=too_high_s, too_high_m=too_high_m, too_low_s=too_low_s, too_low_m=too_low_m)


def mounted_on(bike: BikeHead, day: date) -> int:
    """Which of the setups of a bike was mounted on a day: the last of those by then, else the first."""
    found = 0
    for place, each in enumerate(bike.mounted):
        if each.on <= day:
            found = place
    return found


def bike_sums(bike: BikeHead, rides: Sequence[LoggedRide], cadence_rpm: tuple[float, float]) -> BikeSums:
    """What a bike’s rides come to, in the cadences that are easy for its rider."""
    by_period: list[list[LoggedRide]] = [[] for _ in bike.mounted]
    for ride in rides:
        by_period[mounted_on(bike, ride.on)].append(ride)
    days = [ride.on for ride in rides]
    periods = [
        period_sums(
            each, bike.mounted[place + 1].on if place + 1 < len(bike.mounted) else None, held, cadence_rpm
        )
        for place, (each, held) in enumerate(zip(bike.mounted, by_period, strict=True))
    ]
    return BikeSums(
        km=Odometer(bike, rides).latest_km,
        rides=len(rides),
        ridden_km=sum(ride.km for ride in rides),
        minutes=sum(ride.minutes or 0 for ride in rides),
        ascent_m=sum(ride.ascent_m or 0 for ride in rides),
        first=min(days, default=None),
        last=max(days, default=None),
        periods=periods[::-1],
    )


def period_sums(
    mounted: Mounted, until: date | None, rides: Sequence[LoggedRide], cadence_rpm: tuple[float, float]
) -> PeriodSums:
    """What the rides with one setup come to."""
    table = gear_table(mounted.setup, cadence_rpm)
    mark = gears_of(mounted.setup)
    known = [(ride, ride.worked) for ride in rides if ride.worked is not None]
    fitting = [(ride, worked) for ride, worked in known if worked.gears_of == mark]
    pedalling = sum(worked.pedalling_s for _, worked in fitting)
    moving = pedalling + sum(worked.coasting_s for _, worked in fitting)
    counts = _counts(mounted.setup, table, [ride for ride, _ in fitting])
    steady = sum(worked.steady_share * worked.pedalling_s for _, worked in fitting)
    fits = sum(worked.fits * worked.pedalling_s for _, worked in fitting)
    pedalled = paces([ride for ride, _ in known])
    return PeriodSums(
        on=mounted.on,
        until=until,
        setup=mounted.setup.name,
        rides=len(rides),
        km=sum(ride.km for ride in rides),
        worked=len(fitting),
        stale=len(known) - len(fitting),
        told=sum(worked.source == "events" for _, worked in fitting),
        pedalling_s=pedalling,
        coasting_s=sum(worked.coasting_s for _, worked in fitting),
        standing_s=sum(worked.standing_s for _, worked in fitting),
        shifts_per_hour=sum(worked.shifts for _, worked in fitting) / (moving / 3600) if moving else None,
        steady_share=steady / pedalling if pedalling else None,
        fits=fits / pedalling if pedalling else None,
        stepless=table.stepless,
        gears=counts,
        never=[gear.label for gear in counts if gear.seconds == 0]
        if pedalling and not table.stepless
        else [],
        beyond=beyond(table, pedalled) if len(pedalled.seconds) else None,
    )


def _counts(setup: Setup, table: GearTable, rides: Sequence[LoggedRide]) -> list[GearSum]:
    seconds: dict[str, int] = {}
    for ride in rides:
        for gear in ride.gears or []:
            seconds[gear.label] = seconds.get(gear.label, 0) + gear.seconds
    own = tenths(table) if table.stepless else groups(table)
    total = sum(seconds.get(group.label, 0) for group in own)
    low, high = table.cadence_rpm
    return [
        GearSum(
            label=group.label,
            ratio=group.ratio,
            development_m=group.development_m,
            speed_kmh=(group.development_m * low * 0.06, group.development_m * high * 0.06),
            seconds=seconds.get(group.label, 0),
            share=seconds.get(group.label, 0) / total if total else 0.0,
            foretold=None,
        )
        for group in own
    ]
