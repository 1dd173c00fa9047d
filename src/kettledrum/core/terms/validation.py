"""From outside data to models, with errors in words a rider understands."""

import re
from collections.abc import Sequence
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from kettledrum.core.terms.errors import InvalidInput, Problem, place_in

AnyModel = TypeVar("AnyModel", bound=BaseModel)


def validate(model: type[AnyModel], data: object) -> AnyModel:
    """Makes a model from parsed JSON. Raises InvalidInput, with every problem found."""
    try:
        return model.model_validate(data)
    except ValidationError as error:
        raise InvalidInput(problems(error.errors(), data)) from error


def problems(errors: Sequence[Any], data: object) -> list[Problem]:
    """Pydantic's error entries in our words; `data` is what was validated.

    A wrong format is reported alone: in a file of another kind or a later version, everything else
    that looks wrong follows from it.
    """
    found = [_problem(error, data) for error in errors]
    formats = [problem for problem in found if problem.where == "format"]
    return formats or found


def _problem(error: Any, data: object) -> Problem:
    kind = error["type"]
    where = _place(error["loc"], data, missing=kind == "missing")
    context = error.get("ctx", {})
    match kind:
        case "refused":
            return Problem(place_in(where, context["field"]), context["message"])
        case "missing":
            return Problem(where, "is missing")
        case "extra_forbidden":
            return Problem(where, "is not known here")
        case "too_short":
            return Problem(where, f"must have at least {_entries(context['min_length'])}")
        case "too_long":
            return Problem(where, f"must have at most {_entries(context['max_length'])}")
        case "literal_error":
            return Problem(where, f"must be {_quoted(context['expected'])}")
        case "union_tag_invalid":
            return Problem(place_in(where, "kind"), f"must be {_quoted(context['expected_tags'])}")
        case "union_tag_not_found":
            return Problem(place_in(where, "kind"), "is missing")
        case "list_type" | "tuple_type":
            return Problem(where, "must be a list in square brackets")
        case "model_type" | "model_attributes_type" | "dict_type":
            return Problem(where, "must be an object in curly brackets")
        case "finite_number":
            return Problem(where, "must be a number, not infinite or undefined")
        case _:
            words = _WORDS.get(kind)
            return Problem(where, words.format(**context) if words else str(error["msg"]))


_WORDS = {
    "int_parsing": "must be a whole number",
    "float_parsing": "must be a number",
    "bool_parsing": "must be true or false",
    "bool_type": "must be true or false",
    "string_type": "must be text",
    "greater_than_equal": "must be at least {ge:g}",
    "less_than_equal": "must be at most {le:g}",
}
"""Of yes or no, of identities, and of figures in an address, which the web framework bounds."""


def _entries(count: int) -> str:
    return "one entry" if count == 1 else f"{count} entries"


def _quoted(expected: str) -> str:
    """Pydantic's list of allowed words, as in ``'chain' or 'belt'``, in quotation marks for reading."""
    words = re.findall(r"'([^']*)'", expected)
    return " or ".join(f"“{word}”" for word in words)


def _place(location: Sequence[int | str], data: object, *, missing: bool) -> str:
    """The place in the file, as in ``path[1].gears.ratios[3]``.

    Pydantic also names the branch it took through a union; those names are no keys of the data and
    are left out. The last key is none either when it is the one that is `missing`.
    """
    where = ""
    here: object = data
    for index, part in enumerate(location):
        last = index == len(location) - 1
        if isinstance(part, int):
            where += f"[{part}]"
            inside = isinstance(here, list | tuple) and part < len(here)
            here = here[part] if inside else None  # type: ignore[index]
        elif isinstance(here, dict) and (part in here or (missing and last)):
            where = place_in(where, part)
            here = here.get(part)
    return where
