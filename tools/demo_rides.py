"""Makes the rides of the demo: a season on two bikes, simulated, recorded as a computer would and read again.

Each ride goes over a road of the demo, in open sea, in steps of time; the rider coasts downhill, holds more
on one day than on another, and meets some wind. What a computer records of it, late and with noise, is
written as a FIT or TCX file, and that is read as a rider's file is. Seeded: the same files each time.
"""

import json
import zipfile
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from pathlib import Path

import numpy as np
from ride_files import fit, tcx

from kettledrum.core.job.brief import Brief
from kettledrum.core.log.bike import Bike, BikeHead, Log, Mounted
from kettledrum.core.log.from_file import from_file
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.log.sums import mounted_on
from kettledrum.core.log.work import worked
from kettledrum.core.parts.setup import Setup
from kettledrum.core.rides.channels import Channels, channels, recorded_m
from kettledrum.core.roads.profile import profile
from kettledrum.core.simulation.bike import SimulatedBike
from kettledrum.core.simulation.course import of_profile
from kettledrum.core.terms.validation import validate
from kettledrum.demo import honey_round
from kettledrum.formats.log_file import log_text
from kettledrum.formats.ride_seconds import digest, packed_seconds, unpacked_seconds
from kettledrum.formats.rides import one_ride

DEMO = Path(__file__).parents[1] / "src" / "kettledrum" / "demo"
RESTS_BELOW = -0.025
"""Steeper downhill than this the rider's feet rest."""
_SPUN_RPM = 125
KEPT = 16
"""Of so many last rides of each bike the seconds are kept: the others' were thrown away, as a rider may."""
TRUE_POWER_W, TRUE_CRR, TRUE_CDA_M2 = 139.0, 0.0098, 0.58
"""What the made-up rider holds and rolls on; the job counts with other figures."""


def main() -> None:
    """Writes the log and the seconds."""
    brief = honey_round()
    heavy = _setup(brief, "Fourteen-speed hub")
    lower = _with_front(heavy, -2)
    bikes = [
        _bike(
            brief,
            BikeHead(
                name="The heavy one",
                since=date(2026, 3, 1),
                km_at_start=0,
                mounted=[
                    Mounted(on=date(2026, 3, 1), setup=heavy),
                    Mounted(on=date(2026, 5, 16), setup=lower),
                ],
            ),
            [(0, 7), (0, 8), (0, 11), (1, 6)] * 7,
            seed=101,
            kind="fit",
            rider=None,
        ),
        _bike(
            brief,
            BikeHead(
                name="The yard bike",
                since=date(2026, 4, 6),
                km_at_start=2140,
                mounted=[Mounted(on=date(2026, 4, 6), setup=_setup(brief, "Eight-speed hub"))],
            ),
            [(1, 9), (1, 13), (0, 15)] * 5,
            seed=202,
            kind="tcx",
            rider="the niece",
        ),
    ]
    log = Log(format="kettledrum-log/1", bikes=[bike for bike, _ in bikes])
    held = {name: content for _, seconds in bikes for name, content in seconds.items()}
    log = _with_entries(log)
    (DEMO / "log.json").write_text(log_text(log), "utf-8")
    with zipfile.ZipFile(DEMO / "ride-seconds.zip", "w", zipfile.ZIP_STORED) as packed:
        for name in sorted(held):
            packed.writestr(zipfile.ZipInfo(name), held[name])


def _setup(brief: Brief, name: str) -> Setup:
    return next(setup for setup in brief.setups if setup.name == name)


def _with_front(setup: Setup, teeth: int) -> Setup:
    data = setup.model_dump(mode="json", exclude_unset=True)
    front = [each + teeth for each in data["path"][0]["front"]]
    data["path"][0]["front"] = front
    data["name"] += f", {front[0]} in front"
    return validate(Setup, data)


def _bike(
    brief: Brief, head: BikeHead, plan: list[tuple[int, int]], *, seed: int, kind: str, rider: str | None
) -> tuple[Bike, dict[str, bytes]]:
    """A bike with rides on roads of the brief, each so many days after the one before."""
    random = np.random.default_rng(seed)
    day, rides, seconds = head.since, [], {}
    for number, (road, pause) in enumerate(plan):
        day += timedelta(days=pause)
        setup = head.mounted[mounted_on(head, day)].setup
        began = datetime(day.year, day.month, day.day, 7, int(random.integers(0, 60)), 5, tzinfo=UTC)
        cargo = float(random.choice([8.0, 18.0, 26.0]))
        recorded = _ridden(brief, setup, road, cargo, _warmth(day, random), random)
        content = (fit if kind == "fit" else tcx)(recorded, began=began)
        ride, packed = _read(setup, content, f"{day.isoformat()}.{kind}")
        ride = ride.model_copy(update={"load_kg": cargo, **({"rider": rider} if rider else {})})
        ride = LoggedRide.model_validate(ride.model_dump(exclude_unset=True))
        if number >= len(plan) - KEPT:
            seconds[digest(packed)] = packed
            ride = ride.model_copy(update={"seconds": digest(packed)})
        rides.append(ride)
    typed = LoggedRide(on=head.since, km=6.4, minutes=31, notes="To the mill and back, no computer along.")
    data = head.model_dump(exclude_unset=True)
    return Bike.model_validate({**data, "rides": [typed, *rides]}), seconds


def _warmth(day: date, random: np.random.Generator) -> float:
    return round(11 - 9 * np.cos((day.timetuple().tm_yday - 15) / 365 * 2 * np.pi) + random.normal(0, 3), 0)


def _ridden(
    brief: Brief, setup: Setup, road: int, cargo_kg: float, warmth: float, random: np.random.Generator
) -> Channels:
    """What a computer records of a simulated ride."""
    data = brief.model_dump(mode="json", exclude_unset=True)
    power = TRUE_POWER_W * float(np.exp(random.normal(0, 0.05)))
    data["rider"] |= {"power_w": round(power, 1), "burst_w": round(max(power * 1.9, 260), 1)}
    data["load"] |= {"cargo_kg": cargo_kg}
    data["road"] |= {"temperature_c": warmth, "wind_kmh": round(float(random.normal(0, 3)), 1)}
    for key in ("surfaces", "posture"):
        data["road"].pop(key, None)
    data["road"] |= {"crr": TRUE_CRR, "cda_m2": TRUE_CDA_M2}
    on_the_day = validate(Brief, data)
    assert brief.road is not None
    course = of_profile(profile((brief.road.routes or [])[road]))
    course = replace(course, coasts=[grade < RESTS_BELOW for grade in course.grade])
    rows = _seconds(SimulatedBike(on_the_day, setup, course))
    speed, cadence, height = np.array(rows).T
    # Just after a descent, before the gears have followed, the legs rest too.
    cadence = np.where(cadence > _SPUN_RPM, 0, cadence)
    count = len(speed)
    noise = np.exp(random.normal(0, 0.005, count))
    late = np.concatenate([np.full(2, speed[0]), speed[:-2]])
    wander = np.cumsum(random.normal(0, 0.02, count))
    return Channels(
        speed_mps=late * noise,
        cadence_rpm=np.where(cadence > 0, np.round(cadence * np.exp(random.normal(0, 0.004, count))), 0),
        power_w=np.full(count, np.nan),
        elevation_m=height + wander - np.linspace(0, wander[-1], count),
        temperature_c=np.full(count, warmth),
    )


def _seconds(bike: SimulatedBike) -> list[tuple[float, float, float]]:
    rows, following = [], 0.0
    while not bike.done and bike.time_s < 4 * 3600:
        if bike.time_s >= following:
            following += 1.0
            rows.append((bike.speed_mps, bike.cadence_rpm, bike.elevation_m))
        bike.step()
    return rows


def _read(setup: Setup, content: bytes, name: str) -> tuple[LoggedRide, bytes]:
    """A file as it is read when it is dropped onto a bike's page."""
    found = one_ride(content)
    packed = packed_seconds(channels(found.records))
    recorded = unpacked_seconds(packed)
    read = from_file(recorded, recorded_m(found.records), found.began, name, trainer=found.trainer)
    return worked(read.ride, recorded, setup), packed


def _with_entries(log: Log) -> Log:
    """What was done on the bikes, measured, and what happened to them."""
    data = json.loads(log_text(log))
    data["bikes"][0] |= json.loads((Path(__file__).parent / "demo_entries.json").read_text("utf-8"))
    return Log.model_validate(data)


if __name__ == "__main__":
    main()
