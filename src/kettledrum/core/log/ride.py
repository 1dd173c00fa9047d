"""A ride as the log keeps it: what was typed, and what its recorded seconds came to."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from kettledrum.core.job.load import CarriedKg
from kettledrum.core.job.road import TemperatureC
from kettledrum.core.terms.day import Day
from kettledrum.core.terms.quantities import Model, Name, Notes, PlainText, Within, refused
from kettledrum.core.terms.written import Moment, hexadecimal

MOST_GEARS = 400
MOST_CLIMBS = 60
MOST_BINS = 400

RideKm = Annotated[float, Within(0, 1500, above=True, unit="km")]
RideMinutes = Annotated[float, Within(0, 3600, above=True, unit="minutes")]
AscentM = Annotated[float, Within(0, 30_000, unit="m")]
Seconds = Annotated[int, Within(0, 216_000, whole=True, unit="s")]
Share = Annotated[float, Within(0, 1)]
Digest = Annotated[str, hexadecimal(64)]
GearLabel = Annotated[str, PlainText(200)]
FASTEST_KMH = 120.0
"""Nobody rides faster than this on average."""


class GearTime(Model):
    """How many seconds a gear, or several that are as good as one, was pedalled in."""

    label: GearLabel
    seconds: Seconds


class Pace(Model):
    """How long was pedalled at each speed: seconds in bins of 3 %, the `first` of which is e^(0.03·first) to
    e^(0.03·(first + 1)) m/s. Seconds just after a standstill are left out.
    """

    first: Annotated[int, Within(-400, 400, whole=True)]
    seconds: Annotated[list[Seconds], Field(max_length=MOST_BINS)]


class Climbed(Model):
    """A stretch that was climbed at a steady push: its `seconds`, and what it asked for.

    Of each kg moved `lift_w` W for height and for gathering speed, and `roll_w` W for each unit of rolling
    resistance; `drag_w` W for each m² of drag area in still air. `power_w` is what a meter showed in it.
    """

    seconds: Seconds
    grade: Annotated[float, Within(-1, 1)]
    lift_w: Annotated[float, Within(-200, 200)]
    roll_w: Annotated[float, Within(0, 400)]
    drag_w: Annotated[float, Within(0, 50_000)]
    power_w: Annotated[float, Within(0, 3000)] | None = None


class Coasted(Model):
    """Stretches rolled without pedalling, summed up for a straight line: y the share of the weight that held
    the bicycle back, x the mean of the squared speed times half the air’s density, in Pa.
    """

    count: Annotated[int, Within(0, 100_000, whole=True)]
    x: Annotated[float, Within(-1e12, 1e12)]
    xx: Annotated[float, Within(-1e15, 1e15)]
    y: Annotated[float, Within(-1e12, 1e12)]
    xy: Annotated[float, Within(-1e12, 1e12)]


class Best(Model):
    """The highest mean power that a meter showed over so many minutes."""

    minutes: Annotated[int, Within(1, 600, whole=True)]
    power_w: Annotated[float, Within(0, 3000)]


class Worked(Model):
    """What the recorded seconds of a ride came to, with the gears that were mounted then.

    `gears_of` tells those gears, so that it can be seen when others should have counted. Times in s; speed
    trailed cadence by `lag_s`; `steady_share` is the share of pedalling in which the gear is sure, `fits`
    that in which speed and cadence are those of any of the gears.
    """

    source: Literal["events", "worked out"]
    gears_of: Annotated[str, hexadecimal(16)]
    pedalling_s: Seconds
    coasting_s: Seconds
    standing_s: Seconds
    not_recorded_s: Seconds
    lag_s: Annotated[int, Within(0, 60, whole=True)]
    circumference_m: Annotated[float, Within(0.1, 10)]
    steady_share: Share
    fits: Share
    shifts: Annotated[int, Within(0, 1_000_000, whole=True)]
    pace: Pace
    climbs: Annotated[list[Climbed], Field(max_length=MOST_CLIMBS)] | None = None
    coasted: Coasted | None = None
    best: Annotated[list[Best], Field(max_length=20)] | None = None


class LoggedRide(Model):
    """A ride: `on` which day, `km` long, `minutes` of it on the way, `ascent_m` up.

    `rider` who rode, with `load_kg` besides rider and bicycle. From a file: its name, when it `began` (UTC),
    what its seconds came to, and `seconds`, the digest of these where they were kept. Raises for one that
    was faster than 120 km/h on average.
    """

    on: Day
    km: RideKm
    minutes: RideMinutes | None = None
    ascent_m: AscentM | None = None
    rider: Name | None = None
    load_kg: CarriedKg | None = None
    temperature_c: TemperatureC | None = None
    notes: Notes | None = None
    began: Moment | None = None
    file: Name | None = None
    gears: Annotated[list[GearTime], Field(max_length=MOST_GEARS)] | None = None
    worked: Worked | None = None
    seconds: Digest | None = None

    @model_validator(mode="after")
    def _is_no_flight(self) -> "LoggedRide":
        if self.minutes is not None and self.km / (self.minutes / 60) > FASTEST_KMH:
            least = self.km / FASTEST_KMH * 60
            what = f"must be at least {least:.1f} minutes for {self.km:g} km: nobody rides faster"
            raise refused(what, "minutes")
        return self
