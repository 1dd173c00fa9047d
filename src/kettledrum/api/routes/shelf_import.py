"""Parts in from a file of any length: how far it has got is told line by line, and it can be stopped.

Stopping is hanging up: nothing is written before every part has been judged, and then all at one stroke.
"""

from collections.abc import Iterator, Sequence
from typing import Annotated

from fastapi import Depends, Query, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from kettledrum.api.asked import FILE_BODY, file_of_at_most
from kettledrum.api.problem_details import FieldProblem
from kettledrum.api.routing import routed
from kettledrum.api.step_lines import LINES, in_lines
from kettledrum.api.the_store import TheStore
from kettledrum.core.parts.part import Part
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.formats.shelf import MOST_SHELF_BYTES, UnreadPart, places_of, unread_parts
from kettledrum.store import BroughtIn, Store, StoreUnusable

router = routed("shelf", "/shelf", strict=False)

_AT_ONCE = 200
"""Parts judged between two lines."""
MOST_BAD_TOLD = 20


class BadPart(BaseModel):
    """Parts of a file that cannot be taken for one reason: where they stand, the name of a single one, and
    what is wrong.
    """

    where: str
    name: str
    problems: list[FieldProblem]


class BadParts(BaseModel):
    """How many parts cannot be taken, the first reasons why not, how many have others, and how many can."""

    count: int
    first: list[BadPart]
    others: int
    sound: int


class ImportStep(BaseModel):
    """A line of the answer: `done` of so many parts are judged.

    The last line has one of the others: what was added; or the bad parts, over which nothing was added; or
    why it failed.
    """

    done: int
    of: int
    added: BroughtIn | None = None
    bad: BadParts | None = None
    failed: str | None = None


ShelfFile = Annotated[bytes, Depends(file_of_at_most(MOST_SHELF_BYTES))]
SkipBad = Annotated[bool, Query(description="Leave out the parts that are wrong instead of adding none.")]


@router.post(
    "/import",
    response_class=StreamingResponse,
    responses={200: {"model": ImportStep, "content": {LINES: {}}, "description": "A line a step"}},
    openapi_extra=FILE_BODY,
)
async def import_parts(
    request: Request,
    store: TheStore,
    content: ShelfFile,
    skip_bad: SkipBad = False,
) -> StreamingResponse:
    """Adds every part of a shelf file or a table of parts, or none; what is on the shelf already is left."""
    parts = await run_in_threadpool(unread_parts, content)
    steps = _steps(store, parts, skip_bad=skip_bad)
    return in_lines(request, steps, lambda what: ImportStep(done=0, of=len(parts), failed=what))


def _steps(store: Store, unread: Sequence[UnreadPart], *, skip_bad: bool) -> Iterator[ImportStep]:
    parts: list[Part] = []
    bad: dict[tuple[Problem, ...], list[UnreadPart]] = {}
    wrong = 0
    for start in range(0, len(unread), _AT_ONCE):
        for each in unread[start : start + _AT_ONCE]:
            try:
                parts.append(each.part())
            except InvalidInput as error:
                wrong += 1
                bad.setdefault(tuple(error.problems), []).append(each)
        yield ImportStep(done=len(parts) + wrong, of=len(unread))
    last = ImportStep(done=len(unread), of=len(unread))
    if wrong and not skip_bad:
        first = list(bad.items())[:MOST_BAD_TOLD]
        told = sum(len(those) for _, those in first)
        last.bad = BadParts(
            count=wrong, first=[_bad(*each) for each in first], others=wrong - told, sound=len(parts)
        )
    else:
        try:
            last.added = store.shelf.bring_in(parts)
        except (InvalidInput, StoreUnusable) as error:
            last.failed = str(error)
    yield last


def _bad(problems: tuple[Problem, ...], those: list[UnreadPart]) -> BadPart:
    told = [FieldProblem.of(problem) for problem in problems]
    name = those[0].name if len(those) == 1 else ""
    return BadPart(where=places_of(those), name=name, problems=told)
