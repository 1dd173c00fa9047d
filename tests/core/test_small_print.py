"""Constants and small judgements, each against the sheet or the sum that it comes from."""

from itertools import pairwise

import pytest

from examples import brief, hub, setup, sprockets
from kettledrum.core.chains.wear import wear
from kettledrum.core.effort.wanted_gears import USUAL_GEAR_INCHES, USUAL_RATIO, wanted_gears
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.home_built.wiring import WIRES
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Leg, Rides, Route
from kettledrum.core.lineup.coverage import coverage
from kettledrum.core.motors.range import setup_ranges
from kettledrum.core.pairings.place import pairing_place
from kettledrum.core.parts.materials import MATERIALS, core_mm
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.wheel_sizes import wheel_sizes
from kettledrum.core.simulation.bike import BRAKES_MPS2
from kettledrum.core.simulation.course import of_legs
from kettledrum.core.simulation.shifter import Shifter
from kettledrum.core.simulation.trial import simulated
from kettledrum.core.terms.validation import validate


def test_thicker_wires_bear_more_but_less_for_each_square_millimetre():
    for (thin, few), (thick, many) in pairwise(WIRES):
        assert thin < thick
        assert few < many
        assert few / thin > many / thick - 0.7
    # Heat goes through the surface: current rises with about the ⅔ power of the section, within a sixth.
    for section, amperes in WIRES:
        assert amperes == pytest.approx(14 * section**0.68, rel=0.17)


@pytest.mark.parametrize(
    ("front", "rear", "turns", "either"),
    # In lowest terms 2 ÷ 1, 5 ÷ 2, 44 ÷ 19 and 9 ÷ 4: as many places, twice as many where the first is odd.
    [(44, 22, 1, 1), (45, 18, 2, 4), (44, 19, 19, 19), (45, 20, 4, 8)],
)
def test_where_a_fixed_wheel_skids(front, rear, turns, either):
    found = wear(front, rear, fixed=True)
    assert (found.skid_patches, found.skid_patches_either_foot) == (turns, either)
    free = wear(front, rear, fixed=False)
    assert (free.skid_patches, free.skid_patches_either_foot) == (None, None)


def test_between_two_threads_the_coarser_is_taken():
    rod = next(each for each in MATERIALS.values() if each.threaded)
    assert core_mm(11, rod) == pytest.approx(11 - 1.22687 * 1.75)
    assert core_mm(13, rod) == pytest.approx(13 - 1.22687 * 2.0)
    # Beyond the largest that is listed its pitch is kept.
    assert core_mm(80, rod) == pytest.approx(80 - 1.22687 * 6.0)


@pytest.mark.parametrize(
    ("wants", "lowest", "usual"),
    [
        ({"lowest_by": "ratio"}, USUAL_RATIO, True),
        ({"lowest_by": "ratio", "lowest_ratio": 1.4}, 1.4, False),
        ({"lowest_by": "gear inches", "lowest_gear_inches": USUAL_GEAR_INCHES}, None, False),
        ({"lowest_by": "gear inches"}, None, True),
    ],
)
def test_what_is_usual_is_said_to_be(wants, lowest, usual):
    made = validate(Brief, brief(setup(sprockets([40], [20])), wants=wants))
    found = wanted_gears(made, gear_table(made.setups[0], (60, 88)), 0.95)
    assert found.usual is usual
    if lowest is not None:
        assert found.lowest == lowest


@pytest.mark.parametrize(
    ("fit", "drive", "expected"),
    [
        ({"teeth_min": 17, "teeth_max": 19}, "chain", {17, 18, 19}),
        ({"teeth_max": 18}, "chain", None),
        ({"teeth_min": 20}, "chain", None),
        ({"teeth_min": 17, "teeth_max": 24}, "belt", None),
    ],
)
def test_which_sprockets_go_onto_a_hub(fit, drive, expected):
    made = validate(Setup, setup(sprockets([44], [19], drive), {**hub(0.6, 1, 1.6), "fit": fit}))
    rear = set(pairing_place(made, None).rears) - {19}
    if expected is not None:
        assert rear == expected - {19}
    assert rear
    assert min(rear) >= fit.get("teeth_min", 0)
    assert max(rear) <= fit.get("teeth_max", 200)


def test_missed_stretches_are_told_from_the_longest_and_not_below_a_hundred_metres():
    def road(*steep: float) -> Route:
        legs = []
        for length in steep:
            legs += [Leg(length_m=length, grade=0.15), Leg(length_m=1500, grade=0.0)]
        return Route(name="Up", legs=legs)

    high = setup(sprockets([46], [16]), name="high")

    def walked(*steep: float) -> list[float]:
        [found] = coverage(validate(Brief, brief(high)), [road(*steep)]).setups
        return [each.to_m - each.from_m for each in found.missed if each.state == "walking"]

    three = walked(200, 500, 350)
    assert three == sorted(three, reverse=True)
    assert len(three) == 2 + (three[-1] < 200)
    assert three[0] == pytest.approx(500, abs=60)
    # Some metres are gone before one gets off.
    assert walked(90) == []
    assert len(walked(190)) == 1


def test_a_road_ridden_ten_times_counts_ten_times_for_the_battery():
    flat, hill = [Leg(length_m=5000, grade=0.0)], [Leg(length_m=5000, grade=0.05)]
    motor = {
        "at": "rear hub",
        "torque_nm": 40,
        "power_w": 250,
        "assist": {"cutoff_kmh": 25},
        "battery": {"energy_wh": 500, "voltage_v": 36},
    }
    made = validate(Brief, brief(setup(sprockets([40], [20]), hub(0.6, 1, 1.6), motors=[motor])))

    def wh_km(*roads: Route) -> float:
        [found] = setup_ranges(made, roads)
        return found.levels[0].wh_km

    def ridden(legs, count) -> Route:
        return Route(name=f"{legs[0].grade} {count}", legs=legs, rides=Rides(count=count, per="year"))

    low, high = wh_km(ridden(flat, 1)), wh_km(ridden(hill, 1))
    assert high > low
    assert wh_km(ridden(flat, 10), ridden(hill, 1)) == pytest.approx((10 * low + high) / 11, rel=0.01)
    assert wh_km(ridden(flat, 1), ridden(hill, 9)) == pytest.approx((low + 9 * high) / 10, rel=0.01)


def test_gears_that_change_by_speed_hold_on_around_each():
    shifting = {"by": "speed", "speeds_kmh": [12, 18], "set_rpm": 70, "dead_band_rpm": 7, "shift_s": 0.1}
    made = validate(Setup, setup(sprockets([40], [20]), hub(0.6, 1.0, 1.6), shifting=shifting))
    gears = Shifter(made, gear_table(made, (60, 88)))

    def at(kmh: float) -> str:
        for _ in range(100):
            gears.step(0.05, kmh / 3.6, pedals=True, dead_centre=False)
        return gears.label

    # A band of 7 either way of 70 rpm is a tenth; half of that, 5 %, either way of 12 and of 18 km/h.
    assert [at(kmh) for kmh in (11, 12.5, 12.7, 11.5, 11.3)] == ["1", "1", "2", "2", "1"]
    assert [at(kmh) for kmh in (19.5, 17.2, 17.0, 12.0, 5)] == ["3", "3", "2", "2", "1"]
    assert at(25) == "3"


def test_a_trial_counts_the_band_only_while_one_pedals():
    made = validate(Brief, brief(setup(sprockets([40], [20]), hub(0.6, 0.8, 1.0, 1.25, 1.6))))
    course = of_legs([(Leg(length_m=600, grade=0.0), False), (Leg(length_m=600, grade=-0.03), True)])
    found = simulated(made, made.setups[0], course)
    turning = [rpm for rpm in found.cadence_rpm if rpm > 0]
    assert 0.2 < len(turning) / len(found.cadence_rpm) < 0.9
    inside = [rpm for rpm in turning if found.low_rpm * 0.999 <= rpm <= found.high_rpm * 1.001]
    assert found.kept == pytest.approx(len(inside) / len(turning), abs=0.03)


def test_one_brakes_for_the_end_of_a_course_no_earlier_than_one_must():
    made = validate(Brief, brief(setup(sprockets([46], [14]))))
    course = of_legs([(Leg(length_m=900, grade=-0.05), False)])
    found = simulated(made, made.setups[0], course)
    fastest = max(range(len(found.speed_kmh)), key=found.speed_kmh.__getitem__)
    mps = found.speed_kmh[fastest] / 3.6
    # v² / 2a from there on, and at most a sample's way before.
    left = 900 - found.at_m[fastest]
    assert mps**2 / 2 / BRAKES_MPS2 - 0.2 * mps < left < mps**2 / 2 / BRAKES_MPS2 + 0.8 * mps


@pytest.mark.parametrize(
    ("name", "seat"),
    [("700A", 642), ("700B", 635), ("700C", 622), ("650A", 590), ("650B", 584), ("650C", 571), ("600A", 540),
     ("450A", 390)],
)  # fmt: skip
def test_french_sizes_by_their_bead_seats(name, seat):
    # ISO 5775-2, and the tables of tyres of which each is one size.
    assert seat in [found.bead_seat_mm for found in wheel_sizes(name).read]
