"""The wheels that a change builds anew: round another hub, which may be a motor, or into another rim."""

from collections.abc import Iterator, Sequence

from kettledrum.core.change.plan_result import Step
from kettledrum.core.change.things import FRONT_HUB, Thing
from kettledrum.core.fit.page import WHEEL_CAUTION
from kettledrum.core.fit.spokes import SpokeLengths

UNLACE_MIN, LACE_MIN, TYRE_MIN, WHEEL_OUT_MIN = 30.0, 120.0, 10.0, 5.0
"""Usual minutes of somebody who has done it before; ours."""
MOTOR_AXLE_CAUTION = (
    "A motor in a hub turns against its own axle. One that is not held comes out of its dropouts and tears "
    "its wires: torque arm, washers and nuts as the motor’s maker says, and a look at them after the first "
    "ride. Not every fork bears it: ask its maker."
)
FRONT_CAUTION = "Try the front brake, and whether the axle sits tight, before you ride."


def rear_is_built(off: Sequence[Thing], on: Sequence[Thing]) -> bool:
    """Whether the rear wheel is laced anew."""
    return any(thing.holds == "rear wheel" or thing.kind == "rim" for thing in (*off, *on))


def front_hub(things: Sequence[Thing]) -> Thing | None:
    """What the front wheel turns on among some things."""
    return next((thing for thing in things if thing.holds == "front wheel"), None)


def wheels(
    off: Sequence[Thing], on: Sequence[Thing], kept: Sequence[Thing], spokes: SpokeLengths | None
) -> Iterator[Step]:
    """The rear wheel built anew, or just another tyre on it; then the front wheel."""
    if rear_is_built(off, on):
        yield from _rear(off, on, kept, spokes)
    elif any(thing.kind == "tyre" for thing in (*off, *on)):
        yield Step("Change the tyre", TYRE_MIN)
    if front := front_hub(on):
        yield Step("Take the front wheel out", WHEEL_OUT_MIN)
        yield Step("Take tyre, tape and spokes out of the old front wheel", UNLACE_MIN)
        yield Step(
            f"Build the front wheel round the {front.name}: lace, tension, true", LACE_MIN, WHEEL_CAUTION
        )
        yield Step("Put tape, tube and tyre on the front wheel", TYRE_MIN)
        caution = f"{MOTOR_AXLE_CAUTION} {FRONT_CAUTION}" if front.is_hub_motor else FRONT_CAUTION
        yield Step("Put the front wheel in", WHEEL_OUT_MIN, caution)


def _rear(
    off: Sequence[Thing], on: Sequence[Thing], kept: Sequence[Thing], spokes: SpokeLengths | None
) -> Iterator[Step]:
    hub_goes = any(thing.holds == "rear wheel" for thing in off)
    rim_goes = any(thing.kind == "rim" for thing in off)
    if hub_goes != rim_goes:
        # What stays of the old wheel goes into the new one.
        yield Step("Take tyre, tape and spokes out of the old wheel", UNLACE_MIN)
    elif any(thing.kind == "tyre" for thing in kept):
        yield Step("Take the tyre off the old wheel", TYRE_MIN)
    yield Step(_built(on, kept, spokes), LACE_MIN, WHEEL_CAUTION)
    yield Step("Put tape, tube and tyre on", TYRE_MIN)


def _built(on: Sequence[Thing], kept: Sequence[Thing], spokes: SpokeLengths | None) -> str:
    hub = next((thing.name for thing in (*on, *kept) if thing.holds == "rear wheel"), None)
    round_ = f" round the {hub}" if hub else ""
    if spokes is None or spokes.left_mm is None or spokes.right_mm is None:
        return f"Build the wheel{round_}: lace, tension, true"
    lengths = f"spokes of {round(spokes.left_mm)} mm left and {round(spokes.right_mm)} mm right"
    crosses = f", crossed {spokes.crosses} times" if spokes.crosses else ""
    return f"Build the wheel{round_} with {lengths}{crosses}: lace, tension, true"


def pads_reach(off: Sequence[Thing], on: Sequence[Thing], brake: str | None) -> Iterator[str]:
    """Whether a brake on the rim reaches one of another size."""
    rims = [next((thing.key for thing in of if thing.kind == "rim"), None) for of in (off, on)]
    if brake == "rim" and all(isinstance(key, tuple) for key in rims):
        was, now = (key[0] for key in rims if isinstance(key, tuple))
        if was != now:
            yield f"Whether the brake’s pads reach a rim for {now:g} mm in place of one for {was:g} mm"


def wheel_asked(on: Sequence[Thing]) -> Iterator[str]:
    """What nothing tells of a motor that goes into a wheel, and of the hub that goes back in its place."""
    for thing in on:
        if thing.is_hub_motor and thing.holds == "rear wheel":
            yield (
                f"Whether the {thing.name} goes between the dropouts, and which rotor and sprockets it takes"
            )
        elif thing.is_hub_motor:
            yield f"Whether the {thing.name} goes into the fork: its width, its axle, its rotor"
        elif thing == FRONT_HUB:
            yield "Which front hub goes into the fork: its width, its axle, its rotor"
