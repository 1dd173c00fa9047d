"""What motors drive in the gear that is taken at a speed, on paths with gears and on stepless ones alike."""

import math
from bisect import bisect_left
from dataclasses import dataclass
from itertools import pairwise

from kettledrum.core.gearing.gear_table import Gear, GearTable, ratios_in
from kettledrum.core.motors.driven import Driven, driven_by
from kettledrum.core.parts.setup import Setup


@dataclass(frozen=True, slots=True)
class InGear:
    """A gear with what drives in it: its label, None on a stepless path; its development in m; the motors."""

    label: str | None
    development_m: float
    driven: list[Driven]

    def cadence_rpm(self, speed_mps: float) -> float:
        """The cadence at a speed in m/s."""
        return speed_mps * 60 / self.development_m


class MotorGears:
    """The gears of a setup with motors that are ridden."""

    def __init__(self, setup: Setup, table: GearTable) -> None:
        self._setup, self._table = setup, table
        self._middle_rpm = math.sqrt(table.cadence_rpm[0] * table.cadence_rpm[1])
        self.gears = [] if table.stepless else [self._of(table.gears[place]) for place in table.ridden]
        # Half-way, in proportion, between neighbours, as developments in m.
        self._changes = [
            math.sqrt(here.development_m * after.development_m) for here, after in pairwise(self.gears)
        ]

    def _of(self, gear: Gear) -> InGear:
        return InGear(gear.label, gear.development_m, driven_by(self._setup, ratios_in(self._table, gear)))

    def at(self, speed_mps: float) -> InGear:
        """The gear whose cadence at a speed is nearest the band's middle."""
        wanted_m = speed_mps * 60 / self._middle_rpm
        if self.gears:
            return self.gears[bisect_left(self._changes, wanted_m)]
        return self.stepless(wanted_m)

    def stepless(self, wanted_m: float) -> InGear:
        """A stepless path where it stands nearest to a development in m."""
        table = self._table
        ends = [(table.gears[low], table.gears[high]) for low, high in table.spans]
        slow, fast = min(ends, key=lambda span: _off(wanted_m, *span))
        development = min(max(wanted_m, slow.development_m), fast.development_m)
        span = math.log(fast.ratio / slow.ratio)
        share = math.log(development / slow.development_m) / span if span else 0.0
        # Where several stages are stepless, they move together from their low ends to their high ones.
        ratios = [
            low * (high / low) ** share
            for low, high in zip(ratios_in(table, slow), ratios_in(table, fast), strict=True)
        ]
        return InGear(None, development, driven_by(self._setup, ratios))


def _off(wanted_m: float, slow: Gear, fast: Gear) -> float:
    """How far a span is from a development, in proportion."""
    return max(slow.development_m / wanted_m, wanted_m / fast.development_m, 1.0)
