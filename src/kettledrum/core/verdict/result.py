"""What a weighing comes to, as it is told."""

from pydantic import BaseModel, ConfigDict, Field

from kettledrum.core.job.weighing import Frozen, YesNo
from kettledrum.core.terms.assumed import Assumed
from kettledrum.core.verdict.decided import Decided


class Flip(BaseModel):
    """The nearest weight of a criterion at which another setup leads, the other weights as they are.

    `beyond` says that no weight from 0 to 10 is so large.
    """

    model_config = ConfigDict(serialize_by_alias=True, validate_by_name=True)

    criterion: str
    weight: float
    now: float
    leads: str = Field(alias="from")
    other: str = Field(alias="to")
    beyond: bool
    says: str


class CriterionRow(BaseModel):
    """A criterion that is weighed: its name in words, its weight, its scale and whether that is the rider's.

    `scale` is [worst, best], null where nothing is known of it; `ends` the same in words. `own` criteria are
    rated by the rider. `says` where it cannot tell the setups apart; `share` its part of all the weight.
    """

    criterion: str
    name: str
    own: bool
    weight: float
    share: float
    scale: tuple[float, float] | None
    scale_given: bool
    ends: tuple[str, str] | None
    says: str


class Offered(BaseModel):
    """A measured criterion that is not weighed yet, with its name in words."""

    criterion: str
    name: str


class WeighedSetup(BaseModel):
    """A setup weighed. `out_by` are the musts that knock it out, `out_says` the same with figures.

    `values` are from 0, the worst, to 1, the best, null what is not known; `figures` what they stand for, and
    `shown` the same in words. `score` is null for a setup that is out, and where nothing has a weight;
    `score_spread` is between what is not known at its worst and at its best. `wins` is the share of all
    weightings in which it is first. `not_known` says what is not known of it, and how much that could matter.
    """

    name: str
    out_by: list[str]
    out_says: list[str]
    score: float | None
    score_spread: tuple[float, float] | None
    wins: float
    values: dict[str, float | None]
    figures: dict[str, float | None]
    shown: dict[str, str]
    not_known: list[str]
    voices: int


class SureSetup(BaseModel):
    """In which share of the draws a setup climbs the hill, covers 90 % or more of all riding, is the cheapest
    over the years, and is first; null where that is not known.
    """

    name: str
    climbs: float | None
    covers: float
    cheapest: float | None
    first: float | None


class HowSure(BaseModel):
    """Of so many `draws`, the same for all setups; what of the spreads was `assumed`; the answer in words."""

    draws: int
    assumed: list[Assumed]
    setups: list[SureSetup]
    says: str


class Verdict(BaseModel):
    """The setups of a brief weighed: in the order of the brief, and in `order` by score, the best first.

    `leads` is null where all are out or nothing has a weight. `offered` may be weighed too, and `yes_no` be
    musts. `usual_weights` says that the rider has given none; `plain_terrain` that there was no road, and
    one was made up. `says` is the answer, `tip_says` what would tip it; `nearest_miss` the setup that misses
    by least where all are out. `not_known_says` is how much what is not known could matter. `voices_say`
    tallies what others would take. `stands_on` are the figures as they are now, to be kept with a decision;
    `decision` is the one that stands, held against them. `sure` is how sure it is, where that was asked.
    """

    setups: list[WeighedSetup]
    leads: str | None
    flips: list[Flip]
    order: list[str]
    criteria: list[CriterionRow]
    offered: list[Offered]
    yes_no: list[YesNo]
    usual_weights: bool
    plain_terrain: bool
    currency: str
    years: int
    nearest_miss: str | None
    must_says: list[str]
    not_known_says: list[str]
    voices_say: str
    stands_on: Frozen
    decision: Decided | None
    earlier: list[Decided]
    tip_says: str
    sure: HowSure | None = None
    says: str
