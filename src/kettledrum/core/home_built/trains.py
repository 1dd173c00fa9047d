"""Sprockets to hand, put in a row of stages that come nearest to a ratio that is needed."""

import math
from bisect import bisect_left
from collections import Counter
from collections.abc import Iterator, Sequence
from itertools import combinations_with_replacement

from pydantic import BaseModel

USUAL_TO_HAND = (9, 11, 13, 14, 16, 18, 20, 22, 24, 28, 32, 36, 42, 44, 48)
MOST_IN_A_STAGE = 6.0
"""Beyond this the chain wraps too little of the small sprocket. A rule of ours."""
SHOWN = 12
_AS_GOOD = 0.02
_LOOKED_AT, _MOST_FIRST = 16, 250

Pair = tuple[int, int]


class Train(BaseModel):
    """Stages of driving and driven teeth, what they multiply to, and how far that is off, as a share."""

    stages: list[tuple[int, int]]
    product: float
    off: float


def nearest_trains(needed: float, to_hand: Sequence[int], *, each_once: bool = True) -> list[Train]:
    """The rows of up to three stages whose product comes nearest to what is needed, the best first.

    Each sprocket is used as often as it is to hand, or any number of times unless `each_once`. Rows that are
    equally near to a fiftieth go by their number of stages. From each pair those are looked for that come
    nearest to what is left of the ratio; a third stage only where two do not come within a fiftieth.
    """
    stock = Counter(to_hand)
    pairs = _pairs(stock, each_once=each_once)
    ratios = [driving / driven for driving, driven in pairs]
    trains = _trains(needed, _short_rows(needed, pairs, ratios), stock if each_once else None)
    if not any(abs(train.off) < _AS_GOOD for train in trains):
        trains += _trains(needed, _long_rows(needed, pairs, ratios), stock if each_once else None)
    trains.sort(
        key=lambda train: (int(abs(math.log1p(train.off)) / _AS_GOOD), len(train.stages), abs(train.off))
    )
    return trains[:SHOWN]


def _pairs(stock: Counter[int], *, each_once: bool) -> list[Pair]:
    """All pairings of different sprockets that a chain wraps enough of, by their ratio."""
    pairs = [
        (driving, driven)
        for driving in stock
        for driven in stock
        if driving != driven and 1 / MOST_IN_A_STAGE <= driving / driven <= MOST_IN_A_STAGE
    ]
    return sorted(pairs, key=lambda pair: pair[0] / pair[1])


def _short_rows(needed: float, pairs: list[Pair], ratios: list[float]) -> Iterator[tuple[Pair, ...]]:
    for place in _near(needed, ratios):
        yield (pairs[place],)
    for first in pairs:
        for place in _near(needed * first[1] / first[0], ratios):
            yield (first, pairs[place])


def _long_rows(needed: float, pairs: list[Pair], ratios: list[float]) -> Iterator[tuple[Pair, ...]]:
    """Of many pairs the first two are taken evenly from slow to fast."""
    few = pairs[:: -(-len(pairs) // _MOST_FIRST) or 1]
    for first, second in combinations_with_replacement(few, 2):
        left = needed * first[1] / first[0] * second[1] / second[0]
        if ratios[0] * 0.98 <= left <= ratios[-1] * 1.02:
            at = bisect_left(ratios, left)
            yield from ((first, second, pairs[place]) for place in (at - 1, at) if 0 <= place < len(ratios))


def _trains(needed: float, rows: Iterator[tuple[Pair, ...]], stock: Counter[int] | None) -> list[Train]:
    """Rows of the same pairs in another order are one; with a stock, none needs more than is there."""
    found = {tuple(sorted(row)): row for row in rows if stock is None or _is_there(row, stock)}
    return [_train(row, needed) for row in found.values()]


def _near(needed: float, ratios: list[float]) -> range:
    """The places of those around what is needed."""
    at = bisect_left(ratios, needed)
    return range(max(at - _LOOKED_AT // 2, 0), min(at + _LOOKED_AT // 2, len(ratios)))


def _is_there(row: tuple[Pair, ...], stock: Counter[int]) -> bool:
    used = Counter(teeth for pair in row for teeth in pair)
    return all(stock[teeth] >= count for teeth, count in used.items())


def _train(row: tuple[Pair, ...], needed: float) -> Train:
    product = math.prod(driving / driven for driving, driven in row)
    # Where it goes faster last, the pull and the torque stay small in front.
    stages = sorted(row, key=lambda pair: pair[0] / pair[1])
    return Train(stages=stages, product=product, off=product / needed - 1)
