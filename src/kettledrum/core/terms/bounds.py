"""What a figure must be: at most so much, at least so much, or both."""

from typing import Annotated

from pydantic import model_validator

from kettledrum.core.terms.quantities import Model, Within, refused

Figure = Annotated[float, Within(0, 1_000_000)]
_HAIR = 1e-9
"""A figure beyond its bound by no more than rounding is within it."""


class Bounds(Model):
    """`at_most` or `at_least` a figure. Raises for bounds that leave nothing between them."""

    at_most: Figure | None = None
    at_least: Figure | None = None

    @model_validator(mode="after")
    def _leaves_something(self) -> "Bounds":
        if self.at_most is not None and self.at_least is not None and self.at_least > self.at_most:
            raise refused(f"must be at most {self.at_most:g}, the most that is allowed", "at_least")
        return self

    @property
    def are_there(self) -> bool:
        """Whether any bound is set."""
        return self.at_most is not None or self.at_least is not None

    def beyond(self, value: float) -> float:
        """By how much a figure is beyond them, nought where it is within."""
        over = 0.0 if self.at_most is None else value - self.at_most
        under = 0.0 if self.at_least is None else self.at_least - value
        bound = self.at_most if over > 0 else self.at_least
        return 0.0 if max(over, under) <= _HAIR * abs(bound or 0.0) else max(over, under)

    def takes(self, value: float | None) -> bool:
        """Whether a figure is within the bounds; what is not known is not."""
        return value is not None and self.beyond(value) == 0
