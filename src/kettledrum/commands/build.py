"""The commands of building: gears, setups side by side, pairings, fit, motors, home-built drives.

What a command works with is imported when it runs: a gear table needs neither motors nor roads.
"""

from typing import Annotated

import typer

from kettledrum.commands.asked import (
    File,
    Json,
    brief_in,
    cadence_band,
    content_of,
    named_as_option,
    print_json,
)
from kettledrum.formats.json_text import MOST_BYTES

Csv = Annotated[bool, typer.Option("--csv", help="Print CSV for a spreadsheet instead of a table.")]


def gears(
    file: File,
    cadence: Annotated[str, typer.Option(metavar="LOW:HIGH", help="The cadences in rpm.")] = "60:90",
    json: Json = False,
    csv: Csv = False,
) -> None:
    """Print the gear table of a setup file."""
    from kettledrum.core.gearing.gear_table import gear_table
    from kettledrum.formats.setup_file import read_setup

    table = gear_table(read_setup(content_of(file, MOST_BYTES)), cadence_band(cadence))
    if csv:
        from kettledrum.formats.spreadsheet import gear_tables_text

        typer.echo(gear_tables_text([table]), nl=False)
    elif json:
        print_json(table)
    else:
        from kettledrum.commands.tables import build as tables

        tables.gears(table)


def compare_setups(file: File, json: Json = False) -> None:
    """Print the setups of a brief file side by side."""
    from kettledrum.commands.tables import build as tables
    from kettledrum.core.lineup.comparison import compare

    result = compare(brief_in(file))
    print_json(result) if json else tables.comparison(result)


def ask(
    bike: Annotated[str, typer.Argument(help="The bicycle in one line, such as “36 × 11–46, 28 in”.")],
    weight: Annotated[float, typer.Option(metavar="KG", help="What the rider weighs.")],
    carry: Annotated[float, typer.Option(metavar="KG", help="What is carried.")] = 0,
    where: Annotated[
        str, typer.Option(help="flat, rolling, hilly, mountains, or the steepest hill: 12 % for 800 m.")
    ] = "hilly",
    shelf: Annotated[
        str | None, typer.Option(metavar="FILE", help="A file of parts to take; the demo’s by default.")
    ] = None,
    json: Json = False,
) -> None:
    """Answer whether a bicycle climbs where one rides, with usual figures for all that is not said."""
    from kettledrum.commands.tables import build as tables
    from kettledrum.core.quick.answer import quick_answer
    from kettledrum.core.quick.question import QuickQuestion
    from kettledrum.core.terms.validation import validate
    from kettledrum.demo import stock
    from kettledrum.formats.shelf import read_shelf

    parts = stock() if shelf is None else read_shelf(content_of(shelf, MOST_BYTES))
    question = validate(QuickQuestion, {"mass_kg": weight, "carried_kg": carry, "bike": bike, "where": where})
    result = quick_answer(question, parts)
    print_json(result) if json else tables.quick(result)


def list_pairings(
    file: File,
    setup: Annotated[str, typer.Option(metavar="NAME", help="The setup whose sprockets are tried.")],
    json: Json = False,
) -> None:
    """Print every sprocket pairing of a setup of a brief file, the best first."""
    from kettledrum.commands.tables import build as tables
    from kettledrum.core.job.brief import named
    from kettledrum.core.pairings.grid import pairings

    brief = brief_in(file)
    with named_as_option():
        result = pairings(brief, named(brief, setup))
    print_json(result) if json else tables.pairings(result)


def look_at_fit(
    file: File,
    setup: Annotated[str, typer.Option(metavar="NAME", help="The setup that is looked at.")],
    json: Json = False,
) -> None:
    """Print whether everything of a setup of a brief file goes together, the worst first."""
    from kettledrum.commands.tables import build as tables
    from kettledrum.core.fit.page import fit_page
    from kettledrum.core.job.brief import named

    brief = brief_in(file)
    with named_as_option():
        result = fit_page(brief, named(brief, setup))
    print_json(result) if json else tables.fit(result)


def look_at_motors(file: File, json: Json = False) -> None:
    """Print what the motors of a brief file add, and how far their batteries go on its roads."""
    from kettledrum.commands.tables import build as tables
    from kettledrum.core.motors.of_brief import motors_of_brief

    result = motors_of_brief(brief_in(file))
    print_json(result) if json else tables.motors(result)


def home_built(file: File, json: Json = False) -> None:
    """Work out the home-built drives of a brief file."""
    from kettledrum.commands.tables import build as tables
    from kettledrum.core.home_built.result import every_drive

    result = every_drive(brief_in(file))
    print_json(result) if json else tables.home_built(result)
