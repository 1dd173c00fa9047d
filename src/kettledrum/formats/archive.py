"""The archive of everything, `kettledrum-archive/1`: a ZIP file of briefs, logs, the shelf and a list.

Nothing is ever unpacked to disk, and nothing in an archive is believed: not its sizes, not its names.
"""

import io
import json
import zipfile
from collections import Counter
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import Annotated, Literal

from pydantic import Field

from kettledrum.core.job.brief import Brief
from kettledrum.core.log.bike import Log
from kettledrum.core.log.ride import Digest
from kettledrum.core.parts.part import Part
from kettledrum.core.terms.errors import InvalidInput, Problem, place_in
from kettledrum.core.terms.quantities import Model, Name
from kettledrum.core.terms.validation import validate
from kettledrum.formats.file_names import plain_name
from kettledrum.formats.files import read_brief, written
from kettledrum.formats.foreign import BROKEN_ZIP
from kettledrum.formats.json_text import MOST_BRIEF_BYTES, MOST_BYTES, parse
from kettledrum.formats.log_file import MOST_LOG_BYTES, log_text, read_log
from kettledrum.formats.shelf import MOST_SHELF_BYTES, read_shelf, shelf_text

MOST_ARCHIVE_BYTES = 40_000_000
MOST_SECONDS_BYTES = 24_000_000
"""So much of the seconds of rides, the latest first, goes into an archive; a backup holds them all."""
MOST_UNPACKED_BYTES = 96_000_000
MOST_JOBS = 2000
MOST_RIDES_HELD = 60_000
MOST_PACKED_BYTES = 4_000_000
LIST = "archive.json"
_SHELF = "shelf.json"


@dataclass(frozen=True)
class Everything:
    """What an archive holds: jobs in order, and the parts on the shelf.

    `logs` are those of jobs with bikes, by the place of the job; `seconds` the packed seconds of their rides
    by digest.
    """

    jobs: list[Brief]
    parts: list[Part]
    logs: dict[int, Log] = field(default_factory=dict)
    seconds: dict[str, bytes] = field(default_factory=dict)


class Contents(Model):
    """The list in an archive: when it was made (ISO 8601, UTC), and its files.

    The names of its brief files, in order, of its log files, and of its shelf file, if it has one; the
    digests of the packed seconds of rides, each in a file of that name.
    """

    format: Literal["kettledrum-archive/1"]
    made_at: Name
    jobs: Annotated[list[Name], Field(max_length=MOST_JOBS)]
    logs: Annotated[list[Name], Field(max_length=MOST_JOBS)] | None = None
    seconds: Annotated[list[Digest], Field(max_length=MOST_RIDES_HELD)] | None = None
    shelf: Name | None = None


def pack(held: Everything, made_at: str) -> bytes:
    """An archive of jobs, in order, with their logs, and of the parts on the shelf."""
    names = [
        f"jobs/{number:04}-{plain_name(brief.name) or 'job'}.json"
        for number, brief in enumerate(held.jobs, start=1)
    ]
    contents = {"format": "kettledrum-archive/1", "made_at": made_at, "jobs": names, "shelf": _SHELF}
    if held.logs:
        contents["logs"] = [_log_name(names[place]) for place in held.logs]
    seconds = dict(_that_fit(held))
    if seconds:
        contents["seconds"] = list(seconds)
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(LIST, json.dumps(contents, ensure_ascii=False, indent=2) + "\n")
        for name, brief in zip(names, held.jobs, strict=True):
            archive.writestr(name, written(brief))
        for place, log in held.logs.items():
            archive.writestr(_log_name(names[place]), log_text(log))
        for name, content in seconds.items():
            # Packed already.
            archive.writestr(_seconds_name(name), content, zipfile.ZIP_STORED)
        archive.writestr(_SHELF, shelf_text(held.parts))
    return packed.getvalue()


def _log_name(job: str) -> str:
    return f"{job.removesuffix('.json')}.log.json"


def _seconds_name(of: str) -> str:
    return f"seconds/{of}.npz"


def _that_fit(held: Everything) -> Iterator[tuple[str, bytes]]:
    """The packed seconds that an archive has room for, those of the latest rides first."""
    rides = (ride for log in held.logs.values() for bike in log.bikes for ride in bike.rides or [])
    days = {ride.seconds: ride.on for ride in rides if ride.seconds is not None}
    room = MOST_SECONDS_BYTES
    for name in sorted(held.seconds, key=lambda each: str(days.get(each, "")), reverse=True):
        room -= len(held.seconds[name])
        if room < 0:
            return
        yield name, held.seconds[name]


def unpack(data: bytes) -> Everything:
    """The jobs and parts in an archive, every one of them sound; raises as `unpacking`."""
    return [step for step in unpacking(data) if isinstance(step, Everything)][-1]


def unpacking(data: bytes) -> Iterator[float | Everything]:
    """Which share of an archive is read, time and again; and at last the jobs and parts in it.

    Raises InvalidInput, which names the file in the archive, for anything else: a broken or
    encrypted archive, one that unpacks to more than 96 MB, one that holds a file its list does not
    name, or the list a file it does not hold.
    """
    if len(data) > MOST_ARCHIVE_BYTES:
        raise _refused(f"is larger than {MOST_ARCHIVE_BYTES // 1_000_000} MB, the most that is read")
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            yield from _everything(archive)
    except BROKEN_ZIP as error:
        raise _refused("is broken: it cannot be unpacked whole") from error


def _everything(archive: zipfile.ZipFile) -> Iterator[float | Everything]:
    names = archive.namelist()
    if LIST not in names:
        raise _refused(f"was not made by Kettledrum: it holds no {LIST}")
    room = MOST_UNPACKED_BYTES

    def content(name: str, most_bytes: int = MOST_BYTES) -> bytes:
        nonlocal room
        with archive.open(name) as member:
            unpacked = member.read(min(room, most_bytes) + 1)
        room -= len(unpacked)
        if room < 0:
            raise _refused(
                f"unpacks to more than {MOST_UNPACKED_BYTES // 1_000_000} MB, the most that is read"
            )
        return unpacked

    with _problems_in(LIST):
        listed = validate(Contents, parse(content(LIST)))
    shelf = [listed.shelf] if listed.shelf else []
    seconds = [_seconds_name(each) for each in listed.seconds or []]
    for name, count in Counter([LIST, *listed.jobs, *(listed.logs or []), *seconds, *shelf, *names]).items():
        if count != 2:
            with _problems_in(name):
                raise InvalidInput([Problem("", "must stand once in the archive and once in its list")])
    briefs = []
    for number, name in enumerate(listed.jobs, start=1):
        with _problems_in(name):
            briefs.append(read_brief(content(name, MOST_BRIEF_BYTES)))
        yield number / len(listed.jobs)
    parts = []
    for name in shelf:
        with _problems_in(name):
            parts = read_shelf(content(name, MOST_SHELF_BYTES))
    logs = {}
    for name in listed.logs or []:
        with _problems_in(name):
            logs[_job_of(name, listed.jobs)] = read_log(content(name, MOST_LOG_BYTES))
    packed = {}
    for each in listed.seconds or []:
        with _problems_in(_seconds_name(each)):
            packed[each] = _sound(content(_seconds_name(each), MOST_PACKED_BYTES), each)
    yield Everything(briefs, parts, logs, packed)


def _job_of(log: str, jobs: list[str]) -> int:
    """The place of the job that a log is of. Raises InvalidInput where there is none."""
    for place, job in enumerate(jobs):
        if _log_name(job) == log:
            return place
    raise InvalidInput([Problem("", "must be named as the job that it is the log of")])


def _sound(content: bytes, name: str) -> bytes:
    """Packed seconds that are what their name says. Raises InvalidInput."""
    # Loaded where there are some: a start need not wait for it.
    from kettledrum.formats.ride_seconds import digest, unpacked_seconds

    if digest(content) != name:
        raise InvalidInput([Problem("", "is not what its name says: it was changed on the way")])
    unpacked_seconds(content)
    return content


@contextmanager
def _problems_in(name: str) -> Iterator[None]:
    """Problems that arise here are said to be in this file of the archive."""
    try:
        yield
    except InvalidInput as error:
        file = place_in("", name)
        raise InvalidInput(
            [
                Problem(f"{file}: {found.where}" if found.where else file, found.what)
                for found in error.problems
            ]
        ) from error


def _refused(what: str) -> InvalidInput:
    return InvalidInput([Problem("", f"the archive {what}")])
