"""What would tip who is cheapest: just beyond the told value another leads, just before it does not."""

from copy import deepcopy

import pytest

from examples import WHEEL, brief, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.keeping.costs import costs
from kettledrum.core.keeping.tips import tips
from kettledrum.core.terms.validation import validate
from kettledrum.demo import demo_jobs

MONEY = {"years": 5, "km_a_year": 2000, "workshop_an_hour": 60, "own_an_hour": 0, "sold_for": 0.1}


def job(*setups, **money) -> Brief:
    return validate(Brief, brief(*setups, money={**MONEY, **money}))


def bike(name, price, *care):
    return setup(
        {**sprockets([42], [21]), "price": price, "care": list(care)},
        name=name,
        cranks={"length_mm": 170, "price": 0},
        wheel={**WHEEL, "price": 0},
    )


CHAIN = {"what": "new chain", "every_km": 1500, "cost": 30}
CHEAP, DEAR = bike("cheap", 100, CHAIN), bike("dear", 300)


def cheapest(brief: Brief) -> str:
    return min(costs(brief, []).setups, key=lambda each: each.total).name


def test_by_hand():
    # 180 more to buy, with a tenth back: the seventh chain makes the cheap one the dearer, 10,500 km on.
    found = {each.what: each for each in tips(job(CHEAP, DEAR), [])}
    assert found["km a year"].at == pytest.approx(2100, rel=1e-6)
    assert found["km a year"].leads == "dear"
    assert found["km a year"].says == "“dear” would cost least from 2,100 km a year."
    assert found["lives"].at == pytest.approx(10_000 / 10_500, rel=1e-6)
    assert found["lives"].says == "“dear” would cost least if all parts lasted 4.8 % shorter."
    # Six chains are 180 by now, which is just what it costs more.
    assert "price" not in found
    assert "an hour of a workshop" not in found


def test_what_is_told_is_never_as_it_is_now():
    # 6 chains of 30.03 are more than 180; at 1999.5 km a year they are 6 as well.
    near = bike("cheap", 100, {**CHAIN, "every_km": 1666.5, "cost": 30.03})
    found = {each.what: each for each in tips(job(near, DEAR, km_a_year=1999.5), [])}
    assert found["km a year"].at == pytest.approx(1999.8, rel=1e-6)
    assert found["km a year"].says == "“dear” would cost least from 2,000 km a year."
    assert found["lives"].says == "“dear” would cost least if all parts lasted 0.1 % shorter."


def test_what_lasts_far_longer_is_told_in_times():
    # Six chains of 30 in 10,000 km are more than 135, what stays of 150 more to buy; four, of 2,000 km, are
    # not: a third longer. Of 30 more, 27 stay, and that takes no chain at all: 10,000 km, 6.7 times as long.
    def lives(dearer):
        tried = {each.what: each for each in tips(job(CHEAP, bike("dear", 100 + dearer)), [])}
        return tried["lives"].at, tried["lives"].says

    at, says = lives(150)
    assert (at, says) == (
        pytest.approx(4 / 3, rel=1e-6),
        "“cheap” would cost least if all parts lasted 33 % longer.",
    )
    at, says = lives(30)
    assert at == pytest.approx(10_000 / 1500, rel=1e-6)
    assert says == "“cheap” would cost least if all parts lasted 6.7 times as long."


def test_chains_alone_may_last_otherwise():
    oil = {"what": "oil", "every_km": 1500, "cost": 30}
    # Six chains and six oils of 30 in 10,000 km, against 500 more to buy, of which a tenth comes back: 15 of
    # either make them level, and with ten chains there are 16.
    both = bike("both", 100, CHAIN, oil)
    found = {each.what: each for each in tips(job(both, bike("dear", 600)), [])}
    assert found["chains"].at == pytest.approx(10_000 / 10 / 1500, rel=1e-6)
    assert found["chains"].leads == "dear"
    assert found["chains"].says == "“dear” would cost least if chains lasted 33 % shorter."
    # Of both together eight are enough.
    assert found["lives"].at == pytest.approx(10_000 / 8 / 1500, rel=1e-6)
    # Where there is no chain, none could last otherwise.
    assert "chains" not in {each.what for each in tips(job(bike("oiled", 100, oil), bike("dear", 600)), [])}


def test_an_hour_that_costs():
    slow = bike("slow", 100, {**CHAIN, "minutes": 60})
    found = {each.what: each for each in tips(job(slow, bike("dear", 400)), [])}
    # 270 more, less 180 for chains, over six hours.
    hour = found["an hour of your own"]
    assert hour.at == pytest.approx(15, rel=1e-6)
    assert hour.says == "“dear” would cost least if an hour of your own work cost 15 or more."
    assert found["price"].at == pytest.approx(300)


def test_an_hour_of_a_workshop_that_costs():
    # Six chains at two hours of a workshop each, 12 h and 180 of chains, against 360 more to buy with a tenth
    # back: level where 12 hours cost 144.
    shop = bike("shop", 100, {**CHAIN, "minutes": 120, "by": "workshop"})
    found = {each.what: each for each in tips(job(shop, bike("dear", 460), workshop_an_hour=5), [])}
    assert found["an hour of a workshop"].at == pytest.approx((360 * 0.9 - 180) / 12, rel=1e-6)
    assert found["an hour of a workshop"].leads == "dear"


@pytest.mark.parametrize("brief", demo_jobs()[1:], ids=lambda brief: brief.name)
def test_the_costs_say_the_same_on_either_side(brief):
    routes = (brief.road.routes if brief.road else None) or []
    now = costs(brief, routes)
    leads = min(now.setups, key=lambda each: each.total).name
    for tip in tips(brief, routes):
        assert tip.leads != leads
        if tip.what not in ("km a year", "an hour of your own", "an hour of a workshop"):
            continue
        key = {"km a year": "km_a_year", "an hour of your own": "own_an_hour"}.get(
            tip.what, "workshop_an_hour"
        )
        for side, found in ((1.001, tip.leads), (0.999, leads)):
            value = tip.at * side if tip.at > tip.now else tip.at / side
            money = brief.money.model_copy(update={"km_a_year": now.km_a_year, key: value})
            there = costs(brief.model_copy(update={"money": money}), routes)
            assert min(there.setups, key=lambda each: each.total).name == found


def test_nothing_to_hold_against_each_other():
    assert tips(job(CHEAP), []) == []
    unpriced = deepcopy(DEAR)
    del unpriced["path"][0]["price"]
    assert tips(job(CHEAP, unpriced), []) == []
    # Where all that was paid comes back, no price would tip it.
    assert "price" not in [each.what for each in tips(job(CHEAP, DEAR, sold_for=1), [])]


def test_a_price_that_would_have_to_fall_below_nothing_tips_nothing():
    # Six chains at 8 and at 10 more: 48 and 60 are missing. Half of a price comes back: 96 and 120 of 100.
    def by_price(cost):
        worn = bike("worn", 100, {**CHAIN, "cost": cost})
        found = {each.what: each for each in tips(job(CHEAP, worn, sold_for=0.5), [])}
        return found.get("price")

    tip = by_price(38)
    assert tip.at == pytest.approx(4)
    assert tip.says == "“worn” would cost least if it were 96 cheaper to buy."
    assert by_price(40) is None


def test_motors_that_draw_nobody_knows_what_are_not_held_against_others():
    driven = {**DEAR, "motors": [{"at": "cranks", "torque_nm": 40, "price": 0}]}
    assert tips(job(CHEAP, driven), []) == []


def test_from_a_standstill_riding_is_tried():
    found = {each.what: each for each in tips(job(CHEAP, DEAR, km_a_year=0), [])}
    assert found["km a year"].at == pytest.approx(2100, rel=1e-6)


def test_days_without_count_as_they_cost():
    away = bike(
        "away", 100, {"what": "sent away", "every_km": 4000, "cost": 0, "away_days": 10, "by": "workshop"}
    )
    # Twice in 10,000 km: 20 days at 8.1 each.
    found = {each.what: each for each in tips(job(away, bike("dear", 300), day_without=8.1), [])}
    # 90 + 162 against 270: 18 are missing, 20 of the price.
    assert found["price"].at == pytest.approx(280)
    assert found["price"].leads == "dear"
