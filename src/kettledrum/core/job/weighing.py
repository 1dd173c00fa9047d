"""How setups are weighed against each other, what others think of them, and what was decided."""

from typing import Annotated, Literal, get_args

from pydantic import AfterValidator, ConfigDict, Field, StrictBool, model_validator

from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.bounds import Bounds
from kettledrum.core.terms.day import Day
from kettledrum.core.terms.quantities import Model, Name, PlainText, Within, refused

YesNo = Literal[
    "climbs the hill",
    "low enough",
    "quick enough",
    "fits the frame",
    "within makers’ limits",
    "within the budget",
    "nothing to plug in",
]
Measured = Literal[
    "covered",
    "lowest development",
    "lowest gear inches",
    "highest development",
    "top speed",
    "range",
    "largest step",
    "price",
    "total cost",
    "own hours",
    "days without",
    "mass",
    "mass in the wheels",
]
YES_NO: tuple[YesNo, ...] = get_args(YesNo)
MEASURED: tuple[Measured, ...] = get_args(Measured)
MORE_IS_BETTER: frozenset[str] = frozenset({"covered", "highest development", "top speed", "range"})
"""Of all other measured criteria less is better; of one's own, rated 0 to 10, more."""
BEST_RATING = 10.0
MOST_CRITERIA = 40
MOST_VOICES = 200
MOST_DECISIONS = 40
MOST_TICKS = 200

Text = Annotated[str, PlainText(4000, lines=True)]
Weight = Annotated[float, Within(0, 10)]
Rating = Annotated[float, Within(0, BEST_RATING)]
Level = Annotated[float, Within(0, 1_000_000)]
RelativeSpread = Annotated[float, Within(0, 1)]


def more_is_better(criterion: str) -> bool:
    """Whether more of a criterion is better; of one's own, which are rated, it is."""
    return criterion not in MEASURED or criterion in MORE_IS_BETTER


def _not_too_many(found: dict[str, float]) -> dict[str, float]:
    if len(found) > MOST_CRITERIA:
        raise refused(f"must have at most {MOST_CRITERIA} entries")
    return found


class MustBe(Bounds):
    """What a setup must be, or it is out: a measured or rated criterion within bounds, or just so.

    Figures are in the units of design: shares for what is covered and for steps, m, in, km/h, kg, hours,
    days, the owner's money, ratings from 0 to 10. Raises for a figure without a bound, and for a bound where
    there is none to have.
    """

    criterion: Name

    @model_validator(mode="after")
    def _has_what_it_needs(self) -> "MustBe":
        if self.criterion in YES_NO and self.are_there:
            raise refused("is so or not: it has no figure", "at_most")
        if self.criterion not in YES_NO and not self.are_there:
            raise refused("is missing: say at most or at least how much", "at_most")
        return self


class Unsure(Model):
    """By how much figures may be wrong, as one standard deviation: power, efficiency, lives and prices as
    shares of themselves, load in kg, wind in km/h. What is not said is taken as usual.
    """

    power: RelativeSpread | None = None
    load_kg: Annotated[float, Within(0, 100, unit="kg")] | None = None
    wind_kmh: Annotated[float, Within(0, 60, unit="km/h")] | None = None
    efficiency: Annotated[float, Within(0, 0.2)] | None = None
    lives: RelativeSpread | None = None
    prices: RelativeSpread | None = None


class Voice(Model):
    """What somebody else would take, and why."""

    who: Name
    setup: Name
    why: Text | None = None


class Review(Model):
    """A look back on a decision."""

    on: Day
    text: Text


class FrozenSetup(Model):
    """A setup's figures as they were when it was decided, and whether it climbed the steepest hill."""

    name: Name
    out_by: Annotated[list[Name], Field(max_length=MOST_CRITERIA, default_factory=list)]
    score: Annotated[float, Within(0, 1)] | None = None
    wins: Annotated[float, Within(0, 1)] | None = None
    figures: dict[Name, Annotated[float, Within(-1e9, 1e9)] | None] = Field(default_factory=dict)
    climbs: StrictBool | None = None


class Frozen(Model):
    """What a decision stood on: the setups in their order, the money and the years reckoned with."""

    currency: Annotated[str, PlainText(20, lines=True)] = ""
    years: Annotated[int, Within(1, 40, whole=True)] | None = None
    weights: dict[Name, Weight] = Field(default_factory=dict)
    setups: Annotated[list[FrozenSetup], Field(max_length=26, default_factory=list)]


class Decision(Model):
    """What was chosen, one setup or one for each use, and why.

    `for` says of each what it is for. `figures` are what it stood on, and `setups` the chosen ones, both as
    they were then. Raises where nothing is chosen, or one twice.
    """

    model_config = ConfigDict(serialize_by_alias=True, validate_by_name=True, validate_by_alias=True)

    chosen: Annotated[list[Name], Field(min_length=1, max_length=8)]
    uses: dict[Name, Text] | None = Field(default=None, alias="for")
    gave_up: Text | None = None
    why: Text | None = None
    on: Day | None = None
    look_again: Day | None = None
    reviews: Annotated[list[Review], Field(max_length=100)] | None = None
    figures: Frozen | None = None
    setups: Annotated[list[Setup], Field(max_length=8)] | None = None

    @model_validator(mode="after")
    def _is_a_choice(self) -> "Decision":
        for place, name in enumerate(self.chosen):
            if name in self.chosen[:place]:
                raise refused(f"“{name}” is chosen already", f"chosen[{place}]")
        for name in self.uses or {}:
            if name not in self.chosen:
                raise refused(f"“{name}” is not among the chosen", "for")
        if self.on and self.look_again and self.look_again < self.on:
            raise refused("must not be before the day of the decision", "look_again")
        return self


class Ticked(Model):
    """What of the change from one setup to another is done, by the words of its steps and things to buy."""

    start: Name
    to: Name
    done: Annotated[list[Text], Field(max_length=MOST_TICKS)]


Weights = Annotated[dict[Name, Weight], AfterValidator(_not_too_many)]
OfSetups = dict[Name, dict[Name, Rating]]


class Weighing(Model):
    """How the setups of a job are weighed.

    `weights` from 0 to 10 on measured criteria and on one's own; without them usual ones are taken. `scales`
    are [worst, best] of a criterion. `ratings` of one's own criteria from 0 to 10 by setup, `reasons` for
    them. Names that are no setups of the job are kept and do not count. `decision` is the one that stands,
    `earlier` are those before it, the first first; `ticked` is what of changes is done.
    Raises where a must is named twice, for scales that go the wrong way, for ratings of what is measured.
    """

    musts: Annotated[list[MustBe], Field(max_length=MOST_CRITERIA)] | None = None
    weights: Weights | None = None
    scales: dict[Name, tuple[Level, Level]] | None = None
    ratings: OfSetups | None = None
    reasons: dict[Name, dict[Name, Text]] | None = None
    unsure: Unsure | None = None
    voices: Annotated[list[Voice], Field(max_length=MOST_VOICES)] | None = None
    decision: Decision | None = None
    earlier: Annotated[list[Decision], Field(max_length=MOST_DECISIONS)] | None = None
    ticked: Annotated[list[Ticked], Field(max_length=MOST_TICKS)] | None = None

    @model_validator(mode="after")
    def _names_each_must_once(self) -> "Weighing":
        names = [must.criterion for must in self.musts or []]
        for place, name in enumerate(names):
            if name in names[:place]:
                raise refused(f"“{name}” is asked for already", f"musts[{place}].criterion")
        return self

    @model_validator(mode="after")
    def _scales_go_the_right_way(self) -> "Weighing":
        for name, (worst, best) in (self.scales or {}).items():
            if worst == best:
                raise refused("must go from the worst to another figure, the best", f"scales.{name}")
            if (best > worst) != more_is_better(name):
                less = "more" if more_is_better(name) else "less"
                raise refused(
                    f"must go from the worst to the best, and {less} is better here: [{best:g}, {worst:g}]",
                    f"scales.{name}",
                )
        return self

    @model_validator(mode="after")
    def _rates_what_is_its_own(self) -> "Weighing":
        for name in self.ratings or {}:
            if name in MEASURED or name in YES_NO:
                raise refused("is worked out, and so is not rated", f"ratings.{name}")
        for name in self.weights or {}:
            if name in YES_NO:
                raise refused("is so or not: it can be a must, and has no weight", f"weights.{name}")
        return self
