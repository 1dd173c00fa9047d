"""What the store may answer instead of a record."""

from kettledrum.core.terms.errors import KettledrumError


class NotFound(KettledrumError):
    """No such job or setup; `what` names it in words."""

    def __init__(self, what: str) -> None:
        super().__init__(f"{what} is not here; it may have been deleted in another window")


class StaleWrite(KettledrumError):
    """The write was based on a version that has been changed since; `current` is the version now."""

    def __init__(self, what: str, current: int) -> None:
        self.current = current
        super().__init__(
            f"{what} was changed in another window since it was opened here; nothing was written"
        )


class StoreUnusable(KettledrumError):
    """The data directory or the file in it cannot be opened or written."""
