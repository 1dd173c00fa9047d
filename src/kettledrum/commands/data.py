"""The commands that move data in and out of a store: backup, restore, export, import.

Each works on a store that is in use as well. What they need is imported when they run, since other
commands need no database.
"""

import gc
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer

from kettledrum.commands.asked import Data, File, content_of, directory_of
from kettledrum.core.terms.errors import InvalidInput, KettledrumError, Problem

if TYPE_CHECKING:
    from kettledrum.store import Store

Target = Annotated[
    Path | None,
    typer.Argument(metavar="FILE", help="The file to write; by default one in this folder, named by today."),
]
JobName = Annotated[str | None, typer.Option("--job", metavar="NAME", help="One job, by its name.")]


class NotWritten(KettledrumError):
    """A file could not be written."""


def backup(file: Target = None, data: Data = None) -> None:
    """Copy the whole store, with its history, to one file."""
    from kettledrum.store import back_up

    target = file or Path(f"kettledrum-backup-{_today()}.sqlite")
    back_up(directory_of(data), target)
    _say(f"The store was copied to {target}")


def restore(
    file: Annotated[Path, typer.Argument(metavar="FILE", help="A file that kettledrum backup wrote.")],
    data: Data = None,
) -> None:
    """Put a backup in the place of the store; what was there is kept beside it."""
    from kettledrum.store import restore as put_back

    kept = put_back(directory_of(data), file)
    _say(f"The store is now as it was in {file}")
    if kept:
        _say(f"What stood there before is kept as {kept}")


def export(file: Target = None, job: JobName = None, data: Data = None) -> None:
    """Write all jobs and parts to an archive, or with --job, one job; as FILE, - is standard output."""
    from kettledrum.formats.archive import pack
    from kettledrum.formats.files import written

    with _opened(data) as store:
        if job is None:
            held = store.everything()
            content = pack(held, datetime.now(UTC).isoformat(timespec="seconds"))
            what = f"{_count(len(held.jobs), 'job')} and {_count(len(held.parts), 'part')}"
            ending = "zip"
        else:
            content = written(store.jobs.brief(_job_id(store, job))).encode()
            what, ending = f"“{job}”", "json"
    target = file or Path(f"kettledrum-{_today()}.{ending}")
    if str(target) == "-":
        sys.stdout.buffer.write(content)
        return
    try:
        with target.open("xb") as opened:
            opened.write(content)
    except FileExistsError as error:
        raise NotWritten(f"{target} is there already; nothing was written over it") from error
    except OSError as error:
        raise NotWritten(f"{target} cannot be written: {error.strerror}") from error
    _say(f"{what} written to {target}")


def import_(file: File, job: JobName = None, data: Data = None) -> None:
    """Add what a file holds: a job, parts, all of an archive, or with --job, a setup."""
    from kettledrum.core.parts.setup import Setup
    from kettledrum.formats.archive import MOST_ARCHIVE_BYTES
    from kettledrum.formats.imports import read_any

    found = read_any(content_of(file, MOST_ARCHIVE_BYTES))
    with _opened(data) as store:
        if isinstance(found, Setup):
            if job is None:
                raise InvalidInput([Problem("--job", "must name the job that this setup is to go into")])
            added = store.jobs.add_setup(_job_id(store, job), found, rename=True)
            _say(f"“{added.setup.name}” was added to “{job}”")
            return
        if job is not None:
            raise InvalidInput([Problem("--job", "goes with a setup file; this file holds none")])
        taken = store.take_in(found)
        for made in taken.jobs:
            _say(f"“{made.name}” was added, with {_count(made.setup_count, 'setup')}")
        if found.parts:
            known = f"; the shelf held {taken.parts.known} already" if taken.parts.known else ""
            _say(f"{_count(len(taken.parts.added), 'part')} added to the shelf{known}")


def data(
    data: Data = None,
    keep_steps: Annotated[
        int | None,
        typer.Option(
            "--keep-steps",
            min=0,
            max=1000,
            metavar="N",
            help="Let go of all older steps of undo in each job.",
        ),
    ] = None,
    deleted: Annotated[
        bool, typer.Option("--drop-deleted", help="Let go of deleted jobs and parts as well.")
    ] = False,
    json: Annotated[bool, typer.Option("--json", help="Print JSON instead of words.")] = False,
) -> None:
    """Say how large the data is and which backups there are; or make it smaller."""
    from kettledrum.store import Copies

    directory = directory_of(data)
    with _opened(data) as store:
        if deleted and keep_steps is None:
            raise InvalidInput([Problem("--drop-deleted", "goes with --keep-steps")])
        size = store.size() if keep_steps is None else store.forget(keep_steps, deleted=deleted)
    copies = Copies(directory).copies()
    if json:
        from pydantic import TypeAdapter

        held = {"directory": str(directory), "size": size, "copies": copies}
        _say(TypeAdapter(dict[str, object]).dump_json(held, indent=2).decode())
        return
    _say(f"{directory}: {size.bytes:,} bytes, {size.past_bytes:,} of them for undo and deleted things")
    for count, what in (
        (size.jobs, "job"),
        (size.setups, "setup"),
        (size.roads, "road"),
        (size.bikes, "bike"),
        (size.rides, "ride"),
        (size.parts, "part"),
    ):
        _say(f"  {_count(count, what)}")
    _say(f"  {_count(size.steps, 'step')} of undo; deleted: {_count(size.deleted_jobs, 'job')}")
    for copy in copies:
        _say(f"  backup {copy.file}, {copy.kind}, {copy.bytes:,} bytes")
    if not copies:
        _say("  no backups")


@contextmanager
def _opened(data: Path | None) -> Iterator["Store"]:
    from kettledrum.store import Store

    # Many jobs may be read: from here on memory is looked after again.
    gc.enable()
    store = Store(directory_of(data))
    try:
        yield store
    finally:
        store.close()


def _job_id(store: "Store", name: str) -> str:
    named = [job.id for job in store.jobs.summaries() if job.name == name]
    if len(named) == 1:
        return named[0]
    what = "is the name of no job" if not named else "is the name of several jobs; rename one first"
    raise InvalidInput([Problem("--job", f"“{name}” {what}")])


def _count(number: int, what: str) -> str:
    return f"1 {what}" if number == 1 else f"{number} {what}s"


def _today() -> str:
    return datetime.now().astimezone().strftime("%Y-%m-%d")


def _say(words: str) -> None:
    sys.stdout.write(words + "\n")
