"""What to do on a tour where something breaks that is not mended by the road."""

from collections.abc import Iterator

from kettledrum.core.care.tour_result import Breaks
from kettledrum.core.fit.rule import Bike
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.lineup.climbs_to import climbs_to
from kettledrum.core.parts.names import PartOfSetup, part_names
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import HubStage, SprocketsStage, Stage
from kettledrum.core.terms.in_words import percent

PLAIN_SPROCKETS = (16, 22)
"""The sprockets that a plain wheel from a village shop has; 18 where the bike’s own tells nothing. Ours."""
PLAIN_SPROCKET = 18
CASE_CM, CASE_BOX_KG = (35, 30, 25), 0.8
WHEEL_BOX_CM, WHEEL_BOX_KG, RIM_KG = 20, 1.5, 1.4
"""Boxes, and rim, spokes and tyre of a wheel. Ours, round: a post office weighs and measures."""

_STUCK_BOX = (
    "a broken cable or lever leaves it in one gear, and it rides on in that; a case that no longer turns "
    "stops the bike, since nothing else fits its mount"
)
_STUCK_CHAINGEAR = (
    "a broken shifter leaves it in one of its gears, and it rides on in that; other cranks fit the frame if "
    "it no longer turns"
)


def breaks(bike: Bike, job: Conditions) -> list[Breaks]:
    """What to do where each part of a bike breaks; `job` is the load and the rider that it has to carry."""
    named = {id(part): name for name, part in part_names(bike.setup)}
    return [*_gears(bike, job, named), *_drive(bike, job, named), *_motors(bike, job, named)]


def _gears(bike: Bike, job: Conditions, named: dict[int, str]) -> Iterator[Breaks]:
    hub = bike.geared_hub
    if hub is not None:
        yield _hub(bike, hub, job, named[id(hub)])
    for case in (bike.gearbox, bike.chaingear):
        if case is not None:
            yield Breaks(
                part=named[id(case)],
                rides_on=_STUCK_BOX if case is bike.gearbox else _STUCK_CHAINGEAR,
                posted="the case to its maker, and another back",
                parcel_kg=None if case.mass_kg is None else case.mass_kg + CASE_BOX_KG,
                parcel_cm=CASE_CM,
                away_days=_away(case),
            )


def _hub(bike: Bike, hub: HubStage, job: Conditions, name: str) -> Breaks:
    wheel = bike.setup.wheel
    fits = f"{hub.fit.dropout_mm:g} mm wide" if hub.fit and hub.fit.dropout_mm else "of the frame’s width"
    axle = {
        "nutted": ", with nuts",
        "quick release": ", for a quick release",
        "thru axle": ", for a thru axle",
    }
    held = axle[hub.fit.axle] if hub.fit and hub.fit.axle else ""
    plain = _plain(bike, hub)
    size = f"of {wheel.bead_seat_mm:g} mm" if wheel.bead_seat_mm else "of its size"
    diameter = round(wheel.diameter_m * 100) + 6
    found = Breaks(
        part=name,
        rides_on=f"another wheel {size}, {fits}{held}",
        posted="the wheel to the hub’s maker, and back",
        parcel_kg=None if hub.mass_kg is None else hub.mass_kg + RIM_KG + WHEEL_BOX_KG,
        parcel_cm=(diameter, diameter, WHEEL_BOX_CM),
        away_days=_away(hub),
    )
    if plain is None:
        found.rides_on += " and with the same gears: a plain one does not take what drives it"
        return found
    if bike.belt:
        found.rides_on += ", a ring and a chain, since a plain wheel takes no belt"
    return _ridden_on(found, plain, job)


def _ridden_on(found: Breaks, setup: Setup, job: Conditions) -> Breaks:
    """Adds in which gear it rides on, and up to which slope."""
    table = gear_table(setup, job.cadence_rpm)
    steepest = climbs_to(setup, job)
    lowest = table.gears[0]
    found.climbs_to, found.development_m = steepest, lowest.development_m
    kept = "as a single-speed" if len(table.gears) == 1 else f"with {len(table.gears)} gears"
    slopes = "beyond 30 %" if steepest is None else f"to {percent(steepest)}"
    found.rides_on += f": it goes on {kept}, {lowest.development_m:.2f} m a turn, up slopes {slopes}"
    if steepest is not None and job.steepest is not None and steepest < job.steepest:
        found.rides_on += "; what is steeper is walked"
    return found


def _plain(bike: Bike, hub: HubStage) -> Setup | None:
    """The bike with a plain wheel in place of its hub; None where no chain from a ring drives it."""
    path: list[Stage] = []
    for stage in bike.setup.path:
        if stage is hub:
            continue
        if isinstance(stage, SprocketsStage) and stage is bike.sprockets[-1][1]:
            fronts = sorted({front for front, _ in stage.pairings})
            rears = {rear for _, rear in stage.pairings}
            (rear,) = rears if len(rears) == 1 else (PLAIN_SPROCKET,)
            rear = min(max(rear, PLAIN_SPROCKETS[0]), PLAIN_SPROCKETS[1])
            path.append(SprocketsStage(kind="sprockets", front=fronts, rear=[rear]))
        else:
            path.append(stage)
    if not any(isinstance(stage, SprocketsStage) for stage in path):
        return None
    return bike.setup.model_copy(update={"path": path, "motors": None})


def _away(part: PartOfSetup) -> float | None:
    """The longest that a task of a part keeps the bike away, in days; None where none says."""
    return max((task.away_days for task in part.care or [] if task.away_days), default=None)


def _drive(bike: Bike, job: Conditions, named: dict[int, str]) -> Iterator[Breaks]:
    for _, stage in bike.sprockets:
        name = named[id(stage)]
        if stage.drive == "belt":
            yield Breaks(
                part=name,
                rides_on="a torn belt is not joined: the spare goes on; without one the bike stands until "
                "the post brings it",
                posted="a belt of the same length, to you",
                parcel_kg=0.2,
                parcel_cm=(30, 25, 5),
            )
        elif len({rear for _, rear in stage.pairings}) > 1:
            yield _derailleur(bike, stage, job, name)


def _derailleur(bike: Bike, stage: SprocketsStage, job: Conditions, name: str) -> Breaks:
    """A chain shortened onto one sprocket, near the middle of the cassette, and the smallest ring."""
    rears = sorted({rear for _, rear in stage.pairings})
    front, rear = min(front for front, _ in stage.pairings), rears[len(rears) // 2]
    one = SprocketsStage(kind="sprockets", front=[front], rear=[rear])
    path = [one if each is stage else each for each in bike.setup.path]
    found = Breaks(
        part=name,
        rides_on=f"a derailleur that broke comes off, and the chain is shortened onto {front} × {rear}",
    )
    return _ridden_on(found, bike.setup.model_copy(update={"path": path, "motors": None}), job)


def _motors(bike: Bike, job: Conditions, named: dict[int, str]) -> Iterator[Breaks]:
    for motor in bike.setup.motors or []:
        alone = bike.setup.model_copy(update={"motors": None})
        found = Breaks(part=named[id(motor)], rides_on="without its help")
        if motor.battery:
            found.posted = (
                "a battery is dangerous goods: no ordinary post and no aircraft takes it; its maker sends one"
            )
        yield _ridden_on(found, alone, job)
