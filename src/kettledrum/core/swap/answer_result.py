"""What a swap test tells: models only, to be named without loading what works it out."""

from typing import Literal

from pydantic import BaseModel

from kettledrum.core.job.swap_test import Feel, Measured
from kettledrum.core.swap.meaning_result import SwapMeaning

Told = Literal["more", "less", "nothing", "not known"]


class Difference(BaseModel):
    """A bike against the first: as a share (0.018 is 1.8 % more) or, of ratings, in points; with its 95 %
    interval, the chance of as large a difference where there is none, and what was found. Null where it
    cannot be told: `why` says what stands in the way.
    """

    bike: str
    runs: int
    difference: float | None
    interval: tuple[float, float] | None
    p: float | None
    remainder: float | None
    told: Told
    why: str | None = None


class OffRun(BaseModel):
    """A run that is far off what the others foretell: by such a share, and the difference without it."""

    run: int
    off: float
    without: float | None


class Felt(BaseModel):
    """What was felt: the second bike against the first, in points from 0 to 10."""

    feel: Feel
    differences: list[Difference]
    says: str


class GroupOfRuns(BaseModel):
    """The difference among some of the runs: with luggage or without, the colder or the warmer ones."""

    what: str
    difference: Difference


class SwapAnswer(BaseModel):
    """What a swap test tells: of the second bike against the first, as `kettledrum swap-test` prints it, and
    of all others against the first in `differences`; runs far off the others, what was felt, and by luggage
    and temperature. `more_runs_for_1_percent` is how many more would tell a difference of 1 %, null where the
    scatter is not known yet; `tells` the smallest difference that as many runs as there are tell.
    `taken_out` is what was known of every run and taken out as the rider is. `meaning` is what it means for
    the job, null without one.
    """

    name: str
    measured: Measured
    runs: int
    to_ride: int
    difference: float | None
    interval: tuple[float, float] | None
    p: float | None
    remainder: float | None
    more_runs_for_1_percent: int | None
    tells: float | None
    differences: list[Difference]
    off: list[OffRun]
    felt: list[Felt]
    groups: list[GroupOfRuns]
    unbalanced: list[str]
    taken_out: list[str] = []
    meaning: SwapMeaning | None = None
    says: str = ""
