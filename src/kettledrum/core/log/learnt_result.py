"""What rides tell of the model: models only, to be named without loading NumPy."""

from typing import Literal

from pydantic import BaseModel

Where = Literal["rider.power_w", "rider.burst_w", "road.crr", "road.cda_m2"]


class Learnt(BaseModel):
    """A figure that rides tell, with its interval (19 times in 20), and the rides it stands on.

    `assumed` is what the job counts with, which the rider has `given` or not; `fits` where it lies within the
    interval.
    """

    where: Where
    what: str
    unit: str
    value: float
    low: float
    high: float
    assumed: float
    given: bool
    fits: bool
    rides: int
    metered: bool
    says: str = ""


class Untold(BaseModel):
    """A figure that the rides do not tell, and what it would take."""

    where: Where
    what: str
    why: str


class HeldFor(BaseModel):
    """The power held on climbs of so many minutes, on how many climbs, beside what the job counts with."""

    from_minutes: float
    to_minutes: float | None
    climbs: int
    power_w: float
    assumed_w: float


class FromRides(BaseModel):
    """All that rides tell of the model: what they do and what they do not.

    `rider` is whose rides count, null for those that name nobody; `riders` are all who rode, who rode most
    first.
    """

    learnt: list[Learnt]
    untold: list[Untold]
    held: list[HeldFor]
    rider: str | None
    riders: list[str | None]
    says: str
