"""What the rides of a bike tell of rider and road, beside what the job assumes. See docs/method.md."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from kettledrum.core.effort.held_power import ALL_DAY_S, HeldPower, held_power
from kettledrum.core.job.brief import Need
from kettledrum.core.job.conditions import Conditions, conditions
from kettledrum.core.job.load import Load
from kettledrum.core.log.learnt_result import FromRides, HeldFor, Learnt, Untold, Where
from kettledrum.core.log.ride import Climbed, Coasted, LoggedRide
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.road_load import GRAVITY
from kettledrum.core.terms.in_words import capital, counted, listed
from kettledrum.core.terms.student import t_quantile

FEWEST_CLIMBED, FEWEST_COASTED, FEWEST_METERED = 3, 5, 3
"""On fewer rides nothing is said."""
LEAST_WINDOWS = 60
"""Ten seconds each: ten minutes of coasting at least. Ours."""
MASS_OFF, METER_OFF = 0.03, 0.015
"""How far a mass that was said, or a meter, may be off, as one standard deviation. Ours."""
SURE = 0.975
_SAME = 0.005


@dataclass(frozen=True, slots=True)
class Known:
    """What a bike’s rides are held against: the job in figures, its rider’s powers, masses and losses."""

    need: Need
    job: Conditions
    held: HeldPower
    efficiency: float
    efficiency_off: float
    driven: bool

    @classmethod
    def of(cls, need: Need, setup: Setup) -> "Known":
        """That of a job and the setup that was ridden."""
        job, losses = conditions(need), path_efficiency(setup.path)
        return cls(
            need,
            job,
            held_power(job),
            losses.typical,
            (losses.high - losses.low) / 4 / losses.typical,
            bool(setup.motors),
        )

    def mass_kg(self, ride: LoggedRide) -> float:
        """All that was moved on a ride: with its own load where that is said, else the job’s."""
        load = self.need.load or Load()
        usual = (load.cargo_kg or 0) + (load.trailer_kg or 0)
        own = usual if ride.load_kg is None else ride.load_kg
        return self.job.resistance.mass_kg - usual + own

    def power_w(self, climb: Climbed, mass_kg: float) -> float:
        """The rider’s power on a climb in W: as a meter showed it, or as mass, road and air asked for it."""
        if climb.power_w is not None:
            return climb.power_w
        moves = self.job.resistance
        at_tyre = mass_kg * (climb.lift_w + moves.crr * climb.roll_w) + moves.cda_m2 * climb.drag_w
        return max(at_tyre, 0.0) / self.efficiency


def from_rides(need: Need, setup: Setup, rides: Sequence[LoggedRide], rider: str | None = None) -> FromRides:
    """What the rides of one rider on a setup tell: of who rode most where `rider` names nobody who rode; of
    rides that name nobody where it is empty.
    """
    known = Known.of(need, setup)
    km: dict[str | None, float] = {}
    for ride in rides:
        km[ride.rider] = km.get(ride.rider, 0.0) + ride.km
    riders = sorted(km, key=lambda name: -km[name])
    asked = rider or None
    chosen = riders[0] if riders and (rider is None or asked not in km) else asked
    own = [ride for ride in rides if ride.worked is not None and ride.rider == chosen]
    found = [*_powers(known, own), *_resistances(known, own)]
    learnt = [each for each in found if isinstance(each, Learnt)]
    for each in learnt:
        each.says = _says(each)
    return FromRides(
        learnt=learnt,
        untold=[each for each in found if isinstance(each, Untold)],
        held=list(_held_for(known, own)),
        rider=chosen,
        riders=riders,
        says=_all_says(learnt, len(own)),
    )


def _climbed(known: Known, rides: Sequence[LoggedRide]) -> Iterator[tuple[LoggedRide, list[Climbed]]]:
    for ride in rides:
        climbs = (ride.worked.climbs if ride.worked else None) or []
        if known.driven:
            climbs = [climb for climb in climbs if climb.power_w is not None]
        if climbs:
            yield ride, climbs


def _powers(known: Known, rides: Sequence[LoggedRide]) -> Iterator[Learnt | Untold]:
    rows = [
        [(climb, known.power_w(climb, known.mass_kg(ride))) for climb in climbs]
        for ride, climbs in _climbed(known, rides)
    ]
    metered = all(climb.power_w is not None for row in rows for climb, _ in row)
    what = "power held all day"
    if len(rows) < FEWEST_CLIMBED:
        why = (
            "on a bike with a motor, climbs tell your power only with a meter at the pedals or cranks"
            if known.driven
            else f"it takes climbs of two minutes at 3 % or more on {FEWEST_CLIMBED} rides with heights"
        )
        yield Untold(where="rider.power_w", what=what, why=f"{why}; there are {len(rows)}")
    else:
        mean, error = _of_day(
            [[(climb.seconds, power) for climb, power in row] for row in rows], known.held.exponent
        )
        off = METER_OFF if metered else float(np.hypot(MASS_OFF, known.efficiency_off))
        wide = float(np.hypot(t_quantile(len(rows) - 1, SURE) * error, 2 * off * mean))
        yield Learnt(
            where="rider.power_w",
            what=what,
            unit="W",
            value=mean,
            low=max(mean - wide, 0.0),
            high=mean + wide,
            assumed=known.need.rider.power_w,
            given=True,
            fits=abs(known.need.rider.power_w - mean) <= wide,
            rides=len(rows),
            metered=metered,
        )
    yield _minute(known, rides)


def _of_day(rows: Sequence[Sequence[tuple[int, float]]], exponent: float) -> tuple[float, float]:
    """The power in W that climbs, as seconds and W in a row a ride, come to for all day, and its standard
    error by how rides differ.

    The line through their logarithms is drawn on to three hours: as steeply as the climbs themselves say,
    where they are of different lengths, else as the rider’s own two powers do; it never rises.
    """
    late = np.array([math.log(seconds / ALL_DAY_S) for row in rows for seconds, _ in row])
    power = np.array([math.log(max(watts, 1.0)) for row in rows for _, watts in row])
    weight = np.array([float(seconds) for row in rows for seconds, _ in row])
    ride = np.repeat(np.arange(len(rows)), [len(row) for row in rows])
    mean_late = float(np.average(late, weights=weight))
    spread = float(np.average((late - mean_late) ** 2, weights=weight))
    apart = spread >= _APART**2
    falls = float(np.average((late - mean_late) * power, weights=weight)) < 0
    told = apart and falls
    slope = 0.0 if apart else -exponent
    columns = np.stack([np.ones(len(late)), late], axis=1) if told else np.ones((len(late), 1))
    right = power if told else power - slope * late
    inverse = np.linalg.inv(columns.T @ (columns * weight[:, None]))
    found = inverse @ columns.T @ (weight * right)
    off = weight * (right - columns @ found)
    scores = [columns[ride == each].T @ off[ride == each] for each in range(len(rows))]
    many = len(rows)
    middle = sum((np.outer(each, each) for each in scores), np.zeros_like(inverse)) * many / (many - 1)
    error = math.sqrt(max(float((inverse @ middle @ inverse)[0, 0]), 0.0))
    value = math.exp(float(found[0]))
    return value, value * error


_APART = 0.4
"""Climbs are of different lengths where these vary by so much in the logarithm: half as long again. Ours."""


def _minute(known: Known, rides: Sequence[LoggedRide]) -> Learnt | Untold:
    bests = [
        best.power_w
        for ride in rides
        for best in (ride.worked.best if ride.worked else None) or []
        if best.minutes == 1
    ]
    what = "power held for a minute"
    if len(bests) < FEWEST_METERED:
        why = f"it takes a power meter on {FEWEST_METERED} rides; there are {len(bests)}"
        return Untold(where="rider.burst_w", what=what, why=why)
    # Nobody goes to the end on every ride: the hardest rides tell.
    hardest = sorted(bests, reverse=True)[: max(3, len(bests) // 5)]
    value = hardest[0]
    low, high = value * (1 - 2 * METER_OFF), value * (1 + 2 * METER_OFF) + (value - hardest[-1])
    assumed = known.need.rider.burst_w or known.need.rider.power_w
    return Learnt(
        where="rider.burst_w",
        what=what,
        unit="W",
        value=value,
        low=low,
        high=high,
        assumed=assumed,
        given=known.need.rider.burst_w is not None,
        fits=low <= assumed <= high,
        rides=len(bests),
        metered=True,
    )


def _resistances(known: Known, rides: Sequence[LoggedRide]) -> Iterator[Learnt | Untold]:
    rows = [
        (ride.worked.coasted, known.mass_kg(ride) * GRAVITY)
        for ride in rides
        if ride.worked is not None and ride.worked.coasted is not None
    ]
    windows = sum(coasted.count for coasted, _ in rows)
    found = _line(rows) if len(rows) >= FEWEST_COASTED and windows >= LEAST_WINDOWS else None
    moves = known.job.resistance
    road = known.need.road
    of: tuple[tuple[Where, str, str, float, bool], ...] = (
        (
            "road.crr",
            "rolling resistance",
            "",
            moves.crr,
            road is not None and (road.crr is not None or road.surfaces is not None),
        ),
        (
            "road.cda_m2",
            "air resistance (drag area)",
            "m²",
            moves.cda_m2,
            road is not None and (road.cda_m2 is not None or road.posture is not None),
        ),
    )
    for place, (where, what, unit, assumed, given) in enumerate(of):
        if found is None or found[0][place] <= 0:
            there = f"{windows / 6:.0f} minutes on {counted(len(rows), 'ride')}"
            why = (
                f"the {there} without pedalling would put it below nothing: wind or brakes are in them"
                if found is not None
                else "it takes ten minutes of rolling without pedalling, at speeds far apart, on "
                f"{FEWEST_COASTED} rides with cadence and heights; there are {there}"
            )
            yield Untold(where=where, what=what, why=why)
            continue
        values, errors = found
        value, wide = values[place], t_quantile(len(rows) - 2, SURE) * errors[place]
        yield Learnt(
            where=where,
            what=what,
            unit=unit,
            value=value,
            low=max(value - wide, 0.0),
            high=value + wide,
            assumed=assumed,
            given=given,
            fits=abs(assumed - value) <= wide,
            rides=len(rows),
            metered=False,
        )


def _line(rows: Sequence[tuple[Coasted, float]]) -> tuple[list[float], list[float]] | None:
    """Rolling resistance and drag area by least squares over the stretches of all rides, and their standard
    errors, by how rides differ (Liang & Zeger, Biometrika 73, 1986); None where speeds are too much alike.
    """
    normal = [
        np.array([[each.count, each.x / weight], [each.x / weight, each.xx / weight**2]])
        for each, weight in rows
    ]
    right = [np.array([each.y, each.xy / weight]) for each, weight in rows]
    total = sum(normal, np.zeros((2, 2)))
    spread = total[1, 1] / total[0, 0] - (total[0, 1] / total[0, 0]) ** 2
    if total[1, 1] <= 0 or spread <= _SAME * total[1, 1] / total[0, 0]:
        return None
    inverse = np.linalg.inv(total)
    found = inverse @ sum(right, np.zeros(2))
    scores = [b - a @ found for a, b in zip(normal, right, strict=True)]
    many = len(rows)
    middle = sum((np.outer(each, each) for each in scores), np.zeros((2, 2))) * many / (many - 1)
    errors = np.sqrt(np.maximum(np.diag(inverse @ middle @ inverse), 0.0))
    return found.tolist(), errors.tolist()


_HELD_MINUTES = (2.0, 5.0, 15.0, 40.0)


def _held_for(known: Known, rides: Sequence[LoggedRide]) -> Iterator[HeldFor]:
    held = [
        (climb.seconds, known.power_w(climb, known.mass_kg(ride)))
        for ride, climbs in _climbed(known, rides)
        for climb in climbs
    ]
    for place, start in enumerate(_HELD_MINUTES):
        end = _HELD_MINUTES[place + 1] if place + 1 < len(_HELD_MINUTES) else None
        inside = [(s, power) for s, power in held if start * 60 <= s and (end is None or s < end * 60)]
        if not inside:
            continue
        seconds = [s for s, _ in inside]
        yield HeldFor(
            from_minutes=start,
            to_minutes=end,
            climbs=len(inside),
            power_w=float(np.average([power for _, power in inside], weights=seconds)),
            assumed_w=float(np.average([known.held.for_s(s) for s in seconds], weights=seconds)),
        )


def told(where: Where, value: float) -> str:
    """A figure as it is said, and as it is taken over."""
    return (
        f"{value:.0f} W"
        if where.startswith("rider")
        else f"{value:.4f}"
        if where == "road.crr"
        else f"{value:.2f} m²"
    )


def _says(each: Learnt) -> str:
    between = f"between {told(each.where, each.low)} and {told(each.where, each.high)}"
    if each.fits:
        return f"What the job counts with, {told(each.where, each.assumed)}, fits your rides: {between}."
    way = "less" if each.value < each.assumed else "more"
    return f"Your rides say {way} than the {told(each.where, each.assumed)} of the job: {between}."


def _all_says(learnt: Sequence[Learnt], rides: int) -> str:
    if not learnt:
        return (
            f"{counted(rides, 'ride')} with recorded seconds: too little yet to set the job’s figures right."
        )
    off = [each for each in learnt if not each.fits]
    if not off:
        return "What the job counts with fits what you rode."
    first = off[0]
    others = listed([each.what for each in off[1:]])
    differ = "differs" if len(off) == 2 else "differ"
    more = f" {capital(others)} {differ} too." if others else ""
    return (
        f"Your rides put the {first.what} at {told(first.where, first.value)}; the job counts with "
        f"{told(first.where, first.assumed)}.{more}"
    )
