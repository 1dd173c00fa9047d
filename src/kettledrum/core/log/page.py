"""A bike's page: what its rides come to, beside what the ride model foretold."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.log.bike import BikeHead, Log
from kettledrum.core.log.foretold import foretold
from kettledrum.core.log.history import History, history
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.log.says import bike_says, period_says
from kettledrum.core.log.sums import bike_sums, mounted_on
from kettledrum.core.log.sums_result import BikeSums, LogSums, NamedSums
from kettledrum.core.log.work import gears_of
from kettledrum.core.parts.setup import Setup

Foretell = Callable[[Brief, Setup, Sequence[Route]], dict[str, float]]


@dataclass(frozen=True, slots=True)
class Page:
    """What a bike’s rides come to; its history; the labels of the gears that are mounted now; and the places
    of the rides whose gears were worked out for others than were mounted.
    """

    sums: BikeSums
    history: History
    gears: list[str]
    stale: set[int]


def bike_page(
    brief: Brief,
    routes: Sequence[Route],
    bike: BikeHead,
    rides: Sequence[LoggedRide],
    foretell: Foretell = foretold,
) -> Page:
    """The page of a bike in a job, with what the ride model says of the job’s roads.

    `foretell` is asked for that; what was foretold before may be given again.
    """
    sums = bike_sums(bike, rides, brief.rider.cadence_rpm)
    for period, mounted in zip(sums.periods, reversed(bike.mounted), strict=True):
        shares = foretell(brief, mounted.setup, routes) if period.pedalling_s else {}
        for gear in period.gears:
            gear.foretold = shares.get(gear.label, 0.0) if shares else None
        period.says = period_says(period)
    sums.says = bike_says(bike, sums)
    table = gear_table(bike.mounted[-1].setup, brief.rider.cadence_rpm)
    labels = [] if table.stepless else [gear.label for gear in table.gears]
    return Page(sums, history(bike, rides), labels, set(stale_rides(bike, rides)))


def log_sums(log: Log, cadence_rpm: tuple[float, float]) -> LogSums:
    """What the rides of each bike of a log come to, without a job to hold them against."""
    bikes = []
    for bike in log.bikes:
        sums = bike_sums(bike, bike.rides or [], cadence_rpm)
        for period in sums.periods:
            period.says = period_says(period)
        sums.says = bike_says(bike, sums)
        bikes.append(NamedSums(name=bike.name, **dict(sums)))
    return LogSums(bikes=bikes)


def stale_rides(bike: BikeHead, rides: Sequence[LoggedRide]) -> list[int]:
    """The places of the rides whose gears were worked out for others than were mounted on their days."""
    marks = [gears_of(each.setup) for each in bike.mounted]
    return [
        place
        for place, ride in enumerate(rides)
        if ride.worked is not None and ride.worked.gears_of != marks[mounted_on(bike, ride.on)]
    ]
