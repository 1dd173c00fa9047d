"""Jobs made ready to be written, so that the store is held up for no longer than their rows take to go in."""

import hashlib
import json
from collections.abc import Container, Mapping, Sequence
from dataclasses import dataclass, field
from string import ascii_uppercase
from typing import Any

from pydantic import BaseModel
from sqlalchemy import insert
from sqlalchemy.dialects.sqlite import insert as insert_or_leave
from sqlmodel import Session

from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.job.route import Route
from kettledrum.core.log.bike import Bike, BikeHead, Log
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.roads.ascent import extent
from kettledrum.formats.files import as_json
from kettledrum.store.records import JobSummary
from kettledrum.store.tables import (
    BikeRow,
    JobRow,
    RideRow,
    RideSecondsRow,
    RoadLineRow,
    RoadRow,
    SetupRow,
    new_id,
    now,
)

Row = dict[str, Any]
_LINE = ("points", "places")


@dataclass
class ReadyBike:
    """A bike as the rows that it will be: itself, its rides, and the seconds of these."""

    bike: Row
    rides: list[Row]
    seconds: list[Row]


@dataclass
class ReadyJob:
    """A job as the rows that it will be: itself, its setups, its roads, and the points of these; its bikes
    and their rides, with the seconds of these.
    """

    summary: JobSummary
    job: Row
    setups: list[Row] = field(default_factory=list)
    roads: list[Row] = field(default_factory=list)
    lines: list[Row] = field(default_factory=list)
    bikes: list[Row] = field(default_factory=list)
    rides: list[Row] = field(default_factory=list)
    seconds: list[Row] = field(default_factory=list)


def text(model: BaseModel) -> str:
    """A need, a setup, a bike or a ride as a row holds it."""
    return json.dumps(as_json(model), ensure_ascii=False, allow_nan=False)


def road_content(route: Route) -> tuple[Row, Row | None]:
    """What the row of a road holds of it, and the row of its points, None where it was drawn."""
    data = route.model_dump(mode="json", exclude_unset=True)
    points = {key: data.pop(key) for key in _LINE if data.get(key) is not None}
    line = None
    if points:
        content = json.dumps(points, allow_nan=False, separators=(",", ":"))
        line = {"id": hashlib.sha256(content.encode()).hexdigest(), "content": content}
    length_m, ascent_m = (round(metres, 1) for metres in extent(route))
    row = {
        "name": route.name,
        "document": json.dumps(data, ensure_ascii=False, allow_nan=False),
        "line_id": line and line["id"],
        "length_m": length_m,
        "ascent_m": ascent_m,
    }
    return row, line


def ready_bike(job_id: str, bike: Bike, place: int, seconds: Mapping[str, bytes]) -> ReadyBike:
    """The rows of a bike. A ride whose seconds are not there does without them."""
    at = now()
    same = {"version": 1, "created_at": at, "changed_at": at, "deleted_at": None}
    head = BikeHead.model_validate(bike.model_dump(exclude_unset=True, exclude={"rides"}))
    bike_id = new_id()
    own = {"id": bike_id, "job_id": job_id, "position": place, "name": head.name, "document": text(head)}
    ready = ReadyBike({**own, **same}, [], [])
    for ride in bike.rides or []:
        ready.rides.append({**ride_row(job_id, bike_id, ride, seconds), **same})
        if ride.seconds is not None and ride.seconds in seconds:
            ready.seconds.append({"id": ride.seconds, "content": seconds[ride.seconds]})
    return ready


def ride_row(job_id: str, bike_id: str, ride: LoggedRide, seconds: Container[str]) -> Row:
    """What a row holds of a ride. `seconds` are those that are there."""
    if ride.seconds is not None and ride.seconds not in seconds:
        ride = LoggedRide.model_validate(ride.model_dump(exclude_unset=True, exclude={"seconds"}))
    return {"id": new_id(), "job_id": job_id, "bike_id": bike_id, **ride_content(ride)}


def ride_content(ride: LoggedRide) -> Row:
    """What changes of a ride’s row as the ride does."""
    return {"day": ride.on.isoformat(), "document": text(ride), "seconds_id": ride.seconds}


def ready_job(
    brief: Brief, log: Log | None = None, seconds: Mapping[str, bytes] | None = None, *, demo: bool = False
) -> ReadyJob:
    """The rows of a brief and of the log of its bikes; its setups take the letters from A on."""
    data = brief.model_dump(exclude_unset=True, exclude={"format", "reference", "setups"})
    (data.get("road") or {}).pop("routes", None)
    need = Need.model_validate(data)
    job_id, at = new_id(), now()
    same = {"version": 1, "created_at": at, "changed_at": at, "deleted_at": None}
    job = {
        "id": job_id,
        "name": need.name,
        "need": text(need),
        "reference_id": None,
        "revision": 0,
        "demo": demo,
        **same,
    }
    ready = ReadyJob(JobSummary(id=job_id, name=need.name, setup_count=len(brief.setups), demo=demo), job)
    for place, setup in enumerate(brief.setups):
        own = {"id": new_id(), "job_id": job_id, "position": place, "letter": ascii_uppercase[place]}
        ready.setups.append({**own, "name": setup.name, "document": text(setup), **same})
        if setup.name == brief.reference:
            job["reference_id"] = own["id"]
    for place, route in enumerate((brief.road.routes if brief.road else None) or []):
        row, line = road_content(route)
        ready.roads.append({"id": new_id(), "job_id": job_id, "position": place, **row, **same})
        if line is not None:
            ready.lines.append(line)
    for place, bike in enumerate(log.bikes if log else []):
        built = ready_bike(job_id, bike, place, seconds or {})
        ready.bikes.append(built.bike)
        ready.rides.extend(built.rides)
        ready.seconds.extend(built.seconds)
    return ready


def insert_jobs(session: Session, jobs: Sequence[ReadyJob]) -> None:
    """Writes the rows of jobs, each kind at one stroke. Points that are there already stay."""
    for table, kept in (
        (JobRow, [ready.job for ready in jobs]),
        (SetupRow, [row for ready in jobs for row in ready.setups]),
        (RoadLineRow, [row for ready in jobs for row in ready.lines]),
        (RoadRow, [row for ready in jobs for row in ready.roads]),
        (BikeRow, [row for ready in jobs for row in ready.bikes]),
        (RideSecondsRow, [row for ready in jobs for row in ready.seconds]),
        (RideRow, [row for ready in jobs for row in ready.rides]),
    ):
        if table in (RoadLineRow, RideSecondsRow) and kept:
            session.execute(insert_or_leave(table).on_conflict_do_nothing(), kept)
        elif kept:
            session.execute(insert(table), kept)
