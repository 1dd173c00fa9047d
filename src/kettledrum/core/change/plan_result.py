"""A plan of change, as it is told."""

from dataclasses import dataclass

from pydantic import BaseModel, ConfigDict, Field


@dataclass(slots=True)
class ToBuy:
    """Something to buy, with its price; null where that is not known."""

    what: str
    price: float | None


@dataclass(slots=True)
class Step:
    """A step of the work, with its usual minutes, and what can hurt."""

    what: str
    minutes: float
    caution: str | None = None


class ChangePlan(BaseModel):
    """The change from one setup to another.

    What comes `off`, goes `on` and is `kept`; what to `buy`; `tools`; `steps` in their order. `price` is the
    sum of what is known, `minutes` that of the steps; `mass_kg` what the bicycle becomes heavier by, null
    where the mass of something that comes off or goes on is not known. `not_known` must be looked at first;
    `fails` is what Fit finds that does not go together. `done` are the steps and things that are ticked off.
    """

    model_config = ConfigDict(serialize_by_alias=True, validate_by_name=True)

    start: str = Field(alias="from")
    to: str
    off: list[str]
    on: list[str]
    kept: list[str]
    buy: list[ToBuy]
    tools: list[str]
    steps: list[Step]
    price: float
    price_missing: list[str]
    minutes: float
    mass_kg: float | None
    not_known: list[str]
    fails: list[str]
    done: list[str]
    currency: str
    caution: str
    says: str
