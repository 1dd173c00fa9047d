"""How long a verdict takes, and how sure it is: against one ride of the same 8 setups over the same road."""

import statistics
import time
from collections.abc import Callable

from kettledrum.core.job.weighing import Unsure
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ridden
from kettledrum.core.verdict.drawn import Drawn
from kettledrum.core.verdict.draws import Luck
from kettledrum.core.verdict.measured import Measured
from kettledrum.core.verdict.sure import how_sure_of
from kettledrum.core.verdict.verdict import Balance
from kettledrum.demo import honey_round


def median_s(work: Callable[[], object], times: int = 5) -> float:
    """The median time of some runs, in s."""
    found = []
    for _ in range(times):
        begun = time.perf_counter()
        work()
        found.append(time.perf_counter() - begun)
    return statistics.median(found)


def verdicts(line: Callable[[str, float, str], None]) -> None:
    """8 setups on a road of 23 km: measured, weighed, drawn, and weighed in every draw."""
    brief = honey_round()
    assert brief.road is not None
    assert brief.road.routes is not None
    routes = brief.road.routes[:1]
    eighth = brief.setups[3].model_copy(update={"name": "An eighth"})
    eight = brief.model_copy(update={"setups": [*brief.setups, eighth]})
    road = profile(routes[0])
    ride = median_s(lambda: ridden(eight, road))
    measured = Measured(eight, routes)
    drawn = Drawn(measured, Luck(Unsure()))
    line("one ride of 8 setups, core", ride * 1000, "ms")
    line("verdict: 8 setups measured", median_s(lambda: Measured(eight, routes)) / ride, "rides of 8")
    line(
        "verdict: weighed, 20,000 weightings",
        median_s(lambda: Balance(measured, brief.weighing).verdict()) * 1000,
        "ms",
    )
    whole = median_s(lambda: Drawn(Measured(eight, routes), Luck(Unsure())))
    line("how sure: 2000 draws", whole / ride, "rides of 8")
    line("how sure: 2000 draws", whole, "s")
    line("how sure: weighed in every draw", median_s(lambda: how_sure_of(drawn, brief.weighing)) * 1000, "ms")
