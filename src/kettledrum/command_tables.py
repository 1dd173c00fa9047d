"""Results as tables for a terminal. Names are written as plain text, never read as markup."""

import sys
from typing import TYPE_CHECKING

from rich.box import SIMPLE_HEAD
from rich.console import Console
from rich.table import Table
from rich.text import Text

if TYPE_CHECKING:
    from kettledrum.core.change.plan_result import ChangePlan
    from kettledrum.core.fit.page import FitPage
    from kettledrum.core.gearing.gear_table import Gear, GearTable
    from kettledrum.core.home_built.result import Drives
    from kettledrum.core.job.route import Route
    from kettledrum.core.keeping.costs_result import Costs
    from kettledrum.core.lineup.comparison import ComparedSetup, Comparison
    from kettledrum.core.log.sums_result import LogSums
    from kettledrum.core.motors.of_brief import MotorsOfBrief
    from kettledrum.core.pairings.grid import Pairings
    from kettledrum.core.quick.result import QuickAnswer
    from kettledrum.core.rides.found_result import FoundGears
    from kettledrum.core.rides.gear_use import GearUse
    from kettledrum.core.roads.ride_result import Coverage, Ride
    from kettledrum.core.search.result import Search
    from kettledrum.core.verdict.result import Verdict

_PIPED_WIDTH = 150


def gears(table: "GearTable") -> None:
    """Prints a gear table and what it adds up to."""
    low, high = table.cadence_rpm
    grid = columns_of("Gear", "Ratio", "Development", "Gear inches", "Gain ratio", "Step")
    grid.add_column(f"at {low:g} rpm", justify="right")
    grid.add_column(f"at {high:g} rpm", justify="right")
    grid.add_column("", justify="left")
    for gear in table.gears:
        grid.add_row(
            Text(gear.label),
            f"{gear.ratio:.3f}",
            f"{gear.development_m:.2f} m",
            f"{gear.gear_inches:.1f}",
            f"{gear.gain_ratio:.2f}",
            _percent(gear.step),
            *(f"{speed:.1f} km/h" for speed in gear.speed_kmh),
            Text(_marks(gear)),
        )
    console = terminal()
    console.print(Text(table.name, style="bold"))
    console.print(grid)
    console.print(Text(_sum(table)))
    for check in table.checks:
        console.print(Text(f"{check.state}: {check.where}: {check.what}"))


def _marks(gear: "Gear") -> str:
    marks = [f"beside {gear.overlaps}"] if gear.overlaps else []
    if gear.crossed:
        marks.append("crossed chain")
    return ", ".join(marks)


def comparison(result: "Comparison") -> None:
    """Prints the setups of a brief side by side."""
    titles = ("Range", "Lowest", "Highest", "Steps", "Distinct", "Lowest against", "Highest against")
    grid = columns_of("Setup", *titles, "Climbs", "Steepest hill", "Flat")
    grid.columns[0].max_width = 44
    for setup in result.setups:
        against = setup.against
        is_reference = setup.name == result.reference
        grid.add_row(
            Text(setup.name),
            f"{setup.range:.0%}",
            f"{setup.lowest.development_m:.2f} m",
            f"{setup.highest.development_m:.2f} m",
            _steps(setup),
            "stepless" if setup.distinct is None else str(setup.distinct),
            "reference" if is_reference else f"{against.lowest:+.0%}" if against else "—",
            "" if is_reference else f"{against.highest:+.0%}" if against else "—",
            f"{setup.climb.steepest:.1%}",
            setup.climb.verdict or "not known",
            f"{setup.flat.speed_kmh:.1f} km/h",
        )
    console = terminal()
    console.print(Text(result.says, style="bold"))
    if result.setups:
        console.print(grid)
    for setup in result.setups:
        console.print(Text(f"{setup.name}: {setup.says}"))
    if result.setups and result.assumed:
        console.print(Text(f"Not known, and assumed: {', '.join(map(str, result.assumed))}"))


def quick(result: "QuickAnswer") -> None:
    """Prints the answer to a quick question, the hills as they are ridden, and what else would do."""
    console = terminal()
    console.print(Text(result.says, style="bold"))
    console.print(Text(result.also_says))
    grid = columns_of("Hill", "As it is ridden")
    grid.columns[1].justify = "left"
    for hill in result.hills:
        grid.add_row(f"{hill.grade:.1%}", Text(hill.says))
    console.print(grid)
    for other in result.also:
        console.print(Text(f"{other.name}: {other.says}"))
    for heading, words in (("Taken", result.taken), ("Left out", result.left_out)):
        if words:
            console.print(Text(f"{heading}: {'; '.join(words)}"))
    console.print(Text(f"Assumed: {result.assumed}"))


def pairings(result: "Pairings") -> None:
    """Prints the pairings of a setup, the best first."""
    grid = columns_of("", "Pairing", "Ratio", "Lowest", "Highest", "Top", "Hill", "State", "Chain or belt")
    grid.add_column("Why", justify="left", overflow="fold")
    for each in result.pairings:
        fit = each.chain or each.belt
        length = each.chain.links if each.chain else each.belt.teeth if each.belt else None
        grid.add_row(
            str(each.rank),
            f"{each.front} × {each.rear}",
            f"{each.primary_ratio:.3f}",
            f"{each.lowest.development_m:.2f} m",
            f"{each.highest.development_m:.2f} m",
            f"{each.top_kmh:.1f} km/h",
            each.climb or "—",
            each.state,
            "—" if fit is None or length is None else f"{length}, {fit.centre_mm:.1f} mm",
            Text(each.why[0] if each.why else ""),
        )
    console = terminal()
    console.print(Text(result.setup, style="bold"))
    console.print(Text(result.says))
    console.print(grid)
    if result.assumed:
        console.print(Text(f"Not known, and assumed: {', '.join(map(str, result.assumed))}"))
    console.print(Text(result.caution))


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
    pitches = ", ".join(f"{pitch.grade:.1%} over {pitch.over_m:.0f} m" for pitch in result.steepest)
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


def fit(result: "FitPage") -> None:
    """Prints everything that must go together for a setup, the worst first."""
    from kettledrum.core.terms.check import RANK

    grid = columns_of("State", "Look at")
    grid.columns[1].justify = "left"
    for title in ("Why", "Would help"):
        grid.add_column(title, justify="left", overflow="fold")
    for check in sorted(result.checks, key=lambda each: -RANK[each.state]):
        grid.add_row(check.state, check.id, Text(check.what), Text(check.remedy or ""))
    console = terminal()
    console.print(Text(result.setup, style="bold"))
    console.print(Text(result.says))
    console.print(grid)
    console.print(Text(result.caution))


def motors(result: "MotorsOfBrief") -> None:
    """Prints what the motors of a brief add, and how far their batteries go."""
    grid = columns_of("Setup", "Wheel, lowest gear", "Starts on", "Help ends", "Level", "Wh/km", "Range")
    for each in result.setups:
        levels = each.range.levels
        help_ends = each.help.limit_speed_kmh
        for place in range(max(len(levels), 1)):
            level = levels[place] if levels else None
            first = place == 0
            grid.add_row(
                Text(each.name if first else ""),
                f"{each.help.wheel_torque_nm[0]:.0f} Nm" if first else "",
                f"{each.help.steepest_start:.1%}" if first else "",
                ("—" if help_ends is None else f"{help_ends:.0f} km/h") if first else "",
                level.level if level else "—",
                f"{level.wh_km:.1f}" if level else "—",
                "—" if level is None or level.range_km is None else f"{level.range_km:.0f} km",
            )
    console = terminal()
    console.print(grid if result.setups else Text("No setup of this brief has a motor."))
    for each in result.setups:
        console.print(Text(f"{each.name}: {each.says}"))
    if result.setups:
        console.print(Text(result.caution))


def costs(result: "Costs") -> None:
    """Prints what the setups of a brief cost over the years, and which break even."""
    grid = columns_of(
        "Setup", "To buy", "Parts", "Workshop", "Own work", "Energy", "Sold", "In all", "A km", "Hours"
    )
    for each in result.setups:
        low, high = each.total_spread
        grid.add_row(
            Text(each.name),
            f"{'≥ ' if each.missing else ''}{each.purchase:,.0f}",
            f"{each.parts:,.0f}",
            f"{each.workshop:,.0f}",
            f"{each.own_labour:,.0f}",
            f"{each.energy:,.0f}",
            f"{-each.sold:,.0f}",
            f"{each.total:,.0f} ({low:,.0f}–{high:,.0f})",
            "—" if each.a_km is None else f"{each.a_km:.2f}",
            f"{each.own_hours:.0f}",
        )
    console = terminal()
    console.print(Text(result.says))
    console.print(grid)
    for pair in result.break_even:
        console.print(
            Text(f"{pair.dearer}, dearer to buy than {pair.cheaper}, is no dearer from {pair.km:,.0f} km on")
        )
    for each in result.setups:
        if each.missing:
            console.print(Text(f"{each.name}: not known of {', '.join(each.missing)}"))
    if result.assumed:
        console.print(Text(f"Assumed: {'; '.join(map(str, result.assumed))}"))


def coverage(result: "Coverage") -> None:
    """Prints how much of all riding the setups of a brief file cover, and on which roads."""
    grid = columns_of(
        "Setup", "Easy cadence", "Too slow", "On foot", "Out of gears", *(each.name for each in result.roads)
    )
    for each in result.setups:
        shares = (each.in_band, each.grinding, each.walking, each.spun_out, *each.roads)
        grid.add_row(Text(each.name), *(f"{share:.0%}" for share in shares))
    console = terminal()
    console.print(Text(result.says))
    console.print(grid)
    if result.plain_terrain:
        console.print(Text("There is no road in the file: a plain terrain was made up."))


def search(result: "Search") -> None:
    """Prints the drives that are worth a look, what each gives up, and what was left out."""
    console = terminal()
    console.print(Text(result.says))
    grid = columns_of("Drive", "Covers", "Price", "Mass", f"{result.years} years", "Out of gears", "Hill")
    for each in result.marks:
        if each.on_front:
            grid.add_row(
                Text(each.name),
                f"{each.covered:.1%}",
                f"{each.price:,.0f}",
                f"{each.mass_kg:.2f} kg",
                f"{each.total_cost:,.0f}",
                f"{each.top_kmh:.0f} km/h",
                each.verdict or "—",
            )
    if result.front:
        console.print(grid)
    for answer in result.answers[: len(result.front)]:
        console.print(Text(f"{answer.name}: {' '.join([*answer.why, *answer.gives_up])}"))
    for pair in result.pairs:
        console.print(Text(f"Two bicycles: {pair.says}"))
    if result.plain_terrain:
        console.print(Text("There is no road in the file: a plain terrain was made up from the hill."))
    for told in [*result.assumed, *([result.untried_says] if result.untried_says else [])]:
        console.print(Text(told))


def home_built(result: "Drives") -> None:
    """Prints home-built drives, and what of each does not hold."""
    grid = columns_of("Drive", "km/h", "Off", "Wheel", "Push", "Slope at speed", "Current", "State")
    for drive in result.drives:
        grid.add_row(
            Text(drive.name),
            f"{drive.geared_kmh:.1f}",
            "—" if drive.off is None else f"{drive.off:+.1%}",
            f"{drive.wheel_nm:.0f} Nm",
            f"{drive.push_n:.0f} N",
            f"{drive.grade_at_speed:.1%}",
            "—" if drive.wiring is None else f"{drive.wiring.current_a:.0f} A",
            drive.state,
        )
    console = terminal()
    console.print(grid if result.drives else Text("This brief holds no home-built drives yet."))
    for drive in result.drives:
        console.print(Text(f"{drive.name}: {drive.says}"))
        for number, shaft in enumerate(drive.shafts, 1):
            bar = "" if shaft.bar_mm is None else f"; a bar of {shaft.bar_mm:g} mm would hold"
            console.print(
                Text(
                    f"{drive.name}, shaft {number}: {shaft.state}, {shaft.stress_mpa:.0f} MPa, sprockets "
                    f"give way by {shaft.deflection_mm:.2f} mm; bearings: {shaft.bearings}{bar}"
                )
            )
        if drive.assumed:
            console.print(Text(f"{drive.name}, not known and assumed: {', '.join(map(str, drive.assumed))}"))
    if result.drives:
        console.print(Text(result.drives[0].caution))


def columns_of(first: str, *others: str) -> Table:
    """An empty table with its headings."""
    grid = Table(box=SIMPLE_HEAD, pad_edge=False)
    grid.add_column(first, justify="left", overflow="fold")
    for title in others:
        grid.add_column(title, justify="right")
    return grid


def terminal() -> Console:
    """Where tables are printed: as wide as the terminal, or as a page where it goes elsewhere."""
    return Console(width=None if sys.stdout.isatty() else _PIPED_WIDTH, markup=False, highlight=False)


def _percent(share: float | None) -> str:
    return "—" if share is None else f"{share:.1%}"


def _steps(table: "GearTable | ComparedSetup") -> str:
    if table.stepless:
        return "none"
    if table.smallest_step is None or table.largest_step is None:
        return "—"
    smallest, largest = f"{table.smallest_step:.0%}", f"{table.largest_step:.0%}"
    return smallest if smallest == largest else f"{smallest} to {largest}"


def _sum(table: "GearTable") -> str:
    parts = [f"Range {table.range:.0%}"]
    if table.stepless:
        parts.append("stepless")
    elif table.mean_step is not None:
        parts.append(f"steps {_steps(table)}, {table.mean_step:.1%} on average")
        parts.append(f"{table.distinct} distinct of {len(table.gears)}")
    parts.append(f"wheel {table.circumference_m:.3f} m round")
    return " · ".join(parts)


def verdict(result: "Verdict") -> None:
    """Prints which setups are out by what, the order of the rest, and what would tip it."""
    grid = columns_of("Setup", "Score", "First in", *(each.name for each in result.criteria), "Out by")
    first = [each for name in result.order for each in result.setups if each.name == name]
    for each in [*first, *(each for each in result.setups if each.out_by)]:
        shown = (each.shown.get(row.criterion, "not known") for row in result.criteria)
        score = "—" if each.score is None else f"{each.score:.2f}"
        grid.add_row(Text(each.name), score, f"{each.wins:.0%}", *shown, "; ".join(each.out_says))
    console = terminal()
    console.print(Text(result.says))
    console.print(grid)
    weights = ", ".join(f"{each.name} {each.weight:g}" for each in result.criteria)
    console.print(Text(f"{'Usual weights' if result.usual_weights else 'Weights'}: {weights}"))
    for line in [*(f"{flip.says}." for flip in result.flips), *result.not_known_says, result.voices_say]:
        if line:
            console.print(Text(line))
    if result.decision:
        for line in (result.decision.says, *result.decision.since):
            console.print(Text(line))
    if result.sure:
        console.print(Text(result.sure.says))
        drawn = columns_of("Setup", "Climbs the hill", "Covers 90 % or more", "Cheapest", "First")
        for one in result.sure.setups:
            shares = (one.climbs, one.covers, one.cheapest, one.first)
            drawn.add_row(Text(one.name), *("—" if share is None else f"{share:.0%}" for share in shares))
        console.print(drawn)


def change(result: "ChangePlan") -> None:
    """Prints a plan of change: what to look at first, what to buy, tools, steps."""
    console = terminal()
    console.print(Text(result.says))
    lists = (
        ("Does not go together", result.fails),
        ("To be looked at first", result.not_known),
        ("Comes off", result.off),
        ("Goes on", result.on),
        ("Stays", result.kept),
        (
            "To buy",
            [
                f"{each.what}: {'price not known' if each.price is None else f'{each.price:,.0f}'}"
                for each in result.buy
            ],
        ),
        ("Tools", result.tools),
    )
    for title, entries in lists:
        if entries:
            console.print(Text(f"{title}:"))
            for entry in entries:
                console.print(Text(f"  {entry}"))
    grid = columns_of("Step", "Minutes", "Caution")
    for number, step in enumerate(result.steps, start=1):
        grid.add_row(Text(f"{number}. {step.what}"), f"{step.minutes:g}", Text(step.caution or ""))
    console.print(grid)
    console.print(Text(result.caution))


def gear_use(result: "GearUse", told: list[str]) -> None:
    """Prints which gears were used on a ride."""
    console = terminal()
    console.print(Text(result.says))
    grid = columns_of("Gear", "Ratio", "Seconds", "Share")
    for each in result.gears:
        grid.add_row(Text(each.label), f"{each.ratio:.3f}", f"{each.seconds:,}", f"{each.share:.1%}")
    console.print(grid)
    console.print(
        Text(
            f"Pedalling {result.pedalling_s:,} s, coasting {result.coasting_s:,} s, standing "
            f"{result.standing_s:,} s; {result.shifts} shifts; {result.steady_share:.0%} of pedalling is "
            f"steady, where a gear is sure; speed {result.lag_s} s behind; a turn of the wheel "
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
        grid.add_row(f"{each.development_m:.2f} m", f"{each.share:.1%}", f"± {each.width:.1%}")
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
                    grid.add_row(Text(each.label), f"{each.development_m:.2f} m", f"{each.share:.1%}")
                console.print(grid)


def _told(console: Console, told: list[str]) -> None:
    for each in told:
        console.print(Text(f"Of the file: {each}"))
