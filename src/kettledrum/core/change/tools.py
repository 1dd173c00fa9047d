"""The tools for a change, by the kinds of thing that are touched."""

from collections.abc import Sequence

from kettledrum.core.change.at_cranks import cranks_move
from kettledrum.core.change.things import Kind, Thing
from kettledrum.core.change.wheels import front_hub, rear_is_built
from kettledrum.core.parts.setup import Setup

_ALWAYS = ("a stand that holds the bicycle", "a torque wrench", "grease, and a rag")
_BY_KIND: dict[Kind, tuple[str, ...]] = {
    "cranks": ("the puller or key for these cranks, and a pedal wrench",),
    "rings": ("the key for the bolts of the rings",),
    "chaingear": ("the tools that its maker names for the chaingear: often two of its own",),
    "chain": ("a chain tool, and pliers for the joining link",),
    "belt": ("the keys for the frame’s opening, and a gauge for the belt’s tension",),
    "derailleur": ("hex keys, and a cable cutter",),
    "tensioner": ("hex keys",),
    "torque support": ("the spanner for the axle nuts",),
    "tyre": ("tyre levers, and a pump with a gauge",),
    "rim": ("a truing stand, or patience and the frame", "a gauge for the tension of the spokes"),
    "motor": ("the keys that the motor’s maker names, and insulated pliers",),
    "battery": ("the key of the battery’s lock",),
}


def tools(
    off: Sequence[Thing], on: Sequence[Thing], to: Setup, shell: str | None, *, relinks: bool
) -> list[str]:
    """What must be at hand, each once.

    `shell` is the bottom bracket that the frame has, `relinks` says that a chain that stays must have another
    number of links.
    """
    touched = [*off, *on]
    kinds = {thing.kind for thing in touched}
    found = [tool for kind, its in _BY_KIND.items() if kind in kinds for tool in its]
    if relinks:
        found += _BY_KIND["chain"]
    if "cranks" not in kinds and cranks_move(off, on):
        found.append("the puller or key for these cranks")
    if kinds & {"bottom bracket", "chaingear"}:
        found.append("the tool for this bottom bracket" + (f": {shell}" if shell else ""))
    if "gearbox" in kinds:
        found.append("the keys for the bolts of the gearbox mount")
    if "sprockets" in kinds:
        found += _for_sprockets([thing for thing in touched if thing.kind == "sprockets"])
    if rear_is_built(off, on) or front_hub(on):
        found += [_spoke_key(to), *_BY_KIND["rim"], *_BY_KIND["tyre"], "rim tape, if the old one is hard"]
    if any(thing.is_hub_motor for thing in touched):
        found += _BY_KIND["torque support"]
    rotors = {str(thing.key) for thing in touched if thing.kind == "rotor"}
    if "six bolts" in rotors:
        found.append("the driver for the rotor’s bolts")
    if "splined" in rotors:
        found.append("the tool for the rotor’s lockring")
    if "shifter" in kinds:
        found.append("a cable cutter, and the keys for the bar")
    return list(dict.fromkeys([*found, *_ALWAYS])) if touched or relinks else []


def _for_sprockets(changed: Sequence[Thing]) -> list[str]:
    found = []
    if any(thing.name.startswith("cassette") for thing in changed):
        found += ["the tool for the cassette’s lockring", "a chain whip"]
    if any(not thing.name.startswith("cassette") for thing in changed):
        found.append("what holds the sprocket: circlip pliers, or the tool that the hub’s maker names")
    return found


def _spoke_key(to: Setup) -> str:
    rim = to.wheel.rim
    if rim is None or rim.gauge_mm is None:
        return "the key for the nipples: measure the spokes first"
    return f"the key for the nipples of spokes {rim.gauge_mm:g} mm thick"
