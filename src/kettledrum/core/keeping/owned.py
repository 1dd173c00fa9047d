"""A setup that is owned and looked after: what it costs to buy, and what falls due with what money."""

from dataclasses import dataclass

from kettledrum.core.keeping.energy import CHARGED
from kettledrum.core.keeping.rates import Rates
from kettledrum.core.keeping.schedule import Schedule, upkeep
from kettledrum.core.parts.names import PartOfSetup, part_names
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.arrays import Floats


@dataclass(frozen=True, slots=True)
class Owned:
    """What owning a setup asks for: its `parts` by name, what of their prices or energy is `missing`, what it
    is to buy, all tasks as they fall `due`, the `energy` of a month.
    """

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
        parts = part_names(setup)
        missing = [name for name, part in parts if part.price is None]
        if setup.motors and wh_km is None:
            missing.append("what its motors draw")
        return cls(
            parts,
            missing,
            float(sum(part.price for _, part in parts if part.price is not None)),
            upkeep(parts, rate.km_a_month),
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
