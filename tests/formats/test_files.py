"""Setup and brief files are read and written without loss, and anything else is refused by name."""

import json

import pytest
from hypothesis import given

import strategies
from examples import NINE_SPEED_HUB, WHOLE_BRIEF
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.demo import honey_round
from kettledrum.formats.files import as_json, read_brief, written
from kettledrum.formats.json_text import parse
from kettledrum.formats.setup_file import read_setup


def bytes_of(data) -> bytes:
    return json.dumps(data).encode()


def refusal(data: bytes) -> str:
    with pytest.raises(InvalidInput) as error:
        read_setup(data)
    return str(error.value)


@given(strategies.setups())
def test_any_setup_comes_back_as_it_was(data):
    assert json.loads(written(read_setup(bytes_of(data)))) == data


@given(strategies.briefs())
def test_any_brief_comes_back_as_it_was(data):
    assert json.loads(written(read_brief(bytes_of(data)))) == data


def test_the_examples_of_the_format_come_back_as_they_were():
    assert as_json(read_setup(bytes_of(NINE_SPEED_HUB))) == NINE_SPEED_HUB
    assert as_json(read_brief(bytes_of(WHOLE_BRIEF))) == WHOLE_BRIEF


def test_whole_numbers_stay_whole_on_paper():
    assert '"bead_seat_mm": 622,' in written(read_setup(bytes_of(NINE_SPEED_HUB)))


def test_a_byte_order_mark_is_no_hindrance():
    assert read_setup(b"\xef\xbb\xbf" + bytes_of(NINE_SPEED_HUB)).name == "Nine-speed hub, 44 × 19"


def test_the_demo_holds_seven_setups_against_what_is_ridden_now():
    brief = honey_round()
    assert len(brief.setups) == 7
    assert brief.reference == brief.setups[0].name
    assert as_json(read_brief(written(brief).encode())) == as_json(brief)


@pytest.mark.parametrize(
    ("data", "message"),
    [
        (b"", "the file is empty; a JSON object was expected"),
        (b" \n", "the file is empty; a JSON object was expected"),
        (b'{"format": "kettledrum-se', "the file is not complete JSON: line 1, column 12"),
        (b"\x89PNG\r\n\x1a\n\x00\xff", "the file is not text in UTF-8; a JSON file was expected"),
        (b"[" * 100_000, "the file is nested too deeply; at most 32 levels are read"),
        (b"[" * 40 + b"]" * 40, "the file is nested too deeply; at most 32 levels are read"),
        (b'{"a":' * 100_000, "the file is nested too deeply; at most 32 levels are read"),
        (b'{"name": NaN}', "name: must be a number, not infinite or undefined"),
        (b'{"path": [{"front": [1e999]}]}', "path[0].front[0]: must be a number, not infinite or undefined"),
        (b'{"name": -Infinity}', "name: must be a number, not infinite or undefined"),
        (b'{"\\u001b[2J": NaN}', "'\\x1b[2J': must be a number"),
        (b'{"name": "a\\uDFFFb"}', "name: must be text in Unicode, without half characters"),
        (b'{"name": "\\ud83d\\uDE00 \\udcff"}', "name: must be text in Unicode, without half characters"),
        (b'{"name": "\\ud800"}', "name: must be text in Unicode, without half characters"),
        (b'{"\\ud800": 1}', "must be text in Unicode, without half characters"),
        (b'{"name": 1, "name": 2}', "the file has the key 'name' twice in one object"),
        (b'{"name": ' + b"9" * 5000 + b"}", "the file holds a number with too many digits"),
        (b" " * 4_000_001, "the file is larger than 4 MB, the most that is read"),
        (b'"words"', "must be an object in curly brackets"),
    ],
)
def test_what_is_no_setup_file_is_refused_in_words(data, message):
    assert refusal(data).startswith(message)


def test_a_large_flat_file_is_read_quickly_enough_to_be_refused():
    assert refusal(b"[" + b"1," * 900_000 + b"1]") == "must be an object in curly brackets"


def test_levels_that_are_allowed_are_read():
    deep = parse(b'{"a":' * 30 + b"1" + b"}" * 30)
    for _ in range(30):
        assert isinstance(deep, dict)
        deep = deep["a"]
    assert deep == 1


@pytest.mark.parametrize("number", ["1e999", "-1E999", "2.5e+999", "-10.25E999", "1" + "0" * 400 + ".0"])
@pytest.mark.parametrize(
    "around",
    [
        "{}",
        "\ufeff{}",
        "[{}]",
        "[1,{}]",
        "[1, {}]",
        '{{"a":{}}}',
        '{{"a": {}}}',
        '{{"a":\n{}}}',
        "[[1,2],\t[\r\n{}]]",
    ],
)
def test_no_number_is_infinite_wherever_and_however_it_is_written(number, around):
    with pytest.raises(InvalidInput, match="must be a number, not infinite or undefined"):
        parse(around.format(number).encode())


def test_what_only_looks_like_a_power_of_ten_is_text():
    data = {"digest": "3e999", "of": ["1e999 km", "a, 1e999, b"], "2e999": 1e30}
    assert parse(json.dumps(data).encode()) == data
