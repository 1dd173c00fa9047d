"""The commands of keeping a bike: what is due, tours, what upkeep cost, and swap tests."""

from typing import TYPE_CHECKING, Annotated

import typer

from kettledrum.commands.asked import Json, brief_in, content_of, print_json
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.formats.json_text import MOST_BYTES

if TYPE_CHECKING:
    from datetime import date

    from kettledrum.core.log.bike import Log

LogFile = Annotated[str, typer.Argument(metavar="LOG", help="A log file, kettledrum-log/1.")]
OnDay = Annotated[str | None, typer.Option("--on", metavar="DAY", help="The day, such as 2026-06-01; today.")]
BriefFile = Annotated[str, typer.Argument(metavar="BRIEF", help="A brief file, kettledrum-brief/1.")]


def due(
    log: LogFile,
    on: OnDay = None,
    json: Json = False,
    ics: Annotated[bool, typer.Option("--ics", help="Print a calendar, iCalendar.")] = False,
) -> None:
    """Print what falls due on the bikes of a log, when, and because of what."""
    from datetime import UTC, datetime

    from kettledrum.commands.tables import keep as tables
    from kettledrum.core.care.due import due as what_is_due

    result = what_is_due([(bike, bike.rides or []) for bike in _log_in(log).bikes], _day(on))
    if ics:
        from kettledrum.formats.due_calendar import due_calendar

        typer.echo(due_calendar(result, datetime.now(UTC).replace(microsecond=0)), nl=False)
        return
    print_json(result) if json else tables.due(result)


def tour(
    file: BriefFile,
    log: LogFile,
    name: Annotated[
        str | None, typer.Option("--tour", metavar="NAME", help="Which tour of the brief; the first.")
    ] = None,
    on: OnDay = None,
    json: Json = False,
) -> None:
    """Print what a tour of a brief asks for: what to do before it, what falls due, what to take along."""
    from kettledrum.commands.tables import keep as tables
    from kettledrum.core.care.tour import tour_plan

    brief = brief_in(file)
    tours = brief.tours or []
    found = next((each for each in tours if name is None or each.name == name), None)
    if found is None:
        names = ", ".join(each.name for each in tours)
        said = f"must be one of its tours: {names}" if tours else "has no tour: add it under “tours”"
        raise InvalidInput([Problem("--tour" if tours else "tours", said)])
    bikes = [(bike, bike.rides or []) for bike in _log_in(log).bikes]
    result = tour_plan(found, brief, bikes, _day(on))
    print_json(result) if json else tables.tour(result)


def kept(file: BriefFile, log: LogFile, on: OnDay = None, json: Json = False) -> None:
    """Print what the upkeep of the bikes of a log cost, against what the rates of a brief foretell."""
    from pydantic import RootModel

    from kettledrum.commands.tables import keep as tables
    from kettledrum.core.care.spent import as_it_was
    from kettledrum.core.care.spent_result import AsItWas
    from kettledrum.core.keeping.rates import rates

    brief, day = brief_in(file), _day(on)
    rate = rates(brief, (brief.road.routes or []) if brief.road else [])
    found = [(bike.name, as_it_was(bike, bike.rides or [], day, rate)) for bike in _log_in(log).bikes]
    print_json(RootModel[dict[str, AsItWas]](dict(found))) if json else tables.kept(found)


def swap_test(
    test: Annotated[str, typer.Argument(metavar="TEST", help="A swap test, kettledrum-swap-test/1.")],
    brief: Annotated[
        str | None, typer.Option(metavar="BRIEF", help="The job whose setups and roads it was ridden on.")
    ] = None,
    json: Json = False,
) -> None:
    """Print what bikes that were swapped between riders tell, and what that means for a job."""
    from kettledrum.commands.tables import keep as tables
    from kettledrum.core.swap.answer import swap_answer
    from kettledrum.core.swap.meaning import swap_meaning
    from kettledrum.formats.swap_test_file import read_swap_test

    found = read_swap_test(content_of(test, MOST_BYTES))
    answer = swap_answer(found)
    if brief is not None:
        job = brief_in(brief)
        answer.meaning = swap_meaning(found, answer, job, {setup.name: setup for setup in job.setups})
    print_json(answer) if json else tables.swap_test(answer)


def _log_in(file: str) -> "Log":
    from kettledrum.formats.log_file import MOST_LOG_BYTES, read_log

    return read_log(content_of(file, MOST_LOG_BYTES))


def _day(text: str | None) -> "date":
    from datetime import date

    if text is None:
        return date.today()
    try:
        return date.fromisoformat(text)
    except ValueError as error:
        raise InvalidInput([Problem("--on", "must be a day such as 2026-06-01")]) from error
