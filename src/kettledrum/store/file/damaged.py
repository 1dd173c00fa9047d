"""A damaged store: kept aside when it is found, and what can still be read of it."""

import hashlib
import json
import sqlite3
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from pydantic import BaseModel, ValidationError

from kettledrum.core.job.brief import MOST_SETUPS, Brief
from kettledrum.core.job.route import Route
from kettledrum.core.log.bike import Bike, Log
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.parts.part import Part
from kettledrum.formats.archive import Everything
from kettledrum.store.errors import NotFound
from kettledrum.store.file.old_needs import readable_need
from kettledrum.store.file.old_setups import readable_setup
from kettledrum.store.file.sqlite import COMPANIONS, FILE_NAME, damage_in, opened, stamped

_WHAT = "damaged"
_DONE = "-done.sqlite"
_MOST_ROWS = 100_000

_UNKNOWN_NEED = {
    "name": "Setups whose job could not be read",
    "notes": "The store was damaged, and the job of these setups is lost. The rider’s figures here are "
    "placeholders, not yours: put in your own.",
    "rider": {"mass_kg": 75, "power_w": 100, "cadence_rpm": [60, 90]},
}


class Damaged(BaseModel):
    """A damaged store that was kept aside under the name `file`, and what can be read of it.

    `jobs` are their names; `lost` counts the jobs, setups and parts that are known to have been there and
    cannot be read.
    """

    file: str
    jobs: list[str]
    setup_count: int
    part_count: int
    lost: int


def set_aside_if_damaged(directory: Path) -> Path | None:
    """Renames a store that is damaged, so that a new one can take its place; returns its new name.

    Raises sqlite3.Error or OSError where that cannot be told or done.
    """
    file = directory / FILE_NAME
    if not file.exists() or damage_in(file) is None:
        return None
    aside = stamped(directory, _WHAT)
    for ending in COMPANIONS:
        companion = file.with_name(file.name + ending)
        if companion.exists():
            companion.rename(aside.with_name(aside.name + ending))
    return aside


def damaged_stores(directory: Path) -> list[Damaged]:
    """The stores that were kept aside and not dealt with since, oldest first."""
    found = []
    for file in _aside(directory):
        held, lost = salvage(file)
        found.append(
            Damaged(
                file=file.name,
                jobs=[brief.name for brief in held.jobs],
                setup_count=sum(len(brief.setups) for brief in held.jobs),
                part_count=len(held.parts),
                lost=lost,
            )
        )
    return found


def damaged_store(directory: Path, name: str) -> Path:
    """One of those by its name. Raises NotFound."""
    for file in _aside(directory):
        if file.name == name:
            return file
    raise NotFound("This damaged store")


def put_away(file: Path) -> None:
    """Keeps a damaged store without offering it again."""
    file.rename(file.with_name(file.name.removesuffix(".sqlite") + _DONE))


def _aside(directory: Path) -> list[Path]:
    files = sorted(directory.glob(f"kettledrum-{_WHAT}-*.sqlite"))
    return [file for file in files if not file.name.endswith(_DONE)]


def salvage(file: Path) -> tuple[Everything, int]:
    """The jobs, setups and parts of a damaged store that can be read and are sound, and how many are lost."""
    try:
        with opened(file) as connection:
            connection.text_factory = lambda raw: raw.decode(errors="replace")
            jobs = list(_rows(connection, "job", "id, need, reference_id, deleted_at, created_at"))
            setups = list(_rows(connection, "setup", "id, job_id, document, position, deleted_at"))
            shelf = list(_rows(connection, "part", "document, deleted_at"))
            roads = list(_rows(connection, "road", "job_id, document, line_id, position, deleted_at"))
            lines = {row[0]: row[1] for row in _rows(connection, "road_line", "id, content")}
            bikes = list(_rows(connection, "bike", "id, job_id, document, position, deleted_at"))
            rides = list(_rows(connection, "ride", "bike_id, document, deleted_at"))
            packed = dict(_seconds(connection))
    except sqlite3.Error:
        return Everything([], []), 0
    jobs.sort(key=lambda row: str(row[4]))
    setups = sorted((row for row in setups if row[4] is None), key=lambda row: _number(row[3]))
    briefs: list[Brief] = []
    logs: dict[int, Log] = {}
    lost = 0
    for job_id, need, reference_id, deleted_at, _ in jobs:
        if deleted_at is None:
            own = [row for row in setups if row[1] == job_id]
            brief, unreadable = _brief(_loaded(need), own, reference_id)
            lost += unreadable
            brief, unreadable = _with_roads(brief, [row for row in roads if row[0] == job_id], lines)
            lost += unreadable
            log, unreadable = _log([row for row in bikes if row[1] == job_id], rides)
            lost += unreadable
            if log is not None:
                logs[len(briefs)] = log
            briefs.append(brief)
    known = {row[0] for row in jobs}
    orphans = [row for row in setups if row[1] not in known]
    for start in range(0, len(orphans), MOST_SETUPS):
        brief, unreadable = _brief(_UNKNOWN_NEED, orphans[start : start + MOST_SETUPS], None)
        lost += unreadable
        if brief.setups:
            briefs.append(brief)
    documents = [document for document, deleted_at in shelf if deleted_at is None]
    parts = list(_parts(documents))
    return Everything(briefs, parts, logs, packed), lost + len(documents) - len(parts)


def _log(bikes: list[tuple[Any, ...]], rides: list[tuple[Any, ...]]) -> tuple[Log | None, int]:
    """The log of a job’s bikes with those of their rides that are sound; and how many of both are not."""
    kept: list[Bike] = []
    lost = 0
    for bike_id, _, document, _, deleted_at in sorted(bikes, key=lambda row: _number(row[3])):
        if deleted_at is not None:
            continue
        try:
            head = Bike.model_validate(_loaded(document))
        except (ValidationError, TypeError):
            lost += 1
            continue
        sound = []
        for of, ride, gone in rides:
            if of != bike_id or gone is not None:
                continue
            try:
                sound.append(LoggedRide.model_validate(_loaded(ride)))
            except (ValidationError, TypeError):
                lost += 1
        sound.sort(key=lambda ride: ride.on)
        if head.name not in {each.name for each in kept}:
            kept.append(head.model_copy(update={"rides": sound}))
    return (Log(format="kettledrum-log/1", bikes=kept) if kept else None), lost


def _seconds(connection: sqlite3.Connection) -> Iterator[tuple[str, bytes]]:
    """The packed seconds of rides that are what their digest says."""
    for name, content in _rows(connection, "ride_seconds", "id, content"):
        if isinstance(content, bytes) and hashlib.sha256(content).hexdigest() == name:
            yield name, content


def _with_roads(brief: Brief, rows: list[tuple[Any, ...]], lines: dict[str, Any]) -> tuple[Brief, int]:
    """A job with those of its roads that are sound; and how many are not."""
    kept: list[Route] = []
    lost = 0
    for _, document, line_id, _, deleted_at in sorted(rows, key=lambda row: _number(row[3])):
        if deleted_at is not None:
            continue
        try:
            route = Route.model_validate({**_loaded(document), **(_loaded(lines.get(line_id)) or {})})
        except (ValidationError, TypeError):
            lost += 1
            continue
        if route.name not in {each.name for each in kept}:
            kept.append(route)
    if not kept:
        return brief, lost
    data = brief.model_dump(exclude_unset=True)
    data["road"] = {
        **(data.get("road") or {}),
        "routes": [route.model_dump(exclude_unset=True) for route in kept],
    }
    return Brief.model_validate(data), lost


def _parts(documents: list[Any]) -> Iterator[Part]:
    for document in documents:
        try:
            yield Part.model_validate(_loaded(document))
        except ValidationError:
            continue


def _rows(connection: sqlite3.Connection, table: str, columns: str) -> Iterator[tuple[Any, ...]]:
    """The rows that can be read: from either end up to the damage, then those between one by one."""
    ask = f"SELECT rowid, {columns} FROM {table} NOT INDEXED"
    found: dict[int, tuple[Any, ...]] = {}
    for order in ("ASC", "DESC"):
        try:
            for rowid, *row in connection.execute(f"{ask} ORDER BY rowid {order}"):
                if rowid in found:
                    break
                found[rowid] = tuple(row)
        except sqlite3.DatabaseError:
            continue
    for rowid in range(1, min(max(found, default=0), _MOST_ROWS)):
        if rowid not in found:
            try:
                for _, *row in connection.execute(f"{ask} WHERE rowid = ?", (rowid,)):
                    found[rowid] = tuple(row)
            except sqlite3.DatabaseError:
                continue
    return iter(found.values())


def _brief(need: Any, rows: list[tuple[Any, ...]], reference_id: str | None) -> tuple[Brief, int]:
    """A job from its parts, without the setups that are not sound; and how many parts that were."""
    lost = 0
    known = readable_need(need) if isinstance(need, dict) else {}
    base: dict[str, Any] = {**known, "format": "kettledrum-brief/1"}
    try:
        Brief.model_validate(base)
    except ValidationError:
        base = {**_UNKNOWN_NEED, "format": "kettledrum-brief/1"}
        lost += 1
    kept: list[Any] = []
    for setup_id, _, document, _, _ in rows:
        setup = _loaded(document)
        setup = readable_setup(setup) if isinstance(setup, dict) else setup
        try:
            Brief.model_validate({**base, "setups": [*kept, setup]})
        except ValidationError:
            lost += 1
            continue
        kept.append(setup)
        if setup_id == reference_id:
            base["reference"] = setup["name"]
    return Brief.model_validate({**base, "setups": kept}), lost


def _loaded(text: Any) -> Any:
    try:
        return json.loads(text)
    except (TypeError, ValueError, RecursionError):
        return None


def _number(value: Any) -> int:
    return value if isinstance(value, int) else 0
