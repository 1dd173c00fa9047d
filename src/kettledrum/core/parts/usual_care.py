"""Price and upkeep that are usual for a part of its kind: offered, never silently taken.

How long chains, sprockets and belts last has hardly been measured in public. The ranges are ours, wide, and
to be replaced by what a log finds; costs are in a money of which a new chain costs 25.
"""

from collections.abc import Iterator, Sequence

from pydantic import BaseModel

from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.names import PartOfSetup, part_names
from kettledrum.core.parts.setup import Cranks, Setup
from kettledrum.core.parts.stage import GearboxStage, HubStage, SprocketsStage
from kettledrum.core.parts.upkeep import Life, TakenAlong, Task
from kettledrum.core.parts.usual_prices import usual_price
from kettledrum.core.parts.wheel import Wheel

_CHAIN_OIL = TakenAlong(what="chain oil and a rag", mass_kg=0.08, price=6)
_QUICK_LINK = TakenAlong(what="a quick link", mass_kg=0.01, price=3)
_CABLE = TakenAlong(what="a cable", mass_kg=0.03, price=5)
_HUB_OIL = TakenAlong(what="oil and a syringe", mass_kg=0.06, price=15)

SOURCE = (
    "figures of ours, in a money of which a new chain costs 25; how long parts last has hardly been measured "
    "in public, and a shop knows its prices"
)


class UsualCare(BaseModel):
    """What is offered for a part: `where` it stands in the setup file, its name, its price and its tasks as
    far as it has none, and whose figures they are.
    """

    where: str
    part: str
    price: float | None
    tasks: list[Task]
    source: str


def usual_care(setup: Setup) -> list[UsualCare]:
    """What is usual for each part of a setup that has no price or no upkeep of its own; nothing for pieces,
    which may be anything.
    """
    names = {id(part): name for name, part in part_names(setup)}
    found = []
    for where, part in _placed(setup):
        price = usual_price(part) if part.price is None else None
        tasks = usual_tasks(part) if part.care is None else []
        if price is not None or tasks:
            name = names[id(part)]
            found.append(UsualCare(where=where, part=name, price=price, tasks=tasks, source=SOURCE))
    return found


def _placed(setup: Setup) -> Iterator[tuple[str, PartOfSetup]]:
    yield "cranks", setup.cranks
    for place, stage in enumerate(setup.path):
        yield f"path[{place}]", stage
    yield "wheel", setup.wheel
    for place, motor in enumerate(setup.motors or []):
        yield f"motors[{place}]", motor


def usual_tasks(part: PartOfSetup) -> list[Task]:
    """What is usually done to such a part."""
    if isinstance(part, SprocketsStage):
        return _of_sprockets(part)
    if isinstance(part, HubStage | GearboxStage):
        return _of_gears(part)
    if isinstance(part, Cranks):
        return [Task(what="new bearings", every_km=_life(8000, 15_000, 30_000), minutes=40, cost=35)]
    if isinstance(part, Wheel):
        return [
            Task(what="new tyre", every_km=_life(3000, 6000, 10_000), minutes=20, cost=35),
            Task(what="spokes brought to tension", every_km=500, once=True, minutes=30, by="workshop"),
            Task(what="spokes trued", every_km=_life(4000, 8000, 20_000), minutes=30, by="workshop"),
        ]
    if isinstance(part, Motor) and part.battery:
        return [
            Task(
                what="new battery",
                every_km=_life(15_000, 30_000, 60_000),
                every_months=120,
                cost=round(part.battery.energy_wh * 0.9),
            )
        ]
    return []


def _of_sprockets(stage: SprocketsStage) -> list[Task]:
    if stage.drive == "belt":
        return [
            Task(what="belt rinsed", every_km=600, minutes=5),
            Task(what="new belt", every_km=_life(10_000, 20_000, 35_000), minutes=30, cost=80),
            Task(what="new sprockets", every_km=_life(15_000, 30_000, 60_000), minutes=40, cost=110),
        ]
    shifted = _many(stage.front) or _many(stage.rear)
    chain = _life(1500, 3000, 5000) if shifted else _life(2500, 4500, 8000)
    rear = _life(4000, 8000, 14_000) if shifted else _life(8000, 14_000, 25_000)
    front = _life(10_000, 20_000, 40_000)
    return [
        Task(
            what="chain cleaned and oiled",
            every_km=250 if shifted else 400,
            minutes=10,
            cost=0.5,
            carry=_CHAIN_OIL,
        ),
        Task(what="new chain", every_km=chain, minutes=15, cost=25, carry=_QUICK_LINK),
        Task(
            what="new cassette" if shifted else "new rear sprocket",
            every_km=rear,
            minutes=25,
            cost=60 if _many(stage.rear) else 15,
        ),
        Task(
            what="new rings" if _many(stage.front) else "new ring",
            every_km=front,
            minutes=25,
            cost=70 if _many(stage.front) else 35,
        ),
        *(
            [
                Task(
                    what="new cables",
                    every_km=_life(4000, 8000, 15_000),
                    every_months=36,
                    minutes=40,
                    cost=15,
                    carry=_CABLE,
                )
            ]
            if shifted
            else []
        ),
    ]


def _of_gears(stage: HubStage | GearboxStage) -> list[Task]:
    cables = Task(
        what="new cables",
        every_km=_life(6000, 12_000, 25_000),
        every_months=48,
        minutes=40,
        cost=15,
        carry=_CABLE,
    )
    oiled = stage.lubricant is not None and "oil" in stage.lubricant
    inside = (
        Task(
            what="oil change",
            every_km=_life(4000, 5000, 10_000),
            every_months=12,
            after=["dunking"],
            minutes=20,
            cost=15,
            carry=_HUB_OIL,
        )
        if oiled
        else Task(
            what="taken apart and greased",
            every_km=_life(8000, 15_000, 30_000),
            every_months=60,
            after=["dunking"],
            minutes=90,
            cost=15,
            by="workshop",
            away_days=5,
        )
    )
    return [inside, cables]


def _many(teeth: Sequence[int] | None) -> bool:
    return len(teeth or []) > 1


def _life(low: float, typical: float, high: float) -> Life:
    return Life(low=low, typical=typical, high=high)
