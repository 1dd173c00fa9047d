"""One ride as it is drawn: models only, to be named without loading NumPy."""

from pydantic import BaseModel


class RideGear(BaseModel):
    """A gear of the ride, or several as good as one; `development_m` with the tyre as the ride shows it."""

    label: str
    development_m: float


class OneRide(BaseModel):
    """A ride at marks, in km from its start: speed in km/h, cadence in rpm, slope as rise over run, height in
    m, development as speed ÷ cadence in m, and the place of the gear in `gears`; null what is not known.

    `coasting` where the wheels turn and the cranks do not. `lag_s`: how far speed trailed cadence.
    """

    km: list[float]
    minutes: list[float]
    speed_kmh: list[float | None]
    cadence_rpm: list[float | None]
    slope: list[float | None]
    elevation_m: list[float | None]
    development_m: list[float | None]
    gear: list[int | None]
    coasting: list[bool]
    gears: list[RideGear]
    lag_s: int
    power_w: list[float | None]
