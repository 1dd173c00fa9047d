"""What rides come to: models only, so that they can be named without loading what works them out."""

from dataclasses import dataclass
from typing import Literal

from pydantic import BaseModel

from kettledrum.core.terms.assumed import Assumed

State = Literal["in band", "grinding", "walking", "coasting"]
STATES: tuple[State, ...] = ("in band", "grinding", "walking", "coasting")


@dataclass(frozen=True, slots=True)
class SteepestPitch:
    """The steepest climb over a length in m: where it starts, and its grade as rise over run."""

    over_m: float
    from_m: float
    grade: float


class SetupRide(BaseModel):
    """A ride with one setup.

    Times in s, distances in m, work of the rider in kJ, speed in km/h. Metres in the cadence band, grinding
    below it, walking, and coasting since the legs cannot follow; `seconds` are the same in time, in that
    order. `shifts` are changes of gear, `awkward_shifts` those that move two things at once, or a gear
    inside a hub or gearbox on a climb, where the legs must ease off. `mean_cadence_rpm` while pedalling,
    null where all is walked. `burst_s` is the time with the power of a minute, or
    some of it, on pitches that would not be ridden in the band otherwise. `strip` are the ends in m
    of stretches and the state in each, as places in `states`. At each of the ride's marks: speed in
    km/h, cadence in rpm (0 where none is turned), the gear's label (empty on a stepless path, on foot).
    """

    name: str
    time_s: float
    distance_m: float
    ascent_m: float
    in_band_m: float
    grinding_m: float
    walking_m: float
    coasting_m: float
    seconds: tuple[float, float, float, float]
    shifts: int
    awkward_shifts: int
    mean_speed_kmh: float
    mean_cadence_rpm: float | None
    work_kj: float
    burst_s: float
    strip: list[tuple[float, int]]
    speed_kmh: list[float]
    cadence_rpm: list[float]
    gear: list[str]
    says: str = ""


class Ride(BaseModel):
    """A road ridden with every setup of a job.

    `length_m` and `ascent_m` of the road, its steepest climbs, and its profile at `marks_m`.
    `pushed_below_kmh` is the speed below which the bicycle is pushed, and below `ridden_from_kmh` where the
    lowest gear would turn slower than `pushed_below_rpm`; `braked_at_kmh` the one at which it is braked.
    `assumed` are the keys of the brief whose figures were taken for want of the rider's own.
    """

    length_m: float
    ascent_m: float
    descent_m: float
    steepest: list[SteepestPitch]
    states: list[State]
    marks_m: list[float]
    elevation_m: list[float]
    assumed: list[Assumed]
    pushed_below_kmh: float
    pushed_below_rpm: float
    ridden_from_kmh: float
    braked_at_kmh: float
    setups: list[SetupRide]
    says: str = ""


class RoadShare(BaseModel):
    """A road of a job: rides a year, whether that is only assumed, and its share of all riding time."""

    name: str
    rides_a_year: float
    assumed: bool
    share: float


class Missed(BaseModel):
    """A stretch of a road, in m from its start, where a setup is out of the cadence band, and how."""

    road: str
    from_m: float
    to_m: float
    state: State


class SetupCoverage(BaseModel):
    """How much of all riding a setup covers, as shares of the time in which there is pedalling to do.

    In the band, grinding, walking and spun out; `roads` are the shares in the band on each of the roads, and
    `missed` the longest stretches that are not. `price` is the sum of what its parts cost, null where one is
    not known.
    """

    name: str
    in_band: float
    grinding: float
    walking: float
    spun_out: float
    roads: list[float]
    missed: list[Missed]
    price: float | None


class Choice(BaseModel):
    """One setup, or a pair: the share of all riding in the band, each road on the better of the two.

    `on` names the setup that each road is ridden on.
    """

    setups: list[str]
    covered: float
    on: list[str]
    price: float | None


class Coverage(BaseModel):
    """All roads of a job by how often they are ridden, under every setup.

    `one` is the best single setup and `two` the best pair, null without roads or setups. `rideable` is the
    share that can be ridden at all with the rider's power, were there a gear for every speed; above `top_kmh`
    such a rider coasts. `asked` is how such a ride is spread over speeds: the share of its time in each
    `asked_step_kmh`, from 0 up. `plain_terrain` says that there was no road, and one was made up.
    """

    plain_terrain: bool
    roads: list[RoadShare]
    setups: list[SetupCoverage]
    one: Choice | None
    two: Choice | None
    rideable: float
    top_kmh: float
    asked_step_kmh: float
    asked: list[float]
    says: str
