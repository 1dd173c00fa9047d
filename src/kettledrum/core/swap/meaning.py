"""What a measured difference means for the efficiencies that a job assumes, by the ride model."""

import math
from collections.abc import Callable

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.route import Route
from kettledrum.core.job.swap_test import SwapTest
from kettledrum.core.parts.efficiency import path_efficiency, stage_efficiency
from kettledrum.core.parts.setup import Setup
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ride
from kettledrum.core.swap.answer_result import Difference, SwapAnswer
from kettledrum.core.swap.coast_down import crr_of
from kettledrum.core.swap.meaning_result import SwapMeaning, Taken
from kettledrum.core.terms.in_words import quoted
from kettledrum.core.terms.spread import EfficiencySpread

LESS_POWER = 0.97
"""The ride is timed with all of the rider’s power and with so much of it: how time follows power there."""
LEAST_FOLLOWED = 0.05
"""A loop on which time follows power by less, as one all downhill, tells nothing of a drive. Ours."""
LEAST_EFFICIENT, MOST_EFFICIENT = 0.3, 0.995
"""No drive lets more through: a measurement that asks for it says that something else differed."""


def swap_meaning(
    test: SwapTest, answer: SwapAnswer, brief: Brief, setups: dict[str, Setup]
) -> SwapMeaning | None:
    """What the difference of the second bike against the first means; None as long as there is none.

    `setups` are those of the bikes by their names, as far as the job knows them; the loop is a road of the
    brief.
    """
    if not answer.differences or answer.differences[0].difference is None:
        return None
    difference = answer.differences[0]
    if test.measured.startswith("rolling"):
        return _rolling(test, difference, brief)
    if test.measured == "effort":
        return SwapMeaning(says="An effort that is felt cannot be turned into an efficiency.")
    first, second = (setups.get(name) for name in test.bikes[:2])
    if first is None or second is None:
        missing = test.bikes[0] if first is None else test.bikes[1]
        return SwapMeaning(says=f"Which setup {quoted(missing)} is, the job does not know.")
    if test.measured == "power":
        # At one speed: what goes in for the same that comes out.
        return _drive(difference, test.bikes[0], first, second, lambda logarithm: _exp(-logarithm))
    routes = (brief.road.routes or []) if brief.road else []
    route = next((each for each in routes if each.name == test.loop), None)
    if route is None:
        what = "Which road the loop is" if test.loop is None else f"The road {quoted(test.loop)}"
        return SwapMeaning(says=f"{what} is not known: choose it, and the ride model tells what this means.")
    follows = time_follows_power(brief, first, route)
    if follows > -LEAST_FOLLOWED:
        return SwapMeaning(says="Time on this loop hardly follows power: it tells nothing of the drive.")
    sign = -1.0 if test.measured == "speed" else 1.0
    return _drive(
        difference, test.bikes[0], first, second, lambda logarithm: _exp(sign * logarithm / follows)
    )


def time_follows_power(brief: Brief, setup: Setup, route: Route) -> float:
    """By what share the time on a road changes for a share of power: below 0, and above −1."""
    times = []
    for share in (1.0, LESS_POWER):
        rider = brief.rider.model_copy(
            update={
                "power_w": brief.rider.power_w * share,
                "burst_w": None if brief.rider.burst_w is None else brief.rider.burst_w * share,
            }
        )
        alone = brief.model_copy(
            update={"rider": rider, "setups": [setup.model_copy(update={"motors": None})], "reference": None}
        )
        times.append(ride(alone, profile(route)).setups[0].time_s)
    return math.log(times[1] / times[0]) / math.log(LESS_POWER)


def _log(share: float) -> float:
    """The logarithm of a ratio that is given as a share more; of one that is next to nothing, a bound."""
    return math.log(max(1 + share, 1e-9))


def _exp(logarithm: float) -> float:
    return math.exp(min(max(logarithm, -20.0), 20.0))


def _drive(
    difference: Difference, against: str, first: Setup, second: Setup, of: Callable[[float], float]
) -> SwapMeaning:
    assert difference.difference is not None and difference.interval is not None
    middle = of(_log(difference.difference))
    low, high = sorted(of(_log(end)) for end in difference.interval)
    own, other = path_efficiency(first.path), path_efficiency(second.path)
    assumed = other.typical / own.typical
    told = difference.told != "nothing"
    take = _take(second, own.typical, (low, middle, high))
    inside = low <= assumed <= high
    measured = (
        f"the drive of {quoted(difference.bike)} lets through {middle * 100:.1f} % of what that of "
        f"{quoted(against)} does ({low * 100:.1f} to {high * 100:.1f} %)"
    )
    agrees = (
        f"the job assumes {assumed * 100:.1f} %, which is within it"
        if inside
        else f"the job assumes {assumed * 100:.1f} %, which it speaks against"
    )
    more = "" if take else ". No drive is like that: something else than it differed"
    return SwapMeaning(
        efficiency=middle,
        efficiency_interval=(low, high),
        assumed=assumed,
        take=take if told else None,
        says=f"By the ride model {measured}; {agrees}{more}.",
    )


def _take(setup: Setup, first: float, ratios: tuple[float, float, float]) -> Taken | None:
    """The efficiency of the gears of a setup by which its whole path is as measured."""
    places = [place for place, stage in enumerate(setup.path) if stage.kind != "sprockets"]
    place = places[-1] if places else 0
    rest = path_efficiency(setup.path).typical / stage_efficiency(setup.path[place])[0].typical
    low, middle, high = (first * ratio / rest for ratio in ratios)
    if not LEAST_EFFICIENT <= middle <= MOST_EFFICIENT:
        return None
    spread = EfficiencySpread(
        low=round(max(low, LEAST_EFFICIENT), 4),
        typical=round(middle, 4),
        high=round(min(high, MOST_EFFICIENT), 4),
    )
    return Taken(setup=setup.name, stage=place, efficiency=spread)


def _rolling(test: SwapTest, difference: Difference, brief: Brief) -> SwapMeaning:
    if test.slope is None:
        return SwapMeaning(says="How steep and how long the slope is, is not said.")
    assert difference.difference is not None and difference.interval is not None
    moves, slope, distance = conditions(brief).resistance, test.slope, test.measured == "rolling distance"

    def crr(share: float) -> float | None:
        return crr_of(moves, slope, 1 + share, distance=distance)

    middle = crr(difference.difference)
    if middle is None:
        return SwapMeaning(
            crr_first=moves.crr,
            says="Rolling resistance alone does not explain it: air, brakes, bearings or slope differ.",
        )
    ends = [crr(end) for end in difference.interval]
    known = sorted(end for end in ends if end is not None)
    between = f", between {known[0]:.4f} and {known[-1]:.4f}" if len(known) == 2 else ""
    return SwapMeaning(
        crr_first=moves.crr,
        crr=middle,
        crr_interval=(known[0], known[-1]) if len(known) == 2 else None,
        says=f"If it is rolling resistance alone, {quoted(difference.bike)} has {middle:.4f}{between}, where "
        f"the first has {moves.crr:.4f} as the job says.",
    )
