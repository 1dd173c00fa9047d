"""A ride out of what a file recorded: its day, its length, what is odd about it."""

from dataclasses import dataclass
from datetime import UTC, datetime

import numpy as np

from kettledrum.core.log.ride import FASTEST_KMH, LoggedRide
from kettledrum.core.log.work import climbed_m, looks_made_up, mean_temperature
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.rides.channels import Channels
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.in_words import counted, kilometres, time

_LEAST_M = 100.0


@dataclass(frozen=True, slots=True)
class Recorded:
    """A ride out of a file: what is to be told of it, and what is to be asked before it counts."""

    ride: LoggedRide
    told: list[str]
    asks: str | None


def from_file(
    recorded: Channels,
    length_m: float,
    began: datetime | None,
    name: str,
    *,
    trainer: bool,
    other_sport: str | None = None,
) -> Recorded:
    """A ride by its recorded seconds; `began` is the moment in the zone whose days count, None where it is
    not known: then the rider has to say the day.

    `length_m` is what the recorder says of the distance, `other_sport` that it was no cycling. Raises
    InvalidInput where neither speed nor distance is recorded, and where nobody could have ridden so far in
    the time.
    """
    metres = max(recorded.distance_m, length_m)
    if metres < _LEAST_M:
        what = "neither speed nor distance is recorded in it" if metres == 0 else "is shorter than 100 m"
        raise InvalidInput([Problem("", what)])
    if metres / recorded.seconds * 3.6 > FASTEST_KMH:
        far, long = kilometres(metres / 1000), counted(max(recorded.seconds - 1, 1), "second")
        raise InvalidInput([Problem("", f"{far} in {long} is no ride; its times may be wrong")])
    told = list(_told(recorded, metres))
    ascent = climbed_m(recorded)
    data: dict[str, object] = {
        "on": (began or datetime.now(UTC)).date(),
        "km": round(metres / 1000, 3),
        "minutes": round(recorded.seconds / 60, 1),
        "file": name,
    }
    if began is not None:
        data["began"] = began.astimezone(UTC).strftime("%Y-%m-%dT%H:%M:%SZ")
    else:
        told.append("the day is not known: it is put down as today; say when it was")
    if ascent is not None:
        data["ascent_m"] = round(min(ascent, 30_000.0), 1)
    celsius = mean_temperature(recorded)
    if celsius is not None and -40 <= celsius <= 50:
        data["temperature_c"] = celsius
    asks = None
    if other_sport is not None:
        asks = f"The file says that it was {other_sport.replace('_', ' ')}, not cycling. Count it as a ride?"
    elif trainer:
        asks = "The file says that it was on a trainer. Count it as a ride?"
    elif looks_made_up(recorded):
        asks = "Its speed hardly changes, as on a trainer or in a ride that was made up. Count it as a ride?"
    return Recorded(LoggedRide.model_validate(data), told, asks)


def _told(recorded: Channels, metres: float) -> list[str]:
    told = []
    if np.isnan(recorded.cadence_rpm).all():
        told.append("no cadence is recorded: the gears cannot be told")
    gaps = int(np.isnan(recorded.speed_mps).sum())
    if gaps > _TOLD_S:
        told.append(f"speed is missing for {time(gaps)} in all")
    if metres > recorded.distance_m * 1.02 + 200:
        told.append("over its gaps the recorder’s own distance counts")
    if _share_known(recorded.power_w) > 0 and _share_known(recorded.speed_mps) == 0:
        told.append("there is power without speed")
    return told


_TOLD_S = 60


def _share_known(row: Floats) -> float:
    return float(np.isfinite(row).mean())
