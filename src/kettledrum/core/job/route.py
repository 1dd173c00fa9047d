"""A road that is ridden: as points of distance and elevation, or drawn by hand as legs."""

from itertools import pairwise
from typing import Annotated, Literal

from pydantic import Field, Strict, model_validator

from kettledrum.core.terms.quantities import Model, Name, Notes, Within, refused
from kettledrum.core.terms.validation import validate

MOST_ROUTES = 12
MOST_POINTS = 20_001
ELEVATION_M = (-500.0, 9000.0)
LONGEST_M = 2_000_000.0

Number = Annotated[float, Strict()]
LegM = Annotated[float, Within(1, 200_000, unit="m")]
LegGrade = Annotated[float, Within(-0.6, 0.6)]
ElevationM = Annotated[float, Within(*ELEVATION_M, unit="m")]
RidesCount = Annotated[float, Within(0, 1000, above=True)]

PER_YEAR = {"week": 52.0, "month": 12.0, "year": 1.0}


class Rides(Model):
    """How often a road is ridden: so many times a week, a month or a year."""

    count: RidesCount
    per: Literal["week", "month", "year"]

    @property
    def a_year(self) -> float:
        """Rides in a year."""
        return self.count * PER_YEAR[self.per]


class Leg(Model):
    """A stretch of road of one grade (rise over run, negative downhill), its length in m along the road."""

    length_m: LegM
    grade: LegGrade


class Route(Model):
    """A road by its name, and how often it is ridden.

    Either `points`, pairs of the distance from the start and the elevation, both in m, the distances rising;
    with `places`, the latitude and longitude of each in degrees, where they are known. Or `legs`, from the
    elevation `start_m` on. `cleaned` says what was done to what it was read from.
    """

    name: Name
    rides: Rides | None = None
    cleaned: Notes | None = None
    start_m: ElevationM | None = None
    legs: Annotated[list[Leg], Field(min_length=1, max_length=500)] | None = None
    points: (
        Annotated[list[tuple[Number, Number]], Field(min_length=2, max_length=MOST_POINTS, fail_fast=True)]
        | None
    ) = None
    places: Annotated[list[tuple[Number, Number]], Field(max_length=MOST_POINTS, fail_fast=True)] | None = (
        None
    )

    @model_validator(mode="after")
    def _is_a_road(self) -> "Route":
        if (self.legs is None) == (self.points is None):
            raise refused("must have either points or legs")
        if self.start_m is not None and self.legs is None:
            raise refused("goes with legs only", "start_m")
        if self.places is not None and (self.points is None or len(self.places) != len(self.points)):
            raise refused("must be as many as the points", "places")
        self._points_are_in_order()
        for place, (latitude, longitude) in enumerate(self.places or []):
            if not (abs(latitude) <= 90 and abs(longitude) <= 180):
                raise refused(
                    "must be a latitude from -90 to 90 and a longitude from -180 to 180", f"places[{place}]"
                )
        return self

    @property
    def length_m(self) -> float:
        """How long it is, in m."""
        if self.points is not None:
            return self.points[-1][0] - self.points[0][0]
        return sum(leg.length_m for leg in self.legs or [])

    def _points_are_in_order(self) -> None:
        points = self.points or []
        low, high = ELEVATION_M
        for place, (distance_m, elevation_m) in enumerate(points):
            if not (0 <= distance_m <= LONGEST_M and low <= elevation_m <= high):
                allowed = (
                    f"a distance from 0 to {LONGEST_M:.0f} m and an elevation from {low:g} to {high:g} m"
                )
                raise refused(f"must be {allowed}", f"points[{place}]")
        for place, (before, after) in enumerate(pairwise(points), start=1):
            if after[0] <= before[0]:
                raise refused("must lie beyond the point before it", f"points[{place}]")


class RouteEdit(Model):
    """What can be changed of a road that is there: its name, how often it is ridden, a drawn one's legs."""

    name: Name
    rides: Rides | None = None
    start_m: ElevationM | None = None
    legs: Annotated[list[Leg], Field(min_length=1, max_length=500)] | None = None


EDITED = frozenset(RouteEdit.model_fields)
"""The keys of a road that a change of it replaces."""


def edited(route: Route, edit: RouteEdit) -> Route:
    """A road after a change; its points stay. Raises InvalidInput where one with points is given legs."""
    kept = route.model_dump(exclude_unset=True, exclude=set(EDITED))
    changed = edit.model_dump(exclude_unset=True, exclude_none=True)
    return validate(Route, {**kept, **changed})
