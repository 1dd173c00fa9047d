"""Small shelves and jobs, and everything that can be made of them, one by one."""

import random
from dataclasses import dataclass, replace

from kettledrum.core.fit.mass_moved import weighed
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.parts.motor import MOTOR_PLACES, MotorPlace
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.prices import part_prices
from kettledrum.core.parts.stock import BeltStock, ChainStock, Stock
from kettledrum.core.search.base import Base
from kettledrum.core.search.bases import bases_of
from kettledrum.core.search.drives import Drives
from kettledrum.core.search.own import own_sprockets
from kettledrum.core.search.screened import Screen, Screened
from kettledrum.core.search.search import basis
from kettledrum.demo import drives_of_the_valley, ferry_commute, honey_round, ridge_crossing, stock

_FAST = [
    Part.model_validate(
        {
            "kind": "motor",
            "name": f"{rpm} turns at the {at}",
            "motor": {"at": at, "torque_nm": 40, "no_load_rpm": rpm},
            "price": 200,
            "mass_kg": 2,
        }
    )
    # Without load some gears of the first would go beyond 100 km/h, as every wheel with the last would.
    for at, rpm in (("cranks", 260), ("gearbox", 240), ("front hub", 700), ("rear hub", 900))
]
JOBS = (honey_round, ferry_commute, ridge_crossing, drives_of_the_valley)
WITHIN = 2.1e-4


@dataclass(frozen=True)
class Asked:
    """A job with one of its roads, or none, the parts of a small shelf, and where motors may drive."""

    brief: Brief
    routes: list[Route]
    parts: list[Part]
    motors_at: tuple[MotorPlace, ...] = ()


def some(seed: int) -> Asked:
    """A job of the demo with few sprockets, up to seven parts, another rider or frame now and then."""
    chance = random.Random(seed)
    brief = chance.choice(JOBS)()
    roads = (brief.road.routes if brief.road else None) or []
    changed: dict[str, object] = {
        "stock": Stock(
            chain=ChainStock(front=chance.sample(range(28, 54), 3), rear=chance.sample(range(13, 26), 3)),
            belt=BeltStock(front=chance.sample([39, 42, 46, 50], 2), rear=chance.sample([19, 20, 22, 24], 2)),
        )
    }
    if chance.random() < 0.5:
        changed["frame"] = None
    if chance.random() < 0.4:
        powers = {"power_w": chance.choice([70, 110, 180]), "burst_w": chance.choice([None, 300])}
        changed["rider"] = brief.rider.model_copy(update=powers)
    parts = chance.sample(stock(), chance.randint(1, 7))
    return Asked(brief.model_copy(update=changed), chance.sample(roads, 1) if roads else [], parts)


def with_motors(seed: int) -> Asked:
    """The same with three parts and two motors of the demo, allowed at one to four places."""
    asked, chance = some(seed), random.Random(seed)
    motors = chance.sample([*(part for part in stock() if part.kind == "motor"), *_FAST], 2)
    places = chance.sample(MOTOR_PLACES, chance.randint(1, len(MOTOR_PLACES)))
    others = [part for part in asked.parts if part.kind != "motor"]
    return replace(asked, parts=[*others[:3], *motors], motors_at=tuple(places))


class Everything:
    """Every drive of a small shelf, judged by what judges setups everywhere."""

    def __init__(self, asked: Asked) -> None:
        brief = asked.brief
        on = basis(brief)
        own = own_sprockets([on, *(each for each in brief.setups if each is not on)], asked.parts)
        alone = brief.model_copy(update={"setups": [], "reference": None})
        self.screen = Screen(alone, on, own)
        self.drives = Drives(alone, on, own, asked.routes)
        self.riding = AllRiding(alone, asked.routes)
        self.bases: list[Base] = bases_of(asked.parts, brief.stock, asked.motors_at).bases

    def looked_at(self) -> list[tuple[Screened, int]]:
        """Each pairing of each base."""
        screened = [self.screen.of(base) for base in self.bases]
        return [(each, place) for each in screened for place in range(len(each.runs))]

    def allowed(self) -> list[tuple[Screened, int]]:
        """Those that may be ridden, in the job's frame."""
        return [
            (each, place)
            for each, place in self.looked_at()
            if self.drives.is_allowed(each.base, place, with_frame=True)
        ]

    def figures(self) -> list[tuple[float, float, float]]:
        """What each of these covers, costs and weighs, as setups tell it."""
        setups = [self.drives.setup(each.base, place) for each, place in self.allowed() if each.comparable]
        found = []
        for begin in range(0, len(setups), 32):
            some_of = setups[begin : begin + 32]
            for setup, covered in zip(some_of, self.riding.covered(some_of), strict=True):
                price = sum(price or 0.0 for _, price in part_prices(setup))
                found.append((covered.in_band, price, sum(each.mass_kg or 0.0 for each in weighed(setup))))
        return found


def beats(one: tuple[float, float, float], other: tuple[float, float, float], within: float) -> bool:
    """Whether one covers more than another by more than a bit, for no more money and mass."""
    return one[0] > other[0] + within and one[1] <= other[1] + 1e-6 and one[2] <= other[2] + 1e-6


def front(figures: list[tuple[float, float, float]]) -> list[tuple[float, float, float]]:
    """What nothing else beats."""
    kept: list[tuple[float, float, float]] = []
    for each in sorted(figures, key=lambda figure: (figure[1], figure[2], -figure[0])):
        if not any(other[0] >= each[0] - 1e-9 and other[2] <= each[2] + 1e-9 for other in kept):
            kept.append(each)
    return kept
