"""What all riding comes to is kept while something is typed that makes no difference to it."""

from collections.abc import Sequence
from copy import copy
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.lineup.comparison import STANDS_NOT_ON
from kettledrum.core.parts.prices import whole_price

_KEPT = 8
"""Jobs and states of them whose riding is kept: before and after a change, and another job or two."""
_PAID = {"price", "care"}
_RIDES_NOT_ON: dict[str, Any] = {
    "notes": True,
    "cranks": _PAID,
    "wheel": _PAID,
    "path": {"__all__": _PAID},
    "motors": {"__all__": _PAID},
    "parts": {"__all__": _PAID},
}
"""What of a setup nobody feels who rides it."""


@dataclass(frozen=True)
class _Asked:
    """A job to be ridden: all that it stands on is in `wording` and `routes`."""

    wording: tuple[str, ...]
    routes: tuple[Route, ...] = field(hash=False)
    brief: Brief = field(compare=False)


def all_riding(brief: Brief, routes: Sequence[Route]) -> AllRiding:
    """All riding of a job, as `AllRiding` has it; what was ridden just before is not ridden again."""
    road = None if brief.road is None else brief.road.model_copy(update={"routes": None})
    need = brief.model_copy(update={**STANDS_NOT_ON, "setups": [], "reference": None, "road": road})
    setups = [setup.model_dump_json(exclude=_RIDES_NOT_ON) for setup in brief.setups]
    kept = _ridden(_Asked((need.model_dump_json(), *setups), tuple(routes), brief))
    riding = copy(kept)
    riding.setups = [
        covered.model_copy(update={"price": whole_price(setup)})
        for covered, setup in zip(kept.setups, brief.setups, strict=True)
    ]
    return riding


@lru_cache(_KEPT)
def _ridden(asked: _Asked) -> AllRiding:
    return AllRiding(asked.brief, asked.routes)
