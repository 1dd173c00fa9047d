"""What a setup climbs, worked by hand for the job in docs/formats.md, and held against a root search."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import NINE_SPEED_HUB, WHOLE_BRIEF, brief, hub, setup, sprockets, stepless_hub
from kettledrum.core.effort.held_power import HeldPower
from kettledrum.core.effort.steepest import SteepestPitch, slowest_in_band
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.gearing.ladder import ladder
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.grip import slips_at
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from roots import root_of
from strategies import setups

LOSSLESS = {"efficiency": 1}


def job(*setups, rider=None, load=None, road=None):
    data = brief(*setups)
    data["rider"] = {"mass_kg": 80, "power_w": 120, "cadence_rpm": [60, 90], **(rider or {})}
    data["load"] = {"bike_kg": 20, **(load or {})}
    data["road"] = {"crr": 0.008, "cda_m2": 0.5, "altitude_m": 0, "temperature_c": 15, **(road or {})}
    return validate(Brief, data)


def one(path, **parts):
    [found] = compare(job(setup(*path), **parts)).setups
    return found


PATH = ({**sprockets([40], [20]), **LOSSLESS}, {**hub(0.5, 1, 2), **LOSSLESS})


def test_the_steepest_grade_of_the_lowest_gear_by_hand():
    # Lowest 1.0 on 2.218 m: 60 rpm is 2.218 m/s. 120 W ÷ 2.218 m/s = 54.10 N, less drag
    # ½·1.225·0.5·4.919 = 1.506 N, is 52.60 N of 980.665 N: 0.05363 = sin θ + 0.008 cos θ, so
    # θ = asin(0.05363) − atan(0.008), 4.57 %.
    found = one(PATH)
    assert found.climb.steepest == pytest.approx(0.0457, abs=1e-4)
    assert found.climb.lowest_kmh == pytest.approx(2.218 * 3.6, abs=1e-3)
    assert found.climb.steepest_spread == (found.climb.steepest, found.climb.steepest)
    assert (found.climb.verdict, found.climb.needed_ratio, found.climb.at_steepest) == (None, None, None)


def test_the_ratio_that_is_needed_and_how_the_pitch_is_ridden():
    # 9 %: brute force for the speed, then the ratio that turns 60 rpm of the cranks into it on 2.218 m.
    found = one(PATH, road={"steepest": 0.09})
    resistance = conditions(job(road={"steepest": 0.09})).resistance
    speed = root_of(lambda v: resistance.power_w(v, 0.09) - 120, 0.1, 10)
    assert found.climb.needed_ratio == pytest.approx(speed / 2.21796, rel=1e-4)
    assert found.climb.at_steepest.speed_kmh == pytest.approx(speed * 3.6)
    assert found.climb.at_steepest.cadence_rpm == pytest.approx(speed / 2.21796 * 60, rel=1e-4)
    assert (found.climb.at_steepest.state, found.climb.at_steepest.gear) == ("walking", "1")
    assert (found.climb.verdict, found.climb.margin) == (
        "fails",
        pytest.approx(speed / 2.21796 - 1, rel=1e-3),
    )


@pytest.mark.parametrize(
    ("road", "rider", "state", "verdict"),
    [
        ({"steepest": 0.04}, {}, "holds", "holds"),
        # 5 % is 7.5 km/h or 56 rpm in the lowest gear; 7 % is 5.7 km/h or 43 rpm, below three quarters of 60.
        ({"steepest": 0.05}, {}, "grinding", "fails"),
        ({"steepest": 0.07}, {}, "walking", "fails"),
        ({"steepest": 0.07}, {"grind_rpm": 40}, "grinding", "fails"),
        # 200 W are 69 rpm on 7 %, at 2.55 m/s: a minute of it is 153 m.
        ({"steepest": 0.07, "steepest_m": 150}, {"burst_w": 200}, "walking", "tight"),
        # 600 m take some 265 s, for which 173 W are held: 60 rpm and a bit. 700 m take longer, at less.
        ({"steepest": 0.07, "steepest_m": 560}, {"burst_w": 200}, "walking", "tight"),
        ({"steepest": 0.07, "steepest_m": 700}, {"burst_w": 200}, "walking", "fails"),
        ({"steepest": 0.07}, {"burst_w": 140}, "walking", "fails"),
    ],
)
def test_states_and_verdicts(road, rider, state, verdict):
    found = one(PATH, road=road, rider=rider)
    assert (found.climb.at_steepest.state, found.climb.verdict) == (state, verdict)
    # The physical school and the margin stand on the same power as the verdict.
    by = "a minute" if "burst_w" in rider else "all day"
    assert found.climb.by == ("its time" if "steepest_m" in road else by)
    assert found.climb.limit == ("gears" if verdict == "fails" else None)
    physics = found.lowest_gear[2]
    assert (physics.verdict, physics.margin) == (verdict, pytest.approx(physics.wanted / physics.has - 1))


def test_a_gear_too_low_to_balance_in_is_walked():
    # 4 km/h turns the cranks at 60 rpm in a gear of 0.5, but nobody balances a loaded bicycle at that.
    found = one(({**sprockets([20], [40]), **LOSSLESS},), road={"steepest": 0.10})
    assert found.climb.at_steepest.cadence_rpm > 60
    assert found.climb.at_steepest.speed_kmh < 5
    assert (found.climb.at_steepest.state, found.climb.verdict) == ("walking", "fails")
    # No gear helps: the power is what is missing, and the margin says that the gear is low enough.
    assert found.climb.limit == "power"
    assert found.climb.margin > 0


def test_power_falls_with_time_from_a_minute_to_three_hours():
    held = HeldPower(150, 300)
    assert [held.for_s(seconds) for seconds in (1, 60, 10_800, 90_000)] == pytest.approx([300, 300, 150, 150])
    # A straight line in logarithms: half-way between 60 s and 10,800 s, at 805 s, lies √(150·300) W.
    assert held.for_s(math.sqrt(60 * 10_800)) == pytest.approx(math.sqrt(150 * 300))
    assert HeldPower(150, 150).for_s(500) == 150


@pytest.mark.parametrize("length_m", [20, 155, 600, 3000, 7000, 45_000])
def test_a_pitch_is_ridden_with_what_is_held_for_as_long_as_it_takes(length_m):
    found = one(PATH, road={"steepest": 0.07, "steepest_m": length_m}, rider={"burst_w": 200})
    at = found.climb.on_steepest
    assert at.length_m == length_m
    assert at.seconds == pytest.approx(length_m / (at.speed_kmh / 3.6))
    # Asked for and held, by the road's own sum and by a search for the time.
    resistance = conditions(job()).resistance

    def missing(seconds: float) -> float:
        held = 200 * (min(max(seconds, 60), 10_800) / 60) ** -(math.log(200 / 120) / math.log(180))
        return held - resistance.power_w(length_m / seconds, 0.07)

    assert at.seconds == pytest.approx(root_of(missing, length_m / 5, length_m / 0.5), rel=1e-6)
    assert resistance.power_w(at.speed_kmh / 3.6, 0.07) == pytest.approx(at.power_w)
    assert found.climb.judged_ratio == pytest.approx(at.speed_kmh / 3.6 * 60 / (60 * 2.217964), rel=1e-6)


def test_without_a_length_the_pitch_is_told_at_the_power_of_all_day():
    found = one(PATH, road={"steepest": 0.07}, rider={"burst_w": 200})
    at = found.climb.on_steepest
    assert (at.power_w, at.length_m, at.seconds) == (120, None, None)
    assert (found.climb.verdict, found.climb.by) == ("tight", "a minute")
    assert one(PATH).climb.on_steepest is None


@pytest.mark.parametrize(("front", "holds"), [(25, True), (26, True), (27, True), (40, False)])
def test_a_gear_that_would_be_spun_out_is_ridden_with_less(front, holds):
    # Three speeds far apart: on 26 × 20 at this power the middle gear grinds, and the low one would spin.
    hub_3 = {**hub(0.71, 1, 1.41), **LOSSLESS}
    path = ({**sprockets([front], [20]), **LOSSLESS}, hub_3)
    found = one(path, rider={"power_w": 197, "cadence_rpm": [70, 90]}, road={"steepest": 0.05})
    climb = found.climb
    assert climb.verdict == ("holds" if holds else "fails")
    if front == 26:
        resistance = conditions(job()).resistance
        free = resistance.speed_mps(197, 0.05) * 3.6
        middle = 1.3 * 2.217964
        low = middle * 0.71
        assert free / 0.06 / middle < 70
        assert free / 0.06 / low > 90
        # In the low gear at 90 rpm, slower than the power would take one, and with less.
        at = climb.on_steepest
        assert (at.gear, at.state, at.cadence_rpm) == ("1", "holds", pytest.approx(90))
        assert at.speed_kmh == pytest.approx(90 * 0.06 * low)
        assert at.power_w == pytest.approx(resistance.power_w(at.speed_kmh / 3.6, 0.05))
        assert at.power_w < 197
        assert climb.margin == pytest.approx(free / (70 * 0.06 * low) - 1)


RANKED = {"holds": 0, "tight": 1, "fails": 2}


@given(
    setups(),
    st.sampled_from([None, 60.0, 700.0, 9000.0]),
    st.sampled_from([None, 1.0, 1.6, 3.0]),
    st.floats(0.02, 0.2),
    st.floats(60, 300),
)
def test_more_power_less_load_a_lower_grade_and_lower_gears_are_never_worse(
    drive, length_m, burst, grade, power
):
    def verdict(power_w=power, cargo_kg=40, steepest=grade, scale=1.0):
        road = {"steepest": steepest, **({"steepest_m": length_m} if length_m else {})}
        rider = {"power_w": power_w, **({"burst_w": power_w * burst} if burst else {})}
        data = job(rider=rider, load={"cargo_kg": cargo_kg}, road=road)
        found = validate(Setup, drive)
        table = gear_table(found, (60, 90))
        least = slowest_in_band(ladder(table, table.usual_order)) * scale
        return RANKED[
            SteepestPitch(conditions(data), path_efficiency(found.path).typical).judged(least).verdict
        ]

    here = verdict()
    assert verdict(power_w=power * 1.07) <= here
    assert verdict(cargo_kg=30) <= here
    assert verdict(steepest=grade * 0.95) <= here
    assert verdict(scale=0.93) <= here


def test_the_fan_says_on_which_grade_each_cadence_is_kept_up():
    found = one(PATH, rider={"burst_w": 200})
    resistance = conditions(job()).resistance
    grades = dict(found.climb.fan)
    assert grades[60] == pytest.approx(found.climb.steepest)
    # 40 rpm of a gear of 2.218 m is 1.479 m/s, kept up on the grade that asks for just 120 W.
    assert resistance.power_w(40 / 60 * 2.217964, grades[40]) == pytest.approx(120, rel=1e-6)
    assert dict(found.climb.minute.fan)[40] > grades[40]
    assert sorted(grades.values(), reverse=True) == list(grades.values())
    # What is lost on the way is lost there too.
    lossy = one((sprockets([40], [20]), hub(0.5, 1, 2))).climb
    assert dict(lossy.fan)[60] == pytest.approx(lossy.steepest)
    assert lossy.steepest < found.climb.steepest


def test_the_flat_and_the_top():
    found = one(PATH)
    resistance = conditions(job()).resistance
    speed = root_of(lambda v: resistance.power_w(v, 0) - 120, 0.1, 30) * 3.6
    assert found.flat.speed_kmh == pytest.approx(speed)
    # 21.5 km/h is 81 rpm at 2.0 and 162 at 1.0: the second gear.
    assert found.flat.gear == "2"
    assert found.flat.cadence_rpm == pytest.approx(speed / 0.06 / (2 * 2.21796), rel=1e-4)
    # 4.0 × 2.218 m × 90 rpm is 47.9 km/h, 13.31 m/s: 54.2 + 7.8 N, so 826 W, or down 5 % with 120.
    assert found.top.speed_kmh == pytest.approx(47.91, abs=0.01)
    assert found.top.power_w == pytest.approx(826, abs=2)
    assert found.top.grade == pytest.approx(-(62.08 - 120 / 13.308) / 980.665, rel=0.02)


def test_a_stepless_path_is_ridden_at_the_middle_of_the_band_where_it_can_be():
    found = one(({**sprockets([40], [20]), **LOSSLESS}, {**stepless_hub(0.5, 2), **LOSSLESS}))
    assert found.flat.gear is None
    assert found.flat.cadence_rpm == pytest.approx((60 * 90) ** 0.5)


def test_efficiency_is_the_product_of_what_is_stated_and_what_is_usual():
    stated = {"efficiency": {"low": 0.9, "typical": 0.92, "high": 0.95}}
    path = (
        validate(Brief, brief(setup(sprockets([40], [20]), {**hub(0.5, 1, 2, 3), **stated}))).setups[0].path
    )
    found = path_efficiency(path)
    assert (found.low, found.typical, found.high) == pytest.approx((0.955 * 0.9, 0.975 * 0.92, 0.985 * 0.95))
    spread = compare(validate(Brief, {**WHOLE_BRIEF})).setups[0].climb.steepest_spread
    assert spread[0] < spread[1]


def test_three_rings_on_one_sprocket_are_shifted_like_any_derailleur():
    rings = validate(Brief, brief(setup(sprockets([24, 34, 44], [17])))).setups[0].path
    assert path_efficiency(rings).typical == 0.95
    single = validate(Brief, brief(setup(sprockets([44], [17])))).setups[0].path
    assert path_efficiency(single).typical == 0.975
    # Pairs each have their own chain, and a belt is none.
    pairs = validate(Brief, brief(setup({"kind": "sprockets", "pairs": [[28, 22], [38, 16]]}))).setups[0].path
    assert path_efficiency(pairs).typical == 0.975


@pytest.mark.parametrize("percent", range(1, 17))
def test_no_crossed_gear_is_taken(percent):
    wide = setup(sprockets([22, 32, 44], [11, 13, 15, 17, 20, 23, 26, 30, 34]))
    data = job(wide, road={"steepest": percent / 100}, rider={"power_w": 160})
    [found] = compare(data).setups
    crossed = {gear.label for gear in found.gears if gear.crossed}
    assert found.climb.on_steepest.gear not in crossed
    assert found.climb.at_steepest.gear not in crossed
    assert found.flat.gear not in crossed


def test_what_was_assumed_is_said():
    assert compare(validate(Brief, WHOLE_BRIEF)).assumed == []
    bare = compare(validate(Brief, brief(NINE_SPEED_HUB)))
    assert [(each.where, each.value, each.unit, str(each)) for each in bare.assumed] == [
        ("load.bike_kg", 15, "kg", "the bicycle’s mass (15 kg)"),
        ("road.crr", 0.006, "", "the surface (asphalt)"),
        ("road.cda_m2", 0.55, "m²", "the posture (relaxed)"),
        ("road.altitude_m", 300, "m", "the altitude (300 m)"),
        ("road.temperature_c", 15, "°C", "the temperature (15 °C)"),
        ("rider.grind_rpm", 45, "rpm", "the cadence below which pedalling is too slow (45 rpm)"),
    ]
    assert bare.setups[0].climb.needed_ratio is None


def test_surfaces_and_posture_make_their_figures():
    road = {"surfaces": [{"surface": "asphalt", "share": 0.75}, {"surface": "loose gravel", "share": 0.25}]}
    need = validate(Brief, {**brief(), "road": {**road, "posture": "upright"}})
    found = conditions(need)
    assert found.resistance.crr == pytest.approx(0.75 * 0.006 + 0.25 * 0.02)
    assert (found.resistance.cda_m2, found.grip) == (0.65, 0.35)


def test_a_wheel_slips_where_what_it_carries_no_longer_holds_what_it_must_push():
    # 100 kg on loose gravel: found by scanning, with the weights written out anew.
    def slips(grade):
        angle, weight = math.atan(grade), 980.665
        carried = weight * (0.62 * math.cos(angle) + 1.1 / 1.05 * math.sin(angle))
        pushed = math.pi / 2 * weight * (math.sin(angle) + 0.0095 * math.cos(angle))
        return pushed > 0.35 * carried

    scanned = next(step / 10_000 for step in range(1, 10_000) if slips(step / 10_000))
    assert slips_at(0.35, 0.0095) == pytest.approx(scanned, abs=1e-4)
    assert scanned == pytest.approx(0.168, abs=1e-3)


@pytest.mark.parametrize(
    ("part", "words"),
    [
        ({"load": {"bike_kg": 10_000}}, r"load\.bike_kg: must be from 3 to 300 kg"),
        ({"load": {"bikes": 2}}, r"load\.bikes: is not known here"),
        ({"road": {"steepest": 0.7}}, r"road\.steepest: must be from 0 to 0\.6"),
        (
            {"road": {"crr": 0.01, "surfaces": [{"surface": "asphalt", "share": 1}]}},
            r"road\.crr: goes without",
        ),
        (
            {"road": {"surfaces": [{"surface": "asphalt", "share": 0.5}]}},
            r"road\.surfaces: .* add up to 0\.5",
        ),
        ({"road": {"cda_m2": 0.4, "posture": "low"}}, r"road\.cda_m2: goes without posture"),
        (
            {"rider": {"mass_kg": 70, "power_w": 0, "cadence_rpm": [60, 90]}},
            r"rider\.power_w: must be from 5",
        ),
        (
            {"rider": {"mass_kg": 70, "power_w": 100, "burst_w": 90, "cadence_rpm": [60, 90]}},
            r"rider\.burst_w: must be at least the power held all day, 100 W",
        ),
        (
            {"rider": {"mass_kg": 70, "power_w": 100, "grind_rpm": 70, "cadence_rpm": [60, 90]}},
            r"rider\.grind_rpm: must be at most the lowest easy cadence, 60 rpm",
        ),
        ({"wants": {"lowest_by": "feel"}}, r"wants\.lowest_by: must be “ratio”"),
    ],
)
def test_what_cannot_be_is_named(part, words):
    with pytest.raises(InvalidInput, match=words):
        validate(Brief, {**brief(), **part})


def test_three_schools_judge_one_lowest_gear():
    # 1.0 on a wheel of 706 mm is 27.8 inches; on 5 % the rider keeps 60 rpm up in 0.931.
    data = job(setup(*PATH), road={"steepest": 0.05})
    found = compare(data)
    ratio, inches, physics = found.setups[0].lowest_gear
    assert (ratio.wanted, ratio.has, ratio.verdict, ratio.usual) == (1, 1, "holds", True)
    assert (inches.wanted, inches.verdict) == (25, "fails")
    assert inches.margin == pytest.approx(25 / 27.795 - 1, abs=1e-4)
    assert (physics.wanted, physics.verdict) == (pytest.approx(0.931, abs=1e-3), "fails")
    assert found.leads == "physics"
    own = validate(
        Brief,
        {
            **data.model_dump(mode="json", exclude_unset=True),
            "wants": {"lowest_by": "gear inches", "lowest_gear_inches": 27, "lowest_ratio": 0.9},
        },
    )
    found = compare(own)
    assert found.leads == "gear inches"
    # 27.8 inches are 3 % above 27: tight; 1.0 is 11 % above 0.9.
    assert [each.verdict for each in found.setups[0].lowest_gear] == ["fails", "tight", "fails"]


def test_losses_count_at_the_top_and_on_the_flat():
    lossy = {"efficiency": {"low": 0.8, "typical": 0.9, "high": 0.95}}
    found = one(({**sprockets([40], [20]), **lossy},))
    moves = conditions(job()).resistance
    speed = found.top.speed_kmh / 3.6
    assert found.top.power_w == pytest.approx(moves.power_w(speed, 0) / 0.9)
    assert moves.power_w(speed, found.top.grade) == pytest.approx(120 * 0.9)
    low, high = (moves.speed_mps(120 * share, 0) * 3.6 for share in (0.8, 0.95))
    assert found.flat.speed_spread_kmh == (pytest.approx(low), pytest.approx(high))
    assert found.flat.speed_kmh == pytest.approx(moves.speed_mps(108, 0) * 3.6)
    easiest = 60 / 60 * 2 * 2.217964
    worst, best = (moves.grade(120 * share, easiest) for share in (0.8, 0.95))
    assert found.climb.steepest_spread == (pytest.approx(worst, rel=1e-5), pytest.approx(best, rel=1e-5))


@pytest.mark.parametrize(
    ("kmh", "rpm", "state"),
    [
        (4.9, 50, "walking"),
        (5.1, 50, "grinding"),
        (7.9, 40, "walking"),
        (8.1, 40, "grinding"),
        (7.9, 46, "grinding"),
    ],
)
def test_below_five_one_walks_and_above_eight_nobody_gets_off(kmh, rpm, state):
    # A single gear that turns the cranks with so many rpm at that speed, and the power that gives just that.
    rear = round(40 / (kmh / 0.06 / rpm / 2.217964))
    moves = conditions(job()).resistance
    share = kmh / 3.6
    found = one(
        ({**sprockets([40], [rear]), **LOSSLESS},),
        rider={"power_w": moves.power_w(share, 0.08), "grind_rpm": 44},
        road={"steepest": 0.08},
    ).climb.at_steepest
    assert found.speed_kmh == pytest.approx(kmh)
    assert found.cadence_rpm == pytest.approx(rpm, abs=2)
    assert found.state == state


@pytest.mark.parametrize(("teeth", "verdict"), [(25, "holds"), (24, "tight"), (23, "fails")])
def test_a_ratio_is_tight_up_to_a_twentieth_above_what_is_wanted(teeth, verdict):
    # 25 ÷ 25 is the ratio of 1 that is wanted; 25 ÷ 24 is 4.2 % above it, 25 ÷ 23 8.7 %.
    assert one((sprockets([25], [teeth]),)).lowest_gear[0].verdict == verdict


def test_a_gear_spun_out_below_balance_is_walked():
    # 0.3 on 2.218 m at 90 rpm goes 3.6 km/h; the power alone would make 4.5 of it, which nobody balances at.
    moves = conditions(job()).resistance
    found = one(
        ({**sprockets([15], [50]), **LOSSLESS},),
        rider={"power_w": moves.power_w(4.5 / 3.6, 0.12)},
        road={"steepest": 0.12},
    ).climb
    assert found.at_steepest.speed_kmh == pytest.approx(4.5)
    assert (found.at_steepest.state, found.verdict, found.limit) == ("walking", "fails", "power")
    assert found.on_steepest.state == "walking"


@given(
    length=st.floats(200, 6000),
    grade=st.floats(0.02, 0.2),
    share=st.floats(0.7, 1.0),
    minute=st.floats(1.1, 4.0),
)
def test_a_pitch_is_ridden_with_just_the_power_that_its_own_time_leaves(length, grade, share, minute):
    held = HeldPower(100.0, 100.0 * minute)
    resistance = conditions(job(setup())).resistance
    found = held.on_pitch(length, grade, resistance, share)
    seconds = length / found.speed_mps
    assert found.power_w == pytest.approx(held.for_s(seconds), rel=1e-6)
    # What reaches the wheel is what the hill asks for at that speed.
    assert found.power_w * share == pytest.approx(resistance.power_w(found.speed_mps, grade), rel=1e-4)
