"""How fast riders of several drives go along a road: the balance of energy, step by step of the road.

In a step of length Δs the kinetic energy per mass K = v²/2 grows by Δs·(P/(m·v̄) − a − c·(v̄ + w)·|v̄ + w|):
drive, less slope and rolling, less drag. The speed v̄ of the step belongs to K̄ = (1 − ω)·K₀ + ω·K₁, where
ω = 1/(1 − e⁻ᶻ) − 1/z is the weight that is right for a decay by e⁻ᶻ over the step (exponential fitting,
Liniger & Willoughby, SIAM J. Numer. Anal. 7, 1970): half where speed changes slowly, nearly 1 on a climb,
where a rider comes to a steady speed within metres. What goes in is just what comes out: no energy is lost.
"""

import math
from dataclasses import dataclass
from typing import TypeVar

import numpy as np
import numpy.typing as npt

from kettledrum.core.physics.arrays import Flags, Floats
from kettledrum.core.physics.road_load import BRAKED_KMH, GRAVITY, WALKING_KMH, Resistance
from kettledrum.core.roads.profile import Profile
from kettledrum.core.roads.sweeps import BLOCK_STEPS, WALK, Sweeps

_Kind = TypeVar("_Kind", bound=np.generic)

_ROUGH_SWEEPS = 1
"""Sweeps of a ride that only tells where a minute's power is wanted; it goes on from there."""
_CLIMBS_FROM = 6.0
"""Kinetic energies in J/kg; a climb on which a rider comes to less is come to within few steps."""


@dataclass(frozen=True, slots=True)
class Drives:
    """What several drives allow, each array of shape (drives,).

    The share of power that reaches the wheel; the speed in m/s below which the rider gets off, and the one
    above which the legs cannot follow.
    """

    efficiency: Floats
    walk_mps: Floats
    top_mps: Floats


@dataclass(frozen=True, slots=True)
class Motion:
    """The ride of several drives over the steps of a road, all of shape (drives, steps).

    The power in W of the rider that was to be had, the speed in m/s, the power in W at the tyre, the kinetic
    energy per mass in J/kg at the end of each step, and whether one walks.
    """

    rider_w: Floats
    speed_mps: Floats
    wheel_w: Floats
    kinetic: Floats
    walking: Flags

    def time_s(self, road: Profile) -> Floats:
        """The time that each step takes."""
        times: Floats = road.step_m / self.speed_mps
        return times


def _in_blocks(steps: Floats) -> Floats:
    """An array of shape (steps,) as (steps of a block, blocks); the last step fills up the last block."""
    filled = np.pad(steps, (0, -len(steps) % BLOCK_STEPS), mode="edge")
    return np.ascontiguousarray(filled.reshape(-1, BLOCK_STEPS).T)


@dataclass(frozen=True, slots=True)
class _Ground:
    """What steps ask of any drive, arrays of one shape.

    Their length; slope and rolling a in m/s²; the speed coasted at in still air; how much speed a W/kg gives
    without drag, and how much a W gives one who pushes.
    """

    length_m: Floats
    slope: Floats
    coasted_mps: Floats
    climbed: Floats
    pushed: Floats


class Way:
    """A road that riders of several drives go along from a standstill, with powers in W of shape (drives,
    steps).

    One who cannot ride walks.
    """

    def __init__(self, road: Profile, resistance: Resistance, drives: Drives, rider_w: Floats) -> None:
        self.rider_w = rider_w
        self.drives, self.wind = drives, resistance.wind_mps
        self.mass_kg = resistance.mass_kg
        self.drag = 0.5 * resistance.density * resistance.cda_m2 / self.mass_kg
        self.step_m, grade = road.step_m, road.grade
        self.slope = GRAVITY * (grade + resistance.crr) / np.hypot(1, grade)
        length, slope = _in_blocks(self.step_m), _in_blocks(self.slope)
        # What fills the last block up is no road: nothing happens there.
        length.T.flat[len(self.step_m) :] = 1e-9
        ground = self._ground(length, slope)
        blocks, count = length.shape[1], len(drives.top_mps)
        given = np.empty((WALK + 1, BLOCK_STEPS, count, blocks))
        begins = np.empty((count, blocks))
        steady = np.empty((BLOCK_STEPS, count, blocks))
        # Drive by drive, since what fits into the processor’s nearest memory is done much faster.
        for drive, (share, slowest) in enumerate(zip(drives.efficiency, drives.walk_mps, strict=True)):
            powers = _in_blocks(rider_w[drive])
            given[WALK, :, drive] = self._on_foot(ground, powers)
            begins[drive] = powers[0]
            *asked, steady[:, drive] = self._asked(ground, powers * share, slowest)
            for place, values in enumerate(asked):
                given[place, :, drive] = values
        top = np.repeat(drives.top_mps, blocks)
        self.sweeps = Sweeps(given.reshape(WALK + 1, BLOCK_STEPS, -1), top, self.wind, count)
        self._guess(ground, begins * drives.efficiency[:, None], steady)

    def _ground(self, length: Floats, slope: Floats) -> _Ground:
        least = np.maximum(slope, 1e-3)
        return _Ground(
            length_m=length,
            slope=slope,
            coasted_mps=np.sqrt(np.maximum(-slope, 0) / self.drag),
            climbed=1 / np.maximum(slope + self.drag * self.wind**2, 1e-9),
            pushed=1 / (self.mass_kg * least),
        )

    def _on_foot(self, ground: _Ground, rider_w: Floats | float) -> Floats:
        """The kinetic energy in J/kg of one who pushes."""
        walk: Floats = np.minimum(WALKING_KMH / 3.6, rider_w * ground.pushed)
        return 0.5 * walk * walk

    def _asked(self, ground: _Ground, wheel_w: Floats | float, slowest: Floats) -> tuple[Floats, ...]:
        """What `Sweeps` is given for some steps, but on foot; then the kinetic energy that is come to."""
        power = wheel_w / self.mass_kg
        steady = self._steady(ground, power)
        decay = (
            ground.length_m
            * (power / (steady * steady) + 2 * self.drag * np.abs(steady + self.wind))
            / steady
        )
        omega = -1 / np.expm1(-decay) - 1 / decay
        over = omega * ground.length_m
        ease = 1 / (0.5 + self.drag * over)
        eased = ease * over
        through = slowest + self.wind
        # Too little power not to get off.
        short = ground.slope * slowest + slowest * self.drag * through * np.abs(through) > power
        below = np.where(short, 0.5 * slowest**2, -1.0)
        gain = 0.5 / omega
        fall, kept = eased * ground.slope, 1 - 2 * gain
        return fall, ease, eased * power, kept, gain, below, 0.5 * steady * steady

    def _steady(self, ground: _Ground, power: Floats | float) -> Floats:
        """About the speeds in m/s that powers in W/kg keep up, by Newton’s method from above."""
        speed = np.cbrt(power / self.drag) + ground.coasted_mps
        if self.wind < 0:
            speed -= self.wind
        else:
            speed = np.minimum(speed, power * ground.climbed)
        # It starts further off where the wind is behind.
        for _ in range(2 if self.wind < 0 else 1):
            through = speed + self.wind
            drags = self.drag * np.abs(through)
            held = ground.slope + drags * through
            speed = speed - (speed * held - power) / (held + 2 * drags * speed)
        return speed

    def _guess(self, ground: _Ground, wheel_w: Floats, steady: Floats) -> None:
        """Starts from about the speeds that come of drag, with the drive that a step begins with.

        `wheel_w` is the power that a block begins with, of shape (drives, blocks).

        Twice, so that what a block starts with is no guess any more.
        """
        kept = np.exp(-2 * self.drag * ground.length_m)
        reach = (1 - kept) / (2 * self.drag)
        least = np.minimum(steady, _CLIMBS_FROM)
        # Per root of the kinetic energy, which is half the square of the speed.
        per_root = wheel_w / (self.mass_kg * math.sqrt(2))
        push, fall = per_root * reach[:, None], ground.slope * reach
        braked = np.full(least.shape[1:], 0.5 * (BRAKED_KMH / 3.6) ** 2)
        found = self.sweeps.kinetic[1:].reshape(least.shape)
        before, driven = least[0], np.empty(least.shape[1:])
        for _ in range(2):
            for step, after in enumerate(found):
                np.maximum(before, least[step], out=driven)
                np.sqrt(driven, driven)
                np.divide(push[step], driven, driven)
                np.multiply(before, kept[step], after)
                np.add(after, driven, after)
                np.subtract(after, fall[step], after)
                np.maximum(after, least[step], out=after)
                np.minimum(after, braked, out=after)
                before = after
            before = np.zeros(least.shape[1:])
            before[:, 1:] = found[-1, :, :-1]
        self.sweeps.start()

    def drag_n(self, speed_mps: float) -> float:
        """Drag in N at a speed over the ground."""
        through = speed_mps + self.wind
        return self.mass_kg * self.drag * through * abs(through)

    def take(self, rider_w: Floats) -> None:
        """Takes other powers, of shape (drives, steps), and goes on from what was found before."""
        changed = np.flatnonzero(self.rider_w != rider_w)
        drive, place = np.divmod(changed, rider_w.shape[1])
        ground, powers = self._ground(self.step_m[place], self.slope[place]), rider_w.flat[changed]
        wheel_w, slowest = powers * self.drives.efficiency[drive], self.drives.walk_mps[drive]
        asked = (*self._asked(ground, wheel_w, slowest)[:WALK], self._on_foot(ground, powers))
        lanes = len(self.sweeps.top)
        lane = drive * (lanes // len(rider_w)) + place // BLOCK_STEPS
        at = place % BLOCK_STEPS * lanes + lane
        for given, values in zip(self.sweeps.given.reshape(WALK + 1, -1), asked, strict=True):
            given[at] = values
        self.sweeps.unsettled[lane] = True
        self.rider_w = rider_w

    def roughly(self) -> Floats:
        """About the speeds in m/s, of shape (drives, steps)."""
        self.sweeps.settle(_ROUGH_SWEEPS)
        speeds, _ = self.sweeps.speeds()
        return self._along(speeds)

    def motion(self) -> Motion:
        """The ride."""
        self.sweeps.settle()
        speeds, on_foot = self.sweeps.speeds()
        speed, walking = self._along(speeds), self._along(on_foot)
        kinetic = self._along(self.sweeps.kinetic[1:])
        gained = np.diff(kinetic, axis=1, prepend=0.0)
        through = speed + self.wind
        force = gained / self.step_m + self.slope + self.drag * through * np.abs(through)
        most = self.rider_w * (self.drives.efficiency / self.mass_kg)[:, None]
        # Legs that cannot follow are still; on foot what is asked for is what is given.
        most[speed > self.drives.top_mps[:, None] * (1 + 1e-5)] = 0.0
        most[walking] = np.inf
        wheel = np.clip(force * speed, 0.0, most) * self.mass_kg
        return Motion(self.rider_w, speed, wheel, kinetic, walking)

    def _along(self, lanes: npt.NDArray[_Kind]) -> npt.NDArray[_Kind]:
        count, steps = self.rider_w.shape
        return lanes.T.reshape(count, -1)[:, :steps]
