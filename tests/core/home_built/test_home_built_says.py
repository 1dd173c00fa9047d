"""What a home-built drive comes to, in sentences: its speed, its hill, and what would not bear it."""

from test_home_built import result

THIN = {
    "after": 1,
    "diameter_mm": 8,
    "span_mm": 100,
    "driven_at_mm": 30,
    "driving_at_mm": 50,
    "yield_mpa": 300,
}


def end(**parts) -> str:
    """What is said after the speed."""
    return result(**parts).says.split(" for the speed you want. ")[1]


def test_what_would_not_bear_it_is_counted():
    assert end(breaking_n=5000) == "Do not build it so: 1 chain would not bear it."
    assert end(breaking_n=2000) == "Do not build it so: 2 chains would not bear it."
    assert end(shafts=[THIN]) == "Do not build it so: 1 shaft would not bear it."
    first = {"after": 0, "diameter_mm": 6, "span_mm": 100, "driving_at_mm": 50, "yield_mpa": 300}
    both = end(shafts=[THIN, first], breaking_n=5000)
    assert both == "Do not build it so: 2 shafts and 1 chain would not bear it."
    # The bearing is the shaft's.
    assert "1 shaft" in end(shafts=[{**THIN, "diameter_mm": 40, "bearing_static_n": 100}])
    empty = {"energy_wh": 480, "voltage_v": 24, "current_max_a": 5}
    motor = {"count": 2, "rpm": 190, "voltage_v": 24, "current_a": 10}
    assert end(motor=motor, battery=empty) == "Do not build it so: the battery would not bear it."


def test_what_holds_and_what_is_not_known():
    assert end(breaking_n=9000) == "What is known of its shafts and chains would bear it."
    assert end() == "Not everything that must bear it is known."
    assert end(breaking_n=9000, shafts=[{**THIN, "diameter_mm": 40}]).startswith("Not everything")
    sound = {**THIN, "diameter_mm": 40, "bearing_static_n": 50_000}
    assert end(breaking_n=9000, shafts=[sound]).startswith("What is known")


def test_the_speed_that_is_missed_and_by_how_much():
    assert result().says.startswith(
        "It runs at 6.8 km/h, and holds that up 10.9 %. That is 3.3 % too slow for the speed you want."
    )
    assert "too fast" in result(wanted_kmh=6).says
    # Within a fiftieth it is that speed, and nothing was wanted where nothing is said.
    assert "for the speed you want" not in result(wanted_kmh=6.8).says
    assert "for the speed you want" not in result(wanted_kmh=None).says
    weak = result(stages=[[28, 16]], wheel_mm=1500, motor={"rpm": 150, "torque_nm": 0.5}).says
    assert weak.startswith("Geared for ")
    assert "but the motor is too weak for that: it comes to about" in weak
    # On the flat alone there is no hill to name.
    assert "holds that up" not in weak
