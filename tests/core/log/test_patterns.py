"""What happened, counted against chance."""

from datetime import date, timedelta
from math import comb

import pytest

from kettledrum.core.log.bike import BikeHead, Done, Happened, Mounted
from kettledrum.core.log.patterns import DRAWS, patterns
from kettledrum.core.log.ride import GearTime, LoggedRide
from kettledrum.demo import honey_round

HUB = next(setup for setup in honey_round().setups if setup.name == "Fourteen-speed hub")
MAY = date(2026, 5, 1)


def bike(happened=(), done=()) -> BikeHead:
    return BikeHead(
        name="Tall one",
        since=MAY,
        mounted=[Mounted(on=MAY, setup=HUB)],
        happened=list(happened),
        done=list(done),
    )


def event(what="odd shift", day=1, **parts) -> Happened:
    return Happened(on=MAY + timedelta(days=day), what=what, **parts)


def ride(day=1, km=10, temperature=None, **gears) -> LoggedRide:
    return LoggedRide(
        on=MAY + timedelta(days=day),
        km=km,
        temperature_c=temperature,
        gears=[GearTime(label=label.removeprefix("g"), seconds=seconds) for label, seconds in gears.items()],
    )


def by(found, what):
    return next((each for each in found.patterns if each.by == what), None)


def test_all_in_one_gear_of_two_that_are_ridden_alike():
    found = by(patterns(bike([event(gear="8")] * 8), [ride(g7=1000, g8=1000)]), "gear")
    assert [(row.label, row.count, row.by_chance) for row in found.rows] == [("7", 0, 4.0), ("8", 8, 4.0)]
    # Eight of eight in one or the other: 2 · 2^−8.
    assert found.chance == pytest.approx(2 / 2**8, abs=0.002)
    assert found.unlikely
    assert "8 of 8 odd shifts were in gear 8; going by how much you ride there it would be 4.0." in found.says
    assert "hardly chance" in found.says


def test_a_count_by_hand_of_three_in_one():
    # Six of eight or worse, either way: 2 · (C(8,6) + C(8,7) + C(8,8)) / 2^8.
    events = [event(gear="8")] * 6 + [event(gear="7")] * 2
    found = by(patterns(bike(events), [ride(g7=1000, g8=1000)]), "gear")
    assert found.chance == pytest.approx(2 * (comb(8, 6) + 8 + 1) / 2**8, abs=0.012)
    assert not found.unlikely
    assert "may well be chance" in found.says


def test_what_is_ridden_most_has_most_without_a_pattern():
    events = [event(gear="8")] * 9 + [event(gear="7")]
    found = by(patterns(bike(events), [ride(g7=1000, g8=9000)]), "gear")
    assert found.chance > 0.9
    assert not found.unlikely


def test_gears_that_are_told_together_count_as_one():
    events = [event(**{"from": "2", "to": "3"})] * 3
    found = by(patterns(bike(events), [ride(**{"2 · 3": 100, "4": 100})]), "gear")
    assert found.rows[0].count == 3


def test_by_temperature_goes_by_the_way_ridden():
    events = [event(temperature_c=2)] * 5
    rides = [ride(km=90, temperature=12), ride(km=10, temperature=2)]
    found = by(patterns(bike(events), rides), "temperature")
    assert [(row.label, row.count, row.by_chance) for row in found.rows] == [
        ("under 5 °C", 5, 0.5),
        ("5 to 15 °C", 0, 4.5),
    ]
    assert found.unlikely
    assert "were under 5 °C" in found.says


@pytest.mark.parametrize(("celsius", "place"), [(4.9, 0), (5, 1), (15, 1), (15.1, 2)])
def test_the_bounds_of_cold_and_warm(celsius, place):
    rides = [ride(temperature=2), ride(temperature=10), ride(temperature=20)]
    found = by(patterns(bike([event(temperature_c=celsius)] * 3), rides), "temperature")
    assert [row.count for row in found.rows] == [3 if at == place else 0 for at in range(3)]


def test_by_distance_since_the_last_oil():
    done = [
        Done(on=MAY, km=0, part="hub", what="oil change"),
        Done(on=MAY + timedelta(days=3), km=300, part="hub", what="oil"),
    ]
    rides = [ride(day=day, km=100) for day in range(1, 5)]
    events = [event(km=km, day=day) for km, day in ((250, 3), (280, 3), (299, 3), (390, 4))]
    found = by(patterns(bike(events, done), rides), "distance since the last oil")
    # Twice from oil to oil or to the end: 300 km and 100 km, in thirds of the longer.
    assert [(row.label, row.count) for row in found.rows] == [
        ("0 to 100 km", 1),
        ("100 to 200 km", 0),
        ("200 to 300 km", 3),
    ]
    assert [row.by_chance for row in found.rows] == [2.0, 1.0, 1.0]


def test_other_work_is_no_oil():
    done = [Done(on=MAY, km=0, part="chain", what="new chain")]
    assert (
        by(patterns(bike([event(gear="8")] * 3, done), [ride(g8=10, g7=10)]), "distance since the last oil")
        is None
    )


def test_a_chance_is_never_nought():
    # So many in one gear that no draw comes near: what was seen counts as one of the draws.
    found = by(patterns(bike([event(gear="8")] * 60), [ride(g7=1000, g8=1000)]), "gear")
    assert found.chance == pytest.approx(1 / (DRAWS + 1))


def test_two_are_no_pattern():
    found = patterns(bike([event(gear="8")] * 2), [ride(g7=1000, g8=1000)])
    assert found.patterns == []
    assert found.says == "2 odd shifts: too few to see a pattern, which takes 3 of a kind."
    assert patterns(bike(), []).says == "Nothing has happened that was written down."


def test_what_is_known_of_none_is_not_counted():
    found = patterns(bike([event()] * 3), [ride(g7=1000, g8=1000)])
    assert found.patterns == []
    assert found.says.startswith("3 odd shifts: no pattern can be looked for yet. It takes 3 of a kind with ")
    # Of each kind too few, however many there are in all.
    mixed = patterns(bike([event(), event(), event("noise"), event("noise")]), [ride(g7=1000, g8=1000)])
    assert mixed.says == "2 odd shifts and 2 noises: too few to see a pattern, which takes 3 of a kind."


def test_chance_alone_is_called_a_pattern_seldom():
    import numpy as np

    random = np.random.default_rng(4)
    called = 0
    for _ in range(60):
        gears = random.choice(["5", "6", "7", "8"], size=12, p=[0.4, 0.3, 0.2, 0.1])
        found = patterns(bike([event(gear=gear) for gear in gears]), [ride(g5=400, g6=300, g7=200, g8=100)])
        called += by(found, "gear").unlikely
    assert called <= 8


def test_oil_that_was_changed_on_a_day_counts_from_what_was_ridden_by_then():
    done = [
        Done(on=MAY, km=0, part="hub", what="oil change"),
        Done(on=MAY + timedelta(days=3), part="hub", what="oil change"),
    ]
    rides = [ride(day=day, km=100) for day in range(1, 6)]
    # 300 km by the end of that day: 250 is in the last third before it, 320 and 350 in the first after it.
    events = [event(km=km, day=day) for km, day in ((250, 3), (320, 4), (350, 4))]
    found = by(patterns(bike(events, done), rides), "distance since the last oil")
    assert [(row.label, row.count) for row in found.rows] == [
        ("0 to 100 km", 2),
        ("100 to 200 km", 0),
        ("200 to 300 km", 1),
    ]
