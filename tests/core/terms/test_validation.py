"""Every refusal names the field and says what is allowed."""

import unicodedata
from copy import deepcopy

import pytest
from pydantic_core import PydanticCustomError

from examples import NINE_SPEED_HUB, WHOLE_BRIEF, brief, gearbox, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.quantities import PlainText
from kettledrum.core.terms.validation import validate
from kettledrum.demo import demo_jobs
from refusals import WRONG, said_of, strange

FRONT = ("path", 0, "front")
RATIOS = ("path", 1, "gears", "ratios")


def refusal(model, data) -> str:
    with pytest.raises(InvalidInput) as error:
        validate(model, data)
    return str(error.value)


def changed(data, place, value):
    data = deepcopy(data)
    *way, last = place
    inner = data
    for step in way:
        inner = inner[step]
    inner[last] = value
    return data


TEETH = "path[0].front[0]: must be a whole number from 5 to 200"
RATIO = "path[1].gears.ratios[3]: must be above 0 and at most 20"
NOT_A_RATIO = "path[1].gears.ratios[3]: must be a number above 0 and at most 20"


@pytest.mark.parametrize(
    ("place", "value", "message"),
    [
        (FRONT, [4], TEETH),
        (FRONT, [201], TEETH),
        (FRONT, [44.5], TEETH),
        (FRONT, ["44"], TEETH),
        (FRONT, ["forty"], TEETH),
        (FRONT, [True], TEETH),
        (FRONT, [float("nan")], TEETH + ", not infinite or undefined"),
        (FRONT, [10**400], TEETH),
        (FRONT, [], "path[0].front: must have at least one entry"),
        (FRONT, 44, "path[0].front: must be a list in square brackets"),
        (FRONT, None, "path[0]: must have front and rear, or pairs"),
        ((*RATIOS, 3), 0, RATIO),
        ((*RATIOS, 3), -1, RATIO),
        ((*RATIOS, 3), 20.5, RATIO),
        ((*RATIOS, 3), float("inf"), NOT_A_RATIO + ", not infinite or undefined"),
        ((*RATIOS, 3), "one", NOT_A_RATIO),
        (RATIOS, [], "path[1].gears.ratios: must have at least one entry"),
        (
            ("path", 1, "gears"),
            {},
            "path[1].gears: must have just one of ratios, stepless, layshaft and epicyclic",
        ),
        (
            ("path", 1, "gears"),
            {"stepless": {"low": 2, "high": 1}},
            "path[1].gears.stepless: must run from low to high: low below high",
        ),
        (
            ("path", 1, "gears"),
            {"ratios": [1, 2], "names": ["low"]},
            "path[1].gears: must have one name for each gear: 2 of them",
        ),
        (
            ("path", 1, "gears"),
            {"ratios": [1, 2], "names": ["low", "low"]},
            "path[1].gears.names: must differ from each other",
        ),
        (
            ("path", 1, "gears"),
            {"layshaft": [[[30, 4]]]},
            "path[1].gears.layshaft[0][0][1]: must be a whole number from 5 to 200",
        ),
        (
            ("path", 1, "gears"),
            {"layshaft": [[[100, 10]], [[30, 10]]]},
            "path[1].gears: makes a gear of 30; at most 20 is allowed",
        ),
        (
            ("path", 1, "gears"),
            {"layshaft": [[[30, 30]] * 21] * 2},
            "path[1].gears: has 441 gears; at most 400 are allowed",
        ),
        (
            ("path", 1, "gears"),
            {"epicyclic": [{"sun": 30, "ring": 38, "uses": ["up"]}]},
            "path[1].gears.epicyclic[0].ring: must have at least 40 teeth for planets to fit round",
        ),
        (
            ("path", 1, "gears"),
            {"epicyclic": [{"sun": 30, "ring": 60, "uses": ["up", "up"]}]},
            "path[1].gears.epicyclic[0].uses: must differ from each other",
        ),
        (
            ("path", 1, "gears"),
            {"epicyclic": [{"sun": 30, "ring": 60, "planet": [15, 60], "uses": ["up"]}]},
            "path[1].gears.epicyclic[0].ring: must have more teeth than the planets of 60 that run in it",
        ),
        (
            ("path", 1, "change"),
            {"by": "speed"},
            "path[1].change.trigger_kmh: is missing",
        ),
        (
            ("path", 1, "change"),
            {"by": "kick back", "trigger_kmh": 17},
            "path[1].change.trigger_kmh: goes with a change by speed only",
        ),
        (("path",), [], "path: must have at least one entry"),
        (("path",), [hub(1)] * 51, "path: must have at most 50 entries"),
        (("path", 1, "kind"), "motor", "path[1].kind: must be “gearbox” or “sprockets” or “hub”"),
        (("path", 0, "drive"), "rope", "path[0].drive: must be “chain” or “belt”"),
        (("path", 1, "efficiency"), 1.2, "path[1].efficiency: must be above 0 and at most 1"),
        (
            ("path", 1, "efficiency"),
            {"low": 0.9, "typical": 0.8, "high": 0.95},
            "path[1].efficiency: must have low, typical and high in that order",
        ),
        (
            ("wheel",),
            {"tyre_mm": 42},
            "wheel: must have a size and a tyre (bead_seat_mm, tyre_mm), or its distance a turn (rollout_mm)",
        ),
        (("wheel", "tyre_mm"), 0, "wheel.tyre_mm: must be from 10 to 150 mm"),
        (("cranks", "length_mm"), "long", "cranks.length_mm: must be a number from 50 to 300 mm"),
        (("name",), "", "name: must be text of 1 to 120 characters"),
        (("name",), "x" * 121, "name: must be text of 1 to 120 characters"),
        (("name",), "<b>Fast</b>", "name: must be plain text without < or >"),
        (("name",), "Fast\x1b[2J", "name: must be plain text without control characters"),
        (("name",), 9, "name: must be text of 1 to 120 characters"),
        (("colour",), "red", "colour: is not known here; allowed are format, name, notes, cranks, path,"),
        (("format",), "kettledrum-setup/2", "format: must be “kettledrum-setup/1”"),
    ],
)
def test_a_setup_is_refused_by_field(place, value, message):
    assert refusal(Setup, changed(NINE_SPEED_HUB, place, value)).startswith(message)


def test_whole_numbers_written_with_a_point_are_whole():
    assert validate(Setup, changed(NINE_SPEED_HUB, FRONT, [44.0])).path[0].front == [44]


def test_a_later_format_is_the_only_thing_said_of_a_later_file():
    later = {**NINE_SPEED_HUB, "format": "kettledrum-setup/2", "spokes": 36}
    del later["wheel"]
    assert refusal(Setup, later) == "format: must be “kettledrum-setup/1”"


def test_what_is_missing_is_named():
    data = deepcopy(NINE_SPEED_HUB)
    del data["wheel"]
    assert refusal(Setup, data) == "wheel: is missing"
    assert refusal(Setup, {}) == "format: is missing"


def test_a_list_is_no_setup():
    assert refusal(Setup, [NINE_SPEED_HUB]) == "must be an object in curly brackets"


def test_front_and_rear_and_pairs_do_not_go_together():
    data = setup({**sprockets([40], [20]), "pairs": [[40, 20]]})
    assert refusal(Setup, data) == "path[0]: must have front and rear, or pairs, not both"


def test_a_pair_has_two_ends():
    data = setup({"kind": "sprockets", "pairs": [[44]]})
    assert refusal(Setup, data) == "path[0].pairs[0][1]: is missing"
    data = setup({"kind": "sprockets", "pairs": [[44, 18, 3]]})
    assert refusal(Setup, data).startswith("path[0].pairs[0]: must have at most 2 entries")


def test_more_than_400_gears_are_refused_without_making_them():
    data = setup(sprockets(list(range(30, 130)), list(range(11, 111))), hub(*[1] * 100))
    assert refusal(Setup, data) == "path: has 1000000 gears; one path may have at most 400"


def test_a_path_that_multiplies_out_to_nonsense_is_refused():
    assert refusal(Setup, setup(*[hub(20)] * 50)).startswith(
        "path: multiplies out to an overall ratio of 1.1259e+65"
    )
    # Each end by its own teeth: the smallest ring on the largest sprocket, and the other way round.
    low = setup(sprockets([30, 90], [10, 200]), hub(0.006, 1))
    assert refusal(Setup, low).startswith("path: multiplies out to an overall ratio of 0.0009;")
    high = setup(sprockets([30, 200], [10, 100]), hub(1, 20), gearbox(1, 2.6))
    assert refusal(Setup, high).startswith("path: multiplies out to an overall ratio of 1040;")
    pairs = setup({"kind": "sprockets", "pairs": [[30, 200], [200, 10]]}, hub(0.006, 1))
    assert refusal(Setup, pairs).startswith("path: multiplies out to an overall ratio of 0.0009;")


@pytest.mark.parametrize(
    ("place", "value", "message"),
    [
        (
            ("rider", "cadence_rpm"),
            [88, 60],
            "rider.cadence_rpm: must run from low to high, low below high, such as 60 to 88",
        ),
        (("rider", "cadence_rpm"), [60, 60], "rider.cadence_rpm: must run from low to high"),
        (("rider", "cadence_rpm"), [60], "rider.cadence_rpm[1]: is missing"),
        (("rider", "cadence_rpm", 0), "slow", "rider.cadence_rpm[0]: must be a number from 5 to 250 rpm"),
        (("rider", "mass_kg"), 0, "rider.mass_kg: must be from 15 to 300 kg"),
        (("rider", "power_w"), None, "rider.power_w: must be a number from 5 to 2500 W"),
        (("reference",), "Another", "reference: must be the name of one of the setups"),
        (("setups", 0, "path", 0, "front", 0), 3, "setups[0].path[0].front[0]: must be a whole number"),
        (
            ("load", "bike_kg"),
            float("nan"),
            "load.bike_kg: must be a number from 3 to 300 kg, not infinite or undefined",
        ),
        (("road",), 12, "road: must be an object in curly brackets"),
        (("notes",), "x" * 20_001, "notes: must be text of 0 to 20000 characters"),
    ],
)
def test_a_brief_is_refused_by_field(place, value, message):
    assert refusal(Brief, changed(WHOLE_BRIEF, place, value)).startswith(message)


def test_two_setups_must_not_share_a_name():
    twice = brief(setup(name="Hill bike"), setup(name="Plain"), setup(name="Hill bike"))
    assert refusal(Brief, twice) == (
        "setups[2].name: must differ from the other setups' names; setups[0] is named “Hill bike” already"
    )


def test_a_job_holds_26_setups():
    many = [setup(name=str(number)) for number in range(27)]
    assert refusal(Brief, brief(*many)) == "setups: must have at most 26 entries"
    assert len(validate(Brief, brief(*many[:26])).setups) == 26


def test_a_key_from_outside_cannot_disturb_the_terminal():
    message = refusal(Setup, {**NINE_SPEED_HUB, "\x1b[2J" + "x" * 500: 1})
    assert "\x1b" not in message
    assert len(message) < 300


def test_names_lose_white_space_at_the_ends_only():
    assert validate(Setup, setup(name="  Hill  bike ")).name == "Hill  bike"


@pytest.mark.parametrize(
    ("name", "why"),
    [
        ("\u3164", "must have a letter or figure that can be seen"),
        ("\u2800 \u00a0\u2800", "must have a letter or figure that can be seen"),
        ("\u200b\u2060", "must have a letter or figure that can be seen"),
        ("a\u2066b", "must be plain text without signs that turn its direction about"),
        ("a\u0007", "must be plain text without control characters"),
        ("\ud800", "must be plain text without control characters"),
        ("<b>", "must be plain text without < or >"),
        ("5 < 6", "must be plain text without < or >"),
        ("6 > 5", "must be plain text without < or >"),
        ("  ", "must be text of 1 to 120 characters"),
        ("x" * 121, "must be text of 1 to 120 characters"),
    ],
)
def test_a_name_is_one_line_of_text_that_shows(name, why):
    assert refusal(Setup, changed(NINE_SPEED_HUB, ("name",), name)) == f"name: {why}"


@pytest.mark.parametrize("name", ["\u3164a", "Höhenweg 7", "a\u00adb", "x" * 120, " padded "])
def test_what_shows_something_may_be_a_name(name):
    assert validate(Setup, changed(NINE_SPEED_HUB, ("name",), name)).name == name.strip()


def test_control_signs_are_those_of_unicode():
    """In a line of text all of them, in notes all but line breaks and the tabulator."""
    signs = [chr(point) for point in range(0x3000)] + [chr(point) for point in range(0xD7F0, 0xE010)]
    for lines, allowed in ((False, ""), (True, "\n\r\t")):
        refused = {sign for sign in signs if not _stands(PlainText(9, lines), f"a{sign}b")}
        controls = {sign for sign in signs if unicodedata.category(sign) in ("Cc", "Cs")} - set(allowed)
        others = refused - controls - set("<>")
        assert controls <= refused
        assert all(unicodedata.category(sign) == "Cf" for sign in others)


def _stands(kind: PlainText, text: str) -> bool:
    try:
        return kind.check(text) == text
    except PydanticCustomError:
        return False


@pytest.mark.parametrize("wrong", WRONG, ids=repr)
def test_whatever_is_refused_is_refused_in_our_words(wrong):
    """Wherever it stands in a job that holds all there is to hold, and never in those of a library."""
    jobs = [job.model_dump(mode="json", exclude_unset=True) for job in demo_jobs()]
    for job in jobs:
        job.get("road", {}).pop("routes", None)
    said = said_of(wrong, jobs, lambda data: validate(Brief, data))
    assert len(said) > 20
    assert strange(said) == []
