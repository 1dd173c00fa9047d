"""What falls due: models only, to be named without loading what works it out."""

from datetime import date
from typing import Literal, get_args

from pydantic import BaseModel

DueState = Literal["overdue", "soon", "later", "not known"]
Standing = Literal["overdue", "worn out", "soon", "later", "not known"]
STANDINGS: tuple[Standing, ...] = get_args(Standing)
"""What presses most first."""


class DueTask(BaseModel):
    """A task of a part that is mounted: when it was last `done`, null since it was mounted; at which reading
    of the odometer and on which day it is `due`, null where that is not known, and `because` of which of its
    kilometres, its months, or what happened. `follow` are the days of the year ahead on which it falls due
    again, were it done each time; `early` and `late` the first of them by the shortest and the longest life.
    `worn_in_km` is how far it lasts by what was measured of its wear, below 0 where it is past that, null
    where nothing was; `standing` is its state, or that it is worn out though its interval is not over.
    """

    part: str
    what: str
    state: DueState
    standing: Standing
    done_on: date | None
    done_km: float | None
    due_km: float | None
    due_on: date | None
    because: str | None
    km_left: float | None
    minutes: float
    cost: float
    by: Literal["owner", "workshop"]
    follow: list[date] = []
    early: date | None = None
    late: date | None = None
    worn_in_km: float | None = None
    says: str = ""


class DueBike(BaseModel):
    """What falls due on a bike: `km` on its odometer, `km_a_day` as it is ridden of late, null where nobody
    knows. `worn` is what wants doing by what was measured of its wear, though no part asks for it.
    """

    name: str
    km: float
    km_a_day: float | None
    tasks: list[DueTask]
    worn: list[str] = []
    says: str = ""


class Due(BaseModel):
    """What falls due on a day, on each bike."""

    on: date
    bikes: list[DueBike]
    says: str = ""
