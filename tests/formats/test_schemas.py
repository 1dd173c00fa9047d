"""The JSON Schemas that ship: true to what is read and refused."""

import json

import pytest
from hypothesis import given
from jsonschema import Draft202012Validator

import strategies
from examples import NINE_SPEED_HUB, WHOLE_BRIEF
from kettledrum.formats.schemas import FORMATS, schema_text


@pytest.fixture(params=list(FORMATS), scope="module")
def schema(request):
    return json.loads(schema_text(request.param))


def test_each_is_a_schema(schema):
    Draft202012Validator.check_schema(schema)


BRIEF = Draft202012Validator(json.loads(schema_text("kettledrum-brief-1")))
SETUP = Draft202012Validator(json.loads(schema_text("kettledrum-setup-1")))


@given(strategies.briefs())
def test_every_brief_that_can_be_read_keeps_to_it(data):
    BRIEF.validate(data)


def test_the_examples_keep_to_them():
    SETUP.validate(NINE_SPEED_HUB)
    BRIEF.validate(WHOLE_BRIEF)


@pytest.mark.parametrize(
    "change",
    [
        {"format": "kettledrum-setup/2"},
        {"colour": "red"},
        {"cranks": {"length_mm": 5}},
        {"name": "<b>"},
        {"path": []},
        {"path": [{"kind": "sprockets", "front": [4.5], "rear": [19]}]},
    ],
)
def test_what_is_refused_does_not_keep_to_them(change):
    assert not SETUP.is_valid({**NINE_SPEED_HUB, **change})
