"""What cold and wet mean, by what gears run in: at the limits, and what is not known."""

import pytest

from kettledrum.core.fit.rule import Bike
from kettledrum.core.fit.weather import WEATHER_RULES, in_cold, in_water
from kettledrum.core.job.road import Road
from kettledrum.demo import honey_round, seaweed_barrow

JOB = honey_round()
HUB = next(setup for setup in JOB.setups if setup.name == "Fourteen-speed hub")


def hub(lubricant="grease", care=None, shifter="none", **parts):
    path = [*HUB.path]
    fit = path[1].fit.model_copy(update={"shifter": shifter})
    path[1] = path[1].model_copy(update={"lubricant": lubricant, "care": care, "fit": fit, **parts})
    return Bike(JOB, HUB.model_copy(update={"path": path}))


def cold(bike, celsius):
    return [(each.state, each.what, each.remedy) for each in in_cold(bike, celsius)]


@pytest.mark.parametrize("lubricant", ["grease", "oil", "traction fluid", None])
def test_nothing_is_said_before_it_freezes(lubricant):
    assert cold(hub(lubricant), 0) == cold(hub(lubricant), 30) == cold(hub(lubricant), None) == []


def test_grease_stiffens_and_then_sticks():
    ((state, what, _),) = cold(hub(), -0.1)
    assert (state, "runs harder" in what) == ("tight", True)
    ((_, at, _),) = cold(hub(), -10)
    assert "runs harder" in at
    ((_, below, remedy),) = cold(hub(), -10.1)
    assert "pawls may stick" in below
    assert "thin grease" in remedy
    # What is neither oil nor known to flow counts as grease does.
    assert "traction fluid, which stiffens" in cold(hub("traction fluid"), -5)[0][1]


def test_oil_flows_to_fifteen_below():
    assert cold(hub("Oil, 25 ml"), -15)[0][0] == "holds"
    ((state, what, _),) = cold(hub("oil"), -15.1)
    assert (state, "thick at -15.1 °C" in what) == ("tight", True)


def test_what_is_not_stated_is_not_known():
    assert cold(hub(None), -5)[0][0] == "not known"


def test_cables_freeze_and_buttons_do_not():
    assert ["cables freezes" in what for _, what, _ in cold(hub("oil", shifter="trigger"), -1)] == [
        False,
        True,
    ]
    assert len(cold(hub("oil", shifter="buttons"), -1)) == 1


def test_a_battery_is_kept_warm():
    setup = next(
        each for each in seaweed_barrow().setups if any(motor.battery for motor in each.motors or [])
    )
    told = cold(Bike(seaweed_barrow(), setup), -1)
    assert "must not be charged while it is frozen" in told[-1][1]


def test_water_by_what_the_upkeep_asks_for():
    assert [each.state for each in in_water(hub())] == ["not known"]
    dunked = {"what": "taken apart", "after": ["dunking"]}
    leaks = HUB.path[1].care[0].model_validate({"what": "wiped", "after": ["leak"]})
    asks = HUB.path[1].care[0].model_validate(dunked)
    (dry,) = in_water(hub(care=[leaks]))
    assert (dry.state, dry.what.endswith("asks for nothing after a dunking")) == ("holds", True)
    (wet,) = in_water(hub(care=[asks]))
    assert (wet.state, wet.remedy) == ("tight", "carried across, or taken apart at once after it")
    assert "freezes" not in wet.what
    (icy,) = in_water(hub(care=[asks]), freezes=True)
    assert "freezes there" in icy.what
    assert any("seeps" in each.what for each in in_water(hub("oil", care=[asks])))


def by_rule(road):
    job = JOB.model_copy(update={"road": Road.model_validate(road)})
    bike = Bike(job, HUB)
    return {check.id for rule in WEATHER_RULES for check in rule.checks(bike)}


def test_fit_goes_by_the_roads_of_the_job():
    assert by_rule({"temperature_c": 12, "crr": 0.01}) == set()
    assert by_rule({"temperature_c": -3, "crr": 0.01}) == {"cold"}
    wet = {"surfaces": [{"surface": "earth", "share": 0.1}, {"surface": "asphalt", "share": 0.9}]}
    assert by_rule(wet) == {"water"}
    assert by_rule({**wet, "temperature_c": -3}) == {"cold", "water"}
    assert by_rule({"surfaces": [{"surface": "gravel", "share": 1}]}) == set()
