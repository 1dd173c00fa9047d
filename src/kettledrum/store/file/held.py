"""One server a store: who serves it holds a lock, and says there where it can be found."""

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from filelock import FileLock, Timeout

from kettledrum.core.terms.errors import KettledrumError
from kettledrum.store.file.own import own_file

_LOCK = "kettledrum.lock"
_ADDRESS = "kettledrum.address"


class AlreadyServed(KettledrumError):
    """Another server holds the store; `address` is where it said that it is, empty where it did not yet."""

    def __init__(self, directory: Path, address: str) -> None:
        self.address = address
        where = f": open {address}" if address else ", and is just starting"
        super().__init__(f"Kettledrum is running on the data in {directory} already{where}")


@contextmanager
def held(directory: Path) -> Iterator[Path]:
    """Holds a store for a server as long as it runs; gives the file into which it writes its address.

    Raises AlreadyServed. A server that was killed holds nothing any more.
    """
    lock = FileLock(directory / _LOCK, mode=0o600)
    told = directory / _ADDRESS
    try:
        lock.acquire(blocking=False)
    except Timeout as error:
        raise AlreadyServed(directory, _address(told)) from error
    try:
        told.unlink(missing_ok=True)
        own_file(told)
        yield told
    finally:
        told.unlink(missing_ok=True)
        lock.release()


def is_held(directory: Path) -> bool:
    """Whether a server runs on a store."""
    if not (directory / _LOCK).exists():
        return False
    lock = FileLock(directory / _LOCK, mode=0o600)
    try:
        lock.acquire(blocking=False)
    except (Timeout, OSError):
        return True
    lock.release()
    return False


def _address(told: Path) -> str:
    try:
        return told.read_text(encoding="utf-8")[:200].strip()
    except OSError:
        return ""
