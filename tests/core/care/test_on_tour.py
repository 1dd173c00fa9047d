"""What falls due on a tour: by hand, against riding it kilometre by kilometre, and longer is never less."""

import math
from datetime import timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.care.counted import ridden_on
from kettledrum.core.care.on_tour import MOST_TIMES, Way, km_at_start, on_tour
from kettledrum.core.log.bike import Done, Happened
from looked_after import bike, day, rode

BY_KM = {"what": "oil change", "every_km": 500}
LIFE = {"what": "new chain", "every_km": {"low": 300, "typical": 500, "high": 900}}
TODAY = day(10)
"""Ten days of 20 km were ridden by then: 200 km since the parts were mounted."""


def tour(care, km, days=10, start=TODAY, rides=None, **parts):
    rides = rode(*[20] * 10) if rides is None else rides
    (task,) = on_tour(ridden_on(bike(care, **parts), rides, TODAY), Way(km, days, start))
    return task


def test_what_is_not_due_by_the_end_waits():
    task = tour(BY_KM, 299)
    assert (task.before, task.times, task.at_km, task.due_km) == (False, 0, [], 300)
    assert task.says == "not before the end"
    # Just at the end is after it.
    assert tour(BY_KM, 300).times == 0


def test_with_more_than_half_of_its_time_left_it_is_done_on_the_way():
    task = tour(BY_KM, 301, days=10)
    assert (task.before, task.times, task.at_km, task.days) == (False, 1, [300], [10])
    assert task.says == "on the way at km 300, day 10"
    twice = tour(BY_KM, 801, days=8)
    assert (twice.at_km, twice.days) == ([300, 800], [3, 8])
    assert twice.says == "on the way at km 300 and 800, from day 3"


def test_with_half_of_it_left_it_is_done_before_and_lasts():
    task = tour(BY_KM, 400, rides=rode(*[25] * 10))
    assert (task.before, task.times, task.due_km) == (True, 0, 250)
    assert task.says == (
        "before leaving, with 50 % of its time left: it would fall due 250 km on, and then lasts the tour"
    )
    assert tour(BY_KM, 400, rides=rode(*[24.9] * 10)).before is False
    # A tour longer than its interval has it again, counted from the start.
    longer = tour(BY_KM, 1001, rides=rode(*[25] * 10))
    assert (longer.before, longer.at_km) == (True, [500, 1000])
    assert "lasts" not in longer.says


def test_what_is_due_by_the_start_is_done_before_it():
    over = tour(BY_KM, 400, rides=rode(600))
    assert (over.before, over.times, over.due_km, over.because) == (True, 0, -100, "km")
    assert over.says == "due by the start: 100 km over"
    done = tour(BY_KM, 400, rides=rode(600), done=[Done(on=day(0), km=1600, part="hub", what="oil change")])
    assert (done.before, done.due_km) == (False, 500)


def test_until_the_start_it_is_ridden_as_of_late():
    ridden = ridden_on(bike(BY_KM), rode(*[20] * 10), TODAY)
    way = Way(100, 5, TODAY + timedelta(days=10))
    # 200 km in ten days: 20 km a day for ten more.
    assert km_at_start(ridden, way) == pytest.approx(1400)
    assert on_tour(ridden, way)[0].due_km == pytest.approx(100)
    assert km_at_start(ridden_on(bike(BY_KM), [], TODAY), way) == 1000


def test_months_fall_due_on_the_way_too():
    months = {"what": "looked at", "every_months": 1}
    # Since the 1st of May; from the 11th on, the 1st of June is 21 days off: 42 of 60 days, 420 of 600 km.
    task = tour(months, 600, days=60)
    assert task.due_km == pytest.approx(210)
    assert (task.before, task.because, task.times) == (False, "months", 2)
    assert task.at_km == pytest.approx([210, 210 + 365.25 / 12 * 10])
    late = tour(months, 600, days=60, start=day(40), rides=rode(1))
    assert late.before
    assert late.says.startswith("due by the start: its months are up; on the way at km 304")


def test_the_first_of_km_and_months_counts():
    both = {"what": "oil change", "every_km": 500, "every_months": 1}
    assert tour(both, 600, days=60).because == "months"
    assert tour(both, 600, days=10).because == "km"


def test_a_dunking_asks_for_it_before_and_on_the_way():
    oil = {"what": "oil change", "every_km": 5000, "after": ["dunking", "leak"]}
    dry = tour(oil, 500)
    assert (dry.before, dry.at_once, dry.says) == (
        False,
        ["dunking", "leak"],
        "at once after a dunking or leak",
    )
    wet = tour(oil, 500, happened=[Happened(on=day(9), what="dunking")])
    assert (wet.before, wet.due_km, wet.because) == (True, None, "dunking")
    assert wet.says == "due by the start: after the dunking; at once after a dunking or leak"


def test_by_its_shortest_life_it_may_be_due():
    task = tour(LIFE, 250)
    assert (task.before, task.times, task.watch_km) == (False, 0, 100)
    assert task.says == "may be due from km 100 on, by the shortest life: measure it before leaving"
    assert tour(LIFE, 100).watch_km is None
    worn = tour(LIFE, 50, rides=rode(*[45] * 10))
    # Beyond its shortest life already.
    assert (worn.watch_km, worn.before) == (0, False)
    assert worn.says.startswith("may be due from the start")
    new = tour(LIFE, 350, rides=rode(*[30] * 10))
    assert (new.before, new.watch_km) == (True, 300)
    assert tour(LIFE, 301).watch_km is None


def test_once_is_once():
    once = {"what": "spokes brought to tension", "every_km": 500, "once": True}
    assert (tour(once, 2000).before, tour(once, 2000).at_km) == (False, [300])
    over = tour(once, 2000, rides=rode(600))
    assert (over.before, over.times) == (True, 0)
    done = Done(on=day(1), km=1010, part="hub", what="spokes brought to tension")
    assert on_tour(ridden_on(bike(once, done=[done]), rode(600), TODAY), Way(2000, 9, TODAY)) == []


def test_so_many_times_are_counted_but_not_all_listed():
    task = tour({"what": "chain oiled", "every_km": 10}, 5000)
    assert (task.before, task.times, len(task.at_km)) == (True, 499, MOST_TIMES)
    assert task.says.endswith("on the way at km 10, 20 and 30 and 496 more times, from day 1")


def ridden_by_hand(left: int, every: int, km: int) -> tuple[bool, list[int]]:
    """The rule said as a walk: each km, it is done if it is due and the tour is not over."""
    at, since = [], left
    before = left <= 0 or (left < km and left * 2 <= every)
    if before:
        since = every
    for now in range(1, km):
        if now == since:
            at.append(now)
            since += every
    return before, at


@given(used=st.integers(0, 1500), every=st.integers(1, 1000), km=st.integers(1, 1200))
def test_as_if_ridden_kilometre_by_kilometre(used, every, km):
    task = tour({"what": "oil change", "every_km": every}, km, rides=rode(used))
    before, at = ridden_by_hand(every - used, every, km)
    assert (task.before, task.times) == (before, len(at))
    assert task.at_km == pytest.approx(at[:MOST_TIMES])


@given(
    used=st.integers(0, 800),
    every=st.integers(1, 1000),
    km=st.integers(1, 2000),
    more=st.integers(0, 500),
    days=st.integers(1, 60),
)
def test_a_longer_tour_and_more_ridden_never_ask_for_less(used, every, km, more, days):
    care = {"what": "oil change", "every_km": every, "every_months": 6}
    one = tour(care, km, days=days, rides=rode(used))
    longer = tour(care, km + more, days=days, rides=rode(used))
    older = tour(care, km, days=days, rides=rode(used + more))
    assert one.before + one.times <= longer.before + longer.times + 1e-9
    assert one.before + one.times <= older.before + older.times
    assert all(0 < at < km for at in one.at_km)
    assert all(1 <= each <= days for each in one.days)
    assert one.days == sorted(one.days)


def test_the_day_of_a_place_on_the_way():
    way = Way(100, 10, TODAY)
    assert [way.day(km) for km in (0, 0.1, 10, 10.1, 99.9, 100, 1000)] == [1, 1, 1, 2, 10, 10, 10]
    assert way.of_day(TODAY) == 0
    assert way.of_day(TODAY - timedelta(days=2)) == -20
    assert math.isclose(way.of_months(12), 365.25 * 10)


def test_what_is_done_before_stands_first_then_by_km():
    care = [
        {"what": "later", "every_km": 900},
        {"what": "sooner", "every_km": 600},
        {"what": "over", "every_km": 100},
        {"what": "whenever", "after": ["dunking"]},
    ]
    tasks = on_tour(ridden_on(bike(*care), rode(*[20] * 10), TODAY), Way(1000, 10, TODAY))
    assert [task.what for task in tasks] == ["over", "sooner", "later", "whenever"]


def test_three_places_on_the_way_are_named():
    often = {"what": "chain oiled", "every_km": 100}
    assert tour(often, 399, days=4).says.endswith("on the way at km 100, 200 and 300, from day 2")
    assert tour(often, 401, days=4).says.endswith(
        "on the way at km 100, 200 and 300 and 1 more time, from day 1"
    )
