"""A share of power that is not known to the percent: between its low and its high end."""

from pydantic import model_validator

from kettledrum.core.terms.quantities import Efficiency, Model, refused


class EfficiencySpread(Model):
    """Share of the power that comes out, between what the best and the worst examples reach."""

    low: Efficiency
    typical: Efficiency
    high: Efficiency

    @model_validator(mode="after")
    def _is_in_order(self) -> "EfficiencySpread":
        if not self.low <= self.typical <= self.high:
            raise refused("must have low, typical and high in that order")
        return self
