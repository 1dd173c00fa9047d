"""A figure that was taken for want of the rider's own, told with its value."""

from typing import Literal

from pydantic import BaseModel


class Assumed(BaseModel):
    """What was taken: `where` it stands in the file, `what` it is in words, and its value in the file's unit.

    A share has the unit "share", a mere number none. `taken` says in a word what the value is that of, as
    "asphalt" is of a rolling resistance; null where the figure says it all. Without a `value`, `taken` alone
    says what was taken.
    """

    where: str
    what: str
    value: float | None
    unit: Literal["", "kg", "m", "mm", "°C", "rpm", "m²", "share", "teeth", "km", "years", "km/h", "A"] = ""
    taken: str | None = None

    def __str__(self) -> str:
        if self.value is None or self.taken is not None:
            return f"{self.what} ({self.taken})"
        figure = f"{self.value * 100:g} %" if self.unit == "share" else f"{self.value:g} {self.unit}".rstrip()
        return f"{self.what} ({figure})"
