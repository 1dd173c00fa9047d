"""What a measured difference means: models only, to be named without loading what works it out."""

from pydantic import BaseModel

from kettledrum.core.terms.spread import EfficiencySpread


class Taken(BaseModel):
    """An efficiency that would stand for what was measured: of which stage of which setup."""

    setup: str
    stage: int
    efficiency: EfficiencySpread


class SwapMeaning(BaseModel):
    """What a difference of the second bike against the first means for its drive, by the ride model: the
    share of the efficiency of the first that it has, with its interval, and what the job `assumed`; or for
    its coefficient of rolling resistance, `crr` of the first as the job has it. Null where it cannot be told:
    `says` tells why. `take` would set the job right.
    """

    efficiency: float | None = None
    efficiency_interval: tuple[float, float] | None = None
    assumed: float | None = None
    crr_first: float | None = None
    crr: float | None = None
    crr_interval: tuple[float | None, float | None] | None = None
    take: Taken | None = None
    says: str
