"""What a search finds, as it is told."""

from dataclasses import dataclass
from typing import Literal

from pydantic import BaseModel

from kettledrum.core.effort.steepest import Verdict
from kettledrum.core.parts.setup import Setup
from kettledrum.core.search.asked import Criterion
from kettledrum.core.search.kinds import Kind
from kettledrum.core.terms.check import State


@dataclass(slots=True)
class Mark:
    """A drive in the field of answers, exactly judged.

    `covered` is the share of all riding in the band and `roads` that on each road; `price` and `mass_kg` are
    sums of what is known, `apart` that something is not which other drives have, so that they are not held
    against each other; `total_cost` and `own_hours` are over the years looked at. `front` and `rear` are
    its teeth, those of the largest sprockets where there are several, and `parts` the places of its parts on
    the shelf. `on_front` says that no other drive covers as much for as little money and mass.
    """

    name: str
    kind: Kind
    drive: str
    front: int
    rear: int
    parts: list[int]
    covered: float
    roads: list[float]
    price: float
    mass_kg: float
    wheel_kg: float
    carried_kg: float
    total_cost: float
    own_hours: float
    lowest_m: float
    top_kmh: float
    largest_step: float | None
    distinct: int | None
    verdict: Verdict | None
    apart: bool
    motor: bool = False
    on_front: bool = False


@dataclass(slots=True)
class Judged:
    """A maker's limit or a rule of fit with its state, in words, and its figure against the limit."""

    state: State
    what: str
    figure: float | None = None
    limit: float | None = None


@dataclass(slots=True)
class Neighbour:
    """Another drive, or the reference, and what is given up and gained against it."""

    name: str
    says: str


@dataclass(slots=True)
class SearchAnswer:
    """A drive told in full: the setup, why it is an answer, and what it gives up.

    `verdict` is that on the hill, null without one; `covered` as in coverage; `carried` is what a tour takes
    along for its upkeep; `price_missing` and `mass_missing` name what the sums lack. `judged` are makers'
    limits and rules of fit that are close, fail or are not known; `says` is the whole in a sentence or two.
    """

    name: str
    kind: Kind
    setup: Setup
    verdict: Verdict | None
    covered: float
    roads: list[float]
    price: float
    price_missing: list[str]
    mass_kg: float
    mass_missing: list[str]
    wheel_kg: float
    carried: list[str]
    carried_kg: float
    total_cost: float
    total_spread: tuple[float, float]
    own_hours: float
    why: list[str]
    gives_up: list[str]
    judged: list[Judged]
    says: str


@dataclass(slots=True)
class Wish:
    """A criterion that may be a must, and what it means: whether it is one, how many of the drives that are
    all else it takes away, and how many of them are left; both null where only rides could tell.
    """

    criterion: Criterion
    means: str
    on: bool
    takes_away: int | None
    left: int | None


@dataclass(slots=True)
class Pair:
    """Two drives, each road ridden on the better one: what they cover together, and what both cost to buy."""

    names: tuple[str, str]
    covered: float
    price: float
    on: list[str]
    says: str


class Search(BaseModel):
    """What of all drives would do the job.

    `tried` drives were looked at, of which `run` stay within the makers' limits; `left` are all that is
    asked; `judged_exactly` were ridden. `parts_untried` were left out, the dearest, for being too many, and
    of so many of each kind as `together` says all combinations were made, of all where that is null. `front`
    names the drives of which none covers as much for as little money and mass; `marks` are the drives that
    were ridden, `not_marked` how many parts' combinations were not. `answers` are told in full, the front
    first. `plain_terrain` says that there was no road, and one was made up; `built_on` names the setup whose
    wheel and cranks were built upon, null where a usual wheel was; `assumed` says what was taken of chains
    and belts that nobody told. `pairs` are two bicycles each, the best first, where they were asked for.
    `seconds` is how long it took, where that was looked at.
    """

    tried: int
    run: int
    left: int
    judged_exactly: int
    parts_untried: int
    together: int | None
    untried_says: str | None
    plain_terrain: bool
    currency: str
    years: int
    roads: list[str]
    front: list[str]
    best: str | None
    marks: list[Mark]
    not_marked: int
    answers: list[SearchAnswer]
    wishes: list[Wish]
    reference: Mark | None
    pairs: list[Pair]
    built_on: str | None
    assumed: list[str]
    seconds: float | None
    says: str


class SearchStep(BaseModel):
    """How far a search has come: `done` of about `of`, and what it does; what is `found` so far."""

    done: int
    of: int
    doing: Literal["putting drives together", "riding them", "done"]
    found: Search | None = None
