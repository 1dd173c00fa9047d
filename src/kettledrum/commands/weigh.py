"""The commands of weighing: costs, coverage, search, verdict, change.

What a command works with is imported when it runs: a gear table needs neither motors nor roads.
"""

from typing import Annotated

import typer

from kettledrum.commands.asked import (
    File,
    Json,
    brief_in,
    content_of,
    named_as_option,
    print_json,
)
from kettledrum.formats.json_text import MOST_BYTES

_MOTOR_AT = "motor at "


def count_costs(file: File, json: Json = False) -> None:
    """Print what the setups of a brief file cost over the years, and which pay themselves back when."""
    from kettledrum.commands.tables import weigh as tables
    from kettledrum.core.keeping.costs import costs

    brief = brief_in(file)
    result = costs(brief, (brief.road.routes if brief.road else None) or [])
    if json:
        # The months' curves are for drawing.
        typer.echo(result.model_dump_json(indent=2, exclude={"setups": {"__all__": {"curve"}}}))
    else:
        tables.costs(result)


def cover(file: File, json: Json = False) -> None:
    """Print how much of all riding on its roads each setup of a brief file covers, and what two would."""
    from kettledrum.commands.tables import weigh as tables
    from kettledrum.core.lineup.coverage import coverage

    brief = brief_in(file)
    result = coverage(brief, (brief.road.routes if brief.road else None) or [])
    print_json(result) if json else tables.coverage(result)


def search_drives(
    file: File,
    shelf: Annotated[
        str | None, typer.Option(metavar="FILE", help="A file of parts to take; the demo’s by default.")
    ] = None,
    most: Annotated[int, typer.Option(min=1, max=200, help="How many drives are told in full.")] = 20,
    must: Annotated[
        list[str] | None,
        typer.Option(
            metavar="WHAT",
            help="What a drive must be, such as “belt” or “price<=1500”; in place of the usual "
            "ones, “fits the frame”, “quick enough”, and what the brief says of budget, hands and care.",
        ),
    ] = None,
    also: Annotated[
        list[str] | None,
        typer.Option(
            metavar="WHAT",
            help="“motor”: each motor of the parts, where it drives; or at one place alone, as “motor at "
            "cranks” (gearbox, rear hub, front hub); “two”: two bicycles as well.",
        ),
    ] = None,
    json: Json = False,
) -> None:
    """Print which of all drives that the parts can make would do the job of a brief file."""
    import time

    from kettledrum.commands.tables import weigh as tables
    from kettledrum.core.search.asked import SearchAsked
    from kettledrum.core.search.search import search
    from kettledrum.core.terms.validation import validate
    from kettledrum.demo import stock
    from kettledrum.formats.shelf import read_shelf

    brief = brief_in(file)
    parts = stock() if shelf is None else read_shelf(content_of(shelf, MOST_BYTES))
    data: dict[str, object] = {"most": most, **_also(also or [])}
    if must:
        data["musts"] = [_must(each) for each in must]
    with named_as_option():
        asked = validate(SearchAsked, data)
    begun = time.perf_counter()
    result = search(brief, None, (brief.road.routes if brief.road else None) or [], parts, asked)
    result.seconds = round(time.perf_counter() - begun, 3)
    print_json(result) if json else tables.search(result)


def _also(words: list[str]) -> dict[str, object]:
    """What is looked for as well: motors, at all places or those that are named, and two bicycles."""
    places = [word.removeprefix(_MOTOR_AT) for word in words if word.startswith(_MOTOR_AT)]
    plain = dict.fromkeys([word for word in words if not word.startswith(_MOTOR_AT)], True)
    return {**plain, "motor": True, "motor_at": places} if places else {**plain}


def weigh(
    file: File,
    sure: Annotated[
        bool, typer.Option("--sure", help="Also how sure it is: figures drawn some thousand times.")
    ] = False,
    json: Json = False,
) -> None:
    """Weigh the setups of a brief file: what knocks one out, which leads, and what would tip it."""
    from kettledrum.commands.tables import weigh as tables
    from kettledrum.core.verdict.sure import how_sure
    from kettledrum.core.verdict.verdict import verdict

    brief = brief_in(file)
    routes = (brief.road.routes if brief.road else None) or []
    result = verdict(brief, routes)
    result.sure = how_sure(brief, routes) if sure else None
    print_json(result) if json else tables.verdict(result)


def plan_change(
    file: File,
    start: Annotated[str, typer.Option("--from", metavar="SETUP", help="The setup that is ridden.")],
    to: Annotated[str, typer.Option("--to", metavar="SETUP", help="The setup that was chosen.")],
    json: Json = False,
) -> None:
    """Print the change from one setup of a brief file to another: off, on, to buy, tools, steps."""
    from kettledrum.commands.tables import weigh as tables
    from kettledrum.core.change.plan import change_plan

    brief = brief_in(file)
    with named_as_option():
        result = change_plan(brief, start, to)
    print_json(result) if json else tables.change(result)


def _must(text: str) -> dict[str, object]:
    """A must as it is typed: a criterion, with at least or at most how much where it has a figure."""
    for sign, key in (("<=", "at_most"), (">=", "at_least"), ("≤", "at_most"), ("≥", "at_least")):
        name, found, figure = text.partition(sign)
        if found:
            try:
                return {"criterion": name.strip(), key: float(figure.replace(",", "."))}
            except ValueError:
                return {"criterion": name.strip(), key: figure.strip()}
    return {"criterion": text.strip()}
