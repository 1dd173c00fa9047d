"""What several routes are asked in the same way: the version of a write, one setup of a brief, a file."""

from collections.abc import Awaitable, Callable
from typing import Annotated, Any

from fastapi import Query, Request

from kettledrum.api.json_body import bounded
from kettledrum.core.job.brief import Brief, named
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.quantities import Model, Name

BasedOn = Annotated[int, Query(description="The version that the change was based on.")]

FILE_BODY: dict[str, Any] = {
    "requestBody": {
        "required": True,
        "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
    }
}
"""For the schema: the body of a route is a file."""


def file_of_at_most(most_bytes: int) -> Callable[[Request], Awaitable[bytes]]:
    """A dependency that reads the body as a file, which is refused as soon as it grows too large."""

    async def content(request: Request) -> bytes:
        return await bounded(request, most_bytes)

    return content


class OfOneSetup(Model):
    """A brief, and the name of the setup in it that is meant."""

    brief: Brief
    setup: Name

    @property
    def meant(self) -> Setup:
        """The setup that is meant. Raises InvalidInput where the brief has none of that name."""
        return named(self.brief, self.setup)
