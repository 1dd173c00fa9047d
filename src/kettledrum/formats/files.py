"""Setup and brief files: `kettledrum-setup/1` and `kettledrum-brief/1`, read and written without loss."""

import json

from pydantic import BaseModel, JsonValue

from kettledrum.core import Brief, Setup, validate
from kettledrum.formats.json_text import parse


def read_setup(data: bytes) -> Setup:
    """The setup in a setup file. Raises InvalidInput."""
    return validate(Setup, parse(data))


def read_brief(data: bytes) -> Brief:
    """The brief in a brief file. Raises InvalidInput."""
    return validate(Brief, parse(data))


def as_json(model: BaseModel) -> JsonValue:
    """A model as JSON data: just the keys it was given."""
    data: JsonValue = model.model_dump(mode="json", exclude_unset=True)
    return data


def written(model: Setup | Brief) -> str:
    """The text of a setup or brief file."""
    return json.dumps(as_json(model), ensure_ascii=False, allow_nan=False, indent=2) + "\n"
