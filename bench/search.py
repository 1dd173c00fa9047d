"""How long a search takes: of the shipped parts and of hundreds, against one ride of 8 setups over the same
road.
"""

import random
import resource
import time
from collections.abc import Callable

from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.part import Part
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ridden
from kettledrum.core.search.asked import SearchAsked
from kettledrum.core.search.search import searched
from kettledrum.core.terms.validation import validate
from kettledrum.demo import honey_round, stock


def many(count: int) -> list[Part]:
    """So many parts, like those of the demo but each a little other: mostly hubs and chaingears."""
    some = random.Random(1)
    of = {kind: [part for part in stock() if part.kind == kind] for kind in ("hub", "chaingear", "cassette")}
    kinds = some.choices(("hub", "chaingear", "cassette"), (70, 24, 6), k=count)
    return [_like(some.choice(of[kind]), number, some) for number, kind in enumerate(kinds)]


def _like(part: Part, number: int, some: random.Random) -> Part:
    data = part.model_dump(mode="json", exclude_unset=True)
    data["name"] = f"{part.name} {number}"
    data["price"] = round((part.price or 100) * some.uniform(0.6, 1.6))
    data["mass_kg"] = round((part.mass_kg or 1) * some.uniform(0.8, 1.3), 2)
    return validate(Part, data)


def timed_search(brief: Brief, parts: list[Part]) -> tuple[float, float, int, int]:
    """Seconds until the first answers and until all, the drives tried, and those ridden."""
    begun, first, last = time.perf_counter(), 0.0, None
    routes = brief.road.routes[:1] if brief.road and brief.road.routes else []
    for step in searched(brief, None, routes, parts, SearchAsked()):
        if step.found:
            first, last = first or time.perf_counter() - begun, step.found
    assert last is not None
    return first, time.perf_counter() - begun, last.tried, last.judged_exactly


def searches(line: Callable[[str, float, str], None]) -> None:
    """The shipped parts, 200 and 20,000."""
    brief = honey_round()
    assert brief.road is not None
    assert brief.road.routes is not None
    road = profile(brief.road.routes[0])
    eight = brief.model_copy(update={"setups": [*brief.setups, brief.setups[0]]})
    rides = []
    for _ in range(5):
        begun = time.perf_counter()
        ridden(eight, road)
        rides.append(time.perf_counter() - begun)
    ride = min(rides)
    line("one ride of 8 setups, core", ride * 1000, "ms")
    line("points of its road × gears a second", len(road.step_m) * 8 / ride, "")
    timed_search(brief, stock())
    for name, parts in (("shipped", stock()), ("200", many(200))):
        first, whole, tried, judged = timed_search(brief, parts)
        line(f"search of {name} parts, {tried:,} drives: first answers", first / ride, "rides of 8")
        line(f"search of {name} parts: all, {judged} ridden", whole / ride, "rides of 8")
        line(f"search of {name} parts: all", whole, "s")
    most = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    line("the most memory so far", most, "MB")
