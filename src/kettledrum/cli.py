"""The command line: gear tables, comparisons, pairings, rides, home-built drives, and the data itself.

What goes wrong is said in one line on standard error, with exit status 2.
"""

import gc
import os
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

# A command that is over in a moment need neither look for what could be freed nor for plugins of models.
gc.disable()
os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "__all__")

import typer
from pydantic import TypeAdapter, ValidationError

from kettledrum import data_commands, keep_commands
from kettledrum.command_input import Data, File, Json, brief_in, content_of, directory_of, print_json
from kettledrum.core.terms.errors import InvalidInput, KettledrumError, Problem
from kettledrum.core.terms.quantities import CadenceBand
from kettledrum.formats.json_text import MOST_BYTES

if TYPE_CHECKING:
    pass

# What a command works with is imported when it runs: a gear table needs neither motors nor roads.

TRACEBACK = "KETTLEDRUM_TRACEBACK"
"""With this in the environment, what nobody foresaw is shown with the place where it arose."""

app = typer.Typer(
    add_completion=False,
    pretty_exceptions_enable=False,
    rich_markup_mode=None,
    help="Works out, compares and looks after bicycle drives.",
)

Csv = Annotated[bool, typer.Option("--csv", help="Print CSV for a spreadsheet instead of a table.")]
Port = Annotated[
    int | None,
    typer.Option(min=1, max=65535, help="The port to listen on; by default 8750, or a free one."),
]
Host = Annotated[
    str,
    typer.Option(
        metavar="ADDRESS",
        help="The address to listen on; for any but this machine's own, a token is asked for and printed.",
    ),
]


@app.command()
def serve(data: Data = None, port: Port = None, host: Host = "127.0.0.1") -> None:
    """Start Kettledrum in the browser, on your own data."""
    _serve(data, port, host)


@app.command()
def demo(
    data: Data = None,
    port: Port = None,
    fresh: Annotated[bool, typer.Option("--fresh", help="Start over, without earlier changes.")] = False,
) -> None:
    """Start Kettledrum in the browser, on demo data that is kept apart from yours."""
    _serve(data, port, "127.0.0.1", demo=True, fresh=fresh)


@app.command()
def gears(
    file: File,
    cadence: Annotated[str, typer.Option(metavar="LOW:HIGH", help="The cadences in rpm.")] = "60:90",
    json: Json = False,
    csv: Csv = False,
) -> None:
    """Print the gear table of a setup file."""
    from kettledrum.core.gearing.gear_table import gear_table
    from kettledrum.formats.setup_file import read_setup

    table = gear_table(read_setup(content_of(file, MOST_BYTES)), _cadence_band(cadence))
    if csv:
        from kettledrum.formats.spreadsheet import gear_tables_text

        print(gear_tables_text([table]), end="")
    elif json:
        print_json(table)
    else:
        from kettledrum import command_tables

        command_tables.gears(table)


@app.command("compare")
def compare_setups(file: File, json: Json = False) -> None:
    """Print the setups of a brief file side by side."""
    from kettledrum import command_tables
    from kettledrum.core.lineup.comparison import compare

    result = compare(brief_in(file))
    print_json(result) if json else command_tables.comparison(result)


@app.command("ask")
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
    from kettledrum import command_tables
    from kettledrum.core.quick.answer import quick_answer
    from kettledrum.core.quick.question import QuickQuestion
    from kettledrum.core.terms.validation import validate
    from kettledrum.demo import stock
    from kettledrum.formats.shelf import read_shelf

    parts = stock() if shelf is None else read_shelf(content_of(shelf, MOST_BYTES))
    question = validate(QuickQuestion, {"mass_kg": weight, "carried_kg": carry, "bike": bike, "where": where})
    result = quick_answer(question, parts)
    print_json(result) if json else command_tables.quick(result)


@app.command("pairings")
def list_pairings(
    file: File,
    setup: Annotated[str, typer.Option(metavar="NAME", help="The setup whose sprockets are tried.")],
    json: Json = False,
) -> None:
    """Print every sprocket pairing of a setup of a brief file, the best first."""
    from kettledrum import command_tables
    from kettledrum.core.job.brief import named
    from kettledrum.core.pairings.grid import pairings

    brief = brief_in(file)
    with _named_as_option():
        result = pairings(brief, named(brief, setup))
    print_json(result) if json else command_tables.pairings(result)


@app.command("ride")
def ride_road(
    file: File,
    road: Annotated[str, typer.Option(metavar="FILE", help="A GPX or TCX file, or a table of a road.")],
    track: Annotated[
        str | None,
        typer.Option(metavar="NAME", help="Which of several roads in the file: its name, or its number."),
    ] = None,
    json: Json = False,
) -> None:
    """Ride a road with the setups of a brief file."""
    from kettledrum import command_tables
    from kettledrum.core.roads.profile import profile
    from kettledrum.core.roads.ride import ride
    from kettledrum.formats.gpx import MOST_TRACK_BYTES
    from kettledrum.formats.tracks import SeveralRoads, one_road

    brief = brief_in(file)
    try:
        route = one_road(content_of(road, MOST_TRACK_BYTES), Path(road).stem, track)
    except SeveralRoads as error:
        raise InvalidInput([Problem("--track", f"must say which: {road} {error.holds}")]) from error
    result = ride(brief, profile(route))
    print_json(result) if json else command_tables.rides(route, result)


@app.command("fit")
def look_at_fit(
    file: File,
    setup: Annotated[str, typer.Option(metavar="NAME", help="The setup that is looked at.")],
    json: Json = False,
) -> None:
    """Print whether everything of a setup of a brief file goes together, the worst first."""
    from kettledrum import command_tables
    from kettledrum.core.fit.page import fit_page
    from kettledrum.core.job.brief import named

    brief = brief_in(file)
    with _named_as_option():
        result = fit_page(brief, named(brief, setup))
    print_json(result) if json else command_tables.fit(result)


@app.command("motors")
def look_at_motors(file: File, json: Json = False) -> None:
    """Print what the motors of a brief file add, and how far their batteries go on its roads."""
    from kettledrum import command_tables
    from kettledrum.core.motors.of_brief import motors_of_brief

    result = motors_of_brief(brief_in(file))
    print_json(result) if json else command_tables.motors(result)


@app.command("costs")
def count_costs(file: File, json: Json = False) -> None:
    """Print what the setups of a brief file cost over the years, and which pay themselves back when."""
    from kettledrum import command_tables
    from kettledrum.core.keeping.costs import costs

    brief = brief_in(file)
    result = costs(brief, (brief.road.routes if brief.road else None) or [])
    if json:
        # The months' curves are for drawing.
        print(result.model_dump_json(indent=2, exclude={"setups": {"__all__": {"curve"}}}))
    else:
        command_tables.costs(result)


@app.command("coverage")
def cover(file: File, json: Json = False) -> None:
    """Print how much of all riding on its roads each setup of a brief file covers, and what two would."""
    from kettledrum import command_tables
    from kettledrum.core.lineup.coverage import coverage

    brief = brief_in(file)
    result = coverage(brief, (brief.road.routes if brief.road else None) or [])
    print_json(result) if json else command_tables.coverage(result)


@app.command("search")
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
            "ones, “fits the frame” and “quick enough”.",
        ),
    ] = None,
    also: Annotated[
        list[str] | None,
        typer.Option(
            metavar="WHAT",
            help="“motor”: each motor of the parts at the cranks; “two”: two bicycles as well.",
        ),
    ] = None,
    json: Json = False,
) -> None:
    """Print which of all drives that the parts can make would do the job of a brief file."""
    import time

    from kettledrum import command_tables
    from kettledrum.core.search.asked import SearchAsked
    from kettledrum.core.search.search import search
    from kettledrum.core.terms.validation import validate
    from kettledrum.demo import stock
    from kettledrum.formats.shelf import read_shelf

    brief = brief_in(file)
    parts = stock() if shelf is None else read_shelf(content_of(shelf, MOST_BYTES))
    data: dict[str, object] = {"most": most, **dict.fromkeys(also or [], True)}
    if must:
        data["musts"] = [_must(each) for each in must]
    with _named_as_option():
        asked = validate(SearchAsked, data)
    begun = time.perf_counter()
    result = search(brief, None, (brief.road.routes if brief.road else None) or [], parts, asked)
    result.seconds = round(time.perf_counter() - begun, 3)
    print_json(result) if json else command_tables.search(result)


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


@app.command("verdict")
def weigh(
    file: File,
    sure: Annotated[
        bool, typer.Option("--sure", help="Also how sure it is: figures drawn some thousand times.")
    ] = False,
    json: Json = False,
) -> None:
    """Weigh the setups of a brief file: what knocks one out, which leads, and what would tip it."""
    from kettledrum import command_tables
    from kettledrum.core.verdict.sure import how_sure
    from kettledrum.core.verdict.verdict import verdict

    brief = brief_in(file)
    routes = (brief.road.routes if brief.road else None) or []
    result = verdict(brief, routes)
    result.sure = how_sure(brief, routes) if sure else None
    print_json(result) if json else command_tables.verdict(result)


@app.command("change")
def plan_change(
    file: File,
    start: Annotated[str, typer.Option("--from", metavar="SETUP", help="The setup that is ridden.")],
    to: Annotated[str, typer.Option("--to", metavar="SETUP", help="The setup that was chosen.")],
    json: Json = False,
) -> None:
    """Print the change from one setup of a brief file to another: off, on, to buy, tools, steps."""
    from kettledrum import command_tables
    from kettledrum.core.change.plan import change_plan

    brief = brief_in(file)
    with _named_as_option():
        result = change_plan(brief, start, to)
    print_json(result) if json else command_tables.change(result)


@app.command("gear-use")
def use_gears(
    ride: Annotated[str, typer.Argument(metavar="RIDE", help="A ride file: FIT, TCX or GPX.")],
    setup: Annotated[str, typer.Option(metavar="SETUP.json", help="The setup that was ridden.")],
    json: Json = False,
) -> None:
    """Print which gears of a setup were used on a ride, and for how long."""
    from kettledrum import command_tables
    from kettledrum.core.gearing.gear_table import gear_table
    from kettledrum.core.rides.channels import PEDALLING_RPM, channels
    from kettledrum.core.rides.gear_use import gear_use
    from kettledrum.formats.gpx import MOST_RIDE_BYTES
    from kettledrum.formats.rides import one_ride
    from kettledrum.formats.setup_file import read_setup

    read = one_ride(content_of(ride, MOST_RIDE_BYTES))
    table = gear_table(read_setup(content_of(setup, MOST_BYTES)), (PEDALLING_RPM, 2 * PEDALLING_RPM))
    result = gear_use(channels(read.records), table)
    print_json(result) if json else command_tables.gear_use(result, read.told)


@app.command("log")
def print_log(
    log: Annotated[str, typer.Argument(metavar="LOG", help="A log file, kettledrum-log/1.")],
    cadence: Annotated[str, typer.Option(metavar="LOW:HIGH", help="The easy cadences in rpm.")] = "60:90",
    json: Json = False,
) -> None:
    """Print what the rides of each bike in a log come to: km, gears used, where they did not reach."""
    from kettledrum import command_tables
    from kettledrum.core.log.page import log_sums
    from kettledrum.formats.log_file import MOST_LOG_BYTES, read_log

    result = log_sums(read_log(content_of(log, MOST_LOG_BYTES)), _cadence_band(cadence))
    print_json(result) if json else command_tables.log(result)


@app.command("find-gears")
def find_gears(
    ride: Annotated[str, typer.Argument(metavar="RIDE", help="A ride file: FIT, TCX or GPX.")],
    json: Json = False,
) -> None:
    """Print the gears that a ride shows, whatever was ridden."""
    from kettledrum import command_tables
    from kettledrum.core.rides.channels import channels
    from kettledrum.core.rides.found_gears import found_gears
    from kettledrum.formats.gpx import MOST_RIDE_BYTES
    from kettledrum.formats.rides import one_ride

    read = one_ride(content_of(ride, MOST_RIDE_BYTES))
    result = found_gears(channels(read.records))
    print_json(result) if json else command_tables.found_gears(result, read.told)


@app.command("home-built")
def home_built(file: File, json: Json = False) -> None:
    """Work out the home-built drives of a brief file."""
    from kettledrum import command_tables
    from kettledrum.core.home_built.result import every_drive

    result = every_drive(brief_in(file))
    print_json(result) if json else command_tables.home_built(result)


app.command("due")(keep_commands.due)
app.command("tour")(keep_commands.tour)
app.command("kept")(keep_commands.kept)
app.command("swap-test")(keep_commands.swap_test)
app.command()(data_commands.backup)
app.command()(data_commands.restore)
app.command()(data_commands.data)
app.command()(data_commands.export)
app.command("import")(data_commands.import_)


def _serve(
    data: Path | None, port: int | None, host: str, *, demo: bool = False, fresh: bool = False
) -> None:
    # What is loaded now stays for good: looking for what could be freed would only delay the start.
    # Imported here, since a gear table on the command line needs neither web nor database.
    from kettledrum.demo import fill, stock
    from kettledrum.server import serve as start
    from kettledrum.store import Store, serving

    directory = directory_of(data, demo=demo)
    with serving(directory) as told:
        store = Store.to_look_at(directory) if told is None else Store.mended(directory)
        try:
            if demo and not store.read_only:
                fill(store, fresh=fresh)
            if not store.read_only:
                store.shelf.stock(stock())
            gc.freeze()
            # Reading a long file makes a million objects, and looking through them again and again would
            # keep everybody else waiting.
            gc.set_threshold(100_000, 20, 50)
            gc.enable()
            start(store, host, port, told)
        finally:
            store.close()


@contextmanager
def _named_as_option() -> Iterator[None]:
    """Names a refused setup as the option is, not as the API's key."""
    try:
        yield
    except InvalidInput as error:
        raise InvalidInput(
            [
                Problem("--setup" if each.where == "setup" else each.where, each.what)
                for each in error.problems
            ]
        ) from error


def _cadence_band(text: str) -> tuple[float, float]:
    try:
        band: tuple[float, float] = TypeAdapter(CadenceBand).validate_python(
            [float(end) for end in text.split(":")]
        )
    except (ValueError, ValidationError) as error:
        allowed = "must be LOW:HIGH in rpm, each from 5 to 250, low below high, such as 60:88"
        raise InvalidInput([Problem("--cadence", allowed)]) from error
    return band


def main() -> None:
    """Runs the command line; every foreseen error ends in one line and exit status 2."""
    try:
        status = app(standalone_mode=False)
    except (typer.Abort, KeyboardInterrupt):
        status = 130
    except (KettledrumError, typer.TyperException) as error:
        message = error.format_message() if isinstance(error, typer.TyperException) else str(error)
        print(message.replace("\n", " ") or "see kettledrum --help", file=sys.stderr)
        status = 2
    except Exception as error:
        if os.environ.get(TRACEBACK):
            raise
        said = " ".join(f"{type(error).__name__}: {error}".split())[:300]
        print(f"Kettledrum made a mistake ({said}); {TRACEBACK}=1 shows where", file=sys.stderr)
        status = 2
    sys.exit(status if isinstance(status, int) else 0)
