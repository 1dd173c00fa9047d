"""Which gear a rider is in along a road, and how fast the cranks turn."""

from dataclasses import dataclass

import numpy as np

from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.core.gearing.ladder import backs_kmh, ladder, triggers_kmh
from kettledrum.core.physics.arrays import Floats, Places


@dataclass(frozen=True, slots=True)
class GearsTaken:
    """The gear of each step, by its place in the table, -1 on a stepless path; the cadence in rpm.

    Both of shape (steps,).
    """

    gear: Places
    cadence_rpm: Floats


def gears_taken(table: GearTable, speed_mps: Floats) -> GearsTaken:
    """A rider changes gear only when the cadence leaves the band, and then to the gear nearest its middle.

    Where several things shift, the gears of the usual order are ridden. A stage that changes by itself
    does so whatever the rider would like.
    """
    rungs = ladder(table, table.ridden)
    ends = np.array([rung.to_kmh for rung in rungs])
    rung = np.minimum(np.searchsorted(ends, speed_mps * 3.6), len(rungs) - 1)
    if table.stepless:
        return GearsTaken(np.full(len(speed_mps), -1), _stepless_cadence(table, speed_mps, rung))
    nearest = np.array([-1 if each.gear is None else each.gear for each in rungs])[rung]
    begins = _changes(nearest, speed_mps, _held(table))
    gear = np.repeat(nearest[begins], np.diff([*begins, len(nearest)]))
    developments = np.array([each.development_m for each in table.gears])
    return GearsTaken(gear, speed_mps * 60 / developments[gear])


def _changes(nearest: Places, speed_mps: Floats, held: list[tuple[float, float]]) -> list[int]:
    """The steps, the first among them, at which the gear is changed to the nearest."""
    end = len(nearest)
    # For each step the one at which the gear is left that is the nearest now.
    left = np.full(end, end)
    for gear, (low, high) in enumerate(held):
        own = nearest == gear
        taken = np.flatnonzero(own)
        if len(taken):
            out = ((speed_mps < low) | (speed_mps > high)) & ~own
            leaves = np.append(np.flatnonzero(out[1:] & ~out[:-1]) + 1, end)
            left[taken] = leaves[leaves.searchsorted(taken)]
    begins, at, after = [], 0, left.data
    while at < end:
        begins.append(at)
        at = after[at]
    return begins


def _held(table: GearTable) -> list[tuple[float, float]]:
    """The slowest and the fastest speed in m/s at which each gear is kept.

    A gear of a stage that changes by itself is kept down to the speed at which that changes back.
    """
    triggers, backs = triggers_kmh(table), backs_kmh(table)
    by_itself_alone = len(table.gears) == 2 ** len(triggers)
    kept = []
    for gear in table.gears:
        low, high = gear.speed_kmh
        for stage, trigger_kmh in triggers.items():
            if gear.choice[stage] == 0:
                high = min(high, trigger_kmh)
            else:
                # Where nothing else shifts it is kept below the band too: there is no other gear to go to.
                low = backs[stage] if by_itself_alone or low > trigger_kmh else max(low, backs[stage])
        kept.append((low / 3.6, high / 3.6))
    return kept


def _stepless_cadence(table: GearTable, speed_mps: Floats, rung: Places) -> Floats:
    """The cadence nearest the band's middle that can be had."""
    rungs = ladder(table)
    starts, ends = (np.array([getattr(each, key) for each in rungs]) for key in ("from_kmh", "to_kmh"))
    at_start, at_end = (
        np.array([getattr(each, key) for each in rungs]) for key in ("cadence_from_rpm", "cadence_to_rpm")
    )
    share = ((speed_mps * 3.6 - starts[rung]) / (ends[rung] - starts[rung]))[:, None]
    reach = at_start[rung] + share * (at_end[rung] - at_start[rung])
    low, high = table.cadence_rpm
    cadence: Floats = np.clip((low * high) ** 0.5, reach[:, 0], reach[:, 1])
    return cadence
