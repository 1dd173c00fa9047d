"""How fast riders of several drives go along a road: the balance of energy, step by step of the road.

In a step of length Δs the kinetic energy per mass K = v²/2 grows by Δs·(P/(m·v̄) − a − c·(v̄ + w)·|v̄ + w|):
drive, less slope and rolling, less drag. The speed v̄ of the step belongs to K̄ = (1 − ω)·K₀ + ω·K₁, where
ω = 1/(1 − e⁻ᶻ) − 1/z is the weight that is right for a decay by e⁻ᶻ over the step (exponential fitting,
Liniger & Willoughby, SIAM J. Numer. Anal. 7, 1970): half where speed changes slowly, nearly 1 on a climb,
where a rider comes to a steady speed within metres. What goes in is just what comes out: no energy is lost.

Each step needs the one before it. But what a rider does now hardly depends on the speed a kilometre ago, so
the road is cut into blocks that are worked out side by side, each from the end of the one before it as far
as that is known, until none changes any more. The result is that of going step by step.
"""

from dataclasses import dataclass

import numpy as np

from kettledrum.core.arrays import Flags, Floats, Places
from kettledrum.core.profile import Profile
from kettledrum.core.road_load import BRAKED_KMH, GRAVITY, WALKING_KMH, Resistance

_BLOCK_STEPS = 32
_SETTLED = 1e-5
_NEWTON, _ROUGHLY, _ROUGH_PASSES = 40, 3, 2
_MOST_CHOSEN = 0.8
_DROPPED = 0.25
"""So many of the lanes must have settled before the others go on without them."""
_LENGTH, _SLOPE, _POWER, _OMEGA, _END, _LEFT, _WALK = range(7)


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
    energy per mass in J/kg at the end of each step, whether one walks, and the energy in J that is braked
    away or lost by getting off. `lanes` is what it was found with.
    """

    rider_w: Floats
    speed_mps: Floats
    wheel_w: Floats
    kinetic: Floats
    walking: Flags
    braked_j: Floats
    lanes: "_Lanes"

    def time_s(self, road: Profile) -> Floats:
        """The time that each step takes."""
        times: Floats = road.step_m / self.speed_mps
        return times


def moved(
    road: Profile,
    resistance: Resistance,
    drives: Drives,
    rider_w: Floats,
    *,
    before: Motion | None = None,
    roughly: bool = False,
) -> Motion:
    """How riders go along a road from a standstill, with a power in W of shape (drives, steps).

    One who cannot ride walks. `before` is a ride of the same drives with other powers: what does not change
    is taken from it, and it is used up. `roughly`, to be gone on from, leaves small steps where blocks
    meet.
    """
    if before is None:
        lanes = _Lanes(road, resistance, drives, rider_w)
        todo = np.ones(len(lanes.top), dtype=bool)
    else:
        lanes = before.lanes
        todo = lanes.meet(len(rider_w))
        todo |= lanes.change(drives, before.rider_w, rider_w)
    passes = 0
    while todo.any() and not (roughly and passes >= _ROUGH_PASSES):
        # Those few that need not be ridden again are not worth picking out.
        lanes.ride(np.flatnonzero(todo) if todo.mean() < _MOST_CHOSEN else np.arange(len(todo)))
        todo = lanes.meet(len(rider_w))
        passes += 1
    return lanes.motion(rider_w, road, resistance)


def _in_blocks(steps: Floats) -> Floats:
    """An array of shape (drives, steps) as (steps of a block, drives × blocks), filled up with noughts."""
    short = -steps.shape[1] % _BLOCK_STEPS
    filled = np.pad(steps, ((0, 0), (0, short))) if short else steps
    return np.ascontiguousarray(filled.reshape(-1, _BLOCK_STEPS).T)


def _steady(power: Floats, slope: Floats, drag: float, wind: float) -> Floats:
    """About the speeds in m/s that powers in W/kg keep up, by Newton’s method from above."""
    speed = np.cbrt(power / drag) + np.sqrt(np.maximum(-slope, 0) / drag) + max(-wind, 0.0)
    if wind >= 0:
        speed = np.minimum(speed, power / np.maximum(slope + drag * wind**2, 1e-9))
    for _ in range(_ROUGHLY):
        through = speed + wind
        drags = drag * np.abs(through)
        over = speed * (slope + drags * through) - power
        speed = np.maximum(speed - over / np.maximum(slope + drags * (through + 2 * speed), 1e-6), 0.05)
    return speed


class _Lanes:
    """Blocks of a road under one drive each, side by side: arrays of shape (steps of a block, lanes).

    `given` holds for each step: its length in m, slope a = g·(grade + Crr)/√(1 +
    grade²) in m/s², power P/m in W/kg, weight ω, about the kinetic energy that is come to, what is left
    of the way there, and the speed of walking; `no_ride`, whether the power does not keep one on the
    bicycle. Found: the `speed`, the power that is `used`, the `kinetic` energy at its end, whether one
    is `walking`.
    """

    def __init__(self, road: Profile, resistance: Resistance, drives: Drives, rider_w: Floats) -> None:
        self.mass_kg, self.wind = resistance.mass_kg, resistance.wind_mps
        self.drag = 0.5 * resistance.density * resistance.cda_m2 / self.mass_kg
        grade, length = road.grade, road.step_m
        slope = GRAVITY * (grade + resistance.crr) / np.hypot(1, grade)
        share, slowest = drives.efficiency[:, None], drives.walk_mps[:, None]
        asked, no_ride = self._asked(length, slope, share, slowest, rider_w)
        each = (length, slope, *asked)
        self.given = np.array([_in_blocks(np.broadcast_to(values, rider_w.shape)) for values in each])
        self.no_ride = _in_blocks(no_ride.astype(float)) > 0
        # What fills the last block up is no road: nothing happens there.
        filling = self.given[_LENGTH] == 0
        self.given[_LENGTH][filling], self.given[_OMEGA][filling] = 1e-9, 0.5
        blocks = self.no_ride.shape[1] // len(rider_w)
        self.top = np.repeat(drives.top_mps, blocks)
        self.slowest = np.repeat(0.5 * drives.walk_mps**2, blocks)
        self.speed, self.used, self.kinetic = (np.zeros(self.no_ride.shape) for _ in range(3))
        self.walking = np.zeros(self.no_ride.shape, dtype=bool)
        # A block starts about as fast as one goes there in the end, the first from a standstill.
        self.start = self.given[_END][0].copy()
        self.start[::blocks] = 0.0

    def _asked(
        self, length: Floats, slope: Floats, share: Floats, slowest: Floats, rider_w: Floats
    ) -> tuple[tuple[Floats, ...], Flags]:
        """What depends on the power of the rider: all of `given` from the power on, and `no_ride`."""
        power = rider_w * share / self.mass_kg
        steady = _steady(power, slope, self.drag, self.wind)
        decay = length * (power / steady**2 + 2 * self.drag * np.abs(steady + self.wind)) / steady
        gone = -np.expm1(-decay)
        walk = np.minimum(WALKING_KMH / 3.6, rider_w / self.mass_kg / np.maximum(slope, 1e-3))
        no_ride = power < slowest * (slope + self._drag(slowest))
        return (power, 1 / gone - 1 / decay, 0.5 * steady**2, gone / decay, walk), no_ride

    def change(self, drives: Drives, before_w: Floats, rider_w: Floats) -> Flags:
        """Takes other powers for some steps; which lanes that changes. These are ridden to their ends."""
        step = np.nonzero(before_w != rider_w)
        drive, place = step
        at = (place % _BLOCK_STEPS, drive * (len(self.top) // len(rider_w)) + place // _BLOCK_STEPS)
        length, slope = self.given[_LENGTH][at], self.given[_SLOPE][at]
        share, slowest = drives.efficiency[drive], drives.walk_mps[drive]
        asked, self.no_ride[at] = self._asked(length, slope, share, slowest, rider_w[step])
        for key, values in enumerate(asked, start=_POWER):
            self.given[key][at] = values
        changed = np.zeros(len(self.top), dtype=bool)
        changed[at[1]] = True
        # Else they would be left where they begin as before.
        self.kinetic[:, changed] = 0.0
        return changed

    def meet(self, count: int) -> Flags:
        """Starts each block where the one before it ends; which lanes are then to be ridden again."""
        starts = self.start.reshape(count, -1)
        ends = self.kinetic[-1].reshape(count, -1)[:, :-1]
        again = np.zeros(starts.shape, dtype=bool)
        again[:, 1:] = np.abs(ends - starts[:, 1:]) > _SETTLED * (1 + ends)
        starts[:, 1:] = ends
        return again.ravel()

    def motion(self, rider_w: Floats, road: Profile, resistance: Resistance) -> Motion:
        """What was found, as a ride."""
        count, steps = rider_w.shape

        def along(lanes: Floats) -> Floats:
            return lanes.T.reshape(count, -1)[:, :steps]

        speed, used, kinetic = along(self.speed), along(self.used), along(self.kinetic)
        before = np.hstack((np.zeros((count, 1)), kinetic[:, :-1]))
        through = speed + self.wind
        force = used / speed - along(self.given[_SLOPE]) - self.drag * through * np.abs(through)
        lost = (force * road.step_m - (kinetic - before)) * resistance.mass_kg
        return Motion(
            rider_w, speed, used * resistance.mass_kg, kinetic, along(self.walking) != 0, lost, self
        )

    def ride(self, chosen: Places) -> None:
        """Rides the chosen lanes from their kinetic energies at the start, each as far as that changes it."""
        fastest = BRAKED_KMH / 3.6
        lane, energy = chosen, self.start[chosen]
        given, no_ride, stood = self._of(lane, 0)
        top, slowest = self.top[lane], self.slowest[lane]
        first = 0
        for step in range(_BLOCK_STEPS):
            length, slope, power, omega, end, left, walk = given[:, step - first]
            share = omega * length
            guess = self._guess(energy, share, slope, power, end, left)
            mean = self._mean_speed(energy, share, slope, power, guess)
            spun = mean > top
            if spun.any():
                held, used = self._at_the_top(energy, share, slope, power, top)
                mean, power = np.where(spun, held, mean), np.where(spun, used, power)
            after = energy + (0.5 * mean * mean - energy) / omega
            too_fast = after > 0.5 * fastest**2
            if too_fast.any():
                power = np.where(too_fast, 0.0, power)
                mean, after = np.minimum(mean, fastest), np.minimum(after, 0.5 * fastest**2)
            walks = no_ride[step - first] & (after < slowest)
            if walks.any():
                mean = np.where(walks, walk, mean)
                after = np.where(walks, 0.5 * mean**2, after)
                force = slope + self._drag(mean) + (after - energy) / length
                power = np.where(walks, np.maximum(force, 0) * mean, power)
            energy = np.maximum(after, 1e-9)
            at = slice(None) if len(lane) == len(self.top) else lane
            self.speed[step, at], self.used[step, at] = mean, power
            self.kinetic[step, at], self.walking[step, at] = energy, walks
            # A lane that is as it was before goes on as it did.
            moves = np.abs(stood[step - first] - energy) > 0.01 * _SETTLED * energy
            still = len(lane) - int(np.count_nonzero(moves))
            if still == len(lane):
                return
            if still > _DROPPED * len(lane):
                lane, energy, first = lane[moves], energy[moves], step + 1
                top, slowest = top[moves], slowest[moves]
                given, no_ride, stood = self._of(lane, first)

    def _of(self, lane: Places, first: int) -> tuple[Floats, Flags, Floats]:
        """What is given for some lanes from a step on, and the kinetic energies that stand there."""
        if len(lane) == self.no_ride.shape[1]:
            return self.given[:, first:], self.no_ride[first:], self.kinetic[first:].copy()
        return self.given[:, first:, lane], self.no_ride[first:, lane], self.kinetic[first:, lane]

    def _drag(self, speed: Floats) -> Floats:
        through = speed + self.wind
        drag: Floats = self.drag * through * np.abs(through)
        return drag

    def _guess(
        self, energy: Floats, share: Floats, slope: Floats, power: Floats, end: Floats, left: Floats
    ) -> Floats:
        """About the speed of a step: falling evenly to that of the end, or changing as it begins to."""
        falling = end + (energy - end) * left
        begun = energy + share * (power / np.sqrt(2 * energy + 1) - slope)
        about = np.where(end > energy, np.minimum(begun, end), np.maximum(begun, falling))
        guess: Floats = np.sqrt(2 * np.maximum(about, energy / 3))
        return guess

    def _mean_speed(
        self, energy: Floats, share: Floats, slope: Floats, power: Floats, guess: Floats
    ) -> Floats:
        """The speed that balances a step: v³/2 + ωΔs·(c·v·u·|u| + a·v − P/m) − K₀·v = 0, u = v + w.

        It is a cubic, by Newton’s method; u is negative where a tail wind carries the rider all the way.
        """
        drag, linear, done = share * self.drag, share * slope - energy, share * power
        if self.wind < 0:
            carried = -self.wind * (0.5 * self.wind**2 + linear) > done
            drag = np.where(carried, -drag, drag)
        cube, square, linear = 0.5 + drag, 2 * self.wind * drag, linear + self.wind**2 * drag
        triple, double = 3 * cube, 2 * square
        mean = guess
        for _ in range(_NEWTON):
            over = ((cube * mean + square) * mean + linear) * mean - done
            rise = (triple * mean + double) * mean + linear
            off = over / np.maximum(rise, 0.5 * mean * mean)
            mean = np.maximum(mean - off, 1e-3)
            # It converges by squares: the next correction would be some 1e-8.
            if np.abs(off).max() < 1e-4:
                break
        return mean

    def _at_the_top(
        self, energy: Floats, share: Floats, slope: Floats, power: Floats, top: Floats
    ) -> tuple[Floats, Floats]:
        """As fast as the legs can follow, or faster without them; and the power that they then give."""
        drag = share * self.drag * np.sign(top + self.wind)
        half, rest = drag * self.wind, drag * self.wind**2 + share * slope - energy
        root = np.sqrt(np.maximum(half**2 - (0.5 + drag) * rest, 0))
        held = np.maximum(top, (root - half) / (0.5 + drag))
        force = (0.5 * held**2 - energy) / share + slope + self._drag(held)
        return held, np.where(held > top, 0.0, np.clip(force * held, 0, power))
