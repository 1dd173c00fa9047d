"""Which gear a rider would be in at each speed, and how fast the cranks then turn."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from kettledrum.core.gearing.gear_table import GearTable

FASTEST_KMH = 150.0
"""Where a ladder ends: beyond what a bicycle is ridden at."""

Band = Literal["below", "within", "above"]


@dataclass(slots=True)
class Rung:
    """A stretch of speed ridden in one gear, all of it below, within or above the cadence band.

    `gear` is its place in the gear table, null for a stepless path. `cadence_from_rpm` and
    `cadence_to_rpm` are the slowest and the fastest cadence that can be had at `from_kmh` and at
    `to_kmh` (the same for a definite gear); between the two they run straight, cadence being
    proportional to speed in a gear.
    """

    from_kmh: float
    to_kmh: float
    gear: int | None
    band: Band
    cadence_from_rpm: tuple[float, float]
    cadence_to_rpm: tuple[float, float]


def ladder(table: GearTable, among: Sequence[int] | None = None) -> list[Rung]:
    """The rungs of a gear table from standstill to 150 km/h, without a gap.

    `among` are the places of the gears that are ridden, all by default; a stepless path is ridden whole.

    At every speed the rider takes the gear whose cadence is nearest, in proportion, to the middle of
    the band (its geometric mean). So the change from development d₁ to the next, d₂, falls at
    √(d₁·d₂)·√(n_low·n_high). A stage of two gears that changes by itself stands in the lower one below its
    trigger speed and in the higher one from there on, whatever the rider would rather have. On a stepless
    path any cadence of the band that can be had counts; where none can, the nearest end of a span is taken.
    """
    if table.stepless:
        return _stepless_rungs(table)
    return _definite_rungs(table, range(len(table.gears)) if among is None else sorted(among))


def _cadence(speed_kmh: float, development_m: float) -> float:
    return speed_kmh * 1000 / 60 / development_m


def _speed(cadence_rpm: float, development_m: float) -> float:
    return cadence_rpm * development_m * 60 / 1000


def _middle(table: GearTable) -> float:
    return math.sqrt(table.cadence_rpm[0] * table.cadence_rpm[1])


def _definite_rungs(table: GearTable, among: Sequence[int]) -> list[Rung]:
    triggers = triggers_kmh(table)
    rungs = []
    for start, end in pairwise([0.0, *sorted(set(triggers.values())), FASTEST_KMH]):
        # In which gear each stage that changes by itself stands between these speeds.
        stands = {stage: int(start >= trigger_kmh) for stage, trigger_kmh in triggers.items()}
        open_to = {
            table.gears[place].ratio: place
            for place in reversed(among)
            if all(table.gears[place].choice[stage] == option for stage, option in stands.items())
        }
        rungs += _stretch(table, sorted(open_to.values()), start, end)
    return rungs


def triggers_kmh(table: GearTable) -> dict[int, float]:
    """The places of the stages with two gears that change by themselves, and the speeds in km/h at which."""
    return {
        place: stage.change.trigger_kmh
        for place, stage in enumerate(table.stages)
        if stage.change is not None and stage.change.trigger_kmh is not None and len(stage.options) == 2
    }


def backs_kmh(table: GearTable) -> dict[int, float]:
    """The same stages, and the speeds in km/h below which they change back."""
    found = {place: table.stages[place].change for place in triggers_kmh(table)}
    return {
        place: change.falls_back_kmh
        for place, change in found.items()
        if change is not None and change.falls_back_kmh is not None
    }


def _stretch(table: GearTable, places: list[int], start_kmh: float, end_kmh: float) -> list[Rung]:
    """The rungs from one speed to another, where these gears can be ridden."""
    low, high = table.cadence_rpm
    middle = _middle(table)
    developments = [table.gears[place].development_m for place in places]
    changes = [_speed(middle, math.sqrt(here * after)) for here, after in pairwise(developments)]
    rungs = []
    starts, ends = [0.0, *changes], [*changes, FASTEST_KMH]
    for place, development, start, end in zip(places, developments, starts, ends, strict=True):
        cuts = [start, _speed(low, development), _speed(high, development), end]
        bands: tuple[Band, ...] = ("below", "within", "above")
        for band, left, right in zip(bands, cuts, cuts[1:], strict=False):
            left, right = max(left, start, start_kmh), min(right, end, end_kmh)
            if left < right:
                at_left, at_right = _cadence(left, development), _cadence(right, development)
                rungs.append(
                    Rung(
                        from_kmh=left,
                        to_kmh=right,
                        gear=place,
                        band=band,
                        cadence_from_rpm=(at_left, at_left),
                        cadence_to_rpm=(at_right, at_right),
                    )
                )
    return rungs


def _stepless_rungs(table: GearTable) -> list[Rung]:
    low, high = table.cadence_rpm
    middle = _middle(table)
    spans = [(table.gears[a].development_m, table.gears[b].development_m) for a, b in table.spans]
    cuts = {0.0, FASTEST_KMH}
    for slow, fast in spans:
        cuts.update(_speed(cadence, development) for cadence in (low, high) for development in (slow, fast))
    for _, fast in spans:
        cuts.update(_speed(middle, math.sqrt(fast * slow)) for slow, _ in spans if slow > fast)
    marks = sorted(cut for cut in cuts if cut <= FASTEST_KMH)
    rungs = []
    for left, right in pairwise(marks):
        halfway = (left + right) / 2

        def distance(span: tuple[float, float], speed: float = halfway) -> float:
            slowest, fastest = _cadence(speed, span[1]), _cadence(speed, span[0])
            return max(math.log(slowest / middle), math.log(middle / fastest), 0.0)

        slow, fast = min(spans, key=distance)
        band: Band = "within"
        if _cadence(halfway, slow) < low:
            band = "below"
        elif _cadence(halfway, fast) > high:
            band = "above"
        rungs.append(
            Rung(
                from_kmh=left,
                to_kmh=right,
                gear=None,
                band=band,
                cadence_from_rpm=_reachable(left, slow, fast, table.cadence_rpm, band),
                cadence_to_rpm=_reachable(right, slow, fast, table.cadence_rpm, band),
            )
        )
    return rungs


def _reachable(
    speed_kmh: float, slow: float, fast: float, cadence_rpm: tuple[float, float], band: Band
) -> tuple[float, float]:
    """The cadences a stepless span (developments `slow` to `fast`, m) can be held at for a speed.

    Outside the band only the end of the span that comes nearest to it counts.
    """
    at_slow, at_fast = _cadence(speed_kmh, slow), _cadence(speed_kmh, fast)
    if band == "below":
        return at_slow, at_slow
    if band == "above":
        return at_fast, at_fast
    return max(at_fast, cadence_rpm[0]), min(at_slow, cadence_rpm[1])
