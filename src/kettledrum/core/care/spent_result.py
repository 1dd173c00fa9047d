"""What upkeep really cost: models only, to be named without loading what works it out."""

from pydantic import BaseModel


class TaskCost(BaseModel):
    """A task of a part: how often it was done and fell due, what was spent on it and what was foretold."""

    part: str
    what: str
    done: int
    foretold_times: int
    spent: float
    foretold: float


class YearCost(BaseModel):
    """A year of the calendar: how far was ridden, what was spent and what was foretold in it."""

    year: int
    km: float
    spent: float
    foretold: float


class AsItWas(BaseModel):
    """What the upkeep of a bike really cost against what Costs foretells for the same km and months.

    `without_cost` is how much of what was done has no cost written down; a km is in `spent_a_km` and
    `foretold_a_km`, null where nothing was ridden. `km_a_year` is how far it was ridden by the year, null
    where too few days have gone by to tell; Costs reckons with `reckoned_km_a_year`.
    """

    currency: str
    km: float
    days: int
    spent: float
    foretold: float
    spent_a_km: float | None
    foretold_a_km: float | None
    km_a_year: float | None
    reckoned_km_a_year: float
    without_cost: int
    years: list[YearCost]
    tasks: list[TaskCost]
    says: str = ""
