"""The road held against independent roads to the same numbers, and against published figures."""

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from kettledrum.core.physics.air import air_density
from kettledrum.core.physics.road_load import GRAVITY, Resistance, held_grade
from roots import root_of

STILL = Resistance(mass_kg=100, crr=0.005, cda_m2=0, density=1.2, wind_mps=0)


def test_air_is_as_dense_as_the_standard_atmosphere_says():
    # ISO 2533: 1.225 kg/m³ at sea level and 15 °C, 1.1117 at 1000 m and 8.5 °C, 0.9093 at 3000 m and −4.5 °C.
    assert air_density(0, 15) == pytest.approx(1.2250, abs=1e-4)
    assert air_density(1000, 8.5) == pytest.approx(1.1117, abs=1e-4)
    assert air_density(3000, -4.5) == pytest.approx(0.9093, abs=3e-4)


def test_without_drag_speed_is_power_over_force():
    # 100 kg on 5 %: 980.665 N × (0.05 + 0.005) ÷ √1.0025 = 53.87 N; 107.74 W keeps up 2 m/s.
    assert STILL.force_n(3, 0.05) == pytest.approx(53.869, abs=1e-3)
    assert STILL.speed_mps(107.738, 0.05) == pytest.approx(2, abs=1e-4)
    assert STILL.grade(107.738, 2) == pytest.approx(0.05, abs=1e-6)


def test_a_worked_figure_of_the_papers_model():
    """The road of Martin et al. (1998), table 2's order: 90 kg, CdA 0.2565 m², Crr 0.0032, still air, flat.

    Worked by hand at 11 m/s: drag ½·1.2234·0.2565·121 = 18.985 N, rolling 90·9.80665·0.0032 = 2.824 N;
    together 21.81 N, 239.9 W.
    """
    cyclist = Resistance(mass_kg=90, crr=0.0032, cda_m2=0.2565, density=1.2234, wind_mps=0)
    assert cyclist.drag_n(11) == pytest.approx(18.985, abs=2e-3)
    assert cyclist.power_w(11, 0) == pytest.approx(239.9, abs=0.1)


def test_a_tailwind_pushes_and_a_headwind_counts_squared():
    windy = Resistance(mass_kg=100, crr=0.005, cda_m2=0.5, density=1.2, wind_mps=5)
    assert windy.drag_n(5) == pytest.approx(0.5 * 1.2 * 0.5 * 100)
    pushed = Resistance(mass_kg=100, crr=0.005, cda_m2=0.5, density=1.2, wind_mps=-10)
    assert pushed.drag_n(4) == pytest.approx(-0.5 * 1.2 * 0.5 * 36)
    # With the wind in the back no power is needed up to where drag and rolling are even.
    coasting = pushed.speed_mps(0, 0)
    assert pushed.force_n(coasting, 0) == pytest.approx(0, abs=1e-6)


roads = st.builds(
    Resistance,
    mass_kg=st.floats(40, 300),
    crr=st.floats(0.002, 0.06),
    cda_m2=st.floats(0.2, 1),
    density=st.floats(0.7, 1.4),
    wind_mps=st.floats(-8, 8),
)


@given(roads, st.floats(20, 600), st.floats(-0.1, 0.3))
def test_speed_is_what_a_root_search_finds(road, power, grade):
    found = road.speed_mps(power, grade)
    assume(0 < found < 60)
    assert found == pytest.approx(root_of(lambda v: road.power_w(v, grade) - power, 1e-9, 69.9), rel=1e-6)


@given(roads, st.floats(20, 600), st.floats(0.5, 12))
def test_the_grade_for_a_power_asks_for_that_power(road, power, speed):
    grade = road.grade(power, speed)
    assume(abs(grade) < 0.99)
    slope = math.atan(grade)
    # Newton's second law along the road, at a steady speed, written out anew.
    along = road.mass_kg * GRAVITY * (math.sin(slope) + road.crr * math.cos(slope)) + road.drag_n(speed)
    assert along * speed == pytest.approx(power, rel=1e-9)


def test_a_push_holds_no_less_than_the_level_and_no_more_than_a_wall():
    moves = Resistance(100, 0.008, 0.5, 1.2, 0)
    weight = 100 * 9.80665
    # Less than rolling takes holds nothing; 200 N hold sin θ + 0.008·cos θ = 0.2039; the weight and more 45°.
    assert held_grade(5, moves) == 0
    angle = math.asin(200 / weight / math.hypot(1, 0.008)) - math.atan(0.008)
    assert held_grade(200, moves) == pytest.approx(math.tan(angle))
    assert held_grade(2 * weight, moves) == pytest.approx(1)
