"""A bike: a setup that was built, what was changed on it, and all that became of it."""

from typing import Annotated, Literal

from pydantic import ConfigDict, Field, model_validator

from kettledrum.core.job.road import TemperatureC
from kettledrum.core.log.ride import GearLabel, LoggedRide
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stated import Price
from kettledrum.core.parts.upkeep import Minutes
from kettledrum.core.terms.day import Day
from kettledrum.core.terms.quantities import Model, Name, Notes, Within, refused

MOST_BIKES = 12
MOST_MOUNTED = 60
MOST_RIDES = 5000
MOST_ENTRIES = 2000
What = Literal["dunking", "odd shift", "noise", "leak", "slip", "knock", "other"]

Odometer = Annotated[float, Within(0, 1_000_000, unit="km")]


class Mounted(Model):
    """A setup as it was mounted on a day."""

    on: Day
    setup: Setup


class Done(Model):
    """Work that was done on a part, at which reading of the odometer, what it cost and how long it took."""

    on: Day
    km: Odometer | None = None
    part: Name
    what: Name
    cost: Price | None = None
    minutes: Minutes | None = None
    notes: Notes | None = None


class Happened(Model):
    """Something that happened: in which `gear`, or `from` one `to` another; whether under `load`; the slope
    as rise over run, and how cold it was. What is not known is left out.
    """

    model_config = ConfigDict(validate_by_name=True, validate_by_alias=True, serialize_by_alias=True)

    on: Day
    km: Odometer | None = None
    what: What
    gear: GearLabel | None = None
    start: GearLabel | None = Field(default=None, alias="from")
    to: GearLabel | None = None
    load: bool | None = None
    slope: Annotated[float, Within(-0.6, 0.6)] | None = None
    temperature_c: TemperatureC | None = None
    notes: Notes | None = None


class Measurement(Model):
    """Something that was measured, such as the wear of a chain."""

    on: Day
    km: Odometer | None = None
    what: Name
    value: Annotated[float, Within(-1_000_000, 1_000_000)]
    unit: Annotated[str, Field(max_length=20)] | None = None


class BikeHead(Model):
    """A bike without its rides: `since` when it is ridden, from which reading of the odometer on.

    `mounted` are setups in the order of their days: what was changed since. Raises for days out of order.
    """

    name: Name
    since: Day
    km_at_start: Odometer = 0
    notes: Notes | None = None
    mounted: Annotated[list[Mounted], Field(min_length=1, max_length=MOST_MOUNTED)]
    done: Annotated[list[Done], Field(max_length=MOST_ENTRIES)] | None = None
    happened: Annotated[list[Happened], Field(max_length=MOST_ENTRIES)] | None = None
    measured: Annotated[list[Measurement], Field(max_length=MOST_ENTRIES)] | None = None

    @model_validator(mode="after")
    def _is_in_order(self) -> "BikeHead":
        before = None
        for place, each in enumerate(self.mounted):
            if before is not None and each.on <= before:
                raise refused("must be later than what was mounted before", f"mounted[{place}].on")
            before = each.on
        if self.mounted[0].on > self.since:
            raise refused(f"must be by {self.since}, since when it is ridden", "mounted[0].on")
        return self


class Bike(BikeHead):
    """A bike with its rides."""

    rides: Annotated[list[LoggedRide], Field(max_length=MOST_RIDES)] | None = None


class Log(Model):
    """The log of a job's bikes. Raises when two share a name."""

    format: Literal["kettledrum-log/1"]
    bikes: Annotated[list[Bike], Field(max_length=MOST_BIKES)]

    @model_validator(mode="after")
    def _names_tell_bikes_apart(self) -> "Log":
        names = [bike.name for bike in self.bikes]
        for place, name in enumerate(names):
            if name in names[:place]:
                raise refused("must differ from the other bikes’ names", f"bikes[{place}].name")
        return self
