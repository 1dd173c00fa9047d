"""What a road is like with several setups, in words."""

import pytest

from examples import brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Leg, Route
from kettledrum.core.lineup.coverage import coverage
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ride
from kettledrum.core.roads.ride_result import Ride, SetupRide, SteepestPitch
from kettledrum.core.roads.says import ride_says
from kettledrum.core.terms.validation import validate

HILL = Route(name="Hill", legs=[Leg(length_m=1000, grade=0), Leg(length_m=400, grade=0.1)])
MOTOR = {"at": "cranks", "torque_nm": 60}


def rode(name, time_s=600.0, walking_m=0.0, grinding_m=0.0) -> SetupRide:
    return SetupRide.model_construct(
        name=name, time_s=time_s, walking_m=walking_m, grinding_m=grinding_m, says=""
    )


def says(*setups) -> str:
    road = Ride.model_construct(length_m=3000.0, ascent_m=40.0, steepest=[], setups=list(setups))
    return ride_says(road).removeprefix("3.0 km with 40 m of climbing.").strip()


EASY, SLOW, WALKED = rode("E"), rode("S", 700, grinding_m=50), rode("W", 800, walking_m=20, grinding_m=90)


@pytest.mark.parametrize(
    ("setups", "said"),
    [
        ([], ""),
        ([EASY, EASY], "Both setups have a gear for every hill; quickest is “E”, 10 minutes."),
        ([EASY, EASY, EASY], "All 3 setups have a gear for every hill; quickest is “E”, 10 minutes."),
        ([WALKED, WALKED], "With both setups you would walk; quickest is “W”, 13 minutes."),
        (
            [SLOW, SLOW, rode("T", 690, grinding_m=2100)],
            "With all 3 setups you would pedal too slowly, for up to 2.1 km; quickest is “T”, 12 minutes.",
        ),
        (
            [WALKED, EASY, SLOW],
            "Of 3 setups 1 has a gear for every hill, with 1 you would pedal too slowly, for up to 50 m and "
            "with 1 you would walk; quickest is “E”, 10 minutes.",
        ),
        (
            # What is hardly a place is not told.
            [EASY, rode("A", walking_m=9), WALKED],
            "Of 3 setups 2 have a gear for every hill and with 1 you would walk; quickest is “E”, "
            "10 minutes.",
        ),
        ([EASY], "“E” takes 10 minutes, with a gear low enough for every hill of it."),
        ([WALKED], "“W” takes 13 minutes; you would walk 20 m and pedal too slowly for 90 m of it."),
    ],
)
def test_which_setups_ride_all_of_it(setups, said):
    assert says(*setups) == said


def test_with_motors_it_is_said_that_all_is_by_pedals_alone():
    plain = setup(sprockets([22], [36]), hub(0.5, 1, 2), name="A")
    job = brief({**plain, "motors": [MOTOR]})
    told = "All this is by pedals alone; Motors says what they add."
    assert ride(validate(Brief, job), profile(HILL)).says.endswith(told)
    assert coverage(validate(Brief, job), [HILL]).says.endswith(told)
    assert told not in ride(validate(Brief, brief(plain)), profile(HILL)).says
    assert told not in coverage(validate(Brief, brief(plain)), [HILL]).says


def test_the_steepest_of_its_climbs_is_named():
    pitches = [
        SteepestPitch(over_m=over, from_m=0.0, grade=grade)
        for over, grade in ((100.0, 0.08), (20.0, 0.12), (1000.0, 0.05))
    ]
    road = Ride.model_construct(length_m=3000.0, ascent_m=40.0, steepest=pitches, setups=[])
    assert ride_says(road) == "3.0 km with 40 m of climbing, at most 12 % over 20 m."
