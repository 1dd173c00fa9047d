"""Roads ridden, gears used and the log as tables for a terminal."""

from typing import TYPE_CHECKING

from rich.console import Console
from rich.text import Text

from kettledrum.commands.tables.grid import columns_of, percent, terminal

if TYPE_CHECKING:
    from kettledrum.core.job.route import Route
    from kettledrum.core.log.sums_result import LogSums
    from kettledrum.core.rides.found_result import FoundGears
    from kettledrum.core.rides.gear_use import GearUse
    from kettledrum.core.roads.ride_result import Ride


def rides(road: "Route", result: "Ride") -> None:
    """Prints a road ridden with each setup."""
    grid = columns_of(
        "Setup", "Time", "km/h", "Easy cadence", "Too slow", "On foot", "Coasting", "Shifts", "rpm", "kJ"
    )
    for setup in result.setups:
        minutes = round(setup.time_s / 60)
        states = (setup.in_band_m, setup.grinding_m, setup.walking_m, setup.coasting_m)
        grid.add_row(
            Text(setup.name),
            f"{minutes // 60}:{minutes % 60:02}",
            f"{setup.mean_speed_kmh:.1f}",
            *(f"{metres / 1000:.1f} km" for metres in states),
            str(setup.shifts),
            "—" if setup.mean_cadence_rpm is None else f"{setup.mean_cadence_rpm:.0f}",
            f"{setup.work_kj:.0f}",
        )
    pitches = ", ".join(f"{percent(pitch.grade)} over {pitch.over_m:.0f} m" for pitch in result.steepest)
    console = terminal()
    console.print(
        Text(
            f"{road.name}: {result.length_m / 1000:.1f} km, {result.ascent_m:.0f} m up"
            + (f", at most {pitches}" if pitches else "")
        )
    )
    console.print(Text(result.says, style="bold"))
    if road.cleaned:
        console.print(Text(f"Read with: {road.cleaned}"))
    console.print(grid if result.setups else Text("This brief holds no setups yet."))
    for setup in result.setups:
        console.print(Text(f"{setup.name}: {setup.says}"))
    if result.assumed:
        console.print(Text(f"Not known, and assumed: {', '.join(map(str, result.assumed))}"))


def gear_use(result: "GearUse", told: list[str]) -> None:
    """Prints which gears were used on a ride."""
    console = terminal()
    console.print(Text(result.says))
    grid = columns_of("Gear", "Ratio", "Seconds", "Share")
    for each in result.gears:
        grid.add_row(Text(each.label), f"{each.ratio:.3f}", f"{each.seconds:,}", percent(each.share))
    console.print(grid)
    console.print(
        Text(
            f"Pedalling {result.pedalling_s:,} s, coasting {result.coasting_s:,} s, standing "
            f"{result.standing_s:,} s; {result.shifts} shifts; {percent(result.steady_share, 0)} of "
            f"pedalling is steady, where a gear is sure; speed {result.lag_s} s behind; a turn of the wheel "
            f"{result.circumference_m:.3f} m"
        )
    )
    _told(console, told)


def found_gears(result: "FoundGears", told: list[str]) -> None:
    """Prints the gears that a ride shows."""
    console = terminal()
    console.print(Text(result.says))
    grid = columns_of("A turn of the pedals", "Share of pedalling", "Width")
    for each in result.found:
        grid.add_row(f"{each.development_m:.2f} m", percent(each.share), f"± {percent(each.width)}")
    console.print(grid)
    _told(console, told)


def log(result: "LogSums") -> None:
    """Prints what the rides of each bike of a log come to."""
    console = terminal()
    if not result.bikes:
        console.print(Text("There is no bike in the log."))
    for bike in result.bikes:
        console.print(Text(f"{bike.name}: {bike.says}"))
        for period in bike.periods:
            console.print(Text(f"{period.setup}, since {period.on}: {period.says}"))
            if period.pedalling_s:
                grid = columns_of("Gear", "A turn of the pedals", "Share of pedalling")
                for each in period.gears:
                    grid.add_row(Text(each.label), f"{each.development_m:.2f} m", percent(each.share))
                console.print(grid)


def _told(console: Console, told: list[str]) -> None:
    for each in told:
        console.print(Text(f"Of the file: {each}"))
