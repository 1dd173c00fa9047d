"""Files that are the user's own: nobody else may read them, none is ever there half, none is left over."""

import os
import shutil
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

PRIVATE_DIRECTORY, PRIVATE_FILE = 0o700, 0o600
_PART = ".part"
WORKSHOP = "restore-"


def own_directory(directory: Path) -> None:
    """Makes a directory, or one that is there, one that only its owner may look into. Raises OSError."""
    directory.mkdir(parents=True, exist_ok=True, mode=PRIVATE_DIRECTORY)
    # Another user's directory, or one on a disk without rights, stays as it is.
    with suppress(OSError):
        _shut(directory)


def own_file(file: Path) -> None:
    """Sees to it that only its owner may read a file, which is made empty where it is not there.

    One that is there is not opened: closing it would drop all locks that this process, which may be serving
    it, holds on it (How to corrupt an SQLite database file, 2.2, sqlite.org).
    """
    with suppress(FileExistsError):
        os.close(os.open(file, os.O_RDWR | os.O_CREAT | os.O_EXCL, PRIVATE_FILE))
    with suppress(OSError):
        _shut(file)


def may_be_written(directory: Path, name: str) -> bool:
    """Whether files can be made in a directory, and the one of this name, if it is there, be changed."""
    try:
        with tempfile.TemporaryFile(dir=directory):
            pass
    except OSError:
        return False
    return not (directory / name).exists() or os.access(directory / name, os.W_OK)


def _shut(path: Path) -> None:
    """Takes from others what they may do with a file or directory, and gives its owner nothing new."""
    mode = path.stat().st_mode
    if mode & 0o077:
        path.chmod(mode & 0o700)


@contextmanager
def written_whole(target: Path) -> Iterator[Path]:
    """A new file under another name, which gets its own once it is written and on the disk; or none at all.

    Raises FileExistsError where something is at `target` already, and OSError.
    """
    if target.exists():
        raise FileExistsError(target)
    part = target.with_name(f".{target.name}-{os.getpid()}{_PART}")
    try:
        own_file(part)
        yield part
        with part.open("rb+") as opened:
            os.fsync(opened.fileno())
        try:
            # Unlike a renaming this never takes the place of a file that came there meanwhile.
            os.link(part, target)
        except (OSError, NotImplementedError) as error:
            if isinstance(error, FileExistsError):
                raise
            part.replace(target)
    finally:
        part.unlink(missing_ok=True)
    on_disk(target.parent)


def on_disk(directory: Path) -> None:
    """Has what a directory lists written to the disk, where the system can."""
    with suppress(OSError):
        listed = os.open(directory, os.O_RDONLY)
        try:
            os.fsync(listed)
        finally:
            os.close(listed)


def clear_leftovers(directory: Path) -> None:
    """Removes what was being written when the machine went down: no file that was ever whole."""
    for where in (directory, directory / "backups"):
        for part in where.glob(f".*{_PART}"):
            with suppress(OSError):
                part.unlink()
    for workshop in directory.glob(f"{WORKSHOP}*"):
        if workshop.is_dir():
            shutil.rmtree(workshop, ignore_errors=True)
