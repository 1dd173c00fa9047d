"""Where a setup's mass sits, and what comes off and goes on against the reference."""

from collections.abc import Iterator
from dataclasses import dataclass

from kettledrum.core.parts.fitting import MassAt
from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage, Stage
from kettledrum.core.parts.usual_masses import cassette_kg

PLACES: tuple[MassAt, ...] = ("rear wheel", "front wheel", "frame", "cranks")
UNSPRUNG = ("rear wheel", "front wheel")
_OF_MOTORS: dict[str, MassAt] = {
    "cranks": "frame",
    "gearbox": "frame",
    "rear hub": "rear wheel",
    "front hub": "front wheel",
}


@dataclass(frozen=True, slots=True)
class Weighed:
    """A part with its mass in kg and where it sits; null where that is not known."""

    name: str
    mass_kg: float | None
    at: MassAt | None


@dataclass(frozen=True, slots=True)
class MassAtPlace:
    """The mass in kg known at a place, and how much more that is than the reference's there."""

    at: MassAt
    mass_kg: float
    more_kg: float | None


@dataclass(frozen=True, slots=True)
class MassMoved:
    """The parts that are weighed; mass by place; what comes off the reference and what goes on.

    `unsprung` is the share of the known mass that sits in the wheels. `missing` are the parts whose mass or
    place is not known: the sums are without them. `more_kg` is against the reference, null for the reference
    itself and where there is none.
    """

    known_kg: float
    more_kg: float | None
    unsprung: float | None
    places: list[MassAtPlace]
    comes_off: list[Weighed]
    goes_on: list[Weighed]
    missing: list[str]


def weighed(setup: Setup) -> list[Weighed]:
    """The parts of a setup. A hub sits in the rear wheel, a gearbox in the frame, a motor where its torque
    enters, unless said otherwise; of sprockets a usual cassette in the rear wheel, and the rest is in none.
    """
    parts = [
        part
        for place, stage in enumerate(setup.path)
        for part in _of_stage(stage, at_wheel=all(each.kind == "hub" for each in setup.path[place + 1 :]))
    ]
    motors = [
        Weighed(motor.name or "motor", motor.mass_kg, motor_mass_at(motor)) for motor in setup.motors or []
    ]
    return parts + motors + [Weighed(piece.name, piece.mass_kg, piece.at) for piece in setup.pieces]


def motor_mass_at(motor: Motor) -> MassAt | None:
    """Where a motor's mass sits; None where it drives between stages and nobody says."""
    return motor.mass_at or _OF_MOTORS.get(str(motor.at))


def _of_stage(stage: Stage, *, at_wheel: bool) -> Iterator[Weighed]:
    name, place = stage.name or stage.kind, stage.fit.mass_at if stage.fit else None
    if not isinstance(stage, SprocketsStage) or place is not None:
        usual: dict[str, MassAt] = {"hub": "rear wheel", "gearbox": "frame"}
        yield Weighed(name, stage.mass_kg, place or usual[stage.kind])
        return
    # On a shaft before the wheel several sprockets are none of its.
    behind = cassette_kg(stage) if at_wheel else 0.0
    yield Weighed(name, None if stage.mass_kg is None else stage.mass_kg - behind, None)
    if behind:
        yield Weighed(f"{name}: the cassette", behind, "rear wheel")


def mass_moved(setup: Setup, reference: Setup | None) -> MassMoved:
    """Adds up what is known, and sets it against the reference."""
    own = weighed(setup)
    other = weighed(reference) if reference is not None and reference.name != setup.name else None
    places = [_at(place, own, other) for place in PLACES]
    known = sum(place.mass_kg for place in places)
    unsprung = sum(place.mass_kg for place in places if place.at in UNSPRUNG)
    return MassMoved(
        known_kg=known,
        more_kg=None if other is None else known - sum(_sum(other, place) for place in PLACES),
        unsprung=unsprung / known if known else None,
        places=places,
        comes_off=_not_in(own, other or []),
        goes_on=[] if other is None else _not_in(other, own),
        missing=[part.name for part in own if part.mass_kg is None or part.at is None],
    )


def _at(place: MassAt, own: list[Weighed], other: list[Weighed] | None) -> MassAtPlace:
    here = _sum(own, place)
    return MassAtPlace(place, here, None if other is None else here - _sum(other, place))


def _not_in(these: list[Weighed], parts: list[Weighed]) -> list[Weighed]:
    """Those of some parts that are not among these."""
    return [part for part in parts if part not in these]


def _sum(parts: list[Weighed], place: MassAt) -> float:
    return sum(part.mass_kg for part in parts if part.at == place and part.mass_kg is not None)
