"""Setup and brief files: `kettledrum-setup/1` and `kettledrum-brief/1`, read and written without loss."""

import json
from typing import Any

from pydantic import BaseModel, JsonValue

from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate
from kettledrum.formats.json_text import MOST_BRIEF_BYTES, parse


def read_brief(data: bytes) -> Brief:
    """The brief in a brief file. Raises InvalidInput."""
    return validate(Brief, parse(data, MOST_BRIEF_BYTES))


def as_json(model: BaseModel) -> JsonValue:
    """A model as JSON data: just the keys it was given."""
    data: JsonValue = model.model_dump(mode="json", exclude_unset=True)
    return data


def written(model: Setup | Brief) -> str:
    """The text of a setup or brief file; the points of a road stand in one line."""
    data: Any = as_json(model)
    lines: dict[str, str] = {}
    if isinstance(model, Brief) and model.road is not None:
        for place, route in enumerate(data["road"].get("routes") or []):
            for key in ("points", "places"):
                if route.get(key):
                    # A name holds no such sign, so that no text can be taken for it.
                    mark = f"<{place} {key}>"
                    lines[json.dumps(mark)] = json.dumps(route[key], allow_nan=False)
                    route[key] = mark
    text = json.dumps(data, ensure_ascii=False, allow_nan=False, indent=2) + "\n"
    for mark, line in lines.items():
        text = text.replace(f": {mark}", f": {line}", 1)
    return text
