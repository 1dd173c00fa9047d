"""The brief: the job to be done, and the setups that might do it."""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field, JsonValue, model_validator

from kettledrum.core.quantities import CadenceRpm, MassKg, Model, Name, Notes, PowerW, refused
from kettledrum.core.setup import Setup

MOST_SETUPS = 26


def _low_below_high(band: tuple[float, float]) -> tuple[float, float]:
    if band[0] >= band[1]:
        raise refused("must run from low to high, low below high, such as 60 to 88")
    return band


CadenceBand = Annotated[tuple[CadenceRpm, CadenceRpm], AfterValidator(_low_below_high)]
"""The cadences in rpm, low and high, between which the rider is at ease."""


class Rider(Model):
    """Who rides: body mass, power held all day, comfortable cadences; `burst_w` and `grind_rpm` are kept."""

    mass_kg: MassKg
    power_w: PowerW
    cadence_rpm: CadenceBand
    burst_w: PowerW | None = None
    grind_rpm: CadenceRpm | None = None


class Need(Model):
    """What the bicycle must do. `load`, `road` and `wants` are kept as they are."""

    name: Name
    notes: Notes | None = None
    rider: Rider
    load: dict[str, JsonValue] | None = None
    road: dict[str, JsonValue] | None = None
    wants: dict[str, JsonValue] | None = None


class Brief(Need):
    """The need, the setups weighed against it, and which of them is the reference.

    Raises when two setups share a name, or when the reference names none of them.
    """

    format: Literal["kettledrum-brief/1"]
    reference: Name | None = None
    setups: Annotated[list[Setup], Field(max_length=MOST_SETUPS, default_factory=list)]

    @model_validator(mode="after")
    def _names_tell_setups_apart(self) -> "Brief":
        names = [setup.name for setup in self.setups]
        for place, name in enumerate(names):
            if name in names[:place]:
                first = names.index(name)
                raise refused(
                    f"must differ from the other setups' names; setups[{first}] is called “{name}” too",
                    f"setups[{place}].name",
                )
        if self.reference is not None and self.reference not in names:
            raise refused("must be the name of one of the setups", "reference")
        return self
