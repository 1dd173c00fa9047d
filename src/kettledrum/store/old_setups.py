"""Setups from before what makers state was read: whatever stood there was kept as it was."""

from typing import Any

from pydantic import BaseModel, TypeAdapter, ValidationError

from kettledrum.core.motor import Motor
from kettledrum.core.stage import Stage
from kettledrum.core.wheel import Wheel

_ONCE_UNREAD = ("limits", "behaviour", "mass_kg", "price", "lubricant", "fit", "run")
_STAGE: TypeAdapter[BaseModel] = TypeAdapter(Stage)
KEPT = "kept from an older version"


def readable_setup(setup: dict[str, Any]) -> dict[str, Any]:
    """A setup without what of its stages and its list of pieces cannot be read; `parts` then holds that."""
    unread: dict[str, Any] = {}
    path = [
        _readable(stage, f"path[{place}]", unread) if isinstance(stage, dict) else stage
        for place, stage in enumerate(setup.get("path", []))
    ]
    readable = {**setup, "path": path}
    if isinstance(wheel := setup.get("wheel"), dict) and "rim" in wheel:
        try:
            Wheel.model_validate(wheel)
        except ValidationError:
            unread["wheel.rim"] = wheel["rim"]
            readable["wheel"] = {key: value for key, value in wheel.items() if key != "rim"}
    for place, motor in reversed(list(enumerate(setup.get("motors") or []))):
        try:
            Motor.model_validate(motor)
        except ValidationError:
            unread[f"motors[{place}]"] = motor
            readable["motors"] = [each for each in readable["motors"] if each is not motor]
    parts = setup.get("parts")
    if unread or isinstance(parts, list):
        readable["parts"] = {KEPT: {**unread, **({"parts": parts} if parts is not None else {})}}
    return readable


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
