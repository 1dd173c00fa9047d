"""The speeds along many roads at once: sweep after sweep over them until nothing changes any more.

A step of a road is given by what it asks for (see core/roads/motion.py). With drag, slope and power times
ω·Δs, in J/kg, the balance is ½·v² + drag·(v + w)·|v + w| + slope − K₀ − power / v = 0. Here it is taken times
ease = 1 / (½ + drag), so that in still air

    v² = coasted + drive / v,    coasted = ease·K₀ − fall,    K₁ = kept·K₀ + gain·v².

What is asked less what is had only rises with v: Newton’s method finds v from wherever it starts. Where
that is faster than the legs can follow, they hold the speed at which they just can, or are still where one
coasts faster than that.

Each step needs the one before it. But what a rider does now hardly depends on the speed a kilometre ago, so
the road is cut into blocks that are swept side by side, each from where the one before it came to an end in
the sweep before; and in each sweep the speeds are corrected but once or twice, from where they were. Errors
shrink by squares from sweep to sweep, and blocks in which nothing changes any more are left alone. The
result is that of going step by step.
"""

import numpy as np

from kettledrum.core.physics.arrays import Flags, Floats, Places
from kettledrum.core.physics.road_load import BRAKED_KMH

BLOCK_STEPS = 32
FALL, EASE, DRIVE, KEPT, GAIN, BELOW, WALK = range(7)
_SETTLED = 1e-4
_ALL_FROM = 0.25
"""Where more of a road's blocks than this are to be swept, all are: picking them out would take longer than
it saves. Each road goes by its own, so that a ride is the same to the last digit in whatever company."""
_CORRECTIONS = (2, 2, 1)
"""Of each speed, in the first sweep, the second, and every other."""
_MOST = 2000
"""Sweeps; among thousands of made-up roads none took more than 400, and most of them under 20."""
_FASTEST = 0.5 * (BRAKED_KMH / 3.6) ** 2


class Sweeps:
    """Blocks of roads, side by side as lanes: arrays of shape (steps of a block, lanes).

    `given` has for each step fall, ease, drive, kept and gain as above, the kinetic energy below which one
    gets off, -1 where one can ride, and that on foot. `top` is the speed in m/s, of shape (lanes,), above
    which legs cannot follow, and `wind` in m/s is against the rider. Found: the `kinetic` energy in J/kg
    before the first step and after each, and the speed `free` in m/s that the power alone would give.
    """

    def __init__(self, given: Floats, top: Floats, wind: float, roads: int) -> None:
        self.given, self.top, self.wind, self.roads = given, top, wind, roads
        self.kinetic = np.zeros((BLOCK_STEPS + 1, len(top)))
        self.free = np.ones((BLOCK_STEPS, len(top)))
        self.unsettled = np.ones(len(top), dtype=bool)

    def start(self) -> None:
        """Starts from a guess of the kinetic energy after each step."""
        self.meet()
        self.free = np.sqrt(np.maximum(self.kinetic[1:] + self.kinetic[:-1], 0.01))

    def speeds(self) -> tuple[Floats, Flags]:
        """The mean speed in m/s in each step, and whether one walks."""
        before, after = self.kinetic[:-1], self.kinetic[1:]
        walking: Flags = after < self.given[BELOW]
        squares = (after - before * self.given[KEPT]) / self.given[GAIN]
        squares[walking] = 2 * self.given[WALK][walking]
        return np.sqrt(squares), walking

    def meet(self) -> Flags:
        """Lets each block start where the one before it ends, each road from a standstill; which changes."""
        starts, ends = (self.kinetic[at].reshape(self.roads, -1) for at in (0, -1))
        changed = np.zeros(starts.shape, dtype=bool)
        changed[:, 1:] = np.abs(ends[:, :-1] - starts[:, 1:]) > _SETTLED * (1 + ends[:, :-1])
        starts[:, 1:] = ends[:, :-1]
        return changed.ravel()

    def settle(self, most: int = _MOST) -> None:
        """Sweeps until nothing changes any more, or so many times at most."""
        swept = 0
        while self.unsettled.any() and swept != most:
            unsettled = self.unsettled.reshape(self.roads, -1)
            chosen = (unsettled | (unsettled.mean(axis=1) >= _ALL_FROM)[:, None]).ravel()
            corrections = _CORRECTIONS[min(swept, len(_CORRECTIONS) - 1)]
            changed = self._swept(None if chosen.all() else np.flatnonzero(chosen), corrections)
            self.unsettled = changed | self.meet()
            swept += 1

    def _swept(self, chosen: Places | None, corrections: int) -> Flags:
        """Sweeps the chosen lanes once, or all; which of them that changed."""
        if chosen is None:
            before = self.kinetic.copy()
            self._sweep(self.given, self.top, self.kinetic, self.free, corrections)
            return _differ(before, self.kinetic)
        before, free = (np.take(found, chosen, axis=1) for found in (self.kinetic, self.free))
        kinetic = before.copy()
        self._sweep(np.take(self.given, chosen, axis=2), self.top[chosen], kinetic, free, corrections)
        self.kinetic[:, chosen], self.free[:, chosen] = kinetic, free
        changed = np.zeros(len(self.top), dtype=bool)
        changed[chosen] = _differ(before, kinetic)
        return changed

    def _sweep(self, given: Floats, top: Floats, kinetic: Floats, free: Floats, corrections: int) -> None:
        """Goes through the steps of all lanes, one after the other.

        Everything is worked out in place, and against arrays rather than numbers: this is where the time
        goes.
        """
        fastest, none = np.full(len(top), _FASTEST), np.zeros(len(top))
        at_top = top * top
        coasted, squared, energy = np.empty((3, len(top)))
        room = tuple(np.empty((3, len(top))))
        for step, (fall, ease, drive, kept, gain, below, walk, speed) in enumerate(
            zip(*given, free, strict=True)
        ):
            before, after = kinetic[step], kinetic[step + 1]
            np.multiply(before, ease, coasted)
            np.subtract(coasted, fall, coasted)
            for _ in range(corrections):
                if self.wind:
                    self._correct_in_wind(speed, coasted, drive, ease)
                else:
                    _correct(speed, coasted, drive, room)
            if self.wind:
                self._coast_in_wind(coasted, ease)
            np.multiply(speed, speed, squared)
            np.minimum(squared, at_top, out=squared)
            np.maximum(squared, coasted, out=squared)
            np.multiply(squared, gain, squared)
            np.multiply(before, kept, energy)
            np.add(energy, squared, energy)
            np.minimum(energy, fastest, out=energy)
            np.maximum(energy, none, out=after)
            (off,) = np.less(after, below).nonzero()
            if len(off):
                after[off] = walk[off]

    def _correct_in_wind(self, speed: Floats, coasted: Floats, drive: Floats, ease: Floats) -> None:
        """As `_correct`, where the air moves."""
        share, through = 1 - 0.5 * ease, np.abs(speed + self.wind)
        push, square = drive / speed, speed * speed
        over = square + share * ((speed + self.wind) * through - square) - coasted - push
        rise = 2 * square + 2 * share * (speed * through - square) + push
        np.maximum(speed - over * speed / rise, 0.25 * speed, out=speed)

    def _coast_in_wind(self, coasted: Floats, ease: Floats) -> None:
        """The square of the speed coasted at: faster than a wind from behind, or slower and pushed by it."""
        share, wind = 1 - 0.5 * ease, self.wind
        side = np.where((wind > 0) | (coasted > (1 - share) * wind**2), 1.0, -1.0)
        lead, half = np.maximum(1 + share * (side - 1), 1e-3), share * side * wind
        root = half * half + lead * (coasted - half * wind)
        np.square(np.maximum((np.sqrt(np.maximum(root, 0)) - half) / lead, 0), coasted)


def _correct(speed: Floats, coasted: Floats, drive: Floats, room: tuple[Floats, ...]) -> None:
    """A step of Newton’s method towards the speed at which what is asked for is had; at most to a quarter."""
    push, over, rise = room
    np.divide(drive, speed, push)
    np.multiply(speed, speed, over)
    np.add(over, over, rise)
    np.add(rise, push, rise)
    np.subtract(over, coasted, over)
    np.subtract(over, push, over)
    np.divide(speed, rise, rise)
    np.multiply(over, rise, over)
    np.subtract(speed, over, over)
    np.multiply(speed, 0.25, push)
    np.maximum(over, push, out=speed)


def _differ(before: Floats, after: Floats) -> Flags:
    """Which lanes are not what they were; `before` is used up."""
    np.subtract(after, before, before)
    np.abs(before, before)
    differ: Flags = before.max(axis=0) > _SETTLED * (1 + after.min(axis=0))
    return differ
