"""The command line: Kettledrum in the browser, and every command by its name.

What goes wrong is said in one line on standard error, with exit status 2.
"""

import gc
import os
import sys
from pathlib import Path
from typing import Annotated

# A command that is over in a moment need neither look for what could be freed nor for plugins of models.
gc.disable()
os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "__all__")

import typer

from kettledrum.commands import build, data, keep, ride, weigh
from kettledrum.commands.asked import Data, directory_of
from kettledrum.core.terms.errors import KettledrumError

TRACEBACK = "KETTLEDRUM_TRACEBACK"
"""With this in the environment, what nobody foresaw is shown with the place where it arose."""

app = typer.Typer(
    add_completion=False,
    pretty_exceptions_enable=False,
    rich_markup_mode=None,
    help="Works out, compares and looks after bicycle drives.",
)

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


for _name, _command in (
    ("gears", build.gears),
    ("compare", build.compare_setups),
    ("ask", build.ask),
    ("pairings", build.list_pairings),
    ("ride", ride.ride_road),
    ("fit", build.look_at_fit),
    ("motors", build.look_at_motors),
    ("costs", weigh.count_costs),
    ("coverage", weigh.cover),
    ("search", weigh.search_drives),
    ("verdict", weigh.weigh),
    ("change", weigh.plan_change),
    ("gear-use", ride.use_gears),
    ("log", ride.print_log),
    ("find-gears", ride.find_gears),
    ("home-built", build.home_built),
    ("due", keep.due),
    ("tour", keep.tour),
    ("kept", keep.kept),
    ("swap-test", keep.swap_test),
    ("backup", data.backup),
    ("restore", data.restore),
    ("data", data.data),
    ("export", data.export),
    ("import", data.import_),
):
    app.command(_name)(_command)


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
