"""Upkeep of a part, for costs and for care: what falls due when, what it costs, and how long it takes."""

from typing import Annotated, Any, Literal

from pydantic import Discriminator, Field, StrictBool, Tag, model_validator

from kettledrum.core.parts.stated import PartMassKg, Price
from kettledrum.core.terms.quantities import Model, Name, Within, refused

MOST_TASKS = 20
Kilometres = Annotated[float, Within(1, 1_000_000, unit="km")]
Months = Annotated[float, Within(0, 1200, above=True, unit="months")]
Minutes = Annotated[float, Within(0, 10_000, unit="minutes")]
Days = Annotated[float, Within(0, 400, unit="days")]
By = Literal["owner", "workshop"]


class Life(Model):
    """How long something lasts in km, from the shortest to the longest life. Raises for ends out of order."""

    low: Kilometres
    typical: Kilometres
    high: Kilometres

    @model_validator(mode="after")
    def _is_in_order(self) -> "Life":
        if not self.low <= self.typical <= self.high:
            raise refused("must have low, typical and high in that order")
        return self


class TakenAlong(Model):
    """What must be carried on a tour to do it on the way, its mass in kg and its price."""

    what: Name
    mass_kg: PartMassKg | None = None
    price: Price | None = None


def _life_kind(value: object) -> str:
    return "life" if isinstance(value, dict | Life) else "number"


EveryKm = Annotated[
    Annotated[Kilometres, Tag("number")] | Annotated[Life, Tag("life")], Discriminator(_life_kind)
]


class Task(Model):
    """A service or a part that wears: due every so many km or months, whichever comes first, and at once
    after what `after` names.

    `minutes` of work and `cost` of material in the owner's money, each time; done by the owner unless by a
    workshop, with the bicycle away for `away_days`. One that is done `once` does not come again, as spokes
    that are brought to tension after the first 500 km. `carry` is what a tour takes along for it. Raises for
    a task that nothing makes due.
    """

    what: Name
    every_km: EveryKm | None = None
    every_months: Months | None = None
    after: Annotated[list[Name], Field(min_length=1, max_length=10)] | None = None
    minutes: Minutes = 0
    cost: Price = 0
    by: By = "owner"
    once: StrictBool | None = None
    away_days: Days = 0
    carry: TakenAlong | None = None

    @model_validator(mode="after")
    def _falls_due(self) -> "Task":
        if self.every_km is None and self.every_months is None and self.after is None:
            raise refused("must say when it is due: every_km, every_months or after", "every_km")
        return self

    @property
    def life(self) -> Life | None:
        """Its kilometres as a life; None where none are said."""
        if isinstance(self.every_km, Life) or self.every_km is None:
            return self.every_km
        return Life(low=self.every_km, typical=self.every_km, high=self.every_km)


Care = Annotated[list[Task], Field(max_length=MOST_TASKS)]


def is_care(value: object) -> bool:
    """Whether something was meant as tasks: a list of objects that say what is to be done."""
    return isinstance(value, list) and all(
        isinstance(each, dict | Task) and (isinstance(each, Task) or "what" in each) for each in value
    )


def older_care(where: str, value: Any) -> str:
    """What stood for upkeep before there were tasks, as a line of notes."""
    return f"Care of the {where}: {_plain(value)}"


def _plain(value: Any) -> str:
    return "".join(letter for letter in _text(value) if letter.isprintable() or letter == "\n")[:2000]


def _text(value: Any) -> str:
    if isinstance(value, dict):
        return "; ".join(f"{key}: {_text(each)}" for key, each in value.items())
    if isinstance(value, list):
        return ", ".join(_text(each) for each in value)
    return "not known" if value is None else str(value)
