"""The levels of assistance that a setup's motors offer."""

from kettledrum.core.parts.motor import Assist
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput, Problem

ALL_IT_HAS = "all it has"
"""What the only level is called where motors name none."""


def share_at(assist: Assist, level: str | None) -> float | None:
    """How many times the rider's power a motor adds at a level; its highest one without a level, or where it
    has none of that name. None where it has no levels.
    """
    if not assist.levels:
        return None
    named = None if level is None else next((each for each in assist.levels if each.name == level), None)
    return named.share if named else max([each.share for each in assist.levels])


def assist_levels(setup: Setup) -> list[str]:
    """The names of the levels, by how much all motors together add, least first; where none are named, that
    of all the help there is.
    """
    assists = [motor.assist for motor in setup.motors or [] if motor.assist]
    names = dict.fromkeys(level.name for assist in assists for level in assist.levels or [])
    return sorted(names, key=lambda name: sum(share_at(each, name) or 0.0 for each in assists)) or [
        ALL_IT_HAS
    ]


def known_level(setup: Setup, name: str | None) -> str | None:
    """The name of a level, if one is given. Raises InvalidInput for one that no motor has."""
    levels = assist_levels(setup)
    if name is not None and name not in levels:
        raise InvalidInput([Problem("level", f"must be one of {', '.join(levels)}")])
    return name
