"""An answer that tells step by step how far long work has got, a line of JSON each."""

from collections.abc import AsyncIterator, Iterator

from fastapi import Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

LINES = "application/x-ndjson"


def in_lines(request: Request, steps: Iterator[BaseModel]) -> StreamingResponse:
    """Works the steps off one by one, until they end or nobody listens any more."""

    async def lines() -> AsyncIterator[str]:
        while step := await run_in_threadpool(next, steps, None):
            yield step.model_dump_json(exclude_none=True) + "\n"
            if await request.is_disconnected():
                return

    return StreamingResponse(lines(), media_type=LINES)
