"""What every table for a terminal is made of. Names are written as plain text, never read as markup."""

import sys

from rich.box import SIMPLE_HEAD
from rich.console import Console
from rich.table import Table

_PIPED_WIDTH = 150


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


def percent(share: float | None, places: int = 1) -> str:
    """A share in percent, a dash where it is not known."""
    return "—" if share is None else f"{100 * share:.{places}f}\u00a0%"


def apart(share: float | None, places: int = 0) -> str:
    """By how many percent something is more or less than another, a dash where it is not known."""
    if share is None:
        return "—"
    told = f"{100 * share:+.{places}f}"
    # What comes to nothing is neither more nor less.
    return f"{told if float(told) else told[1:]}\u00a0%".replace("-", "−")
