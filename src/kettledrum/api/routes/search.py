"""The search over all that the shelf can make: step by step, and one drive of it in full.

What searches is loaded when it is first asked for, so that a start need not wait for it.
"""

from collections.abc import Iterator
from typing import Annotated

from fastapi import Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import Field

from kettledrum.api.problem_details import FieldProblem
from kettledrum.api.routing import routed
from kettledrum.api.step_lines import LINES, in_lines
from kettledrum.api.the_store import TheStore
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.parts.part import Part
from kettledrum.core.search.asked import SearchAsked, TeethOfDrive
from kettledrum.core.search.result import SearchAnswer, SearchStep
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.quantities import Model

router = routed("search", "/jobs/{job_id}")


class SearchBody(Model):
    """A brief, which may be a draft, and what a drive must be."""

    brief: Brief
    asked: SearchAsked


class SearchLine(SearchStep):
    """A line of the answer; `ids` are the parts of the shelf by their place, where anything is found yet. The
    last line may have what is wrong instead.
    """

    ids: list[str] | None = None
    problems: list[FieldProblem] | None = None


class DriveBody(Model):
    """A drive of a search by the ids of its parts and its teeth."""

    brief: Brief
    parts: Annotated[list[str], Field(max_length=5)]
    teeth: TeethOfDrive


@router.post(
    "/search",
    response_class=StreamingResponse,
    responses={200: {"model": SearchLine, "content": {LINES: {}}, "description": "A line a step"}},
)
async def search_drives(
    job_id: str, body: SearchBody, request: Request, store: TheStore
) -> StreamingResponse:
    """Judges everything that the shelf can make for a job. Hanging up stops it."""
    routes, records = await run_in_threadpool(
        lambda: ([route for _, route in store.roads.routes(job_id)], store.shelf.parts())
    )
    steps = _lines(body, routes, [each.part for each in records], [each.id for each in records])
    return in_lines(
        request,
        steps,
        lambda what: SearchLine(done=0, of=0, doing="done", problems=[FieldProblem(where="", what=what)]),
        without_null=False,
    )


def _lines(body: SearchBody, routes: list[Route], parts: list[Part], ids: list[str]) -> Iterator[SearchLine]:
    from kettledrum.core.search.search import searched

    try:
        for step in searched(body.brief, None, routes, parts, body.asked):
            yield SearchLine.model_construct(**dict(step), ids=ids if step.found else None, problems=None)
    except InvalidInput as error:
        problems = [FieldProblem(where=each.where, what=each.what) for each in error.problems]
        yield SearchLine(done=0, of=0, doing="done", problems=problems)


@router.post("/search/drive")
def tell_drive(job_id: str, body: DriveBody, store: TheStore) -> SearchAnswer:
    """One drive of a search in full: what it covers, why, what it gives up, and the setup that it is."""
    from kettledrum.core.search.one_drive import one_drive

    routes = [route for _, route in store.roads.routes(job_id)]
    return one_drive(body.brief, routes, [store.shelf.part(each) for each in body.parts], body.teeth)
