"""What two bicycles instead of one come to."""

from pydantic import BaseModel


class PairCosts(BaseModel):
    """Two setups that cover most together, the km that each is ridden in a year and on which roads, and what
    each costs over the years; `total` and `total_spread` are of both. `one` is the best single setup, with
    what it costs ridden everywhere, and its share of all riding beside that of the pair. With `price_missing`
    of one of them, the sums are of what is known.
    """

    setups: list[str]
    km_a_year: list[float]
    roads: list[list[str]]
    totals: list[float]
    total: float
    total_spread: tuple[float, float]
    covered: float
    one: str
    one_total: float
    one_covered: float
    price_missing: bool
    says: str
