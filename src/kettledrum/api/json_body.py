"""Request bodies go through the same reader as files: both refuse the same things in the same words."""

import asyncio
from collections.abc import Callable, Coroutine
from typing import Any

from fastapi import Request, Response
from fastapi.concurrency import run_in_threadpool
from fastapi.routing import APIRoute
from starlette.exceptions import HTTPException

from kettledrum.api.problem_details import UnreadableBody
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.formats.json_text import MOST_BYTES, parse

LONG_BYTES = 100_000
"""A longer body is worked off beside the event loop."""


async def bounded(request: Request, most_bytes: int) -> bytes:
    """The whole body, which is refused as soon as it grows too large, not once it is held."""
    chunks, size = [], 0
    async for chunk in request.stream():
        size += len(chunk)
        if size > most_bytes:
            raise HTTPException(413, f"At most {most_bytes // 1_000_000} MB can be sent")
        chunks.append(chunk)
    return b"".join(chunks)


class _StrictRequest(Request):
    async def body(self) -> bytes:
        """The whole body, up to the most that is read."""
        if not hasattr(self, "_body"):
            self._body = await bounded(self, MOST_BYTES)
        return self._body

    async def json(self) -> object:
        try:
            return parse(await self.body())
        except InvalidInput as error:
            raise UnreadableBody(error) from error


class StrictJsonRoute(APIRoute):
    """A route that reads its JSON body with `kettledrum.formats.parse`."""

    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        """The handler, given a request that reads strictly."""
        handler = super().get_route_handler()

        async def strict(request: Request) -> Response:
            strictly = _StrictRequest(request.scope, request.receive)
            if len(await strictly.body()) <= LONG_BYTES:
                return await handler(strictly)
            # Reading and judging what is long would keep everybody else waiting: it goes to a thread of its
            # own, with a loop of its own.
            return await run_in_threadpool(asyncio.run, handler(strictly))

        return strict
