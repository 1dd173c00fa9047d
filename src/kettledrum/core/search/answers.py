"""Drives that were found, told: as marks in the field of answers, and in full with reasons."""

from collections.abc import Sequence

from kettledrum.core.effort.steepest import Verdict
from kettledrum.core.fit.mass_moved import UNSPRUNG, weighed
from kettledrum.core.fit.rule import FitCheck
from kettledrum.core.job.brief import Brief, named
from kettledrum.core.keeping.costs import costs
from kettledrum.core.keeping.rates import rates
from kettledrum.core.keeping.says import setup_says as costs_say
from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.lineup.comparison import ComparedSetup, compare
from kettledrum.core.lineup.says import verdict_with_motor
from kettledrum.core.parts.prices import part_prices
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.taken_along import taken_along
from kettledrum.core.roads.ride_result import SetupCoverage
from kettledrum.core.search.drives import Drives
from kettledrum.core.search.hunt import Row
from kettledrum.core.search.result import Judged, Mark, SearchAnswer
from kettledrum.core.search.says import AS_MUCH, share_says
from kettledrum.core.search.wishes import Wishes
from kettledrum.core.terms.check import RANK
from kettledrum.core.terms.in_words import capital, counted, listed, money, percent, quoted, way
from kettledrum.core.terms.quantities import NAME_LENGTH

_FELT = 0.005
"""Covering more by less is no more."""
_FELT_KG = 0.05
_MOST_JUDGED = 8


class Answers:
    """Tells what was found for one job: the `rows` that were ridden, each under a name of its own."""

    def __init__(
        self, brief: Brief, riding: AllRiding, drives: Drives, wishes: Wishes, rows: Sequence[Row]
    ) -> None:
        self.brief, self.riding = brief, riding
        self.drives, self.wishes = drives, wishes
        self.names = _names(rows, drives)
        self.rates = rates(brief, drives.routes)

    def setup(self, row: Row) -> Setup:
        """The setup that a row was best with."""
        assert row.at is not None
        setup = self.drives.setup(row.screened.base, row.at)
        return setup.model_copy(update={"name": self.name(row)})

    def name(self, row: Row) -> str:
        """What that is called."""
        return self.names[id(row)]

    def marks(self, rows: Sequence[Row], front: Sequence[Row]) -> list[Mark]:
        """The rows that were ridden, those on the front first."""
        on_front = {id(row) for row in front}
        rest = [row for row in rows if id(row) not in on_front]
        rest.sort(key=lambda row: (-row.covered, row.price, row.mass_kg))
        return [self._mark(row, on_front=id(row) in on_front) for row in [*front, *rest]]

    def _mark(self, row: Row, *, on_front: bool) -> Mark:
        assert row.best is not None and row.at is not None
        screened, base = row.screened, row.screened.base
        spent = self.drives.cost(base, row.at)
        return Mark(
            name=self.name(row),
            kind=base.kind,
            drive=base.drive,
            front=int(base.pairs.front[row.at]),
            rear=int(base.pairs.rear[row.at]),
            parts=base.places,
            covered=row.best.in_band,
            roads=row.best.roads,
            price=screened.figures.price,
            mass_kg=screened.figures.mass_kg,
            wheel_kg=screened.figures.wheel_kg,
            carried_kg=screened.figures.carried_kg,
            total_cost=spent.total,
            own_hours=spent.own_hours,
            lowest_m=float(screened.lowest_m[row.at]),
            top_kmh=float(screened.top_kmh[row.at]),
            largest_step=screened.largest_step,
            distinct=screened.distinct,
            verdict=self._verdict(row),
            apart=not row.screened.comparable,
            motor=base.motor is not None,
            on_front=on_front,
        )

    def _verdict(self, row: Row) -> Verdict | None:
        assert row.at is not None
        base = row.screened.base
        return (
            self.wishes.verdict(row.screened, row.at)
            if base.motor is None
            else self.drives.verdict(base, row.at)
        )

    def of(self, front: Sequence[Row], rows: Sequence[Row], most: int) -> list[SearchAnswer]:
        """The front, then what covers most of the rest, so many in all."""
        on_front = {id(row) for row in front}
        rest = [row for row in rows if id(row) not in on_front]
        rest.sort(key=lambda row: (not row.screened.comparable, -row.covered, row.price, row.mass_kg))
        told = [*front, *rest][: max(most, 1)]
        return [self._answer(row, self._neighbours(row, front)) for row in told]

    def _neighbours(self, row: Row, front: Sequence[Row]) -> list[Row]:
        """The drives of the front that cover next more and next less."""
        more = [each for each in front if each.covered > row.covered + _FELT]
        less = [each for each in front if each.covered < row.covered - _FELT or each.price < row.price]
        less = [each for each in less if each is not row and each not in more]
        return [*more[-1:], *less[:1]]

    def _answer(self, row: Row, neighbours: Sequence[Row]) -> SearchAnswer:
        assert row.best is not None and row.at is not None
        setup, base = self.setup(row), row.screened.base
        prices = part_prices(setup)
        masses, along = weighed(setup), taken_along(setup)
        [compared] = compare(self.brief.model_copy(update={"setups": [setup], "reference": None})).setups
        spent = self.drives.cost(base, row.at)
        judged = _judged(self.drives.checks(base, row.at))
        covers = _covers(row.best, self.riding.plain_terrain)
        return SearchAnswer(
            name=setup.name,
            kind=base.kind,
            setup=setup,
            verdict=self._verdict(row),
            covered=row.best.in_band,
            roads=row.best.roads,
            price=float(sum(price for _, price in prices if price is not None)),
            price_missing=[name for name, price in prices if price is None],
            mass_kg=row.screened.figures.mass_kg,
            mass_missing=[each.name for each in masses if each.mass_kg is None],
            wheel_kg=row.screened.figures.wheel_kg,
            carried=[each.what for each in along],
            carried_kg=sum(each.mass_kg or 0.0 for each in along),
            total_cost=spent.total,
            total_spread=spent.total_spread,
            own_hours=spent.own_hours,
            why=[covers, compared.says, _gears(compared), costs_say(spent, self.rates)],
            gives_up=[*(self._against(row, other) for other in neighbours), *self._against_reference(row)],
            judged=judged,
            says=f"{capital(setup.name)}: {covers[:1].lower()}{covers[1:]}",
        )

    def _against(self, row: Row, other: Row) -> str:
        assert row.best is not None and other.best is not None
        differs = self._differs(row, other.best, other.price, other.mass_kg)
        return f"Against {quoted(self.name(other))}: {self._hill(row, self._verdict(other))}{differs}."

    def _hill(self, row: Row, other: Verdict | None) -> str:
        """Which of two alone climbs the hill."""
        own = self._verdict(row)
        if own is None or other is None or (own == "fails") == (other == "fails"):
            return ""
        if own == "fails":
            return "that one climbs the hill, this one does not; "
        return "only this one climbs the hill; "

    def _differs(self, row: Row, covered: SetupCoverage, price: float | None, mass_kg: float | None) -> str:
        """What of the riding, the money and the mass; a price or mass of None is not known."""
        assert row.best is not None
        pieces = []
        share = row.best.in_band - covered.in_band
        if abs(share) >= _FELT:
            pieces.append(f"{percent(abs(share))} {'more' if share > 0 else 'less'} of the riding")
        if price is not None and abs(row.price - price) >= 0.5:
            amount = money(abs(row.price - price), self.rates.currency)
            pieces.append(f"{amount} {'more' if row.price > price else 'less'} to buy")
        if mass_kg is not None and abs(row.mass_kg - mass_kg) >= _FELT_KG:
            kg = f"{abs(row.mass_kg - mass_kg):.1f} kg"
            pieces.append(f"{kg} {'heavier' if row.mass_kg > mass_kg else 'lighter'}")
        lacks = [what for what, known in (("costs", price), ("weighs", mass_kg)) if known is None]
        if lacks:
            pieces = pieces or ["as much of the riding"]
            return f"{listed(pieces)}; what that {listed(lacks)} is not known in full"
        return listed(pieces) or "no difference that is felt"

    def _against_reference(self, row: Row) -> list[str]:
        mark = self.reference()
        if mark is None or self._reference is None:
            return []
        setup = named(self.brief, mark.name)
        price = None if any(known is None for _, known in part_prices(setup)) else mark.price
        mass = None if any(part.mass_kg is None for part in weighed(setup)) else mark.mass_kg
        differs = self._differs(row, self._reference, price, mass)
        hill = self._hill(row, mark.verdict)
        return [f"Against {quoted(mark.name)}, the reference: {hill}{differs}."]

    _told: Mark | None = None
    _reference: SetupCoverage | None = None

    def reference(self) -> Mark | None:
        """The job's reference, judged alike; None where there is none."""
        if self.brief.reference is None or self._told is not None:
            return self._told
        setup = named(self.brief, self.brief.reference)
        alone = self.brief.model_copy(update={"setups": [setup]})
        [compared] = compare(alone).setups
        [self._reference] = self.riding.covered([setup])
        [spent] = costs(alone, self.drives.routes, listed=False).setups
        prices, masses = part_prices(setup), weighed(setup)
        wheel = [each.mass_kg or 0.0 for each in masses if each.at in UNSPRUNG]
        self._told = Mark(
            name=setup.name,
            kind="single-speed",
            drive="chain",
            front=0,
            rear=0,
            parts=[],
            covered=self._reference.in_band,
            roads=self._reference.roads,
            price=float(sum(price for _, price in prices if price is not None)),
            mass_kg=sum(each.mass_kg or 0.0 for each in masses),
            wheel_kg=sum(wheel),
            carried_kg=sum(each.mass_kg or 0.0 for each in taken_along(setup)),
            total_cost=spent.total,
            own_hours=spent.own_hours,
            lowest_m=compared.lowest.development_m,
            top_kmh=compared.top.speed_kmh,
            largest_step=compared.largest_step,
            distinct=compared.distinct,
            verdict=verdict_with_motor(
                compared.climb.verdict, compared.motor.on_pitch if compared.motor else None
            ),
            apart=any(price is None for _, price in prices) or any(each.mass_kg is None for each in masses),
        )
        return self._told


def _names(rows: Sequence[Row], drives: Drives) -> dict[int, str]:
    """A name for each row; of several drives of one name the second is numbered 2."""
    taken: set[str] = set()
    names = {}
    for row in rows:
        if row.at is None:
            continue
        plain = drives.setup(row.screened.base, row.at).name
        name, number = plain, 1
        while name in taken:
            number += 1
            end = f" ({number})"
            name = f"{plain[: NAME_LENGTH - len(end)]}{end}"
        taken.add(name)
        names[id(row)] = name
    return names


def _covers(found: SetupCoverage, plain: bool) -> str:
    """How much is covered, and what is not."""
    of = "of a plain terrain made up from your hill" if plain else "of your riding"
    if found.in_band >= AS_MUCH:
        return f"Covers all {of} with an easy cadence."
    says = f"Covers {share_says(found.in_band)} {of} with an easy cadence"
    does = {"walking": "walks", "grinding": "grinds along", "coasting": "is out of gears for"}
    if not found.missed:
        return f"{says}."
    longest = found.missed[0]
    metres = longest.to_m - longest.from_m
    return f"{says}; {does.get(longest.state, 'misses')} {way(metres)} of {quoted(longest.road)}."


def _gears(compared: ComparedSetup) -> str:
    """How many gears, and how far apart."""
    if compared.stepless:
        return f"Without steps; the highest is {compared.range:.1f} times the lowest."
    if compared.largest_step is None or compared.distinct is None:
        return "One gear."
    return (
        f"{counted(compared.distinct, 'distinct gear')}, the highest {compared.range:.1f} times the lowest, "
        f"no step larger than {percent(compared.largest_step)}."
    )


def _judged(checks: Sequence[FitCheck]) -> list[Judged]:
    """What does not plainly hold, the worst first, then the makers' limits that do."""
    kept = [
        check
        for check in checks
        if (check.state != "holds" or check.id == "makers-limits")
        # Which line a chain would run in, nobody can know of sprockets yet to be bought.
        and not (check.id == "line" and check.state == "not known")
    ]
    kept.sort(key=lambda check: -RANK[check.state])
    return [Judged(check.state, check.what) for check in kept[:_MOST_JUDGED]]
