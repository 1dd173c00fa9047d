"""A tour as a whole: what to carry and where it is had, what if it breaks, cold and wet, and what is said."""

from datetime import date

import pytest

import examples
from kettledrum.core.care.spares import Spare, gathered
from kettledrum.core.care.tour import tour_plan
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.tour import Tour
from kettledrum.core.lineup.climbs_to import climbs_to
from kettledrum.core.log.bike import BikeHead, Mounted
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import HubStage
from kettledrum.core.terms.validation import validate
from kettledrum.demo import drives_of_the_valley, honey_round, seaweed_barrow
from looked_after import MAY, bike, day, rode

JOB = honey_round()
OIL = {
    "what": "oil change",
    "every_km": 500,
    "after": ["dunking"],
    "minutes": 20,
    "cost": 15,
    "carry": {"what": "oil and a syringe", "mass_kg": 0.06, "price": 14},
}
TODAY = day(10)


def planned(km=400, days=8, bikes=None, brief=JOB, on=TODAY, **parts):
    held = bikes or [(bike(OIL), rode(*[20] * 10))]
    return tour_plan(Tour(name="To the heather", km=km, days=days, **parts), brief, held, on)


def things(plan):
    return {thing.what: thing for thing in plan.things}


def built(setup: Setup, name="Another") -> tuple[BikeHead, list]:
    return BikeHead(name=name, since=MAY, mounted=[Mounted(on=MAY, setup=setup)]), []


def test_what_falls_due_is_carried_with_its_mass_price_and_why():
    oil = things(planned())["oil and a syringe"]
    assert (oil.mass_kg, oil.price, oil.carry, oil.ours) == (0.06, 14, True, False)
    assert oil.had == "posted"
    assert oil.why == "oil change falls due at km 300 and oil change at once after a dunking"


def test_near_help_what_any_shop_has_stays_at_home():
    near, far = planned(workshop_km=79.9), planned(workshop_km=80)
    assert (near.far, far.far) == (False, True)
    assert not things(near)["a cable"].carry
    assert things(far)["a cable"].carry
    assert all(thing.carry for thing in far.things)
    # Never left: what mends a puncture, and what no shop has.
    assert things(near)["a tube, 42-622"].carry
    assert all(thing.carry for thing in near.things if thing.had == "posted")
    assert near.carry_kg < far.carry_kg == pytest.approx(sum(each.mass_kg for each in far.things))
    assert near.carry_price == sum(each.price or 0 for each in near.things if each.carry)


def test_a_cable_without_need_is_left_unless_help_is_far():
    cables = {**OIL, "what": "new cables", "every_km": 90_000, "carry": {"what": "hub cable"}}
    cables.pop("after")
    held = [(bike(cables), [])]
    assert "hub cable" not in things(planned(bikes=held, workshop_km=10))
    far = things(planned(bikes=held, workshop_km=500))["hub cable"]
    assert (far.why, far.had, far.mass_kg) == (
        "for new cables, with no workshop near",
        "any bicycle shop",
        None,
    )
    assert planned(bikes=held, workshop_km=500).without_mass == 1


def test_a_task_on_the_way_without_a_thing_named_needs_its_material():
    plain = {"what": "oil change", "every_km": 500, "cost": 9}
    held = [(bike(plain), rode(*[20] * 10))]
    needed = things(planned(bikes=held))["what “oil change” needs (hub)"]
    assert (needed.mass_kg, needed.price) == (None, 9)
    assert "what “oil change” needs (hub)" not in things(planned(km=200, bikes=held))


def test_two_bikes_share_what_is_called_the_same():
    two = [(bike(OIL), rode(*[20] * 10)), (bike(OIL, name="Small one"), [])]
    plan = planned(bikes=two, workshop_km=100)
    assert things(plan)["oil and a syringe"].bikes == ["Tall one", "Small one"]
    assert things(plan)["a tube, 42-622"].bikes == ["Tall one", "Small one"]
    assert plan.carry_kg == pytest.approx(planned(workshop_km=100).carry_kg)
    alone = tour_plan(Tour(name="x", km=9, days=1, bikes=["Small one"]), JOB, two, TODAY)
    assert [each.name for each in alone.bikes] == ["Small one"]


def spare(mass=None, price=None, ours=True, **parts):
    usual = {"what": "a cable", "why": "it frays", "had": "posted", "always": False}
    return Spare(mass_kg=mass, price=price, ours=ours, **{**usual, **parts})


def test_what_a_part_states_stands_before_what_is_ours():
    for order in ((0, 1), (1, 0)):
        both = [("One", spare(0.03, 5)), ("Two", spare(0.05, None, ours=False))]
        (found,) = gathered([both[place] for place in order], far=False)
        assert (found.mass_kg, found.price, found.ours) == (0.05, 5, False)
    (heavier,) = gathered([("One", spare(0.03, 5)), ("Two", spare(0.04, 2))], far=False)
    assert (heavier.mass_kg, heavier.price, heavier.ours, heavier.bikes) == (0.04, 5, True, ["One", "Two"])
    (once,) = gathered([("One", spare()), ("One", spare(why="it tears"))], far=False)
    assert (once.bikes, once.why) == (["One"], "it frays; it tears")


def test_the_heaviest_of_what_is_carried_stands_first():
    masses = [thing.mass_kg for thing in planned(workshop_km=200).things]
    assert masses == sorted(masses, reverse=True)
    near = [thing.carry for thing in planned().things]
    assert near == sorted(near, reverse=True)


def test_a_hub_that_breaks_is_ridden_on_as_a_single_speed():
    (hub,) = planned().bikes[0].breaks
    setup = bike(OIL).mounted[0].setup
    single = setup.model_copy(update={"path": [setup.path[0].model_copy(update={"rear": [18]})]})
    front = setup.path[0].front[0]
    assert hub.development_m == pytest.approx(front / 18 * setup.wheel.circumference_m)
    assert hub.climbs_to == climbs_to(single, conditions(JOB))
    assert hub.climbs_to < JOB.road.steepest
    assert f"up slopes to {hub.climbs_to * 100:.1f} %" in hub.rides_on
    assert hub.rides_on.endswith("; what is steeper is walked")
    assert "135 mm wide, with nuts" in hub.rides_on
    # 622 + 2 × 42 mm and a box around it; a hub of 1.95 kg, rim, spokes, tyre and the box.
    assert (hub.parcel_cm, hub.parcel_kg) == ((77, 77, 20), pytest.approx(1.95 + 1.4 + 1.5))
    assert hub.away_days is None
    slow = {**OIL, "away_days": 12}
    assert planned(bikes=[(bike(slow), [])]).bikes[0].breaks[0].away_days == 12


def valley(name):
    return next(setup for setup in drives_of_the_valley().setups if name in setup.name.lower())


def broken(setup, brief=JOB):
    plan = tour_plan(Tour(name="x", km=100, days=2), brief, [built(setup)], TODAY)
    return {each.part: each for each in plan.bikes[0].breaks}


def test_a_gearbox_is_posted_and_nothing_stands_in_for_it():
    setup = next(each for each in JOB.setups if each.path[0].kind == "gearbox")
    found = broken(setup)["gearbox"]
    assert found.climbs_to is None
    assert "stops the bike" in found.rides_on
    assert found.parcel_kg == pytest.approx(setup.path[0].mass_kg + 0.8)


def test_a_derailleur_is_shortened_onto_one_sprocket():
    setup = next(each for each in JOB.setups if len(getattr(each.path[-1], "rear", None) or []) > 5)
    found = broken(setup)["sprockets"]
    front, rear = min(setup.path[-1].front), sorted(setup.path[-1].rear)[len(setup.path[-1].rear) // 2]
    assert f"onto {front} × {rear}" in found.rides_on
    assert found.development_m == pytest.approx(front / rear * setup.wheel.circumference_m)
    assert found.posted is None


def test_a_torn_belt_is_not_joined_and_a_spare_is_carried():
    setup = next(
        each
        for each in (*JOB.setups, *drives_of_the_valley().setups)
        if any(getattr(stage, "drive", None) == "belt" for stage in each.path)
    )
    assert "not joined" in broken(setup)["sprockets"].rides_on
    plan = tour_plan(Tour(name="x", km=100, days=2), JOB, [built(setup)], TODAY)
    belts = [thing for thing in plan.things if thing.what.startswith("a spare belt")]
    assert [(belt.carry, belt.had) for belt in belts] == [(True, "posted")]
    assert "a quick link" not in things(plan)
    hub = next((each for each in setup.path if isinstance(each, HubStage)), None)
    if hub:
        assert "a ring and a chain, since a plain wheel takes no belt" in broken(setup)["hub"].rides_on


@pytest.mark.parametrize(("teeth", "name"), [(118, "a spare belt of 118 teeth"), (None, "a belt to spare")])
def test_one_belt_is_carried_however_many_ask_for_it(teeth, name):
    carry = {"what": "a belt to spare", "mass_kg": 0.08}
    care = [{"what": "new belt", "every_km": 12_000, "cost": 90, "carry": carry}]
    run = {"run": {"belt_teeth": teeth}} if teeth else {}
    stage = {**examples.sprockets([46], [22], "belt"), **run, "care": care}
    plan = tour_plan(
        Tour(name="x", km=3000, days=40, workshop_km=300),
        JOB,
        [built(validate(Setup, examples.setup(stage)))],
        TODAY,
    )
    belts = [(thing.what, thing.mass_kg) for thing in plan.things if "belt" in thing.what]
    assert belts == [(name, 0.08)]


def test_without_its_motor_the_rider_climbs_alone():
    barrow = seaweed_barrow()
    setup = next(each for each in barrow.setups if any(motor.battery for motor in each.motors or []))
    found = next(each for each in broken(setup, barrow).values() if each.rides_on.startswith("without its"))
    alone = setup.model_copy(update={"motors": None})
    assert found.climbs_to == climbs_to(alone, conditions(barrow))
    lowest = gear_table(alone, barrow.rider.cadence_rpm).gears[0].development_m
    assert found.development_m == pytest.approx(lowest)
    assert "dangerous goods" in (found.posted or "")
    plan = tour_plan(Tour(name="x", km=100, days=2), barrow, [built(setup)], TODAY)
    assert things(plan)["the battery’s charger"].carry


def test_cold_and_wet_are_told_by_what_it_runs_in():
    told = [note.what for note in planned(coldest_c=-20, wet=True).bikes[0].weather]
    assert "thick at -20 °C" in told[0]
    assert any("freezes at -20 °C" in each for each in told)
    assert any("not packed for fords" in each and "freezes there" in each for each in told)
    mild = planned(coldest_c=0, wet=True).bikes[0].weather
    assert all("freezes" not in note.what for note in mild)
    assert planned(coldest_c=5).bikes[0].weather == []


def test_what_nobody_said_is_assumed_and_told():
    bare = JOB.model_copy(update={"wants": None, "road": None})
    told = [str(each) for each in planned(brief=bare).assumed]
    assert told[:2] == ["the nearest workshop (less than 80 km away)", "how cold it gets (no frost)"]
    plan = planned(workshop_km=3, coldest_c=1, on=day(10))
    assert not [each for each in plan.assumed if each.where in ("workshop_km", "coldest_c", "on")]
    gone = planned(on=day(10))
    assert gone.start == day(10)


def test_a_tour_that_began_is_reckoned_from_today():
    plan = tour_plan(Tour(name="x", km=100, days=3, on=MAY), JOB, [(bike(OIL), [])], TODAY)
    assert (plan.start, plan.end) == (TODAY, date(2026, 5, 13))
    assert "the day it starts (today, all of it to come)" in [str(each) for each in plan.assumed]


def test_the_answer_names_what_to_do_what_to_carry_and_the_worst_break():
    says = planned(workshop_km=5, km=400, days=8).says
    assert says.startswith(
        "For 400 km in 8 days nothing has to be done before leaving. On the way: oil change. Carry "
    )
    assert " If the hub breaks: another wheel of 622 mm" in says
    over = planned(bikes=[(bike(OIL), rode(600))], workshop_km=5)
    assert over.says.startswith("Before 400 km in 8 days: oil change, about 20 minutes. Nothing falls due")
    assert (over.before_minutes, over.before_cost) == (20, 15)
    two = planned(bikes=[(bike(OIL), rode(600)), (bike(OIL, name="Small one"), [])], workshop_km=5)
    assert ": oil change (Tall one), about 20 minutes" in two.says
    both = planned(bikes=[(bike(OIL), rode(600)), (bike(OIL, name="Small one"), rode(700))], workshop_km=5)
    assert ": oil change, about 40 minutes" in both.says


def test_no_bike_and_a_bike_that_is_gone():
    plan = planned(bikes=None, km=10, days=1)
    assert plan.missing == []
    gone = tour_plan(Tour(name="x", km=1, days=1, bikes=["Sold"]), JOB, [(bike(OIL), [])], TODAY)
    assert (gone.bikes, gone.things, gone.missing) == ([], [], ["Sold"])
    assert gone.says.startswith("No bike goes on it")


@pytest.mark.parametrize("brief", [honey_round(), drives_of_the_valley(), seaweed_barrow()])
def test_every_setup_of_the_demo_can_go_on_a_tour(brief):
    for setup in brief.setups:
        for km in (1, 5000, 60_000):
            plan = tour_plan(
                Tour(name="x", km=km, days=30, coldest_c=-12, wet=True, workshop_km=300),
                brief,
                [built(setup)],
                TODAY,
            )
            assert plan.says
            assert plan.carry_kg > 0.5
            assert all(each.climbs_to is None or 0 <= each.climbs_to <= 0.3 for each in plan.bikes[0].breaks)


def test_three_things_are_named_and_of_more_the_rest_is_counted():
    tasks = [{"what": what, "every_km": 100} for what in ("one", "two", "three", "four")]
    three = planned(bikes=[(bike(*tasks[:3]), rode(600))], km=50)
    assert three.says.startswith("Before 50 km in 8 days: one, two and three. Nothing falls due on the way.")
    four = planned(bikes=[(bike(*tasks), rode(600))], km=50)
    assert four.says.startswith("Before 50 km in 8 days: one, two, three and 1 more. Nothing")


def test_behind_a_cassette_a_plain_wheel_has_eighteen_teeth():
    setup = valley("three-speed hub behind a cassette")
    found = broken(setup, drives_of_the_valley())["hub"]
    front = min(setup.path[0].front)
    assert found.development_m == pytest.approx(front / 18 * setup.wheel.circumference_m)


@pytest.mark.parametrize(("drive", "had"), [("chain", "any bicycle shop"), ("belt", "posted")])
def test_a_chains_thing_is_in_any_shop_and_a_belts_is_posted(drive, had):
    pair = examples.sprockets([42], [21], drive)
    pair["care"] = [{"what": "clean it", "every_km": 100, "carry": {"what": "a brush"}}]
    held = [built(validate(Setup, examples.setup(pair)))]
    assert things(planned(bikes=held))["a brush"].had == had
