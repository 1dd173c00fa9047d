"""A setup in familiar terms: the derailleur drives that come nearest to it in range and in lowest gear."""

from bisect import bisect_left
from collections.abc import Sequence
from math import log
from typing import Annotated, NamedTuple

from pydantic import BaseModel

from kettledrum.core.terms.quantities import Model, Within

AnyRatio = Annotated[float, Within(1e-6, 1e6)]
Teeth = Sequence[int]


class Ends(Model):
    """What a setup is likened by: its lowest and its highest overall ratio, turns of the wheel a turn."""

    lowest: AnyRatio
    highest: AnyRatio


FAR = 0.1
"""A share beyond which nobody would say “like”; the figure is ours."""


class Likeness(BaseModel):
    """The derailleur drive that comes nearest.

    Its `front` rings (none where any single one will do) and the smallest and largest of its `rear`
    sprockets, in teeth; its `value`, and the setup's as a share of that, less one: 0.02 is 2 % more. Further
    off than a tenth it is no likeness any more, only the nearest that there is: `far`.
    """

    front: list[int]
    rear: tuple[int, int]
    value: float
    difference: float
    far: bool


class Familiar(BaseModel):
    """What a setup is like in range, and in its lowest gear on the same wheel.

    Null where there is nothing to liken it to, and the range of a single gear.
    """

    range_like: Likeness | None
    lowest_like: Likeness | None


def familiar(ends: Ends, cranksets: Sequence[Teeth], cassettes: Sequence[Teeth]) -> Familiar:
    """Likens a setup to every crankset with every cassette, each given as its teeth.

    The range of such a drive is largest ÷ smallest ring times largest ÷ smallest sprocket; its lowest gear
    the smallest ring ÷ the largest sprocket. The nearest is the one the fewest times higher or lower; among
    equals that with the fewest rings, then the first given.
    """
    several = [rings for rings in cranksets if len(set(rings)) > 1]
    spans = [_Half(1, []), *(_Half(max(rings) / min(rings), rings) for rings in _fewest_first(several))]
    by_range = _nearest(
        ends.highest / ends.lowest,
        spans,
        [_Half(max(sprockets) / min(sprockets), sprockets) for sprockets in cassettes],
    )
    by_lowest = _nearest(
        ends.lowest,
        [_Half(min(rings), rings) for rings in _fewest_first(cranksets)],
        [_Half(1 / max(sprockets), sprockets) for sprockets in cassettes],
    )
    return Familiar(range_like=by_range if ends.highest > ends.lowest else None, lowest_like=by_lowest)


class _Half(NamedTuple):
    """A crankset or a cassette, and its factor in the figure that is looked for."""

    factor: float
    teeth: Teeth


def _fewest_first(cranksets: Sequence[Teeth]) -> list[Teeth]:
    return sorted(cranksets, key=lambda rings: len(set(rings)))


def _nearest(target: float, fronts: Sequence[_Half], rears: Sequence[_Half]) -> Likeness | None:
    """The pair whose product comes nearest to a target, without trying every pair."""
    ordered = sorted(rears, key=lambda half: half.factor)
    factors = [half.factor for half in ordered]
    best: tuple[float, _Half, _Half] | None = None
    for front in fronts:
        above = bisect_left(factors, target / front.factor)
        for place in (above - 1, above):
            if 0 <= place < len(ordered):
                apart = abs(log(front.factor * factors[place] / target))
                if best is None or apart < best[0] - 1e-12:
                    best = apart, front, ordered[place]
    if best is None:
        return None
    _, front, rear = best
    value = front.factor * rear.factor
    return Likeness(
        front=sorted(set(front.teeth)),
        rear=(min(rear.teeth), max(rear.teeth)),
        value=value,
        difference=target / value - 1,
        far=abs(target / value - 1) > FAR,
    )
