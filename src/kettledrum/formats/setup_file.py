"""Setup files, `kettledrum-setup/1`, read without anything of a brief."""

from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate
from kettledrum.formats.json_text import parse


def read_setup(data: bytes) -> Setup:
    """The setup in a setup file. Raises InvalidInput."""
    return validate(Setup, parse(data))
