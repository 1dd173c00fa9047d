"""What a ride's computer recorded, second by second."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from itertools import pairwise

import numpy as np

from kettledrum.core.physics.arrays import Flags, Floats
from kettledrum.core.terms.errors import InvalidInput, Problem

LONGEST_S = 60 * 3600
"""A ride of more hours than these is several, or a clock gone wrong."""
HELD_S = 3.0
"""A figure that is not recorded for so many seconds at most is what it was; longer, it is not known."""
MOST_HELD_S = 15.0
"""Recorders that write only what changes leave gaps that are none; none of them is longer than this. Ours."""
PEDALLING_RPM, MOVING_MPS = 30.0, 2.0
"""Turning the cranks more slowly is a push off or a manoeuvre; moving more slowly, a start or a stop."""
STANDING_MPS = 0.5
FASTEST_RPM = 220.0
"""No cadence: a sensor's slip, or its word for none."""
FASTEST_MPS = 40.0
LONGEST_M = 1_500_000.0


@dataclass(frozen=True, slots=True)
class Shift:
    """A shift that the bicycle itself recorded: at which second, to which gear front and rear, counted from
    the lowest as 1, and their teeth; None what it does not say.
    """

    second: int
    front: int | None = None
    rear: int | None = None
    front_teeth: int | None = None
    rear_teeth: int | None = None


@dataclass(frozen=True, slots=True)
class Channels:
    """A ride at one figure a second, NaN what was not recorded: speed in m/s, cadence in rpm, power in W,
    elevation in m, temperature in °C. `shifts` are the bicycle's own, None where it records none.
    """

    speed_mps: Floats
    cadence_rpm: Floats
    power_w: Floats
    elevation_m: Floats
    temperature_c: Floats
    shifts: list[Shift] | None = None

    @property
    def seconds(self) -> int:
        """How long it was."""
        return len(self.speed_mps)

    @property
    def distance_m(self) -> float:
        """How far it was, as far as speed is known."""
        return float(np.nansum(self.speed_mps))

    @property
    def pedalling(self) -> Flags:
        """The seconds in which the cranks drive the bicycle on, as far as is recorded."""
        return np.asarray((self.cadence_rpm > PEDALLING_RPM) & (self.speed_mps > MOVING_MPS))

    @property
    def standing(self) -> Flags:
        """The seconds in which it stands."""
        return np.asarray(self.speed_mps <= STANDING_MPS)


@dataclass(slots=True)
class Records:
    """Records of a ride as they stand in a file: `at` in seconds from its start, and lists as long as that,
    None what is not said.
    """

    at: list[float] = field(default_factory=list)
    speed_mps: list[float | None] = field(default_factory=list)
    distance_m: list[float | None] = field(default_factory=list)
    cadence_rpm: list[float | None] = field(default_factory=list)
    power_w: list[float | None] = field(default_factory=list)
    elevation_m: list[float | None] = field(default_factory=list)
    temperature_c: list[float | None] = field(default_factory=list)
    latitude: list[float | None] = field(default_factory=list)
    longitude: list[float | None] = field(default_factory=list)
    shifts: list[Shift] | None = None


def recorded_m(records: Records) -> float:
    """How far the recorder says that it was, over gaps of speed too; 0 where it says nothing. A distance that
    falls begins anew.
    """
    known = [metres for metres in records.distance_m if metres is not None]
    return sum(min(max(b - a, 0.0), LONGEST_M) for a, b in pairwise(known))


def channels(records: Records) -> Channels:
    """Records brought to one figure a second, by straight lines between those that are near enough.

    Where no speed is recorded it is that of the distance; distances that fall count as slips. A gap of more
    than some seconds stays one. Raises InvalidInput for no records, and for a ride longer than 60 hours.
    """
    of = _clock(records)
    speed = of(records.speed_mps, 0, FASTEST_MPS)
    if np.isnan(speed).all():
        speed = _speed_of(of(records.distance_m, 0, 1e7))
    return Channels(
        speed_mps=speed,
        cadence_rpm=of(records.cadence_rpm, 0, FASTEST_RPM),
        power_w=of(records.power_w, 0, 3000),
        elevation_m=of(records.elevation_m, -500, 9000),
        temperature_c=of(records.temperature_c, -60, 70),
        shifts=records.shifts,
    )


def where(records: Records) -> Floats | None:
    """The latitude and longitude in degrees at each second, (seconds, 2), NaN where they are not known; None
    where they are known for less than half of what is recorded. Raises InvalidInput as `channels` does.
    """
    of = _clock(records)
    longitude = [None if each is None else each % 360 for each in records.longitude]
    # Round the other side of the world, a step over 180° is none.
    start = next((each for each in longitude if each is not None), 0.0)
    east = [None if each is None else (each - start + 180) % 360 - 180 for each in longitude]
    found = np.stack([of(records.latitude, -90, 90), of(east, -180, 180) + start], axis=1)
    known = ~np.isnan(found).any(axis=1)
    recorded = ~np.isnan(of([0.0] * len(records.at), 0, 0))
    return found if known.any() and known.sum() >= recorded.sum() / 2 else None


def _clock(records: Records) -> Callable[[Sequence[float | None], float, float], Floats]:
    """How a row of records, within its bounds, is brought to one figure a second."""
    if not records.at:
        raise InvalidInput([Problem("", "there is no second of riding in it")])
    order = np.argsort(np.array(records.at), kind="stable")
    at = np.array(records.at)[order]
    at = at - at[0]
    seconds = int(at[-1]) + 1
    if seconds > LONGEST_S:
        hours = seconds / 3600
        what = f"lasts {hours:,.0f} hours: at most {LONGEST_S // 3600} are one ride; a clock may have jumped"
        raise InvalidInput([Problem("", what)])

    def of(values: Sequence[float | None], low: float, high: float) -> Floats:
        row = np.array([np.nan if value is None else value for value in values], dtype=float)
        row = row[order] if len(row) else np.full(len(at), np.nan)
        row[~((row >= low) & (row <= high))] = np.nan
        return _each_second(at, row, seconds)

    return of


def _each_second(at: Floats, row: Floats, seconds: int) -> Floats:
    known = ~np.isnan(row)
    if not known.any():
        return np.full(seconds, np.nan)
    times, values = at[known], row[known]
    grid = np.arange(seconds, dtype=float)
    found = np.interp(grid, times, values)
    after = np.clip(np.searchsorted(times, grid), 0, len(times) - 1)
    before = np.clip(np.searchsorted(times, grid, side="right") - 1, 0, len(times) - 1)
    usual = float(np.quantile(np.diff(times), 0.9)) if len(times) > 1 else 1.0
    beyond = (grid < times[0] - HELD_S) | (grid > times[-1] + HELD_S)
    far = beyond | (times[after] - times[before] > max(HELD_S, min(1.5 * usual, MOST_HELD_S)))
    return np.where(far, np.nan, found)


def _speed_of(distance_m: Floats) -> Floats:
    """The speed of each second from how far it was by then: over five seconds, as receivers jump."""
    if len(distance_m) < 2:
        return np.full(len(distance_m), np.nan)
    steps = np.diff(distance_m, prepend=distance_m[0])
    steps = np.where((steps < 0) | (steps > FASTEST_MPS), np.nan, steps)
    window = np.ones(5)
    known = np.convolve(~np.isnan(steps), window, "same")
    summed = np.convolve(np.nan_to_num(steps), window, "same")
    return np.where(known > 0, summed / np.maximum(known, 1), np.nan)
