"""Request bodies go through the same reader as files: both refuse the same things in the same words."""

from collections.abc import Callable, Coroutine
from typing import Any

from fastapi import Request, Response
from fastapi.routing import APIRoute
from starlette.exceptions import HTTPException

from kettledrum.api.problem_details import UnreadableBody
from kettledrum.core import InvalidInput
from kettledrum.formats import MOST_BYTES, parse


class _StrictRequest(Request):
    async def body(self) -> bytes:
        """The whole body, which is refused as soon as it grows too large, not once it is held."""
        if not hasattr(self, "_body"):
            chunks, size = [], 0
            async for chunk in self.stream():
                size += len(chunk)
                if size > MOST_BYTES:
                    raise HTTPException(413, f"At most {MOST_BYTES // 1_000_000} MB can be sent")
                chunks.append(chunk)
            self._body = b"".join(chunks)
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
            return await handler(_StrictRequest(request.scope, request.receive))

        return strict
