"""What setups are by each measured criterion, from the functions that work it out everywhere else."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from kettledrum.core.fit.mass_moved import UNSPRUNG, weighed
from kettledrum.core.fit.page import RULES
from kettledrum.core.fit.rule import Bike
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.job.wants import Wants
from kettledrum.core.job.weighing import MEASURED
from kettledrum.core.keeping.costs import costs
from kettledrum.core.keeping.costs_result import SetupCosts
from kettledrum.core.lineup.comparison import ComparedSetup, compare
from kettledrum.core.lineup.remembered import all_riding
from kettledrum.core.lineup.says import verdict_with_motor
from kettledrum.core.parts.names import part_names
from kettledrum.core.parts.prices import part_prices
from kettledrum.core.parts.setup import Setup
from kettledrum.core.roads.ride_result import SetupCoverage
from kettledrum.core.verdict.musts import not_so_says


@dataclass(frozen=True, slots=True)
class Lacks:
    """What is not known of a setup, by what it is asked for: names of its parts."""

    price: list[str]
    cost: list[str]
    mass: list[str]


class Measured:
    """The setups of a brief, measured once."""

    def __init__(self, brief: Brief, routes: Sequence[Route]) -> None:
        self.brief, self.routes = brief, list(routes)
        self.wants = brief.wants or Wants()
        self.compared: list[ComparedSetup] = compare(brief).setups
        self.riding = all_riding(brief, routes)
        self.covered: list[SetupCoverage] = self.riding.setups
        self.costs = costs(brief, routes, listed=False)
        self.spent: list[SetupCosts] = self.costs.setups

    @cached_property
    def lacks(self) -> list[Lacks]:
        """What is not known of each setup that is of another: what all lack alike makes no difference."""
        prices = [
            [name for name, price in part_prices(setup) if price is None] for setup in self.brief.setups
        ]
        masses = [
            [each.name for each in weighed(setup) if each.mass_kg is None] for setup in self.brief.setups
        ]
        spent = [each.missing for each in self.spent]
        return [Lacks(*each) for each in zip(*map(_not_alike, (prices, spent, masses)), strict=True)]

    @cached_property
    def figures(self) -> list[dict[str, float | None]]:
        """The figures of each setup by criterion; None what is not known."""
        return [self._of(place) for place in range(len(self.brief.setups))]

    def _of(self, place: int) -> dict[str, float | None]:
        setup, compared, spent = self.brief.setups[place], self.compared[place], self.spent[place]
        lacks, masses = self.lacks[place], weighed(setup)
        prices = [price for _, price in part_prices(setup)]
        # Of what no upkeep is known it is not known that there is none.
        cared_for = any(part.care for _, part in part_names(setup))
        found: dict[str, float | None] = {
            "covered": self.covered[place].in_band,
            "lowest development": compared.lowest.development_m,
            "lowest gear inches": compared.lowest.gear_inches,
            "highest development": compared.highest.development_m,
            "top speed": compared.top.speed_kmh,
            "range": compared.range,
            # One gear has no step that could be judged; without steps there is none that could be felt.
            "largest step": 0.0 if compared.stepless else compared.largest_step,
            "price": _known(lacks.price, prices),
            # What costs nothing at all is not known to.
            "total cost": None if lacks.cost or not (spent.total or spent.purchase) else spent.total,
            "own hours": spent.own_hours if cared_for else None,
            "days without": spent.days_without if cared_for else None,
            "mass": _known(lacks.mass, [each.mass_kg for each in masses]),
            "mass in the wheels": None
            if lacks.mass or all(each.mass_kg is None for each in masses)
            else float(sum(each.mass_kg or 0.0 for each in masses if each.at in UNSPRUNG)),
        }
        assert found.keys() == set(MEASURED)
        return found

    def is_so(self, place: int, criterion: str) -> bool | None:
        """Whether a setup is what is so or not; None where that is not known."""
        setup, compared = self.brief.setups[place], self.compared[place]
        if criterion == "climbs the hill":
            on_pitch = compared.motor.on_pitch if compared.motor else None
            verdict = verdict_with_motor(compared.climb.verdict, on_pitch)
            return None if verdict is None else verdict != "fails"
        if criterion == "low enough":
            school = next(
                each for each in compared.lowest_gear if each.school == (self.wants.lowest_by or "physics")
            )
            return None if school.verdict is None else school.verdict != "fails"
        if criterion == "quick enough":
            wanted_kmh = self.wants.top_kmh or compared.flat.speed_kmh
            return round(compared.top.speed_kmh, 1) >= round(wanted_kmh, 1)
        if criterion == "fits the frame":
            bike = Bike(self.brief, setup)
            return not any(check.state == "fails" for rule in RULES for check in rule.checks(bike))
        if criterion == "within makers’ limits":
            return not compared.over_limits
        if criterion == "within the budget":
            price = self.figures[place]["price"]
            budget = self.wants.budget
            return None if price is None or budget is None else price <= budget
        return not (setup.motors or _shifts_by_buttons(setup))

    def not_so(self, place: int, criterion: str) -> str | None:
        """Why a setup is not what it must be, in words; None where it is, and where that is not known."""
        if self.is_so(place, criterion) is not False:
            return None
        compared, school = self.compared[place], self.wants.lowest_by or "physics"
        on_pitch = compared.motor.on_pitch if compared.motor else None
        return not_so_says(criterion, compared.climb, school, on_pitch)

    def why_not_known(self, place: int, criterion: str) -> str:
        """What is missing of a setup for a figure, in words."""
        lacks = self.lacks[place]
        if criterion == "price":
            return f"no price of its {_row(lacks.price)}" if lacks.price else "no prices at all"
        if criterion == "total cost":
            return f"no price of its {_row(lacks.cost)}" if lacks.cost else "no prices at all"
        if criterion in ("mass", "mass in the wheels"):
            return f"no mass of its {_row(lacks.mass)}" if lacks.mass else "no masses at all"
        if criterion in ("own hours", "days without"):
            return "no upkeep of any of its parts"
        return "it has one gear" if criterion == "largest step" else "nobody has rated it"


def _not_alike(missing: Sequence[Sequence[str]]) -> list[list[str]]:
    """Of what is missing of each, what is not missing of all."""
    alike = set.intersection(*map(set, missing)) if missing else set()
    return [[name for name in each if name not in alike] for each in missing]


def _known(missing: list[str], values: Sequence[float | None]) -> float | None:
    """The sum of what is known, where nothing is missing that others have, and anything is known at all."""
    known = [value for value in values if value is not None]
    return None if missing or not known else float(sum(known))


def _shifts_by_buttons(setup: Setup) -> bool:
    return any(stage.fit is not None and stage.fit.shifter == "buttons" for stage in setup.path)


def _row(names: Sequence[str]) -> str:
    return " or ".join(names)
