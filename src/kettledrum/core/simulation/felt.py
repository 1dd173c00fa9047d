"""What a shift does to the cadence, as the legs feel it."""

import math
from dataclasses import dataclass

from kettledrum.core.simulation.shifter import Shifter


@dataclass(frozen=True, slots=True)
class GearIn:
    """A gear that is in: what it is called, None on a stepless path, and its development in m."""

    label: str | None
    development_m: float


@dataclass(frozen=True, slots=True)
class ShiftFelt:
    """A shift while pedalling: from which gear to which, and the cadence in rpm in each at the speed at
    which it came.
    """

    before: GearIn
    after: GearIn
    before_rpm: float
    after_rpm: float

    @property
    def size(self) -> float:
        """How much the legs feel of it: the logarithm of one cadence over the other, whichever way."""
        return abs(math.log(self.after_rpm / self.before_rpm))


class Feel:
    """The `last` shift that was felt and the `largest`; None before the first."""

    def __init__(self, shifter: Shifter) -> None:
        self._shifter = shifter
        self._in = self._now()
        self.last: ShiftFelt | None = None
        self.largest: ShiftFelt | None = None

    def look(self, speed_mps: float, *, pedals: bool) -> None:
        """Looks at the gears after each step of time; a shift at rest, on foot or while coasting is not
        felt.
        """
        if self._shifter.shifting or self._shifter.development_m == self._in.development_m:
            return
        before, self._in = self._in, self._now()
        if not pedals or speed_mps <= 0:
            return
        rpm = [speed_mps * 60 / gear.development_m for gear in (before, self._in)]
        self.last = ShiftFelt(before, self._in, *rpm)
        if self.largest is None or self.last.size > self.largest.size:
            self.largest = self.last

    def _now(self) -> GearIn:
        return GearIn(self._shifter.label or None, self._shifter.development_m)
