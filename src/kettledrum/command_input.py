"""What commands share: the files they read, the data directory they work on, JSON printed."""

import sys
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer
from pydantic import BaseModel

from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.formats.json_text import MOST_BRIEF_BYTES

if TYPE_CHECKING:
    from kettledrum.core.job.brief import Brief

File = Annotated[str, typer.Argument(metavar="FILE", help="The file to read; - is standard input.")]
Json = Annotated[bool, typer.Option("--json", help="Print JSON instead of a table.")]
Data = Annotated[
    Path | None,
    typer.Option(envvar="KETTLEDRUM_DATA", help="The data directory; by default this user's own."),
]


def content_of(file: str, most_bytes: int) -> bytes:
    """The bytes of a file, at most one more than `most_bytes`. Raises InvalidInput."""
    if file == "-":
        return sys.stdin.buffer.read(most_bytes + 1)
    try:
        with Path(file).open("rb") as opened:
            return opened.read(most_bytes + 1)
    except (OSError, ValueError) as error:
        reason = error.strerror if isinstance(error, OSError) else "is no file name"
        raise InvalidInput([Problem(file, f"cannot be read: {reason}")]) from error


def directory_of(data: Path | None, *, demo: bool = False) -> Path:
    """Where the store lies; the demo's is apart, so that starting it over harms nothing else."""
    from platformdirs import user_data_path

    directory = (data or user_data_path("kettledrum")).expanduser()
    return directory / "demo" if demo else directory


def brief_in(file: str) -> "Brief":
    """The brief of a file, read and validated. Raises InvalidInput."""
    from kettledrum.formats.files import read_brief

    return read_brief(content_of(file, MOST_BRIEF_BYTES))


def print_json(result: BaseModel) -> None:
    """Prints a result as JSON."""
    typer.echo(result.model_dump_json(indent=2))
