"""The bike on the bench: it follows the clock, at its pace, as long as somebody looks."""

from copy import deepcopy

import pytest

from examples import WHOLE_BRIEF, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.simulation.bike import SimulatedBike
from kettledrum.core.simulation.course import trial_course
from kettledrum.core.terms.validation import validate
from kettledrum.devices.bench import MOST_BIKES, Bench, NotOnTheBench
from kettledrum.devices.bike_on_the_bench import BikeOnTheBench


def bike(**assist) -> SimulatedBike:
    path = [sprockets([38], [20]), hub(0.6, 1.0, 1.6)]
    motor = {"at": "front hub", "torque_nm": 30, "power_w": 250, "battery": {"energy_wh": 400}}
    if assist:
        motor["assist"] = assist
    data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(*path, motors=[motor])]}
    data.pop("reference")
    brief = validate(Brief, data)
    return SimulatedBike(brief, brief.setups[0], trial_course(0.05))


class Clock:
    def __init__(self) -> None:
        self.now = 100.0

    def __call__(self) -> float:
        return self.now


@pytest.fixture
def clock() -> Clock:
    return Clock()


def test_it_stands_until_it_is_started_and_when_it_is_paused(clock):
    device = BikeOnTheBench(bike(), clock)
    clock.now += 0.4
    assert device.read().time_s == 0
    assert device.steer(running=True, pace=1).time_s == 0
    clock.now += 0.4
    assert device.read().time_s == pytest.approx(0.4)
    device.steer(running=False, pace=1)
    clock.now += 0.4
    assert device.read().time_s == pytest.approx(0.4)
    assert device.read().state == "at rest"


def test_an_order_changes_only_what_it_says(clock):
    device = BikeOnTheBench(bike(), clock)
    device.steer(pace=5)
    clock.now += 0.4
    assert device.read().time_s == 0
    device.steer(running=True)
    clock.now += 0.4
    assert device.read().time_s == pytest.approx(2)
    device.steer(running=False)
    device.steer(pace=20)
    clock.now += 0.4
    assert device.read().time_s == pytest.approx(2)


def test_its_pace_is_as_many_times_the_clocks(clock):
    device = BikeOnTheBench(bike(), clock)
    device.steer(running=True, pace=20)
    for _ in range(10):
        clock.now += 0.1
        reading = device.read()
    assert reading.time_s == pytest.approx(20, abs=0.11)
    assert reading.speed_kmh > 5
    assert reading.motor_w > 0
    assert reading.state in ("pedalling", "shifting")
    assert reading.battery < 1


def test_a_motor_at_its_limit_is_not_told_as_now_on_now_off(clock):
    ridden = bike(cutoff_kmh=15)
    device = BikeOnTheBench(ridden, clock)
    device.steer(running=True, pace=20)
    held = []
    for _ in range(35):
        clock.now += 0.1
        reading = device.read()
        # Some way up the climb; the motor is full on in some steps, and off in others.
        if 130 < reading.at_m < 290:
            held.append(reading.motor_w)
    assert len(held) > 10
    asked = ridden.job.resistance.power_w(15 / 3.6, 0.05)
    assert asked - 125 < min(held)
    assert max(held) < asked - 0.85 * 125
    assert device.steer(running=False, pace=20).motor_w == device.read().motor_w


def test_nobody_looking_it_stands_still(clock):
    device = BikeOnTheBench(bike(), clock)
    device.steer(running=True, pace=1)
    clock.now += 3600
    assert device.read().time_s <= 0.5


def test_two_who_look_see_the_same_ride(clock):
    device = BikeOnTheBench(bike(), clock)
    device.steer(running=True, pace=10)
    for _ in range(20):
        clock.now += 0.05
        assert device.read() == device.read()
    assert device.read().time_s == pytest.approx(10, abs=0.11)


def test_it_arrives_and_stays_there(clock):
    device = BikeOnTheBench(bike(), clock)
    device.steer(running=True, pace=1000)
    states = set()
    for _ in range(200):
        clock.now += 0.01
        states.add(device.read().state)
    last = device.read()
    assert last.state == "arrived"
    assert not last.running
    assert last.at_m == pytest.approx(900, abs=1)
    assert last.speed_kmh == 0
    assert "coasting" in states


def test_the_bench_has_room_for_a_dozen():
    bench = Bench()
    first, second, *_ = [bench.put(BikeOnTheBench(bike())) for _ in range(2)]
    for _ in range(MOST_BIKES - 1):
        bench.bike(first)
        bench.put(BikeOnTheBench(bike()))
    assert bench.holds(first)
    assert not bench.holds(second)
    with pytest.raises(NotOnTheBench, match="no longer on the bench"):
        bench.bike(second)
    bench.take_off(first)
    bench.take_off(first)
    assert not bench.holds(first)


def test_by_hand_it_takes_orders_of_gears_and_of_effort(clock):
    simulated = bike()
    simulated.shifter.take_in_hand()
    device = BikeOnTheBench(simulated, clock)
    device.steer(running=True, pace=20)
    for _ in range(10):
        clock.now += 0.4
        device.read()
    first = device.read()
    assert first.gear == "1"
    device.steer(shift=1)
    for _ in range(10):
        clock.now += 0.4
        device.read()
    second = device.read()
    assert (second.gear, second.shifts) == ("2", 1)
    assert second.cadence_rpm < first.cadence_rpm
    felt = second.last_shift
    assert felt is not None
    assert felt == second.largest_shift
    assert (felt.before.label, felt.after.label) == ("1", "2")
    # At one speed the cadences are as the gears are.
    step = felt.after.development_m / felt.before.development_m
    assert felt.before_rpm / felt.after_rpm == pytest.approx(step)
    assert second.development_m == pytest.approx(felt.after.development_m, abs=0.001)
    # A pace that is changed orders no gear and no effort.
    device.steer(pace=30, effort=2.0)
    assert simulated.effort == 2.0
    device.steer(running=True)
    assert simulated.effort == 2.0
    assert simulated.power_w == 2 * simulated.job.power_w


def test_pedalling_harder_is_faster_up_the_same_hill(clock):
    speeds = []
    for effort in (0.8, 1.0, 1.5):
        simulated = bike()
        simulated.effort = effort
        for _ in range(2400):
            simulated.step()
        speeds.append(simulated.at_m)
    assert speeds == sorted(speeds)
    assert speeds[0] < speeds[-1]
