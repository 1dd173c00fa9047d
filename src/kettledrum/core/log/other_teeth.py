"""What other sprockets would have done on the rides that were ridden."""

from collections.abc import Sequence

from kettledrum.core.effort.into_part import lowest_ratios
from kettledrum.core.effort.pushes import pushes
from kettledrum.core.effort.stage_limits import over_limits
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.log.other_teeth_result import MOST_TEETH, WithOtherTeeth
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.log.sums import beyond, paces
from kettledrum.core.log.sums_result import Beyond
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.in_words import way
from kettledrum.core.terms.validation import validate


def with_other_teeth(brief: Brief, setup: Setup, rides: Sequence[LoggedRide], teeth: int) -> WithOtherTeeth:
    """What `teeth` more (or fewer) on every front sprocket would have done on rides with recorded seconds.

    Speeds stay what they were; a gear reaches where its cadence is within the rider’s band. Raises
    InvalidInput for a setup without sprockets, and for teeth that there are not.
    """
    if teeth == 0 or abs(teeth) > MOST_TEETH:
        raise InvalidInput([Problem("teeth", f"must be from 1 to {MOST_TEETH} more or fewer")])
    other, front = _changed(setup, teeth)
    band = brief.rider.cadence_rpm
    pedalled = paces(rides)
    table = gear_table(other, band)
    before, after = beyond(gear_table(setup, band), pedalled), beyond(table, pedalled)
    over = over_limits(brief, other, pushes(brief, other), lowest_ratios(other))
    return WithOtherTeeth(
        teeth=teeth,
        front=front,
        before=before,
        after=after,
        over=over,
        says=_says(teeth, before, after, over, ridden=bool(pedalled.seconds.any())),
    )


def _changed(setup: Setup, teeth: int) -> tuple[Setup, list[int]]:
    data = setup.model_dump(mode="json", exclude_unset=True)
    for place, stage in enumerate(setup.path):
        if isinstance(stage, SprocketsStage):
            if stage.pairs is not None:
                data["path"][place]["pairs"] = [[front + teeth, rear] for front, rear in stage.pairs]
                front = sorted({front + teeth for front, _ in stage.pairs})
            else:
                front = [each + teeth for each in stage.front or []]
                data["path"][place]["front"] = front
            return validate(Setup, data), front
    raise InvalidInput([Problem("", "the setup that is mounted has no sprockets that could be changed")])


def _says(teeth: int, before: Beyond, after: Beyond, over: Sequence[str], *, ridden: bool) -> str:
    count = "one tooth" if abs(teeth) == 1 else f"{abs(teeth)} teeth"
    what = f"With {count} {'fewer' if teeth < 0 else 'more'} in front"
    limit = f" But it is beyond what a maker allows: {over[0]}." if over else ""
    if not ridden:
        return f"{what}: no ride with recorded seconds is there to try it on.{limit}"
    was, now = way(before.too_high_m), way(after.too_high_m)
    low = f"the lowest gear would have been too high on {now} instead of {was}"
    high = f"the highest too low on {way(after.too_low_m)} instead of {way(before.too_low_m)}"
    same = abs(after.too_high_m - before.too_high_m) < 1 and abs(after.too_low_m - before.too_low_m) < 1
    if same and max(after.too_high_m, after.too_low_m) < 1:
        return f"{what} these rides would have been the same: the gears reached wherever you pedalled.{limit}"
    if same:
        reach = f"the lowest gear too high on {now} and the highest too low on {way(after.too_low_m)}"
        return f"{what} these rides would have been the same: {reach} either way.{limit}"
    return f"{what} {low}, and {high}.{limit}"
