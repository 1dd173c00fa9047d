"""The commands of riding: a road, the gears that a ride used, the log.

What a command works with is imported when it runs: a gear table needs neither motors nor roads.
"""

from pathlib import Path
from typing import Annotated

import typer

from kettledrum.commands.asked import File, Json, brief_in, cadence_band, content_of, print_json
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.formats.json_text import MOST_BYTES


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
    from kettledrum.commands.tables import ride as tables
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
    print_json(result) if json else tables.rides(route, result)


def use_gears(
    ride: Annotated[str, typer.Argument(metavar="RIDE", help="A ride file: FIT, TCX or GPX.")],
    setup: Annotated[str, typer.Option(metavar="SETUP.json", help="The setup that was ridden.")],
    json: Json = False,
) -> None:
    """Print which gears of a setup were used on a ride, and for how long."""
    from kettledrum.commands.tables import ride as tables
    from kettledrum.core.gearing.gear_table import gear_table
    from kettledrum.core.rides.channels import PEDALLING_RPM, channels
    from kettledrum.core.rides.gear_use import gear_use
    from kettledrum.formats.gpx import MOST_RIDE_BYTES
    from kettledrum.formats.rides import one_ride
    from kettledrum.formats.setup_file import read_setup

    read = one_ride(content_of(ride, MOST_RIDE_BYTES))
    table = gear_table(read_setup(content_of(setup, MOST_BYTES)), (PEDALLING_RPM, 2 * PEDALLING_RPM))
    result = gear_use(channels(read.records), table)
    print_json(result) if json else tables.gear_use(result, read.warns)


def print_log(
    log: Annotated[str, typer.Argument(metavar="LOG", help="A log file, kettledrum-log/1.")],
    cadence: Annotated[str, typer.Option(metavar="LOW:HIGH", help="The easy cadences in rpm.")] = "60:90",
    json: Json = False,
) -> None:
    """Print what the rides of each bike in a log come to: km, gears used, where they did not reach."""
    from kettledrum.commands.tables import ride as tables
    from kettledrum.core.log.page import log_sums
    from kettledrum.formats.log_file import MOST_LOG_BYTES, read_log

    result = log_sums(read_log(content_of(log, MOST_LOG_BYTES)), cadence_band(cadence))
    print_json(result) if json else tables.log(result)


def find_gears(
    ride: Annotated[str, typer.Argument(metavar="RIDE", help="A ride file: FIT, TCX or GPX.")],
    json: Json = False,
) -> None:
    """Print the gears that a ride shows, whatever was ridden."""
    from kettledrum.commands.tables import ride as tables
    from kettledrum.core.rides.channels import channels
    from kettledrum.core.rides.found_gears import found_gears
    from kettledrum.formats.gpx import MOST_RIDE_BYTES
    from kettledrum.formats.rides import one_ride

    read = one_ride(content_of(ride, MOST_RIDE_BYTES))
    result = found_gears(channels(read.records))
    print_json(result) if json else tables.found_gears(result, read.warns)
