"""What money is reckoned with over the years."""

from typing import Annotated

from kettledrum.core.terms.quantities import Model, PlainText, Within

Currency = Annotated[str, PlainText(20)]
Years = Annotated[int, Within(1, 40, whole=True, unit="years")]
KmAYear = Annotated[float, Within(0, 200_000, unit="km")]
AnHour = Annotated[float, Within(0, 10_000)]
ADay = Annotated[float, Within(0, 10_000)]
AKwh = Annotated[float, Within(0, 100)]
Share = Annotated[float, Within(0, 1)]


class Money(Model):
    """The owner's own money by its name; how many years are looked at, and how far is ridden in each, in km.

    What an hour of a workshop and of one's own work costs (nothing, for those who like doing it), a day
    without the bicycle, a kWh of electricity; and which share of what was paid comes back at the end.
    """

    currency: Currency | None = None
    years: Years | None = None
    km_a_year: KmAYear | None = None
    workshop_an_hour: AnHour | None = None
    own_an_hour: AnHour | None = None
    day_without: ADay | None = None
    electricity_a_kwh: AKwh | None = None
    sold_for: Share | None = None
