"""Gears out of a text as makers print them: in ratios, percents, thousandths, teeth or fractions.

Whatever is not taken just as it stands is told, so that nothing is understood in silence.
"""

import math
import re
import unicodedata
from collections.abc import Sequence
from dataclasses import dataclass, field
from itertools import pairwise

from kettledrum.core.inside.gears import HIGHEST_RATIO
from kettledrum.core.terms.errors import InvalidInput, Problem

FEWEST_TEETH = 5
"""Of two whole numbers with a sign between them, both at least this, each is a count of teeth."""
PERCENT_LOWEST = 300.0
"""No hub's lowest gear is three to one: from here on whole numbers are thousandths and not percents. Ours."""
NEEDS_WHEEL = "needs the wheel"
_INCH_M = 0.0254
_LABELS = r"gear|speed|no|gang|vitesse|marcha|marcia|versnelling|växel|bieg"
_RATIO_TITLES = r"ratio|ratios|übersetzung|verhältnis|rapport|relación|rapporto|overbrenging|utväxling"
_SPEEDS = re.compile(r"\b\d{1,2}\s*-?\s*(?:speeds?|gang|gänge|vitesses|velocidades|marce)\b", re.IGNORECASE)
_WORD = re.compile(r"[^\W\d_]{3,}")
_NUMBER = r"\d+(?:[.,]\d+)?|[.,]\d+"
_TOKEN = re.compile(
    rf"""(?P<one>\b1\s*:\s*(?P<to_one>{_NUMBER}))
    |(?P<of_one>(?:{_NUMBER})\s*:\s*1\b(?![.,]\d))
    |(?P<two>(?<![\d.,])(?P<front>\d{{1,3}})\s*[x×*/:÷]\s*(?P<rear>\d{{1,3}})(?![\d]|[.,]\d))
    |(?P<number>{_NUMBER})\s*(?P<unit>%|″|"|''|in\b|inch(?:es)?\b|m\b|km/?h\b|mph\b|mm\b)?""",
    re.VERBOSE | re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class Figure:
    """A figure of a text: its value, the unit behind it, and the text where it is no plain number."""

    value: float
    unit: str = ""
    shown: str = ""
    whole: bool = False


@dataclass
class ListedGears:
    """Ratios in the order in which they stand, and what was made of them that does not stand there."""

    ratios: list[float]
    told: list[str] = field(default_factory=list)


def listed_gears(text: str, turn_m: float | None = None, primary: float | None = None) -> ListedGears:
    """The ratios that a list or a table holds.

    Gear inches and metres a turn are divided by what a turn of the cranks makes in direct drive: `turn_m`,
    the circumference of the wheel in m, times `primary`, front over rear teeth. Raises InvalidInput where
    there is no number, and with the code `NEEDS_WHEEL` where those two are missing.
    """
    told: list[str] = []
    lines = [_plain(line) for line in text.splitlines() if re.search(r"\d|[½⅓⅔¼¾]", line)]
    titles = [_plain(line) for line in text.splitlines() if _is_titles(_plain(line))]
    lines = _without_titles(lines, told)
    by_points = bool(re.search(r"\d\.\d", "\n".join(lines)))
    rows = [_figures(line, by_points=by_points) for line in lines]
    rows = [row for row in rows if row]
    if not rows:
        raise InvalidInput(
            [Problem("text", "holds no number; type or paste the gears, such as 0.53 0.64 0.76")]
        )
    under = _under_title(lines, titles, by_points=by_points)
    if under:
        return ListedGears(_ratios(under, told, turn_m, primary), told)
    if len(rows) > 1:
        rows = [row for row in rows if not _is_numbering(row)] or rows
    return ListedGears(_ratios(_column(rows, titles, lines), told, turn_m, primary), told)


def _plain(line: str) -> str:
    """A line with fractions written out, and without what it calls its gear."""
    line = re.sub(
        r"(?<!\d)[½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]", lambda found: f"{unicodedata.numeric(found[0]):.6g}", line
    ).replace("−", "-")
    if re.fullmatch(rf"(?i)\W*(?:{_LABELS})s?\W*\d+(?:\W+\d+)+\W*", line) and _count_on(line):
        return re.sub(r"[^\W\d]+", " ", line)
    line = re.sub(rf"(?i)^\s*(?:{_LABELS})\.?\s*\d+\s*[:=.)-]?(?=\s*\D*[\d.,])", " ", line)
    return re.sub(r"^\s*\d+\s*[)=](?=\s*\D*\d)|^\s*\d+\.(?=\s+\D*\d)|^\s*\d+:\s+(?=\D*\d)", " ", line)


def _count_on(line: str) -> bool:
    """Whether the whole numbers of a line go up or down by one, as a row of titles over gears does."""
    numbers = [int(number) for number in re.findall(r"\d{1,4}", line)]
    return {after - before for before, after in pairwise(numbers)} in ({1}, {-1})


def _is_titles(line: str) -> bool:
    return bool(re.search(rf"(?i)\b(?:{_RATIO_TITLES})\b", line)) and not re.search(r"\d[.,]\d", line)


def _without_titles(lines: list[str], told: list[str]) -> list[str]:
    """The lines without those above the figures that hold a name or a year, and without counts of speeds."""
    while len(lines) > 1 and _is_name(lines[0]) and not all(map(_is_name, lines)):
        told.append(f"“{' '.join(lines[0].split())[:60]}” was taken for a title")
        lines = lines[1:]
    kept = []
    for line in lines:
        found = _SPEEDS.sub(" ", line)
        if found != line:
            told.append("how many speeds it is said to have was left out")
        kept.append(found)
    return kept


def _is_name(line: str) -> bool:
    """Whether a line with a figure in it is a name: words, and whole numbers without a sign of percent."""
    if re.search(rf"(?i)\b(?:{_RATIO_TITLES})\b", line):
        return False
    return bool(_WORD.search(line)) and not re.search(r"\d[.,]\d|%|\d\s*[x×/:]\s*\d", line)


def _figures(line: str, *, by_points: bool) -> list[Figure]:
    # 0,53,0,64 cannot be told apart from thousands: commas with a space after them part numbers.
    if by_points:
        line = re.sub(r"(?<=\d),(?=\d)", " ", line)
    line = re.sub(r",(?!\d)", " ", line)
    return [_figure(found) for found in _TOKEN.finditer(line)]


def _figure(found: re.Match[str]) -> Figure:
    if found["to_one"]:
        return Figure(_value(found["to_one"]))
    if found["of_one"]:
        return Figure(_value(found["of_one"].partition(":")[0]))
    if found["two"]:
        front, rear = int(found["front"]), int(found["rear"])
        value = front / rear if rear else math.inf
        return Figure(value, "teeth" if min(front, rear) >= FEWEST_TEETH else "", found["two"])
    return Figure(_value(found["number"]), (found["unit"] or "").lower(), whole=found["number"].isdecimal())


def _value(text: str) -> float:
    return float(text.replace(",", "."))


def _counts(row: Sequence[Figure]) -> bool:
    """Whether figures go up or down by one, as those of gears do."""
    return {after.value - before.value for before, after in pairwise(row)} in ({1.0}, {-1.0})


def _is_numbering(row: Sequence[Figure]) -> bool:
    """Whether a row of a table numbers the gears below it: 1 2, or three and more that count on."""
    return len(row) > 1 and (len(row) > 2 or (row[0].value == 1 and row[0].whole)) and _counts(row)


def _column(rows: list[list[Figure]], titles: list[str], lines: list[str]) -> list[Figure]:
    """The figures that are the gears: the only row or column; of a table, the one titled so or that runs."""
    if len(rows) == 1 or all(len(row) == 1 for row in rows):
        return [figure for row in rows for figure in row]
    columns = [list(column) for column in zip(*rows, strict=False)]
    titled = _titled(titles, columns, lines)
    if titled is not None:
        return titled
    for column in columns:
        values = [figure.value for figure in column]
        if not _counts(column) and _runs_one_way(values) and column[0].unit in ("", "%", "teeth"):
            return column
    return [figure for row in rows for figure in row]


def _under_title(lines: list[str], titles: list[str], *, by_points: bool) -> list[Figure]:
    """The figures in the cells under the title “ratio” of a table whose cells are parted by a sign."""
    sign = next((each for each in "\t;|" if lines and all(each in line for line in lines)), None)
    for title in titles if sign else []:
        cells = title.split(sign)
        if len(lines) < 2 or title in lines or len(cells) < 2:
            continue
        place = next(
            (at for at, cell in enumerate(cells) if re.search(rf"(?i)\b(?:{_RATIO_TITLES})\b", cell)), None
        )
        if place is None:
            continue
        held = [line.split(sign)[place] if line.count(sign or "") >= place else "" for line in lines]
        percent = "%" if "%" in cells[place] else ""
        found = [_figures(cell, by_points=by_points)[:1] for cell in held]
        return [
            Figure(each.value, each.unit or percent, each.shown, each.whole)
            for figures in found
            for each in figures
        ]
    return []


def _titled(titles: list[str], columns: list[list[Figure]], lines: list[str]) -> list[Figure] | None:
    """The column under the title “ratio”, where titles and columns can be told to go together."""
    for title in titles:
        cells = [cell for cell in re.split(r"\t|[;|,]|\s{2,}", title) if cell.strip()]
        if len(cells) < len(columns):
            cells = title.split()
        if len(cells) < len(columns):
            continue
        place = next(
            place for place, cell in enumerate(cells) if re.search(rf"(?i)\b(?:{_RATIO_TITLES})", cell)
        )
        # A first column without figures, of names, is none of those found.
        place -= max(0, len(cells) - len(columns)) if not re.match(r"\s*\d", lines[-1]) else 0
        if 0 <= place < len(columns):
            return columns[place]
    return None


def _runs_one_way(values: Sequence[float]) -> bool:
    steps = [after - before for before, after in pairwise(values)]
    return all(step > 0 for step in steps) or all(step < 0 for step in steps)


def _ratios(
    figures: list[Figure], told: list[str], turn_m: float | None, primary: float | None
) -> list[float]:
    figures = _without_odd_wholes(figures, told)
    units = {figure.unit for figure in figures}
    if units & {"km/h", "kmh", "mph", "mm"}:
        raise InvalidInput([Problem("text", "holds speeds or lengths in mm; paste the ratios alone")])
    if units & {"m", "in", "inch", "inches", '"', "″", "''"}:
        return _from_developments(figures, told, turn_m, primary)
    if "teeth" in units:
        first = next(figure for figure in figures if figure.unit == "teeth")
        told.append(f"{first.shown} was taken as teeth: {first.value:.4g} turns of the wheel for one")
    elif any(figure.shown for figure in figures):
        first = next(figure for figure in figures if figure.shown)
        told.append(f"{first.shown} was taken as a fraction: {first.value:.4g}")
    if "%" in units:
        return [figure.value / (100 if figure.unit in ("%", "") else 1) for figure in figures]
    values = [figure.value for figure in figures]
    if units == {""} and min(values) > HIGHEST_RATIO:
        share, name = (1000, "thousandths") if min(values) >= PERCENT_LOWEST else (100, "percents")
        told.append(f"whole numbers were taken as {name}: {values[0]:g} as {values[0] / share:g}")
        return [value / share for value in values]
    return values


def _without_odd_wholes(figures: list[Figure], told: list[str]) -> list[Figure]:
    """Among figures with decimals, whole ones beyond any ratio are years or names, and no gears."""
    decimal = [figure for figure in figures if not figure.whole and figure.value <= HIGHEST_RATIO]
    odd = [f for f in figures if f.whole and not f.unit and f.value > HIGHEST_RATIO]
    if not odd or len(decimal) < max(2, len(odd)):
        return figures
    told.append(f"{', '.join(f'{each.value:g}' for each in odd[:4])} stands among ratios and was left out")
    return [figure for figure in figures if figure not in odd]


def _from_developments(
    figures: list[Figure], told: list[str], turn_m: float | None, primary: float | None
) -> list[float]:
    metres = any(figure.unit == "m" for figure in figures)
    name = "metres a turn of the cranks" if metres else "gear inches"
    if turn_m is None or primary is None:
        raise InvalidInput(
            [
                Problem(
                    "text",
                    f"holds {name}, in which the wheel and the sprockets are counted: "
                    "say below with which teeth and wheel they were given",
                    NEEDS_WHEEL,
                )
            ]
        )
    each = 1.0 if metres else math.pi * _INCH_M
    told.append(f"{name} were divided by a wheel of {turn_m:g} m and sprockets of {primary:.3g} to one")
    return [figure.value * each / turn_m / primary for figure in figures]
