"""What the parts of a setup cost, as far as that is known."""

from kettledrum.core.parts.setup import Setup


def part_prices(setup: Setup) -> list[float | None]:
    """The prices of its stages, pieces and motors, in the owner's own money; None where one is not known."""
    stages = [stage.price for stage in setup.path]
    pieces = [piece.price for piece in setup.pieces]
    return [*stages, *pieces, *(motor.price for motor in setup.motors or [])]


def whole_price(setup: Setup) -> float | None:
    """What all of them cost together; None where one is not known."""
    prices = part_prices(setup)
    known = [price for price in prices if price is not None]
    return float(sum(known)) if len(known) == len(prices) else None
