"""The verdict of a job, weighed at once; how sure it is, a moment later; the change to what was chosen.

What weighs is loaded when it is first asked for, so that a start need not wait for it.
"""

from typing import TYPE_CHECKING

from pydantic import ConfigDict, Field

from kettledrum.api.lately import Lately
from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.change.plan_result import ChangePlan
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.weighing import Unsure, Weighing
from kettledrum.core.terms.quantities import Model, Name
from kettledrum.core.verdict.result import HowSure, Verdict

if TYPE_CHECKING:
    from kettledrum.core.verdict.drawn import Drawn
    from kettledrum.core.verdict.measured import Measured

router = routed("verdict", "/jobs/{job_id}")
_measured: "Lately[Measured]" = Lately(4)
_drawn: "Lately[Drawn]" = Lately(2)


@router.post("/verdict")
def weigh_setups(job_id: str, brief: Brief, store: TheStore) -> Verdict:
    """Weighs the setups of a brief, which may be a draft, on a job's roads."""
    from kettledrum.core.verdict.verdict import Balance

    return Balance(_measure(_key(job_id, brief, store), job_id, brief, store), brief.weighing).verdict()


@router.post("/verdict/sure")
def tell_how_sure(job_id: str, brief: Brief, store: TheStore) -> HowSure:
    """How often each setup climbs, covers, is cheapest and is first when nothing is quite as it was said."""
    from kettledrum.core.verdict.drawn import Drawn
    from kettledrum.core.verdict.draws import Luck
    from kettledrum.core.verdict.sure import how_sure_of

    unsure = (brief.weighing or Weighing()).unsure or Unsure()
    key = _key(job_id, brief, store)
    drawn = _drawn.of(
        f"{unsure.model_dump_json()} {key}",
        lambda: Drawn(_measure(key, job_id, brief, store), Luck(unsure)),
    )
    return how_sure_of(drawn, brief.weighing)


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


def _key(job_id: str, brief: Brief, store: TheStore) -> str:
    """What the figures of the setups come from: all but how they are weighed."""
    bare = brief.model_copy(update={"weighing": None})
    return f"{job_id} {store.roads.versions(job_id)} {bare.model_dump_json()}"


def _measure(key: str, job_id: str, brief: Brief, store: TheStore) -> "Measured":
    """What the setups are, measured once for however many weights are tried on them."""
    from kettledrum.core.verdict.measured import Measured

    bare = brief.model_copy(update={"weighing": None})
    return _measured.of(key, lambda: Measured(bare, [route for _, route in store.roads.routes(job_id)]))
