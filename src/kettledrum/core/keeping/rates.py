"""What money, time and riding are reckoned with: the owner's figures, or what is taken in their place."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Protocol

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.money import Money
from kettledrum.core.job.route import Rides
from kettledrum.core.terms.assumed import Assumed
from kettledrum.core.terms.in_words import kilometres

USUAL_YEARS = 5
USUAL_KM_A_YEAR = 3000.0
USUAL_WORKSHOP_AN_HOUR = 60.0
USUAL_ELECTRICITY_A_KWH = 0.3
"""What is taken where the owner says nothing; ours, in a money of which a new chain costs about 25."""


@dataclass(frozen=True, slots=True)
class Rates:
    """The figures in force, and which of them were assumed. Money in the owner's own."""

    currency: str
    years: int
    km_a_year: float
    workshop_an_hour: float
    own_an_hour: float
    day_without: float
    electricity_a_kwh: float
    sold_for: float
    assumed: list[Assumed] = field(compare=False)

    @property
    def months(self) -> int:
        """The months looked at."""
        return 12 * self.years

    @property
    def km_a_month(self) -> float:
        """How far is ridden in a month."""
        return self.km_a_year / 12


class RiddenRoad(Protocol):
    """What a road tells of riding."""

    @property
    def length_m(self) -> float:
        """Its length along the road, in m."""

    @property
    def rides(self) -> Rides | None:
        """How often it is ridden, None where nobody says."""


def said_km_a_year(brief: Brief, roads: Sequence[RiddenRoad]) -> float | None:
    """How far is ridden in a year: what the owner says, else the roads that say how often they are ridden,
    else None.
    """
    if brief.money is not None and brief.money.km_a_year is not None:
        return brief.money.km_a_year
    said = [road.length_m / 1000 * road.rides.a_year for road in roads if road.rides is not None]
    return sum(said) if said else None


def rates(brief: Brief, roads: Sequence[RiddenRoad]) -> Rates:
    """The money of a brief; the distance of a year from the roads that say how often they are ridden."""
    money = brief.money or Money()
    assumed = []
    years = money.years
    if years is None:
        years = USUAL_YEARS
        assumed.append(Assumed(where="money.years", what="the years looked at", value=years, unit="years"))
    said = said_km_a_year(brief, roads)
    km_a_year = USUAL_KM_A_YEAR if said is None else said
    if money.km_a_year is None:
        taken = None if said is None else f"{kilometres(said)}, the roads by how often they are ridden"
        what = "the distance of a year"
        assumed.append(
            Assumed(where="money.km_a_year", what=what, value=round(km_a_year), unit="km", taken=taken)
        )
    workshop = money.workshop_an_hour
    if workshop is None:
        workshop = USUAL_WORKSHOP_AN_HOUR
        assumed.append(Assumed(where="money.workshop_an_hour", what="an hour of a workshop", value=workshop))
    electricity = money.electricity_a_kwh
    if electricity is None:
        electricity = USUAL_ELECTRICITY_A_KWH
        if any(setup.motors for setup in brief.setups):
            what = "a kWh of electricity"
            assumed.append(Assumed(where="money.electricity_a_kwh", what=what, value=electricity))
    return Rates(
        currency=money.currency or "",
        years=years,
        km_a_year=km_a_year,
        workshop_an_hour=workshop,
        own_an_hour=money.own_an_hour or 0.0,
        day_without=money.day_without or 0.0,
        electricity_a_kwh=electricity,
        sold_for=money.sold_for or 0.0,
        assumed=assumed,
    )
