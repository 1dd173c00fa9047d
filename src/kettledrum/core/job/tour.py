"""A tour that is planned: how far in how many days, how far from help, in which weather, on which bikes."""

from typing import Annotated

from pydantic import Field, StrictBool

from kettledrum.core.job.road import TemperatureC
from kettledrum.core.job.wants import DistanceKm
from kettledrum.core.terms.day import Day
from kettledrum.core.terms.quantities import Model, Name, Notes, Within

MOST_TOURS = 12
TourKm = Annotated[float, Within(1, 60_000, unit="km")]
TourDays = Annotated[int, Within(1, 1000, whole=True, unit="days")]


class Tour(Model):
    """So many `km` in so many `days`, from the day `on` which it starts; today where that is left out.

    `workshop_km` is how far the nearest workshop is where it is farthest, in km, and `coldest_c` how cold it
    gets in °C: those of the job where they are left out. `wet` says that there is rain, fords or mud for
    days. `bikes` are the names of those that go; all of the job where they are left out.
    """

    name: Name
    km: TourKm
    days: TourDays
    on: Day | None = None
    workshop_km: DistanceKm | None = None
    coldest_c: TemperatureC | None = None
    wet: StrictBool | None = None
    bikes: Annotated[list[Name], Field(min_length=1, max_length=12)] | None = None
    notes: Notes | None = None
