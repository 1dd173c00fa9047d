"""Wear that was measured: models only, to be named without loading NumPy."""

from datetime import date

from pydantic import BaseModel


class WearPoint(BaseModel):
    """A measurement: on which day, at which km since the part was new, and its value."""

    on: date
    km: float
    value: float


class MeasuredWear(BaseModel):
    """Something that was measured again and again, and the line through it.

    `a_thousand_km` is how much it changes in 1,000 km; `limit` where the part is worn out, null where it is
    not known which. At `life_km` since it was new it gets there, between `low_km` and `high_km` (19 times in
    20, null on too few measurements); `km_left` from now. Where the last measurement is past the limit and
    the line is not, it has lasted until then at most. `task` is what is done then, null where that is not
    known, and `part` what of the bike asks for it, null where nothing of its setup does.
    """

    what: str
    unit: str
    points: list[WearPoint]
    a_thousand_km: float | None
    limit: float | None
    life_km: float | None
    low_km: float | None
    high_km: float | None
    km_left: float | None
    part: str | None
    task: str | None
    says: str
