"""What was read lately is not read again: each key sends a whole job, in which one setup changed."""

import marshal
from dataclasses import dataclass, field
from functools import lru_cache

from pydantic import BaseModel, GetCoreSchemaHandler, ValidatorFunctionWrapHandler
from pydantic_core import CoreSchema, core_schema

_KEPT = 256
"""Parts of jobs that are kept: some ten jobs of 26 setups, or a small one through many a key."""
_LONGEST_BYTES = 20_000
"""A longer part is read anew each time: so all that is kept stays below some 60 MB, whatever comes in."""
_WITHOUT_REFERENCES = 2
"""The version of the wording that writes out equal parts equally, whether or not they are one object."""


class ReadLately:
    """Marks a frozen model that is read from the same data again and again; what is refused is not kept.

    Whoever reads the same data twice is given the same object.
    """

    def __get_pydantic_core_schema__(
        self, source: type[BaseModel], handler: GetCoreSchemaHandler
    ) -> CoreSchema:
        def read(data: object, anew: ValidatorFunctionWrapHandler) -> object:
            if not isinstance(data, dict):
                return anew(data)
            try:
                wording = marshal.dumps(data, _WITHOUT_REFERENCES)
            except ValueError:
                # It holds what is no plain data, such as a model.
                return anew(data)
            return anew(data) if len(wording) > _LONGEST_BYTES else _read(_Asked(source, wording, data, anew))

        return core_schema.no_info_wrap_validator_function(read, handler(source))


@dataclass(frozen=True)
class _Asked:
    model: type[BaseModel]
    wording: bytes
    data: object = field(compare=False)
    anew: ValidatorFunctionWrapHandler = field(compare=False)


@lru_cache(_KEPT)
def _read(asked: _Asked) -> object:
    return asked.anew(asked.data)
