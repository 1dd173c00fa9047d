"""What a battery comes to over roads; without arrays, so that it can be told of before any is needed."""

from pydantic import BaseModel


class LevelRange(BaseModel):
    """A level of assistance over all roads: energy in Wh for a km of all batteries, the range in km until the
    first of them is empty.

    With the mean speed in km/h, the share of the work at the wheel that the motors do, and the share of the
    way that is pushed on foot, where they rest. The energy is what is drawn less `back_wh_km`, which braking
    gives back. The range is null where nothing is drawn.
    """

    level: str
    wh_km: float
    back_wh_km: float
    range_km: float | None
    speed_kmh: float
    motor_share: float
    on_foot: float = 0.0


class SetupRange(BaseModel):
    """The ranges of a setup by level, least help first; none where it has no motor or no battery is known.
    `says` tells how far it goes.
    """

    name: str
    levels: list[LevelRange]
    says: str
