"""Whether drives are what is wished of them, each criterion for all pairings of a base at once."""

import math
from collections.abc import Callable
from functools import cached_property

import numpy as np

from kettledrum.core.effort.steepest import SteepestPitch, Verdict
from kettledrum.core.effort.wanted_gears import wanted_kmh
from kettledrum.core.gearing.gear_table import INCH_M
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.wants import Wants
from kettledrum.core.parts.fitting import HARD_ON_HANDS
from kettledrum.core.parts.part import Part
from kettledrum.core.physics.arrays import Flags, Floats
from kettledrum.core.search.asked import YES_NO, Criterion, Must, YesNo
from kettledrum.core.search.base import Base
from kettledrum.core.search.figures import unknown
from kettledrum.core.search.helped import Helped
from kettledrum.core.search.screened import Screened

SLOW: tuple[Criterion, ...] = ("covered", "total cost", "own hours")
"""What is worked out only for drives that are all else: these are asked at the end."""


class Wishes:
    """The yes-or-no criteria and the figures of a job's drives."""

    def __init__(self, brief: Brief, circumference_m: float, helped: Helped | None = None) -> None:
        self.brief, self.circumference_m = brief, circumference_m
        self.wants = brief.wants or Wants()
        self.job = conditions(brief)
        self.flats: dict[float, float] = {}
        self.pitches: dict[float, tuple[float, float]] = {}
        self.helped = helped
        self.known_hill = brief.road is not None and brief.road.steepest is not None

    def offered(self) -> list[YesNo]:
        """The yes-or-no criteria that this job has figures for."""
        known: dict[YesNo, bool] = {
            "climbs the hill": self.known_hill,
            "low enough": self.lowest_m is not None,
            "within the budget": self.wants.budget is not None,
        }
        return [name for name in YES_NO if known.get(name, True)]

    def met(self, screened: Screened, must: Must) -> bool | Flags:
        """Whether a base is what must be, or which of its pairings are; of what is asked last all are."""
        criterion = must.criterion
        if criterion in SLOW:
            return True
        if criterion in _OF_BASE:
            return _OF_BASE[criterion](screened)
        if criterion == "climbs the hill":
            return self._climbs(screened)
        if criterion == "low enough":
            low: Flags = screened.lowest_m <= (self.lowest_m or 0.0) * (1 + 1e-9)
            return low
        if criterion == "quick enough":
            # As exactly as speeds are shown.
            quick: Flags = np.round(screened.top_kmh, 1) >= round(self.wanted_kmh(screened.share), 1)
            return quick
        if criterion == "within the budget":
            price = _figure(screened, "price")
            return self.wants.budget is None or (price is not None and price <= self.wants.budget)
        return _within(screened, must)

    def _climbs(self, screened: Screened) -> bool | Flags:
        alone: Flags = screened.slowest_kmh <= self.reaches(screened.share)[1]
        if screened.base.motor is None:
            return alone
        return self.helped.climbs(screened, alone) if self.helped else True

    @cached_property
    def lowest_m(self) -> float | None:
        """The lowest gear that the job asks for by ratio or inches, in m a turn; None where by neither."""
        wants = self.wants
        if wants.lowest_by == "ratio" and wants.lowest_ratio is not None:
            return wants.lowest_ratio * self.circumference_m
        if wants.lowest_by == "gear inches" and wants.lowest_gear_inches is not None:
            return wants.lowest_gear_inches * INCH_M * math.pi
        return None

    def reaches(self, share: float) -> tuple[float, float]:
        """Up to which slowest speed in the band drives of an efficiency hold on the hill, or are tight
        there.
        """
        if share not in self.pitches:
            self.pitches[share] = SteepestPitch(self.job, share).reaches()
        return self.pitches[share]

    def wanted_kmh(self, share: float) -> float:
        """The speed that the highest gear of drives of an efficiency must reach."""
        if share not in self.flats:
            self.flats[share] = wanted_kmh(self.wants, self.job, share)
        return self.flats[share]

    def verdict(self, screened: Screened, place: int) -> Verdict | None:
        """The verdict on the hill of the drive with the pairing at a place; None without a hill."""
        if not self.known_hill:
            return None
        holds, tight = self.reaches(screened.share)
        least = float(screened.slowest_kmh[place])
        return "holds" if least <= holds else "tight" if least <= tight else "fails"

    def falls_short(self, screened: Screened) -> Floats:
        """How much the gears of each pairing fall short of what is wanted at either end, and how unevenly
        what they have to spare is shared between the two: what fits best comes first.
        """
        needed = self.reaches(screened.share)[1] / (self.brief.rider.cadence_rpm[0] * 0.06)
        above = screened.top_kmh / self.wanted_kmh(screened.share)
        short = np.maximum(1 / above - 1, 0)
        uneven = np.abs(np.log(above))
        if needed > 0:
            below = needed / screened.lowest_m
            short = short + np.maximum(1 / below - 1, 0)
            uneven = np.abs(np.log(below / above))
        found: Floats = np.round(short, 2).astype(float) + np.round(uneven, 2).astype(float) / 1000
        return found


def _within(screened: Screened, must: Must) -> bool | Flags:
    found = _of_each(screened, must.criterion)
    if found is None:
        return must.takes(_figure(screened, must.criterion))
    low = -np.inf if must.at_least is None else must.at_least * (1 - 1e-9)
    high = np.inf if must.at_most is None else must.at_most * (1 + 1e-9)
    within: Flags = (found >= low) & (found <= high)
    return within


def _of_each(screened: Screened, criterion: Criterion) -> Floats | None:
    """A figure that each pairing has of its own; None for one of the whole base."""
    if criterion == "top speed":
        return screened.top_kmh
    if criterion == "lowest development":
        return screened.lowest_m
    return screened.highest_m if criterion == "highest development" else None


def _figure(screened: Screened, criterion: Criterion) -> float | None:
    """A figure of a base that its pairing does not change; None where it is not known."""
    figures = screened.figures
    if criterion == "price":
        return None if unknown(figures.price_missing) else figures.price
    if criterion == "mass":
        return None if unknown(figures.mass_missing) else figures.mass_kg
    if criterion == "mass in the wheels":
        return None if unknown(figures.mass_missing) else figures.wheel_kg
    if criterion == "mass to carry":
        return figures.carried_kg
    if criterion == "largest step":
        # What has no steps has none that is too large.
        return screened.largest_step or 0.0
    if criterion == "distinct gears":
        return 1000.0 if screened.distinct is None else float(screened.distinct)
    return screened.range


def _shifting(base: Base) -> list[Part]:
    return [case.part for case in (base.box, base.hub) if case and (case.stepless or len(case.ratios) > 1)]


def _behaves(base: Base, name: str) -> bool:
    """Whether all that shifts behaves so; a chain on a derailleur must turn to be shifted, and not be
    pulled.
    """
    return base.cassette is None and all(
        part.behaviour is not None and bool(getattr(part.behaviour, name)) for part in _shifting(base)
    )


def _by_itself(base: Base) -> bool:
    return any(
        (part.change is not None and part.change.by == "speed")
        or bool(part.behaviour and part.behaviour.automatic)
        for part in _shifting(base)
    )


def _easy(base: Base) -> bool:
    """Whether hands that hurt have nothing to turn or push with effort, as far as that is known."""
    for part in _shifting(base):
        if part.change is not None and part.change.by != "lever":
            continue
        shifter = part.fit.shifter if part.fit else None
        if shifter is None or shifter in HARD_ON_HANDS:
            return False
    return base.cassette is None


def _oil(base: Base) -> bool:
    return any(part.lubricant is not None and "oil" in part.lubricant.lower() for part in _shifting(base))


def _little_care(base: Base) -> bool:
    """No chain over many sprockets, which wants cleaning and oil every few hundred km."""
    return base.cassette is None


def _mends(base: Base) -> bool:
    """Nothing whose spare is found in few places, or that needs charge."""
    buttons = any(part.fit is not None and part.fit.shifter == "buttons" for part in _shifting(base))
    return base.drive == "chain" and not buttons and base.motor is None


_OF_BASE: dict[Criterion, Callable[[Screened], bool]] = {
    "fits the frame": lambda screened: screened.fits,
    "belt": lambda screened: screened.base.drive == "belt",
    "oil bath": lambda screened: _oil(screened.base),
    "shifts at rest": lambda screened: _behaves(screened.base, "shifts_at_rest"),
    "shifts under load": lambda screened: _behaves(screened.base, "shifts_under_load"),
    "shifts by itself": lambda screened: _by_itself(screened.base),
    "easy on the hands": lambda screened: _easy(screened.base),
    "asks little care": lambda screened: _little_care(screened.base),
    "mends on the way": lambda screened: _mends(screened.base),
}
