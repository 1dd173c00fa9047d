"""Gears that a ride shows: models only, to be named without loading NumPy."""

from pydantic import BaseModel


class FoundGear(BaseModel):
    """A development in m that was ridden: the share of pedalling about it, and its width as one standard
    deviation, a share of it.
    """

    development_m: float
    share: float
    width: float


class FoundGears(BaseModel):
    """The gears that a ride shows, the lowest first."""

    found: list[FoundGear]
    pedalling_s: int
    lag_s: int
    says: str
