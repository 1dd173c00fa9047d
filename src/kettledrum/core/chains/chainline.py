"""How slantwise a chain or belt runs: the lines of front and rear sprockets, and the angle between."""

import math
from collections.abc import Collection
from dataclasses import dataclass

from kettledrum.core.parts.stage import GearboxStage, HubStage, SprocketsStage, Stage
from kettledrum.core.terms.check import State
from kettledrum.core.terms.in_words import listed

_SHIFTED, _SINGLE, _BELT = (2.5, 3.5), (1.0, 2.0), (0.25, 0.5)
"""Degrees to which a chain on a cassette, a chain on single sprockets and a belt run well, and to which they
still may. Rules of ours: makers state them as millimetres of offset for one frame, if at all."""
USUAL_GAPS_MM = {7: 5.0, 8: 4.8, 9: 4.35, 10: 3.95, 11: 3.7, 12: 3.5}
"""From sprocket to sprocket on a cassette of so many, about; fewer stand as those of 7, more as those of
12."""
USUAL_FRONT_GAP_MM = 7.5


@dataclass(frozen=True, slots=True)
class Slant:
    """One pairing of a drive: its teeth, how far front and rear stand apart sideways in mm (positive where
    the front is farther out), and the angle that makes in degrees.
    """

    front: int
    rear: int
    offset_mm: float
    degrees: float


@dataclass(frozen=True, slots=True)
class Chainline:
    """The lines in mm from the middle plane, as used; the slant of every pairing, the worst one last.

    Crossed pairings, which nobody rides, are not among them. `assumed` are the figures that were taken for
    want of others. Without `slants` not enough is known.
    """

    state: State
    what: str
    front_mm: float | None
    rear_mm: float | None
    slants: list[Slant]
    assumed: list[str]


def chainline(
    path: list[Stage], place: int, chainstay_mm: float | None, crossed: Collection[tuple[int, int]] = ()
) -> Chainline:
    """The chainline of the sprockets at a `place` of a path.

    Pairings that are `crossed`, front and rear teeth of each, are not ridden, and not judged.

    Several sprockets stand evenly about their line, in front the largest outside, behind the largest inside;
    the angle is atan(offset / chainstay length). The rear line is the hub's where its maker states it.
    """
    stage = path[place]
    assert isinstance(stage, SprocketsStage)
    front_mm, rear_mm = _front_line(path, place, stage), _rear_line(path, place, stage)
    if front_mm is None or rear_mm is None or chainstay_mm is None:
        known = {"the front line": front_mm, "the rear line": rear_mm, "the chainstay length": chainstay_mm}
        missing = listed([words for words, value in known.items() if value is None])
        what = f"not known: {missing}; these lines are measured from the frame’s middle"
        return Chainline("not known", what, front_mm, rear_mm, [], [])
    assumed: list[str] = []
    fronts = _stand(stage, "front", front_mm, assumed, largest_out=True)
    rears = _stand(stage, "rear", rear_mm, assumed, largest_out=False)
    slants = []
    for front, rear in stage.pairings:
        if (front, rear) in crossed:
            continue
        offset = fronts[front] - rears[rear]
        slants.append(Slant(front, rear, offset, math.degrees(math.atan(abs(offset) / chainstay_mm))))
    slants.sort(key=lambda each: each.degrees)
    state, what = _judged(slants, _bears(stage))
    return Chainline(state, what, front_mm, rear_mm, slants, assumed)


def _front_line(path: list[Stage], place: int, stage: SprocketsStage) -> float | None:
    """The front line in mm as said of the sprockets, or else by the gearbox before them."""
    if stage.run and stage.run.front_line_mm is not None:
        return stage.run.front_line_mm
    before = path[place - 1] if place else None
    return before.fit.chainline_mm if isinstance(before, GearboxStage) and before.fit else None


def _rear_line(path: list[Stage], place: int, stage: SprocketsStage) -> float | None:
    """The rear line in mm as said of the sprockets, or else by the hub behind them."""
    if stage.run and stage.run.rear_line_mm is not None:
        return stage.run.rear_line_mm
    behind = path[place + 1] if place + 1 < len(path) else None
    return behind.fit.chainline_mm if isinstance(behind, HubStage) and behind.fit else None


def _bears(stage: SprocketsStage) -> tuple[float, float]:
    """The degrees to which a drive runs well, and to which it still may."""
    if stage.drive == "belt":
        return _BELT
    return _SHIFTED if stage.pairing_count > 1 else _SINGLE


def _judged(slants: list[Slant], bears: tuple[float, float]) -> tuple[State, str]:
    """What the worst of some slants, the last one, comes to."""
    worst, (well, may) = slants[-1], bears
    state: State = "holds" if worst.degrees <= well else "tight" if worst.degrees <= may else "fails"
    at_worst = f" on {worst.front} × {worst.rear}" if len(slants) > 1 else ""
    what = f"{abs(worst.offset_mm):.1f} mm aside, {worst.degrees:.1f}°{at_worst}; up to {well:g}° runs well"
    return state, what


def _stand(
    stage: SprocketsStage, end: str, line_mm: float, assumed: list[str], *, largest_out: bool
) -> dict[int, float]:
    """Where each sprocket of one end stands, by its teeth."""
    teeth = sorted({pair[0 if end == "front" else 1] for pair in stage.pairings})
    gap: float | None = getattr(stage.run, f"{end}_gap_mm") if stage.run else None
    if gap is None:
        fewest, most = min(USUAL_GAPS_MM), max(USUAL_GAPS_MM)
        gap = USUAL_FRONT_GAP_MM if end == "front" else USUAL_GAPS_MM[min(max(len(teeth), fewest), most)]
        if len(teeth) > 1:
            assumed.append(f"{gap:g} mm between {end} sprockets")
    middle = (len(teeth) - 1) / 2
    side = 1 if largest_out else -1
    return {each: line_mm + side * (place - middle) * gap for place, each in enumerate(teeth)}
