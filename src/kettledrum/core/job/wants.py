"""What a rider wants of the gears and of the bicycle as a whole."""

from typing import Annotated, Literal

from pydantic import StrictBool

from kettledrum.core.terms.quantities import Model, SpeedKmh, StageRatio, Within

GearInches = Annotated[float, Within(5, 200, unit="in")]
Budget = Annotated[float, Within(0, 1_000_000)]
DistanceKm = Annotated[float, Within(0, 20_000, unit="km")]
School = Literal["ratio", "gear inches", "physics"]
"""How low a lowest gear must be: by its ratio, by its gear inches, or by what climbs the steepest pitch."""

FAR_KM = 80.0
"""A workshop that is farther is a day away; ours."""


class Wants(Model):
    """What is wanted: the top pedalling speed in km/h; the lowest gear by a ratio or in gear inches, and by
    which school it is judged; money to spend; how much care may be given; whether shifting is hard on the
    hands; how far the nearest workshop is, in km.
    """

    top_kmh: SpeedKmh | None = None
    lowest_by: School | None = None
    lowest_ratio: StageRatio | None = None
    lowest_gear_inches: GearInches | None = None
    budget: Budget | None = None
    care: Literal["little", "some", "much"] | None = None
    hand_trouble: StrictBool | None = None
    workshop_km: DistanceKm | None = None

    @property
    def is_far_from_help(self) -> bool:
        """Whether what breaks on the way is carried home."""
        return self.workshop_km is not None and self.workshop_km >= FAR_KM
