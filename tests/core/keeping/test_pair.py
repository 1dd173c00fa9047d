"""Two bicycles together: each on its roads, as the costs of either alone have it."""

import pytest

from examples import WITHOUT_COST, brief, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Leg, Rides, Route
from kettledrum.core.keeping.costs import costs
from kettledrum.core.keeping.pair import pair_costs
from kettledrum.core.terms.validation import validate

FLAT = Route(name="Dyke", legs=[Leg(length_m=10_000, grade=-0.012)], rides=Rides(count=3, per="week"))
HILL = Route(name="Hill", legs=[Leg(length_m=5_000, grade=0.07)], rides=Rides(count=1, per="week"))
CHAIN = [{"what": "new chain", "every_km": 1000, "cost": 20}]
QUICK = setup({**sprockets([46], [17]), "price": 200, "care": CHAIN}, name="Quick", **WITHOUT_COST)
LOW = setup({**sprockets([22], [34]), "price": 300, "care": CHAIN}, name="Low", **WITHOUT_COST)


def job(*setups, **money) -> Brief:
    return validate(Brief, brief(*setups, money={"years": 5, **money}))


def test_each_is_ridden_on_its_own_roads():
    found = pair_costs(job(QUICK, LOW), [FLAT, HILL])
    by = dict(zip(found.setups, zip(found.km_a_year, found.roads, found.totals, strict=True), strict=True))
    # 1560 km a year on the dyke, 260 up the hill: 7799 km are 7 chains, 1299 km are one.
    assert by["Quick"] == (pytest.approx(1560), ["Dyke"], 200 + 7 * 20)
    assert by["Low"] == (pytest.approx(260), ["Hill"], 300 + 20)
    assert found.total == 660
    assert found.one == "Quick"
    assert found.one_total == costs(job(QUICK, LOW), [FLAT, HILL]).setups[0].total
    assert found.covered >= found.one_covered
    assert (
        "Two bicycles, “Quick” for 1,560 km a year and “Low” for 260 km a year, cost 660 together"
        in found.says
    )
    assert "280 more than “Quick” alone" in found.says


def test_so_far_a_year_is_parted_alike():
    found = pair_costs(job(QUICK, LOW, km_a_year=9100), [FLAT, HILL])
    assert sum(found.km_a_year) == pytest.approx(9100)
    assert dict(zip(found.setups, found.km_a_year, strict=True))["Low"] == pytest.approx(1300)
    low, high = found.total_spread
    assert low <= found.total <= high


def test_there_must_be_two_and_a_road():
    assert pair_costs(job(QUICK), [FLAT, HILL]) is None
    assert pair_costs(job(QUICK, LOW), []) is None


def test_a_second_that_is_never_the_better_gains_nothing():
    idle = {**QUICK, "name": "Idle"}
    found = pair_costs(job(QUICK, idle), [FLAT])
    assert sorted(found.km_a_year) == [0, pytest.approx(1560)]
    assert found.says.startswith("A second bicycle would gain nothing: “Quick” covers")


def test_who_rides_nowhere_is_told_no_false_reason():
    found = pair_costs(job(QUICK, LOW, km_a_year=0), [FLAT, HILL])
    assert found.km_a_year == [0, 0]
    assert found.says.startswith("Two bicycles, “Quick” for 0 km a year and “Low” for 0 km a year, cost 500")


def test_without_a_price_no_sum_is_told():
    unpriced = setup(sprockets([22], [34]), name="Low", **WITHOUT_COST)
    found = pair_costs(job(QUICK, unpriced), [FLAT, HILL])
    assert found.price_missing
    assert found.says.endswith("a price is missing: what one bicycle or two would cost is not known.")
    assert not pair_costs(job(QUICK, LOW), [FLAT, HILL]).price_missing


def test_the_years_and_rates_of_the_job_hold_for_each_of_the_two():
    roads = [FLAT, HILL]
    found = pair_costs(job(QUICK, LOW, years=8, workshop_an_hour=33), roads)
    by = dict(zip(found.setups, found.totals, strict=True))
    # 12,480 km are 12 chains before the end, 2,080 km two.
    assert by == {"Quick": 200 + 12 * 20, "Low": 300 + 2 * 20}
    without = validate(Brief, brief(QUICK, LOW))
    assert pair_costs(without, roads).totals == pair_costs(job(QUICK, LOW), roads).totals
