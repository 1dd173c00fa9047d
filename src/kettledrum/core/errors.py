"""What can go wrong in the core, in one hierarchy."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Problem:
    """One thing wrong with what was given.

    `where` is the place in the file, such as ``path[1].gears.ratios[3]``, empty for the whole;
    `what` says what is allowed there.
    """

    where: str
    what: str

    def __str__(self) -> str:
        return f"{self.where}: {self.what}" if self.where else self.what


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
