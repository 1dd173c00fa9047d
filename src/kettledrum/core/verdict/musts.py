"""What knocks a setup out, with its figure and by how much; and which setup misses by least."""

from collections.abc import Sequence
from dataclasses import dataclass

from kettledrum.core.effort.climb import Climb
from kettledrum.core.effort.says import at_most
from kettledrum.core.job.wants import School
from kettledrum.core.job.weighing import YES_NO, MustBe
from kettledrum.core.motors.on_pitch import OnPitch
from kettledrum.core.terms.bounds import Bounds
from kettledrum.core.verdict.criteria import Words

_NOT_SO = {
    "climbs the hill": "on the steepest hill its pedals turn too slowly",
    "low enough": "its lowest gear is too high",
    "quick enough": "its highest gear is too low",
    "fits the frame": "it does not fit the frame",
    "within makers’ limits": "it is beyond a maker’s limit",
    "within the budget": "it costs more than the budget",
    "nothing to plug in": "there is something to charge",
}


_WALKED = "it has to be walked up the steepest hill"
_WALKED_WITH = f"{_WALKED}, even with its motor"


@dataclass(frozen=True, slots=True)
class Knock:
    """A must that a setup does not meet: in words, and by which share of its bound it is missed."""

    criterion: str
    says: str
    share: float


def not_so_says(criterion: str, climb: Climb, school: School, motor: OnPitch | None) -> str:
    """Why what must be so is not, by what stands in the way on the steepest hill, `motor` with its help."""
    if criterion == "climbs the hill" and motor is not None:
        return _WALKED_WITH if motor.walking else "its motor becomes too hot on the steepest hill"
    of_hill = criterion == "climbs the hill" or (criterion == "low enough" and school == "physics")
    if of_hill and climb.limit == "power":
        return "your power is too little for the steepest hill, whatever the gear"
    if criterion == "climbs the hill" and at_most(climb).state == "walking":
        return _WALKED
    if of_hill and climb.limit == "changes up":
        return "it changes up too early for the steepest hill"
    return _NOT_SO[criterion]


def knocked(must: MustBe, value: float | None, not_so: str | None, words: Words) -> Knock | None:
    """The must that knocks a setup out by its figure, or by what is not so, in words.

    None where it is met, and where what it asks for is not known: that is told, and knocks nobody out.
    """
    if must.criterion in YES_NO:
        return Knock(must.criterion, not_so, 1.0) if not_so else None
    if value is None or must.takes(value):
        return None
    return Knock(must.criterion, _beyond(must, value, words), _share(must, value))


def _beyond(must: MustBe, value: float, words: Words) -> str:
    name, figure = words.name(must.criterion), words.figure
    over = must.at_most is not None and value > must.at_most
    bound = must.at_most if over else must.at_least
    assert bound is not None
    has, limit = figure(must.criterion, value), figure(must.criterion, bound)
    apart = figure(must.criterion, abs(value - bound)).removesuffix(" of 10")
    most = "at most" if over else "at least"
    return f"{name} {has}, and must be {most} {limit}: {apart} too {'much' if over else 'little'}"


def _share(must: Bounds, value: float) -> float:
    bound = must.at_most if must.at_most is not None and value > must.at_most else must.at_least
    return must.beyond(value) / max(abs(bound or 0.0), 1e-9)


def nearest_miss(knocks: Sequence[Sequence[Knock]]) -> int | None:
    """Of setups that are all out the place of the one that misses fewest musts, by least; None of none."""
    if not knocks:
        return None
    return min(
        range(len(knocks)),
        key=lambda at: (len(knocks[at]), max((each.share for each in knocks[at]), default=0.0)),
    )
