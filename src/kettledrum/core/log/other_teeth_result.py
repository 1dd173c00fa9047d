"""What other teeth would have done: models only, to be named without loading NumPy."""

from pydantic import BaseModel

from kettledrum.core.log.sums_result import Beyond

MOST_TEETH = 12


class WithOtherTeeth(BaseModel):
    """The rides as they were, and as they would have been with so many front teeth more or fewer.

    `front` are the teeth then. `over` are the makers’ limits that it would be beyond, in words.
    """

    teeth: int
    front: list[int]
    before: Beyond
    after: Beyond
    over: list[str]
    says: str
