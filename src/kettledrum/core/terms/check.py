"""What a check says: the thing looked at, its state, and why."""

from typing import Literal

from pydantic import BaseModel

State = Literal["holds", "tight", "fails", "not known"]
RANK: dict[State, int] = {"holds": 0, "tight": 1, "not known": 2, "fails": 3}
"""From the best state to the worst."""


class Check(BaseModel):
    """One thing looked at: `where` in the file, its `state`, and in `what` why.

    A `code` tells a check that a view acts on from others.
    """

    where: str
    state: State
    what: str
    code: str | None = None
