"""What commands share: the file they read, the data directory they work on."""

import sys
from pathlib import Path
from typing import Annotated

import typer

from kettledrum.core.terms.errors import InvalidInput, Problem

File = Annotated[str, typer.Argument(metavar="FILE", help="The file to read; - is standard input.")]
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
