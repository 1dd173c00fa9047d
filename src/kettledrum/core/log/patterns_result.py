"""What happened, counted: models only, to be named without loading NumPy."""

from pydantic import BaseModel


class PatternRow(BaseModel):
    """How often it happened here, and how often it would by chance, going by how much was ridden here."""

    label: str
    count: int
    by_chance: float


class Pattern(BaseModel):
    """Something that happened, counted by one thing. `chance`: in which share of all cases chance alone would
    make it at least as uneven; `unlikely`, whether that is rare for so many counts as were looked at.
    """

    what: str
    by: str
    rows: list[PatternRow]
    chance: float
    unlikely: bool
    says: str


class Patterns(BaseModel):
    """All that was counted."""

    patterns: list[Pattern]
    says: str
