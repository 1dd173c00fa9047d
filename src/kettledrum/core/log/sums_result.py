"""What the rides of a bike come to: models only, to be named without loading NumPy."""

from datetime import date

from pydantic import BaseModel


class GearSum(BaseModel):
    """A gear, or several that are as good as one: its seconds and their share of all pedalling.

    `speed_kmh` at both ends of the cadence band; `foretold`, the share of pedalling that the ride model has
    in it on the job’s roads, null where there are none.
    """

    label: str
    ratio: float
    development_m: float
    speed_kmh: tuple[float, float]
    seconds: int
    share: float
    foretold: float | None


class Beyond(BaseModel):
    """How long, and how far, the lowest gear was too high and the highest too low: pedalled at a cadence
    below the band in the one, above it in the other.
    """

    too_high_s: float
    too_high_m: float
    too_low_s: float
    too_low_m: float


class PeriodSums(BaseModel):
    """The rides between two changes of what is mounted.

    `rides` counts all, `worked` those with gears; `stale` those whose gears were worked out for others than
    are said to have been mounted. `shifts_per_hour` of moving; `steady_share` of pedalling, in which the gear
    is sure, `fits` that in which speed and cadence are those of any gear; `told` counts rides whose bicycle
    told its shifts itself.
    """

    on: date
    until: date | None
    setup: str
    rides: int
    km: float
    worked: int
    stale: int
    told: int
    pedalling_s: int
    coasting_s: int
    standing_s: int
    shifts_per_hour: float | None
    steady_share: float | None
    fits: float | None
    stepless: bool
    gears: list[GearSum]
    never: list[str]
    beyond: Beyond | None
    says: str = ""


class BikeSums(BaseModel):
    """All that a bike has done: `km` on its odometer, and its rides in periods, the latest first."""

    km: float
    rides: int
    ridden_km: float
    minutes: float
    ascent_m: float
    first: date | None
    last: date | None
    periods: list[PeriodSums]
    says: str = ""


class NamedSums(BikeSums):
    """What the rides of a bike of this name come to."""

    name: str


class LogSums(BaseModel):
    """What the rides of all bikes of a log come to."""

    bikes: list[NamedSums]
