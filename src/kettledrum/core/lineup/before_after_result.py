"""What a change to a setup comes to; without arrays, so that it can be told of before any is needed."""

from pydantic import BaseModel

from kettledrum.core.lineup.comparison import ComparedSetup


class RoadChanged(BaseModel):
    """A road ridden before and after: the times in s, the ways on foot and too slow in m, and it in words."""

    name: str
    before_s: float
    after_s: float
    on_foot_m: tuple[float, float]
    too_slow_m: tuple[float, float]
    says: str


class BeforeAfter(BaseModel):
    """A setup as it was and as it is: both worked out, and what the change does, also on each road and to
    the costs, of which nothing is said where none are known.
    """

    before: ComparedSetup
    after: ComparedSetup
    says: str
    roads: list[RoadChanged]
    costs_say: str = ""
