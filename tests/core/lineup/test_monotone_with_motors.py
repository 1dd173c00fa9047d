"""With a motor too less steep, more power and less load are never worse, whatever the gears."""

from copy import deepcopy

from hypothesis import given
from hypothesis import strategies as st

from examples import WHOLE_BRIEF, hub, setup, sprockets, stepless_hub
from fuzzing import examples
from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.lineup.says import verdict_with_motor
from kettledrum.core.terms.check import RANK
from kettledrum.core.terms.validation import validate

PATHS = [
    (sprockets([44], [20]),),
    (sprockets([38], [24]), hub(0.6, 1.0, 1.3)),
    (sprockets([44], [20]), hub(0.6, 1.0, 1.9)),
    (sprockets([32], [16]), hub(0.541, 0.636, 0.747, 0.878, 1.031, 1.212, 1.424, 1.673)),
    (sprockets([38], [20]), stepless_hub(0.5, 1.9)),
    (sprockets([38], [11, 13, 15, 18, 21, 24, 28, 34, 42]),),
]
ASSISTS = [
    {"by": "throttle", "cutoff_kmh": 32},
    {"cutoff_kmh": 15, "fade_kmh": 4, "levels": [{"name": "high", "share": 3}]},
    {"cutoff_kmh": 25, "levels": [{"name": "high", "share": 1.5}]},
]


def verdict(path, motor, power_w, steepest, cargo_kg) -> int:
    data = {**deepcopy(WHOLE_BRIEF), "setups": [setup(*path, motors=[motor])]}
    data.pop("reference")
    data["rider"] = {**data["rider"], "power_w": power_w}
    data["rider"].pop("burst_w", None)
    data["load"] = {"bike_kg": 20, "cargo_kg": cargo_kg}
    data["road"] = {"crr": 0.008, "cda_m2": 0.55, "steepest": steepest, "steepest_m": 400}
    [found] = compare(validate(Brief, data)).setups
    judged = verdict_with_motor(found.climb.verdict, found.motor.on_pitch)
    assert judged is not None
    return RANK[judged]


@examples(60)
@given(
    path=st.sampled_from(PATHS),
    at=st.sampled_from(["cranks", "rear hub", "front hub"]),
    assist=st.sampled_from(ASSISTS),
    torque_nm=st.sampled_from([15, 40, 80]),
    power_w=st.sampled_from([60, 90, 125, 180]),
    steepest=st.floats(0.01, 0.14),
    cargo_kg=st.floats(0, 60),
)
def test_easier_is_never_worse(path, at, assist, torque_nm, power_w, steepest, cargo_kg):
    motor = {"at": at, "torque_nm": torque_nm, "power_w": 250, "assist": assist}
    here = verdict(path, motor, power_w, steepest, cargo_kg)
    assert verdict(path, motor, power_w, steepest * 0.8, cargo_kg) <= here
    assert verdict(path, motor, power_w * 1.2, steepest, cargo_kg) <= here
    assert verdict(path, motor, power_w, steepest, cargo_kg * 0.7) <= here
