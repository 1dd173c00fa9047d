"""What a tour takes along, why, and where else it is had. Masses and prices that no part states are ours."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from kettledrum.core.care.tour_result import Had, TourTask, TourThing
from kettledrum.core.fit.rule import Bike
from kettledrum.core.fit.spokes import spoke_lengths
from kettledrum.core.parts.names import PartOfSetup, part_names
from kettledrum.core.parts.stage import GearboxStage, HubStage, SprocketsStage
from kettledrum.core.parts.upkeep import TakenAlong, Task
from kettledrum.core.parts.wheel import Wheel
from kettledrum.core.terms.in_words import listed

_CABLE_SHIFTERS = ("twist grip", "trigger", "lever")


@dataclass(frozen=True, slots=True)
class Spare:
    """A thing to take along, as one bike asks for it; `always` where no workshop near by makes up for it."""

    what: str
    mass_kg: float | None
    price: float | None
    why: str
    had: Had
    always: bool
    ours: bool = True


def spares(bike: Bike, tasks: Sequence[TourTask], *, far: bool) -> Iterator[Spare]:
    """What one bike asks for: for tasks on the way, then what rides on after the usual mishaps."""
    ahead = {(task.part, task.what): task for task in tasks}
    for name, part in part_names(bike.setup):
        for task in part.care or []:
            if (name, task.what) in ahead:
                yield from _of_task(name, part, task, ahead[name, task.what], far=far)
    for _, part in part_names(bike.setup):
        if isinstance(part, SprocketsStage):
            yield from _of_sprockets(part)
        elif isinstance(part, HubStage | GearboxStage):
            yield from _of_gears(part)
        elif isinstance(part, Wheel):
            yield from _of_wheel(bike, part)
    if any(motor.battery for motor in bike.setup.motors or []):
        yield Spare("the battery’s charger", 0.7, None, "it is charged on the way", "posted", True)
    if bike.frame.brake in ("disc", "rim"):
        yield Spare(
            "a pair of brake pads", 0.03, 12, "wet grit eats pads within days", "any bicycle shop", False
        )


def _of_task(name: str, part: PartOfSetup, task: Task, ahead: TourTask, *, far: bool) -> Iterator[Spare]:
    """What the upkeep of a part takes along, if it may be needed."""
    why = []
    if ahead.times:
        why.append(f"{task.what} falls due at km {ahead.at_km[0]:,.0f}")
    if ahead.watch_km is not None:
        why.append(f"{task.what} may fall due")
    if ahead.at_once:
        why.append(f"{task.what} at once after a {listed(ahead.at_once, 'or')}")
    if task.carry is None:
        # What is done on the way with no thing named for it needs its material, had by its kind.
        if ahead.times and task.cost > 0:
            what = f"what “{task.what}” needs ({name})"
            yield Spare(what, None, task.cost, listed(why), _had(part, task), False, ours=False)
        return
    if not why and not far:
        return
    what = task.carry.what
    if isinstance(part, SprocketsStage) and task.carry == _belt_stated(part):
        what = _belt(part)
    yield Spare(
        what,
        task.carry.mass_kg,
        task.carry.price,
        listed(why) or f"for {task.what}, with no workshop near",
        _had(part, task),
        bool(ahead.times or ahead.watch_km is not None),
        ours=False,
    )


def _had(part: PartOfSetup, task: Task) -> Had:
    """Where what a task needs is had: a chain’s, a wheel’s and cables in any shop, all else by post."""
    of_chain = isinstance(part, SprocketsStage) and part.drive == "chain"
    return "any bicycle shop" if of_chain or isinstance(part, Wheel) or "cable" in task.what else "posted"


def _of_sprockets(stage: SprocketsStage) -> Iterator[Spare]:
    if stage.drive == "belt":
        price = next((task.cost for task in stage.care or [] if task.what == "new belt" and task.cost), 80)
        why = "a belt cannot be mended, and few shops have it"
        yield Spare(_belt(stage), 0.09, price, why, "posted", True)
        return
    yield Spare(
        "a quick link",
        0.01,
        3,
        "a chain that breaks is shorter by a link, and closed again",
        "any bicycle shop",
        True,
    )
    if stage.shifts_chain:
        yield Spare("a cable", 0.03, 5, "a cable frays at the lever first", "any bicycle shop", False)


def _belt(stage: SprocketsStage) -> str:
    """What a spare belt is called, whoever asks for it: by its teeth, or as its upkeep calls it."""
    teeth, stated = stage.run.belt_teeth if stage.run else None, _belt_stated(stage)
    if teeth:
        return f"a spare belt of {teeth} teeth"
    return stated.what if stated else "a spare belt of the same length"


def _belt_stated(stage: SprocketsStage) -> TakenAlong | None:
    """The spare belt that the upkeep of a drive names."""
    carried = (task.carry for task in stage.care or [] if stage.drive == "belt")
    return next((each for each in carried if each is not None and "belt" in each.what.casefold()), None)


def _of_gears(stage: HubStage | GearboxStage) -> Iterator[Spare]:
    shifter = stage.fit.shifter if stage.fit else None
    if shifter in _CABLE_SHIFTERS:
        yield Spare("a cable", 0.03, 5, "a cable frays at the shifter first", "any bicycle shop", False)
    elif shifter == "buttons":
        yield Spare(
            "the charger of the shifter", 0.06, None, "without charge it stays in one gear", "posted", True
        )


def _of_wheel(bike: Bike, wheel: Wheel) -> Iterator[Spare]:
    size = f", {wheel.tyre_mm:g}-{wheel.bead_seat_mm:g}" if wheel.bead_seat_mm and wheel.tyre_mm else ""
    yield Spare(f"a tube{size}", 0.2, 8, "a puncture", "any bicycle shop", True)
    yield Spare("patches, tyre levers and a pump", 0.25, 25, "a puncture", "anywhere", True)
    yield Spare("a multi-tool with a chain tool", 0.2, 30, "bolts that come loose", "any bicycle shop", True)
    hub = bike.hub
    if hub and hub.fit and hub.fit.axle == "nutted":
        yield Spare(
            "a spanner for the axle nuts", 0.15, 8, "the wheel comes out for a puncture", "anywhere", True
        )
    found = spoke_lengths(hub.fit.spokes if hub and hub.fit else None, wheel.rim)
    sides = [f"{each:.0f}" for each in (found.left_mm, found.right_mm) if each is not None]
    both = " and ".join(dict.fromkeys(sides))
    lengths = f", {both} mm long" if both else ", as long as those in the wheel"
    yield Spare(
        f"three spokes a side with nipples{lengths}",
        0.05,
        8,
        "a loaded wheel breaks spokes",
        "posted",
        False,
    )


def gathered(asked: Sequence[tuple[str, Spare]], *, far: bool) -> list[TourThing]:
    """Each thing once, for all bikes that ask for it; what is taken along first, the heaviest first.

    Far from help all of it is taken; near it, what is always needed, falls due, or is only had by post.
    """
    found: dict[str, TourThing] = {}
    for name, spare in asked:
        carry = far or spare.always or spare.had == "posted"
        one = found.get(spare.what)
        if one is None:
            found[spare.what] = TourThing(
                what=spare.what,
                mass_kg=spare.mass_kg,
                price=spare.price,
                bikes=[name],
                why=spare.why,
                had=spare.had,
                carry=carry,
                ours=spare.ours,
            )
            continue
        if name not in one.bikes:
            one.bikes.append(name)
        one.carry = one.carry or carry
        if one.ours == spare.ours:
            one.mass_kg, one.price = _most(one.mass_kg, spare.mass_kg), _most(one.price, spare.price)
        else:
            # What a part states stands before what is ours.
            first, then = (spare, one) if one.ours else (one, spare)
            one.mass_kg = then.mass_kg if first.mass_kg is None else first.mass_kg
            one.price = then.price if first.price is None else first.price
            one.ours = first.mass_kg is None
        if spare.why not in one.why:
            one.why = f"{one.why}; {spare.why}"
    return sorted(found.values(), key=lambda each: (not each.carry, -(each.mass_kg or 0.0)))


def _most(one: float | None, other: float | None) -> float | None:
    known = [each for each in (one, other) if each is not None]
    return max(known, default=None)
