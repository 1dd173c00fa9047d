"""A store that is served: held by one server alone, and tidied before anybody works on it."""

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from kettledrum.store.errors import StoreUnusable
from kettledrum.store.file.held import held
from kettledrum.store.file.own import clear_leftovers, may_be_written, own_directory
from kettledrum.store.file.sqlite import FILE_NAME, reason


@contextmanager
def serving(directory: Path) -> Iterator[Path | None]:
    """Holds the store in a directory for a server; gives the file that takes its address, or None where
    nothing can be written there, and the store can only be looked at.

    Raises AlreadyServed, or StoreUnusable where there can be no store.
    """
    try:
        own_directory(directory)
    except OSError as error:
        raise StoreUnusable(f"the store in {directory} cannot be opened: {reason(error)}") from error
    if not may_be_written(directory, FILE_NAME):
        yield None
        return
    with held(directory) as told:
        clear_leftovers(directory)
        yield told
