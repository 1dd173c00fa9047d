"""What a change costs or saves, in words, against the costs of the two as setups of their own."""

import pytest
from test_costs import CHAIN, MONEY, OIL, bike

from examples import brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.keeping.changed import changed_costs
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate


def changed(before, after, **money) -> str:
    """`before` and `after` as in a file."""
    job = validate(Brief, brief(bike("Other"), money={**MONEY, **money}))
    return changed_costs(job, validate(Setup, before), validate(Setup, after))


def test_a_dearer_hub_is_told_with_what_it_costs_more():
    # 100 + 900 + 50 + 150, a fifth of it got back: 960; chain at 4000 … 28,000 km: 7 × 25; oil at 4500 …
    # 27,000: 6 × 16; the case at 20,000: 240 and 60. The other hub costs 200 more, of which 160 stay.
    assert changed(bike(), bike(hub_price=1100)) == (
        "Over 5 years and 30,000 km it costs 1,691 crowns instead of 1,531 crowns: 160 more."
    )


def test_a_chain_that_is_spared_is_money_and_work():
    # 7 chains of 25 and a quarter of an hour each.
    told = changed(bike(), bike(chain=()))
    assert told == (
        "Over 5 years and 30,000 km it costs 1,356 crowns instead of 1,531 crowns: 175 less, with 2 hours "
        "of your own work instead of 4."
    )


def test_what_changes_no_cost_costs_what_it_did():
    assert changed(bike(), bike("Two")) == "Over 5 years and 30,000 km it costs what it did, 1,531 crowns."


def test_nothing_is_said_of_what_nothing_is_known_of():
    bare = setup(sprockets([42], [21]), hub(0.5, 1.0), name="Bare")
    assert changed(bare, bare) == ""


@pytest.mark.parametrize("swapped", [False, True])
def test_what_lacks_a_price_is_at_least_so_much(swapped):
    pair = [bike(inside=(OIL,)), setup(sprockets([42], [21]), hub(0.5), name="Bare")]
    told = changed(*(pair[::-1] if swapped else pair), own_an_hour=20)
    assert told.count("at least") == 2
    assert ("more" in told) == swapped


def test_a_cheaper_life_is_never_more():
    told = changed(bike(chain=(CHAIN,)), bike(chain=({**CHAIN, "every_km": 8000},)))
    assert " less" in told
    assert " more" not in told
