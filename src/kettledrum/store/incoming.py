"""Jobs made ready to be written, so that the store is held up for no longer than their rows take to go in."""

import hashlib
import json
from collections.abc import Sequence
from dataclasses import dataclass, field
from string import ascii_uppercase
from typing import Any

from sqlalchemy import insert
from sqlalchemy.dialects.sqlite import insert as insert_or_leave
from sqlmodel import Session

from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.job.route import Route
from kettledrum.core.parts.setup import Setup
from kettledrum.core.roads.ascent import extent
from kettledrum.formats.files import as_json
from kettledrum.store.records import JobSummary
from kettledrum.store.tables import JobRow, RoadLineRow, RoadRow, SetupRow, new_id, now

Row = dict[str, Any]
_LINE = ("points", "places")


@dataclass
class ReadyJob:
    """A job as the rows that it will be: itself, its setups, its roads, and the points of these."""

    summary: JobSummary
    job: Row
    setups: list[Row] = field(default_factory=list)
    roads: list[Row] = field(default_factory=list)
    lines: list[Row] = field(default_factory=list)


def text(model: Need | Setup) -> str:
    """A need or a setup as a row holds it."""
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


def ready_job(brief: Brief, *, demo: bool = False) -> ReadyJob:
    """The rows of a brief; its setups take the letters from A on."""
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
    return ready


def insert_jobs(session: Session, jobs: Sequence[ReadyJob]) -> None:
    """Writes the rows of jobs, each kind at one stroke. Points that are there already stay."""
    for table, kept in (
        (JobRow, [ready.job for ready in jobs]),
        (SetupRow, [row for ready in jobs for row in ready.setups]),
        (RoadLineRow, [row for ready in jobs for row in ready.lines]),
        (RoadRow, [row for ready in jobs for row in ready.roads]),
    ):
        if table is RoadLineRow and kept:
            session.execute(insert_or_leave(RoadLineRow).on_conflict_do_nothing(), kept)
        elif kept:
            session.execute(insert(table), kept)
