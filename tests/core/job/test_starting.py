"""Figures to start from, and a power worked out from a climb."""

import pytest

from kettledrum.core.job.brief import Need
from kettledrum.core.job.known_climb import KnownClimb, known_power
from kettledrum.core.job.starting_points import starting_points
from kettledrum.core.job.starting_values import starting_values
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate


def test_starting_values_are_needs_that_say_where_they_come_from():
    starts = starting_values(80)
    assert [start.use for start in starts] == [
        "commuting", "road touring", "off-road touring", "cargo", "errands",
    ]  # fmt: skip
    for start in starts:
        data = start.model_dump(exclude={"use", "because"}, exclude_none=True)
        validate(Need, {"name": start.use, **data})
        told = {place for why in start.because for place in why.places}
        given = {f"{part}.{key}" for part, keys in data.items() for key in keys} - {"rider.mass_kg"}
        assert told == given
    assert starts[0].rider.power_w == 130
    assert starting_values(60)[0].rider.power_w == 95


def climb(**parts) -> KnownClimb:
    return validate(KnownClimb, {"mass_kg": 75, "bike_kg": 10, "rise_m": 400, "minutes": 30, **parts})


def test_the_power_of_a_climb_by_hand():
    # 400 m up over 5 km in 30 min: 2.778 m/s; sin θ = 0.08, 85 kg · g · (0.08 + 0.006 · 0.9968) = 71.67 N;
    # drag ½ · 1.155 · 0.55 · 7.716 = 2.45 N; 74.12 N · 2.778 m/s = 205.9 W at the tyre, ÷ 0.95 = 216.7 W.
    found = known_power(climb(length_m=5000))
    assert found.power_w == pytest.approx(216.7, abs=0.3)
    assert found.least_w == pytest.approx(205.9 / 0.975, abs=0.3)
    assert found.most_w == pytest.approx(205.9 / 0.925, abs=0.3)
    # A tenth of the time to five hours: 10^-0.1 = 0.794, 172 W.
    assert found.all_day_w == 5 * round(216.7 * 10**-0.1 / 5) == 170
    assert not found.assumed_length


def test_lifting_alone_is_the_least_it_can_be():
    found = known_power(climb())
    assert found.assumed_length
    assert found.power_w > 85 * 9.80665 * 400 / 1800
    assert known_power(climb(minutes=400)).all_day_w == 5 * round(known_power(climb(minutes=400)).power_w / 5)


@pytest.mark.parametrize(
    ("parts", "where", "words"),
    [
        ({"length_m": 1000}, "length_m", "must be at least 1143 m for so much up"),
        ({"minutes": 5, "rise_m": 1000}, "minutes", "must be at least 29 min: nobody climbs faster"),
        ({"minutes": 2}, "minutes", "from 5 to 600 min"),
        ({"rise_m": 0}, "rise_m", "from 20 to 4000 m"),
        ({"mass_kg": 10_000}, "mass_kg", "from 15 to 300 kg"),
    ],
)
def test_a_climb_that_cannot_be_is_named(parts, where, words):
    with pytest.raises(InvalidInput) as found:
        climb(**parts)
    assert (found.value.problems[0].where, words in found.value.problems[0].what) == (where, True)


def test_only_a_motor_at_the_gearbox_needs_one():
    motors = starting_points().motors
    assert {each.needs_gearbox for each in motors} == {True, False}
    for each in motors:
        assert each.needs_gearbox == (each.motor.at == "gearbox"), each.name
