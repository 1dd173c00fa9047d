"""The criteria that setups are weighed by: how each is called, and its figure in words."""

from collections.abc import Callable

from kettledrum.core.job.weighing import MEASURED, Weighing
from kettledrum.core.terms.in_words import counted, money, percent, quoted, turn

USUAL_WEIGHTS = {
    "covered": 5.0,
    "lowest development": 4.0,
    "total cost": 3.0,
    "own hours": 2.0,
    "mass in the wheels": 1.0,
}
"""What is weighed where the rider says nothing; ours."""

_OWN: Callable[[float], str] = "{:.1f} of 10".format


class Words:
    """The words of one job's criteria: with its money and its years."""

    def __init__(self, currency: str, years: int, *, plain_terrain: bool) -> None:
        self.currency, self.years, self.plain_terrain = currency, years, plain_terrain

    def name(self, criterion: str) -> str:
        """What a criterion is called in a sentence."""
        over = f"over {counted(self.years, 'year')}"
        named = {
            "covered": "share of a plain terrain covered"
            if self.plain_terrain
            else "share of riding covered",
            "lowest development": "lowest gear",
            "lowest gear inches": "lowest gear in inches",
            "highest development": "highest gear",
            "top speed": "top pedalling speed",
            "range": "range of the gears",
            "largest step": "largest step between gears",
            "price": "price",
            "total cost": f"cost {over}",
            "own hours": f"own work {over}",
            "days without": f"days without the bicycle {over}",
            "mass": "mass of the drive",
            "mass in the wheels": "mass in the wheels",
        }
        return named.get(criterion) or (criterion if criterion not in MEASURED else quoted(criterion))

    def figure(self, criterion: str, value: float) -> str:
        """A figure of it."""
        if criterion in ("price", "total cost"):
            return money(value, self.currency)
        return _FIGURES.get(criterion, _OWN)(value)


_FIGURES: dict[str, Callable[[float], str]] = {
    "covered": percent,
    "lowest development": turn,
    "lowest gear inches": "{:.1f} in".format,
    "highest development": turn,
    "top speed": "{:.1f} km/h".format,
    "range": "{:.2f} times".format,
    "largest step": percent,
    "own hours": "{:.1f} hours".format,
    "days without": "{:.1f} days".format,
    "mass": "{:.2f} kg".format,
    "mass in the wheels": "{:.2f} kg".format,
}


def weights_of(weighing: Weighing) -> dict[str, float]:
    """The weights in the order that the rider gave them, or the usual ones."""
    return dict(USUAL_WEIGHTS if weighing.weights is None else weighing.weights)
