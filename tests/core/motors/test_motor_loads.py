"""What motors and rider put on the parts together, and how much of a motor is called for."""

import math
from copy import deepcopy

import pytest

from examples import WHOLE_BRIEF, hub, setup, sprockets
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.motors.driven import called_for, driven_in, motor_rpm
from kettledrum.core.terms.validation import validate

HUB = {**hub(0.5, 1.0, 2.0), "efficiency": 1}
PAIR = {**sprockets([40], [20]), "efficiency": 1}
CRANK = {"at": "cranks", "torque_nm": 70, "power_w": 500, "assist": {"cutoff_kmh": 25}}


def test_what_stands_worst_under_both_by_hand():
    def borne(*motors, limits=None, drive="chain", pull=None, road=None):
        pair = {**PAIR, "drive": drive, **({"limits": {"pull_max_n": pull}} if pull else {})}
        data = {
            **deepcopy(WHOLE_BRIEF),
            "setups": [setup(pair, {**HUB, **({"limits": limits} if limits else {})}, motors=list(motors))],
        }
        data.pop("reference")
        if road:
            data["road"] = road
        [found] = compare(validate(Brief, data)).setups
        return found.motor.borne

    # 130.04 Nm of the rider and 70 of the motor go into the hub as 100.02, behind 40/20.
    fails = borne(CRANK, limits={"input_torque_max_nm": 95})
    assert [each.state for each in fails] == ["fails"] * 3
    assert "100 Nm of motors and the hardest push, 95 Nm allowed" in fails[0].what
    assert borne(CRANK, limits={"input_torque_max_nm": 120})[0].state == "holds"
    # 35 Nm of the motor alone.
    alone = borne(CRANK, limits={"motor_torque_max_nm": 30})
    assert alone[0].state == "fails"
    assert "35 Nm of motors, 30 Nm allowed" in alone[0].what
    # A motor in the wheel puts nothing through the hub: 65.02 Nm are the rider's.
    wheel = {"at": "front hub", "torque_nm": 60}
    assert borne(wheel, limits={"input_torque_max_nm": 66})[0].state == "tight"
    # 200.04 Nm on a belt's front sprocket of 40 teeth of 10 mm, r = 63.66 mm: 3142 N.
    belt = borne(CRANK, drive="belt", pull=3000)[0]
    assert belt.what == "belt: 3142 N, 3000 N allowed"
    assert belt.share == pytest.approx(3142 / 3000, rel=1e-3)
    # On a chain of 12.7 mm r = 80.93 mm: 2472 N of at least 8000.
    assert borne(CRANK)[0].what == "chain: 2472 N, breaks at 8000 N"
    assert borne(CRANK)[0].share == pytest.approx(2 * 2472 / 8000, rel=1e-3)
    # 60 Nm on 353 mm push with 170 N; sand lets 0.3 · 0.38 · 126 kg · g = 140.9 N through in front.
    slips = borne(wheel, road={"surfaces": [{"surface": "sand", "share": 1}]})
    assert slips[0].state == "tight"
    assert "the front tyre slips: 170 N, where it grips with 141 N" in slips[0].what
    assert slips[0].share == pytest.approx(170 / 140.9, rel=2e-3)


def test_called_for_by_torque_a_wheel_motor_helps_less_in_a_low_gear():
    levels = {"levels": [{"name": "even", "share": 1}]}

    def powers(by: str, at: str) -> list[float]:
        made = setup(PAIR, HUB, motors=[{"at": at, "torque_nm": 500, "assist": {"by": by, **levels}}])
        data = {**deepcopy(WHOLE_BRIEF), "setups": [made]}
        data.pop("reference")
        brief = validate(Brief, data)
        table = gear_table(brief.setups[0], (60, 88))
        found = []
        for gear in table.gears:
            [driven] = driven_in(brief.setups[0], table, gear)
            speed = 70 / 60 * gear.development_m
            torque = called_for(driven, speed, table, conditions(brief))
            found.append(torque * motor_rpm(driven, speed, table) * math.pi / 30)
        return found

    # As much power again, wherever it enters and whatever the gear.
    assert powers("power", "rear hub") == [pytest.approx(125)] * 3
    assert powers("torque", "cranks") == [pytest.approx(125)] * 3
    # As much torque again at the wheel, which turns once, twice and four times as fast as the cranks.
    assert powers("torque", "rear hub") == [pytest.approx(125), pytest.approx(250), pytest.approx(500)]


def test_the_slope_held_at_speed_by_hand():
    levels = {"cutoff_kmh": 25, "levels": [{"name": "even", "share": 1}]}
    motor = {"at": "front hub", "torque_nm": 100, "assist": levels}
    data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(PAIR, HUB, motors=[motor])]}
    data.pop("reference")
    brief = validate(Brief, data)
    [found] = compare(brief).setups
    moves = conditions(brief).resistance
    # At √(60 · 88) = 72.66 rpm the gears of 2.218, 4.436 and 8.872 m go 9.67, 19.34 and 38.68 km/h. Below
    # 25 km/h rider and motor bring 250 W, beyond it the rider alone 125 W.
    for gear, brought in enumerate((250, 250, 125)):
        speed = (60 * 88) ** 0.5 / 60 * found.gears[gear].development_m
        assert moves.power_w(speed, found.motor.grade_at_speed[gear]) == pytest.approx(brought, rel=1e-6)
    assert found.motor.grade_at_speed[0] > 0.05
    assert found.motor.grade_at_speed[2] < 0


def borne_on(path, *motors, road=None):
    data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(*path, motors=list(motors))]}
    data.pop("reference")
    data["road"] = road or data["road"]
    [found] = compare(validate(Brief, data)).setups
    return found.motor.borne[0]


def test_a_chain_bears_half_of_what_breaks_it():
    # 130.04 and 70 Nm on 20 teeth, r = 40.59 mm, pull with 4928 N: more than half of 8000 N.
    small = borne_on(({**sprockets([20], [20]), "efficiency": 1}, HUB), CRANK)
    assert (small.state, small.what) == ("fails", "chain: 4928 N, breaks at 8000 N")
    assert small.share == pytest.approx(2 * 4928 / 8000, abs=1e-3)
    # 30 teeth, r = 60.75 mm: 3293 N are well below 4000.
    assert borne_on(({**sprockets([30], [30]), "efficiency": 1}, HUB), CRANK).state == "holds"


def test_a_riders_push_swells_where_a_motors_does_not():
    # 19.89 Nm, in the lowest gear 1 : 1, push with 56.3 N on 353 mm, and at their peak with π/2 of that; 48
    # Nm in the wheel with 136 N. Sand grips with 0.3 · 0.62 · 126 kg · g = 229.8 N.
    sand = {"surfaces": [{"surface": "sand", "share": 1}]}
    wheel = {"at": "rear hub", "torque_nm": 48}
    assert "the rear tyre slips" not in borne_on((PAIR, HUB), wheel, road=sand).what
    more = borne_on((PAIR, HUB), {**wheel, "torque_nm": 51}, road=sand)
    assert more.what == "the rear tyre slips: 233 N, where it grips with 230 N"


def test_a_motor_at_the_cranks_loses_on_the_way_what_the_legs_lose():
    levels = {"levels": [{"name": "even", "share": 1}]}
    motor = {"at": "cranks", "torque_nm": 100, "assist": levels}
    lossy = {**PAIR, "efficiency": 0.8}, {**HUB, "efficiency": 0.9}
    data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(*lossy, motors=[motor])]}
    data.pop("reference")
    brief = validate(Brief, data)
    [found] = compare(brief).setups
    speed = (60 * 88) ** 0.5 / 60 * found.gears[0].development_m
    brought = conditions(brief).resistance.power_w(speed, found.motor.grade_at_speed[0])
    # 125 W of each, through 80 and 90 %.
    assert brought == pytest.approx(2 * 125 * 0.72, rel=1e-6)
