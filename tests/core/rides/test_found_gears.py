"""What is read off the road of a hub that nobody described, against the scatter that was put in."""

import numpy as np
import pytest

from kettledrum.core.rides.channels import Channels
from kettledrum.core.rides.found_gears import _parted, found_gears, gears_in
from kettledrum.core.rides.lag import lag_s

NOT_RECORDED = [np.full(8000, np.nan)] * 3


def ridden(*gears: tuple[float, float, int]) -> Channels:
    """Pedalled at 70 rpm: of each gear its metres a turn, their scatter as a share, and how many seconds."""
    chance = np.random.default_rng(4)
    metres = np.concatenate(
        [gear * np.exp(chance.normal(0, scatter, seconds)) for gear, scatter, seconds in gears]
    )
    assert len(metres) == 8000
    chance.shuffle(metres)
    return Channels(metres * 70 / 60, np.full(8000, 70.0), *NOT_RECORDED)


def test_how_sure_a_gear_is_is_its_scatter():
    low, high = found_gears(ridden((2.4, 0.012, 2400), (4.1, 0.02, 5600))).found
    assert (low.share, high.share) == (pytest.approx(0.3, abs=0.002), pytest.approx(0.7, abs=0.002))
    assert (low.width, high.width) == (pytest.approx(0.012, rel=0.06), pytest.approx(0.02, rel=0.06))
    assert (low.development_m, high.development_m) == (
        pytest.approx(2.4, rel=2e-3),
        pytest.approx(4.1, rel=2e-3),
    )


def test_the_gear_at_either_end_loses_none_of_its_scatter():
    # All of it is counted, the farthest too: the two hold all of the pedalling between them.
    found = found_gears(ridden((2.0, 0.03, 4000), (9.0, 0.03, 4000))).found
    assert sum(each.share for each in found) == pytest.approx(1, abs=1e-9)
    assert [each.width for each in found] == pytest.approx([0.03, 0.03], rel=0.06)


def test_of_two_peaks_with_hardly_a_valley_the_higher_is_one():
    assert _parted(np.array([0, 1.0, 0.95, 1.2, 0]), [1, 3]) == [3]
    assert _parted(np.array([0, 1.2, 0.95, 1.0, 0]), [1, 3]) == [1]
    assert _parted(np.array([0, 1.0, 0.1, 1.2, 0]), [1, 3]) == [1, 3]
    assert _parted(np.array([0, 1.0, 0.95, 1.2, 1.15, 1.4, 0.2, 0.9, 0]), [1, 3, 5, 7]) == [5, 7]


def test_of_several_rides_the_lag_that_most_of_them_have_is_told():
    def lagging(seconds: int) -> Channels:
        changes = np.repeat(np.tile([60.0, 75.0, 90.0], 60), 40)
        speed = np.roll(changes, seconds) * 4 / 60
        return Channels(speed, changes, *NOT_RECORDED)

    rides = [lagging(each) for each in (1, 4, 4)]
    assert [lag_s(each) for each in rides] == [1, 4, 4]
    assert gears_in(rides).lag_s == 4
    assert gears_in([lagging(4), lagging(1), lagging(1)]).lag_s == 1
