"""Gears, setups side by side, pairings, fit, motors and home-built drives as tables for a terminal."""

from typing import TYPE_CHECKING

from rich.text import Text

from kettledrum.commands.tables.grid import apart, columns_of, percent, terminal

if TYPE_CHECKING:
    from kettledrum.core.fit.page import FitPage
    from kettledrum.core.gearing.gear_table import Gear, GearTable
    from kettledrum.core.home_built.result import Drives
    from kettledrum.core.lineup.comparison import ComparedSetup, Comparison
    from kettledrum.core.motors.of_brief import MotorsOfBrief
    from kettledrum.core.pairings.grid import Pairings
    from kettledrum.core.quick.result import QuickAnswer


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
            percent(gear.step),
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
            percent(setup.range, 0),
            f"{setup.lowest.development_m:.2f} m",
            f"{setup.highest.development_m:.2f} m",
            _steps(setup),
            "stepless" if setup.distinct is None else str(setup.distinct),
            "reference" if is_reference else apart(against.lowest if against else None),
            "" if is_reference else apart(against.highest if against else None),
            percent(setup.climb.steepest),
            setup.climb.verdict or "not known",
            f"{min(setup.flat.speed_kmh, setup.top.speed_kmh):.1f} km/h",
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
        grid.add_row(percent(hill.grade), Text(hill.says))
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
                percent(each.help.steepest_start) if first else "",
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


def home_built(result: "Drives") -> None:
    """Prints home-built drives, and what of each does not hold."""
    grid = columns_of("Drive", "km/h", "Off", "Wheel", "Push", "Slope at speed", "Current", "State")
    for drive in result.drives:
        grid.add_row(
            Text(drive.name),
            f"{drive.geared_kmh:.1f}",
            apart(drive.off, 1),
            f"{drive.wheel_nm:.0f} Nm",
            f"{drive.push_n:.0f} N",
            percent(drive.grade_at_speed),
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


def _steps(table: "GearTable | ComparedSetup") -> str:
    if table.stepless:
        return "none"
    if table.smallest_step is None or table.largest_step is None:
        return "—"
    smallest, largest = percent(table.smallest_step, 0), percent(table.largest_step, 0)
    return smallest if smallest == largest else f"{smallest} to {largest}"


def _sum(table: "GearTable") -> str:
    parts = [f"Range {percent(table.range, 0)}"]
    if table.stepless:
        parts.append("stepless")
    elif table.mean_step is not None:
        parts.append(f"steps {_steps(table)}, {percent(table.mean_step)} on average")
        parts.append(f"{table.distinct} distinct of {len(table.gears)}")
    parts.append(f"wheel {table.circumference_m:.3f} m round")
    return " · ".join(parts)
