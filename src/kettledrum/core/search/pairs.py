"""The front and rear teeth that a search tries on a drive."""

from dataclasses import dataclass

import numpy as np

from kettledrum.core.pairings.place import taken_by
from kettledrum.core.parts.fitting import Fit
from kettledrum.core.parts.stock import (
    USUAL_FRONT,
    USUAL_FRONT_AT_GEARBOX,
    USUAL_REAR,
    USUAL_REAR_AT_GEARBOX,
    ChainStock,
    Stock,
)
from kettledrum.core.physics.arrays import Floats, Places

_MORE_THAN_TEETH = 1000


@dataclass(frozen=True, slots=True, eq=False)
class Pairs:
    """Pairings to be tried: teeth and ratios front ÷ rear, of shape (pairings,); `same` is one number for all
    of one ratio.
    """

    front: Places
    rear: Places
    ratio: Floats
    same: Places

    @classmethod
    def of(cls, fronts: list[int], rears: list[int]) -> "Pairs":
        """Every front sprocket with every rear one."""
        front, rear = (each.ravel() for each in np.meshgrid(fronts, rears, indexing="ij"))
        common = np.gcd(front, rear)
        return cls(front, rear, front / rear, front // common * _MORE_THAN_TEETH + rear // common)


def pairs_of(drive: str, stock: Stock | None, fit: Fit | None, *, at_gearbox: bool) -> Pairs:
    """The pairings that can be had: the job's own lists, or the usual ones; on a part that takes only some
    sprockets, those.
    """
    own = (getattr(stock, drive) if stock else None) or ChainStock()
    fronts = own.front or (USUAL_FRONT_AT_GEARBOX if at_gearbox else USUAL_FRONT)[drive]
    rears = own.rear or (USUAL_REAR_AT_GEARBOX if at_gearbox else USUAL_REAR)[drive]
    if fit is not None and not own.rear:
        rears = sorted(taken_by(fit, set(rears), drive))
    return Pairs.of(sorted(set(fronts)), sorted(set(rears)))
