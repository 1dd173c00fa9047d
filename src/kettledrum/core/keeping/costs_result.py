"""What setups cost over the years, as it is told."""

from dataclasses import dataclass

from pydantic import BaseModel

from kettledrum.core.parts.upkeep import By
from kettledrum.core.terms.assumed import Assumed


@dataclass(slots=True)
class Event:
    """A task that falls due: in which month from new, after how many km, on which part, and what it is.

    `cost` is that of its material, `minutes` its work and by whom; `money` what it comes to with the work and
    the days without the bicycle. `says` how it comes to both.
    """

    month: float
    km: float
    part: str
    what: str
    cost: float
    minutes: float
    by: By
    money: float
    says: str


@dataclass(slots=True)
class Curve:
    """What has been spent by the end of each month from 0 on, purchase in it, resale not: with typical lives,
    with the longest and with the shortest.
    """

    typical: list[float]
    cheapest: list[float]
    dearest: list[float]


@dataclass(slots=True)
class SetupCosts:
    """What a setup costs over the years, in the owner's money, with typical lives of all that wears.

    total = purchase − sold + parts + own_labour + workshop + energy + days_without_cost. `missing` are the
    parts whose price, or whose energy, is not known: the figures are then at least so much, and say nothing
    where not even one price or task with a cost is `known`. `total_spread`
    goes from all lives at their longest to all at their shortest; `a_km` is null where nothing is ridden.
    `by_year` is what has been spent by the end of each year, without resale. Of the `events` only the first
    are listed, `more_events` are not; `unplanned` are tasks that neither riding nor time makes due.
    """

    name: str
    missing: list[str]
    known: bool
    purchase: float
    parts: float
    own_labour: float
    workshop: float
    energy: float
    days_without_cost: float
    sold: float
    total: float
    total_spread: tuple[float, float]
    a_km: float | None
    own_hours: float
    workshop_visits: int
    days_without: float
    by_year: list[float]
    events: list[Event]
    more_events: int
    unplanned: list[str]
    curve: Curve
    says: str


@dataclass(slots=True)
class BreakEven:
    """From when on a setup that is dearer to buy has cost no more than another, until the end."""

    dearer: str
    cheaper: str
    month: float
    km: float


class Costs(BaseModel):
    """What the setups of a brief cost over so many `years` of `km_a_year`; what was assumed for want of the
    owner's figures; which break even, and the answer in words.
    """

    currency: str
    years: int
    km_a_year: float
    assumed: list[Assumed]
    setups: list[SetupCosts]
    break_even: list[BreakEven]
    says: str
