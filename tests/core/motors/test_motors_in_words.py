"""What motors say: the hill with help and without, where help ends, how far the battery goes."""

import pytest

from examples import brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.lineup.says import verdict_with_motor
from kettledrum.core.motors.of_brief import motors_of_brief
from kettledrum.core.motors.range_result import LevelRange
from kettledrum.core.motors.says import on_pitch_says, range_says
from kettledrum.core.terms.validation import validate

MOTOR = {"name": "crank motor", "at": "cranks", "torque_nm": 70, "power_w": 450, "assist": {"cutoff_kmh": 25}}
BATTERY = {"voltage_v": 36, "energy_wh": 500}


def job(*motors, front=38, **road):
    one = setup(sprockets([front], [20]), hub(0.53, 0.75, 1, 1.4), name="Helped", motors=list(motors))
    return validate(Brief, brief(one, road=road, load={"bike_kg": 25, "cargo_kg": 10}))


def test_the_hill_with_help_and_with_an_empty_battery():
    found = compare(job(MOTOR, steepest=0.12, steepest_m=300)).setups[0]
    at = found.motor.on_pitch
    assert not at.walking
    assert f"With its motor it rides up the 12 % hill at {at.speed_kmh:.0f} km/h" in found.says.replace(
        f"{at.speed_kmh:.1f}", f"{at.speed_kmh:.0f}"
    )
    assert "how hot the motor gets is not known" in found.says
    assert "With an empty battery " in found.says
    assert "by pedals alone" in found.says


def test_where_even_help_is_not_enough():
    weak = {**MOTOR, "torque_nm": 8, "power_w": 80}
    found = compare(job(weak, steepest=0.2)).setups[0]
    assert found.motor.on_pitch.walking
    assert found.says.startswith("Even with its motor it is pushed up the 20 % hill: ")
    assert compare(job(weak, steepest=0.2)).says.startswith("It does not climb the 20 % hill.")


def test_help_that_ends_above_the_highest_gear():
    low = compare(job(MOTOR, front=26)).setups[0].motor
    assert low.unreached_kmh > 0
    assert "Help ends at 25 km/h, but its highest gear is comfortable only up to " in low.says
    high = compare(job(MOTOR, front=50)).setups[0].motor
    assert high.unreached_kmh == 0
    assert high.says.endswith("Help ends at 25 km/h.")


@pytest.mark.parametrize(("front", "verdict"), [(47, "holds"), (50, "tight")])
def test_where_pedals_turn_more_slowly_than_is_easy_it_is_only_just_climbed(front, verdict):
    strong = {**MOTOR, "torque_nm": 60, "power_w": 250}
    found = compare(job(strong, steepest=0.1, front=front)).setups[0]
    at = found.motor.on_pitch
    assert not at.walking
    assert at.grinding == (at.cadence_rpm < 60) == (verdict == "tight")
    assert verdict_with_motor("fails", at) == verdict
    told = f"{at.cadence_rpm:.0f} turns a minute, fewer than the 60 that are easy, in gear 1"
    assert (told in found.says) is (verdict == "tight")
    just = "climbs the 10 % hill only just, with its motor."
    assert (just in compare(job(strong, steepest=0.1, front=front)).says) is (verdict == "tight")


@pytest.mark.parametrize(
    ("rpm", "told"),
    [(59.4, "59 turns a minute, fewer than the 60"), (59.6, "59.6 turns a minute, fewer than the 60")],
)
def test_what_rounds_to_the_easy_cadence_is_told_to_a_tenth(rpm, told):
    made = job({**MOTOR, "torque_nm": 60, "power_w": 250}, steepest=0.1, front=50)
    at = compare(made).setups[0].motor.on_pitch.model_copy(update={"cadence_rpm": rpm})
    assert at.grinding
    assert f"{told} that are easy" in on_pitch_says(at, conditions(made))


def test_without_a_hill_it_says_where_it_starts():
    motor = compare(job(MOTOR)).setups[0].motor
    assert motor.says.startswith(f"With its motor it starts on hills of {motor.steepest_start * 100:.0f}")


def level(name, km, on_foot=0.0):
    return LevelRange(
        level=name, wh_km=5, back_wh_km=0, range_km=km, speed_kmh=20, motor_share=0.5, on_foot=on_foot
    )


@pytest.mark.parametrize(
    ("levels", "says"),
    [
        ([], "How far it goes is not known: say how large its battery is."),
        ([level("all", 41.6)], "Its battery goes 42 km on “all”."),
        ([level("low", 80), level("high", 31)], "Its battery goes 31 km on “high”, 80 km on “low”."),
        ([level("none", None), level("high", 31)], "Its battery goes 31 km on “high”."),
        ([level("low", 80, 0.004), level("high", 31)], "Its battery goes 31 km on “high”, 80 km on “low”."),
        (
            [level("low", 80, 0.222), level("mid", 50, 0.2), level("high", 31)],
            "Its battery goes 31 km on “high”, 80 km on “low”; but you would push it on foot for 22 % of "
            "the way on “low”.",
        ),
        (
            [level("low", 80, 0.3), level("high", 31, 0.05)],
            "Its battery goes 31 km on “high”, 80 km on “low”; but you would push it on foot for 5 % of "
            "the way on “high” and 30 % of the way on “low”.",
        ),
        (
            [level("low", 80, 0.0361), level("high", 31, 0.0359)],
            "Its battery goes 31 km on “high”, 80 km on “low”; but you would push it on foot for 3.6 % of "
            "the way on “high” and “low”.",
        ),
        (
            [level("all", 41.6, 0.5)],
            "Its battery goes 42 km on “all”; but you would push it on foot for 50 % of the way on “all”.",
        ),
    ],
)
def test_how_far_the_battery_goes(levels, says):
    assert range_says(levels) == says


def test_all_motors_of_a_brief():
    found = motors_of_brief(job({**MOTOR, "battery": BATTERY}, steepest=0.1))
    (one,) = found.setups
    assert one.says == f"{one.help.says} {one.range.says}"
    assert "Its battery goes " in one.says
    assert "qualified" in found.caution
    plain = validate(Brief, brief(setup(sprockets([40], [20]), name="Plain")))
    assert motors_of_brief(plain).setups == []
