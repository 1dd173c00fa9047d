"""How a simulated ride went, in words, against the samples it is told from."""

from bisect import bisect_left

import pytest

from kettledrum.core.simulation.says import trial_says
from kettledrum.core.simulation.trial import Trial, trial
from kettledrum.demo import demo_jobs


def told(arrived=True, **figures) -> str:
    ride = {
        "at_m": [0.0, 900.0],
        "time_s": [0.0, 185.4],
        "low_rpm": 60.0,
        "high_rpm": 88.0,
        "kept": 0.914,
        "shifts": 3,
        "hunts": 0,
        "walked_s": 0.0,
        "stepless": False,
    }
    return trial_says(Trial.model_construct(**{**ride, **figures}), arrived=arrived)


@pytest.mark.parametrize(
    ("figures", "words"),
    [
        (
            {},
            "It rides the 900 m in 3 min 05 s with 3 shifts, and its gears keep you at 60 to 88 turns a "
            "minute for 91 % of the pedalling.",
        ),
        ({"shifts": 0, "kept": None}, "It rides the 900 m in 3 min 05 s without a shift."),
        (
            {"stepless": True, "shifts": 1, "kept": None},
            "It rides the 900 m in 3 min 05 s with 1 adjustment.",
        ),
        (
            {"time_s": [0.0, 59.4], "shifts": 1, "kept": None},
            "It rides the 900 m in 59 seconds with 1 shift.",
        ),
        (
            {"kept": None, "walked_s": 75.0, "hunts": 1},
            "It rides the 900 m in 3 min 05 s with 3 shifts. For 1 min 15 s it has to be pushed. "
            "1 shift took back the one just before: the gears hunt.",
        ),
        ({"kept": None, "walked_s": 0.9}, "It rides the 900 m in 3 min 05 s with 3 shifts."),
        ({"kept": None, "arrived": False}, "It is cut off at 900 m, in 3 min 05 s with 3 shifts."),
    ],
)
def test_by_hand(figures, words):
    assert told(**figures) == words


def test_every_demo_trial_tells_its_own_figures():
    for brief in demo_jobs()[:2]:
        for setup in brief.setups[:4]:
            ride = trial(brief, setup)
            assert ("pushed" in ride.says) == (ride.walked_s >= 1)
            assert ("hunt" in ride.says) == (ride.hunts > 0)
            assert f"{ride.kept * 100:.0f} %" in ride.says


def test_each_shift_has_the_speed_and_place_of_the_ride_at_its_time():
    brief = demo_jobs()[0]
    ride = trial(brief, next(setup for setup in brief.setups if setup.name == "Fourteen-speed hub"))
    assert len(ride.changes) > 5
    for each in ride.changes:
        at = bisect_left(ride.time_s, each.time_s)
        near = ride.speed_kmh[max(at - 1, 0) : at + 2]
        assert min(near) - 0.6 <= each.speed_kmh <= max(near) + 0.6
        assert ride.at_m[at - 1] - 1 <= each.at_m <= ride.at_m[at] + 1
