"""A ride as it was read from a file."""

from dataclasses import dataclass
from datetime import datetime

from kettledrum.core.rides.channels import Records


@dataclass(frozen=True, slots=True)
class ReadRide:
    """Its records, when it began (None where that is not known), whether it was on a trainer, what is to be
    told of how it was read, and the sport that it says it was, None for cycling or where it does not say.
    """

    records: Records
    began: datetime | None
    trainer: bool
    told: list[str]
    other_sport: str | None = None

    @property
    def warns(self) -> list[str]:
        """All that is to be told where nobody is asked about another sport."""
        sport = (self.other_sport or "").replace("_", " ")
        return [*self.told, *([f"it says that it was {sport}, not cycling"] if sport else [])]
