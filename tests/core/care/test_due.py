"""What falls due: each rule by hand, the calendar's odd days, and against riding day by day."""

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.care.counted import km_a_day
from kettledrum.core.care.due import due, due_on_bike
from kettledrum.core.care.intervals import LAST, days_later, months_later
from kettledrum.core.care.says import ahead
from kettledrum.core.log.bike import Done, Happened
from kettledrum.core.log.odometer import Odometer
from kettledrum.core.log.ride import LoggedRide
from looked_after import MAY, bike, day, mounted, rode

OIL = {"what": "oil change", "every_km": 500, "every_months": 12, "after": ["dunking"]}
BY_KM = {"what": "oil change", "every_km": 500}


def one(head, rides, on, usual=None):
    (task,) = due_on_bike(head, rides, on, usual).tasks
    return task


def test_by_km_from_the_day_it_was_mounted():
    # Ten days of 20 km: 1200 on the clock, due at 1500, 300 km to go at 20 km a day.
    task = one(bike(BY_KM), rode(*[20] * 10), day(10))
    assert (task.done_on, task.done_km, task.due_km, task.km_left) == (None, None, 1500, 300)
    assert task.due_on == day(10) + timedelta(days=15)
    assert (task.because, task.state) == ("km", "later")
    # Fourteen days ahead is soon.
    assert one(bike(BY_KM), rode(*[20] * 11), day(11)).state == "soon"


def test_a_tenth_of_its_way_is_soon_however_long_that_takes():
    # 455 of 500 km ridden, then hardly any: 45 km take years.
    rides = [*rode(455), LoggedRide(on=day(89), km=1)]
    assert one(bike(BY_KM), rides, day(200)).state == "soon"
    rides = [*rode(440), LoggedRide(on=day(89), km=1)]
    assert one(bike(BY_KM), rides, day(179)).state == "later"


def test_just_the_interval_is_due_and_a_metre_less_is_not():
    assert one(bike(BY_KM), rode(500), day(1)).state == "overdue"
    late = one(bike(BY_KM), rode(300, 300), day(9))
    assert (late.state, late.due_on, late.km_left) == ("overdue", day(1), -100)
    assert one(bike(BY_KM), rode(499.999), day(1)).state == "soon"


def test_done_counts_anew_from_its_day_and_km():
    done = [Done(on=day(3), km=1070, part="hub", what="oil change")]
    task = one(bike(BY_KM, done=done), rode(*[20] * 10), day(10))
    assert (task.done_on, task.done_km, task.due_km) == (day(3), 1070, 1570)
    without = [Done(on=day(3), part="hub", what="oil change")]
    # What was ridden on that day was ridden before it.
    assert one(bike(BY_KM, done=without), rode(*[20] * 10), day(10)).done_km == 1080


@pytest.mark.parametrize(
    "entry",
    [
        Done(on=day(3), part="hub", what="new cables"),
        Done(on=day(3), part="cranks", what="oil change"),
        Done(on=day(30), part="hub", what="oil change"),
    ],
    ids=["another task", "another part", "in the future"],
)
def test_what_does_not_count_as_done(entry):
    assert one(bike(BY_KM, done=[entry]), rode(*[20] * 10), day(10)).done_on is None


def test_the_first_of_km_and_months():
    rides = rode(*[2] * 60)
    task = one(bike(OIL), rides, day(60))
    # 120 km in 60 days: 380 km more take 190 days; the months are up later.
    assert (task.because, task.due_on) == ("km", day(60) + timedelta(days=190))
    little = one(bike(OIL), rode(1, 1, every=30), day(60))
    assert (little.because, little.due_on) == ("months", date(2027, 5, 1))


def test_a_dunking_makes_it_due_at_once_until_it_is_done():
    happened = [Happened(on=day(5), what="dunking")]
    task = one(bike(OIL, happened=happened), rode(*[20] * 10), day(10))
    assert (task.state, task.because, task.due_on) == ("overdue", "dunking", day(5))
    done = [Done(on=day(5), part="hub", what="oil change")]
    assert one(bike(OIL, happened=happened, done=done), rode(*[20] * 10), day(10)).because != "dunking"
    again = [*happened, Happened(on=day(8), what="dunking")]
    assert one(bike(OIL, happened=again, done=done), rode(*[20] * 10), day(10)).due_on == day(8)
    leak = [Happened(on=day(5), what="leak")]
    assert one(bike(OIL, happened=leak), rode(*[20] * 10), day(10)).because != "leak"
    tomorrow = [Happened(on=day(11), what="dunking")]
    assert one(bike(OIL, happened=tomorrow), rode(*[20] * 10), day(10)).because != "dunking"


def test_what_only_an_event_makes_due():
    task = {"what": "dried", "after": ["dunking"]}
    waits = one(bike(task), rode(20), day(3))
    assert (waits.state, waits.due_on, waits.because) == ("later", None, None)
    assert waits.says == "due when something happens that asks for it"
    # What has no day comes after what has one, whichever stands first.
    dated = [{"what": "bled", "every_months": 40}, {"what": "aired", "every_months": 30}]
    order = [each.what for each in due_on_bike(bike(task, *dated), rode(20), day(3)).tasks]
    assert order == ["aired", "bled", "dried"]


def test_how_far_it_is_ridden_a_day():
    head = bike(BY_KM)

    def rate(rides, on, usual=None):
        return km_a_day(head, Odometer(head, rides), on, usual)

    assert rate([], day(10)) is None
    assert rate([], day(10), 7.0) == 7.0
    # Younger than ninety days: since its start.
    assert rate(rode(100), day(10), 7.0) == 10
    # Older: the last ninety.
    rides = [LoggedRide(on=day(0), km=1400), LoggedRide(on=day(150), km=90)]
    assert rate(rides, day(200)) == 1
    assert rate(rode(100), day(200)) == 0


def test_without_a_way_ahead_it_is_not_known():
    task = one(bike(BY_KM), [], day(10))
    assert (task.state, task.due_on, task.km_left) == ("not known", None, 500)
    assert one(bike(BY_KM), [], day(10), 5.0).due_on == day(110)
    # It was ridden, and is not any more.
    assert one(bike(BY_KM), rode(100), day(300)).state == "later"


def test_a_part_that_stayed_keeps_its_kilometres():
    changed = bike(BY_KM, mounted=[mounted(BY_KM), mounted(BY_KM, on=day(5), front=40, name="Lower")])
    assert one(changed, rode(*[20] * 10), day(10)).due_km == 1500
    another = {**BY_KM, "what": "oil change", "minutes": 30}
    other = bike(mounted=[mounted(BY_KM), mounted(another, on=day(5), name="Another")])
    # Five days of 20 km before it.
    assert one(other, rode(*[20] * 10), day(10)).due_km == 1600


def test_what_is_mounted_later_is_not_due_before():
    other = {**BY_KM, "what": "greased"}
    changed = bike(mounted=[mounted(BY_KM), mounted(other, on=day(5), name="Another")])
    assert one(changed, rode(*[20] * 10), day(4)).what == "oil change"
    later = one(changed, rode(*[20] * 10), day(5))
    # Five days of 20 km came before it.
    assert (later.what, later.due_km) == ("greased", 1600)


def test_a_task_that_the_setup_no_longer_has_is_gone():
    changed = bike(mounted=[mounted(BY_KM), mounted(on=day(5), name="Bare")])
    found = due_on_bike(changed, rode(20), day(10))
    assert found.tasks == []
    assert found.says.startswith("Nothing is known that would fall due")


@pytest.mark.parametrize(
    ("start", "months", "found"),
    [
        (date(2026, 1, 31), 1, date(2026, 2, 28)),
        (date(2028, 1, 31), 1, date(2028, 2, 29)),
        (date(2026, 1, 31), 3, date(2026, 4, 30)),
        (date(2024, 2, 29), 12, date(2025, 2, 28)),
        (date(2026, 11, 15), 2, date(2027, 1, 15)),
        (date(2026, 5, 1), 0.5, date(2026, 5, 16)),
        (date(2026, 5, 1), 1200, date(2126, 5, 1)),
        (date(2140, 5, 1), 1200, LAST),
    ],
)
def test_month_ends_and_leap_days(start, months, found):
    assert months_later(start, months) == found


def test_no_day_is_beyond_the_calendar():
    assert days_later(date(2150, 12, 1), 1e9) == LAST
    assert one(bike({"what": "x", "every_km": 1_000_000}), rode(1, 0, 1), day(90)).due_on == LAST


@given(
    every_km=st.integers(50, 800),
    a_day=st.integers(1, 60),
    ridden_days=st.integers(1, 80),
    done_after=st.integers(0, 79),
    months=st.one_of(st.none(), st.integers(1, 24)),
)
def test_the_closed_rule_is_riding_on_day_by_day(every_km, a_day, ridden_days, done_after, months):
    task = {"what": "oil change", "every_km": every_km, **({"every_months": months} if months else {})}
    done_on = day(min(done_after, ridden_days - 1))
    head = bike(task, done=[Done(on=done_on, part="hub", what="oil change")])
    rides = rode(*[a_day] * ridden_days)
    today = day(ridden_days - 1)
    found = one(head, rides, today)
    rate = km_a_day(head, Odometer(head, rides), today, None)
    # Ridden on at the same rate, by hand.
    km, at = a_day * (ridden_days - (done_on - MAY).days - 1), today
    limit = months_later(done_on, months) if months else date.max
    if km >= every_km:
        assert found.state == "overdue"
        return
    passed = 0.0
    while km + passed + rate <= every_km + 1e-9 and at < limit:
        passed += rate
        at += timedelta(days=1)
    assert found.due_on == min(at, limit) or abs((found.due_on - min(at, limit)).days) <= 1
    assert (found.due_on <= today) == (found.state == "overdue") or found.because == "km"


def test_the_year_ahead_repeats_and_the_spread_is_told():
    life = {"what": "new chain", "every_km": {"low": 200, "typical": 400, "high": 900}}
    task = one(bike(life), rode(*[10] * 20), day(20))
    # 200 km to go at 10 km a day, and every forty days from then.
    assert task.follow[:3] == [day(40), day(80), day(120)]
    assert all(each <= day(20 + 365) for each in task.follow)
    assert (task.early, task.late) == (day(19), day(90))


def test_a_tenth_of_its_months_is_soon_too():
    # 30 months from 1 May 2026; a tenth of them are 91 days.
    held = bike({"what": "bled", "every_months": 30})
    end = months_later(day(0), 30)
    states = {
        left: one(held, [], end - timedelta(days=left)).state for left in (200, 92, 91, 15, 14, 1, 0, -1)
    }
    assert states[200] == states[92] == "later"
    assert states[91] == states[15] == states[14] == states[1] == "soon"
    assert states[0] == states[-1] == "overdue"
    says = {left: one(held, [], end - timedelta(days=left)).says for left in (91, 1, 0, -1)}
    assert says[91] == "in about 3 months, by its months"
    assert says[1] == "tomorrow, by its months"
    assert says[0] == "today: its months are up"
    assert says[-1].startswith("since ")


@pytest.mark.parametrize(
    ("days", "said"),
    [
        (0, "today"),
        (1, "tomorrow"),
        (2, "in 2 days"),
        (75, "in 75 days"),
        (76, "in about 2 months"),
        (365, "in about 12 months"),
        (1096, "in about 36 months"),
        (1130, "in about 3 years"),
        (2251, "in about 6 years"),
        (7487, "in about 20 years"),
        (7488, "not within 20 years"),
    ],
)
def test_how_far_ahead_is_said_as_one_says_it(days, said):
    assert ahead(days) == said


def test_what_is_overdue_comes_first_and_is_said():
    tasks = [BY_KM, {"what": "new cables", "every_months": 1}, {"what": "bled", "every_months": 30}]
    found = due_on_bike(bike(*tasks), rode(*[20] * 40), day(40))
    assert [task.state for task in found.tasks] == ["overdue", "overdue", "later"]
    assert found.says == "Overdue: oil change (hub) and new cables (hub)."
    calm = due_on_bike(bike(tasks[2]), rode(20), day(1))
    assert calm.says == "Nothing is overdue. Next is bled (hub), in about 30 months."
    soon = [{"what": "bled", "every_months": 1}, {"what": "aired", "every_months": 1}]
    near = due_on_bike(bike(*soon), rode(20), day(25))
    assert near.says == "Nothing is overdue. Next is bled (hub), in 6 days. 1 more thing soon."
    assert (
        due_on_bike(bike(soon[0]), rode(20), day(25)).says
        == "Nothing is overdue. Next is bled (hub), in 6 days."
    )
    assert (
        due_on_bike(bike(soon[0]), rode(20), day(30)).says
        == "Nothing is overdue. Next is bled (hub), tomorrow."
    )
    both = due([(bike(*tasks), rode(*[20] * 40)), (bike(tasks[2], name="Calm"), [])], day(40))
    assert both.says == "Overdue: 2 things on “Tall one”."


def test_rides_after_the_day_do_not_count():
    assert one(bike(BY_KM), rode(*[20] * 40), day(9)).km_left == 300


def test_what_is_done_once_does_not_come_again():
    once = {"what": "spokes brought to tension", "every_km": 500, "once": True}
    task = one(bike(once), rode(*[20] * 10), day(10))
    assert (task.state, task.due_km, task.follow) == ("later", 1500, [day(25)])
    assert one(bike(once), rode(600), day(1)).state == "overdue"
    done = [Done(on=day(1), part="hub", what="spokes brought to tension")]
    assert due_on_bike(bike(once, done=done), rode(600), day(2)).tasks == []
    # Before it was done, as it was looked at then; on another wheel, anew.
    assert one(bike(once, done=done), rode(600), day(0)).state == "overdue"
    other = {**once, "every_km": 400}
    new = bike(once, done=done, mounted=[mounted(once), mounted(other, name="Other", on=day(5))])
    assert one(new, rode(600), day(6)).due_km == 2000


@pytest.mark.parametrize(
    ("count", "told"), [(3, "a, b and c (hub)."), (4, "c (hub), and 1 more."), (5, "c (hub), and 2 more.")]
)
def test_three_overdue_things_are_named_and_the_others_counted(count, told):
    tasks = [{"what": what, "every_km": 100} for what in "abcde"[:count]]
    found = due_on_bike(bike(*tasks), rode(200), day(5))
    assert found.says.replace("a (hub)", "a").replace("b (hub)", "b").endswith(told)
