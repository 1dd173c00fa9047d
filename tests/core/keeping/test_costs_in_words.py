"""The answer of the costs in words."""

import pytest

from examples import WITHOUT_COST, brief, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.keeping.costs import costs
from kettledrum.core.terms.in_words import money
from kettledrum.core.terms.validation import validate

MONEY = {"currency": "crowns", "years": 5, "km_a_year": 2000, "workshop_an_hour": 60, "sold_for": 0}
CHAIN = {"what": "new chain", "every_km": 1000, "cost": 30, "minutes": 30}


def bike(name, price, *care):
    stage = {**sprockets([42], [21]), **({} if price is None else {"price": price}), "care": list(care)}
    return setup(stage, name=name, **WITHOUT_COST)


def said(*setups, reference=None, **more):
    data = brief(*setups, money={**MONEY, **more}, **({"reference": reference} if reference else {}))
    return costs(validate(Brief, data), [])


def test_the_cheapest_and_what_has_paid_itself_back():
    # Nine chains by then: 100 + 270; 200 more for the other are paid back by the seventh, after 7000 km.
    found = said(bike("Chained", 100, CHAIN), bike("Dear", 300), reference="Chained")
    assert found.says == (
        "Over 5 years and 10,000 km “Dear” costs least, 300 crowns. It is dearer to buy than “Chained”, and "
        "has paid that back after 7,000 km."
    )
    assert found.setups[0].says == (
        "It costs 370 crowns in 5 years, 0.04 a km: 100 of it to buy. On top: 4 hours of your own work."
    )
    assert found.setups[1].says == "It costs 300 crowns in 5 years, 0.03 a km: 300 of it to buy."


def test_of_several_that_pay_back_that_of_the_reference_is_told():
    # 130 more are paid back by the fifth chain, 230 by the eighth.
    some = [bike("Chained", 100, CHAIN), bike("Better", 230), bike("Best", 330)]
    told = said(*some, reference="Best").says
    assert "“Best” is dearer to buy than “Chained”, and has paid that back after 8,000 km." in told
    assert "after 5,000 km" in said(*some).says


def test_none_pays_itself_back():
    found = said(bike("Chained", 100, CHAIN), bike("Dear", 900))
    assert found.says == (
        "Over 5 years and 10,000 km “Chained” costs least, 370 crowns. None that is dearer to buy pays "
        "itself back in that time."
    )


def test_what_is_not_earned_back_against_the_reference_is_said_with_what_comes_nearest():
    some = [bike("Chained", 100, CHAIN), bike("Dear", 900), bike("Dearer", 1200)]
    nearest = "“Dear” comes nearest, 530 crowns more."
    found = said(*some, reference="Chained")
    assert found.says == (
        "Over 5 years and 10,000 km “Chained” costs least, 370 crowns. Nothing that is dearer to buy is "
        f"earned back against it in that time; {nearest}"
    )
    # Others that pay back between themselves are not what was asked.
    thirsty = bike("Thirsty", 800, {"what": "oil", "every_km": 500, "cost": 50})
    two = said(*some, thirsty, reference="Chained")
    assert ("Dear", "Thirsty") in [(pair.dearer, pair.cheaper) for pair in two.break_even]
    assert two.says == found.says
    gift = said(*some, bike("Gift", 20), reference="Chained").says
    assert "“Gift” costs least, 20 crowns." in gift
    assert f"is earned back against “Chained” in that time; {nearest}" in gift
    # Where nothing is dearer to buy there is nothing to earn back.
    assert "earned back" not in said(bike("Chained", 100, CHAIN), bike("Gift", 20), reference="Chained").says


def test_alike_alone_unknown_and_at_least():
    assert "“A” and “B” cost least, 100 crowns." in said(bike("A", 100), bike("B", 100), bike("C", 200)).says
    assert said(bike("A", 100)).says == "Over 5 years and 10,000 km “A” costs 100 crowns."
    assert said(bike("A", None)).says.startswith("No price is known yet")
    assert said().says.startswith("No price is known yet")
    lacking = said(bike("A", None, CHAIN), bike("B", 900)).says
    # What lacks a price is not said to be the cheapest, nor to pay anything back.
    assert lacking.endswith("“B” costs least, 900 crowns. “A” lacks a price, so it is not compared.")
    several = said(bike("A", None, CHAIN), bike("B", 900), bike("C", None)).says
    assert several.endswith("“B” costs least, 900 crowns. 2 others lack prices, so they are not compared.")
    alone = said(bike("A", None, CHAIN)).says
    assert alone.endswith("costs at least 270 crowns. Not all of its prices are known.")
    both = said(bike("A", None, CHAIN), bike("B", None, CHAIN)).says
    assert both.endswith("“A” and “B” cost least, at least 270 crowns. None has all its prices yet.")


def test_work_visits_and_days_are_told_beside_the_money():
    sent = {"what": "sent away", "every_km": 4000, "by": "workshop", "minutes": 60, "away_days": 3}
    [one] = said(bike("A", 100, sent, CHAIN), own_an_hour=10).setups
    assert one.says.endswith("With 4 hours of your own work, 2 visits to a workshop and 6 days without it.")


@pytest.mark.parametrize(
    ("minutes", "words"),
    [(25, "."), (31, " On top: 1 hour of your own work."), (120, " On top: 2 hours of your own work.")],
)
def test_one_hour_is_one_hour(minutes, words):
    once = {"what": "oil", "every_km": 6000, "minutes": minutes}
    [one] = said(bike("A", 100, once)).setups
    assert one.says.partition("to buy")[2] == (words if words == "." else f".{words}")


def test_amounts():
    assert [money(each, "crowns") for each in (0.5, 9.99, 9.995, 1234.5)] == [
        "0.50 crowns",
        "9.99 crowns",
        "10 crowns",
        "1,235 crowns",
    ]
    assert money(12, "") == "12"


def test_nothing_is_known_only_where_neither_a_price_nor_upkeep_is():
    nothing, kept, bought = said(bike("N", 0), bike("K", 0, CHAIN), bike("B", 100), sold_for=1).setups
    assert nothing.says == "Nothing is known of what it costs: its prices and its upkeep are missing."
    assert [each.known for each in (nothing, kept, bought)] == [False, True, True]
    # Nine chains of what is there already; a price of which all comes back.
    assert kept.says.startswith("It costs 270 crowns in 5 years, 0.03 a km: nothing of it to buy.")
    back = "100 to buy, all of which comes back when it is sold."
    assert bought.says.startswith(f"It costs 0 crowns in 5 years, 0.00 a km: {back}")
    part = said(bike("B", 100), sold_for=0.2).setups[0].says
    assert (
        part
        == "It costs 80 crowns in 5 years, 0.01 a km: 100 to buy, 20 of which comes back when it is sold."
    )
