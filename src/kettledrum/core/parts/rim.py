"""The rim of the driven wheel, and the spokes that are in it."""

from typing import Annotated

from kettledrum.core.parts.fitting import Holes
from kettledrum.core.terms.quantities import Model, Within

RimMm = Annotated[float, Within(100, 800, unit="mm")]
RimOffsetMm = Annotated[float, Within(-10, 10, unit="mm")]
SpokeMm = Annotated[float, Within(30, 400, unit="mm")]
GaugeMm = Annotated[float, Within(1, 4, unit="mm")]
Crosses = Annotated[int, Within(0, 6, whole=True)]


class Rim(Model):
    """A rim: its holes, its effective diameter in mm (where the spokes end in the nipples), and how far its
    holes stand to the right of the middle. `spokes_mm` are the present spokes, left and right, `gauge_mm`
    their thickness at the nipple; `crosses` how often a spoke crosses others, now and after.
    """

    holes: Holes | None = None
    effective_mm: RimMm | None = None
    offset_mm: RimOffsetMm = 0
    crosses: Crosses | None = None
    spokes_mm: tuple[SpokeMm, SpokeMm] | None = None
    gauge_mm: GaugeMm | None = None
