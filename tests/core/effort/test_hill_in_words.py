"""The hill and the flat in words: each verdict, each limit, and nothing red that nobody asked for."""

import pytest

from examples import brief, hub, setup, sprockets, stepless_hub
from kettledrum.core.effort.hill import hill, need_says
from kettledrum.core.effort.says import alone_says, climb_says, kept_up
from kettledrum.core.effort.wanted_gears import needed_ratio
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.route import Route
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.roads.profile import profile
from kettledrum.core.roads.ride import ride
from kettledrum.core.terms.validation import validate

RIDER = {"mass_kg": 78, "power_w": 125, "burst_w": 280, "cadence_rpm": [60, 88]}
LOW = setup(sprockets([24], [36]), name="Low")
HIGH = setup(sprockets([44], [16]), name="High")


def compared(one, steepest=None, length=None, rider=RIDER, load=None, wants=None):
    road = {
        **({"steepest": steepest} if steepest is not None else {}),
        **({"steepest_m": length} if length is not None else {}),
    }
    parts = {"road": road, "load": load or {"bike_kg": 15}}
    if wants:
        parts["wants"] = wants
    return compare(validate(Brief, {**brief(one, **parts), "rider": rider}))


def says(*asked, **parts):
    return compared(*asked, **parts).setups[0].says


def test_without_a_need_nothing_is_wrong():
    text = says(HIGH)
    assert text.startswith("Keeps an easy cadence up hills of ")
    assert "125 W, the power held all day" in text
    for red in ("Too high", "short of", "No gear", "walking"):
        assert red not in text
    assert "; out of gears above 32 km/h" in text  # 44/16 · 2.218 m · 88 · 0.06 = 32.2


def test_a_hill_that_is_easy():
    found = compared(LOW, 0.05)
    # 24/36 · 2.218 m · 60 rpm = 5.3 km/h: the power of all day brings far more.
    (one,) = found.setups
    assert one.climb.margin > 0.15
    assert one.says.startswith("Climbs the 5 % hill easily: ")
    at = one.climb.on_steepest
    assert f"{at.speed_kmh:.1f} km/h at {at.cadence_rpm:.0f} turns a minute, in gear 1" in one.says


@pytest.mark.parametrize(
    ("margin", "how"),
    [(0.15, " easily:"), (0.149, ":"), (0.03, ":"), (0.029, ", only just:"), (0.0, ", only just:")],
)
def test_how_easily_goes_by_what_is_to_spare(margin, how):
    job = validate(Brief, {**brief(LOW, road={"steepest": 0.05}), "rider": RIDER})
    climb = compare(job).setups[0].climb.model_copy(update={"verdict": "holds", "margin": margin})
    assert climb_says(climb, conditions(job)).startswith(f"Climbs the 5 % hill{how} ")


def test_a_hill_that_takes_a_push_says_which():
    by_minute = says(LOW, 0.1)
    assert "only for as long as you can hold 280 W, about a minute: " in by_minute
    by_time = says(LOW, 0.12, 100)
    one = compared(LOW, 0.12, 100).setups[0].climb.on_steepest
    assert f"with a hard push, {one.power_w:.0f} W for {one.seconds:.0f} seconds: " in by_time


def test_a_gear_that_is_too_high_says_by_how_much_and_what_becomes_of_it():
    one = compared(HIGH, 0.09, 300).setups[0]
    too_high = one.lowest.ratio / one.climb.judged_ratio
    assert one.climb.limit == "gears"
    assert one.says.startswith("Too high a gear for the 9 % hill: even on ")
    assert f"the lowest gear is {too_high:.1f} times as high as it may be" in one.says
    less = compared(HIGH, 0.04, 300).setups[0]
    rpm = less.climb.on_steepest.cadence_rpm
    assert f"the pedals would turn only {rpm:.0f} times a minute" in less.says


def test_a_gear_that_just_misses():
    # A hill of 8 %, a lowest gear 1 % above what it may be.
    probe = compared(HIGH, 0.08, 300).setups[0]
    smaller = 2217.96 * probe.climb.judged_ratio / 2.75 * 1.01
    text = says({**HIGH, "wheel": {"rollout_mm": smaller}}, 0.08, 300)
    assert "the lowest gear is 1.0 % higher than it may be" in text
    assert text.startswith("Just misses the 8 % hill: ")
    # 60 turns a minute are asked: 60 / 1.01 is told to a tenth where it would round to what is asked.
    assert "the pedals would turn only 59 times a minute" in text
    nearer = says({**HIGH, "wheel": {"rollout_mm": smaller * 1.006 / 1.01}}, 0.08, 300)
    assert "the pedals would turn only 59.6 times a minute" in nearer


def test_where_no_gear_helps_that_is_said():
    text = says(LOW, 0.2, 500, load={"bike_kg": 20, "cargo_kg": 60})
    assert text.startswith("Too little power for the 20 % hill with 158 kg in all: ")
    assert "Less load, more power or a motor would do it." in text


@pytest.mark.parametrize(
    ("top", "words"),
    [
        (30, "quick enough, with gears up to 32 km/h"),
        (40, "out of gears above 32 km/h, short of the 40 km/h wanted"),
    ],
)
def test_a_wanted_top(top, words):
    assert words in says(HIGH, wants={"top_kmh": top})


def test_a_top_that_is_reached_as_it_is_shown_is_reached():
    top = compared(HIGH).setups[0].top.speed_kmh
    assert "quick enough" in says(HIGH, wants={"top_kmh": round(top, 1)})
    assert "short of" in says(HIGH, wants={"top_kmh": round(top, 1) + 0.1})


@pytest.mark.parametrize(
    ("wants", "words"),
    [
        ({}, "; "),
        ({"top_kmh": 15}, ", quick enough; "),
        ({"top_kmh": 22}, ", short of the 22 km/h wanted; "),
    ],
)
def test_gears_that_are_too_low_for_the_power_are_told_as_that(wants, words):
    one = setup(sprockets([30], [20]), name="Slow")
    text, [found] = says(one, wants=wants), compared(one, wants=wants).setups
    # 30/20 · 2.218 m · 88 · 0.06 = 17.6 km/h, and 125 W would keep up more.
    assert found.flat.speed_kmh > found.top.speed_kmh == pytest.approx(17.57, abs=0.01)
    would = f"your power would keep up {found.flat.speed_kmh:.0f} km/h."
    assert f"On the flat it runs out of gears at 18 km/h{words}{would}" in text
    # As a road that is flat has it.
    road = validate(Route, {"name": "Flat", "legs": [{"length_m": 20_000, "grade": 0}]})
    flat = ride(validate(Brief, brief(one, road={}, load={"bike_kg": 15}) | {"rider": RIDER}), profile(road))
    assert flat.setups[0].mean_speed_kmh == pytest.approx(17.57, abs=0.1)


def test_downhill_only():
    assert "which is downhill only" in says(HIGH)
    assert "which is downhill only" not in says(setup(sprockets([30], [20]), name="Slow"))


@pytest.mark.parametrize(
    ("wants", "words"),
    [
        ({"lowest_by": "ratio", "lowest_ratio": 3}, "Its lowest gear, 2.75, is as low as you asked (3.00)."),
        (
            {"lowest_by": "ratio", "lowest_ratio": 2.5},
            "Its lowest gear, 2.75, is 10 % higher than you asked (2.50).",
        ),
        ({"lowest_by": "gear inches", "lowest_gear_inches": 38.2}, "is twice as high as you asked (38.2)."),
    ],
)
def test_by_ones_own_measure(wants, words):
    assert words in says(HIGH, wants=wants)


def test_what_is_usual_is_not_asked():
    assert "you asked" not in says(HIGH, wants={"lowest_by": "ratio"})
    assert "you asked" not in says(HIGH, wants={"lowest_ratio": 1})


def test_stepless_has_no_gear_to_name():
    text = says(setup(sprockets([42], [42]), stepless_hub(0.5, 1.8), name="Smooth"), 0.05)
    assert "in gear" not in text


def test_a_makers_figure_that_is_passed():
    tight = setup(
        sprockets([30], [30]), {**hub(0.5, 1, 1.6), "limits": {"primary_ratio_min": 1.5}}, name="Low pair"
    )
    one = compared(tight).setups[0]
    assert one.over_limits == ["the lowest ratio before the hub is 1.000, under 1.5"]
    assert one.says.endswith(
        "Beyond its maker’s figures: the lowest ratio before the hub is 1.000, under 1.5."
    )


def test_the_line_up_in_a_sentence():
    both = validate(
        Brief, {**brief(LOW, HIGH, road={"steepest": 0.05}, wants={"top_kmh": 30}), "rider": RIDER}
    )
    found = compare(both)
    assert found.says == "“Low” climbs the 5 % hill. 1 of 2 is as quick as you want, 30 km/h."
    assert compare(validate(Brief, brief())).says.startswith("There is nothing to compare yet")
    one = compare(validate(Brief, {**brief(HIGH, road={"steepest": 0.2}), "rider": RIDER}))
    assert one.says == "It does not climb the 20 % hill."
    assert compare(validate(Brief, brief(LOW, HIGH))).says.startswith("2 setups side by side; say how steep")


def test_ground_that_is_too_loose():
    road = {"steepest": 0.2, "surfaces": [{"surface": "sand", "share": 1}]}
    assert "the driven wheel slips from" in compare(validate(Brief, brief(LOW, road=road))).says


def test_the_hill_by_itself():
    job = conditions(validate(Brief, {**brief(road={"steepest": 0.12, "steepest_m": 70}), "rider": RIDER}))
    found = hill(job)
    # The pull: m·g·sin + m·g·cr·cos + air, with 93 kg; sin(atan 0.12) = 0.11915.
    assert found.pull_n == pytest.approx(
        93 * 9.80665 * (0.11915 + 0.006 * 0.99288) + 0.5 * 1.19 * 0.55 * (found.speed_kmh / 3.6) ** 2,
        rel=0.01,
    )
    assert found.power_w * 0.93 == pytest.approx(found.pull_n * found.speed_kmh / 3.6, rel=1e-6)
    assert found.development_m == pytest.approx(
        found.speed_kmh / 3.6
    )  # at 60 turns a minute: a second a turn
    assert found.seconds == pytest.approx(70 / (found.speed_kmh / 3.6))
    text = need_says(found, job)
    assert text.startswith(
        f"Up the 12 % hill with 93 kg in all, the {found.power_w:.0f} W that you can hold for the "
    )
    assert text.endswith(f"the lowest gear may go at most {found.development_m:.2f} m per pedal turn.")


def test_the_ratio_that_is_needed_is_that_of_the_hill():
    need = validate(Brief, {**brief(road={"steepest": 0.12}, load={"bike_kg": 15}), "rider": RIDER})
    job = conditions(need)
    # 280 W for a minute, of which 0.95 come through; turned 60 times a minute on 2.2 m a turn.
    speed = job.resistance.speed_mps(280 * 0.95, 0.12)
    assert needed_ratio(need, 2.2, 0.95) == pytest.approx(speed / (1.0 * 2.2))
    assert needed_ratio(validate(Brief, brief()), 2.2, 0.95) is None


def test_a_hill_too_steep_for_any_gear_and_one_that_is_not_known():
    job = conditions(
        validate(Brief, {**brief(road={"steepest": 0.3}, load={"cargo_kg": 80}), "rider": RIDER})
    )
    found = hill(job)
    assert found.development_m is None
    assert "too slow to keep upright, whatever the gear" in need_says(found, job)
    plain = conditions(validate(Brief, brief()))
    assert hill(plain) is None
    text = need_says(None, plain)
    assert "Say how steep your hills are" in text
    # By trying speeds: the last at which the power at the tyre is not passed.
    watts = plain.power_w * 0.93
    kmh = max(tenth / 10 for tenth in range(1, 600) if plain.resistance.power_w(tenth / 36, 0) <= watts)
    told = float(text.split(" bring you to ")[1].split(" km/h")[0])
    assert told == pytest.approx(kmh, abs=0.6)
    held = conditions(validate(Brief, brief(road={"steepest": 0.05})))
    assert "that you can hold all day" in need_says(hill(held), held)


@pytest.mark.parametrize(
    ("steepest", "words"),
    [
        (None, None),
        (0.02, "With an empty battery you would still climb it."),
        (0.30, "With an empty battery you would be walking."),
    ],
)
def test_what_becomes_of_the_hill_with_an_empty_battery(steepest, words):
    road = {} if steepest is None else {"steepest": steepest}
    given = validate(Brief, brief(setup(sprockets([22], [36])), road=road))
    [found] = compare(given).setups
    assert alone_says(found.climb, conditions(given)) == words


def test_a_hard_push_with_an_empty_battery_is_said():
    verdicts = set()
    for percent in range(2, 30):
        road = {"steepest": percent / 100}
        given = brief(setup(sprockets([22], [36])), road=road)
        given["rider"]["burst_w"] = 260
        job = validate(Brief, given)
        [found] = compare(job).setups
        verdicts.add(found.climb.verdict)
        said = alone_says(found.climb, conditions(job))
        assert ("with a hard push" in said) == (found.climb.verdict == "tight")
    assert "tight" in verdicts


def by_itself(trigger_kmh, front=42):
    """Two gears, of which the hub takes the higher one at a speed; 60 to 88 turns are easy."""
    inside = {**hub(1.0, 1.4), "change": {"by": "speed", "trigger_kmh": trigger_kmh}}
    return setup(sprockets([front], [21]), inside, name="By itself")


def test_what_changes_by_itself_is_held_against_its_lowest_gear():
    # 42/21 · 2.218 m · 60 · 0.06 = 16.0 km/h: the hub has changed up by 15, and its low gear is never easy.
    found = compared(by_itself(15), 0.08, 300).setups[0]
    climb = found.climb
    assert (climb.verdict, climb.limit) == ("fails", "gears")
    assert climb.lowest_kmh == pytest.approx(2 * 1.4 * 2.21796 * 60 * 0.06, rel=1e-3)
    lowest = found.lowest.ratio
    assert climb.margin == pytest.approx(climb.judged_ratio / lowest - 1)
    assert (
        f"the lowest gear is {(lowest / climb.judged_ratio - 1) * 100:.0f} % higher than it may be"
        in found.says
    )
    physics = next(each for each in found.lowest_gear if each.school == "physics")
    assert physics.margin == pytest.approx(physics.wanted / physics.has - 1)
    # With gears to choose from the same lowest gear misses by as much.
    chosen = compared(setup(sprockets([42], [21]), hub(1.0, 1.4), name="Chosen"), 0.08, 300).setups[0]
    assert chosen.climb.margin == pytest.approx(climb.margin)


def test_a_low_gear_that_is_left_too_early_is_said():
    # At 4.5 % one would ride faster than the 11.4 km/h at which 30 over 21 turns easily, but it is left at 9.
    found = compared(by_itself(9, front=30), 0.045, 300, rider={**RIDER, "burst_w": 200}).setups[0]
    climb = found.climb
    assert climb.judged_ratio > found.lowest.ratio
    assert (climb.verdict, climb.limit) == ("fails", "changes up")
    assert climb.margin < 0
    assert found.says.startswith("Changes up too early for the 4.5 % hill: on ")
    assert "though its lowest gear would do." in found.says


@pytest.mark.parametrize(
    ("grade", "words"),
    [
        (0.05, "up 5 %"),
        (0.0006, "up 0.1 %"),
        (0.0005, "up 0.1 %"),
        (0.0004, "on the flat"),
        (-0.0004, "on the flat"),
        (-0.013, "only down 1.3 %"),
    ],
)
def test_where_a_cadence_is_kept(grade, words):
    assert kept_up(grade) == words
    assert kept_up(grade, "hills of ") == words.replace("up ", "up hills of ").replace(
        "down ", "down hills of "
    )
