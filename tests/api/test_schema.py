"""The whole API, asked what its own schema allows and what it does not: never a server error."""

import json
from contextlib import nullcontext, suppress

import pytest
import schemathesis
from hypothesis import HealthCheck, given
from hypothesis import strategies as st
from hypothesis.errors import Unsatisfiable
from schemathesis import GenerationMode
from schemathesis.checks import not_a_server_error
from schemathesis.core.errors import InvalidSchema
from schemathesis.specs.openapi.checks import content_type_conformance, response_schema_conformance

from examples import NINE_SPEED_HUB, brief, setup
from fuzzing import examples
from kettledrum.api.app import create_app
from kettledrum.api.schema import schema_text
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.validation import validate
from kettledrum.store import Store

OUR_OWN = {"host": "127.0.0.1"}
ANY_TEXT = {"type", "title", "description", "default"}


def can_be_asked_wrongly(operation) -> bool:
    """Whether some request is none of the schema’s: any text will do for an identity in a path."""
    asked = [each["schema"] for each in operation.get("parameters", [])]
    kinds = [kind for schema in asked for kind in schema.get("anyOf", [schema])]
    any_text = all(kind["type"] in ("string", "null") and kind.keys() <= ANY_TEXT for kind in kinds)
    return "application/json" in operation.get("requestBody", {}).get("content", {}) or not any_text


ASKED = [
    pytest.param(method, path, mode, id=f"{method}-{path}-{mode.value}")
    for path, methods in json.loads(schema_text())["paths"].items()
    for method, operation in methods.items()
    for mode in GenerationMode
    if mode is GenerationMode.POSITIVE or can_be_asked_wrongly(operation)
]


@pytest.fixture(scope="module")
def api(tmp_path_factory):
    store = Store(tmp_path_factory.mktemp("store"))
    yield store, schemathesis.openapi.from_asgi("/api/openapi.json", create_app(store), headers=OUR_OWN)
    store.close()


@pytest.mark.parametrize(("method", "path", "mode"), ASKED)
def test_no_request_makes_the_server_fail(api, method, path, mode):
    store, schema = api
    job = store.jobs.add(validate(Brief, brief(NINE_SPEED_HUB, setup(name="Other"))))
    there = {"job_id": job.id, "setup_id": job.setups[0].id}

    @examples(3, unhealthy=tuple(HealthCheck))
    @given(case=schema[path][method].as_strategy(generation_mode=mode), real=st.booleans())
    def ask(case, real):
        for name in case.path_parameters if real else []:
            # A made-up identity would find nothing, and so go no further.
            case.path_parameters[name] = there.get(name, case.path_parameters[name])
        case.call_and_validate(
            checks=[not_a_server_error, response_schema_conformance, content_type_conformance],
            headers=OUR_OWN,
        )

    # Some wrong bodies are beyond the generator.
    with suppress(Unsatisfiable, InvalidSchema) if mode is GenerationMode.NEGATIVE else nullcontext():
        ask()
