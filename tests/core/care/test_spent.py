"""What upkeep really cost: by hand, through changes, and even riding against what Costs counts."""

from dataclasses import replace
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.care.spent import MOST_TIMES, as_it_was
from kettledrum.core.job.money import Money
from kettledrum.core.keeping.costs import costs
from kettledrum.core.keeping.rates import rates
from kettledrum.core.log.bike import Done
from kettledrum.core.log.ride import LoggedRide
from kettledrum.demo import honey_round
from looked_after import MAY, bike, day, mounted, rode

MONEY = Money(currency="crowns", workshop_an_hour=60, own_an_hour=12, day_without=5, years=3, km_a_year=3650)
JOB = honey_round().model_copy(update={"money": MONEY, "setups": []})
RATE = rates(JOB, [])
OIL = {"what": "oil change", "every_km": 500, "minutes": 20, "cost": 15}


TENTH = day(10)


def kept(*care, rides=(), on=TENTH, **parts):
    return as_it_was(bike(*care, **parts), list(rides), on, RATE)


def test_foretold_is_each_time_that_it_fell_due():
    found = kept(OIL, rides=rode(*[110] * 10))
    # 1100 km: at 500 and at 1000; each 15 and a third of an hour at 12.
    (task,) = found.tasks
    assert (task.foretold_times, task.foretold, task.done, task.spent) == (2, 2 * (15 + 4), 0, 0)
    assert (found.km, found.days, found.foretold_a_km) == (1100, 10, pytest.approx(38 / 1100))
    assert kept(OIL, rides=rode(500)).foretold == 19
    assert kept(OIL, rides=rode(499.9)).foretold == 0


def test_a_workshop_and_days_without_are_in_what_was_foretold():
    sent = {"what": "sent in", "every_km": 500, "minutes": 30, "cost": 10, "by": "workshop", "away_days": 4}
    assert kept(sent, rides=rode(600)).foretold == 10 + 30 + 20


def test_months_count_from_the_last_time():
    yearly = {"what": "looked at", "every_months": 12, "cost": 7}
    assert kept(yearly, on=date(2027, 4, 30)).foretold == 0
    assert kept(yearly, on=date(2027, 5, 1)).foretold == 7
    assert kept(yearly, on=date(2036, 5, 1)).foretold == 70
    both = {**yearly, "every_km": 100}
    # At 100 km on the 2nd of May, and a year after that: not a year after the start.
    rides = [LoggedRide(on=day(1), km=100)]
    assert kept(both, rides=rides, on=date(2027, 5, 1)).foretold == 7
    assert kept(both, rides=rides, on=date(2027, 5, 2)).foretold == 14


def test_once_is_foretold_once():
    assert kept({**OIL, "once": True}, rides=rode(*[1000] * 5)).foretold == 19


def test_what_was_paid_is_what_was_written_down():
    done = [
        Done(on=day(2), part="hub", what="oil change", cost=18, minutes=30),
        Done(on=day(3), part="hub", what="oil change"),
        Done(on=day(-2), part="hub", what="oil change", cost=99),
        Done(on=day(30), part="hub", what="oil change", cost=99),
    ]
    found = kept(OIL, rides=rode(400), done=done)
    # Half an hour of one’s own at 12; before its start and in the future nothing counts.
    assert (found.spent, found.without_cost, found.tasks[0].done) == (18 + 6, 1, 2)
    assert found.says == (
        "In 10 days and 400 km upkeep cost 24 crowns, more than the 0 crowns that were foretold. All of it "
        "went on what no interval foretold: after a dunking, before its time, or what has none. Of what was "
        "done, 1 entry has no cost written down."
    )
    more = [*done, Done(on=day(4), part="hub", what="other teeth", cost=30)]
    rides = rode(600)
    assert " 30 crowns of it went on what no interval foretold" in kept(OIL, rides=rides, done=more).says


def test_a_workshops_hours_are_in_its_price():
    shop = {**OIL, "by": "workshop"}
    done = [Done(on=day(4), part="hub", what="oil change", cost=40, minutes=60)]
    assert kept(shop, rides=rode(600), done=done).spent == 40


def test_about_the_same_is_said_so():
    done = [Done(on=day(4), part="hub", what="oil change", cost=16, minutes=20)]
    said = kept(OIL, rides=rode(600), done=done).says
    assert said == "In 10 days and 600 km upkeep cost 20 crowns, about what was foretold (19 crowns)."
    cheap = [Done(on=day(4), part="hub", what="oil change", cost=1)]
    assert "less than the 19 crowns" in kept(OIL, rides=rode(600), done=cheap).says
    assert kept(OIL, rides=rode(3)).says == "In 10 days and 3 km nothing was done and nothing fell due."


def test_a_part_counts_through_changes_of_others_and_anew_when_it_is_another():
    teeth = [mounted(OIL), mounted(OIL, name="Other teeth", on=day(5), front=40)]
    assert kept(OIL, rides=rode(*[60] * 10), mounted=teeth).foretold == 19
    other = {**OIL, "every_km": 400}
    new = [mounted(OIL), mounted(other, name="Other hub", on=day(5))]
    # 300 km on each: neither reached its own.
    assert kept(OIL, rides=rode(*[60] * 10), mounted=new).foretold == 0
    longer = rode(*[60] * 16)
    assert kept(OIL, rides=longer, mounted=new, on=day(16)).foretold == 19
    # Through other teeth on the third day, until another hub on the tenth: the 500 km come between.
    three = [
        mounted(OIL),
        mounted(OIL, name="Other teeth", on=day(3), front=40),
        mounted(other, name="Other hub", on=day(12)),
    ]
    assert kept(OIL, rides=rode(*[60] * 11), mounted=three, on=day(13)).tasks[0].foretold_times == 1
    # What was ridden the day before it was mounted is not its own, what is ridden on that day is.
    just = [mounted(OIL), mounted(other, name="Other hub", on=day(5))]
    (task,) = kept(OIL, rides=rode(0, 0, 0, 0, 300, 100, 300), mounted=just).tasks
    assert task.foretold_times == 1
    assert not kept(OIL, rides=rode(0, 0, 0, 0, 300, 100, 299), mounted=just).tasks
    later = [mounted(OIL), mounted(other, name="Other hub", on=day(20))]
    assert kept(OIL, rides=rode(*[60] * 10), mounted=later).tasks[0].foretold_times == 1


def test_years_of_the_calendar_add_up():
    rides = [LoggedRide(on=date(2026, 12, 31), km=600), LoggedRide(on=date(2027, 1, 1), km=500)]
    done = [Done(on=date(2027, 3, 1), part="hub", what="oil change", cost=15)]
    found = kept(OIL, rides=rides, on=date(2027, 6, 1), done=done)
    assert [(each.year, each.km, each.spent, each.foretold) for each in found.years] == [
        (2026, 600, 0, 19),
        (2027, 500, 15, 19),
    ]
    assert sum(each.foretold for each in found.years) == found.foretold
    assert sum(each.spent for each in found.years) == found.spent


def test_how_far_it_goes_in_a_year_against_what_costs_reckons_with():
    # 90 days with 900 km: 10 km a day, 3652.5 in a year of 365.25 days.
    over = date(2026, 7, 30)
    found = kept(OIL, rides=rode(900), on=over)
    assert (found.days, found.km_a_year, found.reckoned_km_a_year) == (90, pytest.approx(3652.5), 3650)
    about = " At this rate it goes 3,653 km in a year, about what Costs reckons with (3,650 km)."
    assert found.says.endswith(about)
    some = kept(rides=rode(809), on=over)
    other = " nothing fell due. At this rate it goes 3,283 km in a year; Costs reckons with 3,650 km."
    assert some.says.endswith(other)
    # About the same is a tenth of the larger: 353 of 3,653, but not 453.
    for reckoned, words in ((3300, "about what Costs reckons with (3,300 km)."), (3200, "; Costs reckons")):
        rate = replace(RATE, km_a_year=reckoned)
        assert words in as_it_was(bike(OIL), rode(900), over, rate).says
    # Ten days, or no ride, tell nothing of a year.
    for few in (kept(OIL, rides=rode(900)), kept(OIL, on=over), kept(OIL, rides=rode(900), on=day(89))):
        assert few.km_a_year is None
        assert "At this rate" not in few.says


def test_no_km_has_no_cost_a_km():
    found = kept(OIL)
    assert (found.spent_a_km, found.foretold_a_km, found.km) == (None, None, 0)


def test_a_task_of_every_kilometre_ends():
    found = kept({"what": "wiped", "every_km": 1, "cost": 1}, rides=rode(*[1500] * 8), on=day(11))
    assert found.foretold == MOST_TIMES


@given(
    every=st.integers(150, 4000),
    months=st.one_of(st.none(), st.integers(2, 30)),
    cost=st.integers(0, 50),
)
def test_even_riding_costs_what_costs_foretells(every, months, cost):
    """Ten km a day for three years: the day-by-day books against the closed rule of Costs."""
    care = {"what": "oil change", "every_km": every, "cost": cost, "minutes": 10}
    if months:
        care["every_months"] = months
    head = bike(care)
    last = MAY + timedelta(days=3 * 365)
    rides = [LoggedRide(on=MAY + timedelta(days=at), km=10) for at in range(3 * 365)]
    found = as_it_was(head, rides, last, RATE)
    (foretold,) = costs(JOB.model_copy(update={"setups": [head.mounted[0].setup]}), []).setups
    times = sum(event.what == "oil change" for event in foretold.events) + foretold.more_events
    (counted,) = found.tasks or [None]
    # A month of Costs is a twelfth of a year, one of the calendar 28 to 31 days: one time more or less.
    assert abs((counted.foretold_times if counted else 0) - times) <= (1 if months else 0) or (
        3650 * 3 % every == 0
    )


def test_what_was_spent_on_what_fell_due_is_not_told_apart():
    assert "went on" not in kept(OIL, rides=rode(600)).says
    paid = [Done(on=day(4), part="hub", what="oil change", cost=30)]
    assert "went on" not in kept(OIL, rides=rode(600), done=paid).says
    little = [*paid, Done(on=day(4), part="hub", what="other teeth", cost=2)]
    assert "went on" not in kept(OIL, rides=rode(600), done=little).says


def test_before_the_bike_was_built_no_day_has_gone_by():
    assert kept(OIL, on=day(-3)).days == 0
    assert kept(OIL, on=day(0)).days == 0
