"""Rules of cranks, bar and shifter, and of the wheel."""

from collections.abc import Iterator

from kettledrum.core.fit.rule import TRADE, Bike, Finding, Rule, not_known
from kettledrum.core.fit.spokes import spoke_lengths
from kettledrum.core.parts.fitting import HARD_ON_HANDS
from kettledrum.core.parts.stage import has_gears

SMALL_RIM_MM = 420.0
"""Rims smaller than this, those of 20 inches, leave a tension gauge little room. A rule of the trade."""
MANY_HOLES = 32
"""From so many spokes on there is no room between them in a small rim. A rule of the trade."""


def _crank_length(bike: Bike) -> Iterator[Finding]:
    box = bike.gearbox
    if box is None:
        return
    lengths = box.fit.crank_lengths_mm if box.fit else None
    own = bike.setup.cranks.length_mm
    if lengths is None:
        yield not_known(
            f"the crank lengths that {bike.name(box)} comes with are not stated", "its maker’s sheet"
        )
    elif own in lengths:
        yield Finding("holds", f"cranks of {own:g} mm are made for it")
    else:
        made = ", ".join(f"{length:g}" for length in lengths)
        yield Finding(
            "fails", f"cranks of {own:g} mm are not made for it", f"one of {made} mm, with other gain ratios"
        )


def _bar(bike: Bike) -> Iterator[Finding]:
    for stage in bike.stages:
        if not has_gears(stage):
            continue
        if stage.change is not None and stage.change.by != "lever":
            continue
        bars, bar = stage.fit.bars if stage.fit else None, bike.frame.bar
        name = bike.name(stage)
        if bars is None or bar is None:
            what = (
                f"which bars the shifter of {name} fits is not stated"
                if bars is None
                else "the bar is not said"
            )
            yield not_known(what, "flat, swept or drop")
        elif bar in bars:
            yield Finding("holds", f"the shifter of {name} fits a {bar} bar")
        else:
            yield Finding(
                "fails",
                f"the shifter of {name} is for {' or '.join(bars)} bars, not for a {bar} one",
                "another shifter, a short bar of the other kind, or another bar",
            )


def _hands(bike: Bike) -> Iterator[Finding]:
    if not (bike.brief.wants and bike.brief.wants.hand_trouble):
        return
    for stage in bike.stages:
        shifter = stage.fit.shifter if stage.fit else None
        if shifter in HARD_ON_HANDS:
            yield Finding(
                "tight",
                f"{bike.name(stage)} is shifted by a {shifter}, with hands that shifting is hard on",
                "try it first",
            )
        elif shifter in ("trigger", "buttons"):
            yield Finding("holds", f"{bike.name(stage)} is shifted by {shifter}")


def _reversed(bike: Bike) -> Iterator[Finding]:
    for stage in bike.stages:
        if stage.fit and stage.fit.shifter_reversed:
            yield Finding(
                "tight", f"the shifter’s window of {bike.name(stage)} reads the other way", "get used to it"
            )


def _backwards(bike: Bike) -> Iterator[Finding]:
    hub = bike.geared_hub
    if hub is None:
        return
    turns = hub.behaviour.turns_backwards if hub.behaviour else None
    at_cranks = any(
        stage.behaviour and stage.behaviour.freewheels
        for stage in bike.stages[: bike.stages.index(hub)]
        if stage.kind != "hub"
    )
    if turns is None:
        yield not_known(
            f"whether {bike.name(hub)} lets the pedals turn backwards is not stated", "its maker’s sheet"
        )
    elif turns:
        yield Finding("holds", "the pedals can be turned backwards")
    elif at_cranks:
        yield Finding("holds", f"{bike.name(hub)} does not turn backwards, but a freewheel stands before it")
    else:
        yield Finding(
            "tight",
            f"{bike.name(hub)} does not turn backwards: pedals cannot be set for a start or a corner",
            "a freewheel at the cranks",
        )


def _spokes(bike: Bike) -> Iterator[Finding]:
    hub = bike.geared_hub
    if hub is None:
        return
    found = spoke_lengths(hub.fit.spokes if hub.fit else None, bike.setup.wheel.rim)
    remedy = {
        "holds": None,
        "tight": None,
        "not known": "measured, or from the makers’ sheets",
        "fails": "new spokes of the lengths below" if found.left_mm else "a rim or hub with as many holes",
    }[found.state]
    yield Finding(found.state, found.what, remedy)


def _small_wheel(bike: Bike) -> Iterator[Finding]:
    hub, wheel = bike.geared_hub, bike.setup.wheel
    spokes = hub.fit.spokes if hub and hub.fit else None
    if spokes is None or wheel.bead_seat_mm is None or wheel.bead_seat_mm > SMALL_RIM_MM:
        return
    if spokes.holes >= MANY_HOLES:
        yield Finding(
            "tight",
            f"{spokes.holes} spokes in a rim of {wheel.bead_seat_mm:g} mm leave no room for a tension gauge",
            "tension by tone, or a hub with fewer holes",
        )


def _plug(bike: Bike) -> Iterator[Finding]:
    for stage in bike.stages:
        if stage.fit and stage.fit.plug:
            yield Finding(
                "tight",
                f"{bike.name(stage)} is unplugged each time the wheel is out: its contacts wear",
                "keep them clean and dry; carry no more than you must",
            )


CONTROL_RULES = [
    Rule(
        "crank-length",
        "cranks and bar",
        "Some gearboxes take cranks of their own only.",
        TRADE,
        _crank_length,
    ),
    Rule("bar-and-shifter", "cranks and bar", "Shifters are made for one thickness of bar.", TRADE, _bar),
    Rule("hands", "cranks and bar", "What is hard to shift is not shifted.", TRADE, _hands),
    Rule("window", "cranks and bar", "A window that reads the other way misleads.", TRADE, _reversed),
    Rule(
        "turns-backwards",
        "cranks and bar",
        "Pedals are turned back to start, and in corners.",
        TRADE,
        _backwards,
    ),
    Rule(
        "spokes",
        "wheel",
        "Every hole of a hub needs one in the rim, and a spoke of the right length.",
        TRADE,
        _spokes,
    ),
    Rule("small-wheel", "wheel", "Many spokes in a small wheel stand close.", TRADE, _small_wheel),
    Rule("plug", "wheel", "Plugs wear each time they are parted.", TRADE, _plug),
]
