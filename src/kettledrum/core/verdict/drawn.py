"""The figures of a job's setups when nothing is quite as it was said."""

from collections.abc import Sequence

import numpy as np

from kettledrum.core.keeping.energy import wh_a_km
from kettledrum.core.keeping.owned import Owned
from kettledrum.core.keeping.rates import rates
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.verdict.drawn_costs import drawn_costs
from kettledrum.core.verdict.drawn_rides import DrawnRides
from kettledrum.core.verdict.draws import DRAWS, Luck
from kettledrum.core.verdict.measured import Measured


class Drawn:
    """The setups in every draw of luck: `figures` by criterion, arrays of shape (draws, setups) with NaN for
    what is not known; and for each setup whether it `climbs`, None where that is not known.
    """

    def __init__(self, measured: Measured, luck: Luck) -> None:
        self.measured, self.luck = measured, luck
        places = range(len(measured.brief.setups))
        rides = DrawnRides(measured, luck)
        self.climbs = [rides.climbs(at) for at in places]
        rate, drawn = rates(measured.brief, measured.routes), wh_a_km(measured.brief, measured.routes)
        spent = [
            drawn_costs(Owned.of(setup, rate, drawn.get(setup.name)), rate, luck)
            for setup in measured.brief.setups
        ]
        known = [measured.figures[at] for at in places]
        self.figures: dict[str, Floats] = {}
        if not known:
            return
        self.figures = {
            "covered": np.column_stack([rides.covered(at) for at in places]),
            "price": _where_known(known, "price", [each.price for each in spent]),
            "total cost": _where_known(known, "total cost", [each.total for each in spent]),
            "own hours": _where_known(known, "own hours", [each.own_hours for each in spent]),
            "days without": _where_known(known, "days without", [each.days for each in spent]),
        }


def _where_known(known: Sequence[dict[str, float | None]], name: str, drawn: Sequence[Floats]) -> Floats:
    columns = [
        each if figures[name] is not None else np.full(DRAWS, np.nan)
        for figures, each in zip(known, drawn, strict=True)
    ]
    return np.column_stack(columns)
