"""What a tour asks for, in a few sentences."""

from collections.abc import Callable

from kettledrum.core.care.tour_result import TourPlan, TourTask
from kettledrum.core.terms.in_words import counted, listed

_MOST_NAMED = 3


def tour_says(plan: TourPlan) -> str:
    """The answer: what to do before leaving, what falls due on the way, and what to carry."""
    if not plan.bikes:
        return "No bike goes on it: say which, or add the one that you ride under Bikes."
    days = (plan.end - plan.start).days + 1
    over = f"{plan.km:,.0f} km in {counted(days, 'day')}"
    before = _called(plan, lambda task: task.before)
    on_way = _called(plan, lambda task: task.times > 0)
    if before:
        told = f"Before {over}: {_some(before)}"
        if plan.before_minutes:
            told += f", about {_time(plan.before_minutes)}"
    else:
        told = f"For {over} nothing has to be done before leaving"
    told += f". On the way: {_some(on_way)}." if on_way else ". Nothing falls due on the way."
    taken = sum(each.carry for each in plan.things)
    least = "at least " if plan.without_mass else ""
    told += f" Carry {counted(taken, 'thing')}, {least}{plan.carry_kg:.1f} kg."
    return told + _broken(plan)


def _broken(plan: TourPlan) -> str:
    """What a bike does whose gears break: the one of which most has to be walked."""
    known = [
        each for bike in plan.bikes for each in bike.breaks if each.posted and each.climbs_to is not None
    ]
    if not known:
        return ""
    worst = min(known, key=lambda each: each.climbs_to or 0.0)
    return f" If the {worst.part} breaks: {worst.rides_on}."


def _called(plan: TourPlan, those: Callable[[TourTask], bool]) -> list[str]:
    """What is done, each once, with the bikes where it is not all of them."""
    bikes: dict[str, list[str]] = {}
    for bike in plan.bikes:
        for task in bike.tasks:
            if those(task):
                bikes.setdefault(task.what, []).append(bike.name)
    return [
        what if len(set(names)) == len(plan.bikes) else f"{what} ({listed(sorted(set(names)))})"
        for what, names in bikes.items()
    ]


def _some(words: list[str]) -> str:
    more = len(words) - _MOST_NAMED
    return listed(words) if more <= 0 else f"{', '.join(words[:_MOST_NAMED])} and {more} more"


def _time(minutes: float) -> str:
    hours, rest = divmod(round(minutes), 60)
    return f"{rest} minutes" if hours == 0 else f"{hours} h {rest:02} min"
