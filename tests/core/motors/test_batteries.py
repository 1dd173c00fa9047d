"""Several motors and their batteries: on the road and on the bench the first that is empty ends its help."""

import pytest

from examples import brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.motors.range import setup_ranges
from kettledrum.core.roads.profile import profile
from kettledrum.core.simulation.bike import SimulatedBike
from kettledrum.core.simulation.course import of_profile
from kettledrum.core.terms.validation import validate

CLIMB = validate(Route, {"name": "Long pull", "legs": [{"length_m": 100_000, "grade": 0.03}]})
ALL_DAY = {"mass_kg": 80, "power_w": 100, "cadence_rpm": [60, 88]}


def driven(at: str, watts: float, energy_wh: float | None = None) -> dict:
    battery = {} if energy_wh is None else {"battery": {"energy_wh": energy_wh, "usable": 1}}
    assist = {"by": "throttle", "cutoff_kmh": 45}
    return {"at": at, "torque_nm": 500, "power_w": watts, "efficiency": 0.8, "assist": assist, **battery}


def job(*motors: dict, **road) -> Brief:
    path = (sprockets([40], [20]), hub(0.6, 0.8, 1, 1.25, 1.6))
    made = brief(setup(*path, motors=list(motors)), road={"crr": 0.008, "cda_m2": 0.55, **road})
    return validate(Brief, {**made, "rider": ALL_DAY})


def found(*motors: dict, **road):
    [ranges] = setup_ranges(job(*motors, **road), [CLIMB])
    return ranges.levels[-1], ranges.says


def bench_km(*motors: dict, empty: int, **road) -> float:
    """How far the simulated bike comes until one of its batteries is empty."""
    made = job(*motors, **road)
    bike = SimulatedBike(made, made.setups[0], of_profile(profile(CLIMB)))
    while bike._cells[empty].left_j > 0:
        bike.step()
    return bike.at_m / 1000


def test_the_range_ends_with_the_first_battery_that_is_empty():
    # 80 W at 0.8 draw 100 W of 50 Wh for half an hour, 160 W draw 200 W of 200 Wh for a whole one.
    small, large = driven("front hub", 80, 50), driven("rear hub", 160, 200)
    level, says = found(small, large)
    assert level.range_km == pytest.approx(level.speed_kmh / 2, rel=2e-3)
    assert level.wh_km == pytest.approx(300 / level.speed_kmh, rel=2e-3)
    assert found(large, small)[0] == level
    assert says.startswith(f"The first of its batteries to be empty goes {level.range_km:.0f} km on ")
    assert bench_km(small, large, empty=0) == pytest.approx(level.range_km, rel=0.01)
    assert bench_km(large, small, empty=1) == pytest.approx(level.range_km, rel=0.01)


def test_two_motors_draw_on_the_one_battery_that_is_stated():
    alone, beside = driven("front hub", 120, 150), driven("rear hub", 120)
    for motors in ((alone, beside), (beside, alone)):
        level, says = found(*motors)
        # 240 W at 0.8 draw 300 W.
        assert level.range_km == pytest.approx(level.speed_kmh / 2, rel=2e-3)
        assert says.startswith("Its battery goes ")
        assert bench_km(*motors, empty=0) == pytest.approx(level.range_km, rel=0.01)


def test_two_alike_have_each_their_own():
    one = driven("front hub", 120, 75)
    level, _ = found(one, one)
    assert level.range_km == pytest.approx(level.speed_kmh / 2, rel=2e-3)


def test_a_third_without_one_draws_on_the_first_that_is_stated():
    own, other = driven("front hub", 80, 100), driven("rear hub", 80, 75)
    level, _ = found(driven("cranks", 80), own, other)
    # 200 W of 100 Wh are gone sooner than 100 W of 75 Wh.
    assert level.range_km == pytest.approx(level.speed_kmh / 2, rel=2e-3)
    level, _ = found(driven("cranks", 80), other, own)
    assert level.range_km == pytest.approx(level.speed_kmh * 75 / 200, rel=2e-3)


def test_what_one_battery_gets_back_is_not_the_others():
    down = validate(
        Route,
        {"name": "Down", "legs": [{"length_m": 5000, "grade": 0}, {"length_m": 60_000, "grade": -0.15}]},
    )
    back = {**driven("front hub", 80, 400), "regenerates": True}
    beside = driven("rear hub", 80, 40)

    def level(*motors: dict):
        return setup_ranges(job(*motors), [down])[0].levels[-1]

    both = level(back, beside)
    assert both.back_wh_km > 0
    # More comes back than the first draws: only the second grows empty, by all that is drawn of it.
    kept = level({**back, "regenerates": False}, beside)
    assert both.wh_km == pytest.approx(kept.wh_km / 2, rel=1e-6)
    assert both.range_km == pytest.approx(40 / both.wh_km)
    assert level(back).range_km is None


@pytest.mark.parametrize("celsius", [-15, 5])
def test_the_cold_leaves_as_little_on_the_bench_as_on_the_road(celsius):
    road = {"temperature_c": celsius, "altitude_m": 0}
    one = driven("rear hub", 160, 100)
    level, _ = found(one, **road)
    # 200 W of what is left of 100 Wh: 0.6 % a degree below 20 °C less.
    hours = 0.5 * (1 - 0.006 * (20 - celsius))
    assert level.range_km == pytest.approx(level.speed_kmh * hours, rel=2e-3)
    assert bench_km(one, empty=0, **road) == pytest.approx(level.range_km, rel=0.01)
