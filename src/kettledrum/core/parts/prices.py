"""What the parts of a setup cost, as far as that is known."""

from kettledrum.core.parts.names import part_names
from kettledrum.core.parts.setup import Setup


def part_prices(setup: Setup) -> list[tuple[str, float | None]]:
    """Each part by its name with its price in the owner's own money; None where that is not known."""
    return [(name, part.price) for name, part in part_names(setup)]


def whole_price(setup: Setup) -> float | None:
    """What all of them cost together; None where one is not known."""
    prices = [price for _, price in part_prices(setup)]
    known = [price for price in prices if price is not None]
    return float(sum(known)) if len(known) == len(prices) else None
