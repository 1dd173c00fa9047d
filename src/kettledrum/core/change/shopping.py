"""What a change makes one buy: with what fits, and with prices as far as they are known."""

from collections.abc import Iterator, Sequence

from kettledrum.core.change.loops import Loop
from kettledrum.core.change.plan_result import ToBuy
from kettledrum.core.change.things import Kind, Thing, from_wheel
from kettledrum.core.change.wheels import front_hub
from kettledrum.core.fit.spokes import SpokeLengths
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import HubStage
from kettledrum.core.terms.in_words import listed

_OF_A_DRIVE: tuple[Kind, ...] = ("rings", "chain", "belt", "derailleur", "tensioner", "sprockets")
"""Things whose price stands together, that of their drive."""
_OF_A_WHEEL: tuple[Kind, ...] = ("rim", "tyre")
_GOES_WITH: tuple[Kind, ...] = ("shifter", "torque support")
"""What comes with its hub or gearbox, as a rule."""


def shopping(
    on: Sequence[Thing], kept: Sequence[Thing], to: Setup, loops: Sequence[Loop], spokes: SpokeLengths | None
) -> Iterator[ToBuy]:
    """What is to be bought, the drive first."""
    yield from _drive(on, kept, to, loops)
    for thing in on:
        if thing.kind in (*_OF_A_DRIVE, *_OF_A_WHEEL):
            continue
        if thing.kind in _GOES_WITH:
            yield ToBuy(f"{thing.name}, unless it comes with it", None)
        elif thing.kind != "battery":
            yield ToBuy(thing.name, thing.price)
        elif not any(each.kind == "motor" for each in on):
            yield ToBuy(thing.name, None)
    yield from _wheel(on, kept, to, spokes)
    if front_hub(on):
        yield ToBuy("spokes and nipples for the front wheel, unless it is bought built", None)


def _drive(on: Sequence[Thing], kept: Sequence[Thing], to: Setup, loops: Sequence[Loop]) -> Iterator[ToBuy]:
    """The pieces of each drive: at its price where all of it is new."""
    for place, stage in from_wheel(to):
        new = [thing for thing in on if thing.kind in _OF_A_DRIVE and _place(thing) == place]
        if not new:
            continue
        links = next((loop.links for loop in loops if loop.place == place), None)
        names = [_with_length(thing, links) for thing in new]
        old = [thing for thing in kept if thing.kind in _OF_A_DRIVE and _place(thing) == place]
        if old:
            for name in names:
                yield ToBuy(name, None)
        else:
            yield ToBuy(listed(names), stage.price)


def _with_length(thing: Thing, links: int | None) -> str:
    if links is None or thing.kind not in ("chain", "belt"):
        return thing.name
    return f"{thing.name} of {links} {'links' if thing.kind == 'chain' else 'teeth'}"


def _place(thing: Thing) -> object:
    return thing.key[0] if isinstance(thing.key, tuple) else None


def _wheel(
    on: Sequence[Thing], kept: Sequence[Thing], to: Setup, spokes: SpokeLengths | None
) -> Iterator[ToBuy]:
    """Rim, tyre and spokes: at the price of the wheel where it is all new."""
    new = [thing for thing in on if thing.kind in _OF_A_WHEEL]
    whole = new and not any(thing.kind in _OF_A_WHEEL for thing in kept)
    if whole:
        what = listed([*(thing.name for thing in new), "the building of the wheel"])
        yield ToBuy(what, to.wheel.price)
    else:
        for thing in new:
            yield ToBuy(thing.name, None)
    if spokes is None:
        return
    if spokes.left_mm is None or spokes.right_mm is None:
        yield ToBuy("spokes and nipples, in lengths that are still to be worked out", None)
    elif spokes.state not in ("holds", "tight"):
        yield ToBuy(_spokes(to, spokes), None)


def _spokes(to: Setup, spokes: SpokeLengths) -> str:
    hub = next((stage for stage in reversed(to.path) if isinstance(stage, HubStage)), None)
    holes = hub.fit.spokes.holes if hub and hub.fit and hub.fit.spokes else 0
    rim = to.wheel.rim
    gauge = f", {rim.gauge_mm:g} mm thick" if rim and rim.gauge_mm else ""
    each = holes // 2
    assert spokes.left_mm is not None and spokes.right_mm is not None
    return (
        f"{each} spokes of {round(spokes.left_mm)} mm for the left and {each} of {round(spokes.right_mm)} mm "
        f"for the right{gauge}, with {2 * each} nipples"
    )
