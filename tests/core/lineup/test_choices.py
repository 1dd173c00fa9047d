"""What is carried over, covered and chosen, worked by hand."""

import math
from types import SimpleNamespace

import numpy as np
import pytest

from examples import WITHOUT_COST, brief, hub, setup, sprockets, stepless_hub
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Leg, Route
from kettledrum.core.lineup.all_riding import _missed
from kettledrum.core.lineup.carried import carried
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.lineup.coverage import coverage
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stock import USUAL_BELT_PITCH_MM
from kettledrum.core.terms.validation import validate


def table(*path):
    return gear_table(validate(Setup, setup(*path)), (60, 90))


def test_gears_of_the_reference_below_between_and_above_two_stepless_spans():
    # 20 and 40 in front of a hub from 0.5 to 0.8: 0.5–0.8 and 1.0–1.6 on 20 teeth behind.
    spans = table(sprockets([20, 40], [20]), stepless_hub(0.5, 0.8))
    single = [table(sprockets([20], [20]), hub(ratio)) for ratio in (0.4, 0.48, 0.6, 0.9, 1.2, 1.64, 2.0)]
    found = [carried(spans, each) for each in single]
    assert [each[0].lost for each in found] == ["below", "below", None, "between", None, None, "above"]


FLAT = Route(name="Dyke", legs=[Leg(length_m=20_000, grade=0.0)])


def covered(*setups, routes=(FLAT,), **parts):
    data = brief(*setups, **parts)
    return coverage(validate(Brief, data), routes)


def priced(name, price, front=40):
    return setup({**sprockets([front], [20]), "price": price}, name=name, **WITHOUT_COST)


def test_of_two_that_cover_as_much_the_cheaper_pair_is_chosen_at_the_sum_of_their_prices():
    alike = [priced("dear", 300), priced("cheap", 100), priced("middle", 200)]
    found = covered(*alike)
    assert (found.one.setups, found.one.price) == (["cheap"], 100)
    assert (sorted(found.two.setups), found.two.price) == (["cheap", "middle"], 300)
    unpriced = setup(sprockets([40], [20]), name="unpriced")
    found = covered(unpriced, priced("dear", 300))
    assert (found.one.price, found.two.price) == (None, None)


def test_faster_than_35_kmh_is_coasted_unless_the_rider_says_otherwise():
    down = Route(name="Down", legs=[Leg(length_m=200, grade=0.0), Leg(length_m=9000, grade=-0.03)])
    tall = setup(sprockets([60], [12]), name="tall")

    def fastest(**parts) -> int:
        asked = covered(tall, routes=[down], **parts).asked
        return max(kmh for kmh, share in enumerate(asked) if share > 0)

    assert fastest() in (34, 35)
    assert fastest(wants={"top_kmh": 30}) in (29, 30)
    assert fastest(wants={"top_kmh": 42}) >= 36


def test_missed_stretches_are_told_as_one_across_a_short_easy_piece():
    steep, easy = Leg(length_m=400, grade=0.14), Leg(length_m=20, grade=0.0)
    apart = Leg(length_m=300, grade=0.0)
    high = setup(sprockets([46], [16]), name="high")

    def stretches(*legs) -> list[tuple[float, float]]:
        [found] = covered(high, routes=[Route(name="Up", legs=list(legs))]).setups
        return [(each.from_m, each.to_m) for each in found.missed]

    [one] = stretches(steep, easy, steep)
    assert one[1] - one[0] > 700
    assert [end for end in stretches(steep, apart, steep) if end[0] in (0.0, 710.0)] == [
        (0.0, 400.0),
        (710.0, 1100.0),
    ]


def test_a_belt_of_the_riders_own_pitch_pulls_less_the_larger_it_is():
    belt = setup(sprockets([50], [24], "belt"), hub(0.6, 1, 1.7), name="belt", motors=[])
    limited = {**belt, "path": [{**belt["path"][0], "limits": {"pull_max_n": 1200}}, belt["path"][1]]}
    motor = {"at": "cranks", "torque_nm": 80}
    limited["motors"] = [motor]

    def borne(**parts):
        [found] = compare(validate(Brief, brief(limited, **parts))).setups
        return [gear.share for gear in found.motor.borne]

    usual = borne()
    fourteen = borne(stock={"belt": {"pitch_mm": 14}})
    # Pull is torque over radius, which is pitch × teeth ÷ 2π.
    assert usual[0] / fourteen[0] == pytest.approx(14 / USUAL_BELT_PITCH_MM, rel=1e-6)


def test_on_a_stepless_path_the_cadence_follows_the_speed_within_the_band():
    stepless = setup(sprockets([40], [20]), stepless_hub(0.5, 2.0))
    [found] = compare(validate(Brief, brief(stepless))).setups
    round_m = found.circumference_m
    # 60 to 88 rpm over developments of 1.0 and 4.0 wheel rounds; the middle is √(60 · 88).
    middle = math.sqrt(60 * 88)
    for rung in found.ladder:
        kmh = (rung.from_kmh + rung.to_kmh) / 2
        if 1.0 * round_m * middle * 0.06 < kmh < 4.0 * round_m * middle * 0.06:
            assert rung.band == "within"


def test_missed_stretches_are_told_the_longest_first():
    road = SimpleNamespace(distance_m=np.arange(0, 3100, 100.0))
    state = np.zeros(30, dtype=int)
    state[0:3], state[12:21], state[26:28] = 1, 1, 2
    found = [(each.from_m, each.to_m) for each in _missed("Up", road, state)]
    assert found == [(1200, 2100), (0, 300), (2600, 2800)]
