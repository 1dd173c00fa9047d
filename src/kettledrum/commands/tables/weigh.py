"""Costs, coverage, search, verdict and change as tables for a terminal."""

from typing import TYPE_CHECKING

from rich.text import Text

from kettledrum.commands.tables.grid import columns_of, percent, terminal

if TYPE_CHECKING:
    from kettledrum.core.change.plan_result import ChangePlan
    from kettledrum.core.keeping.costs_result import Costs
    from kettledrum.core.roads.ride_result import Coverage
    from kettledrum.core.search.result import Search
    from kettledrum.core.verdict.result import Verdict


def costs(result: "Costs") -> None:
    """Prints what the setups of a brief cost over the years, and which break even."""
    grid = columns_of(
        "Setup", "To buy", "Parts", "Workshop", "Own work", "Energy", "Sold", "In all", "A km", "Hours"
    )
    for each in result.setups:
        if not each.known:
            grid.add_row(Text(each.name), *["not known", *["—"] * 8])
            continue
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
        grid.add_row(Text(each.name), *(percent(share, 0) for share in shares))
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
                percent(each.covered),
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


def verdict(result: "Verdict") -> None:
    """Prints which setups are out by what, the order of the rest, and what would tip it."""
    grid = columns_of("Setup", "Score", "First in", *(each.name for each in result.criteria), "Out by")
    first = [each for name in result.order for each in result.setups if each.name == name]
    for each in [*first, *(each for each in result.setups if each.out_by)]:
        shown = (each.shown.get(row.criterion, "not known") for row in result.criteria)
        score = "—" if each.score is None else f"{each.score:.2f}"
        grid.add_row(Text(each.name), score, percent(each.wins, 0), *shown, "; ".join(each.out_says))
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
            drawn.add_row(Text(one.name), *(percent(share, 0) for share in shares))
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
