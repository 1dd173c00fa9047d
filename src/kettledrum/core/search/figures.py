"""What a base costs and weighs, added up without building it."""

from dataclasses import dataclass

from kettledrum.core.fit.mass_moved import UNSPRUNG, motor_mass_at
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.taken_along import once_each
from kettledrum.core.search.base import Base
from kettledrum.core.search.own import OwnSprockets

_OF_ALL = ("cranks", "wheel")
"""What every drive has alike: what that costs makes no difference."""


@dataclass(frozen=True, slots=True)
class Figures:
    """Price and mass of a base, added up without building it."""

    price: float
    mass_kg: float
    wheel_kg: float
    carried_kg: float
    price_missing: tuple[str, ...]
    mass_missing: tuple[str, ...]

    @classmethod
    def of(cls, base: Base, on: Setup, own: OwnSprockets) -> "Figures":
        """Cranks and wheel as they are, sprockets as the job's own, the rest from the shelf."""
        cases = [
            (name, case.part) for name, case in (("gearbox", base.box), ("hub", base.hub)) if case is not None
        ]
        motors = [(base.motor.part.name, base.motor.part)] if base.motor else []
        in_wheel = base.motor is not None and motor_mass_at(base.motor.motor) in UNSPRUNG
        prices = [
            ("cranks", base.crankset.price if base.crankset else on.cranks.price),
            *((name, part.price) for name, part in cases),
            ("sprockets", own.price(base.cassette)),
            ("wheel", on.wheel.price),
            *((name, part.price) for name, part in motors),
        ]
        cares = [on.cranks.care, own.stage.care, on.wheel.care, *(part.care for _, part in (*cases, *motors))]
        masses = [
            *((name, part.mass_kg) for name, part in (*cases, *motors)),
            ("sprockets", own.mass_kg(base.cassette)),
        ]
        return cls(
            sum(value for _, value in prices if value is not None),
            sum(value for _, value in masses if value is not None),
            ((base.hub.part.mass_kg or 0.0) if base.hub else 0.0)
            + own.behind_kg(base.cassette)
            + ((base.motor.part.mass_kg or 0.0) if base.motor and in_wheel else 0.0),
            sum(each.mass_kg or 0.0 for each in once_each(cares)),
            tuple(name for name, value in prices if value is None),
            tuple(name for name, value in masses if value is None),
        )


def unknown(missing: tuple[str, ...]) -> bool:
    """Whether a sum lacks something that other drives have."""
    return any(name not in _OF_ALL for name in missing)
