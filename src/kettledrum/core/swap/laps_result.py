"""A round of a loop: a model only, to be named without loading what works it out."""

from pydantic import BaseModel


class Lap(BaseModel):
    """A round: its time in s, how much of it was `stood`, its length in m; the means of power in W and of the
    temperature in °C, null where they were not recorded.
    """

    seconds: float
    stood_s: float
    metres: float
    power_w: float | None
    temperature_c: float | None
