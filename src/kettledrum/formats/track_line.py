"""A track while it is read out of a file of any kind."""

from dataclasses import dataclass, field
from typing import TYPE_CHECKING

from kettledrum.core.terms.errors import InvalidInput, Problem

if TYPE_CHECKING:
    from kettledrum.core.roads.track import Track

MOST_TRACK_POINTS = 400_000


@dataclass(slots=True)
class TrackLine:
    """One value a point in each list, NaN where none is given.

    `exact` says that a file of our own holds it, to be taken as it stands, with what was done to it once in
    `cleaned`; `wrong`, why it cannot be taken. `unplaced` counts points without a place, `back` those whose
    time is before that of the point before.
    """

    name: str = ""
    latitude: list[float] = field(default_factory=list)
    longitude: list[float] = field(default_factory=list)
    elevation: list[float] = field(default_factory=list)
    distance: list[float] = field(default_factory=list)
    breaks: list[int] = field(default_factory=list)
    exact: bool = False
    cleaned: str = ""
    wrong: InvalidInput | None = None
    unplaced: int = 0
    back: int = 0

    def track(self) -> "Track":
        """The track. Its distances are those that are given where there are no places."""
        # Imported here, since the server starts without the arrays that only roads need.
        import numpy as np

        from kettledrum.core.roads.track import Track

        given = self.distance if not self.latitude else []
        return Track(
            np.array(given), np.array(self.latitude), np.array(self.longitude),
            np.array(self.elevation), self.breaks,
        )  # fmt: skip


def refused(what: str) -> InvalidInput:
    """What is wrong with a file as a whole."""
    return InvalidInput([Problem("", f"the file {what}")])
