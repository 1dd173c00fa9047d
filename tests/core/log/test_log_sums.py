"""Sums of rides: gears, where they did not reach, the odometer, history, rides that are there already."""

import itertools
from datetime import date, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.log.bike import BikeHead, Done, Happened, Measurement, Mounted
from kettledrum.core.log.history import history
from kettledrum.core.log.odometer import Odometer
from kettledrum.core.log.other_teeth import with_other_teeth
from kettledrum.core.log.page import bike_page, stale_rides
from kettledrum.core.log.ride import LoggedRide, Pace
from kettledrum.core.log.says import _reach, period_says
from kettledrum.core.log.sums import Paces, beyond, bike_sums, mounted_on, paces
from kettledrum.core.log.sums_result import GearSum, PeriodSums
from kettledrum.core.log.twice import there_already
from kettledrum.core.log.work import PACE_STEP, gears_of, pace, worked
from kettledrum.core.parts.setup import Setup
from kettledrum.core.rides.channels import Channels
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.demo import honey_round
from made_up_rides import made_up

BRIEF = honey_round()
HUB = next(setup for setup in BRIEF.setups if setup.name == "Fourteen-speed hub")
SINGLE = BRIEF.setups[0]
STEPLESS = next(setup for setup in BRIEF.setups if setup.name == "Stepless hub")
BAND = (60.0, 88.0)
MAY = date(2026, 5, 1)


def bike(**parts) -> BikeHead:
    """A bike with the hub, ridden since the first of May."""
    usual = {"name": "Tall one", "since": MAY, "mounted": [Mounted(on=MAY, setup=HUB)]}
    return BikeHead(**{**usual, **parts})


def rode(day: int, km: float = 10, **parts) -> LoggedRide:
    return LoggedRide(on=MAY + timedelta(days=day), km=km, **parts)


def recorded(seed=1, setup=HUB, seconds=1800):
    """A ride made up on a setup, and the truth behind it."""
    gears = [gear.development_m for gear in gear_table(setup, BAND).gears]
    return made_up(gears, seconds, seed=seed)


def test_the_odometer_adds_rides_to_the_last_reading():
    held = bike(
        km_at_start=1000,
        done=[Done(on=MAY + timedelta(days=10), km=1100, part="hub", what="oil")],
        measured=[Measurement(on=MAY + timedelta(days=20), km=1105, what="chain wear", value=0.3)],
    )
    odometer = Odometer(held, [rode(1), rode(10), rode(11, 7)])
    assert odometer.km(MAY) == 1000
    assert odometer.km(MAY + timedelta(days=1)) == 1010
    # The reading of a day counts its rides.
    assert odometer.km(MAY + timedelta(days=10)) == 1100
    assert odometer.km(MAY + timedelta(days=11)) == 1107
    # A reading below what the rides come to does not turn it back.
    assert odometer.km(MAY + timedelta(days=25)) == 1107
    assert odometer.latest_km == 1107


@given(
    st.lists(st.tuples(st.integers(0, 60), st.floats(0.1, 200)), max_size=20),
    st.lists(st.tuples(st.integers(0, 60), st.floats(0, 3000)), max_size=6),
)
def test_the_odometer_never_falls(rides, readings):
    held = bike(
        measured=[Measurement(on=MAY + timedelta(days=d), km=km, what="x", value=1) for d, km in readings]
    )
    odometer = Odometer(held, [rode(d, km) for d, km in rides])
    shown = [odometer.km(MAY + timedelta(days=day)) for day in range(62)]
    assert all(after >= before - 1e-9 for before, after in itertools.pairwise(shown))
    assert odometer.latest_km == pytest.approx(shown[-1])
    for d, km in readings:
        assert odometer.km(MAY + timedelta(days=d)) >= km - 1e-9


def test_which_setup_was_mounted_on_a_day():
    held = bike(mounted=[Mounted(on=MAY, setup=HUB), Mounted(on=MAY + timedelta(days=9), setup=SINGLE)])
    assert [mounted_on(held, MAY + timedelta(days=day)) for day in (-3, 0, 8, 9, 30)] == [0, 0, 0, 1, 1]


def test_seconds_below_and_above_a_speed_by_hand():
    # Bins of 3 %: the first from 1 to 1.0305 m/s, the second to 1.0618.
    found = Paces(0, np.array([100.0, 50.0]))
    assert found.below(1.0) == (0, 0)
    seconds, metres = found.below(np.exp(0.03))
    assert seconds == pytest.approx(100)
    assert metres == pytest.approx(100 * np.exp(0.015))
    half, _ = found.below(np.exp(0.015))
    assert half == pytest.approx(50)
    above, _ = found.above(np.exp(0.045))
    assert above == pytest.approx(25)
    assert found.above(np.exp(0.06)) == pytest.approx((0, 0))


def test_paces_of_rides_add_up_wherever_they_begin():
    def with_pace(first, seconds):
        ride = worked(rode(1), recorded().ride, HUB)
        return ride.model_copy(
            update={"worked": ride.worked.model_copy(update={"pace": Pace(first=first, seconds=seconds)})}
        )

    both = paces([with_pace(2, [5, 6]), with_pace(0, [1, 0, 2])])
    assert (both.first, both.seconds.tolist()) == (0, [1, 0, 7, 6])
    assert len(paces([]).seconds) == 0


@given(st.integers(-30, 60), st.lists(st.integers(0, 500), min_size=1, max_size=60), st.floats(1.001, 1.5))
def test_a_lower_gear_is_never_too_high_for_longer(first, seconds, lower):
    table = gear_table(HUB, BAND)
    scaled = table.model_copy(update={"gears": [_scaled(gear, 1 / lower) for gear in table.gears]})
    pedalled = Paces(first, np.array(seconds, dtype=float))
    was, now = beyond(table, pedalled), beyond(scaled, pedalled)
    assert now.too_high_s <= was.too_high_s + 1e-9
    assert now.too_high_m <= was.too_high_m + 1e-6
    assert now.too_low_s >= was.too_low_s - 1e-9
    assert was.too_high_s + was.too_low_s <= sum(seconds) + 1e-9


def _scaled(gear, by):
    from dataclasses import replace

    return replace(gear, development_m=gear.development_m * by)


def channels_at(speeds, cadence=70.0) -> Channels:
    count = len(speeds)
    nothing = np.full(count, np.nan)
    return Channels(np.array(speeds, dtype=float), np.full(count, cadence), nothing, nothing, nothing)


def test_a_start_is_not_counted_and_slow_pedalling_is():
    ride = channels_at([0.0] * 5 + [1.5] * 60)
    # Ten seconds after the last standstill are its start.
    assert sum(pace(ride).seconds) == 50
    assert sum(pace(channels_at([1.5] * 60)).seconds) == 60
    assert sum(pace(channels_at([1.5] * 60, cadence=10)).seconds) == 0
    assert pace(channels_at([0.0] * 10)) == Pace(first=0, seconds=[])


def test_sums_of_made_up_rides_tell_the_gears_that_were_ridden():
    truth = np.zeros(14)
    rides = []
    for seed in range(4):
        made = recorded(seed)
        rides.append(worked(rode(seed, minutes=30), made.ride, HUB))
        truth += np.bincount(made.gears[made.pedalled], minlength=14)
    sums = bike_sums(bike(), rides, BAND)
    (period,) = sums.periods
    shares = np.array([gear.share for gear in period.gears])
    assert np.abs(shares - truth / truth.sum()).max() < 0.03
    assert (period.rides, period.worked, period.stale) == (4, 4, 0)
    assert period.pedalling_s + period.coasting_s + period.standing_s == 4 * 1800
    assert period.pedalling_s == sum(gear.seconds for gear in period.gears)
    assert sums.minutes == 120
    assert set(period.never) == {gear.label for gear in period.gears if gear.seconds == 0}


def test_shares_of_rides_count_by_how_long_was_pedalled():
    ride = worked(rode(1, minutes=30), recorded().ride, HUB)
    made = [
        ride.model_copy(update={"worked": ride.worked.model_copy(update=figures)})
        for figures in (
            {"pedalling_s": 1000, "steady_share": 0.5, "fits": 0.9},
            {"pedalling_s": 3000, "steady_share": 0.9, "fits": 0.7},
        )
    ]
    (period,) = bike_sums(bike(), made, BAND).periods
    assert period.steady_share == pytest.approx(0.8)
    assert period.fits == pytest.approx(0.75)


def test_a_lane_goes_from_the_low_to_the_high_cadence():
    (period,) = bike_sums(bike(), [worked(rode(1), recorded().ride, HUB)], BAND).periods
    lowest = period.gears[0]
    # Metres a turn × turns a minute × 60 minutes.
    assert lowest.speed_kmh == pytest.approx(
        (lowest.development_m * 60 * 0.06, lowest.development_m * 88 * 0.06)
    )


def test_gears_that_nothing_fits_are_doubted():
    other = recorded(setup=HUB).ride
    # Everything a third of a step off every gear of a wide cassette of few.
    wrong = worked(
        rode(1),
        Channels(
            other.speed_mps * 1.5,
            *(getattr(other, name) for name in ("cadence_rpm", "power_w", "elevation_m", "temperature_c")),
        ),
        SINGLE,
    )
    held = bike(mounted=[Mounted(on=MAY, setup=SINGLE)])
    page = bike_page(BRIEF, [], held, [wrong])
    assert page.sums.periods[0].fits < 0.6
    assert "was something else mounted" in page.sums.says
    fitting = bike_page(BRIEF, [], bike(), [worked(rode(1), other, HUB)])
    assert fitting.sums.periods[0].fits > 0.9


def test_rides_for_other_gears_are_stale_and_left_out_of_the_shares():
    held = bike(mounted=[Mounted(on=MAY, setup=HUB), Mounted(on=MAY + timedelta(days=5), setup=SINGLE)])
    ride = worked(rode(1), recorded().ride, HUB)
    moved = ride.model_copy(update={"on": MAY + timedelta(days=8)})
    typed = rode(9)
    assert stale_rides(held, [ride, moved, typed]) == [1]
    late, early = bike_sums(held, [ride, moved, typed], BAND).periods
    assert (late.rides, late.worked, late.stale, late.pedalling_s) == (2, 0, 1, 0)
    assert (early.rides, early.worked, early.stale) == (1, 1, 0)
    assert (early.until, late.until) == (MAY + timedelta(days=5), None)


def test_a_name_or_a_price_makes_no_ride_stale_and_a_tooth_does():
    renamed = HUB.model_copy(update={"name": "Another"})
    assert gears_of(renamed) == gears_of(HUB)
    assert gears_of(SINGLE) != gears_of(HUB)


def test_a_page_says_what_a_rider_asks():
    rides = [worked(rode(seed, minutes=30), recorded(seed).ride, HUB) for seed in range(3)]
    page = bike_page(BRIEF, BRIEF.road.routes, bike(), rides)
    assert page.sums.says.startswith("In 3 rides you spent ")
    assert "on the clock; 3 rides logged (30 km, 1 h 30 min)" in page.sums.says
    foretold = [gear.foretold for gear in page.sums.periods[0].gears]
    assert sum(foretold) == pytest.approx(1)
    empty = bike_page(BRIEF, [], bike(), [])
    assert "no ride is logged yet" in empty.sums.says
    typed = bike_page(BRIEF, [], bike(), [rode(1)])
    assert typed.sums.periods[0].says.startswith("No ride here tells its gears")
    assert typed.sums.periods[0].gears[0].foretold is None


@pytest.mark.parametrize(
    ("too_high_m", "too_low_m", "said"),
    [
        (0, 0, " Gear 1 was low enough everywhere, and gear 3 high enough."),
        (7500, 0, " Gear 1 was too high on 7.5 km."),
        (0, 954, " Gear 3 was too low on 954 m."),
        (7500, 954, " Gear 1 was too high on 7.5 km, gear 3 too low on 954 m."),
        (None, None, ""),
    ],
)
def test_where_the_gears_do_not_reach_is_said(too_high_m, too_low_m, said):
    rides = [worked(rode(1, minutes=30), recorded(1).ride, HUB)]
    [sums] = bike_page(BRIEF, [], bike(), rides).sums.periods
    beyond = None
    if too_high_m is not None:
        beyond = sums.beyond.model_copy(update={"too_high_m": too_high_m, "too_low_m": too_low_m})
    labelled = [
        gear.model_copy(update={"label": str(number)}) for number, gear in enumerate(sums.gears[:3], 1)
    ]
    assert _reach(sums.model_copy(update={"beyond": beyond, "gears": labelled})) == said


def test_a_stepless_hub_is_told_by_tenths():
    made = recorded(setup=HUB)
    held = bike(mounted=[Mounted(on=MAY, setup=STEPLESS)])
    sums = bike_sums(held, [worked(rode(1), made.ride, STEPLESS)], BAND)
    (period,) = sums.periods
    assert period.stepless
    assert len(period.gears) == 10
    assert period.never == []
    assert sum(gear.share for gear in period.gears) == pytest.approx(1)


def test_a_ride_without_cadence_has_no_gears():
    made = recorded().ride
    blind = Channels(
        made.speed_mps, np.full(made.seconds, np.nan), made.power_w, made.elevation_m, made.temperature_c
    )
    ride = worked(rode(1), blind, HUB)
    assert ride.gears is None
    assert ride.worked.pedalling_s == 0


def test_fewer_teeth_on_rides_by_hand():
    # All of it at 1.5 m/s: below 60 rpm in the lowest gear, and in the easy band with a dozen teeth fewer.
    ride = worked(rode(1), channels_at([1.5] * 1000), HUB)
    low = gear_table(HUB, BAND).gears[0].development_m
    assert 1.5 * 60 / low < 60
    found = with_other_teeth(BRIEF, HUB, [ride], -1)
    assert found.front == [HUB.path[0].front[0] - 1]
    assert found.before.too_high_s == pytest.approx(1000)
    much = with_other_teeth(BRIEF, HUB, [ride], -12)
    assert much.after.too_high_s == pytest.approx(0, abs=1e-6)
    assert "instead of 1.5 km" in much.says
    assert much.over == []
    # Slower than any of them reaches, it is the same either way; and without seconds nothing can be said.
    crept = worked(rode(1), channels_at([1.0] * 1000), HUB)
    assert with_other_teeth(BRIEF, HUB, [crept], -1).says.endswith(
        "the same: the lowest gear too high on 1.0 km and the highest too low on 0 m either way."
    )
    assert with_other_teeth(BRIEF, HUB, [], 1).says == (
        "With one tooth more in front: no ride with recorded seconds is there to try it on."
    )
    reached = worked(rode(1), channels_at([5.0] * 1000), HUB)
    assert with_other_teeth(BRIEF, HUB, [reached], -1).says.endswith(
        "the gears reached wherever you pedalled."
    )


def test_fewer_teeth_than_a_maker_allows_are_told():
    data = HUB.model_dump(mode="json", exclude_unset=True)
    front, rear = data["path"][0]["front"][0], data["path"][0]["rear"][0]
    data["path"][1]["limits"] = {"primary_ratio_min": front / rear}
    limited = Setup.model_validate(data)
    assert with_other_teeth(BRIEF, limited, [], 1).over == []
    found = with_other_teeth(BRIEF, limited, [], -1)
    assert found.over
    assert "beyond what a maker allows" in found.says


@pytest.mark.parametrize("teeth", [0, 13, -13])
def test_teeth_that_make_no_sense_are_refused(teeth):
    with pytest.raises(InvalidInput, match="from 1 to 12"):
        with_other_teeth(BRIEF, HUB, [], teeth)


def test_teeth_that_there_are_not_are_refused():
    small = HUB.model_dump(mode="json", exclude_unset=True)
    small["path"][0]["front"] = [8]
    with pytest.raises(InvalidInput, match=r"front"):
        with_other_teeth(BRIEF, Setup.model_validate(small), [], -12)


def began(time: str, km=20.0, on=MAY) -> LoggedRide:
    return LoggedRide(on=on, km=km, began=f"2026-05-01T{time}Z")


@pytest.mark.parametrize(
    ("ride", "other", "again"),
    [
        (began("07:00:00"), began("07:00:00"), True),
        (began("07:00:00"), began("07:01:00", 20.3), True),
        (began("07:00:00"), began("07:00:30", 21.0), True),
        (began("07:00:00"), began("07:00:30", 22.5), False),
        (began("07:00:00"), began("07:10:00", 21.0), True),
        (began("07:00:00"), began("07:10:01", 20.0), False),
        (began("07:00:00"), LoggedRide(on=MAY, km=20.2), True),
        (began("07:00:00"), LoggedRide(on=MAY, km=21), False),
        (began("07:00:00"), LoggedRide(on=MAY + timedelta(days=1), km=20), False),
        (LoggedRide(on=MAY, km=5), LoggedRide(on=MAY, km=5), True),
    ],
)
def test_a_ride_that_is_there_already(ride, other, again):
    found = there_already(ride, [rode(20), other])
    assert (found is not None) == again
    if found:
        assert found[0] is other


@pytest.mark.parametrize(
    ("time", "minutes", "once"),
    [
        ("07:00:00", 30, True),  # the first half of it alone
        ("07:40:00", 20, True),
        ("07:45:00", 30, False),  # 15 of 30 minutes: no more than half
        ("07:44:00", 30, True),
        ("06:00:00", 200, True),
        ("06:30:00", 60, False),
        ("08:00:00", 30, False),
        ("05:00:00", 60, False),
    ],
)
def test_a_bike_is_on_one_way_at_a_time(time, minutes, once):
    hour = LoggedRide(on=MAY, km=20, minutes=60, began="2026-05-01T07:00:00Z")
    other = LoggedRide(on=MAY, km=11, minutes=minutes, began=f"2026-05-01T{time}Z")
    for one, two in ((hour, other), (other, hour)):
        assert (there_already(one, [two]) is not None) == once
        # Another bike may be on its way at the same time.
        assert there_already(one, [], [two]) is None
    assert there_already(hour, [other.model_copy(update={"minutes": None})]) is None


def test_history_in_order_with_the_clock():
    held = bike(
        km_at_start=50,
        done=[Done(on=MAY + timedelta(days=3), km=75, part="chain", what="new chain")],
        happened=[
            Happened(on=MAY + timedelta(days=2), what="odd shift", **{"from": "8", "to": "7"}),
            Happened(on=MAY + timedelta(days=4), what="noise", gear="3"),
        ],
        measured=[Measurement(on=MAY + timedelta(days=4), what="chain wear", value=0.5, unit="%")],
    )
    found = history(held, [rode(0), rode(2)])
    assert [(mark.kind, mark.km, mark.text) for mark in found.marks] == [
        ("mounted", 60, "mounted: “Fourteen-speed hub”"),
        ("happened", 70, "odd shift, 8 to 7"),
        ("done", 75, "chain: new chain"),
        ("happened", 75, "noise, gear 3"),
        ("measured", 75, "chain wear: 0.5 %"),
    ]
    assert found.line[0] == (MAY, 50)
    assert found.line[-1] == (MAY + timedelta(days=4), 75)
    kms = [km for _, km in found.line]
    assert kms == sorted(kms)


def test_shifts_are_counted_by_the_hour_of_moving():
    ride = worked(rode(1, minutes=30), recorded().ride, HUB)
    figures = {"shifts": 30, "pedalling_s": 1800, "coasting_s": 900, "standing_s": 900}
    told = ride.model_copy(update={"worked": ride.worked.model_copy(update=figures)})
    (period,) = bike_sums(bike(), [told, told], BAND).periods
    # Sixty shifts in an hour and a half of moving; standing is none.
    assert period.shifts_per_hour == pytest.approx(40)


def test_what_was_never_used_is_told_by_its_number():
    gears = [
        GearSum.model_construct(label=str(number), seconds=100, share=0.5, development_m=3.0 + number)
        for number in (1, 2)
    ]
    period = PeriodSums.model_construct(
        rides=2,
        worked=2,
        fits=1.0,
        setup="",
        pedalling_s=200,
        gears=gears,
        beyond=None,
        stepless=False,
        never=["3"],
    )
    assert period_says(period).endswith("You never used gear 3.")
    assert period_says(period.model_copy(update={"never": ["3", "4"]})).endswith("used gears 3 and 4.")
    one = period.model_copy(update={"gears": gears[:1], "never": []})
    assert period_says(one).startswith("2 rides in the one gear there is.")
    assert "in the one gear" not in period_says(period)


def test_the_lowest_gear_was_too_high_below_its_band():
    table = gear_table(HUB, BAND)
    low, high = table.gears[0].development_m, table.gears[-1].development_m

    def at(development_m, rpm):
        found = beyond(table, Paces(int(np.log(development_m * rpm / 60) // PACE_STEP), np.array([100.0])))
        return found.too_high_s, found.too_low_s

    # The band is from 60 to 88 turns.
    assert [at(low, 57), at(low, 63)] == [(100, 0), (0, 0)]
    assert [at(high, 85), at(high, 91)] == [(0, 0), (0, 100)]


def test_a_long_history_is_thinned_and_keeps_both_ends():
    held = BikeHead(name="Tall one", since=MAY, mounted=[Mounted(on=MAY, setup=HUB)])
    rides = [LoggedRide(on=MAY + timedelta(days=day), km=10) for day in range(1200)]
    line = history(held, rides).line
    # Each third day, what it begins with, and the last.
    assert len(line) == 402
    assert (line[0], line[-1]) == ((MAY, 0.0), (MAY + timedelta(days=1199), 12_000.0))
    assert [km for _, km in line[1:4]] == [10, 40, 70]
