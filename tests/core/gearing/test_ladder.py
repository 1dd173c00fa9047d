"""The gear for each speed, worked by hand on a wheel of 2 m round and a band of 60 to 90 rpm."""

import pytest

from examples import hub, setup, sprockets, stepless_hub
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.gearing.ladder import ladder
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate

WHEEL = {"rollout_mm": 2000}


def rungs_of(*path, cadence=(60, 90)):
    return ladder(gear_table(validate(Setup, setup(*path, wheel=WHEEL)), cadence))


def test_single_speed_is_below_within_and_above_the_band():
    # 2 × 2 m = 4 m a turn: 60 rpm is 14.4 km/h, 90 rpm is 21.6 km/h.
    below, within, above = rungs_of(sprockets([40], [20]))
    assert (below.band, within.band, above.band) == ("below", "within", "above")
    assert (within.from_kmh, within.to_kmh) == (pytest.approx(14.4), pytest.approx(21.6))
    assert within.cadence_from_rpm == (pytest.approx(60), pytest.approx(60))
    assert above.cadence_to_rpm[0] == pytest.approx(150 / 0.24)


def test_the_change_falls_at_the_geometric_mean():
    # Gears of 2 m and 4 m, a band of 50 to 98 rpm with its middle at 70: √8 m × 70 rpm is 11.88 km/h.
    rungs = rungs_of(hub(1, 2), cadence=(50, 98))
    change = next(rung for rung in rungs if rung.gear == 1)
    assert change.from_kmh == pytest.approx(8**0.5 * 70 * 0.06)
    # Just before it the cranks turn √2 times as fast as just after, each as far from 70.
    before = [rung for rung in rungs if rung.gear == 0][-1]
    assert before.cadence_to_rpm[0] == pytest.approx(70 * 2**0.5)
    assert change.cadence_from_rpm[0] == pytest.approx(70 / 2**0.5)


def test_a_gap_wider_than_the_band_leaves_it_on_both_sides():
    rungs = rungs_of(hub(1, 3))
    assert [(rung.gear, rung.band) for rung in rungs] == [
        (0, "below"),
        (0, "within"),
        (0, "above"),
        (1, "below"),
        (1, "within"),
        (1, "above"),
    ]


def by_speed(kmh, *ratios):
    return {**hub(*ratios), "change": {"by": "speed", "trigger_kmh": kmh}}


def test_a_hub_that_changes_by_itself_does_so_at_its_trigger_and_not_where_the_rider_would():
    # 4 m and 6 m a turn, a trigger at 17 km/h: there the cranks go from 70.8 to 47.2 rpm, below the band.
    rungs = rungs_of(sprockets([40], [20]), by_speed(17, 1, 1.5))
    assert [(rung.gear, rung.band) for rung in rungs] == [
        (0, "below"),
        (0, "within"),
        (1, "below"),
        (1, "within"),
        (1, "above"),
    ]
    assert rungs[2].from_kmh == rungs[1].to_kmh == 17
    assert rungs[1].cadence_to_rpm[0] == pytest.approx(17 / 0.24)
    assert rungs[2].cadence_from_rpm[0] == pytest.approx(17 / 0.36)


def test_with_sprockets_before_it_the_rider_has_those_on_either_side_of_the_trigger():
    # 2 and 4 m below the trigger at 13 km/h, 3 and 6 m above it; the rider changes at √8 m: 12.47 km/h.
    rungs = rungs_of(sprockets([20], [20, 10]), by_speed(13, 1, 1.5))
    assert [rung.gear for rung in rungs if rung.to_kmh <= 13] == [0, 0, 0, 2]
    assert {rung.gear for rung in rungs if rung.from_kmh >= 13} == {1, 3}
    assert [rung.from_kmh for rung in rungs[1:]] == pytest.approx([rung.to_kmh for rung in rungs[:-1]])


def test_gears_that_repeat_are_ridden_once():
    assert {rung.gear for rung in rungs_of(hub(1, 1, 2))} == {0, 2}


def test_stepless_gives_every_cadence_that_can_be_had():
    # 2 m to 6 m a turn. At 9 km/h (150 m a minute) the low end turns at 75 rpm, the high end at 25.
    rungs = rungs_of(stepless_hub(1, 3))
    assert [rung.band for rung in rungs] == ["below", "within", "within", "within", "above"]
    assert [rung.from_kmh for rung in rungs] == pytest.approx([0, 7.2, 10.8, 21.6, 32.4])
    rising, whole, falling = rungs[1:4]
    assert rising.cadence_from_rpm == (pytest.approx(60), pytest.approx(60))
    assert whole.cadence_from_rpm == (pytest.approx(60), pytest.approx(90))
    assert falling.cadence_to_rpm == (pytest.approx(90), pytest.approx(90))
