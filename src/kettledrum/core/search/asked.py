"""What a search is asked for beside the job itself: what a drive must be."""

from typing import Annotated, Literal, get_args

from pydantic import Field, StrictBool, model_validator

from kettledrum.core.job.wants import Wants
from kettledrum.core.parts.motor import MOTOR_PLACES, MotorPlace
from kettledrum.core.search.kinds import Drive
from kettledrum.core.terms.bounds import Bounds
from kettledrum.core.terms.quantities import Model, Teeth, Within, refused

YesNo = Literal[
    "fits the frame",
    "climbs the hill",
    "low enough",
    "quick enough",
    "within the budget",
    "belt",
    "oil bath",
    "shifts at rest",
    "shifts under load",
    "shifts by itself",
    "easy on the hands",
    "asks little care",
    "mends on the way",
]
Measured = Literal[
    "covered",
    "lowest development",
    "highest development",
    "top speed",
    "range",
    "largest step",
    "distinct gears",
    "price",
    "total cost",
    "own hours",
    "mass",
    "mass in the wheels",
    "mass to carry",
]
Criterion = Literal[YesNo, Measured]
YES_NO: tuple[YesNo, ...] = get_args(YesNo)
MEASURED: tuple[Measured, ...] = get_args(Measured)
MOST_MUSTS = 30
MostAnswers = Annotated[int, Within(1, 200, whole=True)]


class Must(Bounds):
    """What a drive must be: `at_most` or `at_least` a figure, or just so.

    Figures are in the units of design: shares for what is covered and for steps, m, km/h, kg, hours, and the
    owner's money. Raises for a figure without a bound, for a bound where there is none to have, and for
    bounds that leave nothing between them.
    """

    criterion: Criterion

    @model_validator(mode="after")
    def _has_what_it_needs(self) -> "Must":
        if self.criterion in YES_NO and self.are_there:
            raise refused("is so or not: it has no figure", "at_most")
        if self.criterion in MEASURED and not self.are_there:
            raise refused("is missing: say at most or at least how much", "at_most")
        return self


class SearchAsked(Model):
    """The musts of a search, or null for the usual ones of the job and `wishes` beside them; whether each
    drive has a motor of the shelf, and at which of these places, null for any; whether two bicycles are
    looked for as well, and how many answers are told in full at most. Raises where a criterion is named
    twice.
    """

    musts: Annotated[list[Must] | None, Field(max_length=MOST_MUSTS)] = None
    wishes: Annotated[list[YesNo], Field(max_length=len(YES_NO), default_factory=list)]
    motor: StrictBool = False
    motor_at: Annotated[list[MotorPlace], Field(min_length=1, max_length=len(MOTOR_PLACES))] | None = None
    two: StrictBool = False
    most: MostAnswers = 20

    @model_validator(mode="after")
    def _names_each_once(self) -> "SearchAsked":
        names = [must.criterion for must in self.musts or []]
        for place, name in enumerate(names):
            if name in names[:place]:
                raise refused(f"“{name}” is asked for already", f"musts[{place}].criterion")
        return self

    @property
    def motors_at(self) -> tuple[MotorPlace, ...]:
        """Where motors are put: nowhere, if none is asked for."""
        if not self.motor:
            return ()
        return MOTOR_PLACES if self.motor_at is None else tuple(self.motor_at)


def musts_of(asked: SearchAsked, wants: Wants) -> list[Must]:
    """What a drive must be: as is asked, or else what any must be and what the rider said of money, hands
    and care.
    """
    if asked.musts is not None:
        return asked.musts
    usual: dict[YesNo, bool] = {
        "fits the frame": True,
        "quick enough": True,
        "within the budget": wants.budget is not None,
        "easy on the hands": wants.hand_trouble is True,
        "asks little care": wants.care == "little",
    }
    names = [name for name in YES_NO if usual.get(name) or name in asked.wishes]
    return [Must(criterion=name) for name in names]


class TeethOfDrive(Model):
    """The teeth of a drive, those of the largest sprockets where there are several; chain or belt; and
    whether a motor is among its parts.
    """

    drive: Drive
    front: Teeth
    rear: Teeth
    motor: StrictBool = False
