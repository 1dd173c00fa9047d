"""A change held against what was: by hand, and the same whichever view tells it."""

import pytest

from examples import brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.before_after import before_after
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.parts.setup import Setup
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ride
from kettledrum.core.terms.validation import validate

HILLY = validate(
    Route,
    {
        "name": "To the mill",
        "start_m": 100,
        "legs": [{"length_m": 800, "grade": 0.1}, {"length_m": 800, "grade": -0.1}],
    },
)


def drive(front, *ratios, rear=20):
    return validate(Setup, setup(sprockets([front], [rear]), hub(*(ratios or (0.6, 1, 1.6))), name="Mine"))


def held(before, after, routes=(), **parts):
    return before_after(validate(Brief, brief(**parts)), before, after, routes)


def test_another_ring_moves_all_gears_alike():
    found = held(drive(40), drive(44))
    assert found.says.startswith("All gears are 10 % higher.")
    back = held(drive(44), drive(40))
    # 40/44 is 9.1 % less.
    assert back.says.startswith("All gears are 9.1 % lower.")
    assert found.after.lowest.development_m == pytest.approx(back.before.lowest.development_m)


def test_another_hub_moves_the_ends_each_its_own_way():
    found = held(drive(40, 0.6, 1, 1.6), drive(40, 0.5, 1, 1.6))
    # 40/20 · 0.5 · 2.218 m = 2.22 m, before 2.66 m.
    assert found.says.startswith(
        "The lowest gear is 16.7 % lower, 2.22 m instead of 2.66 m per pedal turn; the highest as it was."
    )
    upwards = held(drive(40, 0.6, 1, 1.6), drive(40, 0.6, 1, 2))
    assert upwards.says.startswith("The lowest gear is as it was; the highest is 25 % higher.")
    assert "It is out of gears at" in upwards.says


def test_a_rename_changes_nothing():
    named = drive(40).model_copy(update={"name": "Another name"})
    assert held(drive(40), named).says == "The lowest and the highest gear are as they were."


def test_a_hill_that_is_climbed_now():
    found = held(drive(44, 1, 1.6), drive(22, 1, 1.6), road={"steepest": 0.04})
    assert "Before: Too high a gear for the 4 % hill" in found.says
    assert " Now: Climbs the 4 % hill" in found.says


def test_a_hill_that_is_still_too_steep_is_said():
    found = held(drive(44, 1, 1.6), drive(42, 1, 1.6), road={"steepest": 0.05})
    assert "Before:" not in found.says
    assert " Still: Too high a gear for the 5 % hill: " in found.says
    # What is climbed by both needs no word.
    easy = held(drive(24, 0.5, 1), drive(22, 0.5, 1), road={"steepest": 0.01})
    assert easy.after.climb.verdict == "holds"
    assert "hill" not in easy.says


def test_what_keeps_no_cadence_on_the_flat_is_not_told_of_slopes_below_nothing():
    found = held(drive(72, 1, 1.1), drive(66, 1, 1.1))
    assert found.after.climb.steepest < -0.001
    down = [f"{-each.climb.steepest * 100:.1f}".removesuffix(".0") for each in (found.after, found.before)]
    assert f"an easy cadence only down {down[0]} % instead of only down {down[1]} %." in found.says


def test_gears_far_apart_are_told_in_times():
    found = held(drive(20, 1, 1.2), drive(60, 1, 1.2))
    assert found.says.startswith("All gears are 3 times as high.")
    assert held(drive(20, 1), drive(40, 1)).says.startswith("All gears are twice as high.")
    assert held(drive(20, 1), drive(38, 1)).says.startswith("All gears are 90 % higher.")


def test_what_a_hub_takes_of_the_power_is_told():
    leaky = drive(40).model_dump(mode="json", exclude_unset=True)
    leaky["path"][1]["efficiency"] = 0.8
    found = held(drive(40), validate(Setup, leaky))
    was, now = (each.efficiency.typical for each in (found.before, found.after))
    assert f"It lets through {now * 100:.0f} % of your power instead of {was * 100:.0f} %." in found.says
    assert "lets through" not in held(drive(40), drive(44)).says

    def lets(share):
        data = drive(40).model_dump(mode="json", exclude_unset=True)
        data["path"][1]["efficiency"] = share
        return validate(Setup, data)

    # One part in a hundred is worth a word, less is none.
    assert "lets through" in held(lets(0.9), lets(0.888)).says
    assert "lets through" not in held(lets(0.9), lets(0.895)).says


def test_with_a_motor_it_is_said_that_all_is_by_pedals():
    helped = drive(40).model_dump(mode="json", exclude_unset=True)
    helped["motors"] = [{"at": "cranks", "torque_nm": 60}]
    assert held(drive(40), validate(Setup, helped)).says.endswith(
        "All this is by pedals alone; Motors says what they add."
    )


def test_both_are_what_the_line_up_tells():
    before, after = drive(44), drive(40)
    one = compare(validate(Brief, brief(before.model_dump(mode="json", exclude_unset=True)))).setups[0]
    found = held(before, after)
    assert found.before.climb == one.climb
    assert found.before.top == one.top


def test_roads_are_those_of_the_road_view():
    before, after = drive(44, 1, 1.6), drive(22, 1, 1.6)
    found = held(before, after, [HILLY])
    job = validate(Brief, brief(after.model_dump(mode="json", exclude_unset=True)))
    rode = ride(job, profile(HILLY)).setups[0]
    (road,) = found.roads
    assert road.after_s == pytest.approx(rode.time_s)
    assert road.on_foot_m[1] == pytest.approx(rode.walking_m)
    assert road.name == "To the mill"
    assert road.says.startswith("“To the mill”: ")
    assert road.too_slow_m[0] > road.too_slow_m[1] or road.on_foot_m[0] > road.on_foot_m[1]
    assert "instead of" in road.says


def test_what_there_is_none_of_any_more_is_called_none():
    ground, turned = drive(44, 1, 1.6), drive(22, 0.6, 1)
    strong = {"rider": {"mass_kg": 78, "power_w": 250, "burst_w": 300, "cadence_rpm": [60, 88]}}
    (less,) = held(ground, turned, [HILLY], **strong).roads
    assert less.too_slow_m == (pytest.approx(800, abs=20), 0)
    assert less.says.endswith("; too slow on the pedals none instead of 810 m.")
    (more,) = held(turned, ground, [HILLY], **strong).roads
    assert more.says.endswith("; too slow on the pedals 810 m instead of none.")


def test_the_same_on_a_road_says_so():
    (road,) = held(drive(40), drive(40), [HILLY]).roads
    assert road.says == "“To the mill”: as long as before."
