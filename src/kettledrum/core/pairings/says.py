"""What the pairings of a setup answer: whether to change sprockets, to which, and what it costs below or
above."""

from collections.abc import Sequence
from typing import TYPE_CHECKING

from kettledrum.core.job.conditions import Conditions
from kettledrum.core.terms.check import State
from kettledrum.core.terms.in_words import percent, speed, turn

if TYPE_CHECKING:
    from kettledrum.core.pairings.grid import Pairing

_MARKS: dict[State, str] = {
    "holds": "within every limit",
    "tight": "only just within its limits",
    "not known": "as far as its limits are known",
    "fails": "beyond a limit",
}


def pairings_says(
    found: Sequence["Pairing"], mounted: tuple[int, int], job: Conditions, *, with_motor: bool
) -> str:
    """The pairing that is mounted, judged, and the best there is, if that is another.

    `found` are the pairings, the best first.
    """
    now = next((each for each in found if (each.front, each.rear) == mounted), None)
    allowed = [each for each in found if each.state != "fails"]
    if not allowed:
        why = f": {found[0].why[0]}" if found[0].why else ""
        return f"None of the {len(found)} pairings stays within every limit{why}."
    best = allowed[0]
    sentences = []
    if now is not None:
        sentences.append(f"{_teeth(now)}, as mounted, {_does(now, job)}.")
    if now is None or (best.front, best.rear) != mounted:
        if now is not None and now.state != "fails" and _rank(best) >= _rank(now):
            sentences.append(f"First on the list is {_teeth(best)}: {_does(best, job)}.")
        else:
            sentences.append(f"Best is {_teeth(best)}: {_does(best, job)}.")
    elif len(allowed) > 1:
        sentences.append("None of the others does better.")
    if job.steepest is not None and best.climb == "fails":
        sentences.append(
            f"No pairing within the limits climbs the {percent(job.steepest)} hill: that takes another "
            "drive, a smaller wheel, less load or a motor."
            if not with_motor
            else "All this is by pedals alone; Motors says how the hill is ridden with help."
        )
    return " ".join(sentences)


def _teeth(pairing: "Pairing") -> str:
    return f"{pairing.front} × {pairing.rear}"


def _does(pairing: "Pairing", job: Conditions) -> str:
    limits = pairing.why[0] if pairing.state == "fails" and pairing.why else _MARKS[pairing.state]
    hill = ""
    if job.steepest is not None and pairing.climb is not None:
        does = "does not climb" if pairing.climb == "fails" else "climbs"
        push = " with a hard push" if pairing.climb == "tight" else ""
        hill = f"{does} the {percent(job.steepest)} hill{push}, "
    low = f"{turn(pairing.lowest.development_m)} per pedal turn in its lowest gear"
    return f"{hill}{low}, gears up to {speed(pairing.top_kmh)}; {limits}"


def _rank(pairing: "Pairing") -> int:
    return {"holds": 0, "tight": 1, None: 1, "fails": 2}[pairing.climb]
