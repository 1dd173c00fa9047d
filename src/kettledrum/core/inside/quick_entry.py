"""Gears as makers state them and riders count them: lists, steps, ends, tables pasted in, turns of the
wheel."""

import re
from itertools import pairwise
from math import exp, log
from statistics import median
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from kettledrum.core.inside.gears import HIGHEST_RATIO, MOST_GEARS
from kettledrum.core.inside.listed_gears import ListedGears, listed_gears
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.quantities import Model, StageRatio, Teeth, Turns, Within

LONGEST_TEXT = 20_000
LOWEST_RATIO = 0.001
"""As low as a setup's gears may be altogether."""
Way = Literal["list", "steps", "ends", "bench"]
GearCount = Annotated[int, Within(2, 100, whole=True)]
ReadTo = Annotated[float, Within(0.001, 1)]

ODD_STEP = 2.0
"""A step this many times larger or smaller than the usual one is pointed at."""
_NUMBER = r"\d+(?:[.,]\d+)?"


class GearEntry(Model):
    """Gears to be understood, in one of four ways.

    - "list": `text` holds ratios, one after the other or as a table with labels and other columns, in
      decimals, percents, thousandths, teeth or fractions; or gear inches or metres a turn, which need the
      teeth, `front` and `rear`, and the circumference of the wheel, `wheel_m`, that they were given with;
    - "steps": `text` holds the steps in percent from the `lowest` gear up;
    - "ends": `count` gears evenly spaced from the `lowest` over a `range` (5.26, or 526 for percent);
    - "bench": `text` holds the turns of the wheel for `crank_turns` of the cranks in each gear, read to
      `read_to` of a turn; `front` and `rear` are the teeth on the bench, so that what is inside the hub can
      be told from what is outside.
    """

    way: Way
    text: Annotated[str, Field(max_length=LONGEST_TEXT)] = ""
    lowest: StageRatio = 1.0
    range: Annotated[float, Within(1, 2000, above=True)] | None = None
    count: GearCount | None = None
    crank_turns: Turns = 10
    read_to: ReadTo = 0.05
    front: Teeth | None = None
    rear: Teeth | None = None
    wheel_m: Annotated[float, Within(0.3, 4, unit="m")] | None = None


class Remark(BaseModel):
    """Something odd about a gear, given by its place from 0 in the order it was entered in; or about all."""

    gear: int | None
    what: str


class UnderstoodGears(BaseModel):
    """Ratios as they were understood, in the order they were entered in; nothing of it is taken by itself.

    `uncertainty` is the share by which a counted ratio may be off either way, null for the other ways.
    """

    ratios: list[float]
    uncertainty: list[float] | None
    remarks: list[Remark]


def understand(entry: GearEntry) -> UnderstoodGears:
    """The gears that an entry means, with odd ones pointed at.

    Raises InvalidInput where it holds no number, too many, or one that no gear can have.
    """
    told: list[str] = []
    if entry.way == "list":
        listed = _listed(entry)
        ratios, told = listed.ratios, listed.told
    else:
        ways = {"steps": _stepped, "ends": _spaced, "bench": _counted}
        ratios = ways[entry.way](entry)
    if len(ratios) > MOST_GEARS:
        raise _refused("text", f"holds {len(ratios)} gears; at most {MOST_GEARS} are taken")
    for place, ratio in enumerate(ratios, start=1):
        if not LOWEST_RATIO <= ratio <= HIGHEST_RATIO:
            raise _refused(
                "lowest" if entry.way in ("steps", "ends") and place == 1 else "text",
                f"makes a gear {place} of {ratio:.4g}; from {LOWEST_RATIO} to {HIGHEST_RATIO} is allowed",
            )
    uncertainty = None
    if entry.way == "bench":
        uncertainty = [entry.read_to / turns for turns in _numbers(entry.text)]
    rounded = [round(ratio, 4) for ratio in ratios]
    remarks = [Remark(gear=None, what=what) for what in told] + _remarks(rounded)
    return UnderstoodGears(ratios=rounded, uncertainty=uncertainty, remarks=remarks)


def _listed(entry: GearEntry) -> ListedGears:
    primary = None if entry.front is None or entry.rear is None else entry.front / entry.rear
    return listed_gears(entry.text, entry.wheel_m, primary)


def _stepped(entry: GearEntry) -> list[float]:
    ratios = [entry.lowest]
    for percent in _numbers(entry.text):
        ratios.append(ratios[-1] * (1 + percent / 100))
    return ratios


def _spaced(entry: GearEntry) -> list[float]:
    if entry.range is None:
        raise _refused("range", "is missing: how many times the highest gear is the lowest, or percent")
    if entry.count is None:
        raise _refused("count", "is missing: how many gears there are")
    # Makers give 526 % as often as 5.26.
    times = entry.range / 100 if entry.range > HIGHEST_RATIO else entry.range
    if times <= 1:
        raise _refused("range", "must be above 1, or above 100 %")
    return [entry.lowest * times ** (place / (entry.count - 1)) for place in range(entry.count)]


def _counted(entry: GearEntry) -> list[float]:
    """Turns of the wheel ÷ turns of the cranks is the overall ratio; ÷ (front ÷ rear) leaves the inside."""
    for field, value in (("front", entry.front), ("rear", entry.rear)):
        if value is None:
            raise _refused(field, "is missing: the teeth that were on while it was counted")
    assert entry.front is not None and entry.rear is not None
    primary = entry.front / entry.rear
    return [turns / entry.crank_turns / primary for turns in _numbers(entry.text)]


def _numbers(text: str) -> list[float]:
    """The numbers in a text. A comma is a decimal one unless the text has decimal points or parts with it."""
    if re.search(r"\d\.\d", text):
        text = text.replace(",", " ")
    # 0,53,0,64 cannot be told apart from thousands: commas with a space after them part numbers.
    text = re.sub(r",(?!\d)", " ", text)
    found = [float(number.replace(",", ".")) for number in re.findall(_NUMBER, text)]
    if not found:
        raise _refused("text", "holds no number; type or paste the gears, such as 0.53 0.64 0.76")
    return found


def _remarks(ratios: list[float]) -> list[Remark]:
    remarks = []
    rising = sum(after > before for before, after in pairwise(ratios)) >= (len(ratios) - 1) / 2
    steps = [log(after / before) * (1 if rising else -1) for before, after in pairwise(ratios)]
    usual = median([step for step in steps if step > 0] or [0.0])
    for place, step in enumerate(steps, start=1):
        gear = f"gear {place + 1} ({ratios[place]:g})"
        if step == 0:
            remarks.append(Remark(gear=place, what=f"{gear} is the same as the one before"))
        elif step < 0:
            lower = "lower" if rising else "higher"
            remarks.append(Remark(gear=place, what=f"{gear} is out of order: {lower} than the one before"))
        elif len(steps) > 2 and usual and not 1 / ODD_STEP < step / usual < ODD_STEP:
            share = abs(ratios[place] / ratios[place - 1] - 1)
            others = abs(exp(usual if rising else -usual) - 1)
            remarks.append(
                Remark(
                    gear=place,
                    what=f"the step to {gear} is {share * 100:.0f} %; "
                    f"the others are about {others * 100:.0f} %",
                )
            )
    return remarks


def _refused(where: str, what: str) -> InvalidInput:
    return InvalidInput([Problem(where, what)])
