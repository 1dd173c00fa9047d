"""A part from the shelf into a setup, and from a setup onto the shelf: copied either way, never shared."""

from typing import Any

from kettledrum.core.parts.part import Part, PartKind
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import GearboxStage, HubStage, few_gears
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.validation import validate

_STAGE_KINDS: dict[PartKind, str] = {"hub": "hub", "gearbox": "gearbox", "chaingear": "gearbox"}
_CARRIED = [key for key in Part.model_fields if key in HubStage.model_fields and key != "kind"]
"""What a stage and a part on the shelf both hold."""

_OF_ANY = ("price", "care")


def _kept(given: dict[str, Any]) -> dict[str, Any]:
    """What any part may state, of what is given."""
    return {key: given[key] for key in _OF_ANY if given.get(key) is not None}


def as_stage(part: Part, kind: str) -> dict[str, Any]:
    """A hub, gearbox or chaingear as a stage of a kind, in a setup file."""
    given = part.model_dump(mode="json", exclude_unset=True)
    return {"kind": kind, **{key: given[key] for key in _CARRIED if key in given}}


def as_motor(part: Part) -> dict[str, Any]:
    """A motor as it stands in a setup file, at the cranks unless it says where, with all that is known of
    it.
    """
    given = part.model_dump(mode="json", exclude_unset=True)
    mass = {key: given[key] for key in ("mass_kg", "mass_at") if given.get(key) is not None}
    return {"at": "cranks", **given["motor"], **_kept(given), **mass, "name": part.name}


def with_part(setup: Setup, part: Part) -> Setup:
    """A setup with a part in the place of the one it had, or added where it had none.

    A hub goes last in the path, a gearbox or chaingear first; a cassette takes the place of the rear teeth
    of the last sprockets, a crankset that of the front teeth of the first; a motor joins those there are.
    Raises InvalidInput where the setup has no place for it, or the path would then have too many gears.
    """
    data: dict[str, Any] = setup.model_dump(mode="json", exclude_unset=True)
    given = part.model_dump(mode="json", exclude_unset=True)
    path: list[dict[str, Any]] = data["path"]
    if part.kind in _STAGE_KINDS:
        kind = _STAGE_KINDS[part.kind]
        stage = as_stage(part, kind)
        places = [place for place, old in enumerate(path) if old["kind"] == kind]
        if places:
            path[places[0]] = stage
        else:
            path.insert(len(path) if kind == "hub" else 0, stage)
    elif part.kind in ("cassette", "crankset"):
        rows = [stage for stage in path if stage["kind"] == "sprockets" and "pairs" not in stage]
        if not rows:
            raise InvalidInput(
                [Problem("path", f"has no sprockets that a {part.kind} could take the place of")]
            )
        if part.kind == "cassette":
            rows[-1]["rear"] = given["teeth"]
        else:
            rows[0]["front"] = given["teeth"]
            if part.crank_mm is not None:
                data["cranks"]["length_mm"] = part.crank_mm
    elif part.kind == "wheel":
        data["wheel"] = {**given["wheel"], **_kept(given)}
    else:
        data["motors"] = [*data.get("motors", []), as_motor(part)]
    return validate(Setup, data)


def part_from(setup: Setup, place: str) -> Part:
    """The part at a `place` of a setup: a stage by its number ("0"), or "wheel".

    Sprockets are saved by what they are: as a cassette where there are several at the rear, otherwise as a
    crankset. Raises InvalidInput for a place that is not there.
    """
    data: dict[str, Any] = setup.model_dump(mode="json", exclude_unset=True)
    if place == "wheel":
        wheel = data["wheel"]
        mark = (
            f"{wheel['tyre_mm']:g}-{wheel['bead_seat_mm']:g}"
            if {"tyre_mm", "bead_seat_mm"} <= wheel.keys()
            else "by roll-out"
        )
        plain = {key: value for key, value in wheel.items() if key not in _OF_ANY}
        return validate(Part, {"kind": "wheel", "name": f"wheel, {mark}", "wheel": plain, **_kept(wheel)})
    if not place.isdecimal() or int(place) >= len(data["path"]):
        raise InvalidInput([Problem("place", "must be a stage of the setup, or “wheel”")])
    stage = data["path"][int(place)]
    if stage["kind"] != "sprockets":
        kind = stage["kind"]
        typed = setup.path[int(place)]
        if isinstance(typed, GearboxStage) and few_gears(typed):
            kind = "chaingear"
        carried = {
            key: stage[key]
            for key in _CARRIED
            if key in stage and isinstance(stage[key], dict | list | str | float | int)
        }
        return validate(Part, {"kind": kind, **carried, "name": stage.get("name", f"{kind} of {setup.name}")})
    if "pairs" in stage:
        raise InvalidInput([Problem("place", "set pairings cannot be put in Parts as one part")])
    rear, front = stage["rear"], stage["front"]
    if len(rear) > 1:
        return validate(
            Part, {"kind": "cassette", "name": f"cassette {min(rear)}–{max(rear)}", "teeth": rear}
        )
    return validate(
        Part,
        {
            "kind": "crankset",
            "name": f"crankset {'/'.join(map(str, front))}",
            "teeth": front,
            "crank_mm": data["cranks"]["length_mm"],
        },
    )
