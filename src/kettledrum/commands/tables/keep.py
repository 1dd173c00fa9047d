"""What falls due, a tour, what upkeep cost and swap tests, as tables for a terminal."""

from typing import TYPE_CHECKING

from rich.text import Text

from kettledrum.commands.tables.grid import apart, columns_of, terminal
from kettledrum.core.job.swap_test import FEELS

if TYPE_CHECKING:
    from kettledrum.core.care.due_result import Due
    from kettledrum.core.care.spent_result import AsItWas
    from kettledrum.core.care.tour_result import TourPlan
    from kettledrum.core.swap.answer_result import SwapAnswer


def due(result: "Due") -> None:
    """Prints what falls due on each bike."""
    console = terminal()
    console.print(Text(result.says))
    for bike in result.bikes:
        a_day = "" if bike.km_a_day is None else f", {bike.km_a_day:.1f} km a day of late"
        console.print(Text(f"{bike.name}: {bike.km:,.0f} km{a_day}. {bike.says}"))
        grid = columns_of("State", "Task", "On", "Why")
        for task in bike.tasks:
            on = "" if task.due_on is None else str(task.due_on)
            grid.add_row(task.standing, Text(f"{task.part}: {task.what}"), on, Text(task.says))
        console.print(grid)


def tour(plan: "TourPlan") -> None:
    """Prints what a tour asks for: before it, on the way, to take along, and what if it breaks."""
    console = terminal()
    console.print(Text(plan.says))
    for bike in plan.bikes:
        console.print(Text(f"{bike.name}, {bike.setup}: {bike.km_at_start:,.0f} km at its start"))
        grid = columns_of("When", "Task", "Why")
        for task in bike.tasks:
            when = (
                "before" if task.before else "on the way" if task.times else "look" if task.watch_km else ""
            )
            grid.add_row(when, Text(f"{task.part}: {task.what}"), Text(task.says))
        console.print(grid)
        for each in bike.breaks:
            console.print(Text(f"If the {each.part} breaks: {each.rides_on}."))
        for note in bike.weather:
            remedy = f"; {note.remedy}" if note.remedy else ""
            console.print(Text(f"{note.state}: {note.what}{remedy}"))
    grid = columns_of("Take along", "Mass", "Price", "For", "Had on the way", "Why")
    for thing in plan.things:
        if thing.carry:
            mass = "not known" if thing.mass_kg is None else f"{thing.mass_kg * 1000:.0f} g"
            price = "" if thing.price is None else f"{thing.price:g}"
            grid.add_row(
                Text(thing.what), mass, price, Text(", ".join(thing.bikes)), thing.had, Text(thing.why)
            )
    console.print(grid)
    for assumed in plan.assumed:
        console.print(Text(f"Assumed: {assumed}"))
    console.print(Text(plan.caution))


def kept(found: "list[tuple[str, AsItWas]]") -> None:
    """Prints what the upkeep of each bike cost, against what was foretold."""
    console = terminal()
    if not found:
        console.print(Text("There is no bike in the log."))
    for name, each in found:
        console.print(Text(f"{name}: {each.says}"))
        grid = columns_of("Task", "Done", "Foretold", "Spent", "Foretold cost")
        for task in each.tasks:
            what = Text(f"{task.part}: {task.what}")
            grid.add_row(
                what, str(task.done), str(task.foretold_times), f"{task.spent:.2f}", f"{task.foretold:.2f}"
            )
        for year in each.years:
            label = f"{year.year}, {year.km:,.0f} km"
            grid.add_row(label, "", "", f"{year.spent:.2f}", f"{year.foretold:.2f}")
        console.print(grid)


def swap_test(answer: "SwapAnswer") -> None:
    """Prints what a swap test tells."""
    console = terminal()
    console.print(Text(answer.says))
    if answer.meaning is not None:
        console.print(Text(answer.meaning.says))
    for each in answer.felt:
        console.print(Text(each.says))
    grid = columns_of("Bike", "Runs", "Difference", "Between", "and", "Chance of none")
    for one in answer.differences:
        if one.difference is not None and one.interval is not None and one.p is not None:
            ends = [_share(end, answer) for end in one.interval]
            grid.add_row(Text(one.bike), str(one.runs), _share(one.difference, answer), *ends, f"{one.p:.3f}")
    for group in answer.groups:
        one = group.difference
        if one.difference is not None and one.interval is not None and one.p is not None:
            ends = [_share(end, answer) for end in one.interval]
            label = Text(f"{one.bike}, {group.what}")
            grid.add_row(label, str(one.runs), _share(one.difference, answer), *ends, f"{one.p:.3f}")
    console.print(grid)
    for told in answer.unbalanced:
        console.print(Text(f"Not alike: {told}"))


def _share(figure: float, answer: "SwapAnswer") -> str:
    return f"{figure:+.1f} points" if answer.measured in FEELS else apart(figure, 1)
