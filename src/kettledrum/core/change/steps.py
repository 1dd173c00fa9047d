"""The steps of a change in their order, with usual minutes, and what can hurt."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from kettledrum.core.change.at_cranks import cranks_move
from kettledrum.core.change.loops import Loop
from kettledrum.core.change.plan_result import Step
from kettledrum.core.change.relinked import called, relinked
from kettledrum.core.change.things import Kind, Thing
from kettledrum.core.change.wheels import MOTOR_AXLE_CAUTION, WHEEL_OUT_MIN, wheels
from kettledrum.core.fit.spokes import SpokeLengths
from kettledrum.core.terms.in_words import counted, listed

CHAIN_CAUTION = "Keep fingers, sleeves and laces away from a chain or belt while anything turns."
BATTERY_CAUTION = (
    "A battery can burn and a motor can start by itself: take the battery off the bicycle before anything "
    "else is touched, and never open, short or pierce it. Its maker’s instructions stand above this."
)
BRAKE_CAUTION = (
    "A brake that was touched is not a brake until it was tried: no grease on rotor or pads, bolts at the "
    "maker’s torque, the calliper centred, and the first stops at walking pace. If in doubt, a mechanic."
)
TORQUE_CAUTION = (
    "Without its torque support the axle turns in the dropouts and can come out under load: set it as the "
    "hub’s maker says, and look at the nuts again after the first ride."
)
MOTOR_CAUTION = (
    "What a motor may do on the road is for local law; what frame, hub and chain bear of it, for their "
    "makers. Have the wiring looked at by somebody qualified."
)
CRANK_CAUTION = (
    "Cranks that come loose throw the rider: threads clean, bolts at the maker’s torque, and tightened once "
    "more after the first rides."
)
RIDE_CAUTION = "Ride the first half hour without a load, near home, and stop at any noise."

_OFF: dict[Kind, float] = {
    "shifter": 10,
    "derailleur": 10,
    "tensioner": 5,
    "rings": 10,
    "cranks": 10,
    "bottom bracket": 15,
    "gearbox": 25,
    "chaingear": 15,
    "rotor": 5,
    "sprockets": 10,
    "torque support": 5,
    "motor": 30,
    "piece": 5,
}
_ON: dict[Kind, float] = {
    "motor": 45,
    "gearbox": 30,
    "chaingear": 25,
    "bottom bracket": 15,
    "cranks": 10,
    "rings": 10,
    "rotor": 10,
    "sprockets": 10,
    "derailleur": 20,
    "tensioner": 10,
    "torque support": 10,
    "shifter": 30,
    "piece": 10,
}
"""Usual minutes of somebody who has done it before; ours."""
_CAUTIONS: dict[Kind, str] = {
    "motor": MOTOR_CAUTION,
    "rotor": BRAKE_CAUTION,
    "torque support": TORQUE_CAUTION,
    "cranks": CRANK_CAUTION,
    "chaingear": CRANK_CAUTION,
}
LOOK_MIN, BATTERY_MIN, CHAIN_MIN, PADS_MIN, TRIAL_MIN = 10.0, 5.0, 10.0, 10.0, 20.0


@dataclass(frozen=True, slots=True)
class Work:
    """What is to be done: things that come off, go on and stay; chains before and after; the spokes where the
    wheel is built anew; what must be looked at first; whether there is a motor before, whose `battery` goes
    first, whether there is one after (`driven`), and whether the rear brake is one on the rim.
    """

    off: Sequence[Thing]
    on: Sequence[Thing]
    kept: Sequence[Thing]
    before: Sequence[Loop]
    after: Sequence[Loop]
    spokes: SpokeLengths | None
    not_known: Sequence[str]
    battery: bool
    driven: bool
    rim_brake: bool


def steps(work: Work) -> Iterator[Step]:
    """First what makes it safe and sure, then off from the outside in, then on from the inside out."""
    if not work.off and not work.on and not relinked(work.kept, work.before, work.after):
        return
    if work.not_known:
        yield Step("Look at what is not known yet, before anything is bought", LOOK_MIN)
    if work.battery:
        yield Step("Switch it off, and take the battery away from the bicycle", BATTERY_MIN, BATTERY_CAUTION)
    yield Step("Put the bicycle into the stand, and take the rear wheel out", WHEEL_OUT_MIN)
    yield Step("Take the chain or belt off", CHAIN_MIN, CHAIN_CAUTION)
    moved = [thing for thing in work.kept if thing.kind == "cranks" and cranks_move(work.off, work.on)]
    yield from _off([*moved, *work.off])
    yield from wheels(work.off, work.on, work.kept, work.spokes)
    yield from _on([*moved, *work.on])
    yield from _loops(work)
    turns = any(thing.is_hub_motor and thing.holds == "rear wheel" for thing in work.on)
    yield Step(
        "Put the wheel in, straight, with the chain or belt as tight as it should be",
        WHEEL_OUT_MIN,
        MOTOR_AXLE_CAUTION if turns else None,
    )
    if work.rim_brake and any(thing.kind == "rim" for thing in work.on):
        yield Step("Set the brake’s pads to the new rim", PADS_MIN, BRAKE_CAUTION)
    if work.driven:
        yield Step(
            "Put the battery on, and try motor and cut-outs with the wheel in the air",
            BATTERY_MIN,
            BATTERY_CAUTION,
        )
    yield Step("Go through gears and brakes in the stand, then ride", TRIAL_MIN, RIDE_CAUTION)


def _off(things: Sequence[Thing]) -> Iterator[Step]:
    for kind, minutes in _OFF.items():
        names = [_piece(thing) for thing in things if thing.kind == kind]
        if names:
            yield Step(
                f"Take off: {listed(names)}",
                minutes * len(names),
                _CAUTIONS.get(kind) if kind == "motor" else None,
            )


def _on(things: Sequence[Thing]) -> Iterator[Step]:
    for kind, minutes in _ON.items():
        names = [_piece(thing) for thing in things if thing.kind == kind]
        if names:
            yield Step(f"Put on: {listed(names)}", minutes * len(names), _CAUTIONS.get(kind))


def _piece(thing: Thing) -> str:
    """What is put on or taken off: of a motor in a wheel, which is built round it, all that is not in it."""
    if thing.is_hub_motor:
        return f"what belongs to the {thing.name}: controller, wires, holder of the battery"
    return thing.name


def _loops(work: Work) -> Iterator[Step]:
    changed = relinked(work.kept, work.before, work.after)
    for loop in work.after:
        name = called(loop, len(work.after))
        if loop in changed:
            what = _another_length(name, changed[loop], loop.links or 0)
        else:
            new = any(
                thing.kind in ("chain", "belt")
                and isinstance(thing.key, tuple)
                and thing.key[0] == loop.place
                for thing in work.on
            )
            what = _put_on(loop, name, new=new)
        yield Step(what, CHAIN_MIN, CHAIN_CAUTION)


def _another_length(name: str, more: int, links: int) -> str:
    apart = counted(abs(more), "link")
    if more < 0:
        return f"Shorten the {name} by {apart}, to {links}, and put it on"
    return f"The {name} is {apart} too short: put in {apart}, of its own kind, or a new one of {links}"


def _put_on(loop: Loop, name: str, *, new: bool) -> str:
    if not new:
        return f"Put the {name} back on"
    if loop.drive == "belt":
        teeth = "the teeth that were found" if loop.links is None else f"{loop.links} teeth"
        return f"Put the {name}, of {teeth}, on through the frame’s opening"
    if loop.links is None:
        return f"Put the new {name} on, measured round the largest pair"
    return f"Cut the new {name} to {loop.links} links, and put it on"
