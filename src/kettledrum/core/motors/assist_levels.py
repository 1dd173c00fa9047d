"""The levels of assistance that a setup's motors offer."""

from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput, Problem

ALL_IT_HAS = "all it has"
"""What the only level is called where motors name none."""


def assist_levels(setup: Setup) -> list[tuple[str, float | None]]:
    """The levels by name, as so many times the rider's power, least first; where none are named, all the help
    there is, which has no share.
    """
    levels = {
        level.name: level.share
        for motor in setup.motors or []
        if motor.assist
        for level in motor.assist.levels or []
    }
    return [*sorted(levels.items(), key=lambda level: level[1])] or [(ALL_IT_HAS, None)]


def share_of_level(setup: Setup, name: str | None) -> float | None:
    """How many times the rider's power a level adds, None without a name. Raises InvalidInput for one that
    no motor has.
    """
    if name is None:
        return None
    levels = dict(assist_levels(setup))
    if name not in levels:
        raise InvalidInput([Problem("level", f"must be one of {', '.join(levels)}")])
    return levels[name]
