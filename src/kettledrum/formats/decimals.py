"""Numbers in tables, whose decimals stand behind a point or a comma, and whose thousands may be parted."""

import math
import re
from collections.abc import Iterable

_COMMA = re.compile(r"[+−-]?(0,\d+|\d*,\d{1,2}|\d*,\d{4,}|\d{1,3}(\.\d{3})+,\d*)")
"""A number that can only have its decimals behind a comma."""
_BY_POINTS = re.compile(r"[+-]?[1-9]\d{0,2}(\.\d{3})+(,\d*)?")
_BY_COMMAS = re.compile(r"[+-]?[1-9]\d{0,2}(,\d{3})+(\.\d*)?")
_PLAIN = re.compile(r"[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d{1,3})?", re.IGNORECASE | re.ASCII)
_SPACES = re.compile(r"[\s'’\u00a0\u202f]")


class Decimals:
    """How the numbers of one table are written, as all of them together tell."""

    def __init__(self, cells: Iterable[str]) -> None:
        self.by_comma = False
        for cell in cells:
            text = cell.strip()
            if _COMMA.fullmatch(text):
                self.by_comma = True
                break

    def plain(self, text: str) -> str:
        """A cell with a number in it as digits and a decimal point; any other as it stands."""
        plain = _SPACES.sub("", text.strip()).replace("−", "-")
        if self.by_comma and _BY_POINTS.fullmatch(plain):
            plain = plain.replace(".", "")
        elif not self.by_comma and _BY_COMMAS.fullmatch(plain) and ("." in plain or plain.count(",") > 1):
            plain = plain.replace(",", "")
        plain = plain.replace(",", ".") if plain.count(",") == 1 else plain
        return plain if _PLAIN.fullmatch(plain) else text

    def number(self, text: str) -> float:
        """The number that a cell holds; NaN for none."""
        plain = self.plain(text)
        return float(plain) if _PLAIN.fullmatch(plain) else math.nan
