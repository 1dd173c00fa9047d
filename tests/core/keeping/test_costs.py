"""Costs over the years: by hand, by riding day by day, and as nature has it."""

from copy import deepcopy

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import WHEEL, brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.money import Money
from kettledrum.core.job.route import Leg, Rides, Route
from kettledrum.core.job.weighing import Unsure
from kettledrum.core.keeping.costs import MOST_EVENTS, costs
from kettledrum.core.keeping.owned import Owned
from kettledrum.core.keeping.rates import rates
from kettledrum.core.keeping.tips import tips
from kettledrum.core.terms.validation import validate
from kettledrum.core.verdict.drawn_costs import drawn_costs
from kettledrum.core.verdict.draws import Luck
from kettledrum.demo import honey_round, seaweed_barrow

MONEY = {
    "currency": "crowns",
    "years": 5,
    "km_a_year": 6000,
    "workshop_an_hour": 60,
    "own_an_hour": 0,
    "day_without": 0,
    "electricity_a_kwh": 0.3,
    "sold_for": 0.2,
}
CHAIN = {
    "what": "new chain",
    "every_km": {"low": 2500, "typical": 4000, "high": 7000},
    "minutes": 15,
    "cost": 25,
}
OIL = {"what": "oil change", "every_km": 4500, "every_months": 12, "minutes": 20, "cost": 16}
CASE = {
    "what": "case sent away",
    "every_km": 20000,
    "cost": 240,
    "by": "workshop",
    "minutes": 60,
    "away_days": 20,
}


def bike(name="One", price=100, chain=(CHAIN,), inside=(OIL, CASE), hub_price=900):
    return setup(
        {**sprockets([42], [21]), "price": price, "care": list(chain)},
        {**hub(0.5, 1.0, 2.0), "price": hub_price, "care": list(inside)},
        name=name,
        cranks={"length_mm": 170, "price": 50},
        wheel={**WHEEL, "price": 150},
    )


def worked_out(*setups, routes=(), **money):
    data = brief(*setups, money={**MONEY, **money})
    return costs(validate(Brief, data), routes)


def test_by_hand():
    # 500 km a month, 60 months. Chain: every 8 months at 8 … 56: 7 times. Oil: every 9 months (4500 km before
    # 12 months): 6 times, at 9 … 54. Case: every 40 months: once.
    [one] = worked_out(bike()).setups
    assert one.purchase == 1200
    assert one.parts == 7 * 25 + 6 * 16 + 240 == 511
    assert one.own_hours == pytest.approx((7 * 15 + 6 * 20) / 60)
    assert one.workshop == 60
    assert (one.workshop_visits, one.days_without, one.days_without_cost) == (1, 20, 0)
    assert one.sold == 240
    assert one.total == 1200 - 240 + 511 + 60
    assert one.a_km == pytest.approx(one.total / 30_000)
    # All lives at their longest: a chain every 14 months, 4 times; at their shortest every 5, 11 times.
    assert one.total_spread == (one.total - 3 * 25, one.total + 4 * 25)
    # By the end of the first year a chain and an oil change; the case in the fourth.
    assert one.by_year[0] == 1200 + 25 + 16
    assert one.by_year[-1] == one.total + one.sold
    assert [(each.month, each.part, each.what) for each in one.events[:3]] == [
        (8, "sprockets", "new chain"),
        (9, "hub", "oil change"),
        (16, "sprockets", "new chain"),
    ]
    assert one.events[0].km == 4000
    assert one.events[0].money == 25
    assert [each.says for each in one.events[:3]] == [
        "1 × 4,000 km; 25 for material and 15 minutes",
        "1 × 4,500 km; 16 for material and 20 minutes",
        "2 × 4,000 km; 25 for material and 15 minutes",
    ]


def test_of_several_setups_each_has_its_own_sums_and_its_own_that_nothing_makes_due():
    wet = {"what": "oil after water", "after": ["dunking"], "cost": 9}
    alone = [bike("A"), bike("B", chain=()), bike("C", chain=(), inside=()), bike("D", inside=(OIL, wet))]
    together = worked_out(*alone).setups
    for one, made in zip(together, alone, strict=True):
        assert one == worked_out(made).setups[0]
    assert [each.unplanned for each in together] == [[], [], [], ["oil after water (hub)"]]
    twice = worked_out(bike("A", inside=(wet,)), bike("B", inside=(OIL, wet))).setups
    assert [each.unplanned for each in twice] == [["oil after water (hub)"]] * 2


def test_each_event_says_how_it_comes_about():
    tasks = [
        {"what": "looked over", "every_months": 1, "by": "workshop", "minutes": 30, "away_days": 2},
        {"what": "oil", "every_km": 50_000, "every_months": 18.5, "cost": 8.5},
        {"what": "cleaned", "every_km": 500, "every_months": 1},
        {"what": "dried", "after": ["dunking"]},
    ]
    [one] = worked_out(bike(chain=tasks, inside=[]), day_without=4).setups
    says = {each.what: each.says for each in one.events}
    assert says["looked over"] == "59 × 1 month; 30 minutes at 60 an hour and 2 days without at 4.00"
    assert says["oil"] == "3 × 18.5 months; 8.50 for material"
    assert "dried" not in says
    # Just as soon by either: by the months.
    assert says["cleaned"] == "59 × 1 month"
    [one] = worked_out(bike(chain=tasks[:1], inside=[])).setups
    assert one.events[1].says == "2 × 1 month; 30 minutes at 60 an hour"


def test_work_and_days_are_paid_at_their_rates():
    plain = worked_out(bike()).setups[0]
    paid = worked_out(bike(), own_an_hour=12, day_without=5).setups[0]
    assert paid.own_labour == pytest.approx(plain.own_hours * 12)
    assert paid.days_without_cost == 100
    assert paid.total == pytest.approx(plain.total + paid.own_labour + 100)


def test_what_falls_on_the_last_day_is_not_done_any_more():
    yearly = {"what": "look it over", "every_months": 12, "cost": 10}
    [one] = worked_out(bike(chain=[yearly], inside=[]), years=3).setups
    assert [each.month for each in one.events] == [12, 24]
    assert one.by_year == [1200, 1210, 1220]
    # A life whose months are no round number in binary ends on the last day as well.
    [one] = worked_out(bike(chain=[{**yearly, "every_months": 0.1}], inside=[]), years=1).setups
    assert len(one.events) == 119


def test_what_is_done_once_is_paid_once_wherever_it_is_counted():
    once = {"what": "spokes brought to tension", "every_km": 500, "cost": 40, "once": True}
    often = {"what": "oiled", "every_km": 6000, "cost": 10}
    [one] = worked_out(bike(chain=[once, often], inside=[])).setups
    assert [event.what for event in one.events].count("spokes brought to tension") == 1
    assert one.parts == 40 + 4 * 10
    assert one.total_spread == (one.total, one.total)
    # The curve, the years, and what another rate would change know it as well.
    assert one.curve.typical[2] == one.purchase + 40
    assert one.by_year[-1] == one.purchase + one.parts
    both = validate(
        Brief,
        brief(
            bike(chain=[once], inside=[]),
            bike("Two", chain=[{**once, "cost": 50}], inside=[]),
            money={**MONEY, "own_an_hour": 10},
        ),
    )
    found = next(tip for tip in tips(both, []) if tip.what == "price")
    # Ten cheaper over the years, of which 80 % of a price are paid: so much dearer it may be.
    assert abs(found.at - found.now) == pytest.approx(10 / 0.8)
    rate = rates(both, [])
    drawn = drawn_costs(Owned.of(both.setups[0], rate, None), rate, Luck(Unsure()))
    assert float(drawn.total.mean()) == pytest.approx(costs(both, []).setups[0].total, rel=0.01)


def test_missing_prices_are_named_and_the_total_is_at_least():
    unpriced = bike()
    del unpriced["path"][1]["price"]
    found = worked_out(unpriced)
    assert found.setups[0].missing == ["hub"]
    assert found.setups[0].purchase == 300
    assert "at least" in found.setups[0].says


def test_a_year_is_as_long_as_its_roads():
    there = Route(name="There", legs=[Leg(length_m=20_000, grade=0)], rides=Rides(count=4, per="week"))
    once = Route(name="Once", legs=[Leg(length_m=90_000, grade=0)])
    money = {key: value for key, value in MONEY.items() if key != "km_a_year"}
    job = validate(Brief, brief(bike(), money=money))
    found = costs(job, [there, once])
    assert found.km_a_year == 4 * 52 * 20
    assert [each.where for each in found.assumed] == ["money.km_a_year"]
    assert costs(job, []).km_a_year == 3000
    assert costs(job, [once]).km_a_year == 3000


def test_without_money_of_the_brief_all_is_assumed_and_said():
    found = costs(validate(Brief, brief(bike())), [])
    assert [each.where for each in found.assumed] == [
        "money.years",
        "money.km_a_year",
        "money.workshop_an_hour",
    ]
    assert (found.years, found.km_a_year, found.setups[0].sold) == (5, 3000, 0)


def test_without_riding_only_time_makes_things_due():
    [one] = worked_out(bike(), km_a_year=0).setups
    assert {each.what for each in one.events} == {"oil change"}
    assert one.a_km is None
    assert one.unplanned == ["new chain (sprockets)", "case sent away (hub)"]


def test_a_chain_of_ten_km_is_counted_though_not_all_of_it_is_listed():
    ten = {"what": "new chain", "every_km": 10, "cost": 1}
    [one] = worked_out(bike(chain=[ten], inside=[]), years=20).setups
    assert one.parts == 20 * 600 - 1
    assert len(one.events) == MOST_EVENTS
    assert one.more_events == 20 * 600 - 1 - MOST_EVENTS
    [far] = worked_out(bike(chain=[ten], inside=[]), years=40, km_a_year=200_000).setups
    assert far.parts == 40 * 20_000 - 1
    assert far.by_year[-1] == far.total + far.sold
    assert far.curve.typical[12] == 1200 + 20_000


def test_a_motor_draws_what_its_middle_level_does():
    motor = {
        "at": "cranks",
        "torque_nm": 60,
        "power_w": 250,
        "price": 0,
        "battery": {"energy_wh": 500},
        "assist": {
            "levels": [
                {"name": "low", "share": 0.5},
                {"name": "mid", "share": 1},
                {"name": "high", "share": 2},
            ]
        },
    }
    from kettledrum.core.motors.range import setup_ranges

    driven = {**bike(chain=[], inside=[]), "motors": [motor]}
    job = validate(Brief, brief(driven, money=MONEY))
    [one] = costs(job, []).setups
    middle = setup_ranges(job, [])[0].levels[1]
    assert middle.level == "mid"
    assert one.energy == pytest.approx(30_000 * middle.wh_km / 0.9 / 1000 * 0.3)
    assert one.missing == []
    assert one.total == pytest.approx(one.purchase - one.sold + one.energy)
    # Nothing falls due: a curve and years that rise by the energy alone.
    assert one.curve.typical[30] == pytest.approx(1200 + one.energy / 2)
    assert one.by_year[1] == pytest.approx(1200 + one.energy * 2 / 5)
    undriven = {**bike("Two", chain=[], inside=[], hub_price=1000)}
    both = validate(Brief, brief({**driven, "name": "One"}, undriven, money=MONEY))
    price = next(each for each in tips(both, []) if each.what == "price")
    # 80 more of the hub stay; what is drawn is to be made up for.
    assert (price.now - price.at) * 0.8 == pytest.approx(abs(80 - one.energy))
    unknown = deepcopy(driven)
    del unknown["motors"][0]["battery"]
    [blind] = costs(validate(Brief, brief(unknown, money=MONEY)), []).setups
    assert (blind.energy, blind.missing) == (0, ["what its motors draw"])


tasks = st.fixed_dictionaries(
    {"what": st.just("it")},
    optional={
        "every_months": st.integers(1, 40),
        "minutes": st.integers(0, 90),
        "away_days": st.integers(0, 9),
        "once": st.booleans(),
    },
).flatmap(
    lambda task: st.builds(
        lambda km, cost, by: {**task, "every_km": km, "cost": cost, "by": by},
        st.integers(300, 30_000),
        st.integers(0, 300),
        st.sampled_from(["owner", "workshop"]),
    )
)


def day_by_day(task: dict, money: dict) -> float:
    """What a task comes to, ridden in twentieths of a day, thirty days a month."""
    at = 600
    every = min(task["every_km"] / (money["km_a_year"] / 12), task.get("every_months", 1e9))
    an_hour = money["workshop_an_hour"] if task["by"] == "workshop" else money["own_an_hour"]
    each = (
        task["cost"] + task.get("minutes", 0) / 60 * an_hour + task.get("away_days", 0) * money["day_without"]
    )
    last = total = 0.0
    for step in range(1, 12 * money["years"] * at):
        if step / at - last >= every - 1e-9:
            last += every
            total += each
            if task.get("once"):
                break
    return total


@given(tasks, st.integers(1, 4), st.integers(0, 12_000), st.integers(0, 30))
def test_the_rule_against_riding_day_by_day(task, years, km_a_year, an_hour):
    money = {
        **MONEY,
        "years": years,
        "km_a_year": max(km_a_year, 1),
        "own_an_hour": an_hour,
        "day_without": 3,
    }
    [one] = worked_out(bike(chain=[task], inside=[]), **money).setups
    spent = one.total - one.purchase + one.sold
    each = task["cost"] + task.get("minutes", 0) + task.get("away_days", 0) * 3 + an_hour
    # A time that falls within a step of the end may be counted on either side of it.
    assert abs(spent - day_by_day(task, money)) <= each + 1e-6
    every = min(task["every_km"] / (money["km_a_year"] / 12), task.get("every_months", 1e9))
    if abs(12 * years / every - round(12 * years / every)) > 0.01:
        assert spent == pytest.approx(day_by_day(task, money))


@given(st.lists(tasks, max_size=4), tasks, st.integers(1, 6), st.integers(500, 9000))
def test_as_nature_has_it(some, more, years, km_a_year):
    money = {"years": years, "km_a_year": km_a_year, "own_an_hour": 10, "day_without": 2}
    [one] = worked_out(bike(chain=some, inside=[]), **money).setups
    low, high = one.total_spread
    assert low - 1e-9 <= one.total <= high + 1e-9
    pieces = one.purchase - one.sold + one.parts + one.own_labour + one.workshop
    assert one.total == pytest.approx(pieces + one.energy + one.days_without_cost)
    assert one.by_year == sorted(one.by_year)
    assert one.by_year[-1] == pytest.approx(one.total + one.sold)
    assert sum(each.money for each in one.events) == pytest.approx(one.by_year[-1] - one.purchase)
    assert one.curve.typical[0] == one.purchase
    # More to do, more riding, shorter lives are never cheaper.
    [busier] = worked_out(bike(chain=[*some, more], inside=[]), **money).setups
    [farther] = worked_out(bike(chain=some, inside=[]), **{**money, "km_a_year": km_a_year * 1.3}).setups
    lasting = [{**task, "every_km": task["every_km"] * 1.2} for task in some]
    [longer] = worked_out(bike(chain=lasting, inside=[]), **money).setups
    assert busier.total >= one.total - 1e-9
    assert farther.total >= one.total - 1e-9
    assert longer.total <= one.total + 1e-9


@pytest.mark.parametrize("job", [honey_round(), seaweed_barrow()], ids=lambda job: job.name)
def test_what_is_remembered_of_a_setup_stands_for_nothing_else(job):
    """Costs asked for again and again, with one figure changed each time, are those of a job never seen."""
    routes = job.road.routes or []
    money = job.money or Money()
    changes = [
        {},
        *({"money": money.model_copy(update={key: value})} for key, value in (
            ("years", 3), ("years", 17), ("km_a_year", 900.0), ("workshop_an_hour", 11.0),
            ("own_an_hour", 7.0), ("day_without", 21.0), ("electricity_a_kwh", 2.0), ("sold_for", 0.9),
            ("currency", "shells"),
        )),
        {"setups": [*job.setups[1:], job.setups[0]]},
        {"setups": [job.setups[0].model_copy(update={"path": job.setups[1].path}), *job.setups[1:]]},
        {},
    ]  # fmt: skip
    for change in changes:
        changed = job.model_copy(update=change)
        anew = changed.model_copy(update={"setups": [each.model_copy() for each in changed.setups]})
        assert costs(changed, routes) == costs(anew, routes)


@pytest.mark.parametrize("job", [honey_round(), seaweed_barrow()], ids=lambda job: job.name)
def test_each_curve_ends_at_its_own_total(job):
    """With the longest lives it is the cheapest, with the shortest the dearest; nothing is sold in them."""
    found = costs(job, job.road.routes or []).setups
    for each in found:
        low, high = each.total_spread
        ends = [curve[-1] for curve in (each.curve.cheapest, each.curve.typical, each.curve.dearest)]
        assert ends == pytest.approx([total + each.sold for total in (low, each.total, high)])
    assert any(each.total_spread[0] < each.total < each.total_spread[1] for each in found)
