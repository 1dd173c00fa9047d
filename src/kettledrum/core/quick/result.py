"""What a quick question comes to; without arrays, so that it can be told of before any is needed."""

from typing import Literal

from pydantic import BaseModel

from kettledrum.core.effort.steepest import State
from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup.comparison import ComparedSetup
from kettledrum.core.parts.setup import Setup


class Also(BaseModel):
    """Another drive for the same rider: what it is, the setup, and what becomes of the hill and the top."""

    name: str
    setup: Setup
    climbs_to: float | None
    top_kmh: float
    price: float | None
    says: str


class OnHill(BaseModel):
    """A grade as it is ridden: the gear, null where it has none, speed in km/h, cadence in rpm, and whether
    that is easy or too slow; coasting on the motor alone, faster than legs follow, without gear and cadence;
    on foot, and all three null.
    """

    grade: float
    speed_kmh: float | None
    cadence_rpm: float | None
    gear: str | None
    state: State | Literal["coasting"]
    says: str


class QuickAnswer(BaseModel):
    """The answer: in a sentence, and in a second one how fast it is.

    `brief` is the question as a job, that can be gone on with; `setup` its bicycle worked out. `hills` are
    grades as they are ridden; `climbs_to` is the steepest that is climbed, null where that is steeper than
    roads are. `also` is what else in Parts would do. `taken` says what was taken for want of a word in the
    line, `left_out` the words of it that nothing was made of, `assumed` what was taken of the rider.
    """

    says: str
    also_says: str
    grade: float
    length_m: float
    taken: list[str]
    left_out: list[str]
    assumed: str
    brief: Brief
    setup: ComparedSetup
    hills: list[OnHill]
    climbs_to: float | None
    also: list[Also]
