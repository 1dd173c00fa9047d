"""What was worked out for one setup is kept while another is typed, and never for what has changed."""

import json
from collections.abc import Iterator
from typing import Any

import pytest

from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup import comparison
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.demo import honey_round
from kettledrum.formats.files import as_json


@pytest.fixture
def data() -> Any:
    held: Any = as_json(honey_round())
    # Two setups, one of them the reference, ask as much as seven.
    kept = ("Fourteen-speed hub", held["reference"])
    held["setups"] = [each for each in held["setups"] if each["name"] in kept]
    assert len(held["setups"]) == 2
    return held


def figures_in(held: Any) -> Iterator[tuple[Any, Any]]:
    """Every figure and yes or no in a document: what holds it, and under which key."""
    for key, value in list(held.items() if isinstance(held, dict) else enumerate(held)):
        if isinstance(value, dict | list):
            yield from figures_in(value)
        elif isinstance(value, bool | int | float):
            yield held, key


def test_a_figure_that_changes_is_never_answered_from_memory(data):
    told = 0
    del data["road"]["routes"]
    for holder, key in figures_in(data):
        was = holder[key]
        holder[key] = not was if isinstance(was, bool) else was + 1
        try:
            changed = validate(Brief, data)
        except InvalidInput:
            holder[key] = was
            continue
        comparison._compared.cache_clear()
        alone = compare(changed).model_dump_json()
        holder[key] = was
        before = compare(validate(Brief, data)).model_dump_json()
        assert compare(changed).model_dump_json() == alone, (holder, key)
        assert compare(validate(Brief, data)).model_dump_json() == before
        told += alone != before
    assert told > 30


def test_only_what_was_typed_is_worked_out_again(data):
    comparison._compared.cache_clear()
    compare(validate(Brief, data))
    at = next(at for at, each in enumerate(data["setups"]) if each["name"] != data["reference"])
    data["setups"][at]["path"][0]["front"] = [39]
    compare(validate(Brief, data))
    assert comparison._compared.cache_info().misses == 3
    assert comparison._compared.cache_info().hits == 1


def test_what_is_paid_weighed_or_noted_has_nothing_worked_out_again(data):
    comparison._compared.cache_clear()
    compare(validate(Brief, data))
    data["money"] = {**(data.get("money") or {}), "km_a_year": 1234}
    data["weighing"] = {"weights": {"price": 3}}
    data["notes"] = "Asked in the shop."
    compare(validate(Brief, data))
    assert comparison._compared.cache_info().misses == len(data["setups"])


def test_the_points_of_roads_make_no_difference_to_the_setups(data):
    whole = compare(validate(Brief, data)).model_dump_json()
    comparison._compared.cache_clear()
    without = json.loads(json.dumps(data))
    del without["road"]["routes"]
    assert compare(validate(Brief, without)).model_dump_json() == whole
