"""What else in the shop would do: a smaller ring, and hubs or gearboxes of Parts, each in a line."""

from collections.abc import Callable, Sequence

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup.comparison import ComparedSetup
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage
from kettledrum.core.quick.result import Also
from kettledrum.core.search.would_do import would_do
from kettledrum.core.terms.in_words import percent, speed
from kettledrum.core.terms.validation import validate

_MOST = 3
_SMALLEST_RING, _BY_TEETH = 22, 2
_MOST_STEPS = 8
"""A smaller ring is one by at most so many steps of two teeth."""


def also_in_the_shop(
    brief: Brief,
    found: ComparedSetup,
    parts: Sequence[Part],
    climbs_to: Callable[[Setup], float | None],
) -> list[Also]:
    """Up to three other drives: a smaller ring where the hill is too much, then the parts that would do, the
    cheapest of each kind first. A bicycle with a motor is not rebuilt in a line.
    """
    setup = brief.setups[0]
    if setup.motors:
        return []
    rows = []
    if found.climb.verdict == "fails" and (ring := _smaller_ring(setup, brief, climbs_to)):
        rows.append(ring)
    kinds: set[str] = set()
    for does in would_do(brief, setup, parts):
        part = does.part
        if part.kind in kinds:
            continue
        kinds.add(part.kind)
        name = f"{part.name}, {does.front} × {does.rear}"
        rows.append(_row(name, does.setup, brief, climbs_to, part.price))
    return rows[:_MOST]


def _row(
    name: str,
    setup: Setup,
    brief: Brief,
    climbs_to: Callable[[Setup], float | None],
    price: float | None,
) -> Also:
    steepest = climbs_to(setup)
    top = gear_table(setup, brief.rider.cadence_rpm).gears[-1].speed_kmh[1]
    climbs = "climbs beyond 30 %" if steepest is None else f"climbs to {percent(steepest)}"
    cost = "" if price is None else f"; the part costs {price:g}"
    says = f"{climbs}; out of gears at {speed(top)}{cost}"
    return Also(name=name, setup=setup, climbs_to=steepest, top_kmh=top, price=price, says=says)


def _smaller_ring(setup: Setup, brief: Brief, climbs_to: Callable[[Setup], float | None]) -> Also | None:
    """The largest smaller ring that climbs the hill, in front of a cassette or a single sprocket."""
    first = setup.path[0]
    hill = brief.road.steepest if brief.road else None
    if len(setup.path) != 1 or not isinstance(first, SprocketsStage) or not first.front or hill is None:
        return None
    if len(first.front) > 1:
        return None
    ring = first.front[0]
    for front in range(ring - _BY_TEETH, max(ring - _BY_TEETH * _MOST_STEPS, _SMALLEST_RING) - 1, -_BY_TEETH):
        data = setup.model_dump(mode="json", exclude_unset=True)
        data["path"][0]["front"] = [front]
        data["name"] = f"{setup.name[:90]}, ring of {front}"
        smaller = validate(Setup, data)
        steepest = climbs_to(smaller)
        if steepest is None or steepest >= hill:
            return _row(f"Smaller ring, {front}", smaller, brief, climbs_to, None)
    return None
