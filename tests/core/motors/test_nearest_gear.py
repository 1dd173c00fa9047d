"""Up a steep pitch with a motor: the gear that is taken, against trying each of them."""

import math

from hypothesis import given
from hypothesis import strategies as st

from examples import brief, hub, setup, sprockets
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.motors.driven import called_for, motor_rpm, rider_follows_w
from kettledrum.core.motors.in_gear import MotorGears
from kettledrum.core.motors.on_pitch import on_pitch
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.terms.validation import validate

ASSISTS = [None, {"by": "throttle", "cutoff_kmh": 12}, {"levels": [{"name": "more", "share": 2}]}]


@given(
    ratios=st.lists(st.floats(0.25, 3), min_size=1, max_size=9, unique=True),
    at=st.sampled_from(["cranks", "front hub"]),
    torque_nm=st.sampled_from([3, 15, 60]),
    rpm=st.sampled_from([None, 90, 240]),
    assist=st.sampled_from(ASSISTS),
    steepest=st.sampled_from([0.0, 0.01, 0.04, 0.09, 0.17]),
    power_w=st.sampled_from([40, 120, 260]),
)
def test_it_is_the_one_whose_cadence_is_nearest_the_middle(
    ratios, at, torque_nm, rpm, assist, steepest, power_w
):
    motor = {"at": at, "torque_nm": torque_nm, "power_w": 250}
    motor |= {name: value for name, value in (("no_load_rpm", rpm), ("assist", assist)) if value is not None}
    made = {**setup(sprockets([42], [21]), hub(*sorted(ratios))), "motors": [motor]}
    job = validate(
        Brief,
        brief(
            made,
            road={"steepest": steepest},
            rider={"mass_kg": 80, "power_w": power_w, "cadence_rpm": [65, 90]},
        ),
    )
    one, here = job.setups[0], conditions(job)
    table, share = gear_table(one, job.rider.cadence_rpm), path_efficiency(one.path).typical

    def steady_mps(gear):
        def short(speed):
            rider = rider_follows_w(speed, table, here)
            brought = rider * share
            for each in gear.driven:
                omega = motor_rpm(each, speed, table) * math.pi / 30
                brought += called_for(each, speed, table, here, None, rider) * omega * each.share
            return brought < here.resistance.power_w(speed, steepest)

        fast, slow = 30.0, 0.0
        while fast - slow > 1e-10:
            speed = slow + (fast - slow) * 0.382
            fast, slow = (speed, slow) if short(speed) else (fast, speed)
        return slow

    middle = math.sqrt(math.prod(job.rider.cadence_rpm))
    speeds = [(gear, steady_mps(gear)) for gear in MotorGears(one, table).gears]
    off = [abs(math.log(max(speed * 60 / gear.development_m, 1e-9) / middle)) for gear, speed in speeds]
    gear, speed = speeds[off.index(min(off))]
    found = on_pitch(one, table, here)
    taken = next(each for each, _ in speeds if each.label == found.gear)
    # Of two that are as near either will do.
    assert abs(math.log(found.speed_kmh / 3.6 * 60 / taken.development_m / middle)) <= min(off) + 1e-6
    if gear is taken:
        assert abs(found.speed_kmh / 3.6 - speed) < 1e-6
