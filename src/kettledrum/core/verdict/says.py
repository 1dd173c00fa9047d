"""The verdict in sentences."""

import math
from collections import Counter
from collections.abc import Sequence

from kettledrum.core.job.weighing import MustBe, Voice
from kettledrum.core.terms.in_words import counted, listed, percent, quoted
from kettledrum.core.verdict.criteria import Words
from kettledrum.core.verdict.result import Flip, WeighedSetup
from kettledrum.core.verdict.scores import Tip

LEVEL = 0.005
"""Scores that are shown alike are level."""
_SAFE = 0.995
_HAIR = 1e-9


def verdict_says(
    order: Sequence[WeighedSetup],
    setups: Sequence[WeighedSetup],
    nearest: int | None,
    *,
    weighed: bool,
    own: bool,
    tipped: bool,
) -> str:
    """Which setup leads, and in how many of all weightings; or why none does.

    `tipped` says that some weight of what is weighed, changed alone, would make another lead.
    """
    if not setups:
        return "Add a setup, and this weighs it."
    if not order:
        assert nearest is not None
        near = setups[nearest]
        return f"No setup is all that it must be. Nearest comes {quoted(near.name)}: {listed(near.out_says)}."
    out = len(setups) - len(order)
    left = f" {counted(out, 'setup')} {'is' if out == 1 else 'are'} out by what must be." if out else ""
    if not weighed:
        return f"Nothing has a weight yet: give one to what matters to you, and this says which leads.{left}"
    with_weights = "your weights" if own else "the usual weights"
    first = order[0]
    if len(order) == 1:
        alone = "the only setup" if len(setups) == 1 else "the only one that is all it must be"
        return f"{quoted(first.name)} is {alone}: there is nothing to weigh it against."
    level = [each for each in order if (first.score or 0.0) - (each.score or 0.0) < LEVEL]
    if len(level) > 1:
        names = listed([quoted(each.name) for each in level])
        return f"With {with_weights} {names} are level, at {first.score:.2f}.{left}"
    if first.wins <= _SAFE:
        stays = f"it stays first in {percent(first.wins)} of all weightings"
    elif tipped:
        stays = "it stays first in nearly all weightings"
    else:
        stays = "it is first however these are weighed"
    return f"With {with_weights} {quoted(first.name)} leads; {stays}.{left}"


def flip_says(name: str, tip: Tip, now: float, other: str) -> str:
    """What a weight would have to be for another to lead: rounded to the side on which it does."""
    if abs(tip.weight - now) <= _HAIR:
        return (
            f"{quoted(other)} would lead if {name} weighed any {'more' if tip.above else 'less'} than {now:g}"
        )
    tenths = math.ceil(tip.weight * 10 - _HAIR) if tip.above else math.floor(tip.weight * 10 + _HAIR)
    limit = f"{tenths / 10:.1f} or {'more' if tip.above else 'less'}"
    return f"{quoted(other)} would lead if {name} weighed {limit} instead of {now:g}"


def tip_says(flips: Sequence[Flip], leads: str | None) -> str:
    """What would tip it with the least change of a weight."""
    if leads is None:
        return ""
    near = [flip for flip in flips if not flip.beyond]
    if not near:
        return "No one weight, changed alone, would make another lead." if flips else ""
    least = min(near, key=lambda flip: abs(flip.weight - flip.now))
    return f"{least.says}."


def must_means(must: MustBe, words: Words) -> str:
    """A must in words."""
    if not must.are_there:
        return must.criterion
    pieces = []
    if must.at_least is not None:
        pieces.append(f"at least {words.figure(must.criterion, must.at_least)}")
    if must.at_most is not None:
        pieces.append(f"at most {words.figure(must.criterion, must.at_most)}")
    return f"{words.name(must.criterion)} {listed(pieces)}"


def not_known_says(order: Sequence[WeighedSetup], leads: str | None) -> list[str]:
    """What is not known of setups that are weighed, and whether it could change which leads."""
    if leads is None:
        return []
    first = order[0]
    assert first.score_spread is not None
    found = []
    for each in order:
        if not each.not_known:
            continue
        assert each.score_spread is not None
        if each is first:
            best = max((other.score_spread[1] for other in order[1:] if other.score_spread), default=0.0)
            could = each.score_spread[0] < best
            then = "at its worst another would lead" if could else "even at its worst it leads"
        else:
            could = each.score_spread[1] > first.score_spread[0]
            then = "at its best it could lead" if could else "even at its best it would not lead"
        found.append(f"Not known of {quoted(each.name)}: {'; '.join(each.not_known)}. Counted half; {then}.")
    return found


def voices_say(voices: Sequence[Voice], names: Sequence[str]) -> str:
    """How many would take which; of setups that are gone too."""
    if not voices:
        return ""
    tally = Counter(voice.setup for voice in voices)
    pieces = [
        f"{count} for {quoted(name)}{'' if name in names else ', which is gone'}"
        for name, count in sorted(tally.items(), key=lambda each: (-each[1], each[0]))
    ]
    reasons = sum(bool(voice.why) for voice in voices)
    return f"{counted(len(voices), 'voice')}, {reasons} with a reason: {listed(pieces)}."
