"""Rules of frame, axle and brake."""

from collections.abc import Iterator

from kettledrum.core.fit.rule import TRADE, Bike, Finding, Rule, not_known
from kettledrum.core.parts.wheel import Wheel

SPREADS_MM = 5.0
"""By so much a steel frame can be set wider or narrower, by someone who knows how."""
EXACT_MM = 0.6
TYRE_ROOM_MM = 4.0


def _belt_opening(bike: Bike) -> Iterator[Finding]:
    if not bike.belt:
        return
    if bike.frame.belt_opening is None:
        yield not_known(
            "whether the frame opens for a belt is not said", "a joint in its rear triangle, or at a dropout"
        )
    elif bike.frame.belt_opening:
        yield Finding("holds", "the frame opens for a belt")
    else:
        yield Finding(
            "fails", "a belt cannot be opened, and neither can the frame", "a chain, or a frame that opens"
        )


def _mount(bike: Bike) -> Iterator[Finding]:
    box = bike.gearbox
    if box is None:
        return
    name = bike.name(box)
    mount = box.fit.frame_mount if box.fit else None
    if mount is None:
        yield not_known(f"which mount {name} needs is not stated", "the mount on its maker’s sheet")
    elif bike.frame.mounts is None:
        yield not_known(
            f"{name} needs the mount “{mount}”; whether the frame has it is not said",
            "the frame’s own sheet: no ordinary bottom bracket takes a gearbox",
        )
    elif mount in bike.frame.mounts:
        yield Finding("holds", f"the frame has the mount “{mount}”")
    else:
        yield Finding(
            "fails",
            f"the frame has no mount “{mount}”",
            "a frame made for it, or a hub in place of the gearbox",
        )


def _bottom_bracket(bike: Bike) -> Iterator[Finding]:
    part = bike.chaingear
    if part is None:
        return
    needs, has = part.fit.bottom_bracket if part.fit else None, bike.frame.bottom_bracket
    name = bike.name(part)
    if needs is None:
        yield not_known(f"which bottom bracket shell {name} needs is not stated", "its maker’s sheet")
    elif has is None:
        yield not_known(f"{name} needs the shell “{needs}”; the frame’s is not said", "its width and thread")
    elif needs == has:
        yield Finding("holds", f"the frame has the shell “{needs}”")
    else:
        yield Finding(
            "fails", f"{name} needs the shell “{needs}”, the frame has “{has}”", "another version of it"
        )


def _dropouts(bike: Bike) -> Iterator[Finding]:
    hub = bike.hub
    if hub is None:
        return
    needs, has = hub.fit.dropout_mm if hub.fit else None, bike.frame.dropout_mm
    if needs is None or has is None:
        what = f"the width of {bike.name(hub)}" if needs is None else "the width between the dropouts"
        yield not_known(f"{what} is not known", "measured between the faces that the axle is clamped by")
        return
    off = abs(needs - has)
    words = f"{needs:g} mm of hub between {has:g} mm of dropouts"
    if off <= EXACT_MM:
        yield Finding("holds", words)
    elif off <= SPREADS_MM:
        yield Finding(
            "tight",
            f"{words}: {off:g} mm apart",
            "a frame builder can set a steel frame so far; aluminium and carbon must not be",
        )
    else:
        yield Finding("fails", f"{words}: {off:g} mm apart", "another width of hub")


def _axle(bike: Bike) -> Iterator[Finding]:
    hub = bike.hub
    if hub is None:
        return
    needs, has = hub.fit.axle if hub.fit else None, bike.frame.axle
    if needs is None or has is None:
        whose = bike.name(hub) if needs is None else "the frame"
        yield not_known(f"the kind of axle of {whose} is not said", "nuts, a quick release or a thru axle")
    elif needs == has or {needs, has} == {"nutted", "quick release"}:
        tight = needs != has
        yield Finding(
            "tight" if tight else "holds",
            f"axle: {needs}, frame: {has}",
            "open dropouts take both, if the axle is as thick as their slots" if tight else None,
        )
    else:
        yield Finding(
            "fails", f"axle: {needs}, frame: {has}", "another axle version, or the frame’s other ends"
        )


_HELD_BY = {"arm": "an arm", "dropout": "a slot in the dropout", "washers": "washers", "none": "nothing"}


def _torque_support(bike: Bike) -> Iterator[Finding]:
    hub = bike.geared_hub
    if hub is None:
        return
    needs, has = hub.fit.torque_support if hub.fit else None, bike.frame.torque_supports
    if needs == "none":
        yield Finding("holds", "the axle needs no support against turning")
    elif needs is None:
        yield not_known(
            f"how the axle of {bike.name(hub)} is kept from turning is not stated",
            "washers, an arm, or a slot in the dropout, on its maker’s sheet",
        )
    elif has is None:
        yield not_known(
            f"the axle is held by {_HELD_BY[needs]}; whether the frame takes that is not said",
            "its dropouts",
        )
    elif needs in has:
        yield Finding("holds", f"the frame takes {_HELD_BY[needs]} to hold the axle")
    else:
        yield Finding(
            "fails",
            f"the axle is held by {_HELD_BY[needs]}, which the frame does not take",
            "an arm that fits, if made",
        )


_ROTORS = {"six bolts": "a rotor on six bolts", "splined": "a rotor on splines", "none": "no rotor"}


def _rotor(bike: Bike) -> Iterator[Finding]:
    hub, brake = bike.hub, bike.frame.brake
    if hub is None or brake not in (None, "disc"):
        return
    mount = hub.fit.rotor if hub.fit else None
    if brake is None:
        yield not_known("the brake is not said", "the frame’s rear brake: disc, rim, drum or none")
    elif mount is None:
        yield not_known(
            f"whether {bike.name(hub)} takes a rotor is not stated", "six bolts or splines on its shell"
        )
    elif mount == "none":
        yield Finding(
            "fails", f"{bike.name(hub)} takes no rotor", "its disc version, or another brake the frame takes"
        )
    elif bike.frame.rotor in (None, mount):
        yield Finding("holds", f"{bike.name(hub)} takes {_ROTORS[mount]}")
    else:
        yield Finding(
            "tight",
            f"{bike.name(hub)} takes {_ROTORS[mount]}, and yours is {_ROTORS[bike.frame.rotor]}",
            "another rotor",
        )


def _oil_and_rotor(bike: Bike) -> Iterator[Finding]:
    hub = bike.geared_hub
    if hub is None or bike.frame.brake != "disc" or hub.lubricant is None:
        return
    if "oil" in hub.lubricant.lower():
        yield Finding(
            "tight",
            f"{bike.name(hub)} runs in {hub.lubricant} beside a rotor",
            "look for wet beside the rotor; oiled pads do not brake, and must be replaced",
        )
    else:
        yield Finding("holds", f"{bike.name(hub)} runs in {hub.lubricant}, which does not seep")


def _tyre(bike: Bike) -> Iterator[Finding]:
    wheel: Wheel = bike.setup.wheel
    if wheel.tyre_mm is None or bike.frame.tyre_max_mm is None:
        what = "the tyre’s width" if wheel.tyre_mm is None else "the widest tyre that the frame takes"
        yield not_known(f"{what} is not known", "measured, with room for mud and mudguards")
        return
    room = bike.frame.tyre_max_mm - wheel.tyre_mm
    words = f"a tyre of {wheel.tyre_mm:g} mm where {bike.frame.tyre_max_mm:g} mm fit"
    if room < 0:
        yield Finding("fails", words, "a narrower tyre")
    else:
        yield Finding("tight" if room < TYRE_ROOM_MM else "holds", words)


FRAME_RULES = [
    Rule("belt-opening", "frame", "A belt is endless: the frame must let it in.", TRADE, _belt_opening),
    Rule("gearbox-mount", "frame", "A gearbox is bolted to a mount of its own.", TRADE, _mount),
    Rule(
        "bottom-bracket",
        "frame",
        "What turns in the bottom bracket must fit its shell.",
        TRADE,
        _bottom_bracket,
    ),
    Rule(
        "tyre-room", "frame", "A tyre that rubs wears through, and can jam.", "ISO 4210-2, clearances", _tyre
    ),
    Rule("dropout-width", "axle and brake", "A hub is clamped between the dropouts.", TRADE, _dropouts),
    Rule("axle-kind", "axle and brake", "Dropouts take one kind of axle.", TRADE, _axle),
    Rule(
        "torque-support",
        "axle and brake",
        "Gears in a hub push back on its axle, which turns out of its nuts if nothing holds it.",
        TRADE,
        _torque_support,
    ),
    Rule("rotor-mount", "axle and brake", "A disc brake needs a rotor on the hub.", TRADE, _rotor),
    Rule(
        "oil-and-rotor", "axle and brake", "Oil that seeps may reach rotor and pads.", TRADE, _oil_and_rotor
    ),
]
