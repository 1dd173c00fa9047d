"""The driven wheel: how far the bicycle goes for one turn of it."""

import math

from pydantic import model_validator

from kettledrum.core.parts.rim import Rim
from kettledrum.core.parts.stated import Price
from kettledrum.core.parts.upkeep import Care
from kettledrum.core.terms.quantities import (
    ROLLOUT_MM,
    BeadSeatMm,
    DistanceM,
    Model,
    RolloutMm,
    Turns,
    TyreMm,
    refused,
)


class Wheel(Model):
    """The driven wheel, from its bead seat and tyre (ISO 5775, mm) or a roll-out measured on the road (mm).

    A measured roll-out replaces the other two in every figure, since a loaded tyre rolls on a smaller
    circle than its label says. `rim` is what spokes are measured by; `price`, in the owner's own money, that
    of rim, spokes, tyre and building, without a hub that is a stage of the path; `care` its upkeep. Raises
    for a wheel that has neither.
    """

    bead_seat_mm: BeadSeatMm | None = None
    tyre_mm: TyreMm | None = None
    rollout_mm: RolloutMm | None = None
    rim: Rim | None = None
    price: Price | None = None
    care: Care | None = None

    @model_validator(mode="after")
    def _is_measurable(self) -> "Wheel":
        if self.rollout_mm is None and (self.bead_seat_mm is None or self.tyre_mm is None):
            raise refused(
                "must have a size and a tyre (bead_seat_mm, tyre_mm), or its distance a turn (rollout_mm)"
            )
        return self

    @property
    def circumference_m(self) -> float:
        """Metres forward for one turn of the wheel: the roll-out if measured, else π·(bead seat + 2·tyre)."""
        if self.rollout_mm is not None:
            return self.rollout_mm / 1000
        assert self.bead_seat_mm is not None and self.tyre_mm is not None
        return math.pi * (self.bead_seat_mm + 2 * self.tyre_mm) / 1000

    @property
    def diameter_m(self) -> float:
        """Diameter in metres of the circle the wheel rolls on."""
        return self.circumference_m / math.pi


class MeasuredRollout(Model):
    """A roll-out measured on the road: so many `turns` of the loaded wheel took the bicycle `distance_m` on.

    Raises for a distance that no wheel covers in so many turns (0.3 to 4 m each).
    """

    turns: Turns
    distance_m: DistanceM

    @model_validator(mode="after")
    def _is_a_wheels(self) -> "MeasuredRollout":
        low, high = ROLLOUT_MM
        if not low <= self.rollout_mm <= high:
            allowed = f"from {low / 1000:g} to {high / 1000:g} m is allowed"
            raise refused(f"is {self.rollout_mm / 1000:.3g} m a turn; {allowed}", "distance_m")
        return self

    @property
    def rollout_mm(self) -> float:
        """Millimetres for one turn, to a tenth: a tape on the road tells no more."""
        return round(self.distance_m * 1000 / self.turns, 1)
