"""A setup taken apart into the things that come off and go on one by one."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from kettledrum.core.chains.derailleur import derailleur_needs
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import GearboxStage, HubStage, SprocketsStage, few_gears, stage_name
from kettledrum.core.terms.in_words import counted

Kind = Literal[
    "bottom bracket",
    "front hub",
    "cranks",
    "rings",
    "gearbox",
    "chaingear",
    "chain",
    "belt",
    "derailleur",
    "tensioner",
    "sprockets",
    "hub",
    "torque support",
    "rotor",
    "rim",
    "tyre",
    "shifter",
    "motor",
    "battery",
    "piece",
]
Holds = Literal["cranks", "rear wheel", "front wheel"]
CASSETTE_HUB = "rear hub for a cassette"
PLAIN_HUBS = "plain, for one", "plain, for many"
_OF_NO_MATTER = {"price", "care", "warranty_years", "behaviour", "mass_kg", "efficiency", "limits"}
"""What is said of a part without making it another part."""


@dataclass(frozen=True, slots=True)
class Thing:
    """A thing of a bicycle: two of one `kind` with the same `key` are the same thing, however they are named.

    `price` and `mass_kg` are those of the thing alone, None where they are not known, or are told of several
    things together. `holds` says what turns on it.
    """

    kind: Kind
    name: str
    key: object
    price: float | None = None
    mass_kg: float | None = None
    holds: Holds | None = None

    @property
    def is_hub_motor(self) -> bool:
        """Whether it is a motor that a wheel turns on, and is built round."""
        return self.kind == "motor" and self.holds in ("rear wheel", "front wheel")

    def is_as(self, other: "Thing") -> bool:
        """Whether it is the same thing."""
        return self.kind == other.kind and _same(self.key, other.key)


BOTTOM_BRACKET = Thing("bottom bracket", "bottom bracket", None, holds="cranks")
FRONT_HUB = Thing("front hub", "front hub without a motor", None, holds="front wheel")
UNDESCRIBED = BOTTOM_BRACKET, FRONT_HUB
"""What a bicycle has without anybody saying so: told only where it changes."""
_OF_MOTORS: dict[str, Holds] = {"cranks": "cranks", "rear hub": "rear wheel", "front hub": "front wheel"}


def _same(one: object, other: object) -> bool:
    """What is not known of one of two makes them no other."""
    if isinstance(one, tuple) and isinstance(other, tuple) and len(one) == len(other):
        return all(_same(*each) for each in zip(one, other, strict=True))
    return one is None or other is None or one == other


def things(setup: Setup) -> list[Thing]:
    """All things of a setup, from the cranks back to the wheel, then what hangs on it."""
    found = [
        Thing(
            "cranks",
            f"cranks of {setup.cranks.length_mm:g} mm",
            setup.cranks.length_mm,
            setup.cranks.price,
        ),
        *(thing for place, _ in enumerate(setup.path) for thing in _of_stage(setup, place)),
        *_of_wheel(setup),
        *(thing for motor in setup.motors or [] for thing in _of_motor(motor)),
        *(
            Thing("piece", piece.name, piece.name.casefold(), piece.price, piece.mass_kg)
            for piece in setup.pieces
        ),
    ]
    held = {thing.holds for thing in found}
    return [*(thing for thing in UNDESCRIBED if thing.holds not in held), *found]


def from_wheel(setup: Setup) -> list[tuple[int, SprocketsStage]]:
    """The chains and belts of a setup, numbered from the wheel on, which they have in common."""
    drives = [stage for stage in setup.path if isinstance(stage, SprocketsStage)]
    return [(len(drives) - 1 - at, stage) for at, stage in enumerate(drives)]


def rings(stage: SprocketsStage) -> list[int]:
    """The front teeth of a drive, each once."""
    return sorted({front for front, _ in stage.pairings})


def rear(stage: SprocketsStage) -> list[int]:
    """The rear teeth of a drive, each once."""
    return sorted({back for _, back in stage.pairings})


def _of_stage(setup: Setup, place: int) -> Iterator[Thing]:
    stage = setup.path[place]
    if isinstance(stage, SprocketsStage):
        yield from _of_sprockets(stage, next(at for at, each in from_wheel(setup) if each is stage))
    else:
        yield from _of_case(stage, at_cranks=place == 0)


def _of_sprockets(stage: SprocketsStage, place: int) -> Iterator[Thing]:
    front, back = rings(stage), rear(stage)
    yield Thing("rings", _teeth(front, "ring"), (place, stage.drive, tuple(front)))
    shifted = derailleur_needs(stage, "", None) is not None
    if stage.drive == "belt":
        yield Thing("belt", "belt", (place, stage.run.pitch_mm if stage.run else None))
    else:
        # What runs over so many sprockets is so narrow; what runs over one is not shifted.
        yield Thing("chain", "chain", (place, len(back) if shifted else 1))
    if shifted:
        named = []
        if len(front) > 1:
            named.append(f"front derailleur for {counted(len(front), 'ring')}, with its shifter")
        if len(back) > 1:
            named.append(f"rear derailleur for {counted(len(back), 'sprocket')}, with its shifter")
        for name in named:
            yield Thing("derailleur", name, (place, name))
    if stage.run is not None and stage.run.tensioner:
        yield Thing("tensioner", "chain tensioner", (place, stage.drive))
    kind = "cassette" if len(back) > 1 else "sprocket"
    yield Thing("sprockets", _teeth(back, kind), (place, stage.drive, tuple(back), bool(stage.fixed)))


def _teeth(teeth: list[int], word: str) -> str:
    if len(teeth) == 1:
        return f"{word} of {teeth[0]}"
    if word == "cassette":
        return f"cassette of {len(teeth)}, {teeth[0]}–{teeth[-1]}"
    return f"{word}s of {'/'.join(map(str, teeth))}"


def _of_case(stage: GearboxStage | HubStage, *, at_cranks: bool) -> Iterator[Thing]:
    kind: Kind
    holds: Holds | None = None
    if isinstance(stage, HubStage):
        kind, holds = "hub", "rear wheel"
    elif at_cranks and few_gears(stage):
        # It sits on the bottom bracket that is there, and comes with what holds its cranks.
        kind = "chaingear"
    else:
        kind, holds = "gearbox", "cranks" if at_cranks else None
    key = stage.model_dump_json(exclude=_OF_NO_MATTER, exclude_none=True)
    name = stage.name or stage_name(stage).removeprefix("the ")
    yield Thing(kind, name, key, stage.price, stage.mass_kg, holds)
    fit = stage.fit
    if fit is not None and fit.shifter not in (None, "none"):
        yield Thing("shifter", f"{fit.shifter} of {name}", (key, fit.shifter))
    if fit is not None and fit.rotor not in (None, "none"):
        yield Thing("rotor", f"brake rotor, {_mounted(str(fit.rotor))}", fit.rotor)
    if fit is not None and fit.torque_support not in (None, "none"):
        yield Thing("torque support", f"torque support: {fit.torque_support}", (kind, fit.torque_support))


def _mounted(rotor: str) -> str:
    return f"for {rotor}" if rotor == "six bolts" else f"for a {rotor} mount"


def _of_wheel(setup: Setup) -> Iterator[Thing]:
    wheel = setup.wheel
    driven = any(motor.at == "rear hub" for motor in setup.motors or [])
    if not driven and not any(isinstance(stage, HubStage) for stage in setup.path):
        last = from_wheel(setup)
        many = bool(last) and len(rear(last[-1][1])) > 1
        name = CASSETTE_HUB if many else "rear hub without gears"
        yield Thing("hub", name, PLAIN_HUBS[many], holds="rear wheel")
    if wheel.bead_seat_mm is not None:
        rim = wheel.rim
        made = (rim.holes, rim.effective_mm, rim.offset_mm) if rim else None
        holes = f" with {rim.holes} holes" if rim and rim.holes else ""
        yield Thing("rim", f"rim for {wheel.bead_seat_mm:g} mm{holes}", (wheel.bead_seat_mm, made))
    if wheel.tyre_mm is not None:
        yield Thing(
            "tyre", f"tyre {wheel.tyre_mm:g}-{wheel.bead_seat_mm:g}", (wheel.tyre_mm, wheel.bead_seat_mm)
        )


def _of_motor(motor: Motor) -> Iterator[Thing]:
    name = motor.name or "motor"
    key = motor.model_dump_json(exclude={"price", "care", "name", "battery"}, exclude_none=True)
    yield Thing("motor", name, key, motor.price, motor.mass_kg, _OF_MOTORS.get(str(motor.at)))
    if motor.battery is not None:
        held = motor.battery.model_dump_json(exclude_none=True)
        yield Thing("battery", f"battery of {name}", held)
