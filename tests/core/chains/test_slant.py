"""How slantwise a chain runs, by hand."""

import math

import pytest

from examples import hub, setup, sprockets
from kettledrum.core.chains.chainline import _stand, chainline
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate


def found(front, rear, lines, stay, drive="chain"):
    stage = {**sprockets(front, rear, drive), "run": {"front_line_mm": lines[0], "rear_line_mm": lines[1]}}
    return chainline(validate(Setup, setup(stage)).path, 0, stay)


@pytest.mark.parametrize(
    ("drive", "degrees", "state"),
    [
        ("chain", 0.9, "holds"),
        ("chain", 1.1, "tight"),
        ("chain", 1.9, "tight"),
        ("chain", 2.1, "fails"),
        ("belt", 0.2, "holds"),
        ("belt", 0.3, "tight"),
        ("belt", 0.45, "tight"),
        ("belt", 0.55, "fails"),
    ],
)
@pytest.mark.parametrize("side", [1, -1])
def test_single_sprockets_bear_so_many_degrees(drive, degrees, state, side):
    stay = 440.0
    off = side * stay * math.tan(math.radians(degrees))
    line = found([44], [20], (45 + off, 45), stay, drive)
    assert line.state == state
    [slant] = line.slants
    assert slant.degrees == pytest.approx(degrees)
    assert slant.offset_mm == pytest.approx(off)


def test_a_cassette_bears_more_at_its_ends():
    # Seven sprockets 5 mm apart: 15 mm from the middle to either end; over 440 mm that is 1.95 degrees.
    seven = [11, 13, 15, 18, 21, 24, 28]
    even = found([40], seven, (45, 45), 440)
    assert even.state == "holds"
    assert even.slants[-1].degrees == pytest.approx(math.degrees(math.atan(15 / 440)))
    # 5 mm aside, 20 mm: 2.6; 12 mm aside, 27: 3.51.
    assert found([40], seven, (50, 45), 440).state == "tight"
    assert found([40], seven, (56.8, 45), 440).state == "tight"
    assert found([40], seven, (57.2, 45), 440).state == "fails"
    # The largest stands inside, nearest the wheel.
    by = {slant.rear: slant.offset_mm for slant in even.slants}
    assert by[28] == pytest.approx(15)
    assert by[11] == pytest.approx(-15)


def test_the_rear_line_is_that_of_the_hub_behind_and_of_none_before():
    run = {"run": {"front_line_mm": 45}}
    line_of = {"fit": {"chainline_mm": 42}}
    before = validate(Setup, setup({**hub(0.5, 1), **line_of}, {**sprockets([42], [21]), **run})).path
    assert chainline(before, 1, 440).rear_mm is None
    behind = validate(Setup, setup({**sprockets([42], [21]), **run}, {**hub(0.5, 1), **line_of})).path
    assert chainline(behind, 0, 440).rear_mm == 42


def test_how_far_sprockets_stand_apart_is_assumed_only_where_there_are_several():
    one, many = (
        validate(Setup, setup(sprockets([42], rear))).path[0] for rear in ([20], [11, 13, 15, 18, 21])
    )
    assumed = []
    assert _stand(one, "rear", 45.0, assumed, largest_out=False) == {20: 45.0}
    assert assumed == []
    places = _stand(many, "rear", 45.0, assumed, largest_out=False)
    assert len(assumed) == 1
    assert places[15] == 45.0
    assert places[11] > places[13] > places[15] > places[18] > places[21]
