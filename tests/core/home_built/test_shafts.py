"""Shafts, bearings and chains of home-built drives against sums by hand and closed forms."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.home_built.beam import Beam, Force
from kettledrum.core.home_built.shaft import BARS_MM, _state, chain_pull_n, shaft_check, torque_after
from kettledrum.core.job.home_built import HomeBuilt
from kettledrum.core.parts.materials import MATERIALS, core_mm, thinnest_mm
from kettledrum.core.terms.validation import validate

STEEL = 210_000.0
# 20 Nm on 12/24 and 12/36 teeth, nothing lost: 40 Nm behind the first stage, 120 Nm at the wheel.
DRIVE = {
    "name": "Test",
    "motor": {"rpm": 240, "torque_nm": 20},
    "stages": [[12, 24], [12, 36]],
    "wheel_mm": 500,
    "stage_efficiency": 1,
    "shock": 1,
}
MIDDLE = {"after": 1, "diameter_mm": 15, "span_mm": 100, "driven_at_mm": 30, "driving_at_mm": 140}


def drive(*shafts, **parts) -> HomeBuilt:
    return validate(HomeBuilt, {**DRIVE, "shafts": list(shafts), **parts})


def check(shaft, **parts):
    built = drive(shaft, **parts)
    assert built.shafts is not None
    return shaft_check(built, built.shafts[0])


def test_a_beam_by_the_closed_forms():
    second_moment = math.pi * 12**4 / 64
    middle = Beam(100, (Force(50, 1000),))
    assert middle.bearings_n == (500, 500)
    # F·L / 4, and F·L³ / (48·E·I).
    assert middle.worst_nm == pytest.approx(25)
    assert middle.deflections_mm([50], 12, STEEL) == [
        pytest.approx(1000 * 100**3 / (48 * STEEL * second_moment))
    ]
    hanging = Beam(100, (Force(140, 1000),))
    assert hanging.bearings_n == (-400, 1400)
    # F·a, and F·a²·(L + a) / (3·E·I).
    assert hanging.worst_nm == pytest.approx(40)
    assert hanging.deflections_mm([140], 12, STEEL) == [
        pytest.approx(1000 * 40**2 * 140 / (3 * STEEL * second_moment))
    ]
    # The same on the other side.
    assert Beam(100, (Force(-40, 1000),)).deflections_mm([-40], 12, STEEL) == [
        pytest.approx(hanging.deflections_mm([140], 12, STEEL)[0])
    ]


@given(
    st.floats(20, 500),
    st.lists(st.tuples(st.floats(-200, 700), st.floats(-5000, 5000)), min_size=1, max_size=4),
)
def test_a_beam_balances_and_stays_on_its_bearings(span, forces):
    beam = Beam(span, tuple(Force(at, newton) for at, newton in forces))
    first, second = beam.bearings_n
    scale = 1 + sum(abs(newton) for _, newton in forces) * 1000
    assert first + second == pytest.approx(sum(newton for _, newton in forces), abs=1e-9 * scale)
    end = max([span, *(at for at, _ in forces)])
    # Nothing bends beyond the last force.
    assert beam.moment_nm(end + 1e-9) == pytest.approx(0, abs=1e-9 * scale)
    bent = beam.deflections_mm([0, span], 20, STEEL)
    assert bent == [pytest.approx(0, abs=1e-9 * scale), pytest.approx(0, abs=1e-9 * scale)]


def test_deflection_by_energy():
    # Castigliano: with one force, F·y / 2 is the strain energy ∫ M² dx / (2·E·I), here by small steps.
    beam = Beam(120, (Force(170, 800),))
    stiffness = STEEL * math.pi * 14**4 / 64
    steps = 20_000
    strain = sum(
        (beam.moment_nm((step + 0.5) * 170 / steps) * 1000) ** 2 * 170 / steps for step in range(steps)
    ) / (2 * stiffness)
    [given_way] = beam.deflections_mm([170], 14, STEEL)
    assert 800 * given_way / 2 == pytest.approx(strain, rel=1e-6)


def test_torques_and_pulls_by_hand():
    built = drive()
    assert [torque_after(built, stages) for stages in (0, 1, 2)] == [20, 40, 120]
    # 12 teeth of 12.7 mm: r = 6.35 / sin 15° = 24.534 mm. 20 Nm pull with 815.2 N, 40 Nm with 1630.4 N.
    assert chain_pull_n(built, 0) == pytest.approx(815.2, abs=0.1)
    assert chain_pull_n(built, 1) == pytest.approx(1630.4, abs=0.1)
    lossy = drive(stage_efficiency=0.9)
    assert torque_after(lossy, 2) == pytest.approx(120 * 0.81)


def test_a_shaft_worked_by_hand():
    found = check({**MIDDLE, "material": "carbon steel, normalised"})
    # Bearings at 0 and 100 mm; 815.2 N at 30 mm, 1630.4 N hanging out at 140 mm.
    # At the second bearing 1630.4 N · 40 mm = 65.22 Nm, whichever way they lie.
    assert found.bending_nm == pytest.approx(65.22, abs=0.01)
    assert found.torque_nm == 40
    # W = π·15³ / 32 = 331.3 mm³: σ = 196.8 MPa, τ = 40000 / 662.7 = 60.36 MPa, σᵥ = 222.9 MPa.
    assert found.stress_mpa == pytest.approx(math.hypot(196.83, math.sqrt(3) * 60.36), abs=0.1)
    assert found.factor == pytest.approx(340 / 222.9, abs=0.002)
    assert found.state == "fails"
    # d³ grows with what is asked for: 15 · (2 / 1.525)^(1/3) = 16.42 mm; but beyond 16 mm it yields at 305
    # MPa already, so 15 · (2 · 222.9 / 305)^(1/3) = 17.02 mm, and a bar of 18 mm.
    assert found.smallest_mm == pytest.approx(15 * (2 * 222.9 / 305) ** (1 / 3), abs=0.01)
    assert found.bar_mm == 18
    # Both pulling one way the first bearing holds back 815.2·0.7 − 1630.4·0.4 = −81.5 N, the second 2527 N;
    # the other way 1222.8 N and 2038 N. Each bearing has its own worst way.
    assert found.bearings_n == (pytest.approx(1222.8, abs=0.5), pytest.approx(2527.1, abs=0.5))


TWO_SMALL = {
    "motor": {"rpm": 100, "torque_nm": 20},
    "stages": [[15, 21], [15, 25]],
    "stage_efficiency": 0.96,
    "shock": 1.5,
}


def test_each_bearing_has_its_own_worst_way():
    # Sprockets of 15 teeth, r = 30.542 mm: 20 Nm · 1.5 pull with 982.3 N, 28 Nm · 1.5 · 0.96 with 1320.2 N,
    # 20 mm either side of the first bearing. They bend it alike whichever way they lie.
    found = check(
        {
            "after": 1,
            "diameter_mm": 20,
            "span_mm": 160,
            "driven_at_mm": -20,
            "driving_at_mm": 20,
            "bearing_static_n": 2000,
        },
        **TWO_SMALL,
    )
    # The first bearing bears 9/8 of the one and 7/8 of the other: 2260 N.
    assert found.bearings_n[0] == pytest.approx(982.3 * 9 / 8 + 1320.2 * 7 / 8, abs=0.5)
    assert found.bearing_factor == pytest.approx(2000 / 2260.3, rel=1e-3)
    assert found.bearings == "fails"


def test_sprockets_give_way_in_their_own_worst_way():
    found = check(
        {
            "after": 1,
            "diameter_mm": 12,
            "span_mm": 120,
            "driven_at_mm": -40,
            "driving_at_mm": 140,
            "yield_mpa": 900,
        },
        **{**TWO_SMALL, "stages": [[16, 28], [9, 36]]},
    )
    stiffness = STEEL * math.pi * 12**4 / 64
    before, behind = (
        20 * 1.5e3 / (6.35 / math.sin(math.pi / 16)),
        35 * 0.96 * 1.5e3 / (6.35 / math.sin(math.pi / 9)),
    )
    # Closed forms of an overhang a with its own force, F·a²·(L + a) / 3EI, and with that on the other side
    # at b, whose moment F·b on the far bearing turns this end by F·b·L / 6EI: lying against each other
    # over the bearings, both ends give way one way and add up.
    hanging = behind * 20**2 * 140 / 3, before * 40 * 120 / 6 * 20
    other = before * 40**2 * 160 / 3, behind * 20 * 120 / 6 * 40
    assert found.deflection_mm == pytest.approx(max(sum(hanging), sum(other)) / stiffness, rel=1e-9)
    assert found.deflection_mm == pytest.approx(0.571, abs=0.001)
    assert found.bends == "fails"


@given(
    st.floats(40, 300),
    st.tuples(st.floats(-100, 400), st.floats(-100, 400), st.floats(-100, 400)),
    st.tuples(st.floats(0, 2 * math.pi), st.floats(0, 2 * math.pi)),
)
def test_no_way_that_pulls_may_lie_is_worse_than_what_is_told(span, places, angles):
    built = validate(
        HomeBuilt,
        {
            **DRIVE,
            "shafts": [
                {
                    "after": 1,
                    "diameter_mm": 20,
                    "span_mm": span,
                    "driven_at_mm": places[0],
                    "driving_at_mm": places[1],
                    "load_at_mm": places[2],
                    "load_kg": 80,
                }
            ],
        },
    )
    assert built.shafts
    found = shaft_check(built, built.shafts[0])
    newtons = 815.2, 1630.4, 80 * 9.80665
    # Their parts in two planes at right angles, put together again.
    turned = [(math.cos(angle), math.sin(angle)) for angle in (0, *angles)]
    planes = [
        Beam(
            span,
            tuple(
                Force(at, newton * part[plane])
                for at, newton, part in zip(places, newtons, turned, strict=True)
            ),
        )
        for plane in (0, 1)
    ]
    for at in (*places, 0, span):
        moment = math.hypot(*(plane.moment_nm(at) for plane in planes))
        assert moment <= found.bending_nm * 1.001 + 0.01
    for end in (0, 1):
        load = math.hypot(*(plane.bearings_n[end] for plane in planes))
        assert load <= found.bearings_n[end] * 1.001 + 0.1
    for at in places[:2]:
        gives = math.hypot(*(plane.deflections_mm([at], 20, STEEL)[0] for plane in planes))
        assert gives <= found.deflection_mm * 1.001 + 1e-4


def test_a_threaded_rod_bears_with_its_core_alone():
    rod = {**MIDDLE, "diameter_mm": 16, "material": "threaded rod, class 4.8"}
    found = check(rod)
    # M16 has a pitch of 2 mm: a core of 16 − 2.454 = 13.546 mm (ISO 68-1), and a thread's notch of 2.8.
    assert found.core_mm == pytest.approx(13.546, abs=0.001)
    bar = check({**MIDDLE, "diameter_mm": found.core_mm, "material": "mild steel bar", "notch": 2.8})
    assert found.stress_mpa == pytest.approx(bar.stress_mpa)
    assert found.deflection_mm == pytest.approx(bar.deflection_mm)
    assert found.notch == 2.8
    assert check({**rod, "notch": 1.5}).stress_mpa == pytest.approx(found.stress_mpa * 1.5 / 2.8)
    # The next size up whose core bears it.
    larger = check({**rod, "diameter_mm": found.bar_mm})
    assert larger.state in ("holds", "tight")


def test_a_thicker_bar_yields_earlier():
    # EN 10025-2: 355 MPa up to 16 mm, 345 up to 40, 335 beyond; a bar of its own yield stays with it.
    for diameter, strength in ((16, 355), (16.1, 345), (40, 345), (41, 335), (300, 285)):
        assert (
            check({**MIDDLE, "material": "structural steel bar", "diameter_mm": min(diameter, 200)}).yield_mpa
            == strength
        )
    assert MATERIALS["carbon steel, normalised"].yield_mpa(16) == 340
    assert MATERIALS["carbon steel, normalised"].yield_mpa(16.1) == 305
    assert MATERIALS["mild steel bar"].yield_mpa(50) == 215


def test_the_smallest_that_holds_holds_and_less_does_not():
    for material in MATERIALS:
        base = {**MIDDLE, "material": material}
        smallest = check(base).smallest_mm
        at = check({**base, "diameter_mm": smallest * 1.0001})
        assert at.state in ("holds", "tight")
        assert at.bends == "holds"
        below = check({**base, "diameter_mm": smallest * 0.999})
        assert below.state == "fails"
        assert check(base).bar_mm in BARS_MM


def test_jerks_notches_and_safety_each_count():
    plain = check({**MIDDLE, "material": "bolt steel, class 8.8"})
    assert check({**MIDDLE, "material": "bolt steel, class 8.8"}, shock=2).stress_mpa == pytest.approx(
        2 * plain.stress_mpa
    )
    notched = check({**MIDDLE, "material": "bolt steel, class 8.8", "notch": 1.7})
    assert notched.stress_mpa == pytest.approx(1.7 * plain.stress_mpa)
    safer = check({**MIDDLE, "material": "bolt steel, class 8.8"}, safety=4)
    assert safer.factor == plain.factor
    assert safer.smallest_mm > plain.smallest_mm


def test_what_is_not_known_is_said_so():
    found = check(MIDDLE)
    assert found.state == "not known"
    assert found.factor is None
    assert found.smallest_mm is None
    assert found.bearings == "not known"
    own = check({**MIDDLE, "material": "mild steel bar", "yield_mpa": 900})
    assert own.yield_mpa == 900
    assert own.source is None


def test_bearings_by_their_static_rating():
    worst = max(check(MIDDLE).bearings_n)
    holds = check({**MIDDLE, "bearing_static_n": worst * 1.9})
    assert holds.bearings == "holds"
    assert holds.bearing_factor == pytest.approx(1.9)
    assert check({**MIDDLE, "bearing_static_n": worst * 1.6}).bearings == "tight"
    assert check({**MIDDLE, "bearing_static_n": worst * 1.4}).bearings == "fails"


def test_a_shaft_that_is_strong_may_still_bend_too_far():
    long = {"after": 1, "diameter_mm": 20, "span_mm": 700, "driving_at_mm": 350, "yield_mpa": 3000}
    found = check(long)
    assert found.factor > 2
    assert found.bends == "fails"
    assert found.state == "fails"
    # F·L³ / (48·E·I) of 1630.4 N.
    second_moment = math.pi * 20**4 / 64
    assert found.deflection_mm == pytest.approx(1630.4 * 700**3 / (48 * STEEL * second_moment), rel=1e-3)


def test_a_wheel_shaft_bears_its_load():
    found = check(
        {
            "after": 2,
            "diameter_mm": 20,
            "span_mm": 200,
            "driven_at_mm": -30,
            "load_at_mm": 100,
            "load_kg": 100,
            "material": "carbon steel, normalised",
        }
    )
    assert [pull.of for pull in found.pulls] == ["driven", "load"]
    # Where the load lies against the chain it bends the shaft most.
    assert found.pulls[0].newton == pytest.approx(1630.4, abs=0.1)
    assert found.pulls[1].newton == pytest.approx(-980.665)
    # 1630.4 N · 30 mm = 48.9 Nm at the bearing; in the middle 49.03 Nm less or more half of that: 73.5 Nm.
    assert found.bending_nm == pytest.approx(49.033 + 48.912 / 2, abs=0.05)
    assert found.torque_nm == 120


@given(
    st.floats(5, 60),
    st.floats(30, 400),
    st.floats(-150, 500),
    st.floats(-150, 500),
    st.sampled_from(sorted(MATERIALS)),
)
def test_thicker_is_never_worse(diameter, span, driven, driving, material):
    places = {"after": 1, "span_mm": span, "driven_at_mm": driven, "driving_at_mm": driving}
    thin = check({**places, "material": material, "diameter_mm": diameter})
    thick = check({**places, "material": material, "diameter_mm": diameter * 1.2})
    # Stress goes with d⁻³, giving way with d⁻⁴, and the pulls stay as they are; of a threaded rod the core
    # counts, which is not in proportion to what it is called.
    thicker = thick.core_mm / thin.core_mm
    assert thicker > 1
    assert thick.stress_mpa == pytest.approx(thin.stress_mpa / thicker**3)
    assert thick.deflection_mm == pytest.approx(thin.deflection_mm / thicker**4, rel=1e-9, abs=1e-12)
    assert thick.bearings_n == pytest.approx(thin.bearings_n)
    # The worst way of the two pulls is no better than either by itself.
    alone = [
        check({**places, key: None, "material": material, "diameter_mm": diameter})
        for key in ("driven_at_mm", "driving_at_mm")
    ]
    assert thin.bending_nm >= max(each.bending_nm for each in alone) - 1e-6


def test_beyond_the_standards_last_size_a_bar_is_as_thick_as_is_asked():
    for material in MATERIALS.values():
        for asked in (500.0, 3000.0):
            found = thinnest_mm(lambda _, asked=asked: asked, material)
            # What bears is just what was asked, a thread on top of it where there is one.
            assert core_mm(found, material) == pytest.approx(asked)


@pytest.mark.parametrize(
    ("factor", "state"),
    [(None, "not known"), (1.99, "fails"), (2.0, "tight"), (2.39, "tight"), (2.4, "holds")],
)
def test_what_is_asked_is_enough_and_a_fifth_more_is_no_longer_tight(factor, state):
    assert _state(factor, 2.0) == state
