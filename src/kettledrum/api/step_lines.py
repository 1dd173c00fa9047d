"""An answer that tells step by step how far long work has got, a line of JSON each."""

import logging
from collections.abc import AsyncIterator, Callable, Iterator

from fastapi import Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from kettledrum.api import problem_details

_log = logging.getLogger(__name__)
LINES = "application/x-ndjson"


def in_lines(
    request: Request,
    steps: Iterator[BaseModel],
    failed: Callable[[str], BaseModel],
    *,
    without_null: bool = True,
) -> StreamingResponse:
    """Works the steps off one by one, until they end or nobody listens any more.

    What is null is left out `without_null`. `failed` makes the last line of what nobody foresaw: an answer
    that has begun can tell it no other way.
    """

    def following() -> BaseModel | None:
        try:
            return next(steps, None)
        except Exception:
            _log.exception("an answer in lines failed")
            return failed(problem_details.MISTAKE)

    async def lines() -> AsyncIterator[str]:
        while step := await run_in_threadpool(following):
            yield step.model_dump_json(exclude_none=without_null) + "\n"
            if await request.is_disconnected():
                return

    return StreamingResponse(lines(), media_type=LINES)
