"""Wheel sizes by what is written on tyres: the ISO number, the old French names, the inch markings.

An inch marking tells the bead seat only by its spelling: 26 × 1.75 sits on 559 mm, 26 × 1 3/8 on 590 mm.
"""

import re
from fractions import Fraction

from pydantic import BaseModel

INCH_MM = 25.4


class WheelSize(BaseModel):
    """A size that a text may mean.

    `bead_seat_mm` after ISO 5775; `tyre_mm` is the nominal width where the text tells it; `names` are
    what the size is called, the usual one first; `use` where it is met.
    """

    bead_seat_mm: int
    tyre_mm: int | None
    names: list[str]
    use: str


class WheelSizes(BaseModel):
    """The sizes that a text may mean: `read` whole, the likeliest first, or only `like` a part of a name."""

    read: list[WheelSize]
    like: list[WheelSize]


_SIZES: dict[int, tuple[list[str], str]] = {
    622: (["700C", "28 in", "29 in", "28 × 1 5/8 × 1 3/8"], "road, touring, trail"),
    584: (["650B", "27.5 in", "26 × 1 1/2"], "touring, trail"),
    559: (["26 in", "26 × 1.75"], "older trail, expedition"),
    571: (["650C", "26 × 1"], "small road frames"),
    590: (["650A", "26 × 1 3/8"], "older town"),
    597: (["26 × 1 1/4"], "older light"),
    630: (["27 in", "27 × 1 1/4"], "older road"),
    635: (["700B", "28 × 1 1/2"], "roadster"),
    642: (["700A", "28 × 1 3/8"], "older light"),
    547: (["24 × 1 1/4"], "older town"),
    540: (["600A", "24 × 1 3/8"], "wheelchairs, older town"),
    520: (["24 × 1", "24 × 1 1/8"], "small road frames"),
    507: (["24 in", "24 × 1.75"], "children’s, cargo"),
    451: (["20 × 1 3/8", "20 × 1 1/8"], "folding, recumbent"),
    406: (["20 in", "20 × 1.75"], "folding, cargo"),
    390: (["450A", "18 × 1 3/8"], "folding"),
    369: (["17 × 1 1/4"], "small-wheeled touring"),
    355: (["18 in", "18 × 1.75"], "folding"),
    349: (["16 × 1 3/8"], "folding"),
    305: (["16 in", "16 × 1.75"], "folding, children’s"),
    254: (["14 in", "14 × 1.75"], "children’s"),
    203: (["12 in", "12 1/2 × 2 1/4"], "children’s, trailers"),
    137: (["8 in", "8 × 1 1/4"], "folding"),
}

_DECIMAL = {
    "12": 203, "14": 254, "16": 305, "18": 355, "20": 406, "24": 507,
    "26": 559, "27": 630, "27.5": 584, "28": 622, "29": 622,
}  # fmt: skip
"""Inch markings whose width is a decimal."""

_FRACTION = {
    ("12 1/2", "2 1/4"): 203, ("8", "1 1/4"): 137, ("16", "1 3/8"): 349, ("17", "1 1/4"): 369,
    ("18", "1 3/8"): 390, ("20", "1 3/8"): 451, ("20", "1 1/4"): 451, ("20", "1 1/8"): 451,
    ("24", "1"): 520, ("24", "1 1/8"): 520, ("24", "1 1/4"): 547, ("24", "1 3/8"): 540,
    ("26", "1"): 571, ("26", "1 1/4"): 597, ("26", "1 3/8"): 590, ("26", "1 1/2"): 584,
    ("27", "1"): 630, ("27", "1 1/8"): 630, ("27", "1 1/4"): 630, ("27", "1 3/8"): 630,
    ("28", "1 3/8"): 642, ("28", "1 1/2"): 635,
    ("28", "1 5/8 x 1 1/8"): 622, ("28", "1 5/8 x 1 1/4"): 622, ("28", "1 5/8 x 1 3/8"): 622,
}  # fmt: skip
"""Inch markings whose width is a fraction; the last figure of three is the width."""

_FRENCH = {
    "700a": 642,
    "700b": 635,
    "700c": 622,
    "650a": 590,
    "650b": 584,
    "650c": 571,
    "600a": 540,
    "450a": 390,
}

_TYRE = r"(?P<tyre>\d{2,3})"


def wheel_sizes(text: str) -> WheelSizes:
    """The sizes that a text may mean; every size is like an empty text.

    Reads ISO marks ("42-622", "622 × 42", "622"), French ones ("700 × 42C", "650B"), inch markings
    ("26 × 1.75", "20 × 1 3/8") and bare inches ("28 in"); more than one size is `read` where a marking
    does not tell. What cannot be read is looked for in every name. A decimal comma is a decimal point.
    Widths in inches are turned to the nearest millimetre; what is marked and what is measured differ by
    some millimetres either way.

    Bead seat diameters: ISO 5775-1 and -2, with their correspondence to inch markings.
    """
    plain = _plain(text)
    if read := _number(plain) or _iso(plain) or _french(plain) or _inches(plain):
        return WheelSizes(read=read, like=[])
    return WheelSizes(read=[], like=_named_like(plain))


def _plain(text: str) -> str:
    lowered = re.sub(r"(?<=\d),(?=\d)", ".", text.lower()).replace("–", "-")
    lowered = re.sub(r"[×*]|\bby\b", "x", lowered)
    lowered = re.sub(r"\"|″|''|\binch(?:es)?\b|\bin\b\.?", " in", lowered)
    lowered = re.sub(r"(?<=\d)in\b", " in", lowered)
    lowered = re.sub(r"(?<=[\da-c])\s*x\s*(?=\d)", " x ", lowered)
    lowered = re.sub(r"(\d)-(\d+/\d)", r"\1 \2", lowered)
    return re.sub(r"\s+", " ", lowered).strip()


def _size(bead_seat_mm: int, tyre_mm: int | None = None) -> WheelSize:
    names, use = _SIZES[bead_seat_mm]
    return WheelSize(bead_seat_mm=bead_seat_mm, tyre_mm=tyre_mm, names=names, use=use)


def _number(plain: str) -> list[WheelSize]:
    return [_size(int(plain))] if plain.isdecimal() and int(plain) in _SIZES and int(plain) > 100 else []


def _iso(plain: str) -> list[WheelSize]:
    for pattern in (_TYRE + r" ?(?:-|x) ?(?P<bead>\d{3})", r"(?P<bead>\d{3}) ?(?:-|x) ?" + _TYRE):
        if (found := re.fullmatch(pattern, plain)) and int(found["bead"]) in _SIZES:
            return [_size(int(found["bead"]), int(found["tyre"]))]
    return []


def _french(plain: str) -> list[WheelSize]:
    found = re.fullmatch(
        rf"(?P<size>700|650|600|450) ?(?P<before>[a-c]?)(?: ?x ?{_TYRE} ?(?P<after>[a-c]?))?", plain
    )
    if found is None:
        return []
    tyre = int(found["tyre"]) if found["tyre"] else None
    letters = found["before"] or found["after"] or ("c" if found["size"] == "700" else "bca")
    marks = (found["size"] + letter for letter in letters)
    return [_size(_FRENCH[mark], tyre) for mark in marks if mark in _FRENCH]


def _inches(plain: str) -> list[WheelSize]:
    nominal, _, width = plain.replace(" in", "").partition(" x ")
    last = width.rpartition(" x ")[2]
    if (nominal, width) in _FRACTION:
        return [_size(_FRACTION[nominal, width], _millimetres(last))]
    decimal = re.fullmatch(r"\d\.\d+|[2-5]", width)
    if decimal and nominal in _DECIMAL:
        return [_size(_DECIMAL[nominal], _millimetres(width))]
    if width or not re.fullmatch(r"\d{1,2}(?:\.5)?", nominal):
        return []
    first = [_DECIMAL[nominal]] if nominal in _DECIMAL else []
    others = [bead for (inches, _), bead in _FRACTION.items() if inches == nominal]
    return [_size(bead) for bead in dict.fromkeys([*first, *others])]


def _millimetres(inches: str) -> int:
    return round(float(sum(Fraction(part) for part in inches.split())) * INCH_MM)


def _named_like(plain: str) -> list[WheelSize]:
    return [
        _size(bead)
        for bead, (names, use) in _SIZES.items()
        if any(plain in _plain(word) for word in (str(bead), *names, use))
    ]
