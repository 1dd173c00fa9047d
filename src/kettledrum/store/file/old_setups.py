"""Setups from before what makers state was read: whatever stood there was kept as it was."""

from typing import Any

from pydantic import BaseModel, TypeAdapter, ValidationError

from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.pieces import Pieces
from kettledrum.core.parts.stage import Stage
from kettledrum.core.parts.wheel import Wheel

_ONCE_UNREAD = ("limits", "behaviour", "mass_kg", "price", "lubricant", "fit", "run")
_STAGE: TypeAdapter[BaseModel] = TypeAdapter(Stage)
_PIECES: TypeAdapter[Pieces] = TypeAdapter(Pieces)
KEPT = "kept from an older version"


def readable_setup(setup: dict[str, Any]) -> dict[str, Any]:
    """A setup without what of its stages and its list of pieces cannot be read; `parts` then holds that."""
    unread: dict[str, Any] = {}
    stages, motors = setup.get("path"), setup.get("motors")
    if not isinstance(stages, list):
        return setup
    path = [
        _readable(stage, f"path[{place}]", unread) if isinstance(stage, dict) else stage
        for place, stage in enumerate(stages)
    ]
    readable = {**setup, "path": path}
    if isinstance(wheel := setup.get("wheel"), dict) and "rim" in wheel:
        try:
            Wheel.model_validate(wheel)
        except ValidationError:
            unread["wheel.rim"] = wheel["rim"]
            readable["wheel"] = {key: value for key, value in wheel.items() if key != "rim"}
    for place, motor in enumerate(motors if isinstance(motors, list) else []):
        try:
            Motor.model_validate(motor)
        except ValidationError:
            unread[f"motors[{place}]"] = motor
            readable["motors"] = [each for each in readable["motors"] if each is not motor]
    parts = setup.get("parts")
    if unread or not _are_pieces(parts):
        readable["parts"] = {KEPT: {**unread, **({"parts": parts} if parts is not None else {})}}
    return readable


def _are_pieces(parts: object) -> bool:
    """Whether parts can stay: pieces, or anything but a list."""
    try:
        _PIECES.validate_python(parts if isinstance(parts, list) else [])
    except ValidationError:
        return False
    return True


def _readable(stage: dict[str, Any], where: str, unread: dict[str, Any]) -> dict[str, Any]:
    """A stage without those of its keys that cannot be read; each one by itself."""
    read = {key: value for key, value in stage.items() if key not in _ONCE_UNREAD}
    for key in _ONCE_UNREAD:
        if key not in stage:
            continue
        try:
            _STAGE.validate_python({**read, key: stage[key]})
        except ValidationError:
            unread[f"{where}.{key}"] = stage[key]
        else:
            read[key] = stage[key]
    return read
