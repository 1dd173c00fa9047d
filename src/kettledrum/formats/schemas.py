"""The JSON Schemas of the file formats, as files of this package; tools/schemas.py makes them."""

from importlib import resources

from pydantic import BaseModel

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.swap_test import SwapTestFile
from kettledrum.core.log.bike import Log
from kettledrum.core.parts.setup import Setup
from kettledrum.formats.archive import Contents
from kettledrum.formats.shelf import Shelf

FORMATS: dict[str, type[BaseModel]] = {
    "kettledrum-setup-1": Setup,
    "kettledrum-brief-1": Brief,
    "kettledrum-archive-1": Contents,
    "kettledrum-shelf-1": Shelf,
    "kettledrum-log-1": Log,
    "kettledrum-swap-test-1": SwapTestFile,
}
"""The formats by the names of their schemas."""


def schema_text(name: str) -> str:
    """The JSON Schema (draft 2020-12) of a format, as it ships with this version."""
    return resources.files(__package__).joinpath("json-schemas", f"{name}.json").read_text("utf-8")
