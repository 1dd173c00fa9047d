"""Everything out in one archive, files of any kind in, and the schemas of what they hold."""

from datetime import UTC, datetime
from typing import Annotated

from fastapi import Depends, Query, Response
from pydantic import BaseModel

from kettledrum.api.asked import FILE_BODY, file_of_at_most
from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.formats.archive import MOST_ARCHIVE_BYTES, pack
from kettledrum.formats.imports import Kind, kind_of, read_any
from kettledrum.formats.schemas import FORMATS, schema_text
from kettledrum.store import BroughtIn, JobSummary, NotFound, SetupRecord

router = routed("exchange", strict=False)

_JSON_SCHEMA = "application/schema+json"


class KindOfFile(BaseModel):
    """What a file holds: parts, roads, a table whose columns are those of neither, or anything else."""

    kind: Kind


class Imported(BaseModel):
    """What a file held: the jobs and parts that were added, or the setup that was added to a job."""

    jobs: list[JobSummary]
    parts: BroughtIn | None
    setup: SetupRecord | None


@router.get("/archive", response_class=Response, responses={200: {"content": {"application/zip": {}}}})
def read_archive(store: TheStore) -> Response:
    """Every job and the shelf, in one archive."""
    now = datetime.now(UTC)
    headers = {"Content-Disposition": f'attachment; filename="kettledrum-{now:%Y-%m-%d}.zip"'}
    content = pack(store.everything(), now.isoformat(timespec="seconds"))
    return Response(content, media_type="application/zip", headers=headers)


@router.post("/import/kind", openapi_extra=FILE_BODY)
def tell_kind(beginning: Annotated[bytes, Depends(file_of_at_most(64_000))]) -> KindOfFile:
    """What a file holds, by how it begins, so that the view that can do most with it takes it."""
    return KindOfFile(kind=kind_of(beginning))


@router.post(
    "/import",
    status_code=201,
    response_model_exclude_unset=True,
    openapi_extra=FILE_BODY,
)
def import_file(
    store: TheStore,
    content: Annotated[bytes, Depends(file_of_at_most(MOST_ARCHIVE_BYTES))],
    job_id: Annotated[str | None, Query(description="The job that a setup goes into.")] = None,
) -> Imported:
    """Adds what a file holds: a setup to a job, a job, parts, or all of an archive; the whole or nothing."""
    found = read_any(content)
    if isinstance(found, Setup):
        if job_id is None:
            raise InvalidInput(
                [Problem("", "the file holds a setup; open the job that it is to go into first")]
            )
        return Imported(jobs=[], parts=None, setup=store.jobs.add_setup(job_id, found, rename=True))
    jobs, parts = store.take_in(found)
    return Imported(
        jobs=[JobSummary(id=job.id, name=job.need.name, setup_count=len(job.setups)) for job in jobs],
        parts=parts if found.parts else None,
        setup=None,
    )


@router.get("/schemas")
def list_schemas() -> list[str]:
    """The names of the file formats' JSON Schemas."""
    return list(FORMATS)


@router.get("/schemas/{name}", response_class=Response, responses={200: {"content": {_JSON_SCHEMA: {}}}})
def read_schema(name: str) -> Response:
    """The JSON Schema of a file format."""
    if name not in FORMATS:
        raise NotFound(f"The schema {name}")
    return Response(schema_text(name), media_type=_JSON_SCHEMA)
