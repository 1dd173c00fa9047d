"""Quick questions: the answer agrees with the views; steeper or with more load it is never better."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from test_advertised import SHELF

from fuzzing import examples
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.motors.range import setup_ranges
from kettledrum.core.quick.also import _smaller_ring
from kettledrum.core.quick.answer import quick_answer
from kettledrum.core.quick.question import QuickQuestion
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

SINGLE = "44 × 18, 28 in"
WIDE = "36 × 11–46, 28 in"


def answer(bike=WIDE, **keys):
    return quick_answer(validate(QuickQuestion, {"mass_kg": 78, "bike": bike, **keys}), SHELF)


def test_the_answer_is_that_of_the_line_up():
    found = answer(carried_kg=8)
    again = compare(found.brief)
    # As a job, others are held against it.
    assert found.brief.reference == found.brief.setups[0].name
    assert found.setup == again.setups[0]
    assert found.says.startswith("Yes, it climbs the 9 % hill")
    assert again.setups[0].says.startswith("Climbs the 9 % hill")
    # All that is there beside the yes is the same.
    assert found.says[len("Yes, it climbs") :] == found.setup.says[len("Climbs") : len(found.says) - 8]
    assert found.also_says in found.setup.says


def test_a_single_speed_does_not_climb_and_says_by_how_much():
    found = answer(SINGLE, carried_kg=8)
    assert found.says.startswith("No, not up the 9 % hill: even on 21")
    assert "you would be walking" in found.says
    # 44/18 · 2.218 m = 5.42 m, at 60 turns a minute 19.5 km/h; 218 W bring about 7.8.
    assert found.says.endswith("the lowest gear is 2.5 times as high as it may be.")


def test_usual_figures_are_told_and_can_be_said():
    found = answer()
    assert "125 W held all day and 275 W for a minute, a bicycle of 16 kg" in found.assumed
    said = answer(power_w=200, burst_w=500, bike_kg=10, top_kmh=60)
    assert "200 W held all day and 500 W for a minute, a bicycle of 10 kg" in said.assumed
    assert "short of the 60 km/h wanted" in said.also_says
    # A power of all day above the usual one for a minute takes that along.
    assert answer(power_w=300).brief.rider.burst_w == 300
    # What the line says of the bicycle's mass counts, unless it is said by itself.
    assert answer("36 × 11–46, 28 in, 22 kg").brief.load.bike_kg == 22
    assert answer("36 × 11–46, 28 in, 22 kg", bike_kg=20).brief.load.bike_kg == 20


def test_several_problems_come_together_and_name_their_fields():
    with pytest.raises(InvalidInput) as refused:
        answer("banana", where="moon")
    assert [problem.where for problem in refused.value.problems] == ["bike", "where"]
    with pytest.raises(InvalidInput) as refused:
        answer(power_w=300, burst_w=200)
    assert [problem.where for problem in refused.value.problems] == ["burst_w"]


@pytest.mark.parametrize("bike", ["44x18 0 kg", "44x18 900 kg"])
def test_a_mass_that_no_bicycle_has_is_said_where_it_was_typed(bike):
    with pytest.raises(InvalidInput) as refused:
        answer(bike)
    (problem,) = refused.value.problems
    assert problem.where == "bike"
    assert "says a mass of the bicycle that must be from 3 to 300 kg" in problem.what


def test_the_flat_is_told_once():
    found = answer(carried_kg=8)
    # What is ridden for an hour stands in the sentence; a level of 600 m ridden flat out stands nowhere.
    assert min(hill.grade for hill in found.hills) > 0


def test_a_road_gives_the_hill():
    route = {"name": "To the mill", "points": [[0, 100], [1000, 100], [1100, 110], [2000, 110]]}
    found = answer(route=route)
    assert found.grade == pytest.approx(0.1, abs=0.006)
    assert found.length_m == 100
    assert found.brief.name == "To the mill"
    assert [each.name for each in found.brief.road.routes] == ["To the mill"]
    flat = answer(route={"name": "Shore", "points": [[0, 5], [3000, 5]]})
    assert flat.grade == 0
    assert flat.says.startswith("Yes")


def test_hills_up_to_the_one_that_is_climbed_are_climbed():
    found = answer(carried_kg=8)
    assert found.climbs_to is not None
    for hill in found.hills:
        assert (hill.state == "holds") == (hill.grade <= found.climbs_to)
    assert [hill.grade for hill in found.hills] == sorted(hill.grade for hill in found.hills)
    speeds = [hill.speed_kmh for hill in found.hills if hill.speed_kmh is not None]
    assert speeds == sorted(speeds, reverse=True)


@pytest.mark.parametrize("bike", [SINGLE, "hub motor 10 Nm, 46 × 17, 24 kg"])
def test_on_foot_there_is_no_gear_and_no_turning_of_pedals(bike):
    hills = answer(bike, where="20 %").hills
    on_foot = [hill for hill in hills if hill.state == "walking"]
    assert on_foot
    for hill in on_foot:
        assert (hill.speed_kmh, hill.cadence_rpm, hill.gear, hill.says) == (None, None, None, "on foot")
    for hill in hills:
        if hill.state != "walking":
            assert f"{hill.speed_kmh:.0f} km/h" in hill.says


def test_a_motor_answers_with_its_help():
    found = answer("crank motor 85 Nm, 38 × 11–46, 24 kg", where="15 %")
    assert found.says.startswith("Yes. With its motor it rides up the 15 % hill at")
    assert "by pedals alone" in found.also_says
    assert found.also == []
    alone = answer("38 × 11–46, 24 kg", where="15 %")
    assert alone.says.startswith("No")
    assert found.climbs_to is None or found.climbs_to > (alone.climbs_to or 0)


@pytest.mark.parametrize("bike", ["crank motor 60 Nm, 42 × 18, 3-speed hub 180 %", WIDE, SINGLE])
def test_a_cadence_below_the_easy_ones_is_too_slow_with_help_and_without(bike):
    hills = [hill for hill in answer(bike, carried_kg=20).hills if hill.state != "walking"]
    for hill in hills:
        assert (hill.state == "grinding") == (hill.cadence_rpm < 60)
    assert len(hills) > 1


def test_where_legs_follow_no_further_the_motor_is_alone():
    found = answer("rear hub motor 45 Nm, single speed 44 × 16, 20 x 1.75", where="flat", mass_kg=90)
    at = found.setup.motor.on_pitch
    assert at.outruns
    assert at.cadence_rpm > 90
    told = "With its motor it rides up the 3 % hill at 25 km/h on the motor alone, faster than you can pedal"
    assert f"Yes. {told} in the highest gear; " in found.says
    first, second, *_ = found.hills
    assert (first.state, first.says) == ("coasting", "25 km/h, motor alone")
    assert (first.cadence_rpm, first.gear) == (None, None)
    # Just where legs follow no further one still pedals.
    assert second.cadence_rpm == pytest.approx(90)
    assert second.state == "holds"
    assert "it runs out of gears at 23 km/h; your power would keep up 24 km/h." in found.also_says


def test_a_battery_that_the_line_names_goes_so_far():
    bike = "rear hub motor 40 Nm, 42 × 11–32, 500 Wh, 24 kg"
    hilly, flat = answer(bike), answer(bike, where="flat")
    for found in (hilly, flat):
        [ranges] = setup_ranges(found.brief, [])
        assert found.also_says.endswith(f" {ranges.says}")
        assert f"Its battery goes {ranges.levels[-1].range_km:.0f} km" in found.also_says
    far = [setup_ranges(found.brief, [])[0].levels[-1].range_km for found in (hilly, flat)]
    assert far[0] < far[1]
    road = {"name": "Up", "legs": [{"length_m": 9000, "grade": 0.08}]}
    up = answer(bike, route=road)
    [ranges] = setup_ranges(up.brief, up.brief.road.routes)
    assert ranges.levels[-1].range_km < far[0] / 2
    assert up.also_says.endswith(f" {ranges.says}")
    assert "battery" not in answer("rear hub motor 40 Nm, 42 × 11–32").also_says


def test_what_else_would_do_does():
    found = answer(SINGLE)
    assert found.also
    for other in found.also:
        assert other.climbs_to is None or other.climbs_to >= 0.089 or other.climbs_to > found.climbs_to
        assert f"out of gears at {other.top_kmh:.0f}" in other.says
        table = gear_table(other.setup, tuple(found.brief.rider.cadence_rpm))
        assert other.top_kmh == max(gear.speed_kmh[1] for gear in table.gears)
    assert len({other.name for other in found.also}) == len(found.also) <= 3


def test_a_smaller_ring_is_the_largest_that_climbs():
    found = answer("44 × 11–46, 28 in", carried_kg=8)
    ring = next(other for other in found.also if other.name.startswith("Smaller ring"))
    front = int(ring.name.removeprefix("Smaller ring, "))
    assert ring.climbs_to >= 0.09
    larger = answer(f"{front + 2} × 11–46, 28 in", carried_kg=8)
    assert larger.climbs_to < 0.09
    assert found.says.startswith("No")


@examples(30)
@given(
    mass=st.floats(40, 140),
    load=st.floats(0, 60),
    more=st.floats(1, 40),
    grade=st.integers(2, 25),
    steeper=st.integers(1, 10),
    bike=st.sampled_from([WIDE, SINGLE, "8-speed hub 38 × 20, 20 in", "stepless hub 46 × 22"]),
)
def test_more_load_and_a_steeper_hill_are_never_better(mass, load, more, grade, steeper, bike):
    rank = {"holds": 0, "tight": 1, "fails": 2}

    def verdict(load, grade):
        found = answer(bike, mass_kg=mass, carried_kg=load, where=f"{grade} %")
        assert found.says.startswith("No") == (found.setup.climb.verdict == "fails")
        return rank[found.setup.climb.verdict], found.climbs_to

    now, climbs = verdict(load, grade)
    assert verdict(load, grade + steeper)[0] >= now
    heavier, less = verdict(load + more, grade)
    assert heavier >= now
    assert less <= climbs


@pytest.mark.parametrize(("ring", "tried"), [(30, [28, 26, 24, 22]), (60, list(range(58, 43, -2)))])
def test_smaller_rings_are_tried_by_two_teeth_down_to_the_smallest_or_eight_times(ring, tried):
    brief = answer(f"{ring} × 11–46, 28 in").brief
    asked = []

    def not_even(setup):
        asked.append(setup.path[0].front[0])
        return 0.01

    assert _smaller_ring(brief.setups[0], brief, not_even) is None
    assert asked == tried
    # One that climbs whatever there is climbs this hill.
    assert _smaller_ring(brief.setups[0], brief, lambda _: None).name == f"Smaller ring, {ring - 2}"
    # So does one that climbs just the hill.
    assert _smaller_ring(brief.setups[0], brief, lambda _: 0.09).name == f"Smaller ring, {ring - 2}"


def test_a_hub_and_two_rings_and_a_job_without_a_hill_get_no_smaller_ring():
    hub = answer("8-speed hub 44 × 20, 28 in").brief
    assert _smaller_ring(hub.setups[0], hub, lambda _: None) is None
    two = answer("30/44 × 11–46, 28 in").brief
    assert _smaller_ring(two.setups[0], two, lambda _: None) is None
    flat = answer("44 × 20, 28 in").brief
    flat = flat.model_copy(update={"road": None})
    assert _smaller_ring(flat.setups[0], flat, lambda _: None) is None
