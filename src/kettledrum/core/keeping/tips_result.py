"""What would tip it, as it is told."""

from typing import Literal

from pydantic import BaseModel

What = Literal["km a year", "an hour of a workshop", "an hour of your own", "lives", "chains", "price"]


class Tip(BaseModel):
    """What would make another setup cost least: which assumption, its value `now` and the nearest one `at`
    which it does (for lives, of all parts or of chains alone, times what they are; for a price, that of the
    other setup), and which `leads` then.
    """

    what: What
    now: float
    at: float
    leads: str
    says: str
