"""A bicycle as an advertisement names it, in one line: “36 × 11–46, 28 in”, “8-speed hub 38 × 20, 20 in”."""

import math
import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

from kettledrum.core.job.starting_points import starting_points
from kettledrum.core.parts.cassette_range import WIDE_STEP, even_teeth
from kettledrum.core.parts.figures import part_figures
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.quick import patterns
from kettledrum.core.quick.wheel_named import wheel_named
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.in_words import listed
from kettledrum.core.terms.quantities import NAME_LENGTH
from kettledrum.core.terms.validation import validate

USUAL_STEP = 0.145
"""From one sprocket of a cassette to the next, where neither their number nor the cassette is known; ours."""
_FEWEST, _MOST = 7, 12
_USUAL_BEAD_MM, _USUAL_TYRE_MM = 622, 42
_SMALL_TYRE_MM = 40
_HELP_ENDS_KMH = 25.0
_MOTOR_NM, _HUB_MOTOR_NM, _MOTOR_W = 60.0, 40.0, 450.0

_SMALLEST_RING = 20
"""With fewer teeth a dashed pair is no ring and its sprocket."""
_MOST_SPROCKETS = 13
"""No cassette has more."""
_LARGEST_ON_HUB = 26
"""A larger sprocket is the largest of a cassette."""


@dataclass
class Advertised:
    """A bicycle that was read: the setup, its mass in kg where it is said, what was taken for want of a word,
    and the words that nothing was made of.
    """

    setup: Setup
    mass_kg: float | None
    taken: list[str]
    left_out: list[str]


@dataclass
class _Line:
    """What is left of a line while it is read, and what was taken."""

    text: str
    taken: list[str] = field(default_factory=list)

    def take(self, pattern: re.Pattern[str]) -> re.Match[str] | None:
        """The first place that a pattern matches, which is then no longer there."""
        found = pattern.search(self.text)
        if found:
            self.text = f"{self.text[: found.start()]} | {self.text[found.end() :]}"
        return found


def advertised(text: str, parts: Sequence[Part] = ()) -> Advertised:
    """Reads a line as advertisements write them, with the hubs and cassettes of a shelf to tell gears by.

    Raises InvalidInput, for the field `bike`, where there are no sprockets and no gears in it, or where a hub
    is named of which nothing is known.
    """
    line = _Line(_plain(text))
    wheel = _wheel(line)
    mass = line.take(patterns.MASS)
    motor = _motor(line)
    path = _path(line, parts)
    if not path:
        raise _refused(
            "names no gears: type front × rear teeth, such as 36 × 11–46 or 44 × 18, or a hub, such as "
            "8-speed hub 38 × 20; then the wheel, such as 28 in"
        )
    points = starting_points()
    data: dict[str, Any] = {
        "format": "kettledrum-setup/1",
        "name": " ".join(text.split())[:NAME_LENGTH],
        "cranks": points.cranks.model_dump(mode="json", exclude_unset=True),
        "path": path,
        "wheel": wheel,
    }
    if motor:
        data["motors"] = [motor]
    kg = None if mass is None else _number(mass["mass"]) * (1 if mass["unit"] == "kg" else 0.45359237)
    words = [word for word in re.findall(r"[^\W_][\w%./×-]*", line.text) if word not in patterns.EMPTY_WORDS]
    try:
        setup = validate(Setup, data)
    except InvalidInput as error:
        # Whatever of it cannot be, it was typed into the one line.
        raise _refused(f"holds what cannot be: {error.problems[0].what}") from error
    return Advertised(setup, kg, line.taken, words)


def _plain(text: str) -> str:
    lowered = " ".join(text.lower().split())
    lowered = re.sub(r"[–—−]", "-", lowered)
    lowered = patterns.IN_WORDS.sub(lambda found: str(patterns.NUMBERS.index(found[1]) + 2), lowered)
    return re.sub(r"\s*(?<=[\dtr \"])[x×*]\s*(?=\d)", " x ", lowered)


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _refused(what: str) -> InvalidInput:
    return InvalidInput([Problem("bike", what)])


def _wheel(line: _Line) -> dict[str, Any]:
    named = wheel_named(line.text)
    line.text = patterns.WHEEL.sub(" | ", line.text)
    bare = None if named or not re.search(r"\d.*,", line.text) else line.take(patterns.BARE_INCHES)
    if bare:
        line.taken.append(f"{bare['inches']} as a wheel of so many inches")
        named = wheel_named(f"{bare['inches']} in")
    if named is None:
        line.taken.append(f"wheel of 28 inch ({_USUAL_BEAD_MM} mm), tyre of {_USUAL_TYRE_MM} mm")
        return {"bead_seat_mm": _USUAL_BEAD_MM, "tyre_mm": _USUAL_TYRE_MM}
    size = named.size
    if size is None:
        raise _refused(f"holds a wheel size that is not known, “{named.written}”: type 28 in or 42-622")
    if named.apart:
        line.taken.append(f"{named.written} as the wheel that is driven")
    tyre = size.tyre_mm
    if tyre is None:
        tyre = _USUAL_TYRE_MM if size.bead_seat_mm > 500 else _SMALL_TYRE_MM
        line.taken.append(f"tyre of {tyre} mm on a rim of {size.bead_seat_mm} mm")
    return {"bead_seat_mm": size.bead_seat_mm, "tyre_mm": tyre}


def _motor(line: _Line) -> dict[str, Any] | None:
    torque, power = line.take(patterns.TORQUE), line.take(patterns.WATT)
    at = next((place for place, pattern in patterns.MOTORS if line.take(pattern)), None)
    if at is None and torque is None:
        return None
    at = at or "cranks"
    motor: dict[str, Any] = {
        "name": f"{'crank' if at == 'cranks' else at} motor",
        "at": at,
        "assist": {"cutoff_kmh": _HELP_ENDS_KMH},
    }
    motor["torque_nm"] = float(torque["nm"]) if torque else _MOTOR_NM if at == "cranks" else _HUB_MOTOR_NM
    # What is named is what may be called on for long; a motor gives more for a while.
    motor["power_w"] = max(float(power["w"]), _MOTOR_W) if power else _MOTOR_W
    said = [] if torque else [f"{motor['torque_nm']:g} Nm"]
    told = [*said, f"{motor['power_w']:g} W at its most", f"help up to {_HELP_ENDS_KMH:g} km/h"]
    line.taken.append(f"motor with {listed(told)}")
    battery = _battery(line)
    return {**motor, "battery": battery} if battery else motor


def _battery(line: _Line) -> dict[str, Any] | None:
    """By its energy, or by voltage and charge, whose product that is."""
    charge, energy = line.take(patterns.CHARGE), line.take(patterns.ENERGY)
    stated = {"voltage_v": _number(charge["volt"])} if charge else {}
    if energy:
        each = _number(energy["energy"]) * (1000 if energy["kilo"] else 1)
        return {"energy_wh": each * int(energy["count"] or 1), **stated}
    if charge:
        return {"energy_wh": _number(charge["volt"]) * _number(charge["charge"]), **stated}
    return None


def _path(line: _Line, parts: Sequence[Part]) -> list[dict[str, Any]]:
    drive = "belt" if line.take(patterns.BELT) else "chain"
    if line.take(patterns.STEPLESS):
        return _with_case(line, "hub", _stepless(line, parts), drive)
    by_speeds = line.take(patterns.RINGS_BY_SPEEDS)
    speeds = line.take(patterns.SPEEDS)
    said = by_speeds["speeds"] if by_speeds else speeds["count"] if speeds else None
    count = None if said is None else int(said)
    if line.take(patterns.GEARBOX):
        return _with_case(line, "gearbox", _case(line, "gearbox", count, parts), drive)
    if line.take(patterns.HUB):
        return _with_case(line, "hub", _case(line, "hub", count, parts), drive)
    single = line.take(patterns.SINGLE)
    teeth = _cassette(line, _behind(line, count), parts)
    if teeth is None:
        pair = _pair(line, dashed=single is not None or (count or 0) > 1)
        if pair is None:
            return []
        if by_speeds is None and count and count > 1:
            # So many speeds on one ring and one sprocket are in a hub.
            [ring], [sprocket] = pair
            if sprocket > _LARGEST_ON_HUB:
                raise _refused(
                    f"names {count} speeds and one sprocket of {sprocket}: type the cassette by its two "
                    f"ends, such as {ring} × 11–{sprocket}, or a hub, such as {count}-speed hub {ring} × 20"
                )
            line.taken.append(f"its {count} speeds as those of a hub, since one sprocket is named")
            return [_sprockets(drive, *pair), _case(line, "hub", count, parts)]
        return [_sprockets(drive, *pair)]
    rings = line.take(patterns.RINGS)
    if rings is None:
        raise _refused(
            f"holds a cassette, {teeth[0]}–{teeth[-1]}, but no chainring: type both, such as "
            f"36 × {teeth[0]}–{teeth[-1]}"
        )
    front = sorted(int(each) for each in re.findall(r"\d+", rings["rings"]))
    return [_sprockets("chain", front, teeth)]


def _pair(line: _Line, *, dashed: bool) -> tuple[list[int], list[int]] | None:
    """One ring and one sprocket, by what stands between their teeth or beside them; None without."""
    if found := line.take(patterns.PAIR):
        return [int(found["front"])], [int(found["rear"])]
    found = patterns.DASHED_PAIR.search(line.text) if dashed else None
    if found and int(found["front"]) >= _SMALLEST_RING:
        line.take(patterns.DASHED_PAIR)
        return [int(found["front"])], [int(found["rear"])]
    front, rear = patterns.NAMED_FRONT.search(line.text), patterns.NAMED_REAR.search(line.text)
    if front and rear:
        line.take(patterns.NAMED_FRONT)
        line.take(patterns.NAMED_REAR)
        return [int(front["teeth"] or front["before"])], [int(rear["teeth"] or rear["before"])]
    return None


def _sprockets(drive: str, front: list[int], rear: list[int]) -> dict[str, Any]:
    return {"kind": "sprockets", "drive": drive, "front": front, "rear": rear}


def _behind(line: _Line, count: int | None) -> int | None:
    """How many sprockets so many speeds are: with several rings more than any cassette has are all gears."""
    rest = _Line(line.text)
    if rest.take(patterns.TEETH_LIST) is None:
        rest.take(patterns.CASSETTE)
    rings = rest.take(patterns.RINGS)
    number = len(re.findall(r"\d+", rings["rings"])) if rings else 1
    return count // number if count and count > _MOST_SPROCKETS and count % number == 0 else count


def _cassette(line: _Line, count: int | None, parts: Sequence[Part]) -> list[int] | None:
    if found := line.take(patterns.TEETH_LIST):
        return sorted(int(teeth) for teeth in re.findall(r"\d+", found[0]))
    found = line.take(patterns.CASSETTE)
    if found is None or int(found["high"]) <= (1 + WIDE_STEP) * int(found["low"]):
        if found is not None:
            line.text = f"{found['low']} x {found['high']} {line.text}"
        return None
    low, high = int(found["low"]), int(found["high"])
    known = [sorted(part.teeth) for part in parts if part.kind == "cassette" and part.teeth]
    fits = [each for each in known if (each[0], each[-1]) == (low, high) and count in (None, len(each))]
    if fits:
        teeth = fits[0]
    else:
        usual = round(math.log(high / low) / math.log(1 + USUAL_STEP)) + 1
        teeth = even_teeth(low, high, count or min(max(usual, _FEWEST), _MOST))
    if count is None or not fits:
        line.taken.append(f"{low}–{high} as a cassette of {len(teeth)}: {' '.join(map(str, teeth))}")
    return teeth


def _case(line: _Line, kind: str, count: int | None, parts: Sequence[Part]) -> dict[str, Any]:
    """The gears of a hub or gearbox with so many: the cheapest in Parts, or even over a stated range."""
    share, by_itself = line.take(patterns.RANGE), line.take(patterns.BY_ITSELF) is not None
    known = [(part, part_figures(part)) for part in parts if part.kind == kind]
    same = [(part, figures) for part, figures in known if figures.gears == count and figures.gears]
    same.sort(
        key=lambda each: (
            (each[0].change is not None and each[0].change.by == "speed") != by_itself,
            each[0].price is None,
            each[0].price or 0,
        )
    )
    if same and share is None:
        part = same[0][0]
        line.taken.append(f"its gears as those of “{part.name}” in Parts")
        given = part.model_dump(mode="json", exclude_unset=True)
        keys = ("name", "gears", "change", "efficiency", "limits", "lubricant", "behaviour", "fit")
        return {"kind": kind, **{key: given[key] for key in keys if key in given}}
    if not count:
        raise _refused(f"does not say how many gears the {kind} has: type 8-speed {kind}, for one")
    if count == 1:
        if share and float(share["range"]) != 100:
            raise _refused(f"names a {kind} with one gear, which has no range of {share['range']} %")
        line.taken.append("its one gear as direct drive")
        return {"kind": kind, "name": f"1-speed {kind}", "gears": {"ratios": [1.0]}}
    if share is None:
        counts = sorted({figures.gears for _, figures in known if figures.gears})
        has = f"; Parts has {kind}s of {listed([str(each) for each in counts])}" if counts else ""
        raise _refused(
            f"names a {kind} with {count} gears, of which nothing is known{has}. Add its range, as in "
            f"{count}-speed {kind} 400 %"
        )
    over = float(share["range"]) / 100
    line.taken.append(f"its {count} gears as evenly spaced over {over * 100:g} %")
    ratios = [over ** (place / (count - 1) - 0.5) for place in range(count)]
    name = f"{count}-speed {kind}, {over * 100:g} %"
    return {"kind": kind, "name": name, "gears": {"ratios": [round(ratio, 4) for ratio in ratios]}}


def _stepless(line: _Line, parts: Sequence[Part]) -> dict[str, Any]:
    share = line.take(patterns.RANGE)
    if share:
        over = math.sqrt(float(share["range"]) / 100)
        return {"kind": "hub", "gears": {"stepless": {"low": round(1 / over, 4), "high": round(over, 4)}}}
    known = [part for part in parts if part.kind == "hub" and part.gears and part.gears.stepless]
    if known:
        line.taken.append(f"its range as that of “{known[0].name}” in Parts")
        given = known[0].model_dump(mode="json", exclude_unset=True)
        return {"kind": "hub", "name": given["name"], "gears": {"stepless": given["gears"]["stepless"]}}
    raise _refused("names a stepless hub of which nothing is known: add its range, as in stepless hub 350 %")


def _with_case(line: _Line, kind: str, case: dict[str, Any], drive: str) -> list[dict[str, Any]]:
    pair = _pair(line, dashed=True)
    if pair:
        front, rear = pair
    else:
        points = starting_points()
        usual = points.before_hub if kind == "hub" else points.behind_gearbox
        assert usual.kind == "sprockets"
        front, rear = list(usual.front or []), list(usual.rear or [])
        line.taken.append(f"sprockets of {front[0]} × {rear[0]}")
    sprockets = _sprockets(drive, front, rear)
    return [sprockets, case] if kind == "hub" else [case, sprockets]
