"""Bicycles as advertisements name them: what is read, what is taken for want of a word, what is refused."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.parts.part import Part
from kettledrum.core.quick.advertised import advertised
from kettledrum.core.quick.landscape import hills_of
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

TEN = [11, 13, 15, 18, 21, 24, 28, 33, 39, 46]


def part(**keys):
    return validate(Part, keys)


WORDS = [
    "36",
    "44",
    "x",
    "×",
    "/",
    "-",
    "11",
    "46",
    "11–46",
    "8-speed",
    "hub",
    "stepless",
    "gearbox",
    "28 in",
    "20 x 1 3/8",
    "700c",
    "kg",
    "12",
    "400 %",
    "motor",
    "85 nm",
    "belt",
    "1x11",
    ",",
    "<",
    "0",
]

SHELF = [
    part(kind="cassette", name="ten", teeth=TEN),
    part(kind="hub", name="dear eight", gears={"ratios": [0.5, 0.6, 0.7, 0.8, 1, 1.2, 1.4, 1.6]}, price=300),
    part(
        kind="hub", name="cheap eight", gears={"ratios": [0.53, 0.6, 0.7, 0.8, 1, 1.2, 1.4, 1.62]}, price=200
    ),
    part(kind="hub", name="unpriced eight", gears={"ratios": [0.55, 0.6, 0.7, 0.8, 1, 1.2, 1.4, 1.64]}),
    part(kind="hub", name="smooth", gears={"stepless": {"low": 0.5, "high": 1.8}}),
    part(kind="gearbox", name="box of six", gears={"ratios": [0.6, 0.8, 1, 1.2, 1.5, 1.9]}),
]


def stages(text):
    return [
        (
            stage.kind,
            *([list(stage.front or []), list(stage.rear or [])] if stage.kind == "sprockets" else []),
        )
        for stage in advertised(text, SHELF).setup.path
    ]


@pytest.mark.parametrize(
    ("text", "front", "rear", "wheel"),
    [
        ("36 × 11–46, 28 in", [36], TEN, (622, 42)),
        ('36x11-46 28"', [36], TEN, (622, 42)),
        ("36T, 11-46, 29er x 2.2", [36], TEN, (622, 56)),
        ("48-36-26 x 11-46, 26 x 1.75", [26, 36, 48], TEN, (559, 44)),
        ("46/30 11 to 46 650b", [30, 46], TEN, (584, 42)),
        ("11-46 × 36, 47-622", [36], TEN, (622, 47)),
        ("44/16 single speed 700x28c", [44], [16], (622, 28)),
        ("single speed 44-18 700x28c", [44], [18], (622, 28)),
        ("fixie, 46t-16t, 700x28c", [46], [16], (622, 28)),
        ("was a single speed, now 36 x 11–46, 700x28c", [36], TEN, (622, 28)),
        ("44:18, 20 x 1 3/8", [44], [18], (451, 35)),
        ("34 x 12-14-16-18-21-24-28, 24 in", [34], [12, 14, 16, 18, 21, 24, 28], (507, 42)),
        ("52 × 11, 27,5 in", [52], [11], (584, 42)),
        ("36 x 11-46, 26", [36], TEN, (559, 42)),
        ("38 × 11 - 46 , 16 inch", [38], TEN, (305, 40)),
        ("trekking, crankset 48-36-26, cassette 11/46, wheels 28 x 1.75", [26, 36, 48], TEN, (622, 44)),
        ("48 x 32 rings, 11-46, 650b", [32, 48], TEN, (584, 42)),
        ("single speed freewheel 18t, 46t chainring, 28 in", [46], [18], (622, 42)),
        ("single speed, chainring 44, sprocket of 18, 28 in", [44], [18], (622, 42)),
        ("single speed 44 teeth in front, 18 behind, 28 in", [44], [18], (622, 42)),
    ],
)
def test_sprockets_and_wheel_are_read_as_they_are_written(text, front, rear, wheel):
    found = advertised(text, SHELF).setup
    (stage,) = found.path
    assert (list(stage.front), list(stage.rear)) == (front, rear)
    assert (found.wheel.bead_seat_mm, found.wheel.tyre_mm) == wheel


def test_a_cassette_that_nobody_knows_comes_in_even_steps_and_says_so():
    found = advertised("36 × 10–51, 1x11, 29 in", SHELF)
    (stage,) = found.setup.path
    assert len(stage.rear) == 11
    assert (stage.rear[0], stage.rear[-1]) == (10, 51)
    steps = [after / before for before, after in zip(stage.rear[:-1], stage.rear[1:], strict=True)]
    assert max(steps) / min(steps) < 1.15  # as even as whole teeth allow
    assert any("10–51 as a cassette of 11" in each for each in found.taken)
    # Without a count: ln(5.1)/ln(1.145) = 12.03 steps would be 13, and none has more than 12.
    assert len(advertised("36 × 10–51", SHELF).setup.path[0].rear) == 12
    # ln(28/12)/ln(1.145) = 6.26 steps: seven sprockets.
    assert len(advertised("36 × 12–28", SHELF).setup.path[0].rear) == 7


def test_a_hub_is_the_cheapest_of_the_shelf_with_so_many_gears():
    found = advertised("8-speed hub, 38 × 20, 20 in", SHELF)
    assert stages("8-speed hub, 38 × 20, 20 in") == [("sprockets", [38], [20]), ("hub",)]
    assert found.setup.path[1].name == "cheap eight"
    assert any("“cheap eight”" in each for each in found.taken)


@pytest.mark.parametrize(
    ("text", "pair", "kind"),
    [
        ("8-speed hub 38-20, 28 in", (38, 20), "hub"),
        ("eight speed internal, chainring 38, sprocket 20", (38, 20), "hub"),
        ("6-speed gearbox, belt 32-30", (32, 30), "gearbox"),
        ("six-gear gearbox 32T front 30T rear", (32, 30), "gearbox"),
        # Of so many speeds with one sprocket nothing but a hub is left.
        ("8 speed 38 x 20, 28 in", (38, 20), "hub"),
        ("8 speed 38 - 20, 28 in", (38, 20), "hub"),
        # What starts too small for a ring is none.
        ("8-speed hub 16-20", (42, 20), "hub"),
    ],
)
def test_one_ring_and_one_sprocket_however_they_are_written(text, pair, kind):
    path = advertised(text, SHELF).setup.path
    sprockets = next(stage for stage in path if stage.kind == "sprockets")
    assert (sprockets.front, sprockets.rear) == ([pair[0]], [pair[1]])
    [case] = [stage for stage in path if stage.kind != "sprockets"]
    assert case.kind == kind


@pytest.mark.parametrize(
    ("text", "sprockets"),
    [
        ("21 speed 28/38/48 14-34", 7),
        ("30 speed 50/39/30 12-30", 10),
        ("16 speed 46-30, 11-36", 8),
        # So many sprockets there are.
        ("12 speed 46-30, 11-36", 12),
        ("14 speed 46-30, 11-36", 7),
        ("13 speed 46-30, 11-36", 13),
        # A cassette that is written out has as many as it has, one ring makes no difference.
        ("18 speed 46-30, 11-13-15-17-20-23-26-30-34", 9),
        ("16 speed 46, 11-36", 16),
        ("3x7 28/38/48 14-34", 7),
    ],
)
def test_speeds_are_all_gears_where_no_cassette_has_so_many(text, sprockets):
    (stage,) = advertised(text).setup.path
    assert len(stage.rear) == sprockets


def test_speeds_on_one_sprocket_are_told_as_a_hub():
    said = "its 8 speeds as those of a hub, since one sprocket is named"
    assert said in advertised("8 speed 38 x 20", SHELF).taken
    assert said not in advertised("8 speed hub 38 x 20", SHELF).taken
    assert not any("speeds" in each for each in advertised("1 speed 38 x 20", SHELF).taken)


def test_two_speeds_on_one_sprocket_are_a_hub_and_one_is_none():
    twos = [part(kind="hub", name="two", gears={"ratios": [0.7, 1]})]
    assert [stage.kind for stage in advertised("2 speed 42 x 16", twos).setup.path] == ["sprockets", "hub"]
    assert [stage.kind for stage in advertised("1 speed 42 x 16", twos).setup.path] == ["sprockets"]
    # A dash between two numbers is a ring and its sprocket only where speeds or a word say so.
    with pytest.raises(InvalidInput, match="names no gears"):
        advertised("1 speed 42 - 20 wide", twos)


def test_the_largest_sprocket_of_a_hub_has_26_teeth():
    assert advertised("8 speed 44 x 26, 28 in", SHELF).setup.path[0].rear == [26]
    with pytest.raises(InvalidInput, match="one sprocket of 27"):
        advertised("8 speed 44 x 27, 28 in", SHELF)


def test_a_cassette_without_a_ring_is_asked_about_with_its_ends():
    with pytest.raises(InvalidInput) as refused:
        advertised("11-46, 28 in", SHELF)
    assert refused.value.problems[0].what == (
        "holds a cassette, 11–46, but no chainring: type both, such as 36 × 11–46"
    )


def test_a_hub_that_changes_by_itself_is_one_where_that_is_said():
    twos = [
        part(kind="hub", name="by hand", gears={"ratios": [0.7, 1]}, price=50),
        part(
            kind="hub",
            name="by itself",
            gears={"ratios": [1, 1.4]},
            price=90,
            change={"by": "speed", "trigger_kmh": 17},
        ),
    ]

    def named(text):
        return advertised(text, twos).setup.path[1].name

    assert named("two-speed automatic hub 42x16") == "by itself"
    assert named("two-speed hub 42x16") == "by hand"


def test_a_hub_with_a_range_is_evenly_spaced_round_direct_drive():
    found = advertised("10 speed hub gear 44x19 400 % 28 in", SHELF)
    ratios = found.setup.path[1].gears.ratios
    assert len(ratios) == 10
    assert ratios[0] == pytest.approx(0.5)
    assert ratios[-1] == pytest.approx(2)


def test_a_hub_of_one_gear_is_direct_drive():
    for text in ("1-speed hub 38 × 20", "1 speed hub 38 x 20 100 % 28 in"):
        found = advertised(text, SHELF)
        assert found.setup.path[1].gears.ratios == [1]
        assert "its one gear as direct drive" in found.taken
    with pytest.raises(InvalidInput, match="with one gear, which has no range of 300 %"):
        advertised("1-speed hub 38 × 20 300 %", SHELF)


def test_stepless_gearbox_and_belt():
    assert stages("stepless hub 46 × 22") == [("sprockets", [46], [22]), ("hub",)]
    assert advertised("stepless hub 46 × 22", SHELF).setup.path[1].gears.stepless.high == 1.8
    wide = advertised("stepless hub 400 % 46 × 22").setup.path[1].gears.stepless
    assert (wide.low, wide.high) == pytest.approx((0.5, 2))
    found = advertised("6-speed gearbox 32 x 30 belt 28 in", SHELF).setup
    assert [stage.kind for stage in found.path] == ["gearbox", "sprockets"]
    assert found.path[1].drive == "belt"


def test_what_is_not_said_is_taken_and_told():
    found = advertised("8 speed hub", SHELF)
    assert list(found.setup.path[0].front) == [42]
    assert any("sprockets of 42 × 20" in each for each in found.taken)
    assert any("28 inch" in each for each in found.taken)
    assert advertised("8 speed hub 38 x 20 47-622", SHELF).taken == [
        "its gears as those of “cheap eight” in Parts"
    ]


@pytest.mark.parametrize(
    ("text", "at", "torque", "power"),
    [
        ("38 × 11–46, crank motor 85 Nm 500 W", "cranks", 85, 500),
        ("e-bike 250W 38 × 11–46", "cranks", 60, 450),
        ("rear hub motor, 38 × 18", "rear hub", 40, 450),
        ("front motor 30 nm 44x18", "front hub", 30, 450),
    ],
)
def test_motors(text, at, torque, power):
    found = advertised(text, SHELF)
    (motor,) = found.setup.motors
    assert (motor.at, motor.torque_nm, motor.power_w) == (at, torque, power)
    assert motor.assist.cutoff_kmh == 25
    assert any("help up to 25 km/h" in each for each in found.taken)


@pytest.mark.parametrize(
    ("battery", "energy", "voltage"),
    [
        ("500Wh", 500, None),
        ("battery 0,4 kWh", 400, None),
        ("36V 14Ah", 504, 36),
        ("48 v / 12.5 ah (625 Wh)", 625, 48),
        ("36 V, 10 Ah battery", 360, 36),
        ("2 x 500 Wh", 1000, None),
        ("3×400wh", 1200, None),
    ],
)
def test_batteries(battery, energy, voltage):
    found = advertised(f"cargo e-bike 250 W, {battery}, 38 × 11–46, 26 in", SHELF)
    (motor,) = found.setup.motors
    assert motor.battery.energy_wh == pytest.approx(energy)
    assert (motor.battery.voltage_v, motor.power_w, found.left_out) == (voltage, 450, [])


@pytest.mark.parametrize(
    "wheels",
    [
        "rear 26 in, front 20 in",
        "front 20 in, rear 26 in",
        "20 in front, 26 in rear",
        "26 in rear 20 in front",
        "26 in front 20 in",
        "26 in, front 20 in",
        "front wheel 20 x 1.75, 26 in",
        "20 in front, 26 in",
        "26 in, 20 in",
    ],
)
def test_of_two_wheels_the_rear_one_is_driven(wheels):
    found = advertised(f"cargo bike {wheels}, 9-speed 44 x 11-36", SHELF)
    assert found.setup.wheel.bead_seat_mm == 559
    assert list(found.setup.path[0].front) == [44]
    assert found.left_out == []
    assert "26 in as the wheel that is driven" in found.taken


def test_a_wheel_that_is_named_twice_is_one():
    for wheel in ("28 inch (47-622)", "47-622, 28 in", "700c 47-622"):
        found = advertised(f"8-speed hub 38 x 20, {wheel}", SHELF)
        assert (found.setup.wheel.bead_seat_mm, found.setup.wheel.tyre_mm) == (622, 47)
        assert not any("driven" in each or "tyre" in each for each in found.taken)
        assert found.left_out == []


def test_of_two_sizes_the_one_that_is_known_is_taken():
    for wheels in ("31 in (47-622)", "47-622, 31 in"):
        assert advertised(f"44 x 18, {wheels}", SHELF).setup.wheel.bead_seat_mm == 622


def test_a_wheel_in_front_is_no_ring():
    found = advertised("cargo e bike, 9-speed 44 x 11-36, rear 26 in, front 20 in, 65 Nm", SHELF)
    assert list(found.setup.path[0].front) == [44]
    assert found.setup.motors[0].at == "cranks"
    assert list(advertised("single speed, front 44 rear 16", SHELF).setup.path[0].front) == [44]


def test_a_battery_without_a_motor_is_left_out_and_one_of_nothing_cannot_be():
    found = advertised("38 × 11–46, 500 Wh")
    assert (found.setup.motors, found.left_out) == (None, ["500", "wh"])
    assert advertised("e-bike 38 × 11–46").setup.motors[0].battery is None
    with pytest.raises(InvalidInput, match="holds what cannot be: must be above 0"):
        advertised("e-bike 0 Wh 38 × 11–46")


def test_mass_and_what_nothing_is_made_of():
    found = advertised("Folding bike 52 x 11-46 20 inch 12,5 kg hydraulic brakes", SHELF)
    assert found.mass_kg == 12.5
    assert found.left_out == ["hydraulic", "brakes"]
    assert advertised("44x18 30 lb").mass_kg == pytest.approx(13.608, abs=1e-3)
    assert advertised("44x18").mass_kg is None


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "names no gears"),
        ("banana", "names no gears"),
        ("11–46, 28 in", "no chainring"),
        ("10-speed hub", "of which nothing is known; Parts has hubs of 8"),
        ("hub 44 x 18", "does not say how many gears"),
        ("36 × 11–46, 31 in", "a wheel size that is not known"),
        ("<b> 44 x 18", "holds what cannot be: must be plain text"),
        ("44 x 4", "holds what cannot be: must be a whole number from 5 to 200"),
        ("hub 0 gears 300 %", "does not say how many gears"),
        (
            "9 speed 44 x 32",
            "the cassette by its two ends, such as 44 × 11–32, or a hub, such as 9-speed hub",
        ),
        ("crank motor 0 nm 44x18", "holds what cannot be: must be above 0"),
        ("stepless hub 40 x 20 nothing", None),
    ],
)
def test_what_is_refused_names_the_bike_and_says_what_to_type(text, says):
    if says is None:
        with pytest.raises(InvalidInput, match="range"):
            advertised(text)
        return
    with pytest.raises(InvalidInput) as refused:
        advertised(text, SHELF)
    (problem,) = refused.value.problems
    assert problem.where == "bike"
    assert says in problem.what


@pytest.mark.parametrize(
    ("text", "grade", "length_m"),
    [
        ("flat", 0.03, 200),
        (" Hilly ", 0.09, 600),
        ("mountainous", 0.12, 2000),
        ("12 %", 0.12, 500),
        ("12,5% for 800 m", 0.125, 800),
        ("8 % 1.5 km", 0.08, 1500),
        ("15", 0.15, 500),
        ("very hilly", 0.09, 600),
        ("rather flat", 0.03, 200),
        ("up to 12 %", 0.12, 500),
        ("hills of 8 % for 300 m", 0.08, 300),
        ("10 % hills", 0.1, 500),
        ("steepest climb 9 %", 0.09, 500),
    ],
)
def test_where_one_rides(text, grade, length_m):
    found = hills_of(text)
    assert (found.grade, found.length_m) == pytest.approx((grade, length_m))


@pytest.mark.parametrize("text", ["", "moon", "0 %", "41 %", "-5 %", "12 % 60 km", "12 % 0 m"])
def test_no_landscape(text):
    with pytest.raises(InvalidInput) as refused:
        hills_of(text)
    assert refused.value.problems[0].where == "where"


@given(st.text(max_size=120) | st.lists(st.sampled_from(WORDS), max_size=8).map(" ".join))
def test_whatever_is_typed_is_a_bicycle_or_refused_at_the_bike(text):
    problems, found = [], None
    try:
        found = advertised(text, SHELF)
    except InvalidInput as error:
        problems = error.problems
    assert [problem.where for problem in problems] == ([] if found else ["bike"])
    assert found is None or found.setup.wheel.circumference_m > 0.5


@pytest.mark.parametrize(
    ("text", "told"),
    [("36 × 11–46, 28 in", True), ("1×10, 36T, 11–46, 28 in", False), ("1×9, 36T, 11–46, 28 in", True)],
)
def test_what_is_taken_of_a_cassette_is_told_unless_it_is_just_as_said(text, told):
    taken = advertised(text, SHELF).taken
    assert any("as a cassette of" in each for each in taken) == told, taken


def test_a_cassette_without_a_count_has_steps_of_the_usual_size():
    # ln(30 ÷ 12) ÷ ln(1.145) are 6.8 steps: seven, between eight sprockets.
    found = advertised("36 × 12–30", SHELF).setup.path[0].rear
    assert (len(found), found[0], found[-1]) == (8, 12, 30)


def test_rings_of_a_crankset_are_no_cassette():
    rings = part(kind="crankset", name="two rings", teeth=[12, 30])
    assert len(advertised("36 × 12–30", [rings]).setup.path[0].rear) == 8
