"""A setup: one way for power to reach the wheel."""

import math
from typing import Annotated, Literal

from pydantic import (
    Discriminator,
    Field,
    JsonValue,
    StrictBool,
    StrictFloat,
    StrictInt,
    StrictStr,
    Tag,
    model_validator,
)

from kettledrum.core.inside.gears import MOST_GEARS
from kettledrum.core.parts.automatic import Automatic
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.motor_place import entry_place
from kettledrum.core.parts.pieces import Piece, Pieces
from kettledrum.core.parts.stage import SprocketsStage, Stage
from kettledrum.core.parts.stated import Price
from kettledrum.core.parts.upkeep import Care, is_care, older_care
from kettledrum.core.parts.wheel import Wheel
from kettledrum.core.terms.quantities import NOTES_LENGTH, CrankMm, Model, Name, Notes, refused

MOST_STAGES = 50
MOST_MOTORS = 8
OVERALL_LOWEST, OVERALL_HIGHEST = 0.001, 1000.0
"""An overall ratio outside these is a slip of the pen, and a long path could leave what a float holds."""


def _parts_kind(value: object) -> str:
    return "list" if isinstance(value, list) else "other"


_Other = dict[str, JsonValue] | StrictStr | StrictBool | StrictInt | StrictFloat | None


class Cranks(Model):
    """The cranks: `length_mm` from the axle's centre to the pedal's; their price, and their upkeep."""

    length_mm: CrankMm
    price: Price | None = None
    care: Care | None = None


class Setup(Model):
    """Cranks, the path of stages from pedal to road, and the wheel.

    Raises for a path with more than 400 gears, or whose stages multiply out to an overall ratio
    outside 0.001 to 1000. Raises for a motor that enters where the path has no place, and for `shifting` that
    counts more gears than there are. Anything but a list in `parts` is kept as it is.
    """

    format: Literal["kettledrum-setup/1"]
    name: Name
    notes: Notes | None = None
    cranks: Cranks
    path: Annotated[list[Stage], Field(min_length=1, max_length=MOST_STAGES)]
    wheel: Wheel
    motors: Annotated[list[Motor], Field(max_length=MOST_MOTORS)] | None = None
    shifting: Automatic | None = None
    parts: Annotated[
        Annotated[Pieces, Tag("list")] | Annotated[_Other, Tag("other")], Discriminator(_parts_kind)
    ] = None

    @property
    def pieces(self) -> list[Piece]:
        """The pieces that are no stage of the path; none where `parts` is something else."""
        return (
            [each for each in self.parts if isinstance(each, Piece)] if isinstance(self.parts, list) else []
        )

    @model_validator(mode="before")
    @classmethod
    def _older_care_is_noted(cls, data: object) -> object:
        """What stood for upkeep before there were tasks goes to the notes."""
        path = data.get("path") if isinstance(data, dict) else None
        if not isinstance(data, dict) or not isinstance(path, list):
            return data
        older = [stage for stage in path if isinstance(stage, dict) and _has_older_care(stage)]
        if not older:
            return data
        lines = [older_care(str(stage.get("kind", "part")), stage["care"]) for stage in older]
        notes = [data["notes"]] if isinstance(data.get("notes"), str) else []
        kept = [
            {key: value for key, value in stage.items() if key != "care"} if stage in older else stage
            for stage in path
        ]
        return {**data, "path": kept, "notes": "\n".join([*notes, *lines])[:NOTES_LENGTH]}

    @model_validator(mode="after")
    def _motors_have_a_place(self) -> "Setup":
        for number, motor in enumerate(self.motors or []):
            if entry_place(self.path, motor) is None:
                where = "a gearbox" if motor.at == "gearbox" else f"a stage before {len(self.path) + 1}"
                raise refused(
                    f"must be where the path has a place: there is not {where}", f"motors[{number}].at"
                )
        return self

    @model_validator(mode="after")
    def _shifting_has_its_gears(self) -> "Setup":
        if self.shifting is None:
            return self
        gears = math.prod(_gear_count(stage) for stage in self.path)
        stepless = any(_is_stepless(stage) for stage in self.path)
        if self.shifting.start_gear is not None and self.shifting.start_gear > (1 if stepless else gears):
            what = "goes with definite gears" if stepless else f"must be at most {gears}, the gears there are"
            raise refused(what, "shifting.start_gear")
        speeds = self.shifting.speeds_kmh
        if speeds and (stepless or len(speeds) != gears - 1):
            what = (
                "goes with definite gears" if stepless else f"must be one for each of the {gears - 1} shifts"
            )
            raise refused(what, "shifting.speeds_kmh")
        return self

    @model_validator(mode="after")
    def _path_can_be_worked_out(self) -> "Setup":
        gears = math.prod(_gear_count(stage) for stage in self.path)
        if any(_is_stepless(stage) for stage in self.path):
            gears *= 2
        if gears > MOST_GEARS:
            raise refused(f"has {gears} gears; one path may have at most {MOST_GEARS}", "path")
        ends = [_ends(stage) for stage in self.path]
        for overall in (math.prod(low for low, _ in ends), math.prod(high for _, high in ends)):
            if not OVERALL_LOWEST <= overall <= OVERALL_HIGHEST:
                raise refused(
                    f"multiplies out to an overall ratio of {overall:.6g}; "
                    f"from {OVERALL_LOWEST:g} to {OVERALL_HIGHEST:g} is allowed",
                    "path",
                )
        return self


def _has_older_care(stage: dict[str, object]) -> bool:
    return stage.get("care") is not None and not is_care(stage["care"])


def _is_stepless(stage: Stage) -> bool:
    return not isinstance(stage, SprocketsStage) and stage.gears.is_stepless


def _gear_count(stage: Stage) -> int:
    return stage.pairing_count if isinstance(stage, SprocketsStage) else stage.gears.count


def _ends(stage: Stage) -> tuple[float, float]:
    """The lowest and highest ratio of a stage."""
    if isinstance(stage, SprocketsStage):
        if stage.pairs is not None:
            ratios = [front / rear for front, rear in stage.pairs]
            return min(ratios), max(ratios)
        assert stage.front is not None and stage.rear is not None
        return min(stage.front) / max(stage.rear), max(stage.front) / min(stage.rear)
    if stage.gears.stepless is not None:
        return stage.gears.stepless.low, stage.gears.stepless.high
    ratios = [gear.ratio for gear in stage.gears.definite]
    return min(ratios), max(ratios)
