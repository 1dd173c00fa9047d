"""A setup that is owned and looked after: what it costs to buy, and what falls due with what money."""

from dataclasses import dataclass
from functools import lru_cache

from kettledrum.core.keeping.energy import CHARGED
from kettledrum.core.keeping.rates import Rates
from kettledrum.core.keeping.schedule import Schedule, Upkeep
from kettledrum.core.parts.names import PartOfSetup, part_names
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.terms.same import Same

_REMEMBERED = 128
"""Setups of which it is remembered what they are to own: those of a job or two, at many rates."""


@dataclass(frozen=True, slots=True)
class Owned:
    """What owning a setup asks for: its `name`, its `parts` by theirs, what of their prices or energy is
    `missing`, what it is to buy, all tasks as they fall `due`, the `energy` of a month.
    """

    name: str
    parts: list[tuple[str, PartOfSetup]]
    missing: list[str]
    purchase: float
    due: Schedule
    energy: float

    @classmethod
    def of(cls, setup: Setup, rate: Rates, wh_km: float | None) -> "Owned":
        """A setup at some rates; `wh_km` is what its motors draw, None where there are none or it is not
        known.
        """
        own = _own(Same(setup))
        undrawn = ["what its motors draw"] if setup.motors and wh_km is None else []
        return cls(
            setup.name,
            own.parts,
            own.unpriced + undrawn,
            own.purchase,
            own.upkeep.due(rate.km_a_month),
            rate.km_a_month * (wh_km or 0.0) / CHARGED / 1000 * rate.electricity_a_kwh,
        )

    def money(self, rate: Rates) -> Floats:
        """What each task comes to each time: material, work, days without the bicycle."""
        return self.due.cost + self.besides(rate)

    def besides(self, rate: Rates) -> Floats:
        """What of that is not material."""
        due = self.due
        an_hour = due.own * rate.own_an_hour + (1 - due.own) * rate.workshop_an_hour
        return due.days * rate.day_without + due.hours * an_hour


@dataclass(frozen=True, slots=True)
class _Own:
    """What of owning a setup is the same at all rates."""

    parts: list[tuple[str, PartOfSetup]]
    unpriced: list[str]
    purchase: float
    upkeep: Upkeep


@lru_cache(_REMEMBERED)
def _own(setup: Same[Setup]) -> _Own:
    parts = part_names(setup.it)
    return _Own(
        parts,
        [name for name, part in parts if part.price is None],
        float(sum(part.price for _, part in parts if part.price is not None)),
        Upkeep.of(parts),
    )
