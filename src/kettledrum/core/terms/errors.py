"""What can go wrong in the core, in one hierarchy."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Problem:
    """One thing wrong with what was given.

    `where` is the place in the file, such as ``path[1].gears.ratios[3]``, empty for the whole;
    `what` says what is allowed there. A `code` tells a problem that programs act on from others.
    """

    where: str
    what: str
    code: str | None = None

    def __str__(self) -> str:
        return f"{self.where}: {self.what}" if self.where else self.what


LONGEST_KEY = 60
"""A key longer than this is cut short where an error names it."""


def safe(text: str, longest: int = LONGEST_KEY) -> str:
    """A text from outside made safe to print, and cut short where it is longer than so many characters."""
    shown = text if text.isprintable() else ascii(text)
    return shown if len(shown) <= longest else shown[:longest] + "…"


def place_in(where: str, key: str) -> str:
    """The place of `key` inside the place `where`; a key from outside is made safe to print."""
    shown = safe(key)
    return f"{where}.{shown}" if where and shown else where or shown


class KettledrumError(Exception):
    """Base of every error that Kettledrum raises on purpose."""


class InvalidInput(KettledrumError):
    """What was given breaks a rule; holds every problem found, the most telling first."""

    def __init__(self, problems: list[Problem]) -> None:
        self.problems = problems
        super().__init__(str(self))

    def __str__(self) -> str:
        more = len(self.problems) - 1
        return f"{self.problems[0]} (and {more} more)" if more else str(self.problems[0])
