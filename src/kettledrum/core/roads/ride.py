"""A ride over a road with each setup: how long it takes, in which gears, and where it is no pleasure."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from kettledrum.core.effort.held_power import held_power
from kettledrum.core.effort.steepest import BALANCE_KMH, GETS_OFF_KMH, gets_off_below_kmh
from kettledrum.core.gearing.gear_table import GearTable, gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import Conditions, conditions
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.stage import Stage
from kettledrum.core.physics.arrays import Floats, Places
from kettledrum.core.physics.road_load import BRAKED_KMH
from kettledrum.core.roads.ascent import ascent_m
from kettledrum.core.roads.awkward_shifts import shifts
from kettledrum.core.roads.bursts import with_bursts
from kettledrum.core.roads.gears_taken import gears_taken
from kettledrum.core.roads.motion import Drives, Motion, Way
from kettledrum.core.roads.pacing import paced
from kettledrum.core.roads.profile import Profile, steepest_pitches
from kettledrum.core.roads.ride_result import STATES, Ride, SetupRide
from kettledrum.core.roads.says import BY_PEDALS, ride_says, setup_ride_says

_IN_BAND, _GRINDING, _WALKING, _COASTING = range(4)
MOST_MARKS = 600
"""So many places of a road are told in full; strips of states are exact."""


@dataclass(frozen=True, slots=True)
class Ridden:
    """What came of riding a road with every setup: the motion, its drives, and the gear tables.

    `paced_w` are the powers in W without those of a minute on short pitches, of shape (drives, steps). With
    an ideal drive, that one comes last in all of them, and has no table.
    """

    motion: Motion
    paced_w: Floats
    drives: Drives
    tables: list[GearTable]
    job: Conditions


def ride(brief: Brief, road: Profile) -> Ride:
    """Rides a road with every setup of a brief, paced as a rider would. See docs/method.md."""
    job = conditions(brief, road.altitude_m)
    marks = np.unique(np.linspace(0, len(road.step_m) - 1, MOST_MARKS).astype(int))
    turns = road.turns_m.tolist()
    ascent = ascent_m(turns)
    setups = []
    if brief.setups:
        found = ridden(brief, road)
        setups = [
            _setup_ride(found, place, setup.path, road, marks, ascent)
            for place, setup in enumerate(brief.setups)
        ]
    answer = Ride(
        length_m=road.length_m,
        ascent_m=ascent,
        descent_m=ascent_m(turns[::-1]),
        steepest=steepest_pitches(road),
        states=list(STATES),
        marks_m=_rounded((road.distance_m[marks] + road.distance_m[marks + 1]) / 2, 1),
        elevation_m=_rounded((road.elevation_m[marks] + road.elevation_m[marks + 1]) / 2, 2),
        assumed=job.assumed,
        pushed_below_kmh=BALANCE_KMH,
        pushed_below_rpm=job.grind_rpm,
        ridden_from_kmh=GETS_OFF_KMH,
        braked_at_kmh=BRAKED_KMH,
        setups=setups,
    )
    for each in answer.setups:
        each.says = setup_ride_says(each)
    answer.says = ride_says(answer)
    if any(setup.motors for setup in brief.setups):
        answer.says += f" {BY_PEDALS}"
    return answer


def ridden(brief: Brief, road: Profile, ideal: Drives | None = None, *, paces: bool = True) -> Ridden:
    """The motion of every setup of a brief along a road, with the power of a minute where it is known.

    `ideal` is one drive more that is ridden along. A road that is but a piece of a long way is not paced: it
    is ridden with the power of all day.
    """
    job = conditions(brief, road.altitude_m)
    tables = [gear_table(setup, brief.rider.cadence_rpm) for setup in brief.setups]
    lowest = np.array([table.gears[0].development_m for table in tables]) / 60
    gets_off = [gets_off_below_kmh(table.gears[0].development_m, job.grind_rpm) for table in tables]
    highest = np.array([table.gears[-1].development_m for table in tables]) / 60
    low, high = job.cadence_rpm
    balance = BALANCE_KMH / 3.6
    drives = Drives(
        efficiency=np.array([path_efficiency(setup.path).typical for setup in brief.setups]),
        walk_mps=np.array(gets_off) / 3.6,
        top_mps=highest * high,
    )
    hold = np.maximum(lowest * low, balance)
    if ideal is not None:
        drives = Drives(
            np.append(drives.efficiency, ideal.efficiency),
            np.append(drives.walk_mps, ideal.walk_mps),
            np.append(drives.top_mps, ideal.top_mps),
        )
        hold = np.append(hold, ideal.walk_mps)
    held = held_power(job)
    all_day = np.full((len(hold), len(road.step_m)), held.day_w)
    powers = paced(road, job.resistance, drives, held) if paces else all_day
    way = Way(road, job.resistance, drives, powers)
    if held.minute_w > held.day_w:
        way.take(with_bursts(way, hold, held))
    return Ridden(way.motion(), powers, drives, tables, job)


def states_of(motion: Motion, drive: int, cadence_rpm: Floats, band: tuple[float, float]) -> Places:
    """The state of each step, as places in `STATES`: shape (steps,)."""
    low, high = band
    state = np.full(len(cadence_rpm), _IN_BAND)
    state[cadence_rpm < low * (1 - 1e-6)] = _GRINDING
    state[(cadence_rpm > high * (1 + 1e-6)) | (motion.wheel_w[drive] <= 0)] = _COASTING
    state[motion.walking[drive]] = _WALKING
    return state


def _setup_ride(
    found: Ridden, drive: int, path: Sequence[Stage], road: Profile, marks: Places, ascent: float
) -> SetupRide:
    motion, table = found.motion, found.tables[drive]
    speed, times = motion.speed_mps[drive], road.step_m / motion.speed_mps[drive]
    taken = gears_taken(table, speed)
    state = states_of(motion, drive, taken.cadence_rpm, found.job.cadence_rpm)
    metres = np.bincount(state, weights=road.step_m, minlength=4)
    seconds = np.bincount(state, weights=times, minlength=4)
    walking, wheel_j = motion.walking[drive], motion.wheel_w[drive] * times
    turned = np.where(walking | (wheel_j <= 0), 0.0, times)
    shifted, awkward = shifts(table, path, taken.gear, road.grade, walking)
    time, turning = float(times.sum()), float(turned.sum())
    on_foot_j = float(wheel_j[walking].sum())
    labels = np.array([gear.label for gear in table.gears] + [""])
    shown_gear = np.where(walking[marks], -1, taken.gear[marks])
    ends = np.append(np.flatnonzero(np.diff(state)), len(state) - 1)
    return SetupRide(
        name=table.name,
        time_s=time,
        distance_m=road.length_m,
        ascent_m=ascent,
        in_band_m=float(metres[_IN_BAND]),
        grinding_m=float(metres[_GRINDING]),
        walking_m=float(metres[_WALKING]),
        coasting_m=float(metres[_COASTING]),
        seconds=(float(seconds[0]), float(seconds[1]), float(seconds[2]), float(seconds[3])),
        shifts=shifted,
        awkward_shifts=awkward,
        mean_speed_kmh=road.length_m / time * 3.6,
        mean_cadence_rpm=float(taken.cadence_rpm @ turned) / turning if turning else None,
        work_kj=((float(wheel_j.sum()) - on_foot_j) / found.drives.efficiency[drive] + on_foot_j) / 1000,
        burst_s=float(times[(motion.rider_w[drive] > found.paced_w[drive]) & ~walking].sum()),
        strip=list(zip(_rounded(road.distance_m[ends + 1], 1), state[ends].tolist(), strict=True)),
        speed_kmh=_rounded(speed[marks] * 3.6, 2),
        cadence_rpm=_rounded(np.where(turned[marks] > 0, taken.cadence_rpm[marks], 0), 1),
        gear=labels[shown_gear].tolist(),
    )


def _rounded(values: Floats, digits: int) -> list[float]:
    rounded: list[float] = np.round(values, digits).tolist()
    return rounded
