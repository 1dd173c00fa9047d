"""What money, time and riding are reckoned with: the owner's figures, or what is taken in their place."""

from collections.abc import Sequence
from dataclasses import dataclass, field

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.money import Money
from kettledrum.core.job.route import Route
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


def rates(brief: Brief, routes: Sequence[Route]) -> Rates:
    """The money of a brief; the distance of a year from the roads that say how often they are ridden."""
    money = brief.money or Money()
    assumed = []
    years = money.years
    if years is None:
        years = USUAL_YEARS
        assumed.append(Assumed(where="money.years", what="the years looked at", value=years, unit="years"))
    km_a_year = money.km_a_year
    if km_a_year is None:
        km_a_year, taken = _ridden(routes)
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


def _ridden(routes: Sequence[Route]) -> tuple[float, str | None]:
    """The km of a year on all roads that say how often they are ridden, and what that is; else the usual."""
    said = [route.length_m / 1000 * route.rides.a_year for route in routes if route.rides is not None]
    if not said:
        return USUAL_KM_A_YEAR, None
    total = sum(said)
    return total, f"{kilometres(total)}, the roads by how often they are ridden"
