"""What commands share: the files they read, the data directory they work on, JSON printed."""

import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer
from pydantic import BaseModel, TypeAdapter, ValidationError

from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.quantities import CadenceBand
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


def cadence_band(text: str) -> tuple[float, float]:
    """The cadences of an option, LOW:HIGH in rpm. Raises InvalidInput."""
    try:
        band: tuple[float, float] = TypeAdapter(CadenceBand).validate_python(
            [float(end) for end in text.split(":")]
        )
    except (ValueError, ValidationError) as error:
        allowed = "must be LOW:HIGH in rpm, each from 5 to 250, low below high, such as 60:88"
        raise InvalidInput([Problem("--cadence", allowed)]) from error
    return band


@contextmanager
def named_as_option() -> Iterator[None]:
    """Names a refused setup as the option is, not as the API's key."""
    try:
        yield
    except InvalidInput as error:
        raise InvalidInput(
            [
                Problem("--setup" if each.where == "setup" else each.where, each.what)
                for each in error.problems
            ]
        ) from error
