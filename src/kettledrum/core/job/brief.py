"""The brief: the job to be done, and the setups that might do it."""

from typing import Annotated, Literal, TypeVar

from pydantic import Field, model_validator

from kettledrum.core.job.home_built import HomeBuilt
from kettledrum.core.job.load import Load
from kettledrum.core.job.money import Money
from kettledrum.core.job.road import Road
from kettledrum.core.job.route import MOST_ROUTES, Route
from kettledrum.core.job.swap_test import MOST_SWAP_TESTS, SwapTest
from kettledrum.core.job.tour import MOST_TOURS, Tour
from kettledrum.core.job.wants import Wants
from kettledrum.core.job.weighing import Weighing
from kettledrum.core.parts.frame import Frame
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stock import Stock
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.quantities import (
    CadenceBand,
    CadenceRpm,
    MassKg,
    Model,
    Name,
    Notes,
    PowerW,
    Within,
    refused,
)
from kettledrum.core.terms.read_lately import ReadLately

_Read = TypeVar("_Read")
_Lately = Annotated[_Read, ReadLately()]

MOST_SETUPS = 26
MOST_HOME_BUILT = 8


PushFactor = Annotated[float, Within(0.3, 4)]


class Rider(Model):
    """Who rides: body mass in kg, power held all day in W, comfortable cadences in rpm.

    `burst_w` is the power held for a minute, `grind_rpm` the cadence below which pedalling is a grind,
    `push_factor` the hardest push on a pedal over the rider's weight, 1 for standing on it.
    Raises for a minute's power below that of all day, and for a grind above the lowest comfortable cadence.
    """

    mass_kg: MassKg
    power_w: PowerW
    cadence_rpm: CadenceBand
    burst_w: PowerW | None = None
    grind_rpm: CadenceRpm | None = None
    push_factor: PushFactor | None = None

    @model_validator(mode="after")
    def _can_be_one_rider(self) -> "Rider":
        if self.burst_w is not None and self.burst_w < self.power_w:
            raise refused(f"must be at least the power held all day, {self.power_w:g} W", "burst_w")
        if self.grind_rpm is not None and self.grind_rpm > self.cadence_rpm[0]:
            raise refused(
                f"must be at most the lowest easy cadence, {self.cadence_rpm[0]:g} rpm", "grind_rpm"
            )
        return self


class Need(Model):
    """What the bicycle must do: who rides, what is carried, where, and what is wanted.

    With the frame that every setup goes into, the sprockets and belts that can be had, the drives that are
    built at home, how the setups are weighed, the tours that are planned, and the tests of swapped
    bikes. Raises when two drives, tours or tests share a name.
    """

    name: Name
    notes: Notes | None = None
    rider: Rider
    load: Load | None = None
    road: Road | None = None
    wants: Wants | None = None
    money: Money | None = None
    frame: Frame | None = None
    stock: Stock | None = None
    home_built: Annotated[list[_Lately[HomeBuilt]], Field(max_length=MOST_HOME_BUILT)] | None = None
    weighing: _Lately[Weighing] | None = None
    tours: Annotated[list[_Lately[Tour]], Field(max_length=MOST_TOURS)] | None = None
    swap_tests: Annotated[list[_Lately[SwapTest]], Field(max_length=MOST_SWAP_TESTS)] | None = None

    @model_validator(mode="after")
    def _names_tell_apart(self) -> "Need":
        for key, what, these in (
            ("home_built", "drives", self.home_built or []),
            ("tours", "tours", self.tours or []),
            ("swap_tests", "swap tests", self.swap_tests or []),
        ):
            names = [each.name for each in these]
            for place, name in enumerate(names):
                if name in names[:place]:
                    raise refused(f"must differ from the other {what}’ names", f"{key}[{place}].name")
        return self


class BriefRoad(Road):
    """The road of a job as a brief holds it, with the roads that are ridden.

    Raises when two of them share a name.
    """

    routes: Annotated[list[Route], Field(max_length=MOST_ROUTES)] | None = None

    @model_validator(mode="after")
    def _names_tell_routes_apart(self) -> "BriefRoad":
        names = [route.name for route in self.routes or []]
        for place, name in enumerate(names):
            if name in names[:place]:
                first = names.index(name)
                message = f"must differ from the other roads' names; routes[{first}] has that name already"
                raise refused(message, f"routes[{place}].name")
        return self


class Brief(Need):
    """The need, the setups weighed against it, and which of them is the reference.

    Raises when two setups share a name, or when the reference names none of them.
    """

    format: Literal["kettledrum-brief/1"]
    road: BriefRoad | None = None
    reference: Name | None = None
    setups: Annotated[list[_Lately[Setup]], Field(max_length=MOST_SETUPS, default_factory=list)]

    @model_validator(mode="after")
    def _names_tell_setups_apart(self) -> "Brief":
        names = [setup.name for setup in self.setups]
        for place, name in enumerate(names):
            if name in names[:place]:
                first = names.index(name)
                raise refused(
                    f"must differ from the other setups' names; setups[{first}] is named “{name}” already",
                    f"setups[{place}].name",
                )
        if self.reference is not None and self.reference not in names:
            raise refused("must be the name of one of the setups", "reference")
        return self


def named(brief: Brief, name: str) -> Setup:
    """The setup of a brief with a name. Raises InvalidInput where none has it."""
    for setup in brief.setups:
        if setup.name == name:
            return setup
    names = ", ".join(f"“{setup.name}”" for setup in brief.setups) or "none, as there are no setups"
    raise InvalidInput([Problem("setup", f"must be the name of a setup of the brief: {names}")])
