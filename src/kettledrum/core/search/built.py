"""A drive of the search as a setup: on the cranks and wheel of another, with what the job tells of its
chains.
"""

from collections.abc import Mapping
from typing import Any

from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.use import as_motor, as_stage
from kettledrum.core.search.base import Base
from kettledrum.core.search.own import OwnSprockets, Sort
from kettledrum.core.terms.quantities import NAME_LENGTH
from kettledrum.core.terms.validation import validate

_RUN = {"front_line_mm", "front_gap_mm", "rear_gap_mm", "pitch_mm", "tensioner"}
"""What of a run does not depend on the teeth, nor on the hub."""


def built(base: Base, front: int, rear: int, on: Setup, own: Mapping[Sort, OwnSprockets]) -> Setup:
    """The drive of a base with one pairing. Raises InvalidInput where a path of that many gears is none."""
    bare = on.model_dump(mode="json", exclude_unset=True, include={"format", "cranks", "wheel"})
    _without_spokes(bare["wheel"])
    path = [
        *([as_stage(base.box.part, "gearbox")] if base.box else []),
        _sprockets(base, front, rear, own),
        *([as_stage(base.hub.part, "hub")] if base.hub else []),
    ]
    data: dict[str, Any] = {**bare, "name": name_of(base, front, rear), "path": path}
    if base.crankset:
        data["cranks"] = _cranks(base.crankset, bare["cranks"])
    if base.motor:
        data["motors"] = [as_motor(base.motor.part)]
    return validate(Setup, data)


def name_of(base: Base, front: int, rear: int) -> str:
    """What a drive is called: by its parts, its teeth and, where it is one, its belt."""
    rings = "/".join(map(str, sorted(base.crankset.teeth or []))) if base.crankset else str(front)
    teeth = f"ring{'s' if '/' in rings else ''} of {rings}" if base.cassette else f"{rings} × {rear}"
    end = f", {teeth}{', belt' if base.drive == 'belt' else ''}"
    if base.motor:
        end += f", {base.motor.part.name}"
    return f"{base.name[: NAME_LENGTH - len(end)]}{end}"[:NAME_LENGTH]


def _cranks(part: Part, before: dict[str, Any]) -> dict[str, Any]:
    """The cranks of a crankset, in place of those that there are."""
    cranks = {key: value for key, value in before.items() if key != "price"}
    if part.crank_mm is not None:
        cranks["length_mm"] = part.crank_mm
    return cranks if part.price is None else {**cranks, "price": part.price}


def _sprockets(base: Base, front: int, rear: int, own: Mapping[Sort, OwnSprockets]) -> dict[str, Any]:
    fronts = sorted(base.crankset.teeth or []) if base.crankset else [front]
    rears = sorted(base.cassette.teeth or []) if base.cassette else [rear]
    stage: dict[str, Any] = {"kind": "sprockets", "drive": base.drive, "front": fronts, "rear": rears}
    known = own[sort_of(base)]
    stage |= known.stage.model_dump(
        mode="json", include={"care", "limits", "efficiency"}, exclude_none=True, exclude_unset=True
    )
    for figure, value in (("price", known.price(base.cassette)), ("mass_kg", known.mass_kg(base.cassette))):
        if value is not None:
            stage[figure] = value
    run = known.stage.run.model_dump(include=_RUN, exclude_none=True) if known.stage.run else {}
    return {**stage, "run": run} if run else stage


def sort_of(base: Base) -> Sort:
    """The sort of a base's sprockets."""
    many_front = base.crankset is not None and len(base.crankset.teeth or []) > 1
    return Sort(base.drive, many_front, base.cassette is not None)


def _without_spokes(wheel: dict[str, Any]) -> None:
    """Another hub is laced anew: the spokes that were in the rim tell nothing of it."""
    rim = wheel.get("rim")
    if isinstance(rim, dict):
        rim.pop("spokes_mm", None)
