"""A home-built drive by hand: what its motors give and draw, and how fast its wheel turns."""

import math

import pytest

from kettledrum.core.job.home_built import HomeBuilt, Salvaged
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate


def motor(**given):
    return validate(Salvaged, {"rpm": 190, **given})


def drive(*stages, rpm=190.0, wheel_mm=520.0):
    made = {"name": "barrow", "motor": {"rpm": rpm, "torque_nm": 20}, "wheel_mm": wheel_mm}
    return validate(HomeBuilt, {**made, "stages": list(stages)} if stages else made)


def test_torque_out_of_volts_and_amps():
    # 24 V · 10 A · 0.8 at 190 rpm, 19.9 rad/s.
    omega = 190 * 2 * math.pi / 60
    by_sheet = motor(voltage_v=24, current_a=10)
    assert by_sheet.each_nm == pytest.approx(192 / omega)
    assert by_sheet.out_w == pytest.approx(192)
    assert by_sheet.in_w == 240
    better = motor(voltage_v=24, current_a=10, efficiency=0.6, count=2)
    assert better.each_nm == pytest.approx(144 / omega)
    assert (better.out_w, better.in_w) == (pytest.approx(288), 480)


def test_what_is_drawn_out_of_torque():
    stated = motor(torque_nm=9, efficiency=0.75)
    out = 9 * 190 * 2 * math.pi / 60
    assert stated.out_w == pytest.approx(out)
    assert stated.in_w == pytest.approx(out / 0.75)
    assert motor(torque_nm=9).in_w == pytest.approx(out / 0.8)
    # Volts and amps that stand there lead.
    assert motor(torque_nm=9, voltage_v=24, current_a=10).in_w == 240
    assert motor(torque_nm=9, voltage_v=24, current_a=10).out_w == pytest.approx(out)


@pytest.mark.parametrize(
    ("given", "assumes"),
    [
        ({"torque_nm": 9}, True),
        ({"voltage_v": 24, "current_a": 10}, True),
        ({"torque_nm": 9, "voltage_v": 24}, True),
        ({"torque_nm": 9, "voltage_v": 24, "current_a": 10}, False),
        ({"torque_nm": 9, "efficiency": 0.7}, False),
    ],
)
def test_the_usual_efficiency_stands_only_for_want_of_one(given, assumes):
    assert motor(**given).assumes == assumes


@pytest.mark.parametrize("given", [{}, {"voltage_v": 24}, {"current_a": 10}, {"efficiency": 0.8}])
def test_without_torque_and_without_volts_and_amps_it_is_not_known(given):
    with pytest.raises(InvalidInput, match="torque_nm: is missing: give the torque, or volts and amps"):
        motor(**given)


def test_speeds_of_the_wheel():
    # 190 rpm on 520 mm: 190 · 60 · π · 0.00052 km/h.
    direct = drive()
    assert direct.direct_kmh == direct.geared_kmh == pytest.approx(18.62, abs=0.005)
    assert direct.product == 1
    geared = drive((16, 28), (14, 22))
    assert geared.product == pytest.approx(16 / 28 * 14 / 22)
    assert geared.geared_kmh == pytest.approx(18.62 * 0.3636, abs=0.005)


def test_a_hundred_kmh_is_the_most():
    # 1023 rpm on 520 mm come to 100.27 km/h, 1020 to 99.98.
    assert drive(rpm=1020).geared_kmh < 100
    with pytest.raises(InvalidInput, match="stages: would take the wheel to 100 km/h; at most 100 km/h"):
        drive(rpm=1023)
    with pytest.raises(InvalidInput, match="would take the wheel to 186 km/h"):
        drive((40, 4 * 5), (40, 8))
