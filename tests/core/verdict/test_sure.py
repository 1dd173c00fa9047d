"""How sure a verdict is: shares of draws against normal integrals, exact rides, and what nature has it be."""

from statistics import NormalDist

import numpy as np
import pytest

from examples import WHEEL, brief, hub, setup, sprockets
from kettledrum.core.effort.held_power import held_power
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.weighing import Unsure
from kettledrum.core.keeping.owned import Owned
from kettledrum.core.keeping.rates import rates
from kettledrum.core.keeping.schedule import times_due
from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.terms.validation import validate
from kettledrum.core.verdict.drawn_costs import drawn_costs
from kettledrum.core.verdict.drawn_rides import DrawnRides
from kettledrum.core.verdict.draws import DRAWS, Luck
from kettledrum.core.verdict.measured import Measured
from kettledrum.core.verdict.sure import _of_ten, how_sure
from kettledrum.demo import honey_round

NOTHING = {"power": 0, "load_kg": 0, "wind_kmh": 0, "efficiency": 0, "lives": 0, "prices": 0}
HILL = {"steepest": 0.05}
NORMAL = NormalDist()


def bike(name, *ratios, price=100.0, care=()):
    return setup(
        {**sprockets([42], [21]), "price": 0, "efficiency": 1.0},
        {**hub(*ratios), "price": price, "efficiency": 1.0, "care": list(care)},
        name=name,
        cranks={"length_mm": 170, "price": 0},
        wheel={**WHEEL, "price": 0},
    )


ONE = bike("One", 0.4, 0.6, 1.0)


def sure(*setups, road=HILL, weighing=None, unsure=(), **parts):
    given = brief(
        *setups, road=road, weighing={**(weighing or {}), "unsure": {**NOTHING, **dict(unsure)}}, **parts
    )
    return {each.name: each for each in how_sure(validate(Brief, given), []).setups}


def needed_w(setup_, load_kg=0.0, wind_kmh=0.0):
    """The rider’s power that takes a setup up at its slowest speed in the band, by statics of our own."""
    speed = setup_["path"][1]["gears"]["ratios"][0] * 2 * np.pi * 0.706 * 60 / 60
    speed = max(speed, 5 / 3.6)
    kg = 78 + 15 + load_kg
    density = 1.18205
    slope = np.hypot(1, 0.05)
    through = speed + wind_kmh / 3.6
    crr, cda = 0.006, 0.55
    return (kg * 9.80665 * (0.05 + crr) / slope + 0.5 * density * cda * through * abs(through)) * speed


def test_nothing_unsure_is_all_or_nothing():
    found = sure(ONE, bike("High", 0.9, 1.2, 2.0), weighing={"weights": {"price": 1, "covered": 1}})
    assert [(each.climbs, each.first) for each in found.values()] == [(1, 1), (0, 0)]
    assert all(each.covers in (0, 1) for each in found.values())


@pytest.mark.parametrize("lowest", [0.46, 0.5, 0.53, 0.57])
def test_power_alone_is_a_normal_integral(lowest):
    one = bike("One", lowest, 1.0)
    [found] = sure(one, unsure={"power": 0.1}).values()
    # 125 W · (1 + 0.1·z) must be at least what is asked for.
    expected = 1 - NORMAL.cdf((needed_w(one) / 125 - 1) / 0.1)
    assert 0.02 < expected < 0.98
    assert found.climbs == pytest.approx(expected, abs=1.5 / DRAWS)


def test_load_alone_is_a_normal_integral():
    one = bike("One", 0.4, 1.0)
    more_kg = (125 - needed_w(one)) / (needed_w(one, load_kg=1) - needed_w(one))
    [found] = sure(one, unsure={"load_kg": 6}).values()
    assert found.climbs == pytest.approx(NORMAL.cdf(more_kg / 6), abs=1.5 / DRAWS)


def test_wind_alone_is_a_normal_integral():
    one = bike("One", 0.4, 1.0)
    low, high = 0.0, 60.0
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (middle, high) if needed_w(one, wind_kmh=middle) < 125 else (low, middle)
    [found] = sure(one, unsure={"wind_kmh": 8}).values()
    assert found.climbs == pytest.approx(NORMAL.cdf(low / 8), abs=1.5 / DRAWS)


def test_efficiency_counts_as_power_does():
    one = bike("One", 0.5, 1.0)
    one["path"][1]["efficiency"] = 0.96
    one["path"][0]["efficiency"] = 1.0
    [found] = sure(one, unsure={"efficiency": 0.05}).values()
    expected = 1 - NORMAL.cdf((needed_w(one) / 125 - 0.96) / 0.05)
    assert 0.1 < expected < 0.9
    # No more than all of the power can reach the wheel; that is beyond what is asked for here.
    assert found.climbs == pytest.approx(expected, abs=1.5 / DRAWS)


def test_a_spread_of_efficiency_that_is_said_leads_over_the_ends():
    said = Luck(Unsure(efficiency=0.02)).efficiency(0.6, 0.9, 0.91)
    assert (said.mean(), said.std()) == (pytest.approx(0.9, abs=1e-3), pytest.approx(0.02, rel=0.02))
    ends = Luck(Unsure()).efficiency(0.6, 0.9, 0.91)
    assert ends.std() > 0.05
    assert ends.max() < 0.93
    # Nothing lets through more than there is.
    assert Luck(Unsure(efficiency=0.2)).efficiency(0.9, 0.95, 0.97).max() == 1


def test_a_hill_of_known_length_goes_by_the_power_held_so_long():
    one = bike("One", 0.5, 1.0)
    road = {"steepest": 0.06, "steepest_m": 400}
    rider = {"mass_kg": 78, "power_w": 125, "burst_w": 240, "cadence_rpm": [60, 88]}
    given = validate(
        Brief, brief(one, road=road, rider=rider, weighing={"unsure": {**NOTHING, "power": 0.2}})
    )
    [found] = how_sure(given, []).setups
    job = conditions(given)
    speed = 0.5 * 2 * np.pi * 0.706
    held = held_power(job).for_s(400 / speed)
    asked = job.resistance.power_w(speed, 0.06)
    assert found.climbs == pytest.approx(1 - NORMAL.cdf((asked / held - 1) / 0.2), abs=1.5 / DRAWS)


def test_each_draw_climbs_just_where_compare_says_so():
    given = honey_round()
    luck = Luck(Unsure())
    rides = DrawnRides(Measured(given, []), luck)
    climbs = [rides.climbs(at) for at in range(len(given.setups))]
    for draw in range(0, DRAWS, 97):
        changed = _with(given, luck, draw)
        for at, each in enumerate(compare(changed).setups):
            share = each.efficiency.typical
            drawn = float(rides.share(each.efficiency)[draw])
            # The efficiency that was drawn, as so much more power.
            if abs(drawn / share - 1) > 0.002:
                continue
            margin = each.climb.margin or 0.0
            if abs(margin) > 0.01:
                assert bool(climbs[at][draw]) == (each.climb.verdict != "fails")


def test_covered_in_each_draw_is_near_an_exact_ride():
    given = honey_round()
    assert given.road is not None
    assert given.road.routes is not None
    routes = given.road.routes[:1]
    luck = Luck(Unsure(efficiency=0.0))
    rides = DrawnRides(Measured(given, routes), luck)
    drawn = np.column_stack([rides.covered(at) for at in range(len(given.setups))])
    errors = []
    for draw in range(30, DRAWS, 250):
        exact = [each.in_band for each in AllRiding(_with(given, luck, draw), routes).setups]
        errors.append(np.abs(drawn[draw] - exact))
    assert np.mean(errors) < 0.015
    assert np.max(errors) < 0.12


def _with(given, luck, draw):
    """The brief with what a draw has it be."""
    rider, load, road = given.rider, given.load, given.road
    power = float(luck.power[draw])
    burst_w = None if rider.burst_w is None else rider.burst_w * power
    return given.model_copy(
        update={
            "rider": rider.model_copy(update={"power_w": rider.power_w * power, "burst_w": burst_w}),
            "load": load.model_copy(update={"cargo_kg": load.cargo_kg + float(luck.load_kg[draw])}),
            "road": road.model_copy(
                update={"wind_kmh": (road.wind_kmh or 0) + float(luck.wind_mps[draw]) * 3.6}
            ),
        }
    )


def test_the_cheaper_of_two_prices_is_a_normal_integral():
    # 100 · f against 110 · g, both ± 10 %: 10 apart with a spread of √(10² + 11²).
    found = sure(bike("A", 0.5, price=100), bike("B", 0.5, price=110), unsure={"prices": 0.1})
    assert found["A"].cheapest == pytest.approx(NORMAL.cdf(10 / np.hypot(10, 11)), abs=0.02)
    assert found["A"].cheapest + found["B"].cheapest == pytest.approx(1)


def test_the_same_part_at_the_same_price_costs_the_same_in_both():
    found = sure(
        bike("A", 0.5, price=100),
        bike("B", 0.6, price=100),
        unsure={"prices": 0.3},
        weighing={"weights": {"price": 1}},
    )
    assert [each.cheapest for each in found.values()] == [0.5, 0.5]


def test_a_life_that_may_be_short_costs_more():
    chain = {"what": "new chain", "every_km": {"low": 900, "typical": 1000, "high": 1100}, "cost": 10}
    found = sure(
        bike("Wears", 0.5, price=100, care=[chain]),
        bike("Lasts", 0.5, price=235),
        money={"years": 5, "km_a_year": 3000},
        unsure={"lives": 0.1},
    )
    # 15,000 km: 14 chains with the typical life, so 240; with lives from 15,000 / 14 km on 13, so 230.
    assert found["Wears"].cheapest == pytest.approx(1 - NORMAL.cdf((1000 * 15 / 14 - 1000) / 100), abs=0.005)


def test_what_is_not_known_is_not_made_up():
    unpriced = bike("Unpriced", 0.5)
    del unpriced["path"][1]["price"]
    found = sure(bike("A", 0.5), unpriced, bike("B", 0.5, price=150), road={})
    assert found["Unpriced"].cheapest is None
    assert found["A"].climbs is None
    assert found["A"].cheapest == 1


def test_musts_knock_out_draw_by_draw():
    one = bike("One", 0.42, 1.0, price=100)
    other = bike("Other", 0.3, 1.0, price=900)
    found = sure(
        one,
        other,
        unsure={"power": 0.1},
        weighing={"weights": {"price": 1}, "musts": [{"criterion": "climbs the hill"}]},
    )
    # The cheap one is first just where it climbs; the other where that is out.
    assert found["One"].first == pytest.approx(found["One"].climbs)
    assert found["Other"].first == pytest.approx(found["Other"].climbs - found["One"].climbs, abs=1e-9)


def test_nobody_is_first_where_all_are_out():
    found = sure(ONE, weighing={"weights": {"price": 1}, "musts": [{"criterion": "price", "at_most": 1}]})
    assert found["One"].first == 0


@pytest.mark.parametrize(
    ("limit", "first"),
    [
        ({"at_most": 100}, 1),
        ({"at_most": 99.9}, 0),
        ({"at_least": 100}, 1),
        ({"at_least": 100.1}, 0),
        ({"at_least": 50, "at_most": 150}, 1),
    ],
)
def test_a_limit_that_is_just_met_is_met_in_all_draws(limit, first):
    one = bike("One", 0.42, 1.0, price=100)
    musts = [{"criterion": "price", **limit}]
    assert sure(one, weighing={"weights": {"price": 1}, "musts": musts})["One"].first == first


def test_some_draws_may_have_one_that_is_out_as_things_stand():
    found = sure(
        bike("One", 0.6, 1.0),
        unsure={"power": 0.2},
        weighing={"weights": {"price": 1}, "musts": [{"criterion": "climbs the hill"}]},
    )
    assert 0 < found["One"].climbs == found["One"].first < 0.5


def test_company_makes_no_difference_to_climbs_and_coverage():
    alone = how_sure(validate(Brief, brief(ONE, road=HILL)), []).setups[0]
    both = how_sure(validate(Brief, brief(ONE, bike("High", 0.9, 2.0), road=HILL)), []).setups[0]
    assert (alone.climbs, alone.covers) == (both.climbs, pytest.approx(both.covers, abs=0.01))


def test_lower_gears_more_power_and_less_load_are_never_worse():
    shares = []
    for lowest in (0.5, 0.45, 0.42, 0.4, 0.36, 0.3):
        [found] = sure(bike("One", lowest, 1.0), unsure={"power": 0.1, "load_kg": 5, "wind_kmh": 5}).values()
        shares.append(found.climbs)
    assert shares == sorted(shares)
    by_power = []
    for power_w in (100, 120, 140, 200):
        rider = {"mass_kg": 78, "power_w": power_w, "cadence_rpm": [60, 88]}
        [found] = sure(ONE, unsure={"power": 0.1}, rider=rider).values()
        by_power.append(found.climbs)
    assert by_power == sorted(by_power)
    by_load = []
    for cargo_kg in (40, 20, 10, 0):
        [found] = sure(ONE, unsure={"power": 0.1}, load={"cargo_kg": cargo_kg}).values()
        by_load.append(found.climbs)
    assert by_load == sorted(by_load)


def test_a_motor_helps_up():
    motor = {"at": "rear hub", "torque_nm": 20, "power_w": 250, "no_load_rpm": 250}
    high = bike("High", 0.6, 1.2)
    found = sure(
        high, {**high, "name": "Helped", "motors": [motor]}, unsure={"power": 0.1}, road={"steepest": 0.06}
    )
    assert found["High"].climbs < found["Helped"].climbs == 1


def test_a_motor_that_lets_one_just_miss_the_hill_climbs_it_on_good_days():
    motor = {"at": "rear hub", "torque_nm": 20, "power_w": 250, "no_load_rpm": 250}
    helped = {**bike("Helped", 0.6, 1.2), "motors": [motor]}
    data = brief(helped, road={"steepest": 0.06})

    def climbs(factor, steepest):
        rider = {key: value * factor for key, value in data["rider"].items() if key.endswith("power_w")}
        rider = {**data["rider"], **rider, "burst_w": data["rider"].get("burst_w", 0) * factor or None}
        given = {**data, "rider": rider, "road": {**data["road"], "steepest": steepest}}
        [found] = compare(validate(Brief, given)).setups
        return found.motor.on_pitch.state != "fails" and not found.motor.on_pitch.walking

    # The steepest that is just not climbed with the power as it is, and by how much more it would be.
    steep = next(grade / 1000 for grade in range(60, 300, 2) if not climbs(1.0, grade / 1000))
    more = next(factor for factor in np.arange(1.0, 1.6, 0.0025) if climbs(factor, steep))
    found = sure(helped, unsure={"power": 0.1}, road={"steepest": steep})["Helped"]
    assert 1 < more < 1.2
    assert found.climbs == pytest.approx(1 - NORMAL.cdf((more - 1) / 0.1), abs=0.04)


def test_every_setup_is_ridden_with_all_that_may_be_drawn_for_it():
    # One drive whose losses hardly differ, and one whose may: neither is cut off by the other's ends.
    known = bike("Known", 0.5, 1.0)
    hub_unknown = {key: value for key, value in known["path"][1].items() if key != "efficiency"}
    unknown = {**known, "name": "Unknown", "path": [known["path"][0], hub_unknown]}
    given = validate(Brief, brief(known, unknown, road=HILL))
    rides = DrawnRides(Measured(given, []), Luck(Unsure(power=0.001, load_kg=0, wind_kmh=0)))
    [(powers, _)] = rides._ridden[1]
    for drawn in rides._like_power:
        low, high = np.quantile(drawn, (0.01, 0.99))
        assert powers[0] <= low < high <= powers[-1]


def test_what_was_assumed_is_told_and_what_was_said_is_not():
    told = how_sure(validate(Brief, brief(ONE)), [])
    assert [each.where.rsplit(".", 1)[1] for each in told.assumed] == [
        "power",
        "load_kg",
        "wind_kmh",
        "prices",
    ]
    said = brief(ONE, weighing={"unsure": {"power": 0.1, "prices": 0}})
    assert [each.where.rsplit(".", 1)[1] for each in how_sure(validate(Brief, said), []).assumed] == [
        "load_kg",
        "wind_kmh",
    ]


def test_it_is_the_same_each_time_and_said_in_words():
    given = validate(Brief, brief(ONE, bike("High", 0.9, 2.0), road=HILL))
    assert how_sure(given, []) == how_sure(given, [])
    assert how_sure(given, []).says.startswith(
        "If you, the load, the wind and the prices are not quite as said, “One” is first in"
    )
    assert how_sure(validate(Brief, brief()), []).setups == []


def test_what_a_part_costs_in_each_draw_is_its_price_times_the_luck_of_it():
    care = [{"what": "oil", "every_km": 1000, "cost": 20}]
    given = validate(Brief, brief(bike("One", 0.5, 1.0, price=400, care=care)))
    rate, luck = rates(given, []), Luck(Unsure(prices=0.3))
    owned = Owned.of(given.setups[0], rate, None)
    [hub_name] = [name for name, part in owned.parts if part.price == 400]
    found = drawn_costs(owned, rate, luck)
    assert found.price == pytest.approx(400 * luck.price(f"{hub_name}, 400"))
    assert found.price.max() > 1.5 * 400 > 400 > found.price.min()
    times = float(times_due(owned.due.every[0], rate.months)[0])
    oil = times * 20 * luck.price(f"{hub_name}, oil, 20")
    assert found.total == pytest.approx(found.price * (1 - rate.sold_for) + oil)


def test_every_draw_of_costs_is_counted_out_by_hand():
    care = [
        {
            "what": "chain",
            "every_km": {"low": 900, "typical": 2000, "high": 2600},
            "every_months": 9,
            "cost": 25,
        }
        | {"minutes": 30},
        {"what": "sent away", "every_months": 14, "minutes": 90, "by": "workshop", "away_days": 5},
    ]
    money = {"years": 4, "km_a_year": 3000, "own_an_hour": 12, "workshop_an_hour": 50, "day_without": 7}
    given = validate(Brief, brief(bike("One", 0.5, 1.0, price=400, care=care), money=money))
    rate, luck = rates(given, []), Luck(Unsure(prices=0.2))
    owned = Owned.of(given.setups[0], rate, None)
    [hub_name] = [name for name, part in owned.parts if part.price == 400]
    found = drawn_costs(owned, rate, luck)
    price = luck.price(f"{hub_name}, 400")
    material = luck.price(f"{hub_name}, chain, 25")
    life = luck.life(f"{hub_name}, chain, 2000", 900, 2000, 2600)
    for draw in range(0, DRAWS, 83):
        every = min(life[draw] / 250, 9)
        chains = len([k for k in range(1, 99) if k * every < 48])
        # Three times within 48 months; an hour and a half of a workshop and five days without each time.
        sent = 3 * (1.5 * 50 + 5 * 7)
        total = 400 * price[draw] + chains * (25 * material[draw] + 0.5 * 12) + sent
        assert found.total[draw] == pytest.approx(total)
        assert (found.own_hours[draw], found.days[draw]) == (pytest.approx(chains * 0.5), 15)


def test_however_light_nobody_weighs_less_than_half_of_what_was_said():
    given = validate(Brief, brief(ONE, road=HILL))
    rides = DrawnRides(Measured(given, []), Luck(Unsure(load_kg=60)))
    masses = [each.mass_kg for each in rides.resistances]
    said = conditions(given).resistance.mass_kg
    assert min(masses) == said / 2
    assert max(masses) > 2 * said


def test_a_breath_of_wind_covers_about_as_much_as_none():
    """Between the winds that are ridden there is no jump: one step of luck changes little."""
    given = honey_round()
    luck = Luck(Unsure(power=0, load_kg=0, wind_kmh=14, efficiency=0))
    rides = DrawnRides(Measured(given, given.road.routes), luck)
    order = np.argsort(luck.wind_mps)
    each = [rides.covered(at)[order] for at in range(len(given.setups))]
    # With the wind behind, 1.75 standard deviations of it, as it is ridden.
    behind = int(0.04 * DRAWS)
    blown = given.road.model_copy(update={"wind_kmh": float(luck.wind_mps[order][behind]) * 3.6})
    exact = AllRiding(given.model_copy(update={"road": blown}), given.road.routes).setups
    for covered, known in zip(each, exact, strict=True):
        assert covered[behind] == pytest.approx(known.in_band, abs=0.03)
    felt = [covered for covered in each if covered.max() - covered.min() > 0.02]
    assert len(felt) >= 3
    for covered in felt:
        assert np.abs(np.diff(covered)).max() < 0.1 * (covered.max() - covered.min())


def test_without_a_weight_on_anything_known_nobody_is_first():
    two = ONE, bike("Two", 0.5, 0.7, 1.2, price=200)
    by_price = sure(*two, weighing={"weights": {"price": 3}})
    assert [by_price[name].first for name in ("One", "Two")] == [1, 0]
    for weights in ({}, {"price": 0}, {"looks": 4}, {"price": 0, "looks": 4}):
        found = sure(*two, weighing={"weights": weights})
        assert [found[name].first for name in ("One", "Two")] == [None, None]


@pytest.mark.parametrize(
    ("share", "told"),
    [
        (0.0, "none of 10 cases"),
        (0.0005, "hardly any case"),
        (0.0495, "hardly any case"),
        (0.05, "1 of 10 cases"),
        (0.3, "3 of 10 cases"),
        (0.95, "9 of 10 cases"),
        (0.9505, "nearly all cases"),
        (0.9995, "nearly all cases"),
        (1.0, "all cases"),
    ],
)
def test_a_share_as_so_many_of_ten(share, told):
    assert _of_ten(share) == told
