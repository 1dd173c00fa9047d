"""The parts of a setup, each with a name of its own by which costs, care and a log tell it apart."""

from collections import Counter

from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.pieces import Piece
from kettledrum.core.parts.setup import Cranks, Setup
from kettledrum.core.parts.stage import Stage
from kettledrum.core.parts.wheel import Wheel

PartOfSetup = Cranks | Stage | Wheel | Motor | Piece


def part_names(setup: Setup) -> list[tuple[str, PartOfSetup]]:
    """Its cranks, stages in the order of the path, wheel, motors and pieces, all with a name.

    A stage is named by its kind, since its own name may change; the second of several alike is numbered 2.
    """
    parts: list[tuple[str, PartOfSetup]] = [
        ("cranks", setup.cranks),
        *((stage.kind, stage) for stage in setup.path),
        ("wheel", setup.wheel),
        *((motor.name or "motor", motor) for motor in setup.motors or []),
        *((piece.name, piece) for piece in setup.pieces),
    ]
    seen: Counter[str] = Counter()
    named = []
    for name, part in parts:
        seen[name] += 1
        named.append((name if seen[name] == 1 else f"{name} {seen[name]}", part))
    return named
