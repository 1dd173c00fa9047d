"""The plain terrain of a job that names no road: made up from its steepest pitch."""

from kettledrum.core.job.brief import Need
from kettledrum.core.job.route import Leg, Route

USUAL_STEEPEST = 0.06
"""The steepest pitch of hills of which nothing is known."""
LENGTH_M = 40_000.0
_START_M = 500.0
_SHARES = {0.0: 0.4, 0.25: 0.3, 0.5: 0.2, 1.0: 0.1}
"""How much of the road lies at which share of the steepest pitch, up and down alike. An assumption of ours:
steep pieces are rare, and a round ends where it began."""
_HILLS = 5


def plain_terrain(need: Need) -> Route:
    """A round of 40 km that climbs and falls as the job's steepest pitch lets one expect.

    Two fifths lie flat, a tenth at the steepest pitch, the rest between; every hill goes up and down again.
    Where the pitch is not known, 6 % is taken.
    """
    said = need.road.steepest if need.road else None
    steepest = USUAL_STEEPEST if said is None else said
    hill = LENGTH_M / _HILLS
    flat = Leg(length_m=hill * _SHARES[0.0], grade=0)
    climbs = [
        Leg(length_m=hill * share / 2, grade=round(steepest * part, 6))
        for part, share in _SHARES.items()
        if part
    ]
    falls = [Leg(length_m=leg.length_m, grade=-leg.grade) for leg in reversed(climbs)]
    return Route(
        name="Plain terrain",
        start_m=_START_M,
        legs=[leg for _ in range(_HILLS) for leg in (flat, *climbs, *falls)],
    )
