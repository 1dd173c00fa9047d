"""When a driven wheel slips, against the statics of a bicycle solved apart."""

import pytest
from scipy.optimize import brentq

from kettledrum.core.physics.grip import slips_at


def by_statics(grip, crr):
    """The tangent at which the pull at the crank’s peak is all that the driven wheel’s load allows."""

    def spare(grade):
        # In units of m·g·cos θ; 1.05 m of wheelbase, its mass 1.1 m high, 62 % of it on the rear wheel.
        load = 0.62 + 1.1 / 1.05 * grade
        mean = grade + crr
        return grip * load - 3.141592653589793 / 2 * mean

    return 0.0 if spare(0) <= 0 else brentq(spare, 0, 5)


@pytest.mark.parametrize("grip", [0.1, 0.25, 0.35, 0.5, 0.7, 0.9])
@pytest.mark.parametrize("crr", [0.0, 0.008, 0.03, 0.12])
def test_it_slips_where_the_statics_say(grip, crr):
    assert slips_at(grip, crr) == pytest.approx(by_statics(grip, crr), abs=1e-9)


def test_more_grip_and_less_rolling_resistance_are_never_worse():
    found = [slips_at(grip / 100, 0.01) for grip in range(5, 95, 5)]
    assert found == sorted(found)
    assert slips_at(0.3, 0.02) < slips_at(0.3, 0.01)
