"""How every router is made, so that the application takes its routes as they are.

Including routers in each other would make each route, with its models, two or three times at every start.
"""

from typing import Any

from fastapi import APIRouter
from fastapi.routing import APIRoute

from kettledrum.api.json_body import StrictJsonRoute
from kettledrum.api.problem_details import ERRORS


def routed(subject: str, prefix: str = "", *, strict: bool = True) -> APIRouter:
    """A router of the API for a subject; `strict` ones read their bodies as files are read."""
    kind: type[APIRoute] = StrictJsonRoute if strict else APIRoute
    options: dict[str, Any] = {"tags": [subject], "responses": ERRORS, "route_class": kind}
    return APIRouter(prefix=f"/api{prefix}", generate_unique_id_function=_operation_id, **options)


def _operation_id(route: APIRoute) -> str:
    return route.name
