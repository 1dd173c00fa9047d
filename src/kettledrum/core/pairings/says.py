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
        if len(found) == 1:
            return f"The only pairing that can be had does not stay within every limit{why}."
        return f"None of the {len(found)} pairings stays within every limit{why}."
    best = allowed[0]
    sentences = []
    if now is not None:
        hill = _hill(now, job)
        sentences.append(f"{_teeth(now)} is mounted{f' and {hill}' if hill else ''}.")
        sentences.append(f"Its lowest gear goes {_ends(now)}; {_limits(now)}.")
    climbs_no_more = now is not None and now.state != "fails" and _rank(best) >= _rank(now)
    easy = _without_a_push(allowed, now)
    if now is not None and (best.front, best.rear) == mounted:
        if len(allowed) > 1 and not easy:
            sentences.append("None of the others does better.")
    elif not (climbs_no_more and best.climb == "fails"):
        first = "First on the list is" if climbs_no_more else "Best is"
        hill = _hill(best, job)
        sentences.append(
            f"{first} {_teeth(best)}{f', which {hill}' if hill else ''}: {_ends(best)}; {_limits(best)}."
        )
    sentences += easy
    if job.steepest is not None and best.climb == "fails":
        sentences.append(
            "All this is by pedals alone; Motors says how the hill is ridden with help."
            if with_motor
            else _would_climb(best, f"the {percent(job.steepest)} hill")
        )
    return " ".join(sentences)


def _without_a_push(allowed: Sequence["Pairing"], now: "Pairing | None") -> list[str]:
    """The first that climbs without a hard push, where the best does not: its gears end too early."""
    easy = next((each for each in allowed if each.climb == "holds"), None)
    if allowed[0].climb != "tight" or easy is None or easy is now:
        return []
    up_to = f"its highest gear goes up to {speed(easy.top_kmh)} only"
    return [f"{_teeth(easy)} climbs the hill without a hard push, but {up_to}."]


def _would_climb(best: "Pairing", hill: str) -> str:
    if best.limit == "power":
        return (
            f"No pairing climbs {hill}, as your power is too little for any gear: that takes less load, "
            "more power or a motor."
        )
    takes = "another drive, a smaller wheel, less load or a motor"
    return f"No pairing within the limits climbs {hill}: that takes {takes}."


def _teeth(pairing: "Pairing") -> str:
    return f"{pairing.front} × {pairing.rear}"


def _hill(pairing: "Pairing", job: Conditions) -> str | None:
    if job.steepest is None or pairing.climb is None:
        return None
    does = "does not climb" if pairing.climb == "fails" else "climbs"
    push = " with a hard push" if pairing.climb == "tight" else ""
    return f"{does} the {percent(job.steepest)} hill{push}"


def _ends(pairing: "Pairing") -> str:
    return f"{turn(pairing.lowest.development_m)} per pedal turn, its highest up to {speed(pairing.top_kmh)}"


def _limits(pairing: "Pairing") -> str:
    return pairing.why[0] if pairing.state == "fails" and pairing.why else _MARKS[pairing.state]


def _rank(pairing: "Pairing") -> int:
    return {"holds": 0, "tight": 1, None: 1, "fails": 2}[pairing.climb]
