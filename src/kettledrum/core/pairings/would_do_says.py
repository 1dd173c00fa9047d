"""What the search through hubs and gearboxes answers, in a sentence."""

from collections.abc import Sequence
from typing import TYPE_CHECKING

from kettledrum.core.terms.in_words import counted, listed, quoted

if TYPE_CHECKING:
    from kettledrum.core.pairings.would_do import PartAnswer

_NAMED = 3


def would_do_says(parts: Sequence["PartAnswer"]) -> str:
    """Which parts would do, the best first; or which comes nearest, by how much, and what would help it."""
    if not parts:
        return "There is no hub or gearbox in Parts to try."
    does = [each for each in parts if each.state in ("holds", "tight")]
    if does:
        named = listed([f"{quoted(each.name)} with {each.front} × {each.rear}" for each in does[:_NAMED]])
        more = len(does) - _NAMED
        return f"{counted(len(does), 'part')} would do: {named}{f', and {more} more' if more > 0 else ''}."
    unsure = [each for each in parts if each.state == "not known"]
    if unsure:
        return (
            f"{quoted(unsure[0].name)} with {unsure[0].front} × {unsure[0].rear} would do, if its maker "
            "allows it: what it bears is not stated."
        )
    nearest = parts[0]
    helps = f" {nearest.help[0][:1].upper()}{nearest.help[0][1:]}." if nearest.help else ""
    if len(parts) == 1:
        return f"{quoted(nearest.name)} would not do: {nearest.why}.{helps}"
    return f"None of the {len(parts)} would do. {quoted(nearest.name)} comes nearest: {nearest.why}.{helps}"
