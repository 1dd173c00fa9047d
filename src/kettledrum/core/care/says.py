"""What falls due, in sentences."""

from datetime import date

from kettledrum.core.care.due_result import Due, DueBike, DueTask
from kettledrum.core.terms.day import in_words
from kettledrum.core.terms.in_words import counted, kilometres, listed, quoted

_KM, _MONTHS = "km", "months"
_IN_DAYS, _IN_MONTHS, _IN_YEARS = 75, 36, 20
"""Up to so many days one speaks of days, up to so many months of months, and then of years, up to so many.
Ours."""


def ahead(days: int) -> str:
    """How far ahead a day lies, as one says it: “tomorrow”, “in 12 days”, “in about 5 months”."""
    if days <= 1:
        return "tomorrow" if days == 1 else "today"
    months = round(days * 12 / 365.25)
    if days <= _IN_DAYS:
        return f"in {days} days"
    if months <= _IN_MONTHS:
        return f"in about {months} months"
    years = round(days / 365.25)
    return f"in about {years} years" if years <= _IN_YEARS else f"not within {_IN_YEARS} years"


def task_says(task: DueTask, on: date) -> str:
    """Why a task is due, and when; and what the wear that was measured says of it."""
    taken = task.km_left is not None and kilometres(task.km_left) == kilometres(task.worn_in_km or 0.0)
    if task.worn_in_km is None or taken:
        return _by_interval(task, on)
    worn = "worn out" if task.worn_in_km <= 0 else f"worn out in {kilometres(task.worn_in_km)}"
    return f"{_by_interval(task, on)}; as measured, {worn}"


def _by_interval(task: DueTask, on: date) -> str:
    left = f"{kilometres(task.km_left)} to go" if task.km_left is not None and task.km_left > 0 else ""
    over = f"{kilometres(-task.km_left)} over" if task.km_left is not None and task.km_left <= 0 else ""
    if task.due_on is None:
        return left or "due when something happens that asks for it"
    days = (task.due_on - on).days
    if task.because not in (_KM, _MONTHS):
        return f"after the {task.because} of {in_words(task.due_on)}"
    when = f"since {in_words(task.due_on)}" if days < 0 else ahead(days)
    if task.because == _KM:
        return f"{when}: {over or left}"
    return f"{when}: its months are up" if days <= 0 else f"{when}, by its months"


def _called(task: DueTask) -> str:
    return f"{task.what} ({task.part})"


def bike_says(bike: DueBike, on: date) -> str:
    """The answer for one bike: what is overdue, or what comes next."""
    found = _what_is_next(bike, on)
    worn = _worn(bike)
    return f"{found} As measured, it is time for {listed(worn)}." if worn else found


def _worn(bike: DueBike) -> list[str]:
    """What is to be done since it is worn out, before it is overdue."""
    return [_called(task) for task in bike.tasks if task.standing == "worn out"] + bike.worn


def _what_is_next(bike: DueBike, on: date) -> str:
    overdue = [task for task in bike.tasks if task.state == "overdue"]
    soon = [task for task in bike.tasks if task.state == "soon"]
    if not bike.tasks:
        return "Nothing is known that would fall due: its parts carry no upkeep. Fill it in under Costs."
    if overdue:
        first = f"Overdue: {listed([_called(task) for task in overdue[:3]])}"
        more = f", and {len(overdue) - 3} more" if overdue[3:] else ""
        return f"{first}{more}."
    following = [task for task in bike.tasks if task.due_on is not None]
    if not following:
        return "Nothing is overdue; when the next falls due is not known, as no riding is."
    following.sort(key=lambda task: task.due_on or date.max)
    first_task = following[0]
    assert first_task.due_on is not None
    when = ahead((first_task.due_on - on).days)
    rest = f" {counted(len(soon) - 1, 'more thing')} soon." if len(soon) > 1 else ""
    return f"Nothing is overdue. Next is {_called(first_task)}, {when}.{rest}"


def due_says(due: Due) -> str:
    """The answer for all bikes."""
    if not due.bikes:
        return "There is no bike to look after."
    if len(due.bikes) == 1:
        return due.bikes[0].says
    overdue = [(bike, sum(task.state == "overdue" for task in bike.tasks)) for bike in due.bikes]
    late = [f"{counted(count, 'thing')} on {quoted(bike.name)}" for bike, count in overdue if count]
    bare = [quoted(bike.name) for bike in due.bikes if not bike.tasks]
    if len(bare) == len(due.bikes):
        found = "On no bike is anything known that would fall due: no part carries upkeep. "
        found += "Fill it in under Costs."
    else:
        found = f"Overdue: {listed(late)}." if late else "Nothing is overdue on any bike."
        if bare:
            found += f" Of {listed(bare)} nothing is known that would fall due: no upkeep is filled in."
    worn = [f"{what} on {quoted(bike.name)}" for bike in due.bikes for what in _worn(bike)]
    return f"{found} As measured, it is time for {listed(worn)}." if worn else found
