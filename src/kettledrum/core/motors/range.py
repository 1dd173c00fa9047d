"""How far a battery goes: the energy that motors draw over roads, at each level of assistance."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from kettledrum.core.effort.steepest import gets_off_below_kmh
from kettledrum.core.gearing.gear_table import GearTable, gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import Conditions, conditions
from kettledrum.core.job.plain_terrain import plain_terrain
from kettledrum.core.job.route import Route
from kettledrum.core.motors.assist_levels import assist_levels
from kettledrum.core.motors.batteries import drawn_on, energies_wh
from kettledrum.core.motors.driven import Driven, called_for, legs_follow_to_kmh, motor_rpm, rider_follows_w
from kettledrum.core.motors.electric import braking_nm, draw_parts, returned_w
from kettledrum.core.motors.in_gear import MotorGears
from kettledrum.core.motors.range_result import LevelRange, SetupRange
from kettledrum.core.motors.says import range_says
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.motor_place import WHEELS
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Floats, Places
from kettledrum.core.physics.road_load import BRAKED_KMH, GRAVITY, WALKING_KMH, Resistance
from kettledrum.core.roads.profile import Profile, profile

_SLOWEST_MPS, _SPEEDS = 0.3, 300
"""Speeds looked at, from a crawl to where one brakes: enough to find a steady one to a percent between."""
_GRADE_STEP = 0.002
"""All road of about one grade is ridden at one speed."""
_BESIDE = 1e-8
"""So far beside an end of help, in proportion, it is looked at on either side."""
_JUST = 1e-6
"""Two looked-at speeds so near to each other, in proportion, lie beside an end of help."""
_SHARES = 30
"""Points of the curve of what comes back by braking."""


@dataclass(frozen=True, slots=True)
class _Helped:
    """What motors can bring to the wheel at each of the looked-at speeds in W, and what they then draw; the
    rider's power in W at the wheel, none where legs follow no further.

    For a share f of that they draw idle + f·through + f²·heat, each in W of each battery, of shape
    (batteries, speeds): what turns against them, what comes out and what that loses, and what warms the
    windings. And at the speed at which one brakes: powers in W that they can take off the wheel, and what of
    each comes back into each battery.
    """

    speed_mps: Floats
    rider_w: Floats
    wheel_w: Floats
    idle_w: Floats
    through_w: Floats
    warming_w: Floats
    braked_w: Floats
    back_w: Floats


@dataclass(frozen=True, slots=True)
class _Moved:
    """What is moved, by which power in W of one on foot, below which speed in m/s one gets off, and which
    energy in Wh of each battery, over which ways: the length in m of all road of each grade.
    """

    resistance: Resistance
    walker_w: float
    walks_below_mps: float
    energy_wh: Floats
    length_m: Floats
    grade: Floats


def setup_ranges(brief: Brief, routes: Sequence[Route]) -> list[SetupRange]:
    """Rides all roads steadily at the rider's power, by how often they are ridden, with each level of help.

    Without a road, the plain terrain is. Only a motor in a wheel that can gives back what it brakes, where
    one would brake anyway; momentum is left out: what is rolled down carries nobody up.
    """
    roads = [(profile(route), route.rides.a_year if route.rides else 1.0) for route in routes]
    job = conditions(brief, _altitude_m(roads))
    lengths, grades = _grades(roads or [(profile(plain_terrain(brief)), 1.0)])
    return [_ranges(setup, brief, job, lengths, grades) for setup in brief.setups]


def _altitude_m(roads: list[tuple[Profile, float]]) -> float | None:
    """The mean altitude of all that is ridden in m; None where one of the roads does not tell its own."""
    known = [(road.altitude_m, road.length_m * a_year) for road, a_year in roads]
    ridden_m = sum(metres for _, metres in known)
    heights = [altitude * metres for altitude, metres in known if altitude is not None]
    return sum(heights) / ridden_m if known and len(heights) == len(known) else None


def _grades(roads: list[tuple[Profile, float]]) -> tuple[Floats, Floats]:
    """All roads, each with its rides a year, as lengths in m a year by grade."""
    steps, grades = [], []
    for road, a_year in roads:
        steps.append(road.step_m * a_year)
        grades.append(np.round(road.grade / _GRADE_STEP) * _GRADE_STEP)
    apart, places = np.unique(np.concatenate(grades), return_inverse=True)
    return np.bincount(places, weights=np.concatenate(steps)).astype(float), apart


def _ranges(setup: Setup, brief: Brief, job: Conditions, lengths: Floats, grades: Floats) -> SetupRange:
    energy_wh = energies_wh(setup.motors or [], job.temperature_c)
    if not energy_wh:
        return SetupRange(name=setup.name, levels=[], says=range_says([]) if setup.motors else "")
    table = gear_table(setup, brief.rider.cadence_rpm)
    gets_off = gets_off_below_kmh(table.gears[0].development_m, job.grind_rpm) / 3.6
    moved = _Moved(job.resistance, job.power_w, gets_off, np.array(energy_wh), lengths, grades)
    levels = [_level(name, _helped(setup, table, job, name), moved) for name in assist_levels(setup)]
    return SetupRange(name=setup.name, levels=levels, says=range_says(levels, len(energy_wh)))


def _helped(setup: Setup, table: GearTable, job: Conditions, level: str) -> _Helped:
    # Just below and just above where assistance ends and where legs follow no further, so that it is there
    # and not between two speeds.
    limits = [motor.assist.cutoff_kmh for motor in setup.motors or [] if motor.assist]
    ends = [
        end / 3.6 * beside
        for end in (*limits, legs_follow_to_kmh(table))
        if end and end < BRAKED_KMH
        for beside in (1 - _BESIDE, 1 + _BESIDE)
    ]
    speeds = np.sort(np.append(np.geomspace(_SLOWEST_MPS, BRAKED_KMH / 3.6, _SPEEDS), ends))
    share = path_efficiency(setup.path).typical
    rider = np.array([rider_follows_w(speed, table, job) * share for speed in speeds.tolist()])
    gears = MotorGears(setup, table)
    # Of shape (speeds, motors, 4), and each motor's on its battery.
    found = np.array([_at(gears.at(speed).driven, speed, table, job, level) for speed in speeds.tolist()])
    on = _on_batteries(setup.motors or [])
    wheel = found[:, :, 0].sum(axis=1)
    idle, through, warming = (on @ found[:, :, part].T for part in (1, 2, 3))
    braked_w, back_w = _given_back(gears.at(BRAKED_KMH / 3.6).driven, table)
    return _Helped(speeds, rider, wheel, idle, through, warming, braked_w, on @ back_w)


def _on_batteries(motors: Sequence[Motor]) -> Floats:
    """1 where a motor draws on a battery, of shape (batteries, motors)."""
    places = [place or 0 for place in drawn_on(motors)]
    return np.eye(max(places) + 1)[:, places]


def _given_back(driven: list[Driven], table: GearTable) -> tuple[Floats, Floats]:
    """What motors in wheels can brake at the speed at which one brakes, of shape (shares,), and what comes
    back of it by each motor, of shape (motors, shares).
    """
    shares = np.linspace(0, 1, _SHARES)
    braked, back = np.zeros(_SHARES), np.zeros((len(driven), _SHARES))
    for place, each in enumerate(driven):
        motor = each.motor
        if motor.regenerates and motor.at in WHEELS:
            rpm = motor_rpm(each, BRAKED_KMH / 3.6, table)
            torques = shares * braking_nm(motor, rpm)
            braked += torques * rpm * math.pi / 30
            back[place] = [returned_w(motor, torque, rpm) for torque in torques.tolist()]
    # Where more torque would give less back, the wheel's own brakes take the rest.
    return braked, np.maximum.accumulate(back, axis=1)


def _at(
    driven: list[Driven], speed: float, table: GearTable, job: Conditions, level: str
) -> list[tuple[float, float, float, float]]:
    """Power in W that each motor brings to the wheel with all the help, and what it draws: idle, through, and
    warming.
    """
    found = []
    rider_w = rider_follows_w(speed, table, job)
    for each in driven:
        torque = called_for(each, speed, table, job, level, rider_w)
        rpm = motor_rpm(each, speed, table)
        at_wheel = torque * rpm * math.pi / 30 * each.share
        found.append((at_wheel, *draw_parts(each.motor, torque, rpm)) if torque > 0 else (0.0, 0.0, 0.0, 0.0))
    return found


def _ridden_with(helped: _Helped, below: Places, over: Places, needed_w: Floats) -> Floats:
    """The rider's power at the wheel where so much is needed of rider and motors together.

    The rider's first; but where legs follow no further, as large a part of it as of the help that they call
    for.
    """
    brought = helped.rider_w + helped.wheel_w
    kept, eased = brought[over], brought[below] - brought[over]
    part = np.clip((needed_w - kept) / np.maximum(eased, 1e-9), 0.0, 1.0)
    own, on = helped.rider_w[below], helped.rider_w[over]
    return np.where(own > on, on + part * (own - on), np.clip(needed_w, 0.0, own))


def _drawn(helped: _Helped, below: Places, over: Places, wheel_w: Floats) -> Floats:
    """What is drawn of each battery for a power at the wheel between two of the looked-at speeds, of shape
    (batteries, grades).

    Where help ends between them, what goes on beyond is whole, and of the rest as much as is needed; else a
    part of all.
    """
    ends = helped.speed_mps[over] < helped.speed_mps[below] * (1 + _JUST)
    stays = np.where(ends, over, len(helped.speed_mps))
    helps = np.where(helped.wheel_w[below] > 0, below, over)

    def apart(all_w: Floats) -> tuple[Floats, Floats]:
        kept = np.append(all_w, np.zeros((*all_w.shape[:-1], 1)), axis=-1)[..., stays]
        return kept, all_w[..., helps] - kept

    kept_w, eased_w = apart(helped.wheel_w)
    part = np.clip((wheel_w - kept_w) / np.maximum(eased_w, 1e-9), 0.0, 1.0)
    drawn = np.zeros((len(helped.idle_w), len(wheel_w)))
    for all_w, power in ((helped.idle_w, 0), (helped.through_w, 1), (helped.warming_w, 2)):
        kept, eased = apart(all_w)
        drawn += kept + part**power * eased
    return drawn


def _level(name: str, helped: _Helped, moved: _Moved) -> LevelRange:
    energy_wh, lengths, grades = moved.energy_wh, moved.length_m, moved.grade
    speeds, brought = helped.speed_mps, helped.rider_w + helped.wheel_w
    moves = moved.resistance
    through = speeds + moves.wind_mps
    drag = 0.5 * moves.density * moves.cda_m2 * through * np.abs(through)
    slope = moves.mass_kg * GRAVITY * (grades + moves.crr) / np.hypot(1, grades)
    asked = (slope[:, None] + drag) * speeds
    # At each grade the fastest of the looked-at speeds that rider and motors keep up, and a little beyond.
    short = asked > brought
    over = np.where(short.any(axis=1), short.argmax(axis=1), len(speeds) - 1)
    below = np.maximum(over - 1, 0)
    rows = np.arange(len(grades))
    want, has = asked[rows, below], brought[below]
    beyond, given = asked[rows, over], brought[over]
    gap = (beyond - given) - (want - has)
    share = np.clip(np.where(np.abs(gap) > 1e-9, (has - want) / np.where(gap == 0, 1, gap), 0.0), 0, 1)
    # Down what is never too much, the fastest of them is ridden.
    share = np.where(short.any(axis=1), share, 1.0)
    speed = speeds[below] + share * (speeds[over] - speeds[below])
    needed = share * (beyond - want) + want
    rider_w = _ridden_with(helped, below, over, needed)
    needed = needed - rider_w
    most_w = np.maximum(helped.wheel_w[below], helped.wheel_w[over])
    wheel_w = np.clip(needed, 0, most_w)
    # Too slow to balance or to pedal, one gets off and pushes, and the motor rests.
    walked = speed < moved.walks_below_mps
    pushed = moved.walker_w / np.maximum(slope, 1e-9)
    speed = np.where(walked, np.minimum(WALKING_KMH / 3.6, pushed), speed)
    wheel_w = np.where(walked, 0.0, wheel_w)
    drawn_w = np.where(wheel_w > 0, _drawn(helped, below, over, wheel_w), 0.0)
    seconds = lengths / speed
    work = float((wheel_w * seconds).sum())
    # Where nothing need be given, the fastest speed is held by braking.
    braked_w = np.maximum(-asked[:, -1], 0)
    back_w = np.array([np.interp(braked_w, helped.braked_w, each) for each in helped.back_w])
    per_km = 3600 * float(lengths.sum()) / 1000
    back_wh_km = back_w @ seconds / per_km
    wh_km = np.maximum(drawn_w @ seconds / per_km - back_wh_km, 0.0)
    draws = wh_km > 0
    rider_w = np.where(walked, np.minimum(moved.walker_w, slope * speed), rider_w)
    rider = float((rider_w * seconds).sum())
    return LevelRange(
        level=name,
        wh_km=float(wh_km.sum()),
        back_wh_km=float(back_wh_km.sum()),
        # Until the first of them is empty.
        range_km=float((energy_wh[draws] / wh_km[draws]).min()) if draws.any() else None,
        speed_kmh=float(lengths.sum()) / float(seconds.sum()) * 3.6,
        motor_share=work / (work + rider) if work + rider > 0 else 0.0,
        on_foot=float(lengths[walked].sum() / lengths.sum()),
    )
