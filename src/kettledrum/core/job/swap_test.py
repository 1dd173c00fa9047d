"""Two bikes ridden side by side and swapped between riders: what was planned, and what each run came to."""

from typing import Annotated, Literal

from pydantic import Field, StrictBool, model_validator

from kettledrum.core.job.road import TemperatureC
from kettledrum.core.terms.day import Day
from kettledrum.core.terms.quantities import Model, Name, Notes, Within, refused

MOST_SWAP_TESTS = 12
MOST_SWAP_BIKES, MOST_SWAP_RIDERS, MOST_SWAP_RUNS = 4, 6, 200
Measured = Literal[
    "time",
    "power",
    "effort",
    "speed",
    "rolling time",
    "rolling distance",
    "noise",
    "drag",
    "shifting under load",
    "starting",
    "hands",
]
"""What is held against each other as a ratio: time in s, power in W, effort in the rider’s own measure, speed
in km/h; of a coast-down from rest the time in s down its slope, or the distance in m rolled out on the level
behind it. What is felt is held against each other as a difference in points.
"""
Feel = Literal["noise", "drag", "shifting under load", "starting", "hands"]
"""What riders rate from 0, none of it, to 10; for shifting and starting from 0, bad, to 10."""
FEELS: tuple[Feel, ...] = ("noise", "drag", "shifting under load", "starting", "hands")
RunValue = Annotated[float, Within(0, 1_000_000)]
MOST_POINTS = 10.0
Rating = Annotated[float, Within(0, 10)]
RunNumber = Annotated[int, Within(1, 1000, whole=True)]


class Run(Model):
    """A run of a rider on a bike. `value` is what was measured, null where it is still to be ridden;
    `ratings` what the rider wrote down before any figure was known; `left_out` takes it out of the answer.
    """

    run: RunNumber
    rider: Name
    bike: Name
    value: RunValue | None = None
    luggage: StrictBool | None = None
    temperature_c: TemperatureC | None = None
    wind_kmh: Annotated[float, Within(0, 100, unit="km/h")] | None = None
    power_w: Annotated[float, Within(0, 2500, above=True, unit="W")] | None = None
    ratings: dict[Feel, Rating] | None = None
    on: Day | None = None
    left_out: StrictBool | None = None
    notes: Notes | None = None


class Slope(Model):
    """The slope of a coast-down: rise over run, and its length in m."""

    grade: Annotated[float, Within(0.005, 0.3)]
    length_m: Annotated[float, Within(5, 2000, unit="m")]


class SwapTest(Model):
    """A test of bikes that are swapped between riders on one `loop`, a road of the job by its name; or
    of bikes that roll down one `slope`.

    Raises for values of 0 but for ratings, for names that are told twice, for a run of a rider or bike
    that is not in the test, and for two runs of one number.
    """

    name: Name
    measured: Measured = "time"
    bikes: Annotated[list[Name], Field(min_length=1, max_length=MOST_SWAP_BIKES)]
    riders: Annotated[list[Name], Field(min_length=1, max_length=MOST_SWAP_RIDERS)]
    loop: Name | None = None
    slope: Slope | None = None
    runs: Annotated[list[Run], Field(max_length=MOST_SWAP_RUNS)]
    notes: Notes | None = None

    @model_validator(mode="after")
    def _is_told_apart(self) -> "SwapTest":
        for key, names in (("bikes", self.bikes), ("riders", self.riders)):
            for place, name in enumerate(names):
                if name in names[:place]:
                    raise refused("must differ from the others’ names", f"{key}[{place}]")
        numbers: set[int] = set()
        for place, run in enumerate(self.runs):
            if run.value is not None and self.is_felt and run.value > MOST_POINTS:
                raise refused(f"must be from 0 to {MOST_POINTS:g}", f"runs[{place}].value")
            if run.value == 0 and not self.is_felt:
                raise refused("must be above 0", f"runs[{place}].value")
            if run.rider not in self.riders:
                raise refused(f"must be one of the riders: {', '.join(self.riders)}", f"runs[{place}].rider")
            if run.bike not in self.bikes:
                raise refused(f"must be one of the bikes: {', '.join(self.bikes)}", f"runs[{place}].bike")
            if run.run in numbers:
                raise refused("must be another number than those before", f"runs[{place}].run")
            numbers.add(run.run)
        return self

    @property
    def is_felt(self) -> bool:
        """Whether its values are ratings."""
        return self.measured in FEELS


class SwapTestFile(SwapTest):
    """A swap test as a file."""

    format: Literal["kettledrum-swap-test/1"] = "kettledrum-swap-test/1"
