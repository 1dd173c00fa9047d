"""What was worked out for one setup is kept while another is typed, and never for what has changed."""

import json
from collections.abc import Iterator
from typing import Any

import pytest

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.lineup import comparison, remembered
from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.lineup.remembered import all_riding
from kettledrum.core.parts.prices import whole_price
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


def changes_of(data: Any) -> Iterator[tuple[Brief, tuple[Any, Any]]]:
    """The brief with each figure another, one at a time, as far as it may be."""
    for holder, key in figures_in(data):
        was = holder[key]
        holder[key] = not was if isinstance(was, bool) else was + 1
        try:
            changed = validate(Brief, data)
        except InvalidInput:
            continue
        finally:
            holder[key] = was
        yield changed, (holder, key)


def test_a_figure_that_changes_is_never_answered_from_memory(data):
    told = 0
    del data["road"]["routes"]
    for changed, where in changes_of(data):
        comparison._compared.cache_clear()
        alone = compare(changed).model_dump_json()
        before = compare(validate(Brief, data)).model_dump_json()
        assert compare(changed).model_dump_json() == alone, where
        assert compare(validate(Brief, data)).model_dump_json() == before
        told += alone != before
    assert told > 30


def test_riding_is_never_answered_from_memory_where_it_changes(data):
    told = 0
    del data["road"]["routes"]
    routes = [
        Route(name="Up and down", legs=[{"length_m": 200, "grade": 0.07}, {"length_m": 300, "grade": -0.02}])
    ]
    for changed, where in changes_of(data):
        alone = AllRiding(changed, routes).setups
        before = all_riding(validate(Brief, data), routes).setups
        assert all_riding(changed, routes).setups == alone, where
        told += alone != before
    assert told > 15
    longer = [Route(name="Up and down", legs=[{"length_m": 900, "grade": 0.07}])]
    asked = validate(Brief, data)
    assert all_riding(asked, longer).setups == AllRiding(asked, longer).setups


def test_prices_and_upkeep_are_not_ridden(data):
    remembered._ridden.cache_clear()
    data["setups"][1]["parts"] = [{"name": "lamp"}]
    routes = [Route(name="Up", legs=[{"length_m": 200, "grade": 0.03}])]
    all_riding(validate(Brief, data), routes)
    data["setups"][0]["path"][0] |= {"price": 4321, "care": [{"what": "oil", "every_km": 200}]}
    data["setups"][1] |= {"notes": "Asked in the shop.", "parts": [{"name": "lamp", "price": 12}]}
    data["money"] = {"km_a_year": 1234}
    changed = validate(Brief, data)
    riding = all_riding(changed, routes)
    assert remembered._ridden.cache_info().misses == 1
    assert [each.price for each in riding.setups] == [whole_price(each) for each in changed.setups]


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
