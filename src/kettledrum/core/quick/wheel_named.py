"""The driven wheel of an advertisement: its size, and which of two sizes it is where the wheels differ."""

import re
from dataclasses import dataclass

from kettledrum.core.parts.wheel_sizes import WheelSize, wheel_sizes
from kettledrum.core.quick import patterns

_WHICH = ("rear", None, "front")
"""The rear wheel is driven; one of which nothing is said may be."""


@dataclass(frozen=True, slots=True)
class WheelNamed:
    """A wheel size as it is written, and what that is; None where it is no size that is known. `apart` says
    that another of another size stands beside it.
    """

    written: str
    size: WheelSize | None
    apart: bool


def wheel_named(text: str) -> WheelNamed | None:
    """The size of the driven wheel; None where there is none in a line.

    Of several the rear one’s, then one that is not said to be in front; of one wheel that is named twice what
    tells its tyre as well.
    """
    found = list(patterns.WHEEL.finditer(text))
    if not found:
        return None
    behind = patterns.LABEL_BEHIND.match(text[found[-1].end() :]) is not None
    named = []
    for each in found:
        written = each[0].strip()
        read = wheel_sizes(re.sub(r"(?<=\d)\s?er\b", " in", written)).read
        named.append((_which(text, each, behind=behind), written, read[0] if read else None))
    _, written, size = min(
        named, key=lambda each: (_WHICH.index(each[0]), each[2] is None, not (each[2] and each[2].tyre_mm))
    )
    sizes = {each.bead_seat_mm for _, _, each in named if each is not None}
    return WheelNamed(written, size, apart=len(sizes) > 1)


def _which(text: str, size: re.Match[str], *, behind: bool) -> str | None:
    """Whether a size is the front wheel’s or the rear one’s, by the word before it or `behind` it."""
    before = patterns.LABEL_BEFORE.search(text[: size.start()])
    after = patterns.LABEL_BEHIND.match(text[size.end() :])
    if behind:
        before, after = after, before
    elif after and after["next"]:
        # What goes straight on to the next size is a word of that one’s.
        after = None
    label = before or after
    return label["which"] if label else None
