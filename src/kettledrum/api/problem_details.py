"""Every error as RFC 9457 problem details that name the field."""

import logging
from http import HTTPStatus

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from starlette.exceptions import HTTPException

from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.validation import problems
from kettledrum.devices.bench import NotOnTheBench
from kettledrum.store import NotFound, StaleWrite, StoreUnusable

MEDIA_TYPE = "application/problem+json"
MISTAKE = "Kettledrum made a mistake; nothing was written. What happened is in its log."
_log = logging.getLogger(__name__)


class FieldProblem(BaseModel):
    """One field: `where` it stands in what was sent, and `what` is allowed there.

    A `code` tells a problem that a view acts on from others.
    """

    where: str
    what: str
    code: str | None = None

    @classmethod
    def of(cls, problem: Problem) -> "FieldProblem":
        """A problem of the core's as it is told."""
        return cls(where=problem.where, what=problem.what, code=problem.code)


class ProblemDetails(BaseModel):
    """RFC 9457. `problems` names each field; `version` is the version now, where a write was stale."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str
    problems: list[FieldProblem] = []
    version: int | None = None


_PROBLEM = {"$ref": "#/components/schemas/ProblemDetails"}
ERRORS: dict[int | str, dict[str, object]] = {
    status: {"content": {MEDIA_TYPE: {"schema": _PROBLEM}}, "description": HTTPStatus(status).phrase}
    for status in (400, 404, 409, 413, 415, 422, 503)
}
"""What any route may answer instead of its result; for the schema. A model for each would have to be built
again for each route, at every start; the schema gets it from `TOLD_ONCE`."""
TOLD_ONCE: dict[int | str, dict[str, object]] = {503: {**ERRORS[503], "model": ProblemDetails}}
"""For one route, which takes the model into the schema."""


class UnreadableBody(HTTPException):
    """The body is no JSON that can be read."""

    def __init__(self, error: InvalidInput) -> None:
        super().__init__(400, str(error))
        self.problems = error.problems


def answer(
    status: int, detail: str, found: list[Problem] | None = None, version: int | None = None
) -> JSONResponse:
    """An answer of problem details."""
    body = ProblemDetails(
        title=HTTPStatus(status).phrase,
        status=status,
        detail=detail,
        problems=[FieldProblem.of(problem) for problem in found or []],
        version=version,
    )
    return JSONResponse(body.model_dump(exclude_none=True), status, media_type=MEDIA_TYPE)


def _on_request_validation(_request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    if error.body is None and any(tuple(entry["loc"]) == ("body",) for entry in error.errors()):
        return answer(422, "the file is empty; a JSON object was expected")
    if isinstance(error.body, bytes):
        return answer(415, "What is sent must be JSON, with the content type application/json")
    entries = [{**entry, "loc": entry["loc"][1:], "in": entry["loc"][0]} for entry in error.errors()]
    found = problems([entry for entry in entries if entry["in"] == "body"], error.body)
    asked = [entry for entry in entries if entry["in"] != "body"]
    # A model over all that is asked behind the path has no place of its own.
    found += problems(asked, {place: None for entry in asked for place in entry["loc"][:1]})
    return answer(422, str(InvalidInput(found)), found)


def _on_http(_request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    found = error.problems if isinstance(error, UnreadableBody) else None
    return answer(error.status_code, str(error.detail), found)


def _on_invalid(_request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, InvalidInput)
    return answer(422, str(error), error.problems)


def _on_not_found(_request: Request, error: Exception) -> JSONResponse:
    return answer(404, str(error))


def _on_stale(_request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, StaleWrite)
    return answer(409, str(error), version=error.current)


def _on_unusable(_request: Request, error: Exception) -> JSONResponse:
    return answer(503, str(error))


def _on_anything(_request: Request, error: Exception) -> JSONResponse:
    _log.error("an answer failed", exc_info=error)
    return answer(500, MISTAKE)


def install(app: FastAPI) -> None:
    """Makes an app answer every error with problem details."""
    for kind, handler in (
        (RequestValidationError, _on_request_validation),
        (HTTPException, _on_http),
        (InvalidInput, _on_invalid),
        (NotFound, _on_not_found),
        (NotOnTheBench, _on_not_found),
        (StaleWrite, _on_stale),
        (StoreUnusable, _on_unusable),
        (Exception, _on_anything),
    ):
        app.add_exception_handler(kind, handler)
