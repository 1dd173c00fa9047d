"""Text that is written in one way only, such as a digest or a moment."""

import re
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Annotated, Any

from pydantic import AfterValidator, GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema, core_schema

from kettledrum.core.terms.day import EARLIEST, LATEST
from kettledrum.core.terms.quantities import refused


@dataclass(frozen=True)
class Written:
    """Text that a regular expression describes to its end, and that `what` describes to a person."""

    pattern: str
    what: str

    def check(self, value: object) -> str:
        """The text, if it may stand; raises PydanticCustomError otherwise."""
        if not isinstance(value, str) or not re.fullmatch(self.pattern, value, re.ASCII):
            raise refused(f"must be {self.what}")
        return value

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.no_info_plain_validator_function(self.check)

    def __get_pydantic_json_schema__(
        self, schema: CoreSchema, handler: GetJsonSchemaHandler
    ) -> JsonSchemaValue:
        return {"type": "string", "pattern": self.pattern}


def hexadecimal(digits: int) -> Written:
    """A number of so many hexadecimal digits, as digests are."""
    return Written(f"^[0-9a-f]{{{digits}}}$", f"{digits} hexadecimal digits")


_FORM = "%Y-%m-%dT%H:%M:%SZ"
_MOMENT = f"a moment from {EARLIEST.year} to {LATEST.year}, such as 2026-05-14T07:30:00Z"


def moment_of(text: str) -> datetime:
    """The moment that a text names. Raises ValueError."""
    return datetime.strptime(text, _FORM).replace(tzinfo=UTC)


def _is_there(text: str) -> str:
    try:
        found = EARLIEST <= moment_of(text).date() <= LATEST
    except ValueError:
        found = False
    if not found:
        raise refused(f"must be {_MOMENT}")
    return text


Moment = Annotated[str, Written(r"^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$", _MOMENT), AfterValidator(_is_there)]
"""A moment in UTC to the second, as ISO 8601 writes it."""
