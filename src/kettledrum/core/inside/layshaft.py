"""Gear trains in a row inside a case: two shafts, or two pairs of shafts one after the other."""

import math
from itertools import product
from typing import Annotated

from pydantic import Field

from kettledrum.core.inside.one_gear import Inside
from kettledrum.core.terms.quantities import Teeth

MOST_TRAINS = 6

Mesh = tuple[Teeth, Teeth]
"""A pair of wheels that mesh: [driving, driven] teeth."""
Train = Annotated[list[Mesh], Field(min_length=1, max_length=50)]
Layshaft = Annotated[list[Train], Field(min_length=1, max_length=MOST_TRAINS)]
"""Trains from the input to the output; in each, one mesh carries the power at a time."""


def layshaft_gears(trains: Layshaft) -> list[Inside]:
    """Every gear of layshaft trains in a row, in the order of their meshes.

    A mesh turns its driven shaft driving ÷ driven times for one turn; a gear is the product of one mesh
    from each train. The directions of turning are left out: with trains in pairs they come out as they went
    in.
    """
    return [
        Inside(
            ratio=math.prod(driving / driven for driving, driven in meshes),
            how=" × ".join(f"{driving} ÷ {driven}" for driving, driven in meshes),
            setting=tuple(train.index(mesh) for train, mesh in zip(trains, meshes, strict=True)),
        )
        for meshes in product(*trains)
    ]
