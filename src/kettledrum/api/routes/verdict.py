"""The verdict of a job: weighed at once, and how sure it is a moment later.

What weighs is loaded when it is first asked for, so that a start need not wait for it.
"""

from collections import OrderedDict
from threading import Lock
from typing import TYPE_CHECKING

from pydantic import ConfigDict, Field

from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.change.plan_result import ChangePlan
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.quantities import Model, Name
from kettledrum.core.verdict.result import HowSure, Verdict

if TYPE_CHECKING:
    from kettledrum.core.verdict.measured import Measured

router = routed("verdict", "/jobs/{job_id}")
_KEPT = 4
_measured: "OrderedDict[str, Measured]" = OrderedDict()
_lock = Lock()


@router.post("/verdict")
def weigh_setups(job_id: str, brief: Brief, store: TheStore) -> Verdict:
    """Weighs the setups of a brief, which may be a draft, on a job's roads."""
    from kettledrum.core.verdict.verdict import Balance

    return Balance(_measure(job_id, brief, store), brief.weighing).verdict()


@router.post("/verdict/sure")
def tell_how_sure(job_id: str, brief: Brief, store: TheStore) -> HowSure:
    """How often each setup climbs, covers, is cheapest and is first when nothing is quite as it was said."""
    from kettledrum.core.verdict.sure import how_sure

    return how_sure(brief, [route for _, route in store.roads.routes(job_id)])


class ChangeBody(Model):
    """A brief, which may be a draft, and the setups that a change begins and ends with."""

    model_config = ConfigDict(validate_by_name=True, validate_by_alias=True)

    brief: Brief
    start: Name = Field(alias="from")
    to: Name


@router.post("/change")
def plan_change(job_id: str, asked: ChangeBody) -> ChangePlan:
    """What it takes to make one setup of a brief into another."""
    from kettledrum.core.change.plan import change_plan

    return change_plan(asked.brief, asked.start, asked.to)


def _measure(job_id: str, brief: Brief, store: TheStore) -> "Measured":
    """What the setups are, measured once for however many weights are tried on them."""
    from kettledrum.core.verdict.measured import Measured

    roads = store.roads.routes(job_id)
    bare = brief.model_copy(update={"weighing": None})
    key = f"{job_id} {[(road.id, road.version) for road, _ in roads]} {bare.model_dump_json()}"
    with _lock:
        if key in _measured:
            _measured.move_to_end(key)
            return _measured[key]
    found = Measured(bare, [route for _, route in roads])
    with _lock:
        _measured[key] = found
        while len(_measured) > _KEPT:
            _measured.popitem(last=False)
    return found
