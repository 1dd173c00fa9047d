"""Gears worked out from made-up rides, whose gears are known: by hub, lag, noise and tyre."""

from statistics import NormalDist

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from examples import hub, setup, sprockets, stepless_hub
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.parts.setup import Setup
from kettledrum.core.rides.channels import Channels, Shift
from kettledrum.core.rides.found_gears import found_gears
from kettledrum.core.rides.gear_use import FITS, gear_use, gears_ridden, groups, steady, tenths
from kettledrum.core.rides.lag import developments, lag_s
from kettledrum.core.rides.likeliest import (
    NEAR,
    OUTLIERS,
    SPREAD,
    SWITCHES,
    _moves,
    densities,
    fitted_circumference,
    likeliest,
)
from kettledrum.core.terms.validation import validate
from made_up_rides import made_up


def table_of(*stages):
    return gear_table(validate(Setup, setup(*stages)), (60, 88))


def ladder(low, step, count):
    return table_of(sprockets([42], [21]), hub(*(low * step**at for at in range(count))))


def metres(table):
    return np.array([group.development_m for group in groups(table)])


def right(made, table, use):
    """Which seconds of pedalling are in the true gear, and which of them are steady."""
    found = developments(made.ride, use.lag_s)
    known = np.flatnonzero(~np.isnan(found))
    gap = np.diff(known, prepend=known[:1] - 1)
    gears = np.log(metres(table) * use.circumference_m / table.circumference_m)
    taken = likeliest(np.log(found[known]), gears, gap)
    return taken == made.gears[known], steady(made.ride, use.lag_s)[known], known


@settings(max_examples=12)
@given(
    st.integers(3, 12),
    st.floats(1.12, 1.35),
    st.integers(0, 5),
    st.floats(0.003, 0.012),
    st.floats(0.97, 1.03),
    st.integers(0, 999),
)
def test_steady_seconds_are_right_and_so_is_the_time_in_each_gear(count, step, lag, noise, tyre, seed):
    table = ladder(0.4, step, count)
    made = made_up(metres(table) * tyre, 1500, lag=lag, noise=noise, seed=seed)
    use = gear_use(made.ride, table)
    assert use.lag_s == lag
    assert use.circumference_m / table.circumference_m == pytest.approx(tyre, abs=0.006)
    correct, is_steady, known = right(made, table, use)
    assert correct[is_steady].mean() >= 0.97
    true = np.bincount(made.gears[known], minlength=count) / len(known)
    assert np.abs(true - [each.share for each in use.gears]).max() <= 0.03
    assert sum(each.seconds for each in use.gears) == use.pedalling_s


def test_seconds_are_pedalling_coasting_standing_or_not_recorded():
    table = ladder(0.5, 1.3, 4)
    made = made_up(metres(table), 1200, seed=3)
    speed = made.ride.speed_mps.copy()
    speed[100:160] = 0
    speed[300:330] = np.nan
    cadence = np.where(speed > 0, made.ride.cadence_rpm, 0)
    use = gear_use(Channels(speed, cadence, *[np.full(1200, np.nan)] * 3), table)
    assert use.standing_s == 60
    assert use.not_recorded_s == 30
    assert use.pedalling_s + use.coasting_s + use.standing_s + use.not_recorded_s == 1200


def test_gears_that_are_as_good_as_one_are_told_together():
    table = table_of(sprockets([42], [21]), hub(0.5, 0.51, 0.8, 1.0))
    assert [group.label for group in groups(table)] == ["1 · 2", "3", "4"]
    assert groups(table)[0].ratio == pytest.approx(2 * (0.5 * 0.51) ** 0.5)
    made = made_up(metres(table), 900, seed=5)
    assert len(gear_use(made.ride, table).gears) == 3


def test_shifts_that_the_bicycle_tells_count():
    table = ladder(0.5, 1.3, 3)
    speed = np.full(600, 5.0)
    cadence = np.full(600, 70.0)
    shifts = [Shift(0, None, 1), Shift(200, None, 3), Shift(500, None, 2)]
    use = gear_use(Channels(speed, cadence, *[np.full(600, np.nan)] * 3, shifts), table)
    assert use.source == "events"
    assert [each.seconds for each in use.gears] == [200, 100, 300]
    assert use.shifts == 3


def test_shifts_are_told_by_teeth_where_two_things_shift():
    table = table_of(sprockets([28, 44], [12, 18, 28]))
    nothing = np.full(300, np.nan)
    shifts = [Shift(0, 1, 1, 28, 28), Shift(100, 2, 3, 44, 12)]
    use = gear_use(Channels(np.full(300, 6.0), np.full(300, 75.0), nothing, nothing, nothing, shifts), table)
    assert use.source == "events"
    by_label = {each.label: each.seconds for each in use.gears if each.seconds}
    assert by_label == {"1": 100, "6": 200}


def test_shifts_of_another_drive_are_not_believed():
    table = ladder(0.5, 1.3, 3)
    made = made_up(metres(table), 600, seed=8)
    odd = Channels(
        made.ride.speed_mps, made.ride.cadence_rpm, *[np.full(600, np.nan)] * 3, [Shift(0, None, 9)]
    )
    assert gear_use(odd, table).source == "worked out"


def test_a_stepless_hub_is_told_by_tenths_of_its_span():
    table = table_of(sprockets([42], [21]), stepless_hub(0.5, 1.8))
    speed = np.linspace(2.5, 6, 900)
    ride = Channels(speed, np.full(900, 70.0), *[np.full(900, np.nan)] * 3)
    use = gear_use(ride, table)
    assert len(use.gears) == 10
    assert use.gears[0].label == "1.00 to 1.14"
    # Each stands for the middle of its tenth, of ratio and of metres alike.
    span, lowest = 1.8 / 0.5, table.gears[0].development_m
    for at, (tenth, gear) in enumerate(zip(tenths(table), use.gears, strict=True)):
        assert tenth.development_m == pytest.approx(lowest * span ** ((at + 0.5) / 10))
        assert gear.ratio == pytest.approx(span ** ((at + 0.5) / 10))
    geared_up = tenths(table_of(sprockets([42], [14]), stepless_hub(0.5, 1.8)))
    assert geared_up[0].label == "1.50 to 1.70"
    assert geared_up[-1].label == "4.75 to 5.40"
    assert sum(each.seconds for each in use.gears) == use.pedalling_s == 900
    middles = lowest * span ** ((np.arange(10) + 0.5) / 10)
    nearest = np.abs(np.log(speed * 60 / 70)[:, None] - np.log(middles)).argmin(axis=1)
    assert [each.seconds for each in use.gears] == np.bincount(nearest, minlength=10).tolist()


def test_without_cadence_no_gear_is_made_up():
    ride = Channels(np.full(300, 5.0), *[np.full(300, np.nan)] * 4)
    use = gear_use(ride, ladder(0.5, 1.3, 3))
    assert (use.pedalling_s, use.shifts) == (0, 0)
    assert use.says.startswith("No pedalling is recorded")
    assert [each.share for each in use.gears] == [0, 0, 0]
    # Nor is it known that nobody pedalled.
    assert (use.coasting_s, use.not_recorded_s) == (0, 300)


def test_what_is_said_names_the_gear_most_ridden_and_those_never():
    table = ladder(0.5, 1.3, 3)
    ride = Channels(np.full(600, metres(table)[1] * 70 / 60), np.full(600, 70.0), *[np.full(600, np.nan)] * 3)
    assert gear_use(ride, table).says == (
        "Of 10 minutes of pedalling 100 % were in gear 2; never used: 1, 3 (as worked out from speed and "
        "cadence)."
    )


def test_the_lag_of_too_short_a_ride_is_none():
    assert lag_s(Channels(np.full(20, 5.0), np.full(20, 70.0), *[np.full(20, np.nan)] * 3)) == 0


def test_a_hub_that_nobody_described_is_read_off_the_road():
    table = ladder(0.4, 1.25, 6)
    made = made_up(metres(table), 5000, seed=11, noise=0.01, lag=3)
    found = found_gears(made.ride)
    assert found.lag_s == 3
    assert [each.development_m for each in found.found] == pytest.approx(metres(table).tolist(), rel=0.01)
    assert sum(each.share for each in found.found) == pytest.approx(1, abs=0.03)
    assert all(0.005 < each.width < 0.03 for each in found.found)
    assert found.says.startswith("6 gears show, from ")
    assert found_gears(Channels(*[np.full(50, np.nan)] * 5)).found == []


def test_on_a_stepless_hub_what_lies_just_beyond_its_ends_still_fits():
    table = table_of(sprockets([42], [21]), stepless_hub(0.5, 2.0))
    ends = [table.gears[end].development_m for end in (0, -1)]
    for beyond, fits in ((-1.5, 0.0), (-0.5, 1.0), (0.5, 1.0)):
        for end, sign in ((ends[0], 1), (ends[-1], -1)):
            cadence = np.full(600, 70.0)
            speed = cadence / 60 * end * np.exp(sign * beyond * FITS)
            found = gears_ridden(Channels(speed, cadence, *[np.full(600, np.nan)] * 3), table)
            assert found.fits == pytest.approx(fits), (end, beyond)


@pytest.mark.parametrize("gap", [1, 5, 20])
def test_from_one_second_to_the_next_a_near_gear_is_likelier_than_a_far_one(gap):
    chances = np.exp(_moves(5, gap))
    assert chances.sum(axis=1) == pytest.approx(np.ones(5))
    assert np.diag(chances) == pytest.approx(np.full(5, (1 - SWITCHES) ** gap))
    # Each gear further off is so many times as likely as the one before it.
    assert chances[0, 2:] / chances[0, 1:-1] == pytest.approx(np.full(3, NEAR))
    assert chances[2, 1] == pytest.approx(chances[2, 3])


def test_a_second_is_steady_where_neither_speed_nor_cadence_changes_about_it():
    none = np.full(6, np.nan)
    even, faster = np.full(6, 5.0), np.array([5, 5, 5, 5.2, 5.2, 5.2])
    turning, quicker = np.full(6, 70.0), np.array([70, 70, 70, 75, 75, 75.0])
    assert steady(Channels(even, turning, none, none, none), 0).all()
    # Both seconds about a change see half of it: 2 % of speed, 2.5 rpm.
    changes = [True, True, False, False, True, True]
    assert steady(Channels(faster, turning, none, none, none), 0).tolist() == changes
    assert steady(Channels(even, quicker, none, none, none), 0).tolist() == changes
    # Read two seconds later, a change comes two seconds sooner; the last two are not known.
    assert steady(Channels(faster, turning, none, none, none), 2).tolist() == [
        False,
        False,
        True,
        False,
        False,
        False,
    ]
    assert steady(Channels(even[:1], turning[:1], *[none[:1]] * 3), 0).tolist() == [True]


def test_what_the_bicycle_tells_of_its_gears_tells_the_circumference_too():
    """A wheel 3 % larger than was said, ridden in known gears at 70 turns a minute."""
    table = ladder(0.5, 1.3, 3)
    gears = np.repeat([0, 2, 1], 200)
    speed = metres(table)[gears] * 1.03 * 70 / 60
    shifts = [Shift(at, None, gear + 1) for at, gear in ((0, 0), (200, 2), (400, 1))]
    nothing = np.full(600, np.nan)
    use = gear_use(Channels(speed, np.full(600, 70.0), nothing, nothing, nothing, shifts), table)
    assert use.source == "events"
    assert use.circumference_m == pytest.approx(table.circumference_m * 1.03)


def test_the_likelihood_of_a_second_is_a_normal_density_and_a_few_outliers():
    spread = NormalDist(0, SPREAD)
    logs, gears = np.log([2.0, 2.1, 3.0]), np.log([2.0, 3.0])
    found = densities(logs, gears)
    for second, gear in np.ndindex(3, 2):
        density = spread.pdf(logs[second] - gears[gear])
        assert found[second, gear] == pytest.approx((1 - OUTLIERS) * density + OUTLIERS / 3)


@pytest.mark.parametrize("off", [0.98, 1.0, 1.02])
def test_a_few_seconds_move_the_circumference_no_farther_than_they_say_either_way(off):
    """Three seconds in the one gear there is; what was believed before counts alike on both sides of 1."""
    found = fitted_circumference(np.log(np.full(3, 5.0 * off)), np.log([5.0]))
    assert found == pytest.approx(1 + 0.5 * (off - 1), abs=abs(off - 1) * 0.5 + 0.004)
    many = fitted_circumference(np.log(np.full(3000, 5.0 * off)), np.log([5.0]))
    assert many == pytest.approx(off, abs=0.004)
