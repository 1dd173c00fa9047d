"""What a tour asks for: models only, to be named without loading what works it out."""

from datetime import date
from typing import Literal

from pydantic import BaseModel

from kettledrum.core.terms.assumed import Assumed
from kettledrum.core.terms.check import State

Had = Literal["anywhere", "any bicycle shop", "posted"]
"""Where a thing is had on the way: in any village, in any bicycle shop, or only by post."""


class TourTask(BaseModel):
    """A task of a bike on a tour: whether it is done `before` leaving; at which `at_km` of the tour, and on
    which of its `days`, it falls due on the way, the first of all its `times`; and from which `watch_km` on
    it may be due by the shortest life, null where it will not be.

    `due_km` is where it would fall due if nothing were done, `because` of its km, its months, its measured
    wear or what happened: below 0 where it is due by the start, null where something happened that makes it
    due, or nothing makes it due. `at_once` is what makes it due whenever it happens.
    """

    part: str
    what: str
    before: bool
    times: int
    at_km: list[float]
    days: list[int]
    due_km: float | None
    because: str | None
    watch_km: float | None
    at_once: list[str]
    minutes: float
    cost: float
    by: Literal["owner", "workshop"]
    says: str = ""


class TourThing(BaseModel):
    """A thing for the way: its mass in kg and its price, null where nobody says; for which bikes, why, and
    where else it is had. `carry` says whether to take it along.
    """

    what: str
    mass_kg: float | None
    price: float | None
    bikes: list[str]
    why: str
    had: Had
    carry: bool
    ours: bool
    """Whether mass and price are figures of ours, not of the part’s upkeep."""


class Breaks(BaseModel):
    """What to do where something breaks that is not mended by the road: how it `rides_on`, and what is
    `posted`: a parcel of `parcel_kg` and `parcel_cm`, away for `away_days`. What is not known is null.

    `climbs_to` is the steepest slope that it still climbs, `development_m` what a turn of the pedals then
    moves it by; null where it does not ride on in a gear of its own.
    """

    part: str
    rides_on: str
    climbs_to: float | None = None
    development_m: float | None = None
    posted: str | None = None
    parcel_kg: float | None = None
    parcel_cm: tuple[int, int, int] | None = None
    away_days: float | None = None


class WeatherNote(BaseModel):
    """What cold and wet mean for a bike, and what helps."""

    state: State
    what: str
    remedy: str | None


class TourBike(BaseModel):
    """A bike on a tour: what its odometer shows when it starts, what is done and due, what if it breaks."""

    name: str
    setup: str
    km_at_start: float
    tasks: list[TourTask]
    breaks: list[Breaks]
    weather: list[WeatherNote]


class TourPlan(BaseModel):
    """What a tour asks for. `missing` names bikes that the tour has and the job has not."""

    name: str
    km: float
    start: date
    end: date
    workshop_km: float | None
    far: bool
    bikes: list[TourBike]
    things: list[TourThing]
    carry_kg: float
    carry_price: float
    without_mass: int
    before_minutes: float
    before_cost: float
    missing: list[str]
    assumed: list[Assumed]
    caution: str
    says: str = ""
