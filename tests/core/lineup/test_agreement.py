"""One quantity, every view that shows it: line-up, pairings and pitch, over setups of every kind."""

from copy import deepcopy

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import WHOLE_BRIEF, gearbox, hub, setup, sprockets, stepless_hub
from fuzzing import examples
from kettledrum.core.effort.into_part import into_part, lowest_ratios
from kettledrum.core.effort.pushes import pushes
from kettledrum.core.effort.wanted_gears import needed_ratio
from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.pairings.grid import pairings
from kettledrum.core.pairings.place import pairing_place
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.terms.validation import validate

INSIDE = [
    [],
    [hub(1.0)],
    [hub(0.55, 0.7, 0.88, 1.1, 1.4)],
    [{**hub(0.6, 1.7), "limits": {"input_torque_max_nm": 110, "motor_torque_max_nm": 50}}],
    [stepless_hub(0.6, 1.8)],
    [{**hub(1.0, 1.29), "change": {"by": "speed", "trigger_kmh": 14}}],
]
drives = st.builds(
    lambda before, front, rear, behind: setup(*before, sprockets([front], [rear]), *behind),
    st.sampled_from([[], [gearbox(0.7, 1.0)], [gearbox(0.5, 0.7, 1.0, 1.4, 2.0)]]),
    st.integers(22, 54),
    st.integers(12, 30),
    st.sampled_from(INSIDE),
)


motors = st.lists(
    st.fixed_dictionaries(
        {"at": st.sampled_from(["cranks", "rear hub", "front hub"]), "torque_nm": st.floats(10, 90)},
        optional={
            "power_w": st.floats(150, 900),
            "no_load_rpm": st.floats(100, 400),
            "assist": st.fixed_dictionaries(
                {"by": st.sampled_from(["power", "torque", "throttle"])},
                optional={
                    "cutoff_kmh": st.sampled_from([20, 25, 45]),
                    "levels": st.just([{"name": "one", "share": 0.5}, {"name": "two", "share": 1.5}]),
                },
            ),
        },
    ),
    min_size=1,
    max_size=2,
)


def job(drive, *, grade, length_m=None, burst=None, power=120, cargo=20) -> Brief:
    data = {**deepcopy(WHOLE_BRIEF), "setups": [drive]}
    data.pop("reference")
    data["rider"] = {"mass_kg": 75, "power_w": power, "cadence_rpm": [60, 90], "burst_w": burst}
    data["load"] = {"bike_kg": 18, "cargo_kg": cargo}
    data["road"] = {"crr": 0.008, "cda_m2": 0.55, "steepest": grade, "steepest_m": length_m}
    return validate(Brief, data)


@examples(25)
@given(
    drives,
    st.floats(0.02, 0.15),
    st.sampled_from([None, 80, 900]),
    st.sampled_from([None, 260.0]),
    motors | st.none(),
)
def test_the_mounted_pairing_is_what_the_line_up_says(drive, grade, length_m, burst, driven):
    brief = job({**drive, "motors": driven}, grade=grade, length_m=length_m, burst=burst)
    own = brief.setups[0]
    place, tried = pairing_place(own, brief.stock), pairings(brief, own)
    mounted = next(each for each in tried.pairings if (each.front, each.rear) == place.mounted)
    [compared] = compare(brief).setups
    climb = compared.climb
    assert mounted.climb == climb.verdict
    assert mounted.margin == pytest.approx(climb.margin, rel=1e-6, abs=1e-9)
    assert mounted.lowest.ratio == pytest.approx(compared.lowest.ratio)
    if climb.by != "all day" or burst is None:
        needed = needed_ratio(brief, own.wheel.circumference_m, path_efficiency(own.path).typical)
        assert needed == pytest.approx(climb.judged_ratio, rel=1e-9)
    if mounted.into is not None:
        behind = next(
            number
            for number, stage in enumerate(own.path)
            if number > place.stage and stage.kind != "sprockets"
        )
        into = into_part(pushes(brief, own), own, lowest_ratios(own), behind)
        assert mounted.into.hardest_nm == pytest.approx(into.hardest_nm)
        assert mounted.into.motor_nm == pytest.approx(into.motor_nm)


@examples(25)
@given(
    # Between gears that are steps apart the one nearest the band's middle may give its motor less.
    st.sampled_from([hub(1.0), stepless_hub(0.6, 1.8)]),
    motors,
    st.floats(0.02, 0.14),
    st.floats(60, 250),
)
def test_with_a_motor_more_of_anything_that_helps_is_never_slower(inside, driven, grade, power):
    drive = setup(sprockets([38], [20]), inside)

    def kmh(scale=1.0, power_w=power, cargo=20, steepest=grade):
        own = [{**each, "torque_nm": each["torque_nm"] * scale} for each in driven]
        data = job({**drive, "motors": own}, grade=steepest, length_m=400, power=power_w, cargo=cargo)
        return compare(data).setups[0].motor.on_pitch.speed_kmh

    here = kmh()
    slack = 1 - 1e-6
    assert kmh(scale=1.1) >= here * slack
    assert kmh(power_w=power * 1.1) >= here * slack
    assert kmh(cargo=10) >= here * slack
    assert kmh(steepest=grade * 0.95) >= here * slack
