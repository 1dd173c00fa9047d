"""The kinds of value that a setup or brief is made of, each with the bounds it must keep.

Pydantic's own bound errors name one bound at a time; a rider who typed 4 teeth wants to read both ends
("must be a whole number from 5 to 200"), so the check and its words stand together here.
"""

import math
import re
import unicodedata
from dataclasses import dataclass
from functools import cache
from typing import Annotated, Any, get_args

from pydantic import (
    AfterValidator,
    BaseModel,
    ConfigDict,
    GetCoreSchemaHandler,
    GetJsonSchemaHandler,
    model_validator,
)
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema, PydanticCustomError, core_schema

NAME_LENGTH = 120
NOTES_LENGTH = 20_000


def refused(message: str, field: str = "") -> PydanticCustomError:
    """An error whose message is shown to the user as it stands.

    A rule over a whole model names the `field` to be changed, as pydantic places it on the model.
    """
    return PydanticCustomError("refused", "{message}", {"message": message, "field": field})


class Model(BaseModel):
    """Base of what is read from outside: keys it does not know are refused by name."""

    model_config = ConfigDict(extra="forbid", frozen=True, allow_inf_nan=False)

    @model_validator(mode="before")
    @classmethod
    def _knows_every_key(cls, data: object) -> object:
        """Says which keys are allowed, as pydantic's own refusal does not.

        Not in a file of another format: there the format is what is wrong.
        """
        known = _keys(cls)
        if not isinstance(data, dict) or data.keys() <= known.keys():
            return data
        form = cls.model_fields.get("format")
        if form is not None and data.get("format") not in get_args(form.annotation):
            return data
        for key in data:
            if key not in known:
                raise refused(f"is not known here; allowed are {', '.join(known)}", str(key))
        return data


@cache
def _keys(model: type[BaseModel]) -> dict[str, None]:
    """The keys of a model as they are written, in their order."""
    return {field.alias or name: None for name, field in model.__pydantic_fields__.items()}


@dataclass(frozen=True)
class Within:
    """A finite number from `low` to `high`; `above` leaves `low` itself out, `whole` wants an integer.

    `unit` is said with the bounds, since a field may be shown in another.

    Numbers in quotation marks, booleans, NaN and Infinity are refused. A number keeps the type it was
    given in (622 is not turned into 622.0), so that a file is written back as it was read.
    """

    low: float
    high: float
    whole: bool = False
    above: bool = False
    unit: str = ""

    @property
    def allowed(self) -> str:
        """The bounds in words, as in "above 0 and at most 20" or "from 15 to 300 kg"."""
        unit = f" {self.unit}" if self.unit else ""
        low, high = (f"{bound:g}" if bound < 1e6 else f"{bound:,.0f}" for bound in (self.low, self.high))
        if self.above:
            return f"above {low} and at most {high}{unit}"
        return f"from {low} to {high}{unit}"

    def check(self, value: object) -> float:
        """The value, if it may stand; raises PydanticCustomError otherwise."""
        if not isinstance(value, int | float) or isinstance(value, bool) or not self._holds(value):
            raise refused(self._why_not(value))
        return int(value) if self.whole else value

    def _holds(self, value: float) -> bool:
        # What is infinite or no number at all lies between no bounds.
        if not self.low <= value <= self.high or (self.above and value == self.low):
            return False
        return not self.whole or value == int(value)

    def _why_not(self, value: object) -> str:
        kind = "a whole number" if self.whole else "a number"
        if isinstance(value, bool) or not isinstance(value, int | float):
            return f"must be {kind} {self.allowed}"
        if isinstance(value, float) and not math.isfinite(value):
            return f"must be {kind} {self.allowed}, not infinite or undefined"
        return f"must be {'a whole number ' if self.whole else ''}{self.allowed}"

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.no_info_plain_validator_function(self.check)

    def __get_pydantic_json_schema__(
        self, schema: CoreSchema, handler: GetJsonSchemaHandler
    ) -> JsonSchemaValue:
        low = "exclusiveMinimum" if self.above else "minimum"
        kind = "integer" if self.whole else "number"
        return {"type": kind, low: self.low, "maximum": self.high}


_TURNS_ABOUT = "\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069"
"""What embeds, overrides or isolates the direction of text (UAX 9): names could show other than they are."""
_BLANK = "\u115f\u1160\u2800\u3164\uffa0"
"""Letters by their kind that show nothing: fillers of Hangul, and the empty sign of braille."""

_CONTROLS = re.compile(r"[\x00-\x1f\x7f-\x9f\ud800-\udfff]")
_CONTROLS_BUT_BREAKS = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f\ud800-\udfff]")
"""The letters of the categories Cc and Cs of Unicode, without those that break lines or tabulate."""


@dataclass(frozen=True)
class PlainText:
    """Text of at most `longest` characters that can never act as markup or move a terminal's cursor.

    White space at either end is dropped. A line of text (a name) must not be empty and holds neither
    ``<`` nor ``>``; with `lines`, it may run over several lines and is only ever shown as text.
    """

    longest: int
    lines: bool = False

    def check(self, value: object) -> str:
        """The text, if it may stand; raises PydanticCustomError otherwise."""
        shortest = 0 if self.lines else 1
        allowed = f"must be text of {shortest} to {self.longest} characters"
        if not isinstance(value, str):
            raise refused(allowed)
        text = value.strip()
        if not shortest <= len(text) <= self.longest:
            raise refused(allowed)
        if not self.lines and ("<" in text or ">" in text):
            raise refused("must be plain text without < or >")
        if not text.isprintable() and (_CONTROLS_BUT_BREAKS if self.lines else _CONTROLS).search(text):
            raise refused("must be plain text without control characters")
        if not text.isascii():
            self._see_that_it_shows(text)
        return text

    def _see_that_it_shows(self, text: str) -> None:
        """Raises for signs that turn the text around them about, and for a name of nothing to be seen."""
        if any(letter in _TURNS_ABOUT for letter in text):
            raise refused("must be plain text without signs that turn its direction about")
        unseen = ("Cf", "Zs", "Zl", "Zp")
        if not self.lines and all(
            letter in _BLANK or unicodedata.category(letter) in unseen for letter in text
        ):
            raise refused("must have a letter or figure that can be seen")

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.no_info_plain_validator_function(self.check)

    def __get_pydantic_json_schema__(
        self, schema: CoreSchema, handler: GetJsonSchemaHandler
    ) -> JsonSchemaValue:
        shortest = 0 if self.lines else 1
        plain = {} if self.lines else {"pattern": "^[^<>]*$"}
        return {"type": "string", "minLength": shortest, "maxLength": self.longest, **plain}


Name = Annotated[str, PlainText(NAME_LENGTH)]
Notes = Annotated[str, PlainText(NOTES_LENGTH, lines=True)]

Teeth = Annotated[int, Within(5, 200, whole=True)]
StageRatio = Annotated[float, Within(0, 20, above=True)]
"""Output turns for one input turn of a stage."""
Efficiency = Annotated[float, Within(0, 1, above=True)]

BeadSeatMm = Annotated[float, Within(100, 800, unit="mm")]
"""Bead seat diameter after ISO 5775, in mm."""
TyreMm = Annotated[float, Within(10, 150, unit="mm")]
ROLLOUT_MM = (300.0, 4000.0)
RolloutMm = Annotated[float, Within(*ROLLOUT_MM, unit="mm")]
Turns = Annotated[float, Within(0.5, 1000)]
DistanceM = Annotated[float, Within(0.1, 4000, unit="m")]
"""A measured length of road, in metres."""
CrankMm = Annotated[float, Within(50, 300, unit="mm")]

MassKg = Annotated[float, Within(15, 300, unit="kg")]
PowerW = Annotated[float, Within(5, 2500, unit="W")]
CadenceRpm = Annotated[float, Within(5, 250, unit="rpm")]
SpeedKmh = Annotated[float, Within(1, 100, unit="km/h")]


def _low_below_high(band: tuple[float, float]) -> tuple[float, float]:
    if band[0] >= band[1]:
        raise refused("must run from low to high, low below high, such as 60 to 88")
    return band


CadenceBand = Annotated[tuple[CadenceRpm, CadenceRpm], AfterValidator(_low_below_high)]
"""The cadences in rpm, low and high, between which the rider is at ease."""
