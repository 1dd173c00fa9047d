"""Which gears were really used: by the bicycle's own shifts, or worked out from speed and cadence."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from pydantic import BaseModel

from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.core.physics.arrays import Flags, Floats, Places
from kettledrum.core.rides.channels import Channels, Shift
from kettledrum.core.rides.lag import developments, lag_s
from kettledrum.core.rides.likeliest import fitted_circumference, likeliest
from kettledrum.core.terms.in_words import time

ALIKE = 0.05
"""Gears closer than this are not told apart, and so are told together."""
FITS = 0.06
"""Three spreads of noise: a second farther than this in the logarithm from every gear is in none of them."""
STEADY_LOG, STEADY_RPM = 0.01, 2.0
"""A second is steady where speed changes by no more than 1 % and cadence by 2 rpm a second about it."""


class GearUsed(BaseModel):
    """A gear, or several that are as good as one: how many seconds it was pedalled in, and which share."""

    label: str
    ratio: float
    seconds: int
    share: float


class GearUse(BaseModel):
    """The gears of a ride.

    `source` says whether the bicycle told its shifts. `pedalling_s`, `coasting_s` and `standing_s` are all
    that is recorded; `not_recorded_s` is the rest. Speed trailed cadence by `lag_s`; `circumference_m` is
    what a turn of the wheel was, as fitted. `steady_share` is the share of pedalling in which the gear is
    sure, since neither speed nor cadence changes.
    """

    source: Literal["events", "worked out"]
    pedalling_s: int
    coasting_s: int
    standing_s: int
    not_recorded_s: int
    lag_s: int
    circumference_m: float
    steady_share: float
    shifts: int
    gears: list[GearUsed]
    says: str


class Group:
    """Gears that are as good as one: their label, ratio and development, and the teeth that make them."""

    def __init__(self, table: GearTable, members: Sequence[int]) -> None:
        gears = [table.gears[at] for at in members]
        self.label = " · ".join(gear.label for gear in gears)
        self.ratio = float(np.exp(np.mean([np.log(gear.ratio) for gear in gears])))
        self.development_m = float(np.exp(np.mean([np.log(gear.development_m) for gear in gears])))


def groups(table: GearTable) -> list[Group]:
    """The gears of a setup from the lowest up, those closer than 5 % together."""
    found: list[list[int]] = []
    for at, gear in enumerate(table.gears):
        if found and gear.development_m / table.gears[found[-1][0]].development_m < 1 + ALIKE:
            found[-1].append(at)
        else:
            found.append([at])
    return [Group(table, members) for members in found]


def gear_use(ride: Channels, table: GearTable) -> GearUse:
    """Works out in which gear each second was pedalled. See docs/method.md.

    A stepless path has no gears: it is told by tenths of its span.
    """
    found = gears_ridden(ride, table)
    return use_of(ride, table, found)


@dataclass(frozen=True, slots=True)
class Ridden:
    """The gears of a ride second by second: `known` are the seconds that tell one, `taken` the place of each
    second’s gear in `own`. Speed trailed cadence by `lag_s`; a turn of the wheel was `factor` times as long
    as the setup says. `told`, whether the bicycle told its shifts; `fits`, the share of those seconds whose
    development is that of any gear of the setup.
    """

    own: list[Group]
    known: Places
    taken: Places
    lag_s: int
    factor: float
    told: bool
    fits: float


def gears_ridden(ride: Channels, table: GearTable) -> Ridden:
    """Works out in which gear each second was pedalled."""
    own = groups(table) if not table.stepless else tenths(table)
    lag = lag_s(ride)
    metres = developments(ride, lag)
    known = np.flatnonzero(~np.isnan(metres))
    logs = np.log(metres[known])
    gears = np.log([group.development_m for group in own])
    told = _told(ride, table, own, known)
    if told is not None:
        factor, taken = _factor_told(logs, gears, told), told
    else:
        factor = fitted_circumference(logs, gears) if not table.stepless else 1.0
        gap = np.diff(known, prepend=known[:1] - 1)
        taken = (
            np.abs(logs[:, None] - gears[None, :]).argmin(axis=1)
            if table.stepless
            else likeliest(logs, gears + np.log(factor), gap)
        )
    if table.stepless:
        # Of the span itself: the middles of the outer tenths lie half a tenth within.
        low, high = (math.log(table.gears[end].development_m) for end in (0, -1))
        near = (logs > low - FITS) & (logs < high + FITS)
    else:
        near = np.abs(logs[:, None] - (gears + np.log(factor))[None, :]).min(axis=1, initial=np.inf) < FITS
    return Ridden(own, known, taken, lag, factor, told is not None, float(near.mean()) if len(near) else 1.0)


def use_of(ride: Channels, table: GearTable, found: Ridden) -> GearUse:
    """The sums of the gears of a ride."""
    own, known, taken = found.own, found.known, found.taken
    counts = np.bincount(taken, minlength=len(own))
    pedalling = len(known)
    standing = int(ride.standing.sum())
    # Without a cadence nobody knows whether it was coasting.
    recorded = ~np.isnan(ride.speed_mps) & (~np.isnan(ride.cadence_rpm) | ride.standing)
    use = GearUse(
        source="events" if found.told else "worked out",
        pedalling_s=pedalling,
        coasting_s=max(int(recorded.sum()) - standing - pedalling, 0),
        standing_s=standing,
        not_recorded_s=ride.seconds - int(recorded.sum()),
        lag_s=found.lag_s,
        circumference_m=table.circumference_m * found.factor,
        steady_share=float(steady(ride, found.lag_s)[known].mean()) if pedalling else 0.0,
        shifts=len(ride.shifts or []) if found.told else int(np.count_nonzero(np.diff(taken))),
        gears=[
            GearUsed(
                label=group.label,
                ratio=group.ratio,
                seconds=int(seconds),
                share=float(seconds) / pedalling if pedalling else 0.0,
            )
            for group, seconds in zip(own, counts.tolist(), strict=True)
        ],
        says="",
    )
    use.says = _says(use)
    return use


def steady(ride: Channels, lag: int) -> Flags:
    """The seconds about which neither speed, read so many seconds later, nor cadence changes."""
    speed = np.full(ride.seconds, np.nan)
    speed[: ride.seconds - lag] = ride.speed_mps[lag:]
    with np.errstate(divide="ignore", invalid="ignore"):
        by_speed = np.abs(np.gradient(np.log(speed))) if ride.seconds > 1 else np.zeros(ride.seconds)
        by_cadence = np.abs(np.gradient(ride.cadence_rpm)) if ride.seconds > 1 else np.zeros(ride.seconds)
        return np.asarray((by_speed <= STEADY_LOG) & (by_cadence <= STEADY_RPM))


def tenths(table: GearTable) -> list[Group]:
    """A stepless span in ten equal steps of the ratio, from the lowest up."""
    low, high = table.gears[0], table.gears[-1]
    span = np.log(high.ratio / low.ratio)
    found = []
    for at in range(10):
        group = Group(table, [0])
        share = (at + 0.5) / 10
        group.ratio = low.ratio * float(np.exp(span * share))
        group.development_m = low.development_m * float(np.exp(span * share))
        ends = [low.ratio * float(np.exp(span * each / 10)) for each in (at, at + 1)]
        group.label = f"{ends[0]:.2f} to {ends[1]:.2f}"
        found.append(group)
    return found


def _told(ride: Channels, table: GearTable, own: Sequence[Group], known: Places) -> Places | None:
    """The gear of each second by the bicycle's own shifts; None where it tells none that fit the setup."""
    if not ride.shifts or table.stepless:
        return None
    gears = [_gear_of(shift, table, own) for shift in ride.shifts]
    if any(gear is None for gear in gears):
        return None
    at = np.array([shift.second for shift in ride.shifts])
    place = np.clip(np.searchsorted(at, known, side="right") - 1, 0, len(at) - 1)
    return np.array([gear for gear in gears if gear is not None], dtype=np.intp)[place]


def _gear_of(shift: Shift, table: GearTable, own: Sequence[Group]) -> int | None:
    """The place of the gear that a shift is to: by its teeth, or by its number where one thing shifts."""
    development = None
    if shift.front_teeth and shift.rear_teeth:
        ratio = shift.front_teeth / shift.rear_teeth
        near = min(table.gears, key=lambda gear: abs(np.log(gear.ratio / ratio)))
        development = near.development_m if abs(np.log(near.ratio / ratio)) < ALIKE else None
    elif shift.rear is not None and (shift.front or 1) == 1 and 1 <= shift.rear <= len(table.gears):
        development = table.gears[shift.rear - 1].development_m
    if development is None:
        return None
    return int(np.argmin([abs(np.log(group.development_m / development)) for group in own]))


def _factor_told(logs: Floats, gears: Floats, told: Places) -> float:
    """The factor on the circumference that what was recorded in known gears shows."""
    if len(logs) == 0:
        return 1.0
    off = float(np.median(logs - gears[told]))
    return float(np.exp(off)) if abs(off) <= ALIKE else 1.0


def _says(use: GearUse) -> str:
    if use.pedalling_s == 0:
        return "No pedalling is recorded: without cadence and speed no gear can be told."
    most = max(use.gears, key=lambda each: each.seconds)
    never = [each.label for each in use.gears if each.seconds == 0]
    told = f"Of {time(use.pedalling_s)} of pedalling {most.share * 100:.0f} % were in gear {most.label}"
    unused = f"; never used: {', '.join(never)}" if never else "; every gear was used"
    how = "as the bicycle told" if use.source == "events" else "as worked out from speed and cadence"
    return f"{told}{unused} ({how})."
