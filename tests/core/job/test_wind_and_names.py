"""The wind in the job's air by hand, and who is asked for by name where nobody is."""

import pytest

from examples import brief, setup
from kettledrum.core.job.brief import Brief, named
from kettledrum.core.job.conditions import conditions
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate


@pytest.mark.parametrize(("kmh", "mps"), [(18, 5.0), (-36, -10.0), (0, 0.0)])
def test_wind_in_km_an_hour_is_metres_a_second(kmh, mps):
    job = conditions(validate(Brief, brief(road={"wind_kmh": kmh})))
    assert job.resistance.wind_mps == pytest.approx(mps)


def test_against_the_wind_the_flat_is_as_slow_as_the_balance_says():
    road = {"wind_kmh": 18, "crr": 0.006, "cda_m2": 0.55, "altitude_m": 0, "temperature_c": 15}
    one = compare(validate(Brief, brief(setup(), road=road, load={"bike_kg": 15}))).setups[0]
    v = one.flat.speed_kmh / 3.6
    # 125 W · η = (½·ρ·CdA·(v + 5)² + m·g·crr)·v with 93 kg.
    rho = 101_325 / (287.05 * 288.15)
    asked = (0.5 * rho * 0.55 * (v + 5) ** 2 + 93 * 9.80665 * 0.006) * v
    assert asked == pytest.approx(125 * one.efficiency.typical, rel=2e-3)


def test_a_brief_without_setups_says_so():
    with pytest.raises(InvalidInput, match="none, as there are no setups"):
        named(validate(Brief, brief()), "Any")
    with pytest.raises(InvalidInput, match="“As ridden”"):
        named(validate(Brief, brief(setup())), "Any")
