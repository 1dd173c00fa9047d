"""Needs from before load, road and wants were read: whatever stood in them was kept as it was."""

import json
from typing import Any

from pydantic import BaseModel, ValidationError

from kettledrum.core.job.load import Load
from kettledrum.core.job.road import Road
from kettledrum.core.job.wants import Wants
from kettledrum.core.terms.quantities import NOTES_LENGTH

_ONCE_UNREAD: dict[str, type[BaseModel]] = {"load": Load, "road": Road, "wants": Wants}


def readable_need(need: dict[str, Any]) -> dict[str, Any]:
    """A need without what cannot be read of its load, road and wants, which its notes then hold.

    A key that cannot be read goes by itself; the others of its part stay.
    """
    readable = dict(need)
    for part, model in _ONCE_UNREAD.items():
        held = need.get(part)
        if not isinstance(held, dict):
            continue
        left = dict(held)
        for key, value in held.items():
            try:
                model.model_validate({key: value})
            except ValidationError:
                del left[key]
                _note(readable, f"{part}.{key}", value)
        try:
            model.model_validate(left)
        except ValidationError:
            for key, value in left.items():
                _note(readable, f"{part}.{key}", value)
            left = {}
        readable[part] = left
    return readable


def _note(need: dict[str, Any], place: str, value: object) -> None:
    line = f"Kept from an older version: {place} = {json.dumps(value, ensure_ascii=False)}"
    notes = need.get("notes")
    need["notes"] = f"{notes}\n{line}" if isinstance(notes, str) and notes else line
    need["notes"] = need["notes"][:NOTES_LENGTH]
