"""Where one rides, in a word or by the steepest hill."""

import re
from dataclasses import dataclass

from kettledrum.core.terms.errors import InvalidInput, Problem


@dataclass(frozen=True, slots=True)
class Hills:
    """The steepest hill of a landscape: its grade as rise over run, and its length in m."""

    grade: float
    length_m: float


LANDSCAPES: dict[str, Hills] = {
    "flat": Hills(0.03, 200),
    "rolling": Hills(0.06, 400),
    "hilly": Hills(0.09, 600),
    "mountains": Hills(0.12, 2000),
}
"""What a word for a landscape is taken for: round figures of ours, to be put right by one's own hill."""
_WORDS = {
    "flat": "flat",
    "level": "flat",
    "rolling": "rolling",
    "hills": "hilly",
    "hilly": "hilly",
    "mountain": "mountains",
    "mountains": "mountains",
    "mountainous": "mountains",
    "alpine": "mountains",
}
USUAL_LENGTH_M = 500.0
"""Of a hill of which the grade alone is said."""
_STEEP = re.compile(
    r"(?P<grade>\d{1,2}(?:[.,]\d+)?)\s*(?:%|percent|per cent)?"
    r"(?:\s*(?:,|for|over|along)?\s*(?P<length>\d+(?:[.,]\d+)?)\s*(?P<unit>km|m))?"
)
_AROUND = re.compile(
    r"^(?:very |quite |rather |mostly |a bit )+"
    r"|^(?:(?:the )?(?:steepest )?(?:hills?|climbs?)(?: of)? |up to |of )+(?=\d)"
    r"|(?<=[%\dtm]) (?:hills?|climbs?|slopes?|steep|grades?|gradients?)$"
)
"""What may be said around the word for a landscape, or the figures of a hill."""
_STEEPEST = 0.4
_LONGEST_M = 50_000.0


def hills_of(where: str) -> Hills:
    """The steepest hill that a text means: “hilly”, “12 %”, or “12 % for 800 m”.

    Raises InvalidInput for anything else.
    """
    plain = _AROUND.sub("", " ".join(where.lower().split())).strip()
    if plain in _WORDS:
        return LANDSCAPES[_WORDS[plain]]
    found = _STEEP.fullmatch(plain)
    if found:
        grade = float(found["grade"].replace(",", ".")) / 100
        length = float(found["length"].replace(",", ".")) if found["length"] else USUAL_LENGTH_M
        length *= 1000 if found["unit"] == "km" else 1
        if 0 < grade <= _STEEPEST and 1 <= length <= _LONGEST_M:
            return Hills(grade, length)
    raise InvalidInput(
        [
            Problem(
                "where",
                "must be flat, rolling, hilly or mountains, or your steepest hill: 12 %, or 12 % for 800 m",
            )
        ]
    )
